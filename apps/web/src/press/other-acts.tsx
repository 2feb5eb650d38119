import { useState } from 'react';
import { dueStep, GUIDANCES, tellingOf, type Guidance, type Task } from '@kanga/core/bench';
import { swapTo, type JobView } from '@kanga/core/job';
import { setLiked, usePrint, useShop, useOperator } from '../data/index.js';
import { FaultPicker } from '../draw/index.js';
import { Button, Dialog } from '../ui/index.js';
import { useTeaching } from './pedal.js';
import type { Happening, LaneState } from './use-lane.js';

type Write = (...happened: Happening[]) => void;
export type Page = 'choose' | 'guidance' | 'repeat' | 'scrap' | 'swap' | 'pedal';

const BIG = 'min-h-16 w-full justify-start! px-5 text-left text-lg whitespace-normal!';

/** The beds that hands or clocks are at: what can be skipped, repeated, stopped or scrapped. */
function underWay({ todo }: LaneState): Task[] {
  const tasks = [todo.press, todo.table, ...todo.rack, todo.first].flatMap((task) => task ?? []);
  return tasks.filter((task, i) => tasks.findIndex(({ bed }) => bed === task.bed) === i);
}

function Repeat({ lane, record }: { lane: LaneState; record: Write }) {
  const { plan } = lane;
  const beds = underWay(lane).filter((task) => dueStep(task) > 0);
  if (beds.length === 0) return <p className="text-lg">No step is done yet.</p>;
  return beds.map((task) => (
    <fieldset key={task.bed} className="mb-3">
      <legend className="mb-1 font-semibold">
        {plan.pieces > 1 && `Piece ${task.pieces.map((piece) => piece + 1).join(', ')}: `}go back to
      </legend>
      <div className="grid gap-2 sm:grid-cols-2">
        {plan.steps.slice(0, dueStep(task)).map((what, at) => (
          <Button
            key={at}
            className={BIG}
            onClick={() => {
              record({ kind: 'repeat', bed: task.bed, step: at });
            }}
          >
            {what.title}
          </Button>
        ))}
      </div>
    </fieldset>
  ));
}

function Scrap({ lane, record }: { lane: LaneState; record: Write }) {
  const pieces = underWay(lane)
    .flatMap((task) => task.pieces)
    .sort((a, b) => a - b);
  const [piece, setPiece] = useState<number | null>(pieces.length === 1 ? (pieces[0] ?? null) : null);
  if (pieces.length === 0) return <p className="text-lg">No piece is under way.</p>;
  return (
    <>
      <div className="mb-3 flex flex-wrap gap-2" role="group" aria-label="Which piece">
        {pieces.map((one) => (
          <Button
            key={one}
            tone={one === piece ? 'strong' : 'plain'}
            className="min-h-16 min-w-20 text-xl"
            aria-pressed={one === piece}
            onClick={() => {
              setPiece(one);
            }}
          >
            {one + 1}
          </Button>
        ))}
      </div>
      {piece !== null && (
        <FaultPicker
          onFault={(fault) => {
            record({ kind: 'verdict', piece, verdict: 'spoiled', fault, note: '', spot: null, photo: null });
          }}
        />
      )}
    </>
  );
}

function Swap({ view, lane, record }: { view: JobView; lane: LaneState; record: Write }) {
  const { presses } = useShop();
  const print = usePrint();
  const others = presses.filter(({ id }) => id !== lane.state.press.id);
  if (others.length === 0) return <p className="text-lg">There is no other press in the shop.</p>;
  return (
    <div className="grid gap-2">
      {others.map((press) => {
        const swap = swapTo(view, press);
        return 'why' in swap ? (
          <p key={press.id} className="border-[1.5px] border-rule px-5 py-3">
            <b>{press.name}</b>: {print.text(swap.why)}
          </p>
        ) : (
          <Button
            key={press.id}
            className={BIG}
            onClick={() => {
              record({ kind: 'swap', press: { id: press.id, name: press.name }, dial: swap.dial });
            }}
          >
            {press.name}: set its dial to {print.temperature(swap.dial)}
          </Button>
        );
      })}
    </div>
  );
}

function Pedal() {
  const { taught, waiting, teach, forget } = useTeaching();
  return (
    <div className="grid gap-3">
      <p>
        A foot pedal sends a key. Set up once at this screen, it does what is due: while a clock runs what can be done
        meanwhile, else what the line says.
      </p>
      <p role="status" className="text-lg font-semibold">
        {waiting ? 'Press the pedal now.' : taught ? `It sends the key ${taught}.` : 'No pedal is set up yet.'}
      </p>
      <div className="flex gap-2">
        <Button tone="strong" className="min-h-16 px-6 text-lg" disabled={waiting} onClick={teach}>
          {taught ? 'Set up again' : 'Set up the pedal'}
        </Button>
        {taught && (
          <Button className="min-h-16 px-6 text-lg" onClick={forget}>
            Remove
          </Button>
        )}
      </div>
    </div>
  );
}

const GUIDED: Record<Guidance, { name: string; how: string }> = {
  'every step': { name: 'Every step', how: 'One step at a time, each told when it is done. For learning.' },
  'each pressing': {
    name: 'Each pressing',
    how: 'One card says all there is to do. Only closing and opening are tapped.',
  },
  'the press tells': { name: 'The press tells', how: 'A press with a controller tells by itself. Nothing is tapped.' },
};

function Guide({ lane, record }: { lane: LaneState; record: Write }) {
  const who = useOperator();
  return (
    <div className="grid gap-2">
      {GUIDANCES.map((guidance) => (
        <Button
          key={guidance}
          tone={guidance === lane.guidance ? 'strong' : 'plain'}
          aria-pressed={guidance === lane.guidance}
          className={`${BIG} flex-col items-start! gap-0!`}
          onClick={() => {
            setLiked(who, guidance);
            record({ kind: 'guide', guidance });
          }}
        >
          {GUIDED[guidance].name}
          <span className="text-base font-normal">{GUIDED[guidance].how}</span>
        </Button>
      ))}
      <p className="text-soft">
        For this run{who !== null && `, and from now on for ${who} at this screen`}. What was passed over is recorded as
        passed.
      </p>
    </div>
  );
}

const TITLES: Record<Page, string> = {
  choose: 'More',
  guidance: 'Guidance',
  repeat: 'Repeat a step',
  scrap: 'Scrap a piece',
  swap: 'Move to another press',
  pedal: 'Foot pedal',
};

/** What is rarely done at the press: skipping, stopping, repeating, scrapping, another press. All of it can be taken back. */
export function OtherActs({
  view,
  lane,
  record,
  narrow,
  page,
  onPage,
  onUndo,
}: {
  view: JobView;
  lane: LaneState;
  record: Write;
  narrow: boolean;
  /** What is open of it; null: nothing. */
  page: Page | null;
  onPage: (page: Page | null) => void;
  /** Takes the last step back from here, where no button of its own has room; null: nothing to take back, or it has one. */
  onUndo: (() => void) | null;
}) {
  const close = () => {
    onPage(null);
  };
  const does: Write = (...happened) => {
    record(...happened);
    close();
  };
  const { first, press, inPress } = lane.todo;
  // A card of several steps is not skipped as a whole: the first of them that is due is.
  const skipped = first && { bed: first.bed, step: dueStep(first), what: first.before[0] ?? first.what };
  const running = inPress && press?.clock?.startedAt ? press : null;
  const act = (label: string, happened: Happening | Page | null) => (
    <Button
      className={BIG}
      disabled={happened === null}
      onClick={() => {
        if (typeof happened === 'string') onPage(happened);
        else if (happened) does(happened);
      }}
    >
      {label}
    </Button>
  );
  return (
    <Dialog
      title={TITLES[page ?? 'choose']}
      wide={page === 'scrap'}
      open={page !== null}
      onOpenChange={(open) => {
        onPage(open ? 'choose' : null);
      }}
      trigger={
        <Button data-testid="more" className={`text-lg ${narrow ? 'min-h-20 px-4' : 'min-h-16 px-5'}`}>
          More…
        </Button>
      }
    >
      {page === 'choose' && (
        <div className="grid gap-2">
          {onUndo && (
            <Button
              className={BIG}
              onClick={() => {
                onUndo();
                close();
              }}
            >
              Undo last step
            </Button>
          )}
          {act(
            running ? 'Opened too early: stop this pressing' : 'Stop: no clock runs',
            running && { kind: 'stop', bed: running.bed, step: running.step },
          )}
          {lane.heat.kind === 'ask' &&
            act('Close without checking the heat: it will not count as proof', first && tellingOf(first))}
          {act(
            skipped ? `Skip: ${skipped.what.title}` : 'Nothing to skip',
            skipped && { kind: 'skip', bed: skipped.bed, step: skipped.step },
          )}
          {act('Repeat a step…', 'repeat')}
          {act('Scrap a piece…', 'scrap')}
          {act('Move to another press…', 'swap')}
          {act(`Guidance: ${GUIDED[lane.guidance].name.toLowerCase()}…`, 'guidance')}
          {act('Foot pedal…', 'pedal')}
        </div>
      )}
      {page === 'guidance' && <Guide lane={lane} record={does} />}
      {page === 'repeat' && <Repeat lane={lane} record={does} />}
      {page === 'scrap' && <Scrap lane={lane} record={does} />}
      {page === 'swap' && <Swap view={view} lane={lane} record={does} />}
      {page === 'pedal' && <Pedal />}
    </Dialog>
  );
}
