import { isHardGoods, type Blank, type Template } from '../blank/index.js';
import type { HouseRules, Press } from '../shop/index.js';
import { holdOf } from './hold.js';
import { isFolded, type Layer } from './layers.js';
import type { PressSettings } from './settings.js';
import { cautionOf, clumsyBy, namedSide, type StepKind } from './step-facts.js';
import { wayUpOf } from './way-up.js';

/** Where a step is done: the press is busy with what is at it alone. */
export type StepPlace = 'table' | 'press' | 'rack';

/** One step at the press. A step with `seconds` runs a clock. */
export interface Step {
  kind: StepKind;
  title: string;
  how: string;
  seconds: number | null;
  /** Which side of the blank it belongs to, from 0. */
  side: number;
  at: StepPlace;
  /** Hands that it wants: 0 while a clock runs or a piece cools. */
  hands: 0 | 1 | 2;
  /** Seconds that hands take for it, an estimate; for what cools, until it is cool. */
  takes: number;
  /** What to look at while doing it. */
  look: string;
  caution: string | null;
}

/** What the transfer of a side is before it is laid on: as it comes, a sheet that folds, or parts that are joined. */
export type Sheets = 'whole' | 'folded' | 'overlap' | 'butt';

/** What a plan of steps is made of beside the blank. */
export interface StepsAsked {
  settings: PressSettings;
  layers: readonly Layer[];
  /** Of each side that is pressed. */
  templates: readonly Template[];
  /** The pressings of each side. */
  sections: readonly number[];
  house: HouseRules;
  press: Press;
  /** What the transfer of each side is; left out: whole. */
  sheets?: readonly Sheets[];
}

/** A piece that steps are made for, with what several of them hang on. */
export interface Piece extends Required<StepsAsked> {
  blank: Blank;
  sides: number;
  hold: ReturnType<typeof holdOf>;
  /** One sheet goes round both sides. */
  folded: boolean;
  hasInsert: boolean;
  hard: boolean;
  /** The blank lies face down on its print. */
  down: boolean;
}

/** The piece that steps are made for. */
export const pieceOf = (blank: Blank, asked: StepsAsked): Piece => ({
  ...asked,
  blank,
  sheets: asked.sheets ?? [],
  sides: blank.sides.length,
  hold: holdOf(blank, asked.house),
  folded: isFolded(blank, asked.house) || asked.sheets?.[0] === 'folded',
  hasInsert: asked.layers.some((layer) => layer.role === 'insert'),
  hard: isHardGoods(blank.family),
  down: wayUpOf(blank, asked.house).value === 'face down',
});

/** The name of a side where it is said, nothing where there is one alone. */
export const named = ({ blank }: Piece, side: number): string => namedSide(blank, side);

/** A step of a piece: hands take longer with what is large, and what can hurt is said. */
export const step = (
  { blank, press, templates }: Piece,
  kind: StepKind,
  side: number,
  { seconds, takes, ...rest }: Pick<Step, 'title' | 'how' | 'at' | 'hands' | 'takes' | 'look'> & { seconds?: number },
): Step => ({
  kind,
  side,
  ...rest,
  seconds: seconds ?? null,
  takes: Math.round(takes * clumsyBy(kind, templates[0]?.bleedBox)),
  caution: cautionOf(kind, blank, press.kind),
});
