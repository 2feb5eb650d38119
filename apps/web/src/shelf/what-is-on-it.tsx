import { startingKeepOuts, withTwoLayers, type KeepOutKind } from '@kanga/core/blank';
import { Check } from '../ui/index.js';
import type { Draft } from './use-draft.js';

const PARTS: [KeepOutKind, string][] = [
  ['zip', 'A zip'],
  ['elastic', 'Elastic'],
  ['buckle', 'A buckle'],
  ['drawcord', 'A cord'],
  ['rubber border', 'A rubber edge'],
  ['collar', 'A collar'],
];
/** A pile begins at this height where nobody measured it, mm. */
const USUAL_PILE = 8;

/** What matters at the press, asked in the words of whoever has it in the hand. Each is drawn, and can be moved where the shape is. */
export function WhatIsOnIt({ draft }: { draft: Draft }) {
  const { blank, shown, change, changeSide } = draft;
  if (!shown) return null;
  const piled = blank.surface === 'long pile';
  return (
    <fieldset className="border-t border-rule pt-2">
      <legend className="font-semibold">What is it like, and what is on it?</legend>
      <div className="grid grid-cols-2 gap-x-2">
        <Check
          label="It opens, or has two layers"
          checked={blank.layers.length > 1}
          onChange={(two) => {
            change({ layers: withTwoLayers(blank.layers, two) });
          }}
        />
        <Check
          label="A long pile"
          checked={piled}
          onChange={(now) => {
            const { construction } = blank;
            change({
              surface: now ? 'long pile' : 'smooth',
              construction: {
                ...construction,
                make: now ? 'pile' : 'knit',
                pileHeight: now ? construction.pileHeight || USUAL_PILE : 0,
              },
            });
          }}
        />
        {PARTS.map(([kind, label]) => (
          <Check
            key={kind}
            label={label}
            checked={shown.keepOuts.some((one) => one.kind === kind)}
            onChange={(there) => {
              changeSide({
                keepOuts: there
                  ? [...shown.keepOuts, ...startingKeepOuts(kind, shown.outline)]
                  : shown.keepOuts.filter((one) => one.kind !== kind),
              });
            }}
          />
        ))}
      </div>
      <p className="text-[14px] text-soft">
        Zips, elastic, buckles and cords hang off the plate or lie beside the pad; their places are moved under Shape.
      </p>
    </fieldset>
  );
}
