import { useSuspenseQuery } from '@tanstack/react-query';
import { memo, Suspense, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { Link } from 'react-router';
import { fontsOf } from '@kanga/core/art';
import { allPressed, type ClockPhase, type Task } from '@kanga/core/bench';
import { atBench, viewJob, type NextAction } from '@kanga/core/job';
import type { RunAtPress } from '@kanga/contract/bench';
import {
  benchQuery,
  BenchOutbox,
  queryClient,
  serverNow,
  useDeviceFindings,
  useFaces,
  useFloor,
  useJobFile,
  useMay,
  useNews,
  usePrint,
  useServerClock,
  useShop,
  type LiveNews,
} from '../data/index.js';
import { Cloth, Findings, Line, LookOnly, MayFill } from '../frame/index.js';
import { Lane } from './lane.js';
import { usePedal } from './pedal.js';
import { useBenchScope } from './bench-scope.js';
import { IdlePresses } from './idle-presses.js';
import { useAwake } from './use-awake.js';
import { actOf, handyTask, happeningsOf, useLane, useOthers, useOutbox, useRecord } from './use-lane.js';
import { OperatorField } from './operator-field.js';

/** As many lanes as can be read at two metres. */
const MOST = 3;

/** What a lane asks for: how urgent, what to say, and how it is done. */
interface Call {
  urgency: number;
  /** When its clock is out, ms; nothing runs: at the end. */
  due: number;
  action: NextAction;
  act: () => void;
  /** What a pedal does, and its name. */
  handy: () => void;
  offered: string;
}

/** An overdue plate before one that is due, that before hands that wait, and a running clock last. */
const URGENCY: Record<ClockPhase, number> = { overdue: 5, now: 4, soon: 3, waiting: 2, running: 0 };

const dueOf = (task: Task | null): number =>
  task?.clock?.startedAt ? Date.parse(task.clock.startedAt) + task.clock.seconds * 1000 : Number.MAX_SAFE_INTEGER;

/** The lane of one job: its file, what happens to it, and what it asks for. */
const RunLane = memo(function RunLane({
  jobId,
  several,
  onCall,
}: {
  jobId: string;
  several: boolean;
  onCall: (jobId: string, call: Call | null) => void;
}) {
  const file = useJobFile(jobId);
  const floor = useFloor();
  const print = usePrint();
  const { settings } = useShop();
  const faces = useFaces(fontsOf(file.job.design));
  const [outbox] = useState(() => new BenchOutbox(jobId, file.events, window.localStorage));
  useEffect(
    () => () => {
      outbox.close();
    },
    [outbox],
  );
  const bench = useOutbox(outbox);
  useOthers(jobId, outbox);
  const record = useRecord(outbox);
  const chosen = useMemo(
    () => viewJob({ ...file, events: [] }, floor, print, { faces, today: serverNow() }),
    [file, floor, print, faces],
  );
  const view = useMemo(() => atBench(chosen, bench.events), [chosen, bench.events]);
  const lane = useLane(view, settings.sounds);
  const mayPress = useMay()('addEvents');
  const first = lane?.todo.first ?? null;
  const phase = lane?.clock && first?.clock?.startedAt ? lane.clock.phase : 'waiting';
  const latest = useRef({ lane, first, record });
  useEffect(() => {
    latest.current = { lane, first, record };
    if (!lane?.action || !mayPress) {
      onCall(jobId, null);
      return;
    }
    const { sentence } = lane.action;
    const named = several ? `${lane.state.press.name}. ${sentence}` : sentence;
    onCall(jobId, {
      urgency: URGENCY[phase],
      due: dueOf(latest.current.first),
      action: { ...lane.action, stage: 'press', sentence: named },
      act: () => {
        const { lane: now, first: task, record: write } = latest.current;
        if (now && task) write(...happeningsOf(now, task));
      },
      offered: `${jobId} ${actOf(handyTask(lane))}`,
      handy: () => {
        const now = latest.current.lane;
        const task = now && handyTask(now);
        if (task) latest.current.record(...happeningsOf(now, task));
      },
    });
  }, [lane, first, record, phase, several, jobId, onCall, mayPress]);
  useEffect(
    () => () => {
      onCall(jobId, null);
    },
    [jobId, onCall],
  );
  if (!lane) return null;
  if (view.bench && allPressed(view.bench)) {
    return (
      <section className="m-auto p-8 text-center text-xl" aria-label={view.job.name}>
        <p>
          {view.job.name}: all {lane.plan.pieces} pressed.
        </p>
        <Link to={`/jobs/${jobId}/inspect`} className="underline">
          Look at each piece
        </Link>
      </section>
    );
  }
  return (
    <MayFill door="addEvents">
      <Lane view={view} lane={lane} outbox={outbox} bench={bench} several={several} />
    </MayFill>
  );
});

/** The newest run of each press that is not pressed to its end, and those that wait behind it. */
function lanesOf(runs: readonly RunAtPress[]): { lanes: RunAtPress[]; behind: RunAtPress[] } {
  const open = runs.filter(({ pressed, pieces }) => pressed < pieces);
  const lanes = open.filter((run, i) => open.findIndex(({ pressId }) => pressId === run.pressId) === i);
  return { lanes: lanes.slice(0, MOST), behind: open.filter((run) => !lanes.slice(0, MOST).includes(run)) };
}

/** The bench’s one question: which press wants me now, and what for? */
export function BenchPage() {
  const { settings, presses } = useShop();
  const { data: runs } = useSuspenseQuery(benchQuery);
  const [calls, setCalls] = useState<Readonly<Record<string, Call>>>({});
  const onFault = useCallback(() => undefined, []);
  useServerClock(onFault);
  useAwake();
  const onNews = useCallback((news: LiveNews) => {
    if (news.kind !== 'presses') void queryClient.invalidateQueries(benchQuery);
  }, []);
  useNews(onNews);
  const onCall = useCallback((jobId: string, call: Call | null) => {
    setCalls((before) => {
      const known = before[jobId];
      // A lane ticks ten times a second: only what it asks for anew is taken.
      const same = (one: Call) => `${one.urgency} ${one.action.sentence} ${one.offered}`;
      if (call && known && same(call) === same(known)) return before;
      if (!call && !known) return before;
      const rest = Object.entries(before).filter(([id]) => id !== jobId);
      return Object.fromEntries(call ? [...rest, [jobId, call]] : rest);
    });
  }, []);
  const scope = useBenchScope();
  const devices = useDeviceFindings(presses);
  const { lanes, behind } = lanesOf(runs);
  const asked = lanes.flatMap(({ jobId }) => calls[jobId] ?? []).sort((a, b) => b.urgency - a.urgency || a.due - b.due);
  const [top] = asked;
  usePedal(() => {
    top?.handy();
  }, top?.offered ?? '');
  const idle = presses.filter(({ id }) => !lanes.some((run) => run.pressId === id));
  return (
    <Cloth
      title="Bench"
      head={lanes.length > 1 ? <OperatorField slim /> : <b>{settings.shopName}</b>}
      foot={
        <>
          <Findings findings={devices} />
          {top && (
            <Line
              loud
              action={top.action}
              onAct={() => {
                top.act();
              }}
            />
          )}
        </>
      }
    >
      <LookOnly flush door="addEvents" />
      <div className={`flex min-h-0 flex-1 flex-col overflow-auto ${scope}`}>
        {lanes.length > 0 && (
          <div
            className={`grid min-h-0 flex-1 ${lanes.length > 1 ? 'lg:auto-cols-fr lg:grid-flow-col' : ''} divide-y-2 divide-line lg:divide-x-2 lg:divide-y-0`}
          >
            {lanes.map(({ jobId }) => (
              <Suspense key={jobId} fallback={<p className="p-6">Loading…</p>}>
                <RunLane jobId={jobId} several={lanes.length > 1} onCall={onCall} />
              </Suspense>
            ))}
          </div>
        )}
        <IdlePresses presses={idle} behind={behind} alone={lanes.length === 0} />
      </div>
    </Cloth>
  );
}
