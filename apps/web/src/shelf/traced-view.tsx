import { useRef } from 'react';
import { svgPath, type Four, type Point } from '@kanga/core/geometry';
import { placeIn } from '../draw/index.js';
import type { Loaded } from './loaded-picture.js';
import type { TracedPicture } from '../workers/index.js';

/** The picture with what was found in it; the card's corners can be dragged. */
export function TracedView({
  loaded,
  result,
  corners,
  onCorners,
}: {
  loaded: Loaded;
  result: TracedPicture | null;
  corners: Four<Point> | null;
  onCorners: ((corners: Four<Point>) => void) | null;
}) {
  const svg = useRef<SVGSVGElement>(null);
  const { width, height } = loaded.size;
  const unit = Math.max(width, height) / 100;
  const dragged = useRef<number | null>(null);
  const move = (event: React.PointerEvent) => {
    if (dragged.current === null || !corners || !onCorners) return;
    const p = placeIn(svg.current, event.clientX, event.clientY);
    onCorners(
      corners.map((corner, i) => (i === dragged.current ? { x: p.x, y: p.y } : corner)) as unknown as Four<Point>,
    );
  };
  return (
    <svg
      ref={svg}
      viewBox={`0 0 ${width} ${height}`}
      className="absolute inset-0 h-full w-full touch-none"
      role="img"
      aria-label={result ? 'The picture with the outline that was found' : 'The picture to be traced'}
      onPointerMove={move}
      onPointerUp={() => {
        dragged.current = null;
      }}
    >
      <image href={loaded.url} width={width} height={height} />
      {result && (
        <>
          <path
            d={svgPath(result.traced.inPicture)}
            fill="var(--color-cyan)"
            fillOpacity="0.22"
            stroke="var(--color-white)"
            strokeWidth="5"
            vectorEffect="non-scaling-stroke"
          />
          <path
            d={svgPath(result.traced.inPicture)}
            fill="none"
            stroke="var(--color-magenta)"
            strokeWidth="2.5"
            vectorEffect="non-scaling-stroke"
          />
        </>
      )}
      {corners && (
        <g>
          <path
            d={svgPath(corners)}
            fill="var(--color-yellow)"
            fillOpacity="0.25"
            stroke="var(--color-key)"
            strokeWidth="2"
            strokeDasharray="6 4"
            vectorEffect="non-scaling-stroke"
          />
          {corners.map((p, i) => (
            <g
              key={i}
              className="cursor-move"
              onPointerDown={(event) => {
                dragged.current = i;
                event.currentTarget.ownerSVGElement?.setPointerCapture(event.pointerId);
              }}
            >
              <circle cx={p.x} cy={p.y} r={unit * 2.4} fill="transparent" />
              <circle
                cx={p.x}
                cy={p.y}
                r={unit * 0.9}
                fill="var(--color-yellow)"
                fillOpacity="0.6"
                stroke="var(--color-key)"
                strokeWidth="2"
                vectorEffect="non-scaling-stroke"
              />
              <path
                d={`M${p.x - unit * 1.6} ${p.y}h${unit * 3.2}M${p.x} ${p.y - unit * 1.6}v${unit * 3.2}`}
                stroke="var(--color-key)"
                strokeWidth="1.5"
                vectorEffect="non-scaling-stroke"
              />
            </g>
          ))}
        </g>
      )}
    </svg>
  );
}
