import { readFileSync } from 'node:fs';
import { faceOf } from '../shaping/index.js';
import { fieldsIn, fillFields, FONT_IDS, FONTS, fontPath, measureLine, setLine, svgOf, type FontId } from './index.js';

const face = (id: FontId) =>
  faceOf(FONTS[id].subsets.map((subset) => readFileSync(require.resolve(fontPath(id, subset)))));
const plain = face('plain');
const round = face('round');
const wanted = { size: 10, leastSize: 4, maxWidth: null };

describe('a face', () => {
  it.each(FONT_IDS)('%s sets Latin with accents: no sign is missing', (id) => {
    const line = setLine(face(id), 'Zoë Łukasz 42', wanted);
    expect(line.missing).toEqual([]);
    expect(line.width).toBeGreaterThan(40);
  });
  it('names each sign it lacks once', () => {
    expect(setLine(plain, 'Dvořák שלום ש', wanted).missing.sort()).toEqual(['ו', 'ל', 'ם', 'ש'].sort());
    expect(setLine(round, 'שלום', wanted).missing).toEqual([]);
  });
  it('runs right to left where the script does, and keeps figures from left to right', () => {
    const [hebrew, mixed] = [setLine(round, 'אב', wanted), setLine(round, 'אב 12', wanted)];
    // Seen from the left: 12, a space, then ב and א. The same pair of letters stands at the right end of the mixed line.
    const tail = svgOf(mixed.commands).length - svgOf(hebrew.commands).length;
    expect(tail).toBeGreaterThan(0);
    expect(mixed.width).toBeGreaterThan(hebrew.width);
    const latin = setLine(round, '12', wanted);
    const first = (line: typeof mixed) => (line.commands[0]?.points[0] ?? 0) + line.width / 2;
    expect(first(mixed)).toBeCloseTo(first(latin), 6);
  });
  it('joins the letters of Arabic: a word is not as wide as its letters apart', () => {
    const apart = [...'محمد'].reduce((sum, letter) => sum + setLine(round, letter, wanted).width, 0);
    expect(setLine(round, 'محمد', wanted).width).toBeLessThan(apart - 0.2);
  });
  it('refuses to be nothing', () => expect(() => faceOf([])).toThrow(RangeError));
});

describe('setLine', () => {
  it('makes capitals as high as was asked', () => {
    const { ink } = setLine(plain, 'H', { ...wanted, size: 25 });
    expect(ink?.height).toBeCloseTo(25, 0);
    expect(ink?.y).toBeCloseTo(-12.5, 0);
  });
  it('shrinks to its width, no smaller than its least size, and says by how much it is still over', () => {
    const free = measureLine(plain, 'Constellation', wanted).width;
    const fits = measureLine(plain, 'Constellation', { ...wanted, maxWidth: free / 2 });
    expect(fits).toMatchObject({ shrunk: true, over: 0 });
    expect(fits.width).toBeCloseTo(free / 2, 6);
    const tight = measureLine(plain, 'Constellation', { ...wanted, leastSize: 8, maxWidth: free / 2 });
    expect(tight.size).toBeCloseTo(8, 9);
    expect(tight.over).toBeCloseTo(free * 0.3, 6);
  });
  it('is nothing for no text, and refuses no size', () => {
    expect(setLine(plain, '', wanted)).toMatchObject({ width: 0, ink: null, commands: [] });
    expect(() => setLine(plain, 'x', { ...wanted, size: 0 })).toThrow(/got 0/);
  });
});

describe('fields', () => {
  it('are found and filled, whatever their capitals', () => {
    expect(fieldsIn('{Name} no. { No }')).toEqual(['Name', 'No']);
    expect(fillFields('{Name} no. { No }{x}', { name: 'Ada', NO: '7' })).toBe('Ada no. 7');
  });
});
