import { readPieces } from './pieces.js';

describe('readPieces', () => {
  it.each([
    ['3', [2]],
    ['2, 5-7', [1, 4, 5, 6]],
    [' 7 2;2 ', [1, 6]],
    ['1–3', [0, 1, 2]],
  ])('reads %s', (text, value) => {
    expect(readPieces(text, 8)).toEqual({ ok: true, value });
  });
  it.each([
    ['', /at least one of the pieces 1 to 8/],
    ['0', /“0” is not among/],
    ['9', /“9” is not among the pieces 1 to 8/],
    ['5-2', /“5-2” is not among/],
    ['two', /“two” is no piece/],
  ])('says what is wrong with “%s”', (text, problem) => {
    const read = readPieces(text, 8);
    expect(read.ok ? '' : read.problem).toMatch(problem);
  });
});
