import { makeTemplate } from '../blank/index.js';
import type { Outline } from '../geometry/index.js';
import { blankOf, letterPaper } from '../testing/index.js';
import { LABEL_STRIP } from './part.js';
import { cellRooms, groundOf, isLayout, layOut, makeTray, TAIL, USUAL_SHEET, type Tiling } from './index.js';

describe('rooms of parts', () => {
  it('keep room for marks on those sides alone where a seam ends or runs', () => {
    const ground = groundOf(letterPaper, 8, 0);
    const [whole] = cellRooms(ground, 8, LABEL_STRIP, true, { columns: 2, rows: 2 });
    const [above] = cellRooms(ground, 8, LABEL_STRIP, true, { columns: 1, rows: 2 });
    const [beside] = cellRooms(ground, 8, LABEL_STRIP, true, { columns: 2, rows: 1 });
    const [bare] = cellRooms(ground, 8, LABEL_STRIP, false, { columns: 2, rows: 1 });
    if (!whole || !above || !beside || !bare) throw new Error('there is room');
    expect(beside.width).toBeGreaterThan(whole.width + 5);
    expect(above.height).toBeGreaterThan(whole.height);
    expect(bare.width).toBeGreaterThan(beside.width);
  });
  // Rooms are worked out from how parts are made; here the parts themselves are held against the paper, in every division.
  it.each([
    [2, 1],
    [1, 2],
    [3, 1],
    [1, 3],
    [2, 2],
    [3, 2],
    [1, 4],
  ])('are as large as they say: parts that fill them fit the paper, %s × %s', (columns, rows) => {
    const ground = groundOf(letterPaper, 8, 0);
    const [room] = cellRooms(ground, 8, LABEL_STRIP, true, { columns, rows });
    if (!room) throw new Error('there is room');
    // Every part but the last of a row or column has its tail.
    const own = (count: number, most: number) => count * (most - (count > 1 ? TAIL : 0)) - 0.2;
    const outline: Outline = {
      kind: 'rectangle',
      width: own(columns, room.width),
      height: own(rows, room.height),
      radius: 0,
    };
    const template = makeTemplate(outline, 0);
    const { bleedBox } = template;
    const even = (count: number, from: number, length: number) =>
      Array.from({ length: count - 1 }, (_, i) => from + (length * (i + 1)) / count);
    const tiling: Tiling = {
      side: 0,
      columns,
      rows,
      join: 'overlap',
      straight: true,
      upright: even(columns, bleedBox.x, bleedBox.width),
      level: even(rows, bleedBox.y, bleedBox.height),
    };
    const asked = {
      blank: blankOf('tee'),
      sides: [{ template, drawn: [] }],
      printed: [0],
      pieces: 2,
      named: false,
      gap: 8,
      ground,
    };
    const tray = makeTray({ ...asked, mirroredBy: 'driver', choices: { ...USUAL_SHEET, tilings: [tiling] } });
    const layout = layOut({ tray, paper: letterPaper, gap: 8, edge: 0, turns: 'quarter' });
    expect(isLayout(layout)).toBe(true);
    expect('sheets' in layout && layout.sheets).toHaveLength(2 * columns * rows);
  });
});
