import { degreesText } from '../units/index.js';
import { isProven, type Proven } from '../stack/index.js';
import { wilsonInterval } from '../inspect/index.js';

/** Settings that the shop goes by for a blank on a press and a paper, as somebody accepted them. */
export interface Recipe {
  id: string;
  /** When it was accepted, ISO 8601, and by whom; null: nobody said. */
  at: string;
  by: string | null;
  /** Why, in a sentence. */
  why: string;
  /** The study that it came of; left out: none. */
  studyId?: string;
  settings: Proven;
}

/** Why something else might be taken: what it has behind it, and what it would save. */
interface Proposal {
  settings: Proven;
  why: string;
}

/** One entry of the recipe book: what holds, what it has behind it, and what might be better. */
export interface BookEntry {
  key: Pick<Proven, 'blankId' | 'pressId' | 'mediaId'>;
  /** Null: nothing was accepted yet. */
  recipe: Recipe | null;
  /** What came of its settings in this shop; of the best of them where nothing was accepted. */
  counted: Proven;
  /** Whether that proves anything; what came out good only once or twice stands in the book, too, so that it is found again. */
  proven: boolean;
  proposal: Proposal | null;
}

/** So many good pieces in a row speak for a change. */
export const IN_A_ROW = 3;

const keyOf = ({ blankId, pressId, mediaId }: Pick<Proven, 'blankId' | 'pressId' | 'mediaId'>): string =>
  JSON.stringify([blankId, pressId, mediaId]);

/** Whether two are the same settings, whatever came of them. */
const sameSettings = (a: Proven, b: Proven): boolean =>
  a.temperature === b.temperature &&
  a.dwell === b.dwell &&
  a.pressure === b.pressure &&
  a.prePress === b.prePress &&
  a.peel === b.peel;

/** What was counted, with the recipes marked; one that was never pressed here is added. */
export function withRecipes(list: readonly Proven[], recipes: readonly Recipe[]): Proven[] {
  if (recipes.length === 0) return [...list];
  const heldBy = new Map(recipes.map(({ settings }) => [keyOf(settings), settings]));
  const is = (one: Proven): boolean => {
    const held = heldBy.get(keyOf(one));
    return held !== undefined && sameSettings(one, held);
  };
  const marked = list.map((one) => (is(one) ? { ...one, accepted: true } : one));
  const found = new Set(marked.filter(({ accepted }) => accepted).map(keyOf));
  return [
    ...marked,
    ...[...heldBy].flatMap(([key, held]) => (found.has(key) ? [] : [{ ...held, good: 0, spoiled: 0, accepted: true }])),
  ];
}

const seconds = (n: number): string => `${Math.round(n)} s`;

/** What speaks for one over another; null: nothing does. */
function betterThan(one: Proven, held: Proven): string | null {
  const [pressed, before] = [one.good + one.spoiled, held.good + held.spoiled];
  const streak = one.spoiled === 0 && one.good >= IN_A_ROW;
  const row = `${one.good} good in a row`;
  const time = one.dwell + one.prePress - held.dwell - held.prePress;
  if (streak && time < 0 && one.temperature <= held.temperature) return `${row} at ${seconds(-time)} less: accept it?`;
  if (streak && one.temperature < held.temperature && time <= 0)
    return `${row} at ${degreesText(held.temperature - one.temperature)} less: accept it?`;
  // Surely less is spoiled: the intervals do not meet.
  if (pressed > 0 && before > 0 && wilsonInterval(one.spoiled, pressed).high < wilsonInterval(held.spoiled, before).low)
    return `${one.spoiled} of ${pressed} spoiled, against ${held.spoiled} of ${before} by the recipe: accept it?`;
  return null;
}

/**
 * The recipe book: an entry for each blank, press and paper that something proven or accepted is known of. `recipes` holds the newest of each. A recipe is never
 * changed here: what speaks for a change is only proposed. O(n²) within one entry.
 */
export function bookOf(list: readonly Proven[], recipes: readonly Recipe[]): BookEntry[] {
  const groups = new Map<string, Proven[]>();
  for (const one of list) groups.set(keyOf(one), [...(groups.get(keyOf(one)) ?? []), one]);
  for (const { settings } of recipes) if (!groups.has(keyOf(settings))) groups.set(keyOf(settings), []);
  return [...groups].flatMap(([key, variants]): BookEntry[] => {
    const recipe = recipes.find(({ settings }) => keyOf(settings) === key) ?? null;
    const [best = null] = variants
      .filter(({ good }) => good > 0)
      .sort((a, b) => Number(isProven(b)) - Number(isProven(a)) || b.good - a.good || b.last.localeCompare(a.last));
    const held = recipe?.settings ?? best;
    if (!held) return [];
    const counted = variants.find((one) => sameSettings(one, held)) ?? { ...held, good: 0, spoiled: 0 };
    const against = recipe ? counted : held;
    const better = variants
      .filter((one) => !sameSettings(one, held))
      .flatMap((settings): Proposal[] => {
        const why = betterThan(settings, against);
        return why === null ? [] : [{ settings, why }];
      })
      .sort((a, b) => a.settings.dwell + a.settings.prePress - b.settings.dwell - b.settings.prePress);
    const first: Proposal | null =
      recipe || !best || !isProven(best)
        ? null
        : { settings: best, why: `${best.good} of ${best.good + best.spoiled} came out good: make it the recipe?` };
    const { blankId, pressId, mediaId } = held;
    return [
      {
        key: { blankId, pressId, mediaId },
        recipe,
        counted,
        proven: isProven({ ...counted, accepted: false }),
        proposal: better[0] ?? first,
      },
    ];
  });
}
