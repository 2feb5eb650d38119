import { useState } from 'react';
import type { Task } from '@kanga/core/bench';
import type { JobView } from '@kanga/core/job';
import type { BenchOutbox, OutboxState } from '../data/index.js';
import { useLive } from '../data/index.js';
import { Ripening } from '../draw/index.js';
import { SetAside, SureDialog, useSettled } from '../frame/index.js';
import { Button } from '../ui/index.js';
import { useBenchScope } from './bench-scope.js';
import { DueCard } from './due-card.js';
import { LaneHead } from './lane-head.js';
import { Meanwhile, Rack } from './meanwhile.js';
import { OtherActs, type Page } from './other-acts.js';
import { StepStrip } from './step-strip.js';
import { Stopped } from './stopped.js';
import { actOf, happeningsOf, taskOf, useRecord, type LaneState } from './use-lane.js';
import { OperatorField } from './operator-field.js';

/** How much of the print is vivid: what lies in the press ripens with its dwell, what is through is ripe. */
function ripeShare(lane: LaneState): number {
  const { clock, plan } = lane;
  const task = taskOf(lane);
  if (!task) return 1;
  if (task.what.kind === 'press' && clock) return clock.share;
  return plan.steps.slice(0, task.step).some(({ kind }) => kind === 'press') ? 1 : 0;
}

/** What this screen keeps while the server does not answer. */
function Offline({ waiting }: { waiting: number }) {
  const { heard } = useLive();
  if (heard !== false && waiting === 0) return null;
  return (
    <p role="status" className="bg-yellow px-4 py-2 text-[19px] font-semibold text-key">
      Offline: entries are kept here. Go on working
      {waiting > 0 && `; ${waiting} ${waiting === 1 ? 'entry waits' : 'entries wait'} for the server`}.
    </p>
  );
}

/** The button of a lane that stands beside others: the line at the foot is for the one that is most urgent. */
function LaneButton({ lane, onAct }: { lane: LaneState; onAct: () => void }) {
  const { action, heat, todo } = lane;
  const [sure, setSure] = useState(false);
  const settled = useSettled(actOf(todo.first));
  if (!action) return null;
  return (
    <>
      <Button
        // A cold plate is waited for: closing it is there, and is not what is asked for.
        tone={heat.kind === 'cold' ? 'plain' : 'line'}
        className="min-h-20 min-w-40 flex-1 px-4 font-big text-[22px] whitespace-normal!"
        onClick={() => {
          if (action.sure) setSure(true);
          else if (settled()) onAct();
        }}
      >
        {action.label}
      </Button>
      {action.sure && (
        <SureDialog
          sure={action.sure}
          open={sure}
          onClose={() => {
            setSure(false);
          }}
          onYes={onAct}
        />
      )}
    </>
  );
}

/** One press and what is on it: its clock, what is to be done, what meanwhile, and what cools. `several`: other lanes stand beside it. */
export function Lane({
  view,
  lane,
  outbox,
  bench,
  several = false,
}: {
  view: JobView;
  lane: LaneState;
  outbox: BenchOutbox;
  bench: OutboxState;
  several?: boolean;
}) {
  const record = useRecord(outbox);
  const scope = useBenchScope();
  const { state, todo } = lane;
  const task = taskOf(lane);
  const open = view.job.status === 'open';
  const [page, setPage] = useState<Page | null>(null);
  const done = (tasks: readonly Task[]) => {
    record(...tasks.flatMap((one) => happeningsOf(lane, one)));
  };
  const undo = () => {
    if (state.undoable) record({ kind: 'undo', undoes: state.undoable.id });
  };
  return (
    <section
      aria-label={`${state.press.name}: ${view.job.name}`}
      className={`flex min-h-[440px] min-w-0 flex-1 flex-col gap-2.5 overflow-y-auto px-6 py-3 max-sm:min-h-0 max-sm:px-3 ${scope}`}
      data-testid="bench"
    >
      <LaneHead view={view} lane={lane} several={several} />
      <SetAside outbox={outbox} bench={bench} big />
      <Offline waiting={bench.waiting} />
      <div
        className={`grid min-h-fit flex-1 items-center gap-7 max-sm:gap-3 ${several ? 'grid-cols-[minmax(130px,34%)_minmax(0,1fr)]' : 'md:grid-cols-[minmax(240px,38%)_minmax(0,1fr)]'}`}
      >
        {/* The picture takes the room that is left, and asks for little: all that is pressed stays on the screen. */}
        <div
          className={`relative h-full ${several ? 'max-h-[280px] min-h-[120px]' : 'max-h-[340px] min-h-[150px] max-sm:min-h-[90px]'}`}
        >
          <div className="absolute inset-0">
            <Ripening view={view} share={ripeShare(lane)} />
          </div>
        </div>
        <div>
          <DueCard lane={lane} several={several} />
          {task?.stopped && !task.clock?.startedAt && open && (
            <Stopped
              task={task}
              ironed={lane.ironed}
              narrow={several}
              record={record}
              onScrap={() => {
                setPage('scrap');
              }}
            />
          )}
        </div>
      </div>
      {!several && <StepStrip lane={lane} />}
      <div
        className={`grid items-center gap-x-8 gap-y-2 border-t border-line pt-2.5 empty:hidden ${several ? '' : 'auto-cols-fr md:grid-flow-col'}`}
      >
        <Meanwhile
          lane={lane}
          onDone={(one) => {
            done([one]);
          }}
        />
        <Rack lane={lane} onDone={done} />
      </div>
      {open && (
        <div className={`flex items-center gap-3 ${several ? '' : 'flex-wrap'}`}>
          {several && (
            <LaneButton
              lane={lane}
              onAct={() => {
                if (todo.first) done([todo.first]);
              }}
            />
          )}
          {!several && (
            <Button className="min-h-16 px-5 text-lg" disabled={!state.undoable} onClick={undo}>
              Undo last step
            </Button>
          )}
          <OtherActs
            view={view}
            lane={lane}
            record={record}
            narrow={several}
            page={page}
            onPage={setPage}
            onUndo={several && state.undoable ? undo : null}
          />
          {!several && (
            <span className="ml-auto">
              <OperatorField />
            </span>
          )}
        </div>
      )}
    </section>
  );
}
