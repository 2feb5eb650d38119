import { useState } from 'react';
import {
  checkPress,
  fitHeat,
  readingGrid,
  usableZone,
  type HeatMap,
  type PressCheck as Check,
  type UsableZone,
} from '@kanga/core/heat';
import type { Finding } from '@kanga/core/finding';
import type { Point } from '@kanga/core/geometry';
import { isCurved, type Press } from '@kanga/core/shop';
import { parseTemperature } from '@kanga/core/units';
import { serverNow, usePrint } from '../data/index.js';

export const GRIDS = { '3 × 3': [3, 3], '4 × 4': [4, 4], '5 × 5': [5, 5] } as const;
export type Grid = keyof typeof GRIDS;

/** What somebody writes down while a press is checked. */
export interface Noted {
  by: string;
  dial: string;
  grid: Grid;
  /** By place: what stood on the thermometer, as it was typed. */
  typed: Readonly<Record<string, string>>;
  strips: Check['strips'];
  curved: boolean;
}

/** What the notes come to: the check, the picture it makes, and what is missing. */
export interface Judged {
  check: Check;
  map: HeatMap | null;
  zone: UsableZone | null;
  findings: Finding[];
  dialProblem: string | undefined;
  /** Readings that are no temperature. */
  unread: number;
  ready: boolean;
}

export const placeKey = ({ x, y }: Point): string => `${x} ${y}`;

/** The notes of a check, and what they come to at every key. */
export function usePressCheck(press: Press) {
  const print = usePrint();
  const unit = print.units.temperature;
  const [noted, setNoted] = useState<Noted>(() => ({
    by: press.check?.by ?? '',
    dial: print.temperature(press.check?.dial ?? 200),
    grid: '3 × 3',
    typed: {},
    strips: { front: 'held', back: 'held', left: 'held', right: 'held' },
    curved: press.check?.curved ?? isCurved(press.kind),
  }));
  const note = (change: Partial<Noted>) => {
    setNoted((before) => ({ ...before, ...change }));
  };
  const [across, deep] = GRIDS[noted.grid];
  const places = readingGrid(press.platen, across, deep);
  const texts = places.map((place) => noted.typed[placeKey(place)]?.trim() ?? '');
  const dialled = parseTemperature(noted.dial, unit);
  const readings = places.flatMap((place, i) => {
    const parsed = parseTemperature(texts[i] ?? '', unit);
    return parsed.ok ? [{ ...place, celsius: parsed.value }] : [];
  });
  const unread = texts.filter((text) => text !== '').length - readings.length;
  const check: Check = {
    at: serverNow(),
    by: noted.by.trim(),
    dial: dialled.ok ? dialled.value : 200,
    readings,
    strips: noted.strips,
    curved: noted.curved,
  };
  const map = readings.length > 0 ? fitHeat(check, press.platen) : null;
  const judged: Judged = {
    check,
    map,
    zone: map ? usableZone(map, check.dial) : null,
    findings: readings.length > 0 ? checkPress(press.name, check, map, null, print) : [],
    dialProblem: dialled.ok ? undefined : dialled.problem,
    unread,
    ready: check.by !== '' && dialled.ok && readings.length > 0 && unread === 0,
  };
  return {
    noted,
    note,
    noteReading: (place: Point, text: string) => {
      setNoted((before) => ({ ...before, typed: { ...before.typed, [placeKey(place)]: text } }));
    },
    places,
    /** The place that has no figure yet, and is read next; as many as there are where every place has one. */
    next: texts.includes('') ? texts.indexOf('') : texts.length,
    judged,
  };
}
export type PressChecking = ReturnType<typeof usePressCheck>;
