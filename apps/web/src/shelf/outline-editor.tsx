import { useGesture } from '@use-gesture/react';
import { useRef, useState } from 'react';
import { makeTemplate, proposeBleed, type KeepOut } from '@kanga/core/blank';
import { boundsOf, polygonOf, svgPath, toSegment, type Point } from '@kanga/core/geometry';
import { placeIn, TemplateDrawing, templateView } from '../draw/index.js';
import { usePrint } from '../data/index.js';
import type { Draft } from './use-draft.js';

/** More points than this are not taken hold of one by one: simplify first. */
const MOST_HANDLES = 140;

const still = { vectorEffect: 'non-scaling-stroke' } as const;

const moved = ({ area, ...rest }: KeepOut, by: Point): KeepOut => ({
  ...rest,
  area: area.map((p) => ({ x: p.x + by.x, y: p.y + by.y })),
});

/** A keep-out with its box stretched so that its lower right corner comes to lie at `to`. */
function stretched({ area, ...rest }: KeepOut, to: Point): KeepOut {
  const box = boundsOf(area);
  const [w, h] = [Math.max(2, to.x - box.x), Math.max(2, to.y - box.y)];
  return {
    ...rest,
    area: area.map((p) => ({
      x: box.x + ((p.x - box.x) / Math.max(0.1, box.width)) * w,
      y: box.y + ((p.y - box.y) / Math.max(0.1, box.height)) * h,
    })),
  };
}

type Grip = { kind: 'point'; index: number } | { kind: 'keep-out'; index: number; corner: boolean };

const gripOf = (target: Element): Grip | null => {
  const { point, keepout, corner } = target.closest<SVGElement>('[data-point],[data-keepout]')?.dataset ?? {};
  if (point !== undefined) return { kind: 'point', index: Number(point) };
  return keepout === undefined ? null : { kind: 'keep-out', index: Number(keepout), corner: corner !== undefined };
};

/** The outline of a side at true proportions: its points are dragged, added on an edge by a double press, and taken away; keep-outs are moved and stretched. */
export function OutlineEditor({
  draft,
  picked,
  onPick,
}: {
  draft: Draft;
  picked: number | null;
  onPick: (keepOut: number | null) => void;
}) {
  const print = usePrint();
  const svg = useRef<SVGSVGElement>(null);
  const start = useRef<{ grip: Grip; from: Point; points: readonly Point[]; keepOuts: readonly KeepOut[] } | null>(
    null,
  );
  const [chosen, setChosen] = useState<number | null>(null);
  const { blank, shown, side } = draft;
  const toMm = (x: number, y: number): Point => {
    const p = placeIn(svg.current, x, y);
    return { x: p.x, y: p.y };
  };
  const points = shown ? polygonOf(shown.outline) : [];
  const editable = shown?.outline.kind === 'polygon' && points.length <= MOST_HANDLES;
  const bind = useGesture(
    {
      onDrag: ({ first, last, xy: [x, y], event }) => {
        if (!shown) return;
        const at = toMm(x, y);
        if (first) {
          const grip = gripOf(event.target as Element);
          if (!grip) return;
          start.current = { grip, from: at, points, keepOuts: shown.keepOuts };
          if (grip.kind === 'keep-out') onPick(grip.index);
          else setChosen(grip.index);
        }
        const { current } = start;
        if (!current) return;
        const by = { x: at.x - current.from.x, y: at.y - current.from.y };
        // A touch without a move chooses and changes nothing.
        if (Math.hypot(by.x, by.y) > 0.2) {
          const { grip } = current;
          const merge = !first && draft.changed && start.current !== null && moving.current;
          moving.current = true;
          if (grip.kind === 'point')
            draft.setPoints(
              current.points.map((p, i) => (i === grip.index ? { x: p.x + by.x, y: p.y + by.y } : p)),
              merge,
            );
          else
            draft.changeSide(
              {
                keepOuts: current.keepOuts.map((one, i) =>
                  i === grip.index ? (grip.corner ? stretched(one, at) : moved(one, by)) : one,
                ),
              },
              merge,
            );
        }
        if (last) {
          start.current = null;
          moving.current = false;
        }
      },
    },
    { drag: { pointer: { keys: false } } },
  );
  const moving = useRef(false);
  if (!shown) return null;
  const template = makeTemplate(shown.outline, proposeBleed(blank).value, blank.safe);
  const { unit } = templateView(template, shown);
  const addPoint = (event: React.MouseEvent) => {
    if (!editable) return;
    const at = toMm(event.clientX, event.clientY);
    const away = points.map((a, i) => toSegment(at, a, points[(i + 1) % points.length] ?? a));
    const nearest = away.indexOf(Math.min(...away));
    if ((away[nearest] ?? Infinity) > unit * 3) return;
    draft.setPoints([...points.slice(0, nearest + 1), at, ...points.slice(nearest + 1)]);
    setChosen(nearest + 1);
  };
  const onKeyDown = (event: React.KeyboardEvent) => {
    const step = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[event.key];
    const far = event.shiftKey ? 5 : 0.5;
    if (step && chosen !== null && editable) {
      event.preventDefault();
      draft.setPoints(
        points.map((p, i) => (i === chosen ? { x: p.x + (step[0] ?? 0) * far, y: p.y + (step[1] ?? 0) * far } : p)),
        true,
      );
    }
    if ((event.key === 'Delete' || event.key === 'Backspace') && chosen !== null && editable && points.length > 3) {
      event.preventDefault();
      draft.setPoints(points.filter((_, i) => i !== chosen));
      setChosen(null);
    }
    if (
      event.key === 'Tab' &&
      editable &&
      !event.ctrlKey &&
      chosen !== null &&
      !event.shiftKey &&
      chosen < points.length - 1
    ) {
      event.preventDefault();
      setChosen(chosen + 1);
    }
  };
  return (
    <div
      {...bind()}
      className="absolute inset-0 touch-none"
      tabIndex={0}
      role="application"
      aria-label="The outline. Arrow keys move the chosen point, Tab takes the next one, Delete removes it."
      onDoubleClick={addPoint}
      onKeyDown={onKeyDown}
      onFocus={() => {
        if (chosen === null && editable) setChosen(0);
      }}
    >
      <TemplateDrawing
        svgRef={svg}
        template={template}
        blank={blank}
        side={side}
        print={print}
        label={`Outline of ${blank.name || 'the new blank'}, ${print.size(template.width, template.height)}`}
        over={
          <>
            {shown.keepOuts.map((keepOut, i) => {
              const box = boundsOf(keepOut.area);
              return (
                <g key={i}>
                  <path
                    data-keepout={i}
                    d={svgPath(keepOut.area)}
                    className="cursor-move"
                    fill="transparent"
                    stroke={picked === i ? 'var(--color-magenta)' : 'transparent'}
                    strokeWidth="3"
                    {...still}
                  />
                  {picked === i && (
                    <rect
                      data-keepout={i}
                      data-corner=""
                      className="cursor-nwse-resize"
                      x={box.x + box.width - unit * 1.2}
                      y={box.y + box.height - unit * 1.2}
                      width={unit * 2.4}
                      height={unit * 2.4}
                      fill="var(--color-white)"
                      stroke="var(--color-magenta)"
                      strokeWidth="2"
                      {...still}
                    />
                  )}
                </g>
              );
            })}
            {editable &&
              points.map((p, i) => (
                <circle
                  key={i}
                  data-point={i}
                  cx={p.x}
                  cy={p.y}
                  r={unit * (i === chosen ? 1.5 : 1.1)}
                  className="cursor-move"
                  fill={i === chosen ? 'var(--color-yellow)' : 'var(--color-white)'}
                  stroke="var(--color-key)"
                  strokeWidth="1.5"
                  {...still}
                />
              ))}
          </>
        }
      />
    </div>
  );
}
