import { comesInPairs, pairInTurn, type Blank, type OfPair } from '../blank/index.js';
import { fieldsIn, type FontId } from '../text/index.js';
import type { Placement } from './art.js';

/** `once`; side by side in rows; or with every other column set down by half. */
export const REPEATS = ['once', 'straight', 'half drop'] as const;
export type Repeat = (typeof REPEATS)[number];

/** A picture on a side. */
export interface PictureItem {
  kind: 'picture';
  id: string;
  artId: string;
  /** Null: as Kanga proposes. */
  placement: Placement | null;
  /** What Kanga's proposal goes by: the goods and the picture's own size. Left out: pictures of before, which were fitted to the print area and stay where they were approved and printed. */
  placedBy?: 'goods';
  repeat: Repeat;
  /** The file itself holds it mirrored already. */
  mirroredInFile: boolean;
}

/** A line of text on a side; `{name}` is filled from the run of names. */
export interface TextItem {
  kind: 'text';
  id: string;
  text: string;
  font: FontId;
  /** `#rrggbb`. */
  colour: string;
  /** Height of a capital, mm: wanted, and the least it may shrink to. */
  size: number;
  leastSize: number;
  /** It is set smaller to stay within this, mm; null: as long as it gets. */
  maxWidth: number | null;
  /** Its middle, mm from the print area's top-left corner, and its turn in degrees. */
  x: number;
  y: number;
  rotation: number;
}

export type DesignItem = PictureItem | TextItem;

/** What a side shows: its own items, or those of the first side as they are, mirrored, or running on across the edge. */
export const FILLS = ['own', 'same', 'mirrored', 'across'] as const;
export type Fill = (typeof FILLS)[number];

export interface SideDesign {
  fill: Fill;
  /** From the one at the back to the one in front. */
  items: DesignItem[];
}

export const DESIGN_LIMITS = { items: 24, text: 200, size: { least: 1, most: 600 } };

/** One row of a run of names: what fills the fields, and how many pieces of it. */
export interface RunRow {
  values: Record<string, string>;
  count: number;
  /** Which of a pair it is, where it stands for one alone; left out: left and right by turns. */
  of?: OfPair;
}

/** One and the same wherever there is nothing: what follows from it need not be worked out anew. */
const NONE: Readonly<Record<string, string>> = Object.freeze({});

/** What fills the fields of piece `piece` (from 0); nothing where there is no run. O(rows). */
export function valuesOf(run: readonly RunRow[] | null, piece: number): Readonly<Record<string, string>> {
  let before = 0;
  for (const row of run ?? []) {
    before += row.count;
    if (piece < before) return row.values;
  }
  return NONE;
}

/** Which of its pair a piece (from 0) is: as its row says, else by turns within its row; null for goods that stand alone. O(rows). */
export function ofPair(blank: Pick<Blank, 'family'>, run: readonly RunRow[] | null, piece: number): OfPair | null {
  if (!comesInPairs(blank)) return null;
  let before = 0;
  for (const { count, of } of run ?? []) {
    if (piece < before + count) return of ?? pairInTurn(piece - before);
    before += count;
  }
  return pairInTurn(piece - before);
}

/** What a side shows that the design says nothing of: the same as the first. */
const UNSAID: Record<'first' | 'other', SideDesign> = {
  first: { fill: 'own', items: [] },
  other: { fill: 'same', items: [] },
};

/** The design of one side. */
export const sideDesign = (design: readonly SideDesign[], side: number): SideDesign =>
  design[side] ?? UNSAID[side === 0 ? 'first' : 'other'];

/** How many things a side shows: its own, and those of the first side where it borrows them. */
export const itemsShown = (design: readonly SideDesign[], side: number): number => {
  const { fill, items } = sideDesign(design, side);
  return items.length + (side > 0 && fill !== 'own' ? sideDesign(design, 0).items.length : 0);
};

/** Whether a side gets a transfer at all. */
export const isPrinted = (design: readonly SideDesign[], side: number): boolean => itemsShown(design, side) > 0;

/** The ids of all pictures in a design, each once. */
export const artIdsOf = (design: readonly SideDesign[]): string[] => [
  ...new Set(design.flatMap((side) => side.items.flatMap((item) => (item.kind === 'picture' ? [item.artId] : [])))),
];

/** The names of all fields that the lines of a design ask for, each once. */
export const fieldsOf = (design: readonly SideDesign[]): string[] => [
  ...new Set(design.flatMap((side) => side.items.flatMap((item) => (item.kind === 'text' ? fieldsIn(item.text) : [])))),
];

/** The fonts of a design, each once. */
export const fontsOf = (design: readonly SideDesign[]): FontId[] => [
  ...new Set(design.flatMap((side) => side.items.flatMap((item) => (item.kind === 'text' ? [item.font] : [])))),
];

/** A picture back at its proposed place. */
export const proposed = (item: PictureItem): PictureItem => ({ ...item, placement: null, placedBy: 'goods' });

/** The same design with every picture back at its proposed place, as another blank wants it; lines of text stay. */
export const proposedAgain = (design: readonly SideDesign[]): SideDesign[] =>
  design.map((side) => ({
    ...side,
    items: side.items.map((item) => (item.kind === 'picture' ? proposed(item) : item)),
  }));

/** The design with the items of one side changed; sides before it that were not said stay as they were meant. */
export function withItems(
  design: readonly SideDesign[],
  side: number,
  change: (items: readonly DesignItem[]) => DesignItem[],
): SideDesign[] {
  const length = Math.max(design.length, side + 1);
  return Array.from({ length }, (_, i) => {
    const one = sideDesign(design, i);
    return i === side ? { ...one, items: change(one.items) } : one;
  });
}

/** The design with each side of a blank said: a spot print stays on the side that it was made for, goods with two faces show the same on both. Nothing is said of a design without items. */
export function saidFor(design: readonly SideDesign[], { style, sides }: Pick<Blank, 'style' | 'sides'>): SideDesign[] {
  if (!design.some(({ items }) => items.length > 0)) return [...design];
  return Array.from({ length: Math.max(design.length, sides.length) }, (_, side) =>
    design[side] === undefined && side > 0 && style === 'spot' ? UNSAID.first : sideDesign(design, side),
  );
}

/** The design with what a side shows changed. */
export const withFill = (design: readonly SideDesign[], side: number, fill: Fill): SideDesign[] =>
  withItems(design, side, (items) => [...items]).map((one, i) => (i === side ? { ...one, fill } : one));
