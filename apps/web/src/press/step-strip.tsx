import { useState } from 'react';
import { dueStep } from '@kanga/core/bench';
import type { Step } from '@kanga/core/stack';
import { Dialog } from '../ui/index.js';
import { taskOf, type LaneState } from './use-lane.js';

/** Where one is among the steps of a piece: one mark for each, three of them named; opened, all of them. */
export function StepStrip({ lane }: { lane: LaneState }) {
  const [open, setOpen] = useState(false);
  const task = taskOf(lane);
  if (!task) return null;
  const { steps } = lane.plan;
  const from = dueStep(task);
  const last = steps[from - 1];
  const next = steps[task.step + task.after.length + 1];
  return (
    <Dialog
      title={`All ${steps.length} steps of a piece`}
      open={open}
      onOpenChange={setOpen}
      trigger={
        <button type="button" className="block min-h-16 w-full text-left text-[17px] leading-tight hover:bg-raised">
          <span className="flex gap-1" aria-hidden>
            {steps.map((_, i) => (
              <span
                key={i}
                className={`h-[7px] flex-1 ${i < from ? 'bg-ready' : i <= task.step ? 'bg-yellow' : 'bg-line'}`}
              />
            ))}
          </span>
          <span className="mt-1.5 flex flex-wrap gap-x-6">
            <span className="text-quiet">
              Step {task.step + 1} of {steps.length}
            </span>
            {last && <span className="text-quiet">✓ {last.title}</span>}
            <b>{task.what.title}</b>
            {next && <span className="text-quiet">then {next.title}</span>}
          </span>
        </button>
      }
    >
      <ol className="grid gap-2 text-[17px]">
        {steps.map((step, i) => (
          <StepLine key={i} step={step} at={i} from={from} now={task.step} />
        ))}
      </ol>
    </Dialog>
  );
}

function StepLine({ step, at, from, now }: { step: Step; at: number; from: number; now: number }) {
  const tone = at < from ? 'border-green' : at <= now ? 'border-yellow' : 'border-rule';
  return (
    <li aria-current={at === now ? 'step' : undefined} className={`border-l-[6px] pl-3 ${tone}`}>
      <b>
        {at < from ? '✓ ' : ''}
        {at + 1} {step.title}
        {step.seconds !== null && `, ${step.seconds} s`}
      </b>
      <span className="block text-soft">{step.how}</span>
    </li>
  );
}
