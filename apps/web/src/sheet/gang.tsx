import { useState } from 'react';
import { useSearchParams } from 'react-router';
import { useSuspenseQuery } from '@tanstack/react-query';
import { drawnOn, valuesOf, type ComposedSide } from '@kanga/core/art';
import type { Spot } from '@kanga/core/nest';
import { checkPrinting, paperUse, USUAL_SHEET, type Face, type SheetPlan } from '@kanga/core/sheet';
import { openJobsQuery, usePrint, useShop } from '../data/index.js';
import { Cloth, Field, Findings } from '../frame/index.js';
import { Button, YesNo } from '../ui/index.js';
import { ChosenPart } from './chosen-part.js';
import { GangJobs, type GangFilter } from './gang-jobs.js';
import { GapField, LayoutFacts, PaperChoice } from './layout-facts.js';
import { NestPanel } from './nest-panel.js';
import { PrintButton } from './print-button.js';
import { PrintList } from './print-list.js';
import { SheetTurner, useTurning } from './sheet-turner.js';
import { SheetsView } from './sheets-view.js';
import { useArranging } from './use-arranging.js';
import { useGang, useGangState } from './use-gang.js';
import { shownLayout, useNest } from './use-nest.js';
import { useOffer } from './use-offer.js';

/** Shared sheets have one question: which jobs go on the same paper, and how much of it do they take together? */
export function GangPage() {
  const shop = useShop();
  const print = usePrint();
  const { data: jobs } = useSuspenseQuery(openJobsQuery);
  // An order comes with its jobs.
  const asked = useSearchParams()[0].get('jobs');
  const { state, change, undo, canUndo } = useGangState(asked === null ? null : asked.split(','));
  const [filter, setFilter] = useState<GangFilter>({ blank: '', due: '' });
  const { views, faces, plan, stopped, loading } = useGang(state);
  const media = shop.media.find((one) => one.id === state.mediaId) ?? shop.media[0] ?? null;
  const printer = shop.printers.find((one) => one.id === media?.printerId) ?? null;
  const { arrangement, choices } = state;

  const keep = (made: SheetPlan, spots: Spot[]) => {
    change({ arrangement: { fingerprint: made.fingerprint, spots, pinned: arrangement?.pinned ?? [] } });
  };
  const nest = useNest(keep);
  const offer = useOffer(plan, { ...USUAL_SHEET, ...choices }, nest.nesting !== null);
  const { layout } = shownLayout(plan, nest.nesting);
  const arranging = useArranging({
    plan,
    layout,
    choices: { ...USUAL_SHEET, ...choices, arrangement: plan?.arrangement === 'kept' ? arrangement : null },
    locked: nest.nesting !== null,
    save: (sheet, merge) => {
      change({ arrangement: sheet.arrangement }, merge);
    },
  });
  const sideOf = (face: Face, { job: at, piece }: { job: number; piece: number }): ComposedSide | undefined => {
    const view = views[at];
    const template = view?.templates[face.side];
    if (!view || !template) return undefined;
    const values = valuesOf(view.job.run, piece);
    const palette = { arts: view.arts, faces };
    return { template, drawn: drawnOn(view.job.design, face.side, view.templates, palette, values) };
  };
  const need = layout && media ? paperUse(media, layout.sheets) : null;
  const findings = media && printer ? checkPrinting(printer, media, need, print) : [];
  const turning = useTurning(layout, media ?? null);
  const blocked = stopped.length > 0 || !layout || (plan?.clashing.length ?? 0) > 0;
  return (
    <Cloth title="Sheets" head={<b>{shop.settings.shopName}</b>} foot={<Findings findings={findings} />}>
      <Field
        title="Sheets that several jobs share, as they come out of the printer"
        tools={
          <>
            <Button disabled={!canUndo} onClick={undo}>
              Undo
            </Button>
            <SheetTurner turning={turning} />
          </>
        }
        picture={
          <SheetsView
            plan={plan}
            layout={layout}
            media={media}
            printer={printer}
            gap={state.gap}
            sideOf={sideOf}
            arranging={arranging}
            nesting={nest.nesting !== null}
            turning={turning}
            empty={
              loading
                ? 'Fetching the jobs…'
                : state.jobs.length === 0
                  ? 'Tick jobs at the right: their transfers appear here, together on the same paper.'
                  : stopped.length > 0
                    ? `Job ${stopped[0]?.view.job.number ?? ''}: ${stopped[0]?.why ?? ''}. Fix it in the job, or remove it.`
                    : 'Something does not fit on this paper. Choose larger paper.'
            }
          />
        }
        ledger={
          <div className="space-y-3">
            {media && (
              <PaperChoice
                media={media}
                onChange={(mediaId) => {
                  change({ mediaId });
                }}
              />
            )}
            {layout && <LayoutFacts layout={layout} media={media} />}
            <GangJobs
              jobs={jobs}
              chosen={state.jobs}
              filter={filter}
              settings={shop.settings}
              onFilter={setFilter}
              onChoose={(ids) => {
                change({ jobs: ids });
              }}
            />
            {stopped.map(({ view, why }) => (
              <p key={view.job.id} role="alert" className="border-l-4 border-magenta pl-3 font-semibold">
                Job {view.job.number}: {why}
              </p>
            ))}
            {layout && plan && (
              <NestPanel
                nesting={nest.nesting}
                problem={nest.problem}
                count={plan.request.tray.parts.length}
                arranged={plan.arrangement === 'kept'}
                locked={false}
                onStart={() => {
                  nest.start(plan, choices, plan.arrangement === 'kept' ? arrangement : null);
                }}
                onStop={nest.stop}
                onDrop={nest.drop}
                offer={offer}
                onTake={(found) => {
                  keep(found.plan, found.spots);
                }}
                onRows={() => {
                  change({ arrangement: null });
                }}
              />
            )}
            {plan && (
              <ChosenPart
                tray={plan.request.tray}
                arranging={arranging}
                sheets={layout?.sheets.length ?? 0}
                locked={nest.nesting !== null}
              />
            )}
            {media && printer && (
              <PrintButton
                what={{
                  kind: 'gang',
                  jobs: views.map(({ job }) => job.id),
                  mediaId: media.id,
                  gap: state.gap,
                  choices,
                  arrangement: plan?.arrangement === 'kept' ? arrangement : null,
                }}
                media={media}
                printer={printer}
                disabled={blocked || nest.nesting !== null || findings.some(({ severity }) => severity === 'stop')}
              />
            )}
            <PrintList jobId={null} />
            <GapField
              gap={state.gap}
              onGap={(gap) => {
                change({ gap });
              }}
            />
            <YesNo
              label="Keep each piece on one sheet"
              value={choices.together}
              onChange={(together) => {
                change({ choices: { ...choices, together } });
              }}
            />
          </div>
        }
      />
    </Cloth>
  );
}
