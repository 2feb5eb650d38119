import type { Point } from '../geometry/index.js';

interface Size {
  width: number;
  height: number;
}

/** Cells in rows and columns, all unturned or all turned a quarter. */
export interface Block {
  rows: number;
  columns: number;
  turned: boolean;
}

/** The cell that one thing needs, as it is and turned a quarter. */
export interface Cells {
  up: Size;
  side: Size;
}

const cellFor = (cells: Cells, turned: boolean): Size => (turned ? cells.side : cells.up);

/** Two blocks, the second under the first, or beside it. */
interface TwoBlocks {
  blocks: [Block, Block];
  beside: boolean;
  count: number;
}

/** The two blocks, the second under the first or beside it, that take most cells of an area, over all cuts of it. O(rows + columns). */
export function twoBlocks(cells: Cells, area: Size): TwoBlocks {
  const fits = (room: number, size: number) => Math.max(0, Math.floor(room / size + 1e-9));
  let best: TwoBlocks = {
    blocks: [
      { rows: 0, columns: 0, turned: false },
      { rows: 0, columns: 0, turned: true },
    ],
    beside: false,
    count: 0,
  };
  for (const firstTurned of [false, true]) {
    const first = cellFor(cells, firstTurned);
    const second = cellFor(cells, !firstTurned);
    const consider = (a: Block, b: Block, beside: boolean) => {
      const count = a.rows * a.columns + b.rows * b.columns;
      if (count > best.count) best = { blocks: [a, b], beside, count };
    };
    for (let rows = fits(area.height, first.height); rows >= 0; rows--) {
      const left = area.height - rows * first.height;
      consider(
        { rows, columns: fits(area.width, first.width), turned: firstTurned },
        { rows: fits(left, second.height), columns: fits(area.width, second.width), turned: !firstTurned },
        false,
      );
    }
    for (let columns = fits(area.width, first.width); columns >= 0; columns--) {
      const left = area.width - columns * first.width;
      consider(
        { rows: fits(area.height, first.height), columns, turned: firstTurned },
        { rows: fits(area.height, second.height), columns: fits(left, second.width), turned: !firstTurned },
        true,
      );
    }
  }
  return best;
}

/** The corners of the cells of two blocks, row by row, from the corner of the area. */
export function cornersOf(
  { blocks, beside }: Pick<TwoBlocks, 'blocks' | 'beside'>,
  cells: Cells,
): (Point & { turned: boolean })[] {
  const [first] = blocks;
  const behind = cellFor(cells, first.turned);
  return blocks.flatMap(({ rows, columns, turned }, i) => {
    const cell = cellFor(cells, turned);
    const [x, y] = i === 0 ? [0, 0] : beside ? [first.columns * behind.width, 0] : [0, first.rows * behind.height];
    return Array.from({ length: rows * columns }, (_, at) => ({
      x: x + (at % columns) * cell.width,
      y: y + Math.floor(at / columns) * cell.height,
      turned,
    }));
  });
}
