import { readsRight } from '@kanga/core/blank';
import { isLayout, SHEET_LIMITS, type Layout, type SheetChoices } from '@kanga/core/sheet';
import { parseLength } from '@kanga/core/units';
import { addressOf } from '@kanga/contract/route';
import { problemFrom } from '../data/index.js';
import { Fact } from '../frame/index.js';
import { useDownload, useJob } from '../job/index.js';
import { Button, Choice, ParsedField, YesNo } from '../ui/index.js';
import { PrintAgain } from './again.js';
import { ChosenPart } from './chosen-part.js';
import { GapField, LayoutFacts, PaperChoice } from './layout-facts.js';
import { NestPanel, type NestControl } from './nest-panel.js';
import { PrintButton } from './print-button.js';
import { PrintList } from './print-list.js';
import { TilingPanel } from './tiling-panel.js';
import type { useArranging } from './use-arranging.js';

/** Choices that are made once in a while. */
function MoreChoices({ set }: { set: (change: Partial<SheetChoices>) => void }) {
  const { view, session, print, locked } = useJob();
  const { sheet, overrides } = view.job;
  return (
    <div className="space-y-3 pt-1">
      {view.foldable && (
        <YesNo
          label="Both sides on one folded sheet"
          value={view.folded}
          disabled={locked}
          onChange={(folded) => {
            // On a jig it is the house’s way with socks, in this job; the stack shows the same.
            if (view.blank?.jig) {
              const socks = folded ? 'flip' : 'roll';
              session.change({ overrides: { ...overrides, house: { ...overrides.house, socks } } });
            } else set({ folded });
          }}
        />
      )}
      <YesNo
        label="Keep each piece on one sheet"
        value={sheet.together}
        disabled={locked}
        onChange={(together) => {
          set({ together });
        }}
      />
      <Choice
        label="Nesting may turn"
        value={sheet.turns}
        disabled={locked}
        options={[
          { value: 'quarter', label: 'By 90°' },
          { value: 'any', label: 'Any way' },
        ]}
        onChange={(turns) => {
          set({ turns });
        }}
      />
      <YesNo
        label="Code on labels, opens the piece at the press"
        value={sheet.codes}
        disabled={locked}
        onChange={(codes) => {
          set({ codes });
        }}
      />
      {!locked && (
        <ParsedField
          label="Kept free along the edge"
          shown={print.length(sheet.edge)}
          parse={(text) => parseLength(text, print.units.length)}
          limits={(mm) =>
            mm >= 0 && mm <= SHEET_LIMITS.edge ? null : `From nothing to ${print.length(SHEET_LIMITS.edge)}.`
          }
          onValue={(edge) => {
            set({ edge });
          }}
        />
      )}
    </div>
  );
}

interface Props {
  layout: Layout | null;
  nest: NestControl;
  arranging: ReturnType<typeof useArranging>;
}

/** The ledger of the sheet stage. */
export function Facts({ layout, nest, arranging }: Props) {
  const { view, session, locked } = useJob();
  const { media, printer, transfers, job, blank, gap, blocks, printed, trayRequest } = view;
  const download = useDownload('sheet', 'sheets');
  const stopped = [...blocks.blank, ...blocks.art, ...blocks.sheet].length > 0;
  const set = (change: Partial<SheetChoices>) => {
    session.change({ sheet: { ...job.sheet, ...change } });
  };
  const tooLarge = view.layout !== null && !isLayout(view.layout);
  return (
    <div className="space-y-3">
      <PaperChoice
        media={media}
        disabled={locked}
        onChange={(mediaId) => {
          session.change({ mediaId });
        }}
      />
      <LayoutFacts layout={layout} media={media}>
        <Fact
          name="Transfers"
          note={
            blank && transfers !== job.pieces
              ? `${job.pieces} ${job.pieces === 1 ? 'piece' : 'pieces'}, ${transfers / job.pieces} each`
              : undefined
          }
        >
          <span className="figures">{transfers}</span>
        </Fact>
      </LayoutFacts>
      {layout && (
        <NestPanel
          {...nest}
          count={transfers}
          arranged={job.sheet.arrangement !== null}
          locked={locked}
          onRows={() => {
            set({ arrangement: null });
          }}
        />
      )}
      {view.tray && (
        <ChosenPart tray={view.tray} arranging={arranging} sheets={layout?.sheets.length ?? 0} locked={locked} />
      )}
      {trayRequest &&
        media &&
        !locked &&
        !view.folded &&
        printed
          .filter((side) => tooLarge || job.sheet.tilings.some((one) => one.side === side))
          .map((side) => (
            <TilingPanel
              key={side}
              request={trayRequest}
              paper={media}
              side={side}
              tiled={view.tiled.find(({ tiling }) => tiling.side === side) ?? null}
              name={(blank?.sides.length ?? 1) > 1 ? (blank?.sides[side]?.name ?? '') : ''}
              onChange={(tilings, wanted) => {
                session.change({
                  sheet: { ...job.sheet, tilings },
                  ...(wanted === undefined ? {} : { gap: wanted }),
                });
              }}
            />
          ))}
      {media && printer && (
        <PrintButton
          what={{ kind: 'job', jobId: job.id }}
          media={media}
          printer={printer}
          readable={readsRight(view.film)}
          disabled={stopped || !layout || locked}
          before={() => session.flush()}
        />
      )}
      <PrintList jobId={job.id} />
      <Button
        className="w-full"
        disabled={stopped || !layout || download.isPending}
        onClick={() => {
          download.mutate();
        }}
      >
        {download.isPending ? 'Making the PDF…' : 'Preview PDF'}
      </Button>
      {layout && !stopped && <PrintAgain />}
      {download.isError && (
        <p role="alert" className="font-semibold text-magenta">
          {problemFrom(download.error).title}
        </p>
      )}
      {!locked && (
        <GapField
          gap={gap}
          onGap={(mm) => {
            session.change({ gap: mm });
          }}
        />
      )}
      <details className="border-t border-rule pt-2" open={view.foldable || job.sheet.codes}>
        <summary className="cursor-pointer font-semibold">More choices</summary>
        <MoreChoices set={set} />
        {blank && blank.layers.length > 1 && (
          <p className="pt-3">
            <a className="text-cyan underline" href={addressOf('insert', { id: job.id })} download>
              Outline of the insert, as SVG
            </a>
          </p>
        )}
      </details>
    </div>
  );
}
