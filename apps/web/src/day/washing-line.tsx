import { useId } from 'react';
import type { DayRow, DayView } from '@kanga/core/day';
import { formatTemperature, type ShopUnits } from '@kanga/core/units';
import { Cloth, DoneCloth } from './cloth.js';
import type { ShownLoad } from './done-loads.js';
import { useDrag } from './use-drag.js';
import { useWidth } from './use-width.js';

/** Of the drawing, px: where names stand, how high a press line is, how far its rope can rise, and a lane of work beneath. */
const NAMES = 118;
const PRESS = 118;
const RISE = 36;
const LANE = 40;
const HEAD = 24;
/** A clock above the line, with room beside it, px. */
const CLOCK = 44;
/** Temperatures that the rope rises between, °C. */
const [COOL, HOT] = [140, 215];

/** A lane beneath the presses. */
interface Lane {
  id: string;
  name: string;
  rows: DayRow[];
}

/**
 * The day as washing lines: each press is a line as high as its plate is hot, on which the loads hang as cloths in their own art, dull until they are pressed; beneath it who does what. `from` and `to` are the
 * hours that are shown, s from the moment of the plan; `clock` prints a moment.
 */
export function WashingLine({
  view: newest,
  presses,
  printers,
  people,
  from,
  to,
  hours,
  clock,
  now,
  unit,
  done,
  chosen,
  onChoose,
  onMove,
  onFive,
}: {
  view: DayView;
  presses: readonly { id: string; name: string }[];
  printers: readonly { id: string; name: string }[];
  people: readonly string[];
  from: number;
  to: number;
  /** Whole hours between them, s. */
  hours: readonly number[];
  clock: (seconds: number) => string;
  /** Seconds of now, where it is shown; null: another day. */
  now: number | null;
  unit: ShopUnits['temperature'];
  /** What was pressed that day, vivid. */
  done: readonly ShownLoad[];
  chosen: string | null;
  onChoose: (task: string) => void;
  /** Hears where a load was let go: s from the moment of the plan, and the press whose line that is. */
  onMove: (row: DayRow, at: number, pressId: string) => void;
  /** The next five minutes on the shop’s clock. */
  onFive: (seconds: number) => number;
}) {
  const [width, measure] = useWidth(1200);
  const clip = useId();
  const scale = (width - NAMES - 8) / Math.max(1, to - from);
  const x = (seconds: number) => NAMES + (Math.min(to, Math.max(from, seconds)) - from) * scale;
  const within = ({ start, end }: { start: number; end: number }) => end > from && start < to;
  /** Presses on which something hangs; the first where nothing does. */
  const linesOf = ({ rows }: DayView) => {
    const hung = rows.filter((row) => row.kind === 'press' && within(row));
    const used = presses.filter(
      ({ id, name }) => hung.some(({ unitId }) => unitId === id) || done.some(({ press }) => press === name),
    );
    return used.length > 0 ? used : presses.slice(0, 1);
  };
  const atAfter = (row: DayRow, dx: number) => onFive(Math.max(now ?? from, row.start + dx / scale));
  const drag = useDrag<DayView>(({ what, dx, dy, kept }) => {
    const row = kept.rows.find(({ task }) => task === what);
    const hung = linesOf(kept);
    const line = hung.findIndex(({ id }) => id === row?.unitId);
    const press = hung[Math.min(hung.length - 1, Math.max(0, line + Math.round(dy / PRESS)))];
    if (row && press) onMove(row, atAfter(row, dx), press.id);
  });
  const { dragged } = drag;
  // What is shown stays while something is being moved, though a better plan is found.
  const view = dragged?.kept ?? newest;
  const shown = view.rows.filter(within);
  const lines = linesOf(view);
  const lanes: Lane[] = [
    ...printers.map(({ id, name }) => ({
      id,
      name,
      rows: shown.filter((row) => row.kind === 'print' && row.unitId === id),
    })),
    ...people.map((name) => ({
      id: name,
      name,
      rows: shown.filter((row) => row.kind !== 'print' && row.kind !== 'press' && row.who.includes(name)),
    })),
  ].filter(({ rows }) => rows.length > 0);
  const lifted = shown.find(({ task }) => task === dragged?.what);
  const height = HEAD + lines.length * PRESS + lanes.length * LANE + 8;
  const top = (i: number) => HEAD + i * PRESS;
  const ropeAt = (i: number, celsius: number) =>
    top(i) + 8 + RISE * (1 - Math.min(1, Math.max(0, (celsius - COOL) / (HOT - COOL))));
  // On a narrow window hours stand closer than their clocks are wide.
  const told = Math.max(1, Math.ceil((CLOCK * (hours.length - 1)) / Math.max(1, x(to) - x(from))));
  return (
    <div ref={measure} className="w-full">
      <svg width={width} height={height} role="group" aria-label="The day on washing lines" className="block">
        {hours.map((at, i) => (
          <g key={at}>
            <path d={`M${x(at)} ${HEAD - 4}V${height}`} className="stroke-rule" />
            {i % told === 0 && x(at) < width - CLOCK && (
              <text x={x(at) + 4} y={14} className="figures fill-soft text-[13px]">
                {clock(at)}
              </text>
            )}
          </g>
        ))}
        {lines.map((press, i) => {
          const plate = view.plates.find(({ pressId }) => pressId === press.id)?.line ?? [];
          const own = shown
            .filter((row) => row.kind === 'press' && row.unitId === press.id)
            .sort((a, b) => a.start - b.start);
          const rope = plate.filter(({ at }) => at >= from && at <= to);
          // What its plate was before the plan was made nobody draws.
          const start = plate.filter(({ at }) => at < from).at(-1);
          const points = [...(start ? [{ at: from, celsius: start.celsius }] : []), ...rope];
          const last = own.at(-1);
          const cameOff = done.filter((load) => load.press === press.name);
          return (
            <g key={press.id}>
              <text x={0} y={top(i) + 26} className="fill-ink font-big text-[17px] font-bold">
                {press.name}
              </text>
              <text x={0} y={top(i) + 46} className="figures fill-soft text-[13px]">
                {last
                  ? `to ${formatTemperature(Math.max(...own.map(({ heat }) => heat)), unit)}`
                  : cameOff.length > 0
                    ? 'all off'
                    : 'idle'}
              </text>
              <path
                d={points.map(({ at, celsius }, k) => `${k === 0 ? 'M' : 'L'}${x(at)} ${ropeAt(i, celsius)}`).join('')}
                className="fill-none stroke-key"
                strokeWidth={3}
                strokeLinejoin="round"
              />
              {cameOff.map((load) => (
                <DoneCloth
                  key={load.key}
                  load={load}
                  left={x(load.start)}
                  right={x(load.end)}
                  top={ropeAt(i, load.celsius)}
                />
              ))}
              {own.map((row, k) => {
                const before = own[k - 1];
                // A temperature is said where it changes, and where there is room for it.
                const changes = before?.heat !== row.heat && (!before || x(row.start) - x(before.start) > 52);
                return (
                  <g key={row.task}>
                    {changes && (
                      <text x={x(row.start) + 2} y={ropeAt(i, row.heat) - 7} className="figures fill-soft text-[12px]">
                        {formatTemperature(row.heat, unit)}
                      </text>
                    )}
                    <Cloth
                      row={row}
                      left={x(row.start)}
                      right={x(row.end)}
                      top={ropeAt(i, row.heat)}
                      clip={`${clip}-${row.task.replaceAll(/[^\w-]/g, '-')}`}
                      when={`${clock(row.start)} to ${clock(row.end)}`}
                      chosen={chosen === row.task}
                      onChoose={onChoose}
                      handles={drag.handles(row.task, view)}
                    />
                  </g>
                );
              })}
            </g>
          );
        })}
        {lanes.map((lane, i) => {
          const y = HEAD + lines.length * PRESS + i * LANE;
          return (
            <g key={lane.id}>
              <text x={0} y={y + 27} className="fill-ink text-[15px] font-semibold">
                {lane.name}
              </text>
              <path d={`M${NAMES} ${y + LANE - 2}H${width}`} className="stroke-rule" />
              {lane.rows.map((row) => {
                const [left, right] = [x(row.start), x(row.end)];
                return (
                  <g
                    key={row.task}
                    role="button"
                    tabIndex={0}
                    aria-label={`${row.number} ${row.name}, ${DONE[row.kind]}, ${clock(row.start)} to ${clock(row.end)}`}
                    className="cursor-pointer"
                    onClick={() => {
                      onChoose(row.task);
                    }}
                    onKeyDown={(event) => {
                      if (event.key === 'Enter') onChoose(row.task);
                    }}
                  >
                    <rect
                      x={left}
                      y={y + 12}
                      width={Math.max(3, right - left - 2)}
                      height={18}
                      className={KINDS[row.kind]}
                    />
                    {row.kind === 'inspect' && (
                      // Told from what is made ready without its colour, too.
                      <path
                        d={`M${left} ${y + 29}h${Math.max(3, right - left - 2)}`}
                        className="stroke-key"
                        strokeWidth={2.5}
                      />
                    )}
                    {chosen === row.task && (
                      <rect
                        x={left}
                        y={y + 12}
                        width={Math.max(3, right - left - 2)}
                        height={18}
                        className="fill-none stroke-key"
                        strokeWidth={3}
                      />
                    )}
                    {right - left > 34 && (
                      <text x={left + 4} y={y + 27} className="figures fill-key text-[13px]">
                        {row.number}
                      </text>
                    )}
                    <title>{`${row.number} ${row.name}: ${DONE[row.kind]}`}</title>
                  </g>
                );
              })}
            </g>
          );
        })}
        {lifted && dragged && (
          <g transform={`translate(${dragged.dx} ${dragged.dy})`} className="pointer-events-none">
            <Cloth
              row={lifted}
              left={x(lifted.start)}
              right={x(lifted.end)}
              top={ropeAt(
                Math.max(
                  0,
                  lines.findIndex(({ id }) => id === lifted.unitId),
                ),
                lifted.heat,
              )}
              clip={`${clip}-lifted`}
              when={clock(atAfter(lifted, dragged.dx))}
              chosen
              lifted
            />
          </g>
        )}
        {now !== null && now >= from && now <= to && (
          <g>
            <path d={`M${x(now)} ${HEAD - 4}V${height}`} className="stroke-magenta" strokeWidth={3} />
            <path d={`M${x(now) - 7} ${HEAD - 4}h14l-7 10z`} className="fill-magenta" />
            <text x={x(now) + 9} y={HEAD + 2} className="figures fill-magenta text-[13px] font-bold">
              {clock(now)}
            </text>
          </g>
        )}
      </svg>
    </div>
  );
}

/** What is done meanwhile, in words. */
const DONE: Record<DayRow['kind'], string> = {
  print: 'printing',
  table: 'at the table',
  press: 'in the press',
  inspect: 'looked at and packed',
};

const KINDS: Record<DayRow['kind'], string> = {
  print: 'fill-yellow-dull',
  table: 'fill-cyan-dull',
  press: 'fill-magenta-dull',
  inspect: 'fill-green-dull',
};
