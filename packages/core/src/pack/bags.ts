import { formatCount } from '../units/index.js';
import { packState, type PackPiece, type PackState } from './piece.js';

/** How pieces are put together: each person’s, each size’s, each set’s, or all of them. */
export const BAG_KEYS = ['person', 'size', 'set', 'all'] as const;
export type BagKey = (typeof BAG_KEYS)[number];

/** A bag with what belongs into it. */
export interface Bag {
  name: string;
  pieces: PackPiece[];
  packed: number;
  /** Whether all that belongs into it and is not spoiled lies in it. */
  whole: boolean;
  /** What is in the way of the rest, the most first. */
  waiting: { state: PackState; count: number }[];
  /** Pairs of which one lies in the bag and the other does not. */
  split: number;
}

const sizeOf = ({ what, size }: PackPiece): string => (size === null ? what : `${what}, ${size}`);

/** The bag that a piece belongs into. What has no name of its own goes with its size; what is of no set goes with its line. */
export function bagOf(piece: PackPiece, by: BagKey): string {
  if (by === 'person' && piece.name !== '') return piece.name;
  if (by === 'set' && piece.set !== null) return `Set ${piece.set + 1}`;
  return by === 'all' ? '' : sizeOf(piece);
}

/** What pieces can be put together by: names where there are any, sets where there are any, sizes where there is more than one. */
export function bagKeysOf(pieces: readonly PackPiece[]): BagKey[] {
  const has = {
    person: pieces.some(({ name }) => name !== ''),
    set: pieces.some(({ set }) => set !== null),
    size: new Set(pieces.map(sizeOf)).size > 1,
    all: true,
  };
  return (['set', 'person', 'size', 'all'] as const).filter((key) => has[key]);
}

const isSplit = (pair: readonly PackPiece[]): boolean => {
  const inside = pair.filter(({ bag }) => bag !== null).length;
  return inside > 0 && inside < pair.length;
};

/** The bags of some pieces, in the order in which their first pieces come. O(pieces). */
export function bagsOf(pieces: readonly PackPiece[], by: BagKey, now: string): Bag[] {
  const groups = new Map<string, PackPiece[]>();
  for (const piece of pieces) {
    const name = bagOf(piece, by);
    const group = groups.get(name);
    if (group) group.push(piece);
    else groups.set(name, [piece]);
  }
  return [...groups].map(([name, own]) => {
    const states = own.map((piece) => packState(piece, now));
    const packed = states.filter((state) => state === 'packed').length;
    const counts = new Map<PackState, number>();
    for (const state of states) if (state !== 'packed') counts.set(state, (counts.get(state) ?? 0) + 1);
    const pairs = new Map<string, PackPiece[]>();
    for (const piece of own)
      if (piece.pair) {
        const key = `${piece.jobId} ${piece.pair.number}`;
        pairs.set(key, [...(pairs.get(key) ?? []), piece]);
      }
    return {
      name,
      pieces: own,
      packed,
      // What is spoiled is made again by another job; until that is packed, the bag is not whole.
      whole: packed > 0 && packed === own.length - (counts.get('spoiled') ?? 0),
      waiting: [...counts].map(([state, count]) => ({ state, count })).sort((a, b) => b.count - a.count),
      split: [...pairs.values()].filter(isSplit).length,
    };
  });
}

/** How a bag stands, in a few words. */
export function bagWords({ pieces, packed, waiting, split }: Bag): string {
  const said = [
    `${packed} of ${pieces.length} in`,
    ...waiting.map(({ state, count }) => `${count} ${state}`),
    ...(split > 0 ? [`${formatCount(split, 'pair')} split`] : []),
  ];
  return said.join(', ');
}
