import { useState } from 'react';
import { otherTemperature } from '@kanga/core/units';
import { problemFrom } from '../data/index.js';
import { Empty, Field, Group } from '../frame/index.js';
import { useDownload, useJob } from '../job/index.js';
import { Button, Choice, ProblemText } from '../ui/index.js';
import { BedDrawing } from './bed-drawing.js';
import { LaidBed } from './bed-stage.js';
import { LaidSections } from './laid-sections.js';
import { CrossSection } from './cross-section.js';
import { CutListView } from './cut-list.js';
import { CycleFacts } from './cycle-facts.js';
import { JobRules } from './job-rules.js';
import { SettingsLedger } from './settings-ledger.js';
import { StepList } from './step-list.js';

/** Stack’s one question: what goes into the press in which order, how hot and how long, and why? */
export default function StackStage() {
  const { view, print } = useJob();
  const [look, setLook] = useState<'side' | 'above'>('side');
  const [at, setAt] = useState(0);
  const card = useDownload('pressCard', 'press-card');
  // At the press the plan is shown as it was frozen.
  const stack = view.plan ?? view.stack;
  const { blank, stack: planned } = view;
  if (!stack || !blank || !planned) {
    return (
      <Field
        title="In the press, from the side"
        picture={<Empty>Choose a blank first: its stack is worked out from it.</Empty>}
        ledger={null}
      />
    );
  }
  const dial = view.plan?.dial ?? planned.dial.value;
  const which = Math.min(at, stack.sides.length - 1);
  const shown = stack.sides[which];
  const number = view.printed[which] ?? 0;
  const side = blank.sides[number];
  const template = view.cutOut[number]?.template;
  const bed = shown?.bed ?? null;
  const Laid = bed?.sections && !bed.bed ? LaidSections : LaidBed;
  const above = look === 'above' && bed !== null && side !== undefined && template !== undefined;
  const pressed = view.printed.flatMap((one) => blank.sides[one] ?? []);
  return (
    <Field
      title={above ? 'On the plate, from above' : 'In the press, from the side'}
      tools={
        <>
          <Choice
            bare
            label="View"
            value={look}
            options={[
              { value: 'side', label: 'From the side' },
              { value: 'above', label: 'From above: the bed' },
            ]}
            onChange={setLook}
          />
          {stack.sides.length > 1 && (
            <Choice
              bare
              label="Side"
              value={String(which)}
              options={pressed.map(({ name }, i) => ({ value: String(i), label: name }))}
              onChange={(value) => {
                setAt(Number(value));
              }}
            />
          )}
        </>
      }
      picture={
        <div className="grid h-full gap-4 xl:grid-cols-[minmax(0,1fr)_290px] max-xl:grid-rows-[minmax(360px,1fr)_auto]">
          <div className="flex min-h-0 flex-col">
            <div className="relative min-h-[340px] flex-1">
              <div className="absolute inset-0">
                {above ? (
                  shown && !view.plan ? (
                    <Laid
                      key={which}
                      plan={{ layers: shown.layers, bed }}
                      which={which}
                      side={side}
                      template={template}
                    />
                  ) : (
                    <BedDrawing
                      press={stack.press}
                      bed={bed}
                      layers={shown?.layers ?? []}
                      side={side}
                      template={template}
                      print={print}
                    />
                  )
                ) : (
                  <CrossSection
                    layers={shown?.layers ?? []}
                    dial={`dial ${print.temperature(dial)} (${otherTemperature(dial, print.units.temperature)}), ${stack.press.name}`}
                    print={print}
                  />
                )}
              </div>
            </div>
          </div>
          <StepList steps={stack.steps} />
        </div>
      }
      ledger={
        <>
          <Group name="settings" title="Settings">
            <SettingsLedger settings={stack.settings} dial={view.plan ? null : planned.dial} />
            <JobRules />
          </Group>
          <Group name="pace" title="Pace and jigs">
            <CycleFacts cycle={planned.cycle} />
          </Group>
          <CutListView stack={planned} pieces={view.job.pieces} />
          <Button
            className="mt-3 w-full"
            disabled={card.isPending}
            onClick={() => {
              card.mutate();
            }}
          >
            {card.isPending ? 'Drawing it…' : 'Press card, one page A5'}
          </Button>
          {card.isError && <ProblemText problem={problemFrom(card.error)} className="mt-2" />}
        </>
      }
    />
  );
}
