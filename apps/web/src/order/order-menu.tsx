import type { Order, OrderFile } from '@kanga/core/order';
import { useMay } from '../data/index.js';
import { Menu } from '../ui/index.js';

/** What an order is fetched as. */
export type OrderPaper = 'proofOfOrder' | 'quote' | 'quoteTable' | 'slip';

/** What is done with a whole order now and then. */
export function OrderMenu({
  file: { order, jobs },
  onPdf,
  onRepeat,
  onSplit,
  onMerge,
  onState,
}: {
  file: OrderFile;
  onPdf: (what: OrderPaper) => void;
  onRepeat: () => void;
  onSplit: () => void;
  onMerge: () => void;
  onState: (status: Order['status']) => void;
}) {
  const may = useMay();
  const pdf = (label: string, what: OrderPaper, there: boolean) =>
    there
      ? [
          {
            label,
            act: () => {
              onPdf(what);
            },
          },
        ]
      : [];
  const changes = [
    { label: 'Order it again…', act: onRepeat },
    ...(order.status === 'open' && order.lines.length > 1 ? [{ label: 'Split it…', act: onSplit }] : []),
    ...(order.status === 'open' ? [{ label: 'Put another into it…', act: onMerge }] : []),
    order.status === 'open'
      ? {
          label: 'Cancel the order',
          act: () => {
            onState('cancelled');
          },
        }
      : {
          label: 'Open it again',
          act: () => {
            onState('open');
          },
        },
  ];
  const papers = [
    ...pdf(
      'Proof as PDF',
      'proofOfOrder',
      jobs.some((job) => job.artId !== null),
    ),
    ...pdf('Quote as PDF', 'quote', order.quote !== null),
    ...pdf('Quote as CSV', 'quoteTable', order.quote !== null),
    ...pdf('Packing slip as PDF', 'slip', jobs.length > 0),
  ];
  return <Menu label="More of this order" items={[...papers, ...(may('changeOrder') ? changes : [])]} />;
}
