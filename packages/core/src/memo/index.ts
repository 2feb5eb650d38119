/** How many answers are kept for one anchor: what is asked in turns (each of the papers of a shop) is not worked out in turns. */
const KEPT = 8;

/** The same value; lists are the same when all in them is, one by one. */
const same = (a: unknown, b: unknown): boolean =>
  Object.is(a, b) ||
  (Array.isArray(a) && Array.isArray(b) && a.length === b.length && a.every((one, i) => Object.is(one, b[i])));

interface Known<I, R> {
  inputs: I;
  answer: R;
}

/**
 * A stage of what follows from a job: `work` is asked again only when one of its named inputs is another one. Objects are compared by identity, so nothing that is given to
 * a stage, or comes from it, is ever changed afterwards. Answers are kept with the input named `anchor`, and forgotten with it. O(inputs) for what is known, plus the length of lists.
 */
export function memoised<I extends object, R>(anchor: keyof I, work: (inputs: I) => R): (inputs: I) => R {
  const answers = new WeakMap<object, Known<I, R>[]>();
  return (inputs) => {
    const at: unknown = inputs[anchor];
    if (typeof at !== 'object' || at === null) return work(inputs);
    const names = Object.keys(inputs) as (keyof I)[];
    const known = answers.get(at) ?? [];
    const found = known.find(
      (one) =>
        Object.keys(one.inputs).length === names.length && names.every((name) => same(one.inputs[name], inputs[name])),
    );
    if (found) return found.answer;
    const answer = work(inputs);
    answers.set(at, [{ inputs, answer }, ...known.slice(0, KEPT - 1)]);
    return answer;
  };
}
