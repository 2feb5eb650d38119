import { useState, type ReactNode } from 'react';
import type { ComposedSide } from '@kanga/core/art';
import { clashesOn, type Face, type Layout, type Part, type Sheet, type SheetPlan } from '@kanga/core/sheet';
import type { Media, Printer } from '@kanga/core/shop';
import { usePrint } from '../data/index.js';
import { Empty } from '../frame/index.js';
import { Button } from '../ui/index.js';
import { SheetDrawing } from './sheet-drawing.js';
import type { useArranging } from './use-arranging.js';

interface Props {
  plan: SheetPlan | null;
  layout: Layout | null;
  media: Media | null;
  printer: Printer | null;
  gap: number;
  sideOf: (face: Face, part: Pick<Part, 'job' | 'piece'>) => ComposedSide | undefined;
  arranging: ReturnType<typeof useArranging>;
  /** Nothing is called wrong while a nesting runs. */
  nesting: boolean;
  /** Said where there is nothing to show. */
  empty: string;
  /** Stands beside the arrows that turn the sheets. */
  head?: ReactNode;
}

/** What overlaps while a part is dragged. */
function clashesOf(plan: SheetPlan | null, sheets: readonly Sheet[], moved: { part: number } | null): number[] | null {
  const dragged = moved && sheets.find((sheet) => sheet.placed.some((one) => one.part === moved.part));
  if (!plan || !dragged) return null;
  const { pairs, outside } = clashesOn(plan.request, dragged.placed);
  return [...pairs.flat(), ...outside];
}

/** The sheets, one or two at a time, with parts to choose, drag, turn and pin. */
export function SheetsView({ plan, layout, media, printer, gap, sideOf, arranging, nesting, empty, head }: Props) {
  const print = usePrint();
  const [turned, setTurned] = useState(0);
  const count = layout?.sheets.length ?? 0;
  // Cut sheets are narrow: two have room beside each other.
  const shown = media?.kind === 'cut' && count > 1 ? 2 : 1;
  const at = Math.min(turned, Math.max(0, count - shown));
  const { moved } = arranging;
  const sheets = (layout?.sheets.slice(at, at + shown) ?? []).map((sheet): Sheet =>
    moved
      ? {
          ...sheet,
          placed: sheet.placed.map((one) =>
            one.part === moved.part ? { ...one, ...moved.spot, part: one.part } : one,
          ),
        }
      : sheet,
  );
  const clashing = nesting ? [] : (clashesOf(plan, sheets, moved) ?? plan?.clashing ?? []);
  const tray = plan?.request.tray;
  return (
    <div className="flex h-full flex-col">
      <div className="mb-1 flex flex-wrap items-center gap-4 empty:mb-0">
        {head}
        {count > shown && (
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
        tabIndex={0}
        role="group"
        aria-label="Sheets: click a transfer to choose it, drag it, arrow keys move it"
        onKeyDown={arranging.onKeyDown}
      >
        <div className="absolute inset-0 flex justify-center gap-4 p-3" {...arranging.bind()}>
          {sheets.length > 0 && tray && media && printer ? (
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
            <Empty>{empty}</Empty>
          )}
        </div>
      </div>
    </div>
  );
}
