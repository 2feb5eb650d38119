import { useState } from 'react';
import { formatDuration } from '@kanga/core/units';
import { Empty, Field } from '../frame/index.js';
import { useJob } from '../job/index.js';
import { Choice } from '../ui/index.js';
import { BedDrawing } from './bed-drawing.js';
import { CutListView } from './cut-list.js';
import { CrossSection } from './cross-section.js';
import { SettingsLedger } from './settings-ledger.js';

/** Stack’s one question: what goes into the press in which order, how hot and how long, and why? */
export default function StackStage() {
  const { view, print } = useJob();
  const [look, setLook] = useState<'side' | 'above'>('side');
  // At the press the plan is shown as it was frozen.
  const stack = view.plan ?? view.stack;
  if (!stack) {
    return (
      <Field
        title="In the press, from the side"
        picture={<Empty>Choose a blank first: its stack is worked out from it.</Empty>}
        ledger={null}
      />
    );
  }
  const { blank, template, stack: planned } = view;
  const dial = view.plan?.dial ?? planned?.dial.value ?? stack.settings.temperature.value;
  const above = look === 'above' && planned !== null && blank !== null && template !== null;
  return (
    <Field
      title={above ? 'On the plate, from above' : 'In the press, from the side'}
      picture={
        <div className="grid h-full gap-4 xl:grid-cols-[minmax(0,1fr)_280px] max-xl:grid-rows-[minmax(360px,1fr)_auto]">
          <div className="flex min-h-0 flex-col">
            {planned && (
              <Choice
                label="Look at it"
                value={look}
                options={[
                  { value: 'side', label: 'From the side' },
                  { value: 'above', label: 'From above: the bed' },
                ]}
                onChange={setLook}
              />
            )}
            <div className="relative min-h-[340px] flex-1">
              <div className="absolute inset-0">
                {above ? (
                  <BedDrawing press={planned.press} bed={planned.bed} blank={blank} template={template} print={print} />
                ) : (
                  <CrossSection
                    layers={stack.layers}
                    dial={`dial ${print.temperature(dial)}, ${stack.press.name}`}
                    print={print}
                  />
                )}
              </div>
            </div>
          </div>
          <section aria-label="Steps">
            <h2 className="mb-1 text-[15px] font-semibold text-soft">Then, for each piece</h2>
            <ol className="space-y-0 max-xl:columns-2">
              {stack.steps.map((step, i) => (
                <li
                  key={i}
                  className="grid break-inside-avoid grid-cols-[30px_minmax(0,1fr)] border-t border-rule py-1"
                >
                  <span className="figures pt-0.5 text-[15px] text-soft">{i + 1}</span>
                  <span>
                    <b>{step.title}</b>
                    {step.seconds !== null && (
                      <span className="figures float-right">{formatDuration(step.seconds)}</span>
                    )}
                    <span className="block text-[14px] leading-snug text-soft">{step.how}</span>
                  </span>
                </li>
              ))}
            </ol>
          </section>
        </div>
      }
      ledger={
        <>
          <SettingsLedger settings={stack.settings} dial={view.plan ? null : (planned?.dial ?? null)} />
          {planned && <CutListView stack={planned} pieces={view.job.pieces} />}
        </>
      }
    />
  );
}
