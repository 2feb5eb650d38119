import { MM_PER_INCH, type LengthUnit } from '@kanga/core/units';

/** Steps between the figures of a ruler, in shop units: as many as have room. */
const FIGURES = { in: [1, 2, 5, 10, 20], mm: [50, 100, 200, 500] };
const MOST_FIGURES = 13;

interface RulerProps {
  length: number;
  /** The longer edge of the sheet: both of its rulers have the same figures. */
  span: number;
  unit: LengthUnit;
  upright: boolean;
  size: number;
}

/** A ruler along an edge, in shop units. */
export function Ruler({ length, span, unit, upright, size }: RulerProps) {
  const mm = unit === 'in' ? MM_PER_INCH : 1;
  const every = FIGURES[unit].find((step) => span / (step * mm) <= MOST_FIGURES) ?? 500;
  const tick = (every * mm) / (unit === 'in' && every === 1 ? 4 : 5);
  const at = (n: number, step: number) => (upright ? `translate(0 ${n * step})` : `translate(${n * step} 0)`);
  const range = (step: number) => Array.from({ length: Math.floor(length / step + 1e-9) + 1 }, (_, i) => i);
  return (
    <g aria-hidden>
      <g stroke="var(--color-key)" strokeWidth="1">
        {range(tick).map((i) => (
          <path
            key={i}
            transform={at(i, tick)}
            d={upright ? `M0 0h${-size * 0.22}` : `M0 0v${-size * 0.22}`}
            vectorEffect="non-scaling-stroke"
          />
        ))}
      </g>
      <g fill="var(--color-soft)" textAnchor="middle" fontSize={size * 0.62}>
        {range(every * mm).map((i) => (
          <text
            key={i}
            transform={`${at(i, every * mm)} ${upright ? `translate(${-size * 0.45} 0) rotate(-90)` : `translate(0 ${-size * 0.45})`}`}
          >
            {i * every}
          </text>
        ))}
      </g>
    </g>
  );
}
