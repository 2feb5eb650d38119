import { memoised } from './index.js';

describe('a stage that keeps its answers', () => {
  const stage = () => {
    const work = jest.fn(({ of, by }: { of: { n: number }; by: readonly number[] | number }) => ({
      sum: of.n + (Array.isArray(by) ? by.length : Number(by)),
    }));
    return { work, ask: memoised('of', work) };
  };

  it('is not asked again while its inputs are the same, lists by what is in them', () => {
    const { work, ask } = stage();
    const of = { n: 1 };
    const first = ask({ of, by: [1, 2] });
    expect(first).toEqual({ sum: 3 });
    expect(ask({ of, by: [1, 2] })).toBe(first);
    expect(work).toHaveBeenCalledTimes(1);
  });

  it('is asked again for any other input, and for an equal object that is not the same one', () => {
    const { work, ask } = stage();
    const of = { n: 1 };
    ask({ of, by: [1, 2] });
    expect(ask({ of, by: [1, 3] })).toEqual({ sum: 3 });
    expect(ask({ of, by: [1, 2, 3] })).toEqual({ sum: 4 });
    expect(ask({ of: { n: 1 }, by: [1, 2] })).toEqual({ sum: 3 });
    expect(work).toHaveBeenCalledTimes(4);
  });

  it('keeps a few answers, so that two questions in turns are worked out twice in all', () => {
    const { work, ask } = stage();
    const of = { n: 1 };
    for (let i = 0; i < 10; i++) ask({ of, by: i % 2 });
    expect(work).toHaveBeenCalledTimes(2);
    for (let i = 0; i < 10; i++) ask({ of, by: i });
    expect(ask({ of, by: 0 })).toEqual({ sum: 1 });
    expect(work).toHaveBeenCalledTimes(11);
  });

  it('does not take a question with one input more for the same', () => {
    const ask = memoised<{ of: object; by?: number }, number[]>('of', ({ by }) => [by ?? 0]);
    const of = {};
    expect(ask({ of, by: 1 })).toEqual([1]);
    expect(ask({ of })).toEqual([0]);
  });

  it('keeps nothing where there is nothing to keep it with, and nothing of a question that failed', () => {
    const none = memoised<{ of: object | null; by: number }, object>('of', ({ by }) => ({ by }));
    expect(none({ of: null, by: 1 })).not.toBe(none({ of: null, by: 1 }));
    const of = {};
    let fail = true;
    const failing = memoised<{ of: object }, string>('of', () => {
      if (fail) throw new Error('no');
      return 'yes';
    });
    expect(() => failing({ of })).toThrow('no');
    fail = false;
    expect(failing({ of })).toBe('yes');
  });
});
