import { hexOfLab } from '@kanga/core/colour';
import type { StudySwatch } from '@kanga/core/study';

/** The patches that stand for a swatch. */
const SHOWN = ['cyan', 'magenta', 'yellow', 'black'] as const;
const DULL = [
  'var(--color-cyan-dull)',
  'var(--color-magenta-dull)',
  'var(--color-yellow-dull)',
  'var(--color-ground-dull)',
];

/** A swatch as a small cloth: dull until it is pressed, then in the colours that were measured on it. Its middle is at the origin. */
export function SwatchTile({ swatch, size, chosen = false }: { swatch: StudySwatch; size: number; chosen?: boolean }) {
  const { reading, pressedAt, spoiled, number } = swatch;
  const half = size / 2;
  const fill = (i: number) => {
    const name = SHOWN[i];
    return reading && name ? hexOfLab(reading.patches[name]) : (DULL[i] ?? '');
  };
  return (
    <g opacity={spoiled === null ? 1 : 0.6}>
      {[0, 1, 2, 3].map((i) => (
        <rect
          key={i}
          x={-half + (i % 2) * half}
          y={-half + (i >> 1) * half}
          width={half}
          height={half}
          fill={fill(i)}
        />
      ))}
      <rect
        x={-half}
        y={-half}
        width={size}
        height={size}
        fill="none"
        stroke={chosen ? 'var(--color-magenta)' : 'var(--color-key)'}
        strokeWidth={chosen ? 4 : 1.8}
        strokeDasharray={pressedAt === null ? '4 3' : undefined}
      />
      {spoiled !== null && (
        <path
          d={`M${-half} ${-half}L${half} ${half}M${half} ${-half}L${-half} ${half}`}
          stroke="var(--color-magenta)"
          strokeWidth="3"
        />
      )}
      <circle r={size * 0.27} fill="var(--color-white)" stroke="var(--color-key)" strokeWidth="1" />
      <text y={size * 0.16} textAnchor="middle" fontSize={size * 0.42} fontWeight="700" fill="var(--color-key)">
        {number}
      </text>
    </g>
  );
}
