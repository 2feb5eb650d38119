import { wholeAgain, type Task } from '@kanga/core/bench';
import { wordsAt } from '@kanga/core/job';
import { useSettled } from '../frame/index.js';
import { Button } from '../ui/index.js';
import { actOf, type Happening } from './use-lane.js';

/** What was opened too early: how long it was hot, and what else can be done than to finish it, as the line offers. */
export function Stopped({
  task,
  ironed,
  narrow,
  record,
  onScrap,
}: {
  task: Task;
  /** At a hand iron. */
  ironed: boolean;
  narrow: boolean;
  record: (...happened: Happening[]) => void;
  onScrap: () => void;
}) {
  const settled = useSettled(actOf(task));
  if (!task.stopped || !task.clock) return null;
  const { after, of } = task.stopped;
  const words = wordsAt(ironed);
  const pressing = task.what.kind === 'press';
  return (
    <div role="group" aria-label="Opened too early" className="mt-2 grid gap-2">
      <p className="text-[20px] leading-snug">
        {words.stopped} <b>{Math.round(after)} s</b> of {of}.{' '}
        {pressing
          ? 'Nothing has moved? Finish it. Pressed whole again, white goods may yellow; what has slipped leaves a ghost.'
          : 'Finish it, or begin again.'}
      </p>
      <div className={`flex gap-2 ${narrow ? 'flex-col' : 'flex-wrap'}`}>
        <Button
          className="min-h-16 px-5 text-lg whitespace-normal!"
          onClick={() => {
            if (settled()) record(wholeAgain(task));
          }}
        >
          {words.again} {of} s again
        </Button>
        {pressing && (
          <Button className="min-h-16 px-5 text-lg" onClick={onScrap}>
            Spoiled…
          </Button>
        )}
      </div>
    </div>
  );
}
