import { useMemo } from 'react';
import { useQuery } from '@tanstack/react-query';
import { asPressed, bedOf, pressedPieces } from '@kanga/core/bench';
import { wilsonInterval } from '@kanga/core/inspect';
import { departureWords, logOf } from '@kanga/core/job';
import { formatDuration, formatShare, tidyNumber } from '@kanga/core/units';
import { actualsQuery, stamp } from '../data/index.js';
import { Empty, Fact, Field } from '../frame/index.js';
import { useJob } from '../job/index.js';
import { Button } from '../ui/index.js';
import { ActualChart } from './actual-chart.js';
import { PieceCard } from './piece-card.js';
import { SpoiledOnes } from './spoiled-ones.js';
import { WhyEach } from './why.js';

/** As many pressings are charted: those that ended last. */
const MOST_CHARTS = 4;

function Facts() {
  const { view, print } = useJob();
  const { plan, bench, events } = view;
  const { data: courses } = useQuery(actualsQuery(view.job.id));
  if (!plan || !bench) return null;
  const judged = bench.verdicts.filter((verdict) => verdict !== null);
  const spoiled = judged.filter((verdict) => verdict.verdict === 'spoiled');
  const rows = logOf({ plan, events });
  const shown = (courses ?? []).filter(({ step }) => plan.steps[step]?.kind === 'press').slice(-MOST_CHARTS);
  const timed = rows.filter((row) => row.actual !== null);
  const off =
    timed.length > 0 ? timed.reduce((sum, row) => sum + (row.actual ?? 0) - row.planned, 0) / timed.length : null;
  return (
    <>
      <dl>
        <Fact name="Good">
          <span className="figures text-[28px] leading-none">{judged.length - spoiled.length}</span> of {plan.pieces}
        </Fact>
        <Fact
          name="Fallout"
          note={
            judged.length > 0
              ? `with so few pieces the true share may be from ${formatShare(wilsonInterval(spoiled.length, judged.length).low)} to ${formatShare(wilsonInterval(spoiled.length, judged.length).high)}`
              : 'nothing judged yet'
          }
        >
          {judged.length > 0 ? formatShare(spoiled.length / judged.length) : '–'}
        </Fact>
        <Fact name="Plan">
          {print.temperature(plan.settings.temperature.value)}, {formatDuration(plan.settings.dwell.value)},{' '}
          {plan.settings.pressure.value}
        </Fact>
        {off !== null && (
          <Fact name="Actual dwell">
            {Math.abs(off) < 0.5
              ? 'as planned'
              : `${tidyNumber(Math.abs(off), 1)} s ${off > 0 ? 'longer' : 'shorter'} on average`}
          </Fact>
        )}
      </dl>
      <SpoiledOnes />
      <WhyEach courses={courses ?? []} />
      {shown.length > 0 && (
        <section className="mt-3" aria-label="What the plate read">
          <h2 className="text-[15px] font-semibold text-soft">What the plate read; dashed: the dial</h2>
          {shown.map((course) => (
            <ActualChart key={course.startedAt} course={course} plan={plan} print={print} />
          ))}
        </section>
      )}
      <div className="mt-3">
        <h2 className="text-[15px] font-semibold text-soft">Planned and actual</h2>
        <table className="w-full text-[15px]">
          <thead>
            <tr className="border-b border-rule text-left text-soft">
              <th className="font-normal">Piece</th>
              <th className="font-normal">Planned</th>
              <th className="font-normal">Actual</th>
            </tr>
          </thead>
          <tbody className="figures">
            {rows.map((row, i) => (
              <tr key={i} className="border-b border-rule">
                <td>
                  {row.piece + 1}
                  {plan.blank.sides.length > 1 && (
                    <span className="font-sans text-[13px] tracking-normal text-soft"> {row.side}</span>
                  )}
                </td>
                <td>{row.planned} s</td>
                <td>{row.actual === null ? 'skipped' : `${tidyNumber(row.actual, 1)} s`}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </>
  );
}

/** Inspection’s one question: is each piece good, and if not, what is wrong with it? */
export default function InspectStage() {
  const { view, outbox, print } = useJob();
  const { plan, bench, job } = view;
  const { data: courses } = useQuery(actualsQuery(job.id));
  const beds = useMemo(() => (plan && bench ? asPressed(plan, bench, courses ?? []) : null), [plan, bench, courses]);
  const missedOf = (piece: number): string[] =>
    departureWords((plan && beds?.get(bedOf(plan, piece))?.departures) ?? [], print);
  const closed = job.status === 'closed';
  const pressed = bench ? pressedPieces(bench) : [];
  const undo = () => {
    const last = bench?.undoable;
    if (last?.kind === 'verdict') outbox.record({ ...stamp(), kind: 'undo', undoes: last.id });
  };
  return (
    <Field
      title="Look at each piece"
      picture={
        plan && bench && pressed.length > 0 ? (
          <div className="flex h-full flex-col">
            <ul
              tabIndex={0}
              className="grid flex-1 auto-rows-max grid-cols-2 content-start gap-3 overflow-auto sm:grid-cols-3 xl:grid-cols-4"
            >
              {pressed.map((piece) => (
                <PieceCard
                  key={piece}
                  view={view}
                  piece={piece}
                  verdict={bench.verdicts[piece] ?? null}
                  missed={missedOf(piece)}
                  locked={closed}
                  onGood={() => {
                    outbox.record({ ...stamp(), kind: 'verdict', piece, verdict: 'good' });
                  }}
                  onSpoiled={(found) => {
                    outbox.record({ ...stamp(), kind: 'verdict', piece, verdict: 'spoiled', ...found });
                  }}
                />
              ))}
            </ul>
            {!closed && (
              <div className="pt-2">
                <Button onClick={undo} disabled={bench.undoable?.kind !== 'verdict'}>
                  Undo last verdict
                </Button>
              </div>
            )}
          </div>
        ) : (
          <Empty>Nothing is pressed yet. Pieces appear here as they come off the press.</Empty>
        )
      }
      ledger={<Facts />}
    />
  );
}
