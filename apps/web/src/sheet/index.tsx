import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { drawnOn, valuesOf, type ComposedSide } from '@kanga/core/art';
import { isDesigned } from '@kanga/core/job';
import { GAP_LIMITS, isLayout, type Layout } from '@kanga/core/sheet';
import type { Printer } from '@kanga/core/shop';
import { parseLength, tidyNumber } from '@kanga/core/units';
import { api, handOver, type JobSession, problemFrom, queryClient, shopQuery } from '../data/index.js';
import { Empty, Fact, Field } from '../frame/index.js';
import { useJob } from '../job/index.js';
import { Button, Choice, ParsedField } from '../ui/index.js';
import { SheetDrawing } from './sheet-drawing.js';

/** Fetches the PDF and hands it to the browser as a file, so that a refusal can be shown in words. */
function useDownload(jobId: string, number: number, session: JobSession) {
  return useMutation({
    mutationFn: async () => {
      // What was chosen a moment ago is to be in it.
      await session.flush();
      const response = await fetch(`/api/jobs/${jobId}/sheet`);
      if (!response.ok) throw new Error(((await response.json()) as { title: string }).title);
      handOver(`kanga-job-${number}-sheets.pdf`, await response.blob());
    },
  });
}

function Facts({ layout }: { layout: Layout | null }) {
  const { view, session, shop, print, locked } = useJob();
  const { media, printer, transfers, job, blank, gap, blocks, printed } = view;
  const download = useDownload(job.id, job.number, session);
  const mirror = useMutation({
    mutationFn: (mirroredBy: Printer['mirroredBy']) =>
      api(`shop/printers/${printer?.id ?? ''}/mirror`, { method: 'PUT', json: { mirroredBy } }),
    onSuccess: () => queryClient.invalidateQueries(shopQuery),
  });
  const stopped = [...blocks.blank, ...blocks.art, ...blocks.sheet].length > 0;
  const length = layout?.sheets.reduce((sum, sheet) => sum + sheet.height, 0) ?? 0;
  return (
    <div className="space-y-3">
      <Choice
        label="Paper"
        value={media?.id ?? ''}
        disabled={locked}
        options={shop.media.map(({ id, name }) => ({ value: id, label: name }))}
        onChange={(mediaId) => {
          session.change({ mediaId });
        }}
      />
      <dl>
        {layout && media && (
          <Fact
            name={media.kind === 'roll' ? 'Length' : 'Sheets'}
            note={
              media.kind === 'roll'
                ? `no layout takes less than ${print.length(layout.bound)}`
                : `no layout takes fewer than ${layout.bound}; ${layout.perSheet} fit on one`
            }
          >
            <span className="figures text-[28px] leading-none">
              {media.kind === 'roll' ? print.length(length) : layout.sheets.length}
            </span>
          </Fact>
        )}
        <Fact
          name="Transfers"
          note={blank && printed.length > 1 ? `${job.pieces} pieces, ${printed.length} sides each` : undefined}
        >
          <span className="figures">{transfers}</span>
        </Fact>
        {layout && (
          <Fact name="Use">
            <span className="figures">{tidyNumber(layout.use * 100, 0)} %</span>{' '}
            <span className="font-normal text-soft">of the paper is printed</span>
          </Fact>
        )}
        {printer && <Fact name="Printer">{printer.name}</Fact>}
      </dl>
      {!locked && (
        <ParsedField
          label="Room for scissors"
          shown={print.length(gap)}
          parse={(text) => parseLength(text, print.units.length)}
          limits={(mm) =>
            mm >= GAP_LIMITS.least && mm <= GAP_LIMITS.most
              ? null
              : `From ${print.length(GAP_LIMITS.least)} to ${print.length(GAP_LIMITS.most)}.`
          }
          onValue={(mm) => {
            session.change({ gap: mm });
          }}
        />
      )}
      {printer && (
        <Choice
          label="Who mirrors?"
          value={printer.mirroredBy}
          disabled={locked || mirror.isPending}
          options={[
            { value: 'kanga', label: 'Kanga' },
            { value: 'driver', label: 'The printer’s driver' },
          ]}
          onChange={(owner) => {
            mirror.mutate(owner);
          }}
        />
      )}
      <Button
        tone="strong"
        className="w-full"
        disabled={stopped || !layout || download.isPending}
        onClick={() => {
          download.mutate();
        }}
      >
        {download.isPending ? 'Making the PDF…' : 'Download the PDF'}
      </Button>
      {(download.isError || mirror.isError) && (
        <p role="alert" className="font-semibold text-magenta">
          {problemFrom(download.error ?? mirror.error).title}
        </p>
      )}
    </div>
  );
}

/** Sheet’s one question: does it all fit, at true size, and how much paper does it take? */
export default function SheetStage() {
  const { view, print } = useJob();
  const { layout, blank, templates, printed, media, printer, gap } = view;
  const { palette } = useJob();
  const [chosen, setChosen] = useState(0);
  const laid = layout && isLayout(layout) ? layout : null;
  const count = laid?.sheets.length ?? 0;
  // Cut sheets are narrow: two have room beside each other.
  const shown = media?.kind === 'cut' && count > 1 ? 2 : 1;
  const at = Math.min(chosen, Math.max(0, count - shown));
  const sheets = laid?.sheets.slice(at, at + shown) ?? [];
  const ready = sheets.length > 0 && blank && isDesigned(view.job) && media && printer;
  /** A transfer with the names of its own piece. */
  const sideOf = (index: number): ComposedSide | undefined => {
    const side = printed[index % printed.length] ?? 0;
    const template = templates[side];
    const values = valuesOf(view.job.run, Math.floor(index / printed.length));
    return template && { template, drawn: drawnOn(view.job.design, side, templates, palette, values) };
  };
  return (
    <Field
      title="As it comes out of the printer"
      picture={
        <div className="flex h-full flex-col">
          {count > shown && (
            <div className="mb-1 flex items-center gap-2">
              <Button
                aria-label="Sheets before"
                disabled={at === 0}
                onClick={() => {
                  setChosen(Math.max(0, at - shown));
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
                  setChosen(at + shown);
                }}
              >
                →
              </Button>
            </div>
          )}
          <div className="relative min-h-[420px] flex-1 overflow-hidden border border-rule bg-wash">
            <div className="absolute inset-0 flex justify-center gap-4 p-3">
              {ready ? (
                sheets.map((sheet, i) => (
                  <div key={at + i} className="min-w-0 flex-1">
                    <SheetDrawing
                      sheet={sheet}
                      margins={media.margins}
                      sideOf={sideOf}
                      printer={printer}
                      gap={gap}
                      unit={print.units.length}
                      label={`${media.name}, sheet ${at + i + 1}, with ${sheet.placed.length} transfers`}
                    />
                  </div>
                ))
              ) : (
                <Empty>
                  {layout && !laid
                    ? 'It does not fit on this paper. Choose larger paper at the right.'
                    : 'Choose a blank and a picture first: their sheet appears here.'}
                </Empty>
              )}
            </div>
          </div>
        </div>
      }
      ledger={<Facts layout={laid} />}
    />
  );
}
