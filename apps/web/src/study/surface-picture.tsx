import { contours } from 'd3-contour';
import { useMemo } from 'react';
import { FORGIVES, OFF, UNKNOWN } from '@kanga/core/dial';
import { nth } from '@kanga/core/numbers';
import { truly, type Study, type StudySwatch, type StudyView, type SurfaceShown } from '@kanga/core/study';
import { clamped, formatDuration } from '@kanga/core/units';
import { usePrint } from '../data/index.js';
import { HaloText } from '../draw/index.js';
import { BANDS } from './bands.js';
import { SwatchTile } from './swatch-tile.js';

/** The picture in its own units, with room for what stands at its edges. */
const BOX = { width: 1000, height: 640, left: 84, right: 44, top: 34, bottom: 58 };
const [WIDE, HIGH] = [BOX.width - BOX.left - BOX.right, BOX.height - BOX.top - BOX.bottom];

interface Axes {
  x: (celsius: number) => number;
  y: (seconds: number) => number;
}

const axesOf = ({ limits }: Study): Axes => {
  const { temperature, dwell } = limits;
  const share = (value: number, least: number, most: number) => (most > least ? (value - least) / (most - least) : 0.5);
  return {
    x: (celsius) => BOX.left + WIDE * share(celsius, temperature.least, temperature.most),
    y: (seconds) => BOX.top + HIGH * (1 - share(Math.log(seconds), Math.log(dwell.least), Math.log(dwell.most))),
  };
};

/** Areas of a slice of the grid above a level, as a path in the picture. Rows run up the picture as dwells rise. */
function areasOf(surface: SurfaceShown, values: readonly number[], level: number, axes: Axes): string {
  const { temperatures, dwells } = surface.grid;
  const [columns, rows] = [temperatures.length, dwells.length];
  const [shape] = contours().size([columns, rows]).thresholds([level])(values as number[]);
  // A cell's value stands at its middle; the outermost half cells are drawn to the edge.
  const heat = (at: number) => along(temperatures, at - 0.5);
  const time = (at: number) => along(dwells, at - 0.5);
  return (shape?.coordinates ?? [])
    .flat()
    .filter((ring) => isSeen(ring))
    .map(
      (ring) =>
        `M${ring.map(([u, v]) => `${axes.x(heat(u ?? 0)).toFixed(1)} ${axes.y(time(v ?? 0)).toFixed(1)}`).join('L')}Z`,
    )
    .join('');
}

/** An island of less than a cell is chance, and nothing to go by. */
const isSeen = (ring: readonly (readonly number[])[]): boolean =>
  [0, 1].some((axis) => {
    const values = ring.map((point) => point[axis] ?? 0);
    return Math.max(...values) - Math.min(...values) > 1.6;
  });

/** A value between the numbers of a list; beyond its ends, its ends. */
function along(list: readonly number[], at: number): number {
  const clamped = Math.min(list.length - 1, Math.max(0, at));
  const low = Math.floor(clamped);
  const share = clamped - low;
  const a = nth(list, low);
  return share === 0 ? a : a * (1 - share) + nth(list, low + 1) * share;
}

/** Round figures between two, so many at most. */
function ticks(least: number, most: number, step: number): number[] {
  const out: number[] = [];
  for (let at = Math.ceil(least / step - 1e-9) * step; at <= most + 1e-9; at += step) out.push(at);
  return out;
}
const DWELLS = [10, 15, 20, 30, 40, 50, 60, 80, 100, 120, 150, 180, 240];

function Scales({ study, axes }: { study: Study; axes: Axes }) {
  const print = usePrint();
  const { temperature, dwell } = study.limits;
  const fahrenheit = print.units.temperature === 'F';
  const wide = temperature.most - temperature.least;
  const heats = fahrenheit
    ? ticks((temperature.least * 9) / 5 + 32, (temperature.most * 9) / 5 + 32, wide > 25 ? 20 : 10).map(
        (f) => ((f - 32) * 5) / 9,
      )
    : ticks(temperature.least, temperature.most, wide > 25 ? 10 : 5);
  return (
    <g className="figures" fontSize="17" fill="var(--color-key)">
      {heats.map((celsius) => (
        <g key={celsius}>
          <line
            x1={axes.x(celsius)}
            x2={axes.x(celsius)}
            y1={BOX.top + HIGH}
            y2={BOX.top + HIGH + 7}
            stroke="var(--color-key)"
          />
          <text x={axes.x(celsius)} y={BOX.top + HIGH + 26} textAnchor="middle">
            {print.temperature(celsius)}
          </text>
        </g>
      ))}
      {DWELLS.filter((one) => one >= dwell.least - 0.1 && one <= dwell.most + 0.1).map((seconds) => (
        <g key={seconds}>
          <line x1={BOX.left - 7} x2={BOX.left} y1={axes.y(seconds)} y2={axes.y(seconds)} stroke="var(--color-key)" />
          <text x={BOX.left - 12} y={axes.y(seconds) + 6} textAnchor="end">
            {formatDuration(seconds)}
          </text>
        </g>
      ))}
      <text x={BOX.left + WIDE} y={BOX.height - 6} textAnchor="end" fontSize="15" fill="var(--color-soft)">
        temperature at the cloth →
      </text>
      <text x={12} y={18} fontSize="15" fill="var(--color-soft)">
        dwell ↑
      </text>
    </g>
  );
}

/** The settings of a study as a map, heat across and time up: how good each is, the swatches on it, the best and the robust one. */
export function SurfacePicture({
  study,
  view,
  slice,
  chosen,
  onChoose,
}: {
  study: Study;
  view: StudyView | null;
  /** Which pressure and pre-press is looked at. */
  slice: { pressure: string; prePress: number };
  chosen: number | null;
  onChoose: (number: number | null) => void;
}) {
  const print = usePrint();
  const axes = useMemo(() => axesOf(study), [study]);
  const surface = view?.surface ?? null;
  const drawn = useMemo(() => {
    if (!surface) return null;
    const { grid, merit, doubt, worst } = surface;
    const size = grid.temperatures.length * grid.dwells.length;
    const at =
      (Math.max(0, grid.prePresses.indexOf(slice.prePress)) * grid.pressures.length +
        Math.max(
          0,
          grid.pressures.findIndex((one) => one === slice.pressure),
        )) *
      size;
    const part = (values: Float64Array) => Array.from(values.slice(at, at + size));
    const best = view?.best?.merit ?? 0;
    const values = part(merit);
    const good = part(worst).map((value) => value - (best - FORGIVES));
    return {
      bands: BANDS.map(({ behind, fill }) => ({
        fill,
        d: behind === Infinity ? '' : areasOf(surface, values, best - behind, axes),
      })),
      unknown: areasOf(surface, part(doubt), UNKNOWN, axes),
      forgiving: areasOf(surface, good, 0, axes),
    };
  }, [surface, view?.best?.merit, slice, axes]);
  const here = (setting: { pressure: string; prePress: number }) =>
    setting.pressure === slice.pressure && Math.abs(setting.prePress - slice.prePress) < 0.5;
  // Check swatches lie on the recipe, and would hide what led to it.
  const swatches = study.swatches.filter(({ setting, aim }) => here(setting) && aim !== 'check');
  // What was pressed a little beyond the limits stands at their edge.
  const point = (setting: { temperature: number; dwell: number }) => ({
    x: clamped(axes.x(setting.temperature), { least: BOX.left, most: BOX.left + WIDE }),
    y: clamped(axes.y(setting.dwell), { least: BOX.top, most: BOX.top + HIGH }),
  });
  const { best = null, robust = null, next = [] } = view ?? {};
  return (
    <svg
      viewBox={`0 0 ${BOX.width} ${BOX.height}`}
      className="h-full w-full"
      role="group"
      aria-label="Settings by temperature and dwell"
    >
      <defs>
        <pattern id="unknown" width="9" height="9" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <line x1="0" y1="0" x2="0" y2="9" stroke="var(--color-key)" strokeOpacity="0.28" strokeWidth="2" />
        </pattern>
        <clipPath id="within">
          <rect x={BOX.left} y={BOX.top} width={WIDE} height={HIGH} />
        </clipPath>
      </defs>
      <rect x={BOX.left} y={BOX.top} width={WIDE} height={HIGH} fill={drawn ? BANDS[0]?.fill : 'var(--color-ground)'} />
      <g clipPath="url(#within)">
        {drawn?.bands.map(({ fill, d }, i) => d !== '' && <path key={i} d={d} fill={fill} />)}
        {drawn && <path d={drawn.unknown} fill="url(#unknown)" />}
        {drawn && (
          <path
            d={drawn.forgiving}
            fill="none"
            stroke="var(--color-green)"
            strokeWidth="3"
            strokeDasharray="2 6"
            strokeLinecap="round"
          />
        )}
      </g>
      <rect
        x={BOX.left}
        y={BOX.top}
        width={WIDE}
        height={HIGH}
        fill="none"
        stroke="var(--color-key)"
        strokeWidth="1.5"
      />
      <Scales study={study} axes={axes} />
      {robust && here(robust.setting) && <Robust {...robust.setting} axes={axes} />}
      {best && here(best.setting) && (
        <g transform={`translate(${point(best.setting).x} ${point(best.setting).y})`}>
          <path d="M0 -13 13 0 0 13 -13 0Z" fill="var(--color-white)" stroke="var(--color-key)" strokeWidth="2.5" />
          <HaloText x={0} y={-20} size={17}>
            best
          </HaloText>
        </g>
      )}
      {next
        .filter(({ setting }) => here(setting))
        .map(({ setting }, i) => {
          const { x, y } = point(setting);
          return (
            <g key={i}>
              <circle
                cx={x}
                cy={y}
                r="19"
                fill="none"
                stroke="var(--color-magenta)"
                strokeWidth="3"
                strokeDasharray="7 5"
              />
              <HaloText x={x} y={y + 6} size={15}>
                next
              </HaloText>
            </g>
          );
        })}
      {swatches.map((swatch) => (
        <SwatchMark
          key={swatch.number}
          swatch={swatch}
          {...point(truly(swatch))}
          label={`Swatch ${swatch.number}: ${print.temperature(truly(swatch).temperature)}, ${Math.round(truly(swatch).dwell)} s`}
          chosen={chosen === swatch.number}
          onChoose={() => {
            onChoose(chosen === swatch.number ? null : swatch.number);
          }}
        />
      ))}
      {!drawn && (
        <text
          x={BOX.left + WIDE / 2}
          y={BOX.top + HIGH - 22}
          textAnchor="middle"
          fontSize="19"
          fill="var(--color-soft)"
        >
          {swatches.length > 0
            ? 'The surface appears once swatches are measured or compared.'
            : 'Swatches appear here as they are planned.'}
        </text>
      )}
    </svg>
  );
}

/** The robust setting with the box of what a day’s work may be off. */
function Robust({ temperature, dwell, axes }: { temperature: number; dwell: number; axes: Axes }) {
  const across = (x: number) => clamped(x, { least: BOX.left, most: BOX.left + WIDE });
  const down = (y: number) => clamped(y, { least: BOX.top, most: BOX.top + HIGH });
  const [left, right] = [across(axes.x(temperature - OFF.temperature)), across(axes.x(temperature + OFF.temperature))];
  const [top, bottom] = [down(axes.y(dwell + OFF.dwell)), down(axes.y(Math.max(1, dwell - OFF.dwell)))];
  const box = { x: left, y: top, width: right - left, height: bottom - top };
  // Its name stands below it, or above it where there is no room.
  const name = bottom + 30 < BOX.top + HIGH ? bottom + 22 : top - 16;
  return (
    <g>
      <rect {...box} fill="var(--color-white)" fillOpacity="0.4" stroke="var(--color-white)" strokeWidth="7" />
      <rect {...box} fill="none" stroke="var(--color-green)" strokeWidth="3.5" />
      <HaloText
        x={clamped((left + right) / 2, { least: BOX.left + 34, most: BOX.left + WIDE - 34 })}
        y={name}
        size={17}
      >
        robust
      </HaloText>
    </g>
  );
}

function SwatchMark({
  swatch,
  x,
  y,
  label,
  chosen,
  onChoose,
}: {
  swatch: StudySwatch;
  x: number;
  y: number;
  label: string;
  chosen: boolean;
  onChoose: () => void;
}) {
  return (
    <g
      transform={`translate(${x} ${y})`}
      role="button"
      tabIndex={0}
      aria-label={label}
      aria-pressed={chosen}
      className="cursor-pointer"
      onClick={onChoose}
      onKeyDown={(event) => {
        if (event.key !== 'Enter' && event.key !== ' ') return;
        event.preventDefault();
        event.stopPropagation();
        onChoose();
      }}
    >
      <title>{label}</title>
      <circle r="24" fill="transparent" />
      <SwatchTile swatch={swatch} size={30} chosen={chosen} />
    </g>
  );
}
