import type { Blank, Template } from '@kanga/core/blank';
import type { SectionWay, SidePlan } from '@kanga/core/stack';
import { useJob } from '../job/index.js';
import { Button, Choice } from '../ui/index.js';
import { BedDrawing, BedLegend } from './bed-drawing.js';
import { useSeams } from './use-seams.js';

interface Props {
  plan: SidePlan;
  /** Which of the sides that are pressed. */
  which: number;
  side: Blank['sides'][number];
  template: Template;
}

const WHERE: Record<SectionWay['on'], string> = { even: 'even part', whole: 'whole plate' };

/** A side that is pressed in sections: where their seams lie, moved by hand, and on which part of an uneven plate. */
export function LaidSections({ plan, which, side, template }: Props) {
  const { print, locked, view } = useJob();
  const seams = useSeams(plan, which);
  const press = view.stack?.press;
  if (!press) return null;
  const { bed } = seams.side;
  const { way, otherWay } = plan.bed;
  const ways = [way, otherWay].flatMap((one) => one ?? []).sort((a, b) => a.count - b.count);
  return (
    <div className="flex h-full flex-col">
      {ways.length > 1 && way && (
        <Choice
          label="Pressings"
          value={way.on}
          disabled={locked}
          options={ways.map((one) => ({
            value: one.on,
            label: `${one.count}, ${WHERE[one.on]}, ${print.temperature(one.coolest).split(' ')[0] ?? ''} to ${print.temperature(one.hottest)}`,
          }))}
          onChange={seams.press}
        />
      )}
      <div
        className="min-h-0 flex-1 touch-none"
        {...(seams.movable ? seams.bind() : {})}
        tabIndex={seams.movable ? 0 : undefined}
        onKeyDown={seams.onKeyDown}
        role={seams.movable ? 'group' : undefined}
        aria-label={seams.movable ? 'The pressings: arrow keys move the last one' : undefined}
      >
        <BedDrawing
          press={press}
          bed={bed}
          layers={seams.side.layers}
          side={side}
          template={template}
          print={print}
          {...(seams.movable ? { pieces: { className: 'cursor-grab active:cursor-grabbing' } } : {})}
        />
      </div>
      <BedLegend bed={bed} layers={seams.side.layers} print={print} />
      {seams.movable && (
        <div className="flex flex-wrap items-center gap-2 pt-2">
          <p className="min-w-0 flex-1 border-l-4 border-green pl-3">
            {seams.byHand
              ? 'The seams lie where you put them, as far as no gap is left.'
              : 'The seams lie where the picture is quiet. Drag a pressing to move its seam.'}
          </p>
          <Button disabled={!seams.byHand} onClick={seams.back}>
            Place automatically
          </Button>
        </div>
      )}
    </div>
  );
}
