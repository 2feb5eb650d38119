import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import type { NextAction } from '@kanga/core/job';
import { countOf, eachOf, holdOf, progressOf, sizesOf, sumsOf } from '@kanga/core/order';
import { dueText, formatCount, formatMoney } from '@kanga/core/units';
import {
  call,
  handOver,
  callForFile,
  problemFrom,
  serverNow,
  shopDay,
  useDay,
  useMay,
  useOperator,
  useShop,
} from '../data/index.js';
import { Cloth, Fact, Field, Findings, findingOf, Line, May, Notes } from '../frame/index.js';
import { Button, OpenDialog } from '../ui/index.js';
import { standingOf } from './hold-words.js';
import { LineDialog } from './line-dialog.js';
import { actionOf } from './order-action.js';
import { OrderForm } from './order-form.js';
import { OrderMenu, type OrderPaper } from './order-menu.js';
import { RepeatOrder } from './repeat-order.js';
import { MergeOrder, SplitOrder } from './split-order.js';
import { SizesPicture } from './sizes-picture.js';
import { useOrder, useOrderViews } from './use-order.js';

type Open = { kind: 'details' | 'repeat' | 'split' | 'merge' } | { kind: 'line'; id: string } | null;

const PAPER_NAMES: Record<OrderPaper, (order: number) => string> = {
  proofOfOrder: (order) => `proof-${order}.pdf`,
  quote: (order) => `quote-${order}.pdf`,
  quoteTable: (order) => `quote-${order}.csv`,
  slip: (order) => `slip-${order}.pdf`,
};

/** An order’s one question: what is wanted in which sizes, and what holds it up? */
export function OrderPage() {
  const { id = '' } = useParams();
  // Another order begins with nothing open: a dialog belongs to the one it was opened on.
  return <OpenOrder key={id} id={id} />;
}

function OpenOrder({ id }: { id: string }) {
  const session = useOrder(id);
  const { file, blanks, short, findings, change } = session;
  const { order, jobs } = file;
  const views = useOrderViews(file);
  const navigate = useNavigate();
  const by = useOperator();
  const day = useDay();
  const { settings } = useShop();
  const [open, setOpen] = useState<Open>(null);
  const close = () => {
    setOpen(null);
  };
  // A line has its id before it is sent: sent twice it is one.
  const addLine = () => {
    setOpen({ kind: 'line', id: crypto.randomUUID() });
  };
  const hold = holdOf(file, short);
  const { go, ...said } = actionOf(file, hold);
  const action: NextAction = { ...said, stage: 'blank', command: { kind: 'go', to: 'blank' } };
  const { pieces, good, spoiled, packed } = progressOf(jobs);
  const isOpen = order.status === 'open';
  const may = useMay();
  const isChanged = isOpen && may('setLine');
  const dueDay = order.due === null ? undefined : day(order.due);
  const dueSaid = order.due === null ? undefined : dueText(order.due, shopDay(serverNow()), settings.dates);
  const setState = (status: typeof order.status) => change(() => call('setOrderState', { id, body: { status } }));
  const fetched = useMutation({
    mutationFn: async (what: OrderPaper) => {
      handOver(PAPER_NAMES[what](order.number), await callForFile(what, { id }));
    },
  });
  const carryOut = async () => {
    if (go !== null) await navigate(go);
    else if (hold === 'goods') addLine();
    else if (hold === 'approval')
      await change(() => call('acceptQuote', { id, body: { by: by ?? (order.customer.name || settings.shopName) } }));
    else await setState(hold === 'closing' ? 'closed' : 'open');
  };
  /** How many of a line are wanted, in what it is counted in. */
  const wantedOf = (lineId: string): string => {
    const sizes = sizesOf(jobs).filter((job) => job.line === lineId);
    const count = sizes.reduce((sum, job) => sum + countOf(job, blanks), 0);
    return formatCount(count, eachOf(sizes[0]?.blankId ?? null, blanks) === 2 ? 'pair' : 'piece');
  };
  const all = [
    ...findings,
    ...(session.problem ? [findingOf(session.problem, 'blank')] : []),
    ...(fetched.isError ? [findingOf(problemFrom(fetched.error), 'blank')] : []),
  ];
  /** The jobs that can go on sheets together: what is at the press is printed already. */
  const printable = jobs
    .filter((job) => job.artId !== null && job.status === 'open' && !job.atPress)
    .map((job) => job.id);
  return (
    <Cloth
      title={`Order ${order.number} · ${order.name}`}
      head={
        <span className="flex min-w-0 items-center gap-3">
          <Link to="/orders" className="flex-none text-cyan underline">
            Orders
          </Link>
          <b className="truncate text-[16px]">
            {order.number} · {order.name}
          </b>
          <span className="truncate text-soft max-md:hidden">{order.customer.name}</span>
        </span>
      }
      foot={
        <>
          <Findings findings={all} />
          <Line
            action={action}
            busy={session.busy}
            door={
              go !== null ? null : hold === 'goods' ? 'setLine' : hold === 'approval' ? 'acceptQuote' : 'setOrderState'
            }
            onAct={() => {
              void carryOut();
            }}
            aside={<Notes findings={all} />}
          />
        </>
      }
    >
      <Field
        title="What is ordered, each size with its art, at true proportion"
        tools={
          <div className="flex flex-wrap items-center gap-2">
            <May door="changeOrder">
              <Button disabled={!isOpen} onClick={addLine}>
                Add a line…
              </Button>
              <Button
                onClick={() => {
                  setOpen({ kind: 'details' });
                }}
              >
                Details…
              </Button>
            </May>
            <Button
              onClick={() => {
                void navigate(`/orders/${id}/price`);
              }}
            >
              Price…
            </Button>
            <Button
              disabled={printable.length === 0}
              onClick={() => {
                void navigate(`/sheets?jobs=${printable.join(',')}`);
              }}
            >
              Sheets…
            </Button>
            <Button
              disabled={jobs.length === 0}
              onClick={() => {
                void navigate(`/orders/${id}/pack`);
              }}
            >
              Pack…
            </Button>
            <OrderMenu
              file={file}
              onPdf={fetched.mutate}
              onRepeat={() => {
                setOpen({ kind: 'repeat' });
              }}
              onSplit={() => {
                setOpen({ kind: 'split' });
              }}
              onMerge={() => {
                setOpen({ kind: 'merge' });
              }}
              onState={(status) => {
                void setState(status);
              }}
            />
          </div>
        }
        picture={
          <div className="absolute inset-0 overflow-auto">
            {order.lines.length === 0 && (
              <p className="pt-8 text-lg text-soft">
                Nothing is ordered yet. Add a line for each kind of goods; paste its sizes from a spreadsheet.
              </p>
            )}
            {order.lines.map(({ id: one, what, set }) => (
              <section key={one} aria-label={what} className="mb-3 border-t border-rule pt-2">
                <div className="flex flex-wrap items-center gap-3">
                  <h2 className="font-big text-[20px] font-bold">{what}</h2>
                  <span className="text-soft">
                    {wantedOf(one)}
                    {set === undefined ? '' : `, of the set “${set}”`}
                  </span>
                  {isChanged && (
                    <button
                      type="button"
                      className="min-h-10 text-cyan underline"
                      onClick={() => {
                        setOpen({ kind: 'line', id: one });
                      }}
                    >
                      Change sizes…
                    </button>
                  )}
                </div>
                <SizesPicture
                  jobs={sizesOf(jobs).filter((job) => job.line === one)}
                  blanks={blanks}
                  views={views}
                  onFollow={
                    isChanged
                      ? (job) => {
                          void change(() => call('followLine', { id, job, body: { follows: true } }));
                        }
                      : null
                  }
                />
              </section>
            ))}
          </div>
        }
        ledger={
          <dl>
            <Fact name="Held up">{standingOf(order, hold)}</Fact>
            <Fact name="Due" note={dueSaid === `due ${dueDay}` ? undefined : dueSaid}>
              {dueDay ?? 'No day is set'}
            </Fact>
            <Fact name="Pieces" note={spoiled > 0 ? `${formatCount(spoiled, 'piece')} spoiled on the way` : undefined}>
              {good} of {pieces} good{packed > 0 ? `, ${packed} packed` : ''}
            </Fact>
            <Fact name="Customer" note={order.customer.reach}>
              {order.customer.name || 'not named'}
            </Fact>
            {order.customer.notes !== '' && <Fact name="About them">{order.customer.notes}</Fact>}
            {order.note !== '' && <Fact name="Notes">{order.note}</Fact>}
            <Fact
              name="Quote"
              note={
                order.quote
                  ? order.accepted
                    ? `taken on ${day(order.accepted.at)}`
                    : `holds until ${day(order.quote.until)}`
                  : undefined
              }
            >
              {order.quote ? formatMoney(sumsOf(order.quote).gross, order.quote.currency) : 'none yet'}
            </Fact>
          </dl>
        }
      />
      {open?.kind === 'details' && (
        <OpenDialog title={`Order ${order.number}`} onClose={close}>
          <OrderForm
            start={{ name: order.name, customer: order.customer, due: order.due, note: order.note }}
            label="Save"
            busy={session.busy}
            problem={session.problem}
            onDone={(words) => {
              void change(() => call('changeOrder', { id, body: { ...words, version: order.version } })).then(
                (done) => {
                  if (done) close();
                },
              );
            }}
            onCancel={close}
          />
        </OpenDialog>
      )}
      {open?.kind === 'split' && <SplitOrder file={file} onClose={close} />}
      {open?.kind === 'merge' && <MergeOrder file={file} onClose={close} />}
      {open?.kind === 'repeat' && <RepeatOrder session={session} views={views} onClose={close} />}
      {open?.kind === 'line' && <LineDialog session={session} views={views} id={open.id} onClose={close} />}
    </Cloth>
  );
}
