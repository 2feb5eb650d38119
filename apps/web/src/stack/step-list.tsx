import { useState } from 'react';
import type { Step } from '@kanga/core/stack';
import { formatDuration } from '@kanga/core/units';
import { usePrint } from '../data/index.js';
import { Button } from '../ui/index.js';

const HANDS = { 0: 'no hands', 1: 'one hand', 2: 'both hands' };
const AT = { table: 'at the table', press: 'at the press', rack: 'on the rack' };

/** The steps for each piece: what and how long at a glance; how, with how many hands, what to look at and the caution when asked. */
export function StepList({ steps }: { steps: readonly Step[] }) {
  const [all, setAll] = useState(false);
  const print = usePrint();
  return (
    <section aria-label="Steps" className="min-h-0 overflow-auto pr-1">
      <div className="mb-1 flex items-baseline justify-between">
        <h2 className="text-[15px] font-semibold text-soft">Then, for each piece</h2>
        <Button
          className="min-h-8 px-2 py-0 text-[14px] pointer-coarse:min-h-tap"
          aria-pressed={all}
          onClick={() => {
            setAll(!all);
          }}
        >
          {all ? 'Short' : 'In full'}
        </Button>
      </div>
      <ol className="max-xl:columns-2">
        {steps.map((step, i) => (
          <li key={i} className="break-inside-avoid border-t border-rule">
            <details open={all}>
              <summary className="grid cursor-pointer grid-cols-[26px_minmax(0,1fr)_auto] gap-x-1 py-[5px]">
                <span className="figures pt-px text-[15px] text-soft">{i + 1}</span>
                <b className="leading-snug">{step.title}</b>
                {step.seconds !== null && <span className="figures">{formatDuration(step.seconds)}</span>}
              </summary>
              <div className="pb-1.5 pl-[30px] text-[14.5px] leading-snug">
                <p>{print.text(step.how)}</p>
                <p className="text-soft">
                  {step.look !== '' && <>Look: {step.look} </>}({AT[step.at]}, {HANDS[step.hands]})
                </p>
                {step.caution && <p className="font-semibold text-magenta">{print.text(step.caution)}</p>}
              </div>
            </details>
          </li>
        ))}
      </ol>
    </section>
  );
}
