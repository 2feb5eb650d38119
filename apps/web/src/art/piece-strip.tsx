import { useEffect, useRef, useState } from 'react';
import { drawnOn, valuesOf } from '@kanga/core/art';
import { svgPath } from '@kanga/core/geometry';
import { DrawnItems } from '../draw/index.js';
import { useJob } from '../job/index.js';

const WIDTH = 104;

/** Every piece of a run as it will be printed; only those in sight are drawn. */
export function PieceStrip({ side }: { side: number }) {
  const { view, palette, piece, setPiece } = useJob();
  const { job, templates, blank } = view;
  const box = useRef<HTMLDivElement>(null);
  const [left, setLeft] = useState(0);
  const template = templates[side];
  useEffect(() => {
    const { current } = box;
    if (!current) return;
    const at = piece * WIDTH;
    if (at < current.scrollLeft || at + WIDTH > current.scrollLeft + current.clientWidth)
      current.scrollTo({ left: at - current.clientWidth / 2 + WIDTH / 2 });
  }, [piece]);
  if (!job.run || !template || !blank) return null;
  const first = Math.max(0, Math.floor(left / WIDTH) - 2);
  const shown = Array.from({ length: 16 }, (_, i) => first + i).filter((i) => i < job.pieces);
  const { bleedBox: view_ } = template;
  return (
    <div
      ref={box}
      role="group"
      tabIndex={0}
      aria-label={`Pieces of the run, ${piece + 1} of ${job.pieces}. Left and right choose.`}
      className="mt-1.5 h-[98px] overflow-x-auto border border-rule"
      onScroll={(event) => {
        setLeft(event.currentTarget.scrollLeft);
      }}
      onKeyDown={(event) => {
        const step = { ArrowRight: 1, ArrowLeft: -1, PageDown: 10, PageUp: -10 }[event.key];
        if (!step) return;
        event.preventDefault();
        setPiece(Math.min(job.pieces - 1, Math.max(0, piece + step)));
      }}
    >
      <div className="relative h-full" style={{ width: job.pieces * WIDTH }}>
        {shown.map((i) => {
          const values = valuesOf(job.run, i);
          return (
            <button
              key={i}
              type="button"
              tabIndex={-1}
              aria-label={`Piece ${i + 1}: ${Object.values(values).join(' ')}`}
              aria-pressed={i === piece}
              className={`absolute top-0 flex h-[80px] flex-col items-center border-2 p-1 text-[12px] ${i === piece ? 'border-key bg-yellow/25' : 'border-transparent hover:border-key/40'}`}
              style={{ left: i * WIDTH, width: WIDTH }}
              onClick={() => {
                setPiece(i);
              }}
            >
              <svg
                viewBox={`${view_.x} ${view_.y} ${view_.width} ${view_.height}`}
                className="h-[52px] w-full"
                aria-hidden
              >
                <path d={svgPath(template.bleedPolygon)} fill={blank.baseColour} />
                <DrawnItems
                  drawn={drawnOn(job.design, side, templates, palette, values)}
                  template={template}
                  size="thumb"
                />
              </svg>
              <span className="w-full truncate" dir="auto">
                {i + 1} · {Object.values(values).join(' ')}
              </span>
            </button>
          );
        })}
      </div>
    </div>
  );
}
