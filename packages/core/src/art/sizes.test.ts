import fc from 'fast-check';
import { calledOf, checkSizes, otherSizes, withoutPieces, type RunRow } from './index.js';

const run: RunRow[] = [
  { values: { name: 'Ada', no: '7', Size: 'L' }, count: 2 },
  { values: { name: 'Bo', no: '2', Size: 's' }, count: 1 },
  { values: { name: 'Cleo', no: '', Size: 'S' }, count: 2 },
  { values: { name: 'Dan', no: '9', Size: '' }, count: 1 },
];
const large = { size: 'L', name: 'Volunteer tee' };

describe('sizes in a run', () => {
  it('that are not the goods’ are told with their pieces and names', () => {
    expect(otherSizes(run, large)).toEqual([{ size: 's', pieces: [2, 3, 4], names: ['Bo', 'Cleo'] }]);
    expect(checkSizes(run, large)[0]).toMatchObject({
      code: 'art.run-size',
      title: '3 pieces are of another size: s (Bo, Cleo)',
    });
  });
  it('name rows by a column of names, wherever it stands', () => {
    const rows: RunRow[] = [{ values: { no: '9', size: 'M', name: 'Dan' }, count: 1 }];
    expect(otherSizes(rows, large)[0]?.names).toEqual(['Dan']);
    expect(otherSizes([{ values: { no: '9', wer: 'Eva', size: 'M' }, count: 1 }], large)[0]?.names).toEqual(['Eva']);
  });
  it('go by the first row where the goods have none', () =>
    expect(otherSizes(run, { size: null })).toMatchObject([{ size: 's' }]));
  it('are no matter in a run without any, and without a run', () => {
    const plain = run.map(({ values: { name }, count }) => ({ values: { name: name ?? '' }, count }));
    expect(checkSizes(plain, large)).toEqual([]);
    expect(checkSizes(null, large)).toEqual([]);
  });
  it('taken out leave the others, in order', () => {
    expect(withoutPieces(run, [2, 3, 4]).map(({ values, count }) => [values['name'], count])).toEqual([
      ['Ada', 2],
      ['Dan', 1],
    ]);
    expect(withoutPieces(run, [0])[0]).toMatchObject({ count: 1 });
  });
  it('and what is left make up all pieces, whatever the run is', () =>
    fc.assert(
      fc.property(
        fc.array(fc.record({ size: fc.constantFrom('S', 'M', 'L', ''), count: fc.integer({ min: 1, max: 4 }) })),
        (rows) => {
          const made = rows.map(({ size, count }): RunRow => ({ values: { size }, count }));
          const gone = otherSizes(made, large).flatMap(({ pieces }) => pieces);
          const sum = (list: readonly RunRow[]) => list.reduce((all, { count }) => all + count, 0);
          expect(gone.length + sum(withoutPieces(made, gone))).toBe(sum(made));
          expect(otherSizes(withoutPieces(made, gone), large)).toEqual([]);
        },
      ),
    ));
});

describe('a piece of a run', () => {
  it('is called by all that its row says', () => {
    expect(calledOf(run, 0)).toBe('Ada · 7 · L');
    expect(calledOf(run, 4)).toBe('Cleo · S');
    expect(calledOf(null, 0)).toBe('');
  });
});
