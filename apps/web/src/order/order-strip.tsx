import { Link } from 'react-router';
import { holdOf, progressOf, sizesOf, wantedOf, type OrderFile } from '@kanga/core/order';
import type { StockItem } from '@kanga/core/stock';
import type { DateStyle } from '@kanga/core/units';
import { dueText, formatCount } from '@kanga/core/units';
import { pictureUrl } from '../data/index.js';
import { standingOf } from './hold-words.js';

/** Pictures that a strip has room for. */
const MOST_SHOWN = 8;

/** An order as a strip of cloth: what it is, by when, what holds it up, and its pictures, vivid as far as they are pressed. */
export function OrderStrip({
  file,
  items,
  today,
  dates,
}: {
  file: OrderFile;
  /** What the shop has in stock. */
  items: readonly StockItem[];
  today: string;
  dates: DateStyle;
}) {
  const { order } = file;
  const { pieces, good } = progressOf(file.jobs);
  const jobs = sizesOf(file.jobs);
  const wants = wantedOf(file, items);
  const hold = holdOf(file, wants);
  const late = order.status === 'open' && order.due !== null && order.due < today;
  const shown = jobs.slice(0, MOST_SHOWN);
  return (
    <Link
      to={`/orders/${order.id}`}
      className="group grid grid-cols-[minmax(0,1fr)_auto] items-center gap-x-5 gap-y-1 border-t border-rule px-2 py-2.5 hover:bg-wash"
    >
      <div className="min-w-0">
        <h3 className="truncate font-big text-[20px] font-bold group-hover:underline">
          {order.number} · {order.name}
        </h3>
        <p className="truncate text-soft">
          {order.customer.name || 'no customer named'} · {formatCount(pieces, 'piece')}
          {order.due && (
            <span className={late ? 'font-semibold text-magenta' : ''}> · {dueText(order.due, today, dates)}</span>
          )}
        </p>
        <p>
          <b>{standingOf(order, hold, wants)}</b>
          {good > 0 && (
            <span className="text-soft">
              {' '}
              · {good} of {pieces} good
            </span>
          )}
        </p>
      </div>
      <div className="flex items-center gap-1" aria-hidden>
        {shown.map((job) => (
          <span key={job.id} className="relative block h-[62px] w-[46px] overflow-hidden bg-wash">
            {job.artId && (
              <img
                src={pictureUrl(job.artId, 'thumb')}
                alt=""
                className={`absolute inset-0 h-full w-full object-cover ${job.good >= job.pieces ? '' : 'opacity-70 saturate-[.45]'}`}
              />
            )}
          </span>
        ))}
        {jobs.length > shown.length && <span className="px-1 text-soft">+{jobs.length - shown.length}</span>}
      </div>
    </Link>
  );
}
