import type { Blank } from '@kanga/core/blank';
import { growRect, polygonOf, svgPath, unionOf } from '@kanga/core/geometry';
import { silhouetteOf } from './silhouette.js';

/** A blank as a small picture: its silhouette with the print area on it. */
export function BlankGlyph({ blank, className = '' }: { blank: Blank; className?: string }) {
  const { path, folds, box } = silhouetteOf(blank);
  const [side] = blank.sides;
  if (!side) return null;
  const area = polygonOf(side.outline);
  const whole = unionOf([
    box,
    { x: 0, y: 0, width: Math.max(...area.map((p) => p.x)), height: Math.max(...area.map((p) => p.y)) },
  ]);
  const view = growRect(whole, Math.max(whole.width, whole.height) * 0.04);
  return (
    <svg viewBox={`${view.x} ${view.y} ${view.width} ${view.height}`} className={className} aria-hidden>
      <path
        d={path}
        fill={blank.baseColour}
        stroke="var(--color-key)"
        strokeWidth="1.6"
        vectorEffect="non-scaling-stroke"
      />
      <path
        d={svgPath(area)}
        fill="var(--color-cyan)"
        fillOpacity="0.28"
        stroke="var(--color-cyan)"
        strokeWidth="1.6"
        vectorEffect="non-scaling-stroke"
      />
      {side.keepOuts
        .filter((keepOut) => keepOut.kind === 'strap slot' || keepOut.kind === 'rubber border')
        .map((keepOut, i) => (
          <path
            key={i}
            d={svgPath(keepOut.area)}
            fill="var(--color-key)"
            fillOpacity={keepOut.kind === 'strap slot' ? 1 : 0.75}
          />
        ))}
      <path d={folds} fill="none" stroke="var(--color-key)" strokeWidth="1.2" vectorEffect="non-scaling-stroke" />
    </svg>
  );
}
