import { useState } from 'react';
import { Link } from 'react-router';
import { fitnessOf, proposeBleed, type Blank } from '@kanga/core/blank';
import { sizeOf } from '@kanga/core/geometry';
import { usePrint } from '../data/index.js';
import { BlankGlyph } from '../draw/index.js';
import { May } from '../frame/index.js';
import { Menu } from '../ui/index.js';
import { actsFor, type ShelfActs } from './use-shelf-acts.js';

/** A blank, or a range of sizes: a click anywhere opens it, the rest is in one menu. */
export function ShelfCard({ group, acts }: { group: Blank[]; acts: ShelfActs }) {
  const print = usePrint();
  const [at, setAt] = useState(0);
  const blank = group[Math.min(at, group.length - 1)];
  const outline = blank?.sides[0]?.outline;
  if (!blank || !outline) return null;
  const { width, height } = sizeOf(outline);
  const bleed = proposeBleed(blank).value;
  const fitness = fitnessOf(blank);
  return (
    <li
      className={`relative grid grid-cols-[104px_minmax(0,1fr)] gap-3 border-[1.5px] p-3 hover:border-key ${blank.archived ? 'border-dashed border-key/40 bg-wash' : 'border-key/25'}`}
    >
      <BlankGlyph blank={blank} className="h-28 w-full" />
      <div>
        <h2 className="pr-9 font-big text-[18px] leading-tight font-bold">
          {/* Its whole card is what is clicked. */}
          <Link to={`/shelf/${blank.id}`} className="after:absolute after:inset-0 hover:underline">
            {blank.name}
          </Link>
        </h2>
        <p className="figures mt-0.5">
          {print.size(width, height)}
          {blank.sides.length > 1 && <span className="text-soft"> × {blank.sides.length} sides</span>}
        </p>
        <p className="text-[14.5px] text-soft">
          {blank.style === 'spot' ? 'spot print' : bleed > 0 ? `${print.length(bleed)} bleed` : 'to the edge'} ·{' '}
          {blank.surface}
          {blank.stock !== null && ` · ${blank.stock} in stock`}
        </p>
        <p className={`text-[15px] ${fitness.verdict === 'wrong process' ? 'font-semibold text-magenta' : ''}`}>
          {fitness.verdict}
        </p>
        {group.length > 1 && (
          <div
            className="relative z-[1] mt-1 flex w-fit flex-wrap gap-1"
            role="group"
            aria-label={`Sizes of ${blank.range ?? blank.name}`}
          >
            {group.map((one, i) => (
              <button
                key={one.id}
                type="button"
                aria-pressed={one === blank}
                className={`min-h-8 min-w-9 pointer-coarse:min-h-tap rounded-sm border-[1.5px] px-1.5 text-[14px] ${one === blank ? 'border-key bg-key text-white' : 'border-key/40 bg-white hover:bg-wash'}`}
                onClick={() => {
                  setAt(i);
                }}
              >
                {one.size ?? i + 1}
              </button>
            ))}
          </div>
        )}
      </div>
      <div className="absolute top-1.5 right-1.5 z-[1]">
        <May door="changeBlank">
          <Menu label={`More for ${blank.name}`} items={actsFor(blank, acts)} />
        </May>
      </div>
    </li>
  );
}
