import { useId } from 'react';
import { svgPath } from '@kanga/core/geometry';
import type { JobView } from '@kanga/core/job';
import { DrawnItems } from './drawn-items.js';

/** The print as it ripens: dull as on paper above the line, vivid as on cloth below it. `share` is how much of the dwell is gone. */
export function Ripening({ view, share }: { view: JobView; share: number }) {
  const id = useId();
  const { blank, sides, printed } = view;
  const side = sides[printed[0] ?? 0];
  if (!side || !blank || side.drawn.length === 0) return null;
  const { template, drawn } = side;
  const { bleedBox: box } = template;
  const at = box.y + box.height * (1 - share);
  const image = <DrawnItems drawn={drawn} template={template} />;
  const edge = Math.max(box.width, box.height) * 0.02;
  return (
    <svg
      viewBox={`${box.x - edge} ${box.y - edge} ${box.width + 2 * edge} ${box.height + 2 * edge}`}
      className="h-full max-h-full w-full"
      role="img"
      aria-label={`${blank.name}, ${Math.round(share * 100)} % of the dwell`}
    >
      <defs>
        <clipPath id={`cloth${id}`}>
          <path d={svgPath(template.bleedPolygon)} />
        </clipPath>
        <clipPath id={`ripe${id}`}>
          <rect x={box.x - edge} y={at} width={box.width + 2 * edge} height={box.height * share + edge} />
        </clipPath>
      </defs>
      <g clipPath={`url(#cloth${id})`}>
        <path d={svgPath(template.bleedPolygon)} fill={blank.baseColour} />
        <g style={{ filter: 'saturate(.22) brightness(.8)' }} opacity="0.55">
          {image}
        </g>
        <g clipPath={`url(#ripe${id})`}>
          <path d={svgPath(template.bleedPolygon)} fill={blank.baseColour} />
          {image}
        </g>
      </g>
      {share > 0 && share < 1 && (
        <path
          d={`M${box.x} ${at}H${box.x + box.width}`}
          stroke="var(--color-white)"
          strokeWidth="4"
          vectorEffect="non-scaling-stroke"
        />
      )}
    </svg>
  );
}
