import { kindOf, type Tray } from '@kanga/core/sheet';
import { rulerStep } from '@kanga/core/units';
import { usePrint } from '../data/index.js';
import { Button } from '../ui/index.js';
import { cornerOf, type useArranging } from './use-arranging.js';

/** The part that is chosen: where it lies, and what can be done with it by hand. */
export function ChosenPart({
  tray,
  arranging,
  sheets,
  locked,
}: {
  tray: Tray;
  arranging: ReturnType<typeof useArranging>;
  sheets: number;
  locked: boolean;
}) {
  const print = usePrint();
  const { chosen, pinned, spots } = arranging;
  const spot = chosen === null ? undefined : spots[chosen];
  if (chosen === null || !spot || chosen >= tray.parts.length) return null;
  const { piece } = tray.parts[chosen] ?? { piece: 0 };
  const { name } = kindOf(tray, { part: chosen });
  const corner = cornerOf(tray, chosen, spot);
  return (
    <div className="space-y-2 border-l-4 border-cyan pl-3">
      <p>
        <b>
          Piece {piece + 1}
          {name && `, ${name}`}
        </b>{' '}
        <span className="text-soft">
          at <span className="figures">{print.size(corner.x, corner.y)}</span>
        </span>
      </p>
      <div className="flex flex-wrap gap-1.5">
        <Button
          disabled={locked}
          title="R"
          onClick={() => {
            arranging.turn(chosen, 90);
          }}
        >
          Turn ↻
        </Button>
        <Button
          disabled={locked}
          title="P"
          onClick={() => {
            arranging.pin(chosen);
          }}
        >
          {pinned.includes(chosen) ? 'Unpin' : 'Pin'}
        </Button>
        <Button
          disabled={locked || spot.sheet === 0}
          onClick={() => {
            arranging.toSheet(chosen, spot.sheet - 1);
          }}
        >
          To previous sheet
        </Button>
        <Button
          disabled={locked || spot.sheet >= sheets}
          onClick={() => {
            arranging.toSheet(chosen, spot.sheet + 1);
          }}
        >
          To next sheet
        </Button>
      </div>
      <p className="text-[14px] text-soft">
        Drag it, or arrow keys: {rulerStep(print.units.length).said}, with Shift ten times that. R turns, P pins.
      </p>
    </div>
  );
}
