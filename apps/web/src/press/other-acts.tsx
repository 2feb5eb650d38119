import { useState } from 'react';
import { tellingOf, type Task } from '@kanga/core/bench';
import { swapTo, type JobView } from '@kanga/core/job';
import { usePrint, useShop } from '../data/index.js';
import { FaultPicker } from '../draw/index.js';
import { Button, Dialog } from '../ui/index.js';
import { useTeaching } from './pedal.js';
import type { Happening, LaneState } from './use-lane.js';

type Write = (...happened: Happening[]) => void;
export type Page = 'choose' | 'repeat' | 'scrap' | 'swap' | 'pedal';

const BIG = 'min-h-16 w-full justify-start! px-5 text-left text-lg whitespace-normal!';

/** The beds that hands or clocks are at: what can be skipped, repeated, stopped or scrapped. */
function underWay({ todo }: LaneState): Task[] {
  const tasks = [todo.press, todo.table, ...todo.rack, todo.first].flatMap((task) => task ?? []);
  return tasks.filter((task, i) => tasks.findIndex(({ bed }) => bed === task.bed) === i);
}

function Repeat({ lane, record }: { lane: LaneState; record: Write }) {
  const { plan } = lane;
  const beds = underWay(lane).filter(({ step }) => step > 0);
  if (beds.length === 0) return <p className="text-lg">Nothing is done yet that could be repeated.</p>;
  return beds.map(({ bed, pieces, step }) => (
    <fieldset key={bed} className="mb-3">
      <legend className="mb-1 font-semibold">
        {plan.pieces > 1 && `Piece ${pieces.map((piece) => piece + 1).join(', ')}: `}go back to
      </legend>
      <div className="grid gap-2 sm:grid-cols-2">
        {plan.steps.slice(0, step).map((what, at) => (
          <Button
            key={at}
            className={BIG}
            onClick={() => {
              record({ kind: 'repeat', bed, step: at });
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
        A foot pedal is a key. Taught once at this screen, it does what is due: while a clock runs what can be done
        meanwhile, else what the line says.
      </p>
      <p role="status" className="text-lg font-semibold">
        {waiting ? 'Tread on the pedal now.' : taught ? `It sends the key ${taught}.` : 'None is taught yet.'}
      </p>
      <div className="flex gap-2">
        <Button tone="strong" className="min-h-16 px-6 text-lg" disabled={waiting} onClick={teach}>
          {taught ? 'Teach it anew' : 'Teach the pedal'}
        </Button>
        {taught && (
          <Button className="min-h-16 px-6 text-lg" onClick={forget}>
            Forget it
          </Button>
        )}
      </div>
    </div>
  );
}

const TITLES: Record<Page, string> = {
  choose: 'Something else',
  repeat: 'Repeat a step',
  scrap: 'Scrap a piece',
  swap: 'Go on on another press',
  pedal: 'Foot pedal',
};

/** What is rarely done at the press: skipping, stopping, repeating, scrapping, another press. All of it can be taken back. */
export function OtherActs({
  view,
  lane,
  record,
  dark,
  narrow,
  page,
  onPage,
}: {
  view: JobView;
  lane: LaneState;
  record: Write;
  dark: boolean;
  narrow: boolean;
  /** What is open of it; null: nothing. */
  page: Page | null;
  onPage: (page: Page | null) => void;
}) {
  const close = () => {
    onPage(null);
  };
  const does: Write = (...happened) => {
    record(...happened);
    close();
  };
  const { first, press, inPress } = lane.todo;
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
        <Button tone={dark ? 'dark' : 'plain'} className={`min-h-16 text-lg ${narrow ? 'px-4' : 'px-5'}`}>
          {narrow ? 'Else…' : 'Something else…'}
        </Button>
      }
    >
      {page === 'choose' && (
        <div className="grid gap-2">
          {act(
            running ? 'Opened too early: stop this pressing' : 'Stop: no clock runs',
            running && { kind: 'stop', bed: running.bed, step: running.step },
          )}
          {lane.heat.kind === 'ask' &&
            act('Close it without looking: it will prove nothing', first && tellingOf(first))}
          {act(
            first ? `Skip: ${first.what.title}` : 'Nothing to skip',
            first && { kind: 'skip', bed: first.bed, step: first.step },
          )}
          {act('Repeat a step…', 'repeat')}
          {act('Scrap a piece…', 'scrap')}
          {act('Go on on another press…', 'swap')}
          {act('Teach the foot pedal…', 'pedal')}
        </div>
      )}
      {page === 'repeat' && <Repeat lane={lane} record={does} />}
      {page === 'scrap' && <Scrap lane={lane} record={does} />}
      {page === 'swap' && <Swap view={view} lane={lane} record={does} />}
      {page === 'pedal' && <Pedal />}
    </Dialog>
  );
}
