import type { Blank, Template } from '@kanga/core/blank';
import type { SidePlan } from '@kanga/core/stack';
import { useJob } from '../job/index.js';
import { Button } from '../ui/index.js';
import { ZoomField } from '../draw/index.js';
import { BedDrawing, BedLegend } from './bed-drawing.js';
import { useLaying } from './use-laying.js';

interface Props {
  plan: SidePlan;
  /** Which of the sides that are pressed. */
  which: number;
  side: Blank['sides'][number];
  template: Template;
}

/** In one line: does it lie well? */
function Verdict({ laying }: { laying: ReturnType<typeof useLaying> }) {
  const { findings, side } = laying;
  const laid = side.bed.bed;
  const worst = findings[0];
  if (worst)
    return (
      <p role="status" className="border-l-4 border-magenta pl-3">
        <b title={worst.remedy}>{worst.title}.</b>
      </p>
    );
  if (!laid) return null;
  return (
    <p role="status" className="border-l-4 border-green pl-3">
      <b>It is placed well.</b> {side.bed.usable ? 'The print is on the even part' : 'The print is on the plate'}
      {laid.onPlate.length === 0 ? '.' : `; ${laid.onPlate.join(' and ')} beside the pad.`}
    </p>
  );
}

/** The bed of a side, which can be laid by hand: dragged, nudged with the arrow keys, turned with R. */
export function LaidBed({ plan, which, side, template }: Props) {
  const { print, locked, view } = useJob();
  const laying = useLaying(plan, which);
  const press = view.stack?.press;
  if (!press) return null;
  const { bed } = laying.side;
  const movable = bed.bed !== null && !locked;
  return (
    <div className="flex h-full flex-col">
      <div
        className="relative min-h-[200px] flex-1"
        {...(movable ? laying.bind() : {})}
        tabIndex={movable ? 0 : undefined}
        onKeyDown={laying.onKeyDown}
        role={movable ? 'group' : undefined}
        aria-label={movable ? 'The bed: arrow keys move the piece, R turns it' : undefined}
      >
        <ZoomField label="the bed">
          <BedDrawing
            press={press}
            bed={bed}
            layers={laying.side.layers}
            side={side}
            template={template}
            print={print}
            pieces={movable ? { className: 'cursor-grab active:cursor-grabbing' } : {}}
          />
        </ZoomField>
      </div>
      {!bed.bed && <BedLegend bed={bed} layers={laying.side.layers} print={print} />}
      {bed.bed && (
        <div className="flex flex-wrap items-center gap-2 pt-2">
          <div className="min-w-0 flex-1">
            <Verdict laying={laying} />
            <BedLegend bed={bed} layers={laying.side.layers} print={print} />
          </div>
          {movable && (
            <>
              <Button onClick={laying.turn}>Turn</Button>
              <Button disabled={!laying.byHand} onClick={laying.back}>
                Place automatically
              </Button>
            </>
          )}
        </div>
      )}
    </div>
  );
}
