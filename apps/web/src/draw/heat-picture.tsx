import { HaloText } from './halo-text.js';
import { contours } from 'd3-contour';
import { useMemo } from 'react';
import { heatGrid, type HeatMap } from '@kanga/core/heat';
import { fahrenheitOf, type UnitPrinter } from '@kanga/core/units';
import { nth } from '@kanga/core/numbers';

/** Colours from cold to hot; shape and figures say the same. */
const COLD = [0, 115, 155];
const EVEN = [247, 248, 251];
const HOT = [196, 18, 110];
const mixed = (share: number): string => {
  const to = share < 0 ? COLD : HOT;
  const by = Math.min(1, Math.abs(share));
  return `rgb(${EVEN.map((c, i) => Math.round(c + (nth(to, i) - c) * by)).join(' ')})`;
};

/** Steps between isolines, °C. */
const STEPS = [1, 2, 5, 10];

/** A place no nearer to an end than some length. */
const within = (at: number, margin: number, length: number): number => Math.min(length - margin, Math.max(margin, at));

/** A plate's temperature as a picture: shaded, with isolines at whole steps, and its readings in figures. */
export function HeatPicture({ map, print, figures = true }: { map: HeatMap; print: UnitPrinter; figures?: boolean }) {
  const { bands, mean, reach } = useMemo(() => {
    const grid = heatGrid(map);
    const values = Array.from(grid.celsius);
    const [low, high] = [Math.min(...values), Math.max(...values)];
    const step = STEPS.find((one) => (high - low) / one <= 10) ?? 20;
    const levels: number[] = [];
    for (let at = Math.ceil(low / step) * step; at <= high; at += step) levels.push(at);
    const made = contours()
      .size([grid.columns, grid.rows])
      .thresholds([low - 1, ...levels])(values);
    const paths = made.map(({ value, coordinates }) => ({
      value,
      d: coordinates
        .flat()
        .map((ring) => `M${ring.map(([x, y]) => `${(x ?? 0) * grid.width} ${(y ?? 0) * grid.height}`).join('L')}Z`)
        .join(''),
    }));
    const middle = values.reduce((sum, value) => sum + value, 0) / values.length;
    return { bands: paths, mean: middle, reach: Math.max(8, (high - low) / 2) };
  }, [map]);
  const size = Math.max(map.platen.width, map.platen.depth) / 24;
  return (
    <g>
      {bands.map(({ value, d }, i) => (
        <path
          key={i}
          d={d}
          fill={mixed((Math.max(value, 0) - mean) / reach)}
          stroke="var(--color-key)"
          strokeOpacity={i === 0 ? 0 : 0.4}
          strokeWidth="1"
          vectorEffect="non-scaling-stroke"
        />
      ))}
      {figures &&
        map.used.map(({ x, y, celsius }, i) => (
          <HaloText
            key={i}
            x={within(x, 1.1 * size, map.platen.width)}
            y={within(y, 0.6 * size, map.platen.depth)}
            size={size}
            className="figures"
          >
            {/* The figures alone: many stand close, and their unit is said beneath. */}
            {Math.round(print.units.temperature === 'F' ? fahrenheitOf(celsius) : celsius)}
          </HaloText>
        ))}
    </g>
  );
}
