import type { Placement } from '@kanga/core/art';
import { parseLength, parseNumber, tidyNumber } from '@kanga/core/units';
import { useJob } from '../job/index.js';
import { ParsedField } from '../ui/index.js';

/** Where something lies, in figures: its middle and its turn. */
export function SpotFields({ spot, onSpot }: { spot: Placement; onSpot: (spot: Placement) => void }) {
  const { print } = useJob();
  const length = (text: string) => parseLength(text, print.units.length);
  const far = (mm: number) => (Math.abs(mm) <= 3000 ? null : `That is further than ${print.length(3000)} away.`);
  return (
    <>
      <ParsedField
        label="Centre from left"
        shown={print.length(spot.x)}
        parse={length}
        limits={far}
        onValue={(x) => {
          onSpot({ ...spot, x });
        }}
      />
      <ParsedField
        label="Centre from top"
        shown={print.length(spot.y)}
        parse={length}
        limits={far}
        onValue={(y) => {
          onSpot({ ...spot, y });
        }}
      />
      <ParsedField
        label="Turned"
        shown={`${tidyNumber(spot.rotation, 1)}°`}
        parse={(text) => {
          const parsed = parseNumber(text.replace('°', ''));
          return parsed.ok ? parsed : { ok: false, problem: `“${text.trim()}” is not an angle in degrees.` };
        }}
        limits={(value) => (Math.abs(value) <= 180 ? null : 'From −180 to 180 degrees.')}
        onValue={(rotation) => {
          onSpot({ ...spot, rotation });
        }}
      />
    </>
  );
}
