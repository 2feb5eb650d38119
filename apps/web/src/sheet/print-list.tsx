import { useMutation, useQuery } from '@tanstack/react-query';
import type { PrintRecord, PrintState } from '@kanga/core/sheet';
import { tidyNumber } from '@kanga/core/units';
import { addressOf } from '@kanga/contract/route';
import {
  call,
  callForFile,
  handOver,
  printsQuery,
  problemFrom,
  queryClient,
  shopQuery,
  usePrint,
  useShop,
} from '../data/index.js';
import { May } from '../frame/index.js';
import { Button, ProblemText } from '../ui/index.js';

const SAID: Record<PrintState, string> = {
  rendering: 'Preparing…',
  ready: 'Ready to print',
  sending: 'On its way to the printer…',
  printing: 'Printing…',
  printed: 'Printed',
  failed: 'Failed',
  cancelled: 'Cancelled',
  unsure: 'Not sure: check the printer',
};
const EDGE: Record<PrintState, string> = {
  rendering: 'border-yellow',
  ready: 'border-cyan',
  sending: 'border-yellow',
  printing: 'border-yellow',
  printed: 'border-green',
  failed: 'border-magenta',
  cancelled: 'border-rule',
  unsure: 'border-magenta',
};

/** What a print takes, in one line: ink and paper, with what they cost where that is known. */
function Takes({ record }: { record: PrintRecord }) {
  const print = usePrint();
  const { paper, media, inks } = record;
  const amount =
    media.kind === 'roll' ? print.length(paper.amount) : `${paper.sheets} ${paper.sheets === 1 ? 'sheet' : 'sheets'}`;
  const ink = inks?.reduce((sum, { millilitres }) => sum + millilitres, 0);
  const costs = [paper.cost, ...(inks ?? []).map(({ cost }) => cost)];
  const cost = inks && costs.every((one) => one !== null) ? costs.reduce((sum, one) => sum + one, 0) : null;
  return (
    <p className="text-[15px]">
      <span className="figures">{amount}</span>
      {ink !== undefined && (
        <>
          {' '}
          · about <span className="figures">{tidyNumber(ink, 1)} ml</span> of ink
        </>
      )}
      {cost !== null && (
        <>
          {' '}
          · <span className="figures">{cost.toFixed(2)}</span> in all
        </>
      )}
    </p>
  );
}

/** What somebody does with a print. */
type Step = { name: 'renderPrint' | 'sendPrint' | 'cancelPrint' } | { name: 'settlePrint'; printed: boolean };

function useSteps(record: PrintRecord) {
  const again = async () => {
    await queryClient.invalidateQueries({ queryKey: ['prints'] });
    await queryClient.invalidateQueries(shopQuery);
  };
  return {
    step: useMutation({
      mutationFn: (to: Step) =>
        to.name === 'settlePrint'
          ? call(to.name, { id: record.id, body: { printed: to.printed, by: record.by } })
          : call(to.name, { id: record.id }),
      onSettled: again,
    }),
    download: useMutation({
      mutationFn: async () => {
        handOver(`kanga-print-${record.number}.pdf`, await callForFile('printPdf', { id: record.id }));
      },
    }),
  };
}

/** One print: what it is, what became of it, and what can be done with it now. */
function OnePrint({ record }: { record: PrintRecord }) {
  const { step, download } = useSteps(record);
  const shop = useShop();
  const { state, events } = record;
  const printer = shop.printers.find((one) => one.id === record.printer.id);
  const last = [...events].reverse().find(({ note, kind }) => note !== '' && kind !== 'asked');
  const out = [...events].reverse().find(({ sheets }) => sheets !== null)?.sheets;
  const underRule = printer && printer.mirroredBy !== record.mirroredBy && (state === 'ready' || state === 'rendering');
  const busy = step.isPending;
  const act = (to: Step, label: string, tone: 'plain' | 'strong' = 'plain') => (
    <May door={to.name}>
      <Button
        tone={tone}
        disabled={busy}
        onClick={() => {
          step.mutate(to);
        }}
      >
        {label}
      </Button>
    </May>
  );
  return (
    <li className={`space-y-1 border-l-4 pl-3 ${EDGE[state]}`}>
      <p>
        <b>Print {record.number}</b>
        {record.jobs.length > 1 && <> with {record.jobs.length} jobs</>}:{' '}
        <span className="font-semibold">{SAID[state]}</span>
        {(state === 'printing' || state === 'printed') && out !== undefined && out !== null && (
          <>
            {' '}
            <span className="figures">
              {out} of {record.paper.sheets}
            </span>
          </>
        )}
      </p>
      <Takes record={record} />
      {last && state !== 'ready' && <p className="text-[15px] text-soft">{last.note}</p>}
      {last?.note && state === 'ready' && last.kind === 'failed' && (
        <p className="text-[15px] font-semibold text-magenta">{last.note}</p>
      )}
      {underRule && (
        <p className="font-semibold text-magenta">
          Made when {record.mirroredBy === 'kanga' ? 'Kanga' : 'the driver'} was to mirror, which is no longer so. Make
          a new one.
        </p>
      )}
      <div className="flex flex-wrap gap-1.5">
        {state === 'ready' && !underRule && (
          <>
            {printer?.address && act({ name: 'sendPrint' }, `Send to ${printer.name}`, 'strong')}
            <Button
              disabled={download.isPending}
              onClick={() => {
                download.mutate();
              }}
            >
              PDF
            </Button>
            {act({ name: 'settlePrint', printed: true }, 'It is printed')}
          </>
        )}
        {state === 'unsure' && (
          <>
            {act({ name: 'settlePrint', printed: true }, 'It printed')}
            {act({ name: 'settlePrint', printed: false }, 'It did not print')}
          </>
        )}
        {state === 'failed' && act({ name: 'renderPrint' }, 'Make it again', 'strong')}
        {['rendering', 'ready', 'printing', 'failed'].includes(state) && act({ name: 'cancelPrint' }, 'Cancel')}
      </div>
      {record.inks && !underRule && (
        <details className="text-[15px]">
          <summary className="cursor-pointer text-soft">Ink, cut lines, pictures of its sheets</summary>
          <ul>
            {record.inks.map(({ name, millilitres, cover }) => (
              <li key={name}>
                {name}: <span className="figures">{tidyNumber(millilitres, 2)} ml</span>, covers{' '}
                <span className="figures">{tidyNumber(cover * 100, 1)} %</span>
              </li>
            ))}
          </ul>
          {Array.from({ length: Math.min(record.paper.sheets, 12) }, (_, i) => (
            <span key={i} className="mr-3 inline-block">
              {i + 1}:{' '}
              <a className="text-cyan underline" href={addressOf('cutLines', { id: record.id, sheet: i + 1 })} download>
                SVG
              </a>{' '}
              <a className="text-cyan underline" href={addressOf('printPng', { id: record.id, sheet: i + 1 })} download>
                PNG
              </a>
            </span>
          ))}
        </details>
      )}
      {(step.isError || download.isError) && <ProblemText problem={problemFrom(step.error ?? download.error)} />}
    </li>
  );
}

/** The prints of a job, or of all, the last one first; asked for again while one is on its way. */
export function PrintList({ jobId }: { jobId: string | null }) {
  const { data: prints = [] } = useQuery(printsQuery(jobId));
  if (prints.length === 0) return null;
  return (
    <section aria-label="Prints">
      <h2 className="mb-1 font-semibold">Prints</h2>
      <ul className="space-y-3">
        {prints.slice(0, 6).map((record) => (
          <OnePrint key={record.id} record={record} />
        ))}
      </ul>
    </section>
  );
}
