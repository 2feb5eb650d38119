import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import type { NextAction } from '@kanga/core/job';
import { amountText, byUrgency, checkBatch, STOCK_KINDS, type Standing } from '@kanga/core/stock';
import { addDays, formatCount } from '@kanga/core/units';
import { useQuery } from '@tanstack/react-query';
import { blanksQuery, call, callForFile, handOver, problemFrom, useMay, usePrint, useShop } from '../data/index.js';
import { BlankGlyph } from '../draw/index.js';
import { Cloth, Field, Findings, findingOf, Line, May, Notes } from '../frame/index.js';
import { Button, finder, Menu, OpenDialog, SearchField } from '../ui/index.js';
import { BuyingForm } from './buying-form.js';
import { ItemLedger } from './item-ledger.js';
import { LevelBar } from './level-bar.js';
import { ReportForm } from './report-form.js';
import { KIND_NAMES, orderWords, standingWords } from './stock-words.js';
import { SupplyForm } from './supply-form.js';
import { toOrder, useStock } from './use-stock.js';

type Open = 'receipt' | 'count' | 'buying' | 'supply' | 'new supply' | null;

/** Stock’s one question: what runs out before the next delivery? */
export function StockPage() {
  const { settings } = useShop();
  const print = usePrint();
  const stock = useStock();
  const may = useMay();
  const { standings, rates, today } = stock;
  const blanks = useQuery(blanksQuery).data ?? [];
  const [wanted, setWanted] = useState('');
  const [chosenId, setChosen] = useState<string | null>(null);
  const [open, setOpen] = useState<Open>(null);
  const urgent = toOrder(standings);
  const chosen = standings.find(({ item }) => item.id === chosenId) ?? urgent[0] ?? standings[0];
  const finds = finder(wanted);
  const found = standings.filter(({ item }) => finds(`${item.name} ${item.supplier} ${KIND_NAMES[item.kind]}`));
  const close = () => {
    stock.reset();
    setOpen(null);
  };
  const fetched = useMutation({
    mutationFn: async (what: 'purchasePdf' | 'purchaseTable') => {
      handOver(`purchase-list.${what === 'purchasePdf' ? 'pdf' : 'csv'}`, await callForFile(what));
    },
  });
  const batches = standings.flatMap(({ item }) => {
    const blank = blanks.find(({ id }) => item.id === `blank:${id}`);
    return blank ? checkBatch(blank, item, print) : [];
  });
  const findings = [...batches, ...(fetched.isError ? [findingOf(problemFrom(fetched.error), 'blank')] : [])];
  const action: NextAction = {
    stage: 'blank',
    command: { kind: 'go', to: 'blank' },
    ...(urgent[0]
      ? {
          sentence: `${formatCount(urgent.length, 'thing')} to order. First: ${urgent[0].item.name}, ${amountText(urgent[0].order, urgent[0].item.unit, print)}.`,
          label: 'Purchase list',
        }
      : { sentence: 'Nothing is to be ordered.', label: 'Purchase list' }),
  };
  const done = (ask: () => Promise<unknown>) => {
    void stock.change(ask).then((ok) => {
      if (ok) setOpen(null);
    });
  };
  const supplyId = (standing: Standing) => standing.item.id.slice('supply:'.length);
  const form = (title: string, body: React.ReactNode) => (
    <OpenDialog title={title} onClose={close}>
      {body}
    </OpenDialog>
  );
  const common = { busy: stock.busy, problem: stock.problem, onCancel: close };
  return (
    <Cloth
      title="Stock"
      head={<b>{settings.shopName}</b>}
      foot={
        <>
          <Findings findings={findings} />
          <Line
            action={action}
            busy={fetched.isPending}
            onAct={() => {
              fetched.mutate('purchasePdf');
            }}
            aside={<Notes findings={findings} />}
          />
        </>
      }
    >
      <Field
        title="What there is, what orders want of it, and when to order"
        tools={
          <div className="flex flex-wrap items-center gap-2">
            <Legend />
            <SearchField
              label="Find a thing"
              placeholder="Find by name, supplier…"
              value={wanted}
              onChange={setWanted}
            />
            <Menu
              label="More of the stock"
              items={[
                {
                  label: 'Purchase list as CSV',
                  act: () => {
                    fetched.mutate('purchaseTable');
                  },
                },
                ...(may('setSupply')
                  ? [
                      {
                        label: 'New supply…',
                        act: () => {
                          setOpen('new supply');
                        },
                      },
                    ]
                  : []),
              ]}
            />
          </div>
        }
        picture={
          <div className="absolute inset-0 overflow-auto">
            {found.length === 0 && <p className="pt-6 text-lg text-soft">Nothing in stock matches “{wanted}”.</p>}
            {STOCK_KINDS.map((kind) => {
              const own = found.filter(({ item }) => item.kind === kind).sort(byUrgency);
              if (own.length === 0) return null;
              return (
                <section key={kind} aria-label={KIND_NAMES[kind]} className="mb-3">
                  <h2 className="sticky top-0 z-[1] bg-white py-1 font-big text-[18px] font-bold">
                    {KIND_NAMES[kind]}
                  </h2>
                  <ul>
                    {own.map((standing) => (
                      <Row
                        key={standing.item.id}
                        standing={standing}
                        chosen={standing === chosen}
                        glyph={
                          kind === 'blank' ? blanks.find(({ id }) => standing.item.id === `blank:${id}`) : undefined
                        }
                        onChoose={() => {
                          setChosen(standing.item.id);
                        }}
                      />
                    ))}
                  </ul>
                </section>
              );
            })}
          </div>
        }
        ledger={
          chosen ? (
            <>
              <May door="reportStock">
                <div className="mb-2 flex flex-wrap gap-2">
                  <Button
                    tone="strong"
                    onClick={() => {
                      setOpen('receipt');
                    }}
                  >
                    Receive…
                  </Button>
                  <Button
                    onClick={() => {
                      setOpen('count');
                    }}
                  >
                    Count…
                  </Button>
                  <Button
                    onClick={() => {
                      setOpen('buying');
                    }}
                  >
                    Buying…
                  </Button>
                  {chosen.item.supply && (
                    <Button
                      onClick={() => {
                        setOpen('supply');
                      }}
                    >
                      Change…
                    </Button>
                  )}
                </div>
              </May>
              <ItemLedger standing={chosen} currency={rates.currency} />
            </>
          ) : (
            <p className="text-soft">Put a blank on the shelf, or add a supply.</p>
          )
        }
      />
      {chosen &&
        (open === 'receipt' || open === 'count') &&
        form(
          open === 'receipt' ? `Receive: ${chosen.item.name}` : `Count: ${chosen.item.name}`,
          <ReportForm
            item={chosen.item}
            kind={open}
            {...common}
            onDone={(body) => {
              done(() => call('reportStock', { item: chosen.item.id, body }));
            }}
          />,
        )}
      {chosen &&
        open === 'buying' &&
        form(
          `Buying: ${chosen.item.name}`,
          <BuyingForm
            item={chosen.item}
            proposed={chosen.order}
            day={addDays(today, chosen.item.lead)}
            {...common}
            onDone={(body) => {
              done(() => call('setBuying', { item: chosen.item.id, body }));
            }}
          />,
        )}
      {(open === 'new supply' || (open === 'supply' && chosen?.item.supply)) &&
        form(
          open === 'supply' ? (chosen?.item.name ?? '') : 'New supply',
          <>
            <SupplyForm
              start={open === 'supply' ? (chosen?.item.supply ?? null) : null}
              currency={rates.currency}
              {...common}
              onDone={(body) => {
                const id = open === 'supply' && chosen ? supplyId(chosen) : crypto.randomUUID();
                done(() => call('setSupply', { id, body }));
              }}
            />
            {open === 'supply' && chosen && (
              <button
                type="button"
                className="mt-3 min-h-10 text-magenta underline"
                onClick={() => {
                  done(() => call('removeSupply', { id: supplyId(chosen) }));
                }}
              >
                Remove it from the list
              </button>
            )}
          </>,
        )}
    </Cloth>
  );
}

/** What the bars mean. */
const Legend = () => (
  <ul className="flex items-center gap-3 text-[14px] text-soft max-xl:hidden">
    {(
      [
        ['bg-green', 'free'],
        ['hatched', 'wanted by orders'],
        ['bg-cyan-dull', 'coming'],
        ['border-2 border-dashed border-magenta', 'missing'],
      ] as const
    ).map(([look, name]) => (
      <li key={name} className="flex items-center gap-1.5">
        <span className={`inline-block h-3.5 w-5 ${look}`} aria-hidden />
        {name}
      </li>
    ))}
    <li className="flex items-center gap-1.5">
      <span className="inline-block h-4 w-[3px] bg-key" aria-hidden />
      order at
    </li>
  </ul>
);

/** A thing on the shelf: what it is, how much there is, and what is to be done. */
function Row({
  standing,
  chosen,
  glyph,
  onChoose,
}: {
  standing: Standing;
  chosen: boolean;
  glyph: React.ComponentProps<typeof BlankGlyph>['blank'] | undefined;
  onChoose: () => void;
}) {
  const print = usePrint();
  const { item, order } = standing;
  return (
    <li className={`border-t border-rule ${chosen ? 'bg-wash' : ''}`}>
      <button
        type="button"
        aria-pressed={chosen}
        onClick={onChoose}
        className="grid min-h-14 w-full grid-cols-[44px_minmax(150px,1.1fr)_minmax(120px,1.4fr)_110px] items-center gap-3 px-1 py-1.5 text-left hover:bg-wash"
      >
        <span>{glyph && <BlankGlyph blank={glyph} className="h-9 w-10" />}</span>
        <span className="min-w-0">
          <b className="block truncate">{item.name}</b>
          <span className={`block truncate text-[14px] ${order > 0 ? 'font-semibold text-magenta' : 'text-soft'}`}>
            {order > 0 ? orderWords(standing, print) : standingWords(standing, print)}
          </span>
        </span>
        <LevelBar standing={standing} />
        <span className="figures text-right text-[17px]">
          {item.level === null ? '–' : amountText(item.level, item.unit, print)}
        </span>
      </button>
    </li>
  );
}
