import fc from 'fast-check';
import readQr from 'jsqr';
import { BUILT_IN_BLANKS, type Blank } from '../blank/index.js';
import { sizeOf } from '../geometry/index.js';
import { codeOf, pieceAddress } from '../sheet/index.js';
import {
  bagKeysOf,
  bagsOf,
  bagWords,
  packState,
  parcelled,
  readPieceCode,
  rollDiameter,
  scan,
  type PackPiece,
} from './index.js';

const now = '2026-12-01T10:00:00.000Z';
const piece = (change: Partial<PackPiece> = {}): PackPiece => ({
  jobId: 'a',
  job: 21,
  piece: 0,
  blankId: 'b',
  artId: null,
  what: 'Crew shirts',
  size: 'M',
  name: '',
  pair: null,
  set: null,
  verdict: 'good',
  coolAt: '2026-12-01T09:00:00.000Z',
  bag: null,
  ...change,
});
const ORIGIN = 'http://127.0.0.1:4600';
const shown = (text: string, pieces: PackPiece[]) => scan(text, pieces, { now, origin: ORIGIN, title: 'order 7' });

describe('a label', () => {
  it.each([
    ['HTTP://127.0.0.1:4600/P/21/3', { job: 21, piece: 2, origin: ORIGIN }],
    ['21/3', { job: 21, piece: 2, origin: null }],
    [' 21-3 ', { job: 21, piece: 2, origin: null }],
    ['21 · 3', { job: 21, piece: 2, origin: null }],
    ['#21.3', { job: 21, piece: 2, origin: null }],
  ])('%p is read', (text, code) => expect(readPieceCode(text)).toEqual(code));
  it.each(['', '21', 'shirt', '0/3', '21/0', 'http://127.0.0.1:4600/jobs/21', 'https://example.org/?p=21/3'])(
    '%p is none',
    (text) => expect(readPieceCode(text)).toBeNull(),
  );
  it('is read off the square code that is printed on it, as a camera sees it', () => {
    const code = codeOf(pieceAddress(ORIGIN, 21, 3));
    // Four pixels a module and the quiet zone that ISO/IEC 18004 wants, read by another library.
    const [unit, quiet] = [4, 16];
    const side = code.length * unit + 2 * quiet;
    const pixels = new Uint8ClampedArray(side * side * 4).fill(255);
    code.forEach((row, y) =>
      row.forEach((dark, x) => {
        if (!dark) return;
        for (let i = 0; i < unit * unit; i++) {
          const at = ((quiet + y * unit + Math.floor(i / unit)) * side + quiet + x * unit + (i % unit)) * 4;
          pixels.set([20, 20, 20], at);
        }
      }),
    );
    const seen = readQr(pixels, side, side)?.data ?? '';
    expect(readPieceCode(seen)).toEqual({ job: 21, piece: 2, origin: ORIGIN });
  });
  it('is never read as another piece', () =>
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 999_999 }), fc.integer({ min: 1, max: 9999 }), (job, at) => {
        for (const text of [`${ORIGIN}/P/${job}/${at}`, `${job}/${at}`])
          expect(readPieceCode(text)).toMatchObject({ job, piece: at - 1 });
      }),
    ));
});

describe('a piece that is shown to the table', () => {
  it('goes into its bag when it is good and cool', () =>
    expect(shown('21/1', [piece()])).toEqual({ ok: true, piece: piece() }));
  it.each([
    ['22/1', {}, 'Job 22 is not in order 7'],
    ['21/2', {}, 'Job 21 has no piece 2'],
    ['hello', {}, '“hello” is no label of a piece'],
    ['http://192.0.2.9:4600/P/21/1', {}, 'This label is of another shop: http://192.0.2.9:4600'],
    ['21/1', { bag: 'Ada' }, '21/1 is packed already, in Ada'],
    ['21/1', { verdict: 'spoiled' }, '21/1 was judged spoiled'],
    ['21/1', { verdict: null }, '21/1 was not judged yet'],
    ['21/1', { coolAt: null, verdict: null }, '21/1 is not pressed yet'],
    ['21/1', { coolAt: '2026-12-01T10:00:01.000Z' }, '21/1 is still warm'],
  ] as const)('%p with %j: %s', (text, change, title) => {
    const answer = shown(text, [piece(change)]);
    expect(answer).toMatchObject({ ok: false, title });
    expect(answer.ok ? '' : answer.remedy).not.toBe('');
  });
});

describe('bags', () => {
  const crew = [
    piece({ piece: 0, name: 'Ada' }),
    piece({ piece: 1, name: 'Bo', bag: 'Bo' }),
    piece({ piece: 2, size: 'L', verdict: 'spoiled' }),
    piece({ jobId: 'c', job: 22, piece: 0, what: 'Socks', name: 'Ada', pair: { of: 'left', number: 0 }, bag: 'Ada' }),
    piece({ jobId: 'c', job: 22, piece: 1, what: 'Socks', name: 'Ada', pair: { of: 'right', number: 0 } }),
  ];
  it('are each person’s, and what has no name goes by its size', () => {
    const bags = bagsOf(crew, 'person', now);
    expect(bags.map(({ name, pieces, packed, whole, split }) => [name, pieces.length, packed, whole, split])).toEqual([
      ['Ada', 3, 1, false, 1],
      ['Bo', 1, 1, true, 0],
      ['Crew shirts, L', 1, 0, false, 0],
    ]);
    expect(bags.map(bagWords)).toEqual(['1 of 3 in, 2 ready, 1 pair split', '1 of 1 in', '0 of 1 in, 1 spoiled']);
  });
  it('are each size’s, each set’s, or one', () => {
    expect(bagsOf(crew, 'size', now).map(({ name }) => name)).toEqual(['Crew shirts, M', 'Crew shirts, L', 'Socks, M']);
    expect(bagsOf(crew, 'all', now)).toMatchObject([{ name: '', packed: 2 }]);
    const sets = [piece({ set: 1 }), piece({ what: 'Mug', size: null, set: 1 }), piece({ set: 0 })];
    expect(bagsOf(sets, 'set', now).map(({ name, pieces }) => [name, pieces.length])).toEqual([
      ['Set 2', 2],
      ['Set 1', 1],
    ]);
  });
  it('are offered by what there is', () => {
    expect(bagKeysOf(crew)).toEqual(['person', 'size', 'all']);
    expect(bagKeysOf([piece()])).toEqual(['all']);
    expect(bagKeysOf([piece({ set: 0 })])).toEqual(['set', 'all']);
  });
  it('hold every piece once, however they are made', () =>
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            piece: fc.nat(30),
            name: fc.constantFrom('', 'Ada', 'Bo'),
            size: fc.constantFrom('S', 'M', null),
            set: fc.constantFrom(null, 0, 1),
            bag: fc.constantFrom(null, 'x'),
          }),
          { maxLength: 30 },
        ),
        fc.constantFrom('person' as const, 'size' as const, 'set' as const, 'all' as const),
        (changes, by) => {
          const pieces = changes.map((change) => piece(change));
          const bags = bagsOf(pieces, by, now);
          const held = bags.flatMap((bag) => bag.pieces);
          expect([held.length, new Set(held)]).toEqual([pieces.length, new Set(pieces)]);
          for (const bag of bags) {
            const waiting = bag.waiting.reduce((sum, { count }) => sum + count, 0);
            expect(bag.packed + waiting).toBe(bag.pieces.length);
            expect(bag.packed).toBe(bag.pieces.filter((one) => packState(one, now) === 'packed').length);
          }
        },
      ),
    ));
});

describe('goods in a parcel', () => {
  const blank = (family: Blank['family']): Blank => {
    const found = BUILT_IN_BLANKS.find((one) => one.family === family);
    if (!found) throw new Error(`no ${family} on the shelf`);
    return found;
  };
  it('are a roll where they are a mat: as long as it is wide, as thick as its cloth winds', () => {
    // By hand: 600 mm of 3 mm cloth round a hole of 50: √(4 · 1800 ÷ π + 2500) = 69.2 mm.
    expect(rollDiameter(600, 3, 50)).toBeCloseTo(69.22, 2);
    // A spiral drawn turn by turn comes to the same within a turn.
    let [r, left] = [25, 600];
    while (left > 0) {
      left -= 2 * Math.PI * (r + 1.5);
      r += 3;
    }
    expect(Math.abs(2 * r - 69.22)).toBeLessThan(6);
    const mat = parcelled(blank('mat'));
    expect(mat.size[1]).toBe(mat.size[2]);
    expect(mat.size[1]).toBeLessThan(mat.size[0]);
  });
  it('are folded until they go into a bag where they are cloth: no cloth is lost', () => {
    const tee = blank('tee');
    const [a, b, tall] = parcelled({ ...tee, weight: null }).size;
    expect(Math.max(a, b)).toBeLessThanOrEqual(320);
    expect(Math.min(a, b)).toBeLessThanOrEqual(260);
    const { width, height } = sizeOf(tee.sides[0]?.outline ?? { kind: 'ellipse', width: 0, height: 0 });
    const cloth = width * height * tee.layers.reduce((sum, one) => sum + one, 0);
    expect(a * b * tall).toBeCloseTo(cloth * 1.6, 3);
  });
  it('take the room of their weight: a shirt is more than its print, and two dozen of 150 g fill 18 litres', () => {
    const [a, b, tall] = parcelled({ ...blank('tee'), weight: 150 }).size;
    // 3.6 kg of folded cloth at 200 kg/m³, by hand.
    expect((24 * a * b * tall) / 1e6).toBeCloseTo(18, 6);
  });
  it('are wrapped where they are hard, and a mug has its handle', () => {
    const [a, b, tall] = parcelled(blank('mug')).size;
    expect(a - b).toBeCloseTo(35, 6);
    expect(tall).toBeGreaterThan(80);
    const tile = parcelled(blank('tile'));
    expect(tile.size[2]).toBeLessThan(Math.min(tile.size[0], tile.size[1]));
  });
});
