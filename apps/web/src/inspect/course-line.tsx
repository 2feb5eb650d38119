import { CartesianGrid, Line, LineChart, ReferenceLine, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import type { UnitPrinter } from '@kanga/core/units';
import type { ActualCourse } from '@kanga/contract/bench';

/** The line of a plate while one clock ran, between what it was set to and when it was to end. A part of its own: the library that draws it is larger than the page. */
export default function CourseLine({
  samples,
  dial,
  seconds,
  range,
  print,
}: {
  samples: ActualCourse['samples'];
  dial: number;
  seconds: number;
  range: readonly [number, number];
  print: UnitPrinter;
}) {
  return (
    <ResponsiveContainer width="100%" height={110}>
      <LineChart data={[...samples]} margin={{ top: 6, right: 8, bottom: 0, left: -18 }}>
        <CartesianGrid stroke="var(--color-rule)" />
        <XAxis
          dataKey="at"
          type="number"
          domain={[0, 'dataMax']}
          tickFormatter={(at: number) => `${Math.round(at)} s`}
          fontSize={12}
        />
        <YAxis
          domain={[...range]}
          tickCount={4}
          fontSize={12}
          tickFormatter={(celsius: number) => print.temperature(celsius).replace(/[^\d].*$/, '')}
        />
        <ReferenceLine y={dial} stroke="var(--color-magenta)" strokeDasharray="5 3" />
        <ReferenceLine x={seconds} stroke="var(--color-key)" />
        <Line dataKey="celsius" stroke="var(--color-cyan)" strokeWidth={2} dot={false} isAnimationActive={false} />
      </LineChart>
    </ResponsiveContainer>
  );
}
