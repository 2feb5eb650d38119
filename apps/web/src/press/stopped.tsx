import { wholeAgain, type Task } from '@kanga/core/bench';
import { useSettled } from '../frame/index.js';
import { Button } from '../ui/index.js';
import { actOf, type Happening } from './use-lane.js';

/** What was opened too early: how long it was hot, and what else can be done than to finish it, as the line offers. */
export function Stopped({
  task,
  dark,
  narrow,
  record,
  onScrap,
}: {
  task: Task;
  dark: boolean;
  narrow: boolean;
  record: (...happened: Happening[]) => void;
  onScrap: () => void;
}) {
  const settled = useSettled(actOf(task));
  if (!task.stopped || !task.clock) return null;
  const { after, of } = task.stopped;
  const pressing = task.what.kind === 'press';
  const tone = dark ? 'dark' : 'plain';
  return (
    <div role="group" aria-label="Opened too early" className="mt-2 grid gap-2">
      <p className="text-[20px] leading-snug">
        Closed for <b>{Math.round(after)} s</b> of {of}.{' '}
        {pressing
          ? 'Nothing has moved? Finish it. Pressed whole again, white goods may yellow; what has slipped leaves a ghost.'
          : 'Finish it, or begin again.'}
      </p>
      <div className={`flex gap-2 ${narrow ? 'flex-col' : 'flex-wrap'}`}>
        <Button
          tone={tone}
          className="min-h-16 px-5 text-lg whitespace-normal!"
          onClick={() => {
            if (settled()) record(wholeAgain(task));
          }}
        >
          Closed: all {of} s again
        </Button>
        {pressing && (
          <Button tone={tone} className="min-h-16 px-5 text-lg" onClick={onScrap}>
            It is spoiled…
          </Button>
        )}
      </div>
    </div>
  );
}
