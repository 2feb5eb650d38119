import { pictureUrl } from '../data/index.js';
import { bagWords, packState, type Bag, type PackPiece, type PackState } from '@kanga/core/pack';

/** How a piece looks on the table: dull until it lies in its bag. */
const LOOK: Record<PackState, string> = {
  packed: 'border-green bg-green text-white',
  ready: 'border-key bg-white',
  warm: 'border-yellow-deep bg-yellow-dull',
  spoiled: 'border-magenta bg-magenta-dull line-through',
  'not judged': 'border-rule bg-wash text-soft',
  'not pressed': 'border-rule bg-wash text-soft',
};
const SIDE = { left: 'L', right: 'R' };

/** A piece and how it stands, in words. */
const spoken = ({ job, piece, what, size, name, pair }: PackPiece, state: PackState): string =>
  `${[`${job}/${piece + 1}`, what, size, name, pair?.of].filter(Boolean).join(', ')}: ${state}`;

/** Bags, each with the pieces that belong into it: what lies in it is vivid, and a bag fills along its hem. */
export function Bags({
  bags,
  now,
  busy,
  onTouch,
  onAll,
}: {
  bags: readonly Bag[];
  now: string;
  busy: boolean;
  onTouch: (piece: PackPiece) => void;
  onAll: (pieces: readonly PackPiece[]) => void;
}) {
  return (
    <ul
      aria-label="Bags"
      className="grid content-start gap-3 [grid-template-columns:repeat(auto-fill,minmax(290px,1fr))]"
    >
      {bags.map((bag) => {
        const ready = bag.pieces.filter((piece) => packState(piece, now) === 'ready');
        const name = bag.name === '' ? 'All together' : bag.name;
        return (
          <li key={bag.name} aria-label={name}>
            <Neck />
            <div className="relative -mt-px overflow-hidden rounded-b-xl border-x-[1.5px] border-b-[1.5px] border-key bg-white px-5 pt-1 pb-5">
              <span
                className="absolute bottom-0 left-0 h-2 bg-green"
                style={{ width: `${bag.pieces.length === 0 ? 0 : (100 * bag.packed) / bag.pieces.length}%` }}
              />
              <h2 className="truncate font-big text-[19px] leading-tight font-bold">{name}</h2>
              <p className={`text-[14px] ${bag.split > 0 ? 'font-semibold text-magenta' : 'text-soft'}`}>
                {bag.whole ? `Complete: ${bag.packed} in` : bagWords(bag)}
              </p>
              <div className="mt-1.5 flex max-h-[300px] flex-wrap gap-1 overflow-auto">
                {bag.pieces.map((piece) => {
                  const state = packState(piece, now);
                  return (
                    <button
                      key={`${piece.jobId} ${piece.piece}`}
                      type="button"
                      disabled={busy}
                      aria-pressed={state === 'packed'}
                      aria-label={spoken(piece, state)}
                      title={spoken(piece, state)}
                      className={`w-[74px] border-2 ${LOOK[state]}`}
                      onClick={() => {
                        onTouch(piece);
                      }}
                    >
                      {piece.artId && (
                        <img
                          src={pictureUrl(piece.artId, 'thumb')}
                          alt=""
                          className={`h-[58px] w-full object-cover ${state === 'packed' ? '' : 'opacity-60 saturate-[.35]'}`}
                        />
                      )}
                      <span className="figures flex min-h-8 items-center justify-center text-[15px]">
                        {piece.job}/{piece.piece + 1}
                        {piece.pair ? SIDE[piece.pair.of] : ''}
                        {state === 'packed' ? ' ✓' : ''}
                      </span>
                    </button>
                  );
                })}
              </div>
              {ready.length > 1 && (
                <button
                  type="button"
                  disabled={busy}
                  className="mt-1.5 min-h-10 text-cyan underline"
                  onClick={() => {
                    onAll(ready);
                  }}
                >
                  All {ready.length} ready ones in
                </button>
              )}
            </div>
          </li>
        );
      })}
    </ul>
  );
}

/** The tied neck of a bag. */
const Neck = () => (
  <svg viewBox="0 0 100 14" preserveAspectRatio="none" className="block h-11 w-full" aria-hidden>
    <path
      d="M.3 14Q.3 12.6 4 12.2Q26 11 40 9L33 1h34l-7 8Q74 11 96 12.2Q99.7 12.6 99.7 14"
      className="fill-white stroke-key"
      strokeWidth="1.5"
      vectorEffect="non-scaling-stroke"
    />
  </svg>
);
