import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { tells, type StudyAction } from '@kanga/core/study';
import type { NextAction } from '@kanga/core/job';
import { call, useOperator } from '../data/index.js';
import { Cloth, Field, Findings, findingOf, Line, May, Notes } from '../frame/index.js';
import { Button, Choice, ProblemText } from '../ui/index.js';
import { ByHand } from './by-hand.js';
import { CheckSwatches } from './check-swatches.js';
import { ClothPlan } from './cloth-plan.js';
import { Compare } from './compare.js';
import { Measure } from './measure.js';
import { PrintTargets } from './print-targets.js';
import { StudyFacts } from './study-facts.js';
import { StudySettings } from './study-settings.js';
import { SurfaceKey } from './surface-key.js';
import { SurfacePicture } from './surface-picture.js';
import { useStudy } from './use-study.js';

type Open = 'measure' | 'compare' | 'by hand' | 'cloth' | 'print' | 'settings' | 'check' | null;

/** Dial-in has one question: which setting is best for this cloth on this press, and how sure is that? */
export function StudyPage() {
  const { id = '' } = useParams();
  const session = useStudy(id);
  const { study, view, change } = session;
  const navigate = useNavigate();
  const by = useOperator();
  const [open, setOpen] = useState<Open>(null);
  const [chosen, setChosen] = useState<number | null>(null);
  const { pressures, prePresses } = study.limits;
  const first = { pressure: pressures[0] ?? 'medium', prePress: prePresses[0] ?? 0 };
  const [slice, setSlice] = useState(first);
  const shown = pressures.includes(slice.pressure) && prePresses.includes(slice.prePress) ? slice : first;
  const close = () => {
    setOpen(null);
  };

  const carryOut = async ({ command }: StudyAction): Promise<void> => {
    switch (command.kind) {
      case 'plan':
        await change(() =>
          call('addSwatches', {
            id,
            body: {
              first: study.swatches.length + 1,
              swatches: command.settings.map(({ setting, reason }) => ({
                aim: command.aim,
                setting,
                reason,
                since: [],
              })),
            },
          }),
        );
        return;
      case 'print':
        setOpen('print');
        return;
      case 'press':
        try {
          await call('freezePlan', { id: command.jobId });
          await navigate(`/jobs/${command.jobId}/press`);
        } catch {
          // What stands in its way is mended in the job that carries the swatch.
          await navigate(`/jobs/${command.jobId}/stack`);
        }
        return;
      case 'measure':
        setOpen('measure');
        return;
      case 'check':
        setOpen('check');
        return;
      case 'accept':
        await change(() =>
          call('setResult', { id, body: { recipeId: crypto.randomUUID(), setting: command.setting, by } }),
        );
    }
  };
  const action: NextAction | null = view && {
    stage: 'press',
    sentence: view.action.sentence,
    label: view.action.label,
    command: { kind: 'go', to: 'press' },
  };
  const findings = [...(view?.findings ?? []), ...(session.problem ? [findingOf(session.problem, 'press')] : [])];
  const comparable = study.swatches.filter(tells).length > 1;
  return (
    <Cloth
      title={`${study.name} · Dial-in`}
      head={
        <span className="flex min-w-0 items-center gap-3">
          <Link to="/studies" className="flex-none text-cyan underline">
            Dial-in
          </Link>
          <b className="truncate text-[16px]">{study.name}</b>
          <span className="truncate text-soft max-md:hidden">
            {study.cloth.blankName} · {study.pressName} · {study.mediaName}
          </span>
        </span>
      }
      foot={
        <>
          <Findings findings={findings} />
          {action && view && (
            <Line
              action={action}
              busy={session.busy}
              door={view.action.command.kind === 'press' ? 'freezePlan' : 'addSwatches'}
              onAct={() => {
                void carryOut(view.action);
              }}
              aside={<Notes findings={findings} />}
            />
          )}
        </>
      }
    >
      <Field
        title="How good each setting comes out, as far as the swatches tell"
        tools={
          <div className="flex flex-wrap items-center gap-2">
            {pressures.length > 1 && (
              <Choice
                bare
                label="Pressure"
                value={shown.pressure}
                options={pressures.map((one) => ({ value: one, label: study.turns[one] || one }))}
                onChange={(pressure) => {
                  setSlice({ ...shown, pressure });
                }}
              />
            )}
            {prePresses.length > 1 && (
              <Choice
                bare
                label="Pre-press"
                value={String(shown.prePress)}
                options={prePresses.map((one) => ({ value: String(one), label: `pre-press ${one} s` }))}
                onChange={(text) => {
                  setSlice({ ...shown, prePress: Number(text) });
                }}
              />
            )}
            <May door="addReadings">
              <Button
                onClick={() => {
                  setOpen('measure');
                }}
              >
                Measure…
              </Button>
              <Button
                disabled={!comparable}
                onClick={() => {
                  setOpen('compare');
                }}
              >
                Compare by eye…
              </Button>
              <Button
                onClick={() => {
                  setOpen('by hand');
                }}
              >
                By hand…
              </Button>
            </May>
            <Button
              onClick={() => {
                setOpen('cloth');
              }}
            >
              Cloth
            </Button>
            <May door="changeStudy">
              <Button
                onClick={() => {
                  setOpen('settings');
                }}
              >
                Settings…
              </Button>
            </May>
          </div>
        }
        picture={
          <div className="flex h-full flex-col">
            <div className="min-h-0 flex-1">
              <SurfacePicture study={study} view={view} slice={shown} chosen={chosen} onChoose={setChosen} />
            </div>
            {view?.surface && <SurfaceKey />}
            {session.fault && <ProblemText problem={session.fault} />}
          </div>
        }
        ledger={<StudyFacts session={session} chosen={chosen} onChoose={setChosen} />}
      />
      {open === 'measure' && <Measure session={session} onClose={close} />}
      {open === 'compare' && <Compare session={session} onClose={close} />}
      {open === 'by hand' && <ByHand session={session} slice={shown} onClose={close} />}
      {open === 'cloth' && <ClothPlan study={study} onClose={close} />}
      {open === 'print' && <PrintTargets session={session} onClose={close} />}
      {open === 'settings' && <StudySettings session={session} onClose={close} />}
      {open === 'check' && <CheckSwatches session={session} onClose={close} />}
    </Cloth>
  );
}
