import type { ComposedSide } from '../art/index.js';
import { drawnOn } from '../art/index.js';
import { BUILT_IN_BLANKS, makeTemplate, shapeOutline, type Blank } from '../blank/index.js';
import {
  areaOf,
  boundsOf,
  clipped,
  polygonContains,
  rectPolygon,
  rectsOverlap,
  transformed,
  united,
  type Outline,
} from '../geometry/index.js';
import { blankOf, letterPaper, sampleArt, sampleFacts, samplePicture, sampleTiling } from '../testing/index.js';
import {
  cellRooms,
  CODE_STRIP,
  groundOf,
  isLayout,
  labelWords,
  layOut,
  levelSeamCost,
  makeTray,
  NOTE_SIZE,
  planLabel,
  proposeTiling,
  quietMap,
  quietestSeams,
  seamCost,
  TAIL,
  tiledSide,
  tiledSides,
  tilesOf,
  USUAL_SHEET,
  type Paper,
  type Tiling,
  type TrayRequest,
} from './index.js';

const letter = letterPaper;
const soft = blankOf('tee');
const hard = BUILT_IN_BLANKS.find((one) => one.family === 'tile' || one.family === 'mug') as Blank;

/** A picture whose busy places are said, cell by cell. */
const sideWith = (outline: Outline, busy: (column: number, row: number) => boolean): ComposedSide => {
  const template = makeTemplate(outline, 0);
  const [columns, rows] = [64, 64];
  const cells = Array.from({ length: columns * rows }, (_, i) => busy(i % columns, Math.floor(i / columns)));
  const zero = '0'.repeat(columns * rows);
  const art = sampleArt(
    sampleFacts(6400, Math.round((6400 * template.height) / template.width), {
      maps: {
        columns,
        rows,
        haze: zero,
        pale: zero,
        fine: zero,
        busy: cells.map((one) => (one ? '9' : '0')).join(''),
        colours: { columns, rows, cells: cells.map(() => '808080').join('') },
      },
    }),
  );
  const placement = { x: template.width / 2, y: template.height / 2, width: template.width, rotation: 0 };
  const drawn = drawnOn([{ fill: 'own', items: [samplePicture('a', placement)] }], 0, [template], {
    arts: [art],
    faces: new Map(),
  });
  return { template, drawn };
};
const chest: Outline = { kind: 'rectangle', width: 10.5 * 25.4, height: 9 * 25.4, radius: 0 };
const request = (side: ComposedSide, tilings: Tiling[] = [], blank: Blank = soft): TrayRequest => ({
  blank,
  sides: [side],
  printed: [0],
  pieces: 2,
  named: false,
  choices: { ...USUAL_SHEET, tilings },
  gap: 8,
  mirroredBy: 'driver',
  ground: groundOf(letter, 8, 0),
});

describe('proposeTiling', () => {
  it('puts a chest design 10.5 in wide on two letter sheets', () => {
    // trade: a 10.5 in wide chest design goes on two letter sheets. Common practice, no published source.
    const side = sideWith(chest, () => false);
    const tiling = proposeTiling(request(side), 0, letter)?.tiling;
    expect(tiling && tiling.columns * tiling.rows).toBe(2);
    expect(tiling).toMatchObject({ join: 'overlap', straight: true });
  });
  it('lets hard goods stand edge to edge', () => {
    expect(
      proposeTiling(
        request(
          sideWith(chest, () => false),
          [],
          hard,
        ),
        0,
        letter,
      )?.tiling.join,
    ).toBe('butt');
  });
  it('takes two sheets of 13 × 19 in for a mat of 12.5 × 24.5 in: where marks leave no room, the parts go without', () => {
    // A larger mat from two 13 × 19 in sheets that overlap: common practice, no published source.
    const inch = 25.4;
    const large: Paper = { ...letter, width: 13 * inch, length: 19 * inch };
    const mat: Outline = { kind: 'rectangle', width: 12.5 * inch, height: 24.5 * inch, radius: 0 };
    const asked = { ...request(sideWith(mat, () => false)), ground: groundOf(large, 8, 0) };
    const found = proposeTiling(asked, 0, large);
    expect(found).toMatchObject({ gap: 6, tiling: { columns: 1, rows: 2, marked: false } });
    if (!found) throw new Error('it fits');
    const tray = makeTray({ ...asked, gap: found.gap, choices: { ...asked.choices, tilings: [found.tiling] } });
    const layout = layOut({ tray, paper: large, gap: 6, edge: 0, turns: 'quarter' });
    // Two pieces of two parts each.
    expect('sheets' in layout && layout.sheets).toHaveLength(4);
  });
  it('gives up on what 4 × 4 sheets cannot hold', () => {
    const huge: Outline = { kind: 'rectangle', width: 2600, height: 2600, radius: 0 };
    expect(proposeTiling(request(sideWith(huge, () => false)), 0, letter)).toBeNull();
  });
  it.each([
    [2, 1, 330, 180],
    [1, 2, 180, 330],
    [2, 2, 360, 430],
    [3, 2, 540, 440],
    [4, 4, 730, 900],
  ])('fits its parts on the paper, every one of %s × %s', (columns, rows, width, height) => {
    const side = sideWith({ kind: 'rectangle', width, height, radius: 0 }, () => false);
    const tiling: Tiling = { side: 0, columns, rows, join: 'overlap', straight: true, upright: null, level: null };
    const tray = makeTray(request(side, [tiling]));
    expect(tray.kinds).toHaveLength(columns * rows);
    const layout = layOut({ tray, paper: letter, gap: 8, edge: 0, turns: 'quarter' });
    expect(isLayout(layout)).toBe(true);
    // Every letter stands on exactly two parts, at both ends of its seam.
    const letters = tray.kinds.flatMap((kind) => kind.letters.map(({ text }) => text));
    const count = new Map<string, number>();
    for (const text of letters) count.set(text, (count.get(text) ?? 0) + 1);
    expect(count.size).toBe(columns - 1 + rows - 1);
    for (const [text, times] of count) {
      const upright = text.charCodeAt(0) - 65 < columns - 1;
      expect(times).toBe(4 * (upright ? rows : columns));
    }
  });
});

describe('the parts of a print', () => {
  const heart = shapeOutline('heart', { width: 380, height: 360 });
  it.each(['overlap', 'butt'] as const)('make up the whole again, with nothing missing (%s)', (join) => {
    for (const straight of [true, false]) {
      const side = sideWith(heart, (column, row) => (column * 7 + row * 3) % 11 < 3);
      const tiling: Tiling = { side: 0, columns: 2, rows: 2, join, straight, upright: null, level: null };
      const tray = makeTray(request(side, [tiling]));
      const clips = tray.kinds.flatMap((kind) => kind.faces.flatMap((face) => face.clips));
      const whole = areaOf(side.template.bleedPolygon);
      const [joined] = united(clips);
      expect(areaOf(joined ?? [])).toBeCloseTo(whole, 0);
      const sum = clips.reduce((all, clip) => all + areaOf(clip), 0);
      if (join === 'butt') expect(sum).toBeCloseTo(whole, 0);
      else expect(sum).toBeGreaterThan(whole + 300 * TAIL * 0.9);
    }
  });
  it('keep crosses and letters outside their cut lines', () => {
    const side = sideWith(chest, () => false);
    const tiling = sampleTiling({ rows: 2 });
    for (const { outline, crosses, letters, room } of makeTray(request(side, [tiling])).kinds) {
      expect(crosses.length).toBe(4);
      for (const p of [...crosses, ...letters.map(({ at }) => at)]) {
        expect(polygonContains(outline, p)).toBe(false);
        expect(polygonContains(room, p)).toBe(true);
      }
    }
  });
  it('lie crosses on each other where they are joined', () => {
    const side = sideWith(chest, () => false);
    const tiling = sampleTiling({ upright: [130] });
    const [left, right] = makeTray(request(side, [tiling])).kinds;
    if (!left || !right) throw new Error('two parts');
    // In the coordinates of the side: a part's own origin is where its face says.
    const onSide = (kind: typeof left) =>
      kind.crosses.map((p) => ({ x: p.x - (kind.faces[0]?.toPart.e ?? 0), y: p.y - (kind.faces[0]?.toPart.f ?? 0) }));
    expect(onSide(left)).toEqual(onSide(right));
    expect(onSide(left)[0]?.x).toBeCloseTo(130, 6);
    expect(boundsOf(transformed(left.outline, { a: 1, b: 0, c: 0, d: 1, e: 0, f: 0 })).width).toBeCloseTo(
      130 + TAIL,
      3,
    );
  });
});

describe('what scissors do at a join', () => {
  const template = makeTemplate({ kind: 'rectangle', width: 300, height: 200, radius: 0 }, 0);
  const tiling = (join: Tiling['join']): Tiling => ({
    side: 0,
    columns: 2,
    rows: 1,
    join,
    straight: true,
    upright: null,
    level: null,
  });
  const seams = {
    upright: [
      [
        { x: 150, y: 0 },
        { x: 150, y: 200 },
      ],
    ],
    level: [],
  };
  const joins = (join: Tiling['join']) => tilesOf(template, tiling(join), seams, 'front').map((part) => part.joins);
  it('is told on both parts, by the letter that stands at the join', () => {
    expect(joins('overlap')).toEqual(['keep tail at A', 'cut at A, lies on top']);
    expect(joins('butt')).toEqual(['cut at A', 'cut at A']);
  });
  const said = {
    jobNumber: 12,
    piece: 1,
    pieces: 4,
    name: 'front A1',
    joins: 'keep tail at A',
    names: 'Ada',
    job: 'Tees',
  };
  it('stands on the label before what may be cut off', () =>
    expect(labelWords(said, 1)).toEqual(['12 · 1/4 front A1 · keep tail at A · Ada · Tees']));
  it('leaves a line of its own to the names of a run', () => {
    expect(labelWords(said, 2)).toEqual(['12 · 1/4 front A1 · keep tail at A · Tees', 'Ada']);
    const [kind] = makeTray({ ...request(sideWith(chest, () => false)), named: true }).kinds;
    expect(kind && planLabel(kind).lines).toHaveLength(2);
    const [plain] = makeTray(request(sideWith(chest, () => false))).kinds;
    expect(plain && planLabel(plain).lines).toHaveLength(1);
  });
  it('stands along the edges, too: what is cut, and which tail is kept', () => {
    const notes = (join: Tiling['join']) =>
      tilesOf(template, tiling(join), seams, 'front').map((part) => (part.notes ?? []).map(({ text }) => text));
    expect(notes('overlap')).toEqual([['keep this tail'], ['cut here']]);
    expect(notes('butt')).toEqual([['cut here'], ['cut here']]);
  });
  it('stands beside the print, never on it, and inside the part’s own room, mirrored or not', () => {
    const level: Tiling = { ...tiling('overlap'), columns: 1, rows: 2 };
    for (const [mirroredBy, cut] of [
      ['kanga', tiling('overlap')],
      ['driver', tiling('overlap')],
      ['kanga', level],
    ] as const) {
      const asked = request(
        sideWith(chest, () => false),
        [cut],
      );
      const { kinds } = makeTray({ ...asked, mirroredBy });
      expect(kinds.flatMap(({ notes }) => notes ?? [])).toHaveLength(2);
      for (const { notes, outline, room, label } of kinds)
        for (const { at, turn } of notes ?? []) {
          const [width, height] =
            turn === 0 ? [NOTE_SIZE.length, NOTE_SIZE.height] : [NOTE_SIZE.height, NOTE_SIZE.length];
          const box = { x: at.x - width / 2, y: at.y - height / 2, width, height };
          expect(clipped([outline], rectPolygon(box))).toEqual([]);
          expect(rectsOverlap(box, label)).toBe(false);
          for (const corner of rectPolygon(box)) expect(polygonContains(room, corner)).toBe(true);
        }
    }
  });
});

describe('seams', () => {
  it('stand where the picture is quiet, as far as the paper lets them', () => {
    // Busy everywhere but in a band of columns off the middle.
    const side = sideWith(chest, (column) => !(column >= 38 && column < 44));
    const map = quietMap(side);
    const [seam = 0] = quietestSeams(map, 1, 200, TAIL) ?? [];
    const band = [(38 / 64) * chest.width, (44 / 64) * chest.width];
    expect(seam).toBeGreaterThan(band[0] as number);
    expect(seam).toBeLessThan(band[1] as number);
    expect(seamCost(map, seam)).toBeLessThan(seamCost(map, 60));
  });
  it('cost along level lines what they cost along upright ones of the picture on its side', () => {
    const map = quietMap(sideWith(chest, (_, row) => row < 20));
    expect(levelSeamCost(map, 30)).toBeGreaterThan(levelSeamCost(map, 200));
    expect(seamCost(map, 30)).toBeCloseTo(seamCost(map, 200), 3);
  });
  it('give up where no paper holds the parts', () => {
    const map = quietMap(sideWith(chest, () => false));
    expect(quietestSeams(map, 1, 100, TAIL)).toBeNull();
    expect(quietestSeams(map, 0, 300, TAIL)).toEqual([]);
  });
  it('wind round what is busy, when asked, and come out cheaper', () => {
    const side = sideWith(
      chest,
      (column, row) => (row > 8 && row < 24 && column >= 30) || (row > 40 && row < 56 && column <= 31),
    );
    const base: Tiling = { side: 0, columns: 2, rows: 1, join: 'butt', straight: true, upright: [125], level: null };
    const straight = tiledSide(request(side, [base]), 0);
    const winding = tiledSide(request(side, [{ ...base, straight: false }]), 0);
    expect(straight?.seams.upright[0]).toHaveLength(2);
    const points = winding?.seams.upright[0] ?? [];
    expect(points.length).toBeGreaterThan(2);
    const columnAt = (share: number) => {
      const near = points.reduce((best, p) =>
        Math.abs(p.y - share * chest.height) < Math.abs(best.y - share * chest.height) ? p : best,
      );
      return (near.x / chest.width) * 64;
    };
    expect(columnAt(0.3)).toBeLessThan(30.5);
    expect(columnAt(0.7)).toBeGreaterThan(31.5);
  });
  it('are there for every printed side that is cut, and for none on a folded sheet', () => {
    const side = sideWith(chest, () => false);
    const halves: Tiling = { side: 1, columns: 2, rows: 1, join: 'butt', straight: true, upright: null, level: null };
    const both = { ...request(side, [halves]), sides: [side, side], printed: [0, 1] };
    expect(tiledSides(both).map(({ tiling }) => tiling)).toEqual([halves]);
    expect(tiledSides({ ...both, printed: [0] })).toEqual([]);
    expect(tiledSides({ ...both, choices: { ...both.choices, folded: true } })).toEqual([]);
  });
  it('leave room for marks and labels on the paper', () => {
    const ground = groundOf(letter, 8, 0);
    for (const room of cellRooms(ground, 8, CODE_STRIP, true, { columns: 2, rows: 2 })) {
      expect(Math.min(room.width, room.height)).toBeLessThan(Math.min(ground.width, ground.height) - 16);
    }
  });
});
