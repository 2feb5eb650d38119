import { lazy, Suspense } from 'react';
import { actualOf } from '@kanga/core/bench';
import type { RunPlan } from '@kanga/core/job';
import type { UnitPrinter } from '@kanga/core/units';
import type { ActualCourse } from '@kanga/contract/bench';

const CourseLine = lazy(() => import('./course-line.js'));

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
      <Suspense fallback={<div className="h-[110px]" aria-hidden />}>
        <CourseLine samples={course.samples} dial={dial} seconds={seconds} range={[low, high]} print={print} />
      </Suspense>
    </figure>
  );
}
