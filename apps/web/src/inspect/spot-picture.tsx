import { svgPath } from '@kanga/core/geometry';
import type { PieceSpot } from '@kanga/core/inspect';
import type { JobView } from '@kanga/core/job';
import { DrawnItems, placeIn } from '../draw/index.js';

/** Where on the piece it is seen: the printed side, on which one points. */
export function SpotPicture({
  view,
  spot,
  onSpot,
}: {
  view: JobView;
  spot: PieceSpot | null;
  onSpot?: (spot: PieceSpot | null) => void;
}) {
  const { sides, printed, blank } = view;
  return (
    <div className="flex gap-3">
      {printed.map((at, side) => {
        const shown = sides[at];
        if (!shown || !blank) return null;
        const { template, drawn } = shown;
        const { width, height } = template;
        const mark = spot?.side === side ? spot : null;
        const size = Math.max(width, height);
        return (
          <svg
            key={at}
            viewBox={`${-size * 0.02} ${-size * 0.02} ${width + size * 0.04} ${height + size * 0.04}`}
            className={`min-w-0 flex-1 border border-rule ${onSpot ? 'max-h-44 cursor-crosshair' : 'max-h-28'}`}
            role="img"
            aria-label={`${blank.sides[at]?.name ?? 'the print'}${mark ? `, marked ${Math.round(mark.across * 100)} % from the left and ${Math.round(mark.down * 100)} % from the top` : ''}`}
            onClick={(event) => {
              if (!onSpot) return;
              const place = placeIn(event.currentTarget, event.clientX, event.clientY);
              const across = Math.min(1, Math.max(0, place.x / width));
              const down = Math.min(1, Math.max(0, place.y / height));
              onSpot({ side, across, down });
            }}
          >
            <path
              d={svgPath(template.bleedPolygon)}
              fill={blank.baseColour}
              stroke="var(--color-key)"
              strokeWidth={size * 0.004}
            />
            <DrawnItems drawn={drawn} template={template} />
            {mark && (
              <g transform={`translate(${mark.across * width} ${mark.down * height}) scale(${size / 100})`}>
                <circle r="7" fill="none" stroke="var(--color-white)" strokeWidth="4" />
                <circle r="7" fill="none" stroke="var(--color-magenta)" strokeWidth="2" />
              </g>
            )}
          </svg>
        );
      })}
    </div>
  );
}
