import { crossingOf, polygonOf, sizeOf } from '@kanga/core/geometry';
import { usePrint } from '../data/index.js';
import { Button } from '../ui/index.js';
import { ExportOutline } from './export-outline.js';
import { KeepOutFields } from './keep-out-fields.js';
import { MOST_SIDES, outlineActs, withMirroredSide } from './outline-acts.js';
import type { Draft } from './use-draft.js';

/** Sides of a blank: one more that mirrors this one, or this one away. */
function SideButtons({ draft }: { draft: Draft }) {
  const { blank, side } = draft;
  return (
    <>
      <Button
        disabled={blank.sides.length >= MOST_SIDES}
        onClick={() => {
          draft.change({ sides: withMirroredSide(blank, side) });
          draft.setSide(blank.sides.length);
        }}
      >
        Mirror to another side
      </Button>
      {blank.sides.length > 1 && (
        <Button
          onClick={() => {
            draft.change({ sides: blank.sides.filter((_, i) => i !== side) });
            draft.setSide(0);
          }}
        >
          Remove this side
        </Button>
      )}
    </>
  );
}

/** What is done to an outline as a whole, and what of it is kept out. */
export function OutlineTools({
  draft,
  picked,
  onPick,
}: {
  draft: Draft;
  picked: number | null;
  onPick: (keepOut: number | null) => void;
}) {
  const print = usePrint();
  const { blank, shown } = draft;
  if (!shown) return null;
  const { outline } = shown;
  const size = sizeOf(outline);
  const points = polygonOf(outline);
  const crossing = outline.kind === 'polygon' ? crossingOf(points) : null;
  return (
    <div className="space-y-2 border-t border-rule pt-2">
      <p className="text-[15px]">
        <span className="figures text-lg">{print.size(size.width, size.height)}</span>
        {outline.kind === 'polygon' && <span className="text-soft"> · {points.length} points</span>}
      </p>
      {crossing && (
        <p role="alert" className="font-semibold text-magenta">
          The outline crosses itself at {print.length(crossing.x)}, {print.length(crossing.y)}: move the points there
          apart.
        </p>
      )}
      <div className="flex flex-wrap gap-1.5">
        {outlineActs(print.units.length).map(({ label, act }) => (
          <Button
            key={label}
            onClick={() => {
              const changed = act(outline);
              if (changed) draft.setPoints(changed);
            }}
          >
            {label}
          </Button>
        ))}
        <SideButtons draft={draft} />
      </div>
      <KeepOutFields draft={draft} shown={shown} picked={picked} onPick={onPick} />
      <ExportOutline blank={blank} side={shown} />
    </div>
  );
}
