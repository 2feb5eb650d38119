import { CartesianGrid, Line, LineChart, ReferenceLine, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import { actualOf } from '@kanga/core/bench';
import type { RunPlan } from '@kanga/core/job';
import type { UnitPrinter } from '@kanga/core/units';
import type { ActualCourse } from '@kanga/contract/bench';

/** What the plate read while one clock ran, beside what it was set to. */
export function ActualChart({ course, plan, print }: { course: ActualCourse; plan: RunPlan; print: UnitPrinter }) {
  const actual = actualOf(course.samples);
  const dial = plan.dial ?? plan.settings.temperature.value;
  const seconds = plan.steps[course.step]?.seconds ?? 0;
  if (!actual) return null;
  const low = Math.floor((Math.min(actual.lowest, dial) - 3) / 5) * 5;
  const high = Math.ceil((Math.max(actual.highest, dial) + 3) / 5) * 5;
  const pieces = Array.from({ length: plan.atOnce }, (_, i) => course.bed * plan.atOnce + i + 1).filter(
    (piece) => piece <= plan.pieces,
  );
  return (
    <figure className="mt-2">
      <figcaption className="text-[14px]">
        Piece {pieces.join(', ')}: {print.temperature(actual.lowest)} to {print.temperature(actual.highest)},{' '}
        {print.temperature(actual.mean)} on average
      </figcaption>
      <ResponsiveContainer width="100%" height={110}>
        <LineChart data={course.samples} margin={{ top: 6, right: 8, bottom: 0, left: -18 }}>
          <CartesianGrid stroke="var(--color-rule)" />
          <XAxis
            dataKey="at"
            type="number"
            domain={[0, 'dataMax']}
            tickFormatter={(at: number) => `${Math.round(at)} s`}
            fontSize={12}
          />
          <YAxis
            domain={[low, high]}
            tickCount={4}
            fontSize={12}
            tickFormatter={(celsius: number) => print.temperature(celsius).replace(/[^\d].*$/, '')}
          />
          <ReferenceLine y={dial} stroke="var(--color-magenta)" strokeDasharray="5 3" />
          <ReferenceLine x={seconds} stroke="var(--color-key)" />
          <Line dataKey="celsius" stroke="var(--color-cyan)" strokeWidth={2} dot={false} isAnimationActive={false} />
        </LineChart>
      </ResponsiveContainer>
    </figure>
  );
}
