import type { ComposedSide } from '@kanga/core/art';
import { clashesOn, type Face, type Layout, type Part, type Sheet, type SheetPlan } from '@kanga/core/sheet';
import type { Media, Printer } from '@kanga/core/shop';
import { usePrint } from '../data/index.js';
import { ZoomField } from '../draw/index.js';
import { Empty } from '../frame/index.js';
import { SheetDrawing } from './sheet-drawing.js';
import type { Turning } from './sheet-turner.js';
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
  turning: Turning;
}

/** What overlaps while a part is dragged. */
function clashesOf(plan: SheetPlan | null, sheets: readonly Sheet[], moved: { part: number } | null): number[] | null {
  const dragged = moved && sheets.find((sheet) => sheet.placed.some((one) => one.part === moved.part));
  if (!plan || !dragged) return null;
  const { pairs, outside } = clashesOn(plan.request, dragged.placed);
  return [...pairs.flat(), ...outside];
}

/** The sheets, one or two at a time, with parts to choose, drag, turn and pin. */
export function SheetsView({
  plan,
  layout,
  media,
  printer,
  gap,
  sideOf,
  arranging,
  nesting,
  empty,
  turning: { at, shown },
}: Props) {
  const print = usePrint();
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
      <div
        className="relative min-h-[420px] flex-1 overflow-hidden border border-rule bg-wash"
        tabIndex={0}
        role="group"
        aria-label="Sheets: click a transfer to choose it, drag it, arrow keys move it"
        onKeyDown={arranging.onKeyDown}
      >
        <ZoomField label="the sheets">
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
        </ZoomField>
      </div>
    </div>
  );
}
