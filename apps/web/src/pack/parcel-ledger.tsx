import { useMutation, useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { USUAL_RATES } from '@kanga/core/shop';
import { formatCount, formatMoney } from '@kanga/core/units';
import type { PackFile } from '@kanga/contract/pack';
import { callForFile, handOver, parcelQuery, problemFrom, usePrint, useShop } from '../data/index.js';
import { Fact } from '../frame/index.js';
import { Button, ProblemText } from '../ui/index.js';

type Paper = 'slip' | 'careCard' | 'a6' | '62';
const PAPERS: readonly [Paper, string][] = [
  ['slip', 'Packing slip'],
  ['careCard', 'Care card'],
  ['a6', 'Label, A6'],
  ['62', 'Label, on a roll'],
];

/** How it is packed, what parcel it becomes, and its papers. */
export function ParcelLedger({ of, id, file }: { of: 'order' | 'job'; id: string; file: PackFile }) {
  const print = usePrint();
  const { currency } = useShop().settings.rates ?? USUAL_RATES;
  const { orderId, how } = file;
  // What it is packed into follows from what is ordered: it is not asked for again with every piece.
  const parcel = useQuery(parcelQuery(of, id)).data?.parcel;
  const fetched = useMutation({
    mutationFn: async (paper: Paper) => {
      if (orderId === null) return;
      const name = `${paper === 'slip' ? 'slip' : paper === 'careCard' ? 'care' : 'label'}-${file.title.split(' ')[1] ?? ''}.pdf`;
      const sent =
        paper === 'slip' || paper === 'careCard'
          ? await callForFile(paper, { id: orderId })
          : await callForFile('parcelLabel', { id: orderId, label: paper });
      handOver(name, sent);
    },
  });
  return (
    <>
      <dl>
        {how.map((one) => (
          <Fact key={one} name="How">
            <span className="font-normal">{one}</span>
          </Fact>
        ))}
        {parcel === null && (
          <Fact name="Parcel">
            <span className="font-normal">
              The shop has no boxes yet. Write them under{' '}
              <Link to="/shop" className="text-cyan underline">
                Shop
              </Link>
              , and Kanga finds the smallest.
            </span>
          </Fact>
        )}
        {parcel?.boxes.map((box, i) => (
          <Fact
            key={`${box.name} ${i}`}
            name={parcel.boxes.length > 1 ? `Box ${i + 1}` : 'Box'}
            note={[
              `${print.length(box.inside[0])} × ${print.length(box.inside[1])} × ${print.length(box.inside[2])} inside`,
              formatCount(box.pieces, 'piece'),
              box.weight === null ? 'not all of it was weighed' : print.weight(box.weight),
            ].join(', ')}
          >
            {box.name}
            {box.shipping && (
              <span className="block font-normal">
                {box.shipping.name}: {formatMoney(box.shipping.price, currency)}
              </span>
            )}
          </Fact>
        ))}
        {parcel && parcel.boxes.length > 0 && (
          <Fact name="Smaller?">
            <span className="font-normal">
              {parcel.proven
                ? 'No: no smaller box, and no fewer of them, can hold it.'
                : `None was found. By its volume alone it could be ${formatCount(parcel.bound, 'box').replace('boxs', 'boxes')}.`}
            </span>
          </Fact>
        )}
        {parcel && parcel.left > 0 && (
          <Fact name="Too large">{formatCount(parcel.left, 'piece')} go into no box of the shop</Fact>
        )}
        {parcel && parcel.unweighed.length > 0 && (
          <Fact name="Not weighed" note="Write the weight of a piece on the shelf.">
            {parcel.unweighed.join(', ')}
          </Fact>
        )}
      </dl>
      {orderId !== null && (
        <div className="mt-3 flex flex-wrap gap-2">
          {PAPERS.map(([paper, name]) => (
            <Button
              key={paper}
              disabled={fetched.isPending}
              onClick={() => {
                fetched.mutate(paper);
              }}
            >
              {name}
            </Button>
          ))}
        </div>
      )}
      {fetched.isError && <ProblemText problem={problemFrom(fetched.error)} />}
    </>
  );
}
