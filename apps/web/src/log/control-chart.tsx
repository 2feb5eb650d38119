import {
  Area,
  CartesianGrid,
  ComposedChart,
  Line,
  ReferenceLine,
  ResponsiveContainer,
  Tooltip,
  XAxis,
  YAxis,
  type DotItemDotProps,
} from 'recharts';
import { FALLOUT_AIM, type ControlDay } from '@kanga/core/inspect';
import { formatShare } from '@kanga/core/units';

/** What a day was by itself: a point, and a diamond where chance does not explain it. */
function DayMark({ cx, cy, payload }: DotItemDotProps) {
  const { out } = payload as ControlDay;
  if (cx === undefined || cy === undefined) return null;
  return out ? (
    <path d={`M${cx} ${cy - 8}l8 8-8 8-8-8z`} fill="var(--color-magenta)" stroke="var(--color-key)" />
  ) : (
    <circle cx={cx} cy={cy} r="4" fill="var(--color-key)" />
  );
}

/** Fallout by day with what so many pieces may scatter by themselves; a day outside that is marked. */
export function ControlChart({
  mean,
  days,
  said,
}: {
  mean: number;
  days: readonly ControlDay[];
  /** How the shop writes a day. */
  said: (day: string) => string;
}) {
  const most = Math.max(0.1, ...days.map(({ share, upper }) => Math.max(share, Math.min(upper, 0.6))));
  // A line every 5 or 10 %, as many as are read at a glance.
  const step = most > 0.3 ? 0.1 : 0.05;
  const top = Math.ceil(most / step - 1e-9) * step;
  const lines = Array.from({ length: Math.round(top / step) + 1 }, (_, i) => i * step);
  const out = days.filter((day) => day.out);
  const data = days.map((day) => ({ ...day, chance: [day.lower, Math.min(day.upper, top)] }));
  return (
    <div
      className="mt-3"
      role="img"
      aria-label={`Fallout by day, on average ${formatShare(mean)}; ${out.length === 0 ? 'no day stands out' : `outside what chance does: ${out.map(({ day }) => said(day)).join(', ')}`}`}
    >
      <ResponsiveContainer width="100%" height={220}>
        <ComposedChart data={data} margin={{ top: 10, right: 8, bottom: 0, left: 0 }} accessibilityLayer={false}>
          <CartesianGrid stroke="var(--color-rule)" vertical={false} />
          <XAxis
            dataKey="day"
            tickFormatter={said}
            interval="equidistantPreserveStart"
            minTickGap={18}
            fontSize={12.5}
            stroke="var(--color-soft)"
          />
          <YAxis
            domain={[0, top]}
            ticks={lines}
            allowDataOverflow
            width={52}
            fontSize={13}
            tickFormatter={(share: number) => formatShare(share).replace(' ', '\u00a0')}
            stroke="var(--color-soft)"
          />
          <Area
            dataKey="chance"
            type="stepBefore"
            stroke="none"
            fill="var(--color-cyan-dull)"
            fillOpacity={0.35}
            isAnimationActive={false}
          />
          <ReferenceLine y={mean} stroke="var(--color-cyan)" strokeWidth={2} />
          <ReferenceLine y={FALLOUT_AIM} stroke="var(--color-green)" strokeWidth={2} strokeDasharray="7 5" />
          <Line
            dataKey="share"
            type="linear"
            stroke="var(--color-key)"
            strokeWidth={1.5}
            dot={DayMark}
            activeDot={false}
            isAnimationActive={false}
          />
          <Tooltip
            cursor={{ stroke: 'var(--color-rule)' }}
            content={({ payload }) => {
              const day = payload[0]?.payload as ControlDay | undefined;
              return day ? (
                <p className="border-[1.5px] border-key bg-white px-2 py-1 text-[14px]">
                  <b>{said(day.day)}</b>: {formatShare(day.share)} of {day.pressed}
                </p>
              ) : null;
            }}
          />
        </ComposedChart>
      </ResponsiveContainer>
    </div>
  );
}
