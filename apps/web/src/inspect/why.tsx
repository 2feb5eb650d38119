import { useMutation } from '@tanstack/react-query';
import { useNavigate } from 'react-router';
import { faultOf, whyOf, type Cause, type Change, type FaultCode } from '@kanga/core/inspect';
import { pressedOf, type JobFile, type JobView } from '@kanga/core/job';
import type { Overrides } from '@kanga/core/stack';
import type { ActualCourse } from '@kanga/contract/bench';
import { call, JOBS_KEY, problemFrom, queryClient, usePrint } from '../data/index.js';
import { useJob } from '../job/index.js';
import { Button, ProblemText } from '../ui/index.js';

/** What a job does by hand or otherwise than the house, with one thing more. */
const withChange = ({ house, ...others }: Overrides, { overrides = {} }: Change): Overrides => ({
  ...others,
  ...overrides,
  ...(house || overrides.house ? { house: { ...house, ...overrides.house } } : {}),
});

/** A new job for just the spoiled pieces: as this one was planned, with the one change. */
const repeat = ({ job }: JobView, pieces: readonly number[], change: Change): Promise<JobFile> =>
  call('repeatJob', {
    id: job.id,
    body: { pieces, overrides: withChange(job.overrides, change) },
  });

function CauseItem({ cause }: { cause: Cause }) {
  const print = usePrint();
  return (
    <li className="border-t border-rule py-1.5">
      <b>{cause.cause}</b>{' '}
      <span className="text-[14px] text-soft">
        {cause.sure}, about {Math.round(cause.share * 20) * 5} %
      </span>
      <ul className="text-[14px]">
        {cause.evidence.map(({ text, weight }) => (
          <li key={text} className={weight > 0 ? '' : 'text-soft'}>
            <b className="figures">{weight > 0 ? '+' : '−'}</b> {print.text(text)}
          </li>
        ))}
      </ul>
    </li>
  );
}

/** Why the pieces with one fault came out so, by what is known of the first of them; and the one thing to do differently. */
function Why({
  fault,
  pieces,
  courses,
}: {
  fault: FaultCode;
  pieces: readonly number[];
  courses: readonly ActualCourse[];
}) {
  const { view, print } = useJob();
  const navigate = useNavigate();
  const again = useMutation({
    mutationFn: (change: Change) => repeat(view, pieces, change),
    onSuccess: async ({ job }) => {
      await queryClient.invalidateQueries({ queryKey: JOBS_KEY });
      await navigate(`/jobs/${job.id}/stack`);
    },
  });
  const piece = pressedOf(view, pieces[0] ?? 0, courses);
  const [first, ...others] = piece ? whyOf(fault, piece) : [];
  if (!first) return null;
  const { change } = first;
  const planned = change.overrides !== undefined;
  return (
    <section className="mt-3 border-[1.5px] border-key/30 p-3" aria-label={`Why: ${faultOf(fault).seen}`}>
      <h2 className="font-semibold">
        {faultOf(fault).seen}
        {pieces.length > 1 && `, ${pieces.length} pieces`}
      </h2>
      <ul>
        <CauseItem cause={first} />
      </ul>
      <p className="border-l-4 border-yellow pl-3">
        <b>Change one thing:</b> {print.text(change.say)}
      </p>
      <Button
        className="mt-2 w-full whitespace-normal!"
        disabled={again.isPending}
        onClick={() => {
          again.mutate(change);
        }}
      >
        {again.isPending
          ? 'Planning it…'
          : `Repeat ${pieces.length === 1 ? 'just this one' : `just these ${pieces.length}`}${planned ? ', so changed' : ''}`}
      </Button>
      {change.overrides?.house && (
        <p className="mt-1 text-[14px] text-soft">In that repeat only: the house rule stays as it is.</p>
      )}
      {again.isError && <ProblemText problem={problemFrom(again.error)} className="mt-2" />}
      {others.length > 0 && (
        <details className="mt-2">
          <summary className="cursor-pointer text-[15px]">Other possible causes</summary>
          <ul>
            {others.map((cause) => (
              <CauseItem key={cause.cause} cause={cause} />
            ))}
          </ul>
        </details>
      )}
    </section>
  );
}

/** Every fault that was found, with why and what next. */
export function WhyEach({ courses }: { courses: readonly ActualCourse[] }) {
  const { view } = useJob();
  const pieces = new Map<FaultCode, number[]>();
  view.bench?.verdicts.forEach((verdict, piece) => {
    if (verdict?.verdict === 'spoiled') pieces.set(verdict.fault, [...(pieces.get(verdict.fault) ?? []), piece]);
  });
  return [...pieces].map(([fault, list]) => <Why key={fault} fault={fault} pieces={list} courses={courses} />);
}
