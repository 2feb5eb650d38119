import type { Departure } from '../inspect/index.js';
import { formatDuration, type UnitPrinter } from '../units/index.js';

/** In what a piece was not pressed as planned, each in a few words: “40 s shorter”, “108 °F cooler”. */
export const departureWords = (departures: readonly Departure[], print: UnitPrinter): string[] => [
  ...new Set(
    departures.flatMap((one) => {
      switch (one.kind) {
        case 'shorter':
        case 'longer':
          return [`${formatDuration(Math.round(one.by))} ${one.kind}`];
        case 'cooler':
        case 'hotter':
          return [`${print.degrees(one.by)} ${one.kind}`];
        case 'left out':
          return ['a pressing left out'];
        case 'not pressed':
        case 'heat not known':
          return [];
      }
    }),
  ),
];
