import type { KeepOut } from '@kanga/core/blank';
import { boundsOf, type Polygon, type Rect } from '@kanga/core/geometry';
import { parseLength } from '@kanga/core/units';
import { usePrint } from '../data/index.js';
import { ParsedField } from '../ui/index.js';

const FIGURES = [
  ['From the left', 'x'],
  ['From the top', 'y'],
  ['Wide', 'width'],
  ['High', 'height'],
] as const;
/** A keep-out is no thinner than this, mm, and lies no further away. */
const [LEAST, FAR] = [0.5, 3000];

/** A shape moved and stretched from its box into another. */
const into = (area: Polygon, from: Rect, to: Rect): Polygon =>
  area.map(({ x, y }) => ({
    x: to.x + ((x - from.x) / from.width) * to.width,
    y: to.y + ((y - from.y) / from.height) * to.height,
  }));

/** Where a keep-out lies and how large it is, in figures; dragging it in the picture does the same. */
export function KeepOutFigures({ keepOut, onChange }: { keepOut: KeepOut; onChange: (area: Polygon) => void }) {
  const print = usePrint();
  const box = boundsOf(keepOut.area);
  return (
    <div>
      <p className="text-[14px] text-soft">
        The {keepOut.kind}: drag it in the picture, its corner stretches it, or write its figures. They count from the
        corner of the print area; outside it they are below 0.
      </p>
      <div className="grid grid-cols-2 gap-2">
        {FIGURES.map(([label, key]) => (
          <ParsedField
            key={key}
            label={label}
            shown={print.length(box[key])}
            parse={(text) => parseLength(text, print.units.length)}
            limits={(mm) =>
              key === 'width' || key === 'height'
                ? mm >= LEAST && mm <= FAR
                  ? null
                  : `From ${print.length(LEAST)} to ${print.length(FAR)}.`
                : Math.abs(mm) <= FAR
                  ? null
                  : `That is further than ${print.length(FAR)} away.`
            }
            onValue={(mm) => {
              onChange(into(keepOut.area, box, { ...box, [key]: mm }));
            }}
          />
        ))}
      </div>
    </div>
  );
}
