import { BUILT_IN_BLANKS, bySize } from '@kanga/core/blank';
import { readPaste } from './read-paste.js';

const tees = BUILT_IN_BLANKS.filter(({ range }) => range === 'Volunteer tee').sort(bySize);
const socks = BUILT_IN_BLANKS.filter(({ range }) => range === 'Crew sock').sort(bySize);
const idOf = (size: string) => tees.find((blank) => blank.size === size)?.id ?? '';

describe('what is pasted into a line', () => {
  it('is sizes with counts', () => {
    expect(readPaste('S\t5\nlarge\t7\n4XL\t2', tees, 'Volunteer tee')).toEqual({
      counts: { [idOf('S')]: 5, [idOf('L')]: 7 },
      runs: {},
      said: ['4XL (2) is not on the shelf for Volunteer tee.'],
    });
  });
  it('leaves prices out, of however many currencies, and says so', () => {
    const { counts, said } = readPaste('S\t5\t€12.00\nM\t2\t$ 13\nL\t1\t9,50 £\nXL\t3\tCHF 14', tees, 'Volunteer tee');
    expect(counts).toMatchObject({ [idOf('S')]: 5, [idOf('M')]: 2, [idOf('L')]: 1 });
    expect(said[0]).toBe(
      '€12.00, $ 13, 9,50 £ and 1 more: prices are left out here; they are made under Price, in the shop’s currency.',
    );
  });
  it('or a table of names with a size for each, put with its blank', () => {
    const table = 'Name,Size,Number\nAda,S,7\nBo,Medium,2\nCleo,S,9\nDan,3XL,1\nEva,,4\n';
    const { counts, runs, said } = readPaste(table, tees, 'Volunteer tee');
    expect(counts).toEqual({ [idOf('S')]: 2, [idOf('M')]: 1 });
    expect(runs[idOf('S')]?.map(({ values }) => values['Name'])).toEqual(['Ada', 'Cleo']);
    expect(said).toEqual(['3XL is not on the shelf: Dan.', '1 row without a size: Eva. Write one for each.']);
  });
  it('counts names as often as their row says, and pairs as two pieces', () => {
    const { counts, runs } = readPaste('Name;Size;Count\nAda;39–42;2\nBo;27-30;1', socks, 'Crew sock');
    expect(Object.values(counts).sort()).toEqual([1, 2]);
    expect(
      Object.values(runs)
        .flatMap((run) => run.map(({ count }) => count))
        .sort(),
    ).toEqual([2, 4]);
  });
  it('says which row of a table cannot be used, and takes the others', () => {
    const { counts, said } = readPaste('Name,Size,Count\nAda,S,many\nBo,M,1', tees, 'Volunteer tee');
    expect(counts).toEqual({ [idOf('M')]: 1 });
    expect(said).toEqual(['Row 1 “many” is not a number of pieces.']);
  });
  it('ten thousand names are cut at what a job holds, and said', () => {
    const table = `Name,Size\n${Array.from({ length: 10_000 }, (_, i) => `Name ${i},M`).join('\n')}`;
    const { counts, said } = readPaste(table, tees, 'Volunteer tee');
    expect(counts).toEqual({ [idOf('M')]: 5000 });
    expect(said).toHaveLength(5000);
    expect(said[0]).toBe('Row 5001 more than 5000 pieces in all.');
  });
});
