import { useState } from 'react';
import { drawnOn, valuesOf, type ComposedSide } from '@kanga/core/art';
import { isDesigned } from '@kanga/core/job';
import type { Spot } from '@kanga/core/nest';
import type { Face, SheetPlan } from '@kanga/core/sheet';
import { ZoomField } from '../draw/index.js';
import { Field } from '../frame/index.js';
import { useJob } from '../job/index.js';
import { Choice } from '../ui/index.js';
import { Facts } from './facts.js';
import { SeamDrawing } from './seam-drawing.js';
import { SheetTurner, useTurning } from './sheet-turner.js';
import { SheetsView } from './sheets-view.js';
import { withTiling } from './tiling-panel.js';
import { useArranging } from './use-arranging.js';
import { shownLayout, useNest } from './use-nest.js';
import { useOffer } from './use-offer.js';

export { PrintButton } from './print-button.js';
export { PrintList } from './print-list.js';

/** Sheet’s one question: does it all fit, at true size, and how much paper does it take? */
export default function SheetStage() {
  const { view, session, palette, locked } = useJob();
  const { blank, templates, media, printer, gap, sheets: plan, job } = view;
  const [look, setLook] = useState<'sheets' | 'seams'>('sheets');
  const sheetChoices = job.sheet;

  const keep = (made: SheetPlan, spots: Spot[]) => {
    const { sheet } = session.job;
    const pinned = sheet.arrangement?.pinned ?? [];
    session.change({ sheet: { ...sheet, arrangement: { fingerprint: made.fingerprint, spots, pinned } } });
  };
  const nest = useNest(keep);
  const offer = useOffer(plan, sheetChoices, locked || nest.nesting !== null);
  const { planned, layout: shown } = shownLayout(plan, nest.nesting);
  const arranging = useArranging({
    plan,
    layout: shown,
    choices: sheetChoices,
    locked: locked || nest.nesting !== null,
    save: (sheet, merge) => {
      session.change({ sheet }, { merge });
    },
  });

  /** A face with the names of its own piece. */
  const sideOf = (face: Face, { piece }: { piece: number }): ComposedSide | undefined => {
    const template = templates[face.side];
    const values = valuesOf(job.run, piece);
    return template && { template, drawn: drawnOn(job.design, face.side, templates, palette, values) };
  };
  const tiledSides = view.tiled.flatMap((tiled) => {
    const side = view.cutOut[tiled.tiling.side];
    return side ? [{ tiled, side, name: blank?.sides[tiled.tiling.side]?.name ?? '' }] : [];
  });
  const turning = useTurning(blank && isDesigned(job) ? shown : null, media);
  const seams = look === 'seams' && tiledSides.length > 0;
  const switcher = tiledSides.length > 0 && (
    <Choice
      bare
      label="Show"
      value={look}
      options={[
        { value: 'sheets', label: 'Sheets' },
        { value: 'seams', label: 'Seams and assembly' },
      ]}
      onChange={setLook}
    />
  );
  return (
    <Field
      title={seams ? 'As the parts are put together, seen from the front' : 'As it comes out of the printer'}
      tools={
        <>
          {switcher}
          {!seams && <SheetTurner turning={turning} />}
        </>
      }
      picture={
        seams ? (
          <div className="flex h-full flex-col">
            <div className="relative min-h-[420px] flex-1 overflow-hidden border border-rule bg-wash">
              <ZoomField label="the seams">
                <div className="absolute inset-0 flex justify-center gap-4 p-3">
                  {tiledSides.map(({ tiled, side, name }) => (
                    <div key={tiled.tiling.side} className="min-w-0 flex-1">
                      <SeamDrawing
                        side={side}
                        tiled={tiled}
                        name={name}
                        onChange={(tiling, merge) => {
                          session.change(
                            { sheet: { ...sheetChoices, tilings: withTiling(sheetChoices, tiling) } },
                            { merge },
                          );
                        }}
                      />
                    </div>
                  ))}
                </div>
              </ZoomField>
            </div>
          </div>
        ) : (
          <SheetsView
            plan={plan}
            layout={blank && isDesigned(job) ? shown : null}
            media={media}
            printer={printer}
            gap={gap}
            sideOf={sideOf}
            arranging={arranging}
            nesting={nest.nesting !== null}
            turning={turning}
            empty={
              view.layout && !planned
                ? 'It does not fit on this paper. Print it in parts, or choose larger paper at the right.'
                : 'Choose a blank and a picture first: their sheet appears here.'
            }
          />
        )
      }
      ledger={
        <Facts
          layout={shown}
          arranging={arranging}
          nest={{
            nesting: nest.nesting,
            problem: nest.problem,
            onStart: () => {
              if (plan) nest.start(plan, sheetChoices, plan.arrangement === 'kept' ? sheetChoices.arrangement : null);
            },
            onStop: nest.stop,
            onDrop: nest.drop,
            offer,
            onTake: (found) => {
              keep(found.plan, found.spots);
            },
          }}
        />
      }
    />
  );
}
