import { useCallback, useMemo, useState } from 'react';
import { drawnOn, valuesOf, type ComposedSide } from '@kanga/core/art';
import { isDesigned } from '@kanga/core/job';
import type { Spot } from '@kanga/core/nest';
import {
  arrangedLayout,
  clashesOn,
  isLayout,
  tiledSide,
  type Face,
  type Sheet,
  type SheetPlan,
} from '@kanga/core/sheet';
import { Empty, Field } from '../frame/index.js';
import { useJob } from '../job/index.js';
import { Button, Choice } from '../ui/index.js';
import { Facts } from './facts.js';
import { SeamDrawing } from './seam-drawing.js';
import { SheetDrawing } from './sheet-drawing.js';
import { withTiling } from './tiling-panel.js';
import { useArranging } from './use-arranging.js';
import { useNest } from './use-nest.js';

/** Sheet’s one question: does it all fit, at true size, and how much paper does it take? */
export default function SheetStage() {
  const { view, print, session, palette, locked } = useJob();
  const { blank, templates, media, printer, gap, tray, sheets: plan, job, trayRequest } = view;
  const [turned, setTurned] = useState(0);
  const [look, setLook] = useState<'sheets' | 'seams'>('sheets');
  const sheetChoices = job.sheet;

  const keep = useCallback(
    (made: SheetPlan, spots: Spot[]) => {
      const { sheet } = session.job;
      const pinned = sheet.arrangement?.pinned ?? [];
      session.change({ sheet: { ...sheet, arrangement: { fingerprint: made.fingerprint, spots, pinned } } });
    },
    [session],
  );
  const nest = useNest(keep);
  const found = nest.nesting?.spots;
  const planned = plan && isLayout(plan.layout) ? plan.layout : null;
  // While a nesting runs, its best so far is what is shown.
  const shownLayout = useMemo(
    () =>
      plan && found && planned && found.length === plan.request.tray.parts.length
        ? arrangedLayout(plan.request, found)
        : planned,
    [plan, planned, found],
  );
  const arranging = useArranging({
    plan,
    layout: shownLayout,
    choices: sheetChoices,
    locked: locked || nest.nesting !== null,
    save: (sheet, merge) => {
      session.change({ sheet }, { merge });
    },
  });

  const count = shownLayout?.sheets.length ?? 0;
  // Cut sheets are narrow: two have room beside each other.
  const shown = media?.kind === 'cut' && count > 1 ? 2 : 1;
  const at = Math.min(turned, Math.max(0, count - shown));
  const { moved } = arranging;
  const sheets = (shownLayout?.sheets.slice(at, at + shown) ?? []).map((sheet): Sheet =>
    moved
      ? {
          ...sheet,
          placed: sheet.placed.map((one) =>
            one.part === moved.part ? { ...one, ...moved.spot, part: one.part } : one,
          ),
        }
      : sheet,
  );
  const dragged = moved && sheets.find((sheet) => sheet.placed.some((one) => one.part === moved.part));
  const clashing =
    moved && plan && dragged
      ? (() => {
          const { pairs, outside } = clashesOn(plan.request, dragged.placed);
          return [...pairs.flat(), ...outside];
        })()
      : nest.nesting
        ? []
        : (plan?.clashing ?? []);
  const ready = sheets.length > 0 && blank && tray && isDesigned(job) && media && printer;
  /** A face with the names of its own piece. */
  const sideOf = (face: Face, { piece }: { piece: number }): ComposedSide | undefined => {
    const template = templates[face.side];
    const values = valuesOf(job.run, piece);
    return template && { template, drawn: drawnOn(job.design, face.side, templates, palette, values) };
  };
  const tiledSides = trayRequest
    ? sheetChoices.tilings.flatMap((tiling) => {
        const tiled = tiledSide(trayRequest, tiling.side);
        const side = view.sides[tiling.side];
        return tiled && side ? [{ tiled, side, name: blank?.sides[tiling.side]?.name ?? '' }] : [];
      })
    : [];
  const seams = look === 'seams' && tiledSides.length > 0;
  return (
    <Field
      title={seams ? 'As the parts are put together, seen from the front' : 'As it comes out of the printer'}
      picture={
        <div className="flex h-full flex-col">
          <div className="mb-1 flex flex-wrap items-center gap-4 empty:mb-0">
            {tiledSides.length > 0 && (
              <Choice
                label="Show"
                value={look}
                options={[
                  { value: 'sheets', label: 'Sheets' },
                  { value: 'seams', label: 'Seams and assembly' },
                ]}
                onChange={setLook}
              />
            )}
            {!seams && count > shown && (
              <div className="flex items-center gap-2">
                <Button
                  aria-label="Sheets before"
                  disabled={at === 0}
                  onClick={() => {
                    setTurned(Math.max(0, at - shown));
                  }}
                >
                  ←
                </Button>
                <span>
                  {shown > 1 ? `Sheets ${at + 1} and ${at + 2}` : `Length ${at + 1}`} of {count}
                </span>
                <Button
                  aria-label="Sheets after"
                  disabled={at + shown >= count}
                  onClick={() => {
                    setTurned(at + shown);
                  }}
                >
                  →
                </Button>
              </div>
            )}
          </div>
          <div
            className="relative min-h-[420px] flex-1 overflow-hidden border border-rule bg-wash"
            tabIndex={seams ? -1 : 0}
            role="group"
            aria-label="Sheets: click a transfer to choose it, drag it, arrow keys move it"
            onKeyDown={seams ? undefined : arranging.onKeyDown}
          >
            <div className="absolute inset-0 flex justify-center gap-4 p-3" {...(seams ? {} : arranging.bind())}>
              {seams ? (
                tiledSides.map(({ tiled, side, name }) => (
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
                ))
              ) : ready ? (
                sheets.map((sheet, i) => (
                  <div key={at + i} className="min-w-0 flex-1">
                    <SheetDrawing
                      sheet={sheet}
                      tray={tray}
                      margins={media.margins}
                      sideOf={sideOf}
                      printer={printer}
                      gap={gap}
                      unit={print.units.length}
                      label={`${media.name}, sheet ${at + i + 1}, with ${sheet.placed.length} transfers`}
                      // A piece of a roll lies on its side, so that it fills the field.
                      lying={media.kind === 'roll' && sheet.height > sheet.width * 1.05}
                      chosen={arranging.chosen}
                      pinned={arranging.pinned}
                      clashing={clashing}
                    />
                  </div>
                ))
              ) : (
                <Empty>
                  {view.layout && !planned
                    ? 'It does not fit on this paper. Print it in parts, or choose larger paper at the right.'
                    : 'Choose a blank and a picture first: their sheet appears here.'}
                </Empty>
              )}
            </div>
          </div>
        </div>
      }
      ledger={
        <Facts
          layout={shownLayout}
          arranging={arranging}
          nest={{
            nesting: nest.nesting,
            problem: nest.problem,
            onStart: () => {
              if (plan) nest.start(plan, sheetChoices, plan.arrangement === 'kept' ? sheetChoices.arrangement : null);
            },
            onStop: nest.stop,
            onDrop: nest.drop,
          }}
        />
      }
    />
  );
}
