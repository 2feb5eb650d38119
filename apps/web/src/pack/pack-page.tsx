import { Link, useNavigate, useParams } from 'react-router';
import type { NextAction } from '@kanga/core/job';
import { packState } from '@kanga/core/pack';
import { formatCount } from '@kanga/core/units';
import { serverNow } from '../data/index.js';
import { Cloth, Line } from '../frame/index.js';
import { PackTable } from './pack-table.js';
import { usePack } from './use-pack.js';

/** The packing table of an order. */
export function PackPage() {
  const { id = '' } = useParams();
  return <OpenTable key={id} id={id} />;
}

function OpenTable({ id }: { id: string }) {
  const packing = usePack('order', id);
  const navigate = useNavigate();
  const { file } = packing;
  const now = serverNow();
  const states = file.pieces.map((piece) => packState(piece, now));
  const ready = states.filter((state) => state === 'ready').length;
  const open = states.filter((state) => state !== 'packed' && state !== 'spoiled').length;
  const action: NextAction = {
    stage: 'pack',
    command: { kind: 'go', to: 'pack' },
    sentence:
      file.pieces.length > 0 && open === 0
        ? 'All of it is packed: slip and card go on top.'
        : ready > 0
          ? `${formatCount(ready, 'piece')} ready. Show each label, or touch the piece.`
          : 'Nothing is ready yet: pieces are packed when they are good, and cool.',
    label: 'To the order',
  };
  return (
    <Cloth
      title={`Pack ${file.title}`}
      head={
        <span className="flex min-w-0 items-center gap-3">
          <Link to={`/orders/${id}`} className="text-cyan underline">
            Order
          </Link>
          <b className="truncate text-[16px]">
            Pack {file.title} · {file.name}
          </b>
          <span className="truncate text-soft max-md:hidden">{file.customer}</span>
        </span>
      }
      foot={
        <Line
          action={action}
          busy={packing.busy}
          onAct={() => {
            void navigate(`/orders/${id}`);
          }}
        />
      }
    >
      <PackTable packing={packing} />
    </Cloth>
  );
}
