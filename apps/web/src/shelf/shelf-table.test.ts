import { BUILT_IN_BLANKS } from '@kanga/core/blank';
import { readShelf, writeShelf } from './shelf-table.js';

describe('the shelf as a table', () => {
  it('comes back as it went, outlines and keep-outs with it', () => {
    const { blanks, wrong } = readShelf(writeShelf(BUILT_IN_BLANKS));
    expect(wrong).toEqual([]);
    expect(blanks).toEqual(
      BUILT_IN_BLANKS.map((blank) => {
        const { id, version, builtIn, ...rest } = blank;
        expect([id.length, version, builtIn]).toEqual([36, 1, true]);
        return rest;
      }),
    );
  });
  it('takes a table made by hand, lengths in any of the usual ways', () => {
    const { blanks, wrong } = readShelf(
      'name;family;width;height;polyester;stock\nPillow;cushion;"15 3/4 in";40 cm;65;12\n',
    );
    expect(wrong).toEqual([]);
    expect(blanks[0]).toMatchObject({
      name: 'Pillow',
      fibre: { polyester: 65, cotton: 35 },
      stock: 12,
      sides: [{ outline: { kind: 'rectangle', width: expect.closeTo(400.05, 6) as number, height: 400 } }],
    });
  });
  it('names each wrong row and keeps the others', () => {
    const { blanks, wrong } = readShelf(
      'name,family,width,height\nGood,mug,200,90\n,mug,200,90\nBad family,hat,200,90\nNo size,mug,,90\nToo small,mug,1,90\n',
    );
    expect(blanks.map((blank) => blank.name)).toEqual(['Good']);
    expect(wrong.map(({ row }) => row)).toEqual([2, 3, 4, 5]);
    expect(wrong[1]?.why).toMatch(/“hat” is none of/);
  });
  it.each([
    ['', /no row/],
    ['a,b\n1,2', /column called name/],
  ])('says what is wrong with %j', (text, why) => expect(() => readShelf(text)).toThrow(why));
});
