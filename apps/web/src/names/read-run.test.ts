import { readRun } from './read-run.js';

describe('readRun', () => {
  it('reads quotes, accents, right-to-left names and counts', () => {
    const { columns, rows, wrong, pieces } = readRun(
      'Name,No,Qty\r\n"O""Hara, Zoë",7,2\r\nשירה,10,\r\n"Łukasz\nŻak",3,1\r\n',
    );
    expect(columns).toEqual(['Name', 'No']);
    expect(wrong).toEqual([]);
    expect(pieces).toBe(4);
    expect(rows).toEqual([
      { values: { Name: 'O"Hara, Zoë', No: '7' }, count: 2 },
      { values: { Name: 'שירה', No: '10' }, count: 1 },
      { values: { Name: 'Łukasz\nŻak', No: '3' }, count: 1 },
    ]);
  });
  it('names a wrong row and keeps the others', () => {
    const { rows, wrong } = readRun('name;count\nAnna;2\nBen;two\nCleo;0\nDora;1;extra\nEli;\n');
    expect(rows.map((row) => row.values['name'])).toEqual(['Anna', 'Eli']);
    expect(wrong).toEqual([
      { row: 2, why: '“two” is not a number of pieces' },
      { row: 3, why: '“0” is not a number of pieces' },
      { row: 4, why: 'has 3 cells; the heading names 2' },
    ]);
  });
  it('makes a pair of each row on goods that are worn in pairs', () => {
    const { rows, wrong, pieces } = readRun('name,count\nAda,\nBo,2\nCleo,1.5\n', 2);
    expect(rows.map(({ values, count }) => [values['name'], count])).toEqual([
      ['Ada', 2],
      ['Bo', 4],
    ]);
    expect(pieces).toBe(6);
    expect(wrong).toEqual([{ row: 3, why: '“1.5” is not a number of pairs' }]);
    expect(readRun(`name\n${'A\n'.repeat(2501)}`, 2)).toMatchObject({ pieces: 5000, wrong: [{ row: 2501 }] });
  });
  it('takes 5,000 rows', () => {
    const table = `name\n${Array.from({ length: 5000 }, (_, i) => `"Name, ${i}"`).join('\n')}`;
    expect(readRun(table)).toMatchObject({ pieces: 5000, wrong: [] });
    expect(readRun(`${table}\nOne more`).wrong).toEqual([{ row: 5001, why: 'more than 5000 pieces in all' }]);
  });
  it.each([
    ['', /no heading/],
    ['name', /no rows/],
    ['name,Name\na,b', /Two columns/],
  ])('says what is wrong with %j', (text, why) => expect(() => readRun(text)).toThrow(why));
});
