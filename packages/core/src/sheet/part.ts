import {
  boundsOf,
  chain,
  growRect,
  offsetPolygon,
  rectPolygon,
  rectsOverlap,
  rowSpans,
  scaling,
  simplified,
  transformed,
  translation,
  united,
  type Point,
  type Polygon,
  type Rect,
  type Transform,
} from '../geometry/index.js';

/** One side of the blank as it lies on a part, clipped to what the part shows of it. */
export interface Face {
  side: number;
  /** In the side's own coordinates, mm. */
  clips: Polygon[];
  /** From the side's coordinates to the part's; it mirrors exactly when Kanga owns the mirror. */
  toPart: Transform;
}

/** One stroke, mm. */
export interface Stroke {
  x1: number;
  y1: number;
  x2: number;
  y2: number;
}

/** Words along an edge, about their middle; `turn` in degrees. */
interface Note {
  text: string;
  at: Point;
  turn: 0 | 90 | -90;
}

/** A kind of transfer: what is cut out of the paper in one piece. All in its own coordinates, mm; its cut line's box begins at 0, 0. */
export interface PartKind {
  /** What it is called on its label: `front`, `left and right`, `front B2`. */
  name: string;
  faces: Face[];
  /** Where the scissors go. */
  outline: Polygon;
  width: number;
  height: number;
  /** Where it is folded. */
  folds: Stroke[];
  /** Crosses that lie on each other when parts are joined; outside the cut line. */
  crosses: Point[];
  /** Letters beside the crosses; the same on both parts of a join. */
  letters: { text: string; at: Point }[];
  /** What is cut and kept, along the edges that are joined. */
  notes?: Note[];
  /** What scissors do at each join, by its letter, in words; left out: it joins nothing. */
  joins?: string;
  /** Where its label stands, outside the cut line; turned: its words run down beside the part. */
  label: Rect & { turned?: true };
  /** What nothing else may lie in: the part with half its gap, its marks and its label. */
  room: Polygon;
}

/** A part before its label and its room are found. */
export type BarePart = Pick<
  PartKind,
  'name' | 'faces' | 'outline' | 'folds' | 'crosses' | 'letters' | 'notes' | 'joins'
>;

/** Size of a note, mm: about as long as its longest words are in the letters of a label. */
export const NOTE_SIZE = { length: 22, height: 3 };
/** How far its words stand outside the edge that they are about, to their middle, mm. */
export const NOTE_OFFSET = 3;

/** Height of a label with one line of words, with a line of names below it, and with a code, mm. */
export const LABEL_STRIP = 5;
export const NAMED_STRIP = 8.6;
export const CODE_STRIP = 11;
/** How high a label is: a run of names has them on a line of their own. */
export const labelHeight = (codes: boolean, named: boolean): number =>
  codes ? CODE_STRIP : named ? NAMED_STRIP : LABEL_STRIP;
/** Widths of a label, mm: as wide as a part lets it, and never too narrow for its words; where parts reach to the edges no marks stand along seams, and its words say it all. */
const LABEL_WIDTHS = { least: 24, usual: [46, 34, 24], tight: [90, 46, 34, 24] };
/** Distance of a label from the cut line, mm. */
export const LABEL_OFFSET = 1;
/** How far apart the arms of a cross reach, mm, and how far outside the cut line it stands. */
export const CROSS_ARM = 2;
export const CROSS_OFFSET = 3.5;
/** How much a room is simplified, mm; it only ever grows by it. */
const ROOM_TOLERANCE = 0.2;

/** Where a label fits closest under the part: tucked beneath what is raised of its lower edge. O(width × corners). */
function labelSpot(outline: Polygon, width: number, height: number, label: number, widths: readonly number[]): Rect {
  // Depth of the lower edge at each millimetre across, from level cuts of the outline turned on its side.
  const onSide = simplified(outline, ROOM_TOLERANCE).map(({ x, y }) => ({ x: y, y: x }));
  const depth = Array.from({ length: Math.ceil(width) + 1 }, (_, i) =>
    Math.max(0, ...rowSpans(onSide, Math.min(width - 0.01, i + 0.01)).map(({ to }) => to)),
  );
  let best: Rect = { x: (width - LABEL_WIDTHS.least) / 2, y: height, width: LABEL_WIDTHS.least, height: label };
  for (const wide of widths.filter((one) => one < width)) {
    for (let x = 0; x <= width - wide + 1e-9; x++) {
      const y = Math.max(...depth.slice(Math.max(0, Math.floor(x) - 1), Math.ceil(x + wide) + 2));
      const off = Math.abs(x + wide / 2 - width / 2);
      const bestOff = Math.abs(best.x + best.width / 2 - width / 2);
      // A narrower label is worth it where it tucks in by a good part of its own height.
      const gain = best.width > wide ? label / 2 : best.width < wide ? -0.5 : 0.5;
      if (y < best.y - gain || (best.width === wide && y < best.y + 0.5 && off < bestOff))
        best = { x, y, width: wide, height: label };
    }
  }
  return { ...best, y: best.y + LABEL_OFFSET };
}

/** Where a label stands to the right of a part, its words running down: the longest that it has room for. */
function labelBeside(width: number, height: number, label: number): PartKind['label'] {
  const long = LABEL_WIDTHS.tight.find((one) => one < height) ?? LABEL_WIDTHS.least;
  return { x: width + LABEL_OFFSET, y: (height - long) / 2, width: label, height: long, turned: true };
}

/** The box of a note. */
const noteBox = ({ at, turn }: Note): Rect => {
  const [width, height] = turn === 0 ? [NOTE_SIZE.length, NOTE_SIZE.height] : [NOTE_SIZE.height, NOTE_SIZE.length];
  return { x: at.x - width / 2, y: at.y - height / 2, width, height };
};

/** A note where the label does not stand, along the same edge; null where there is no room for both: the label says it, too. */
function besideLabel(note: Note, label: Rect, width: number): Note | null {
  if (!rectsOverlap(noteBox(note), label)) return note;
  const half = NOTE_SIZE.length / 2 + LABEL_OFFSET;
  const places = [label.x - half, label.x + label.width + half].filter((x) => x - half >= 0 && x + half <= width);
  return places[0] === undefined || note.turn !== 0 ? null : { ...note, at: { ...note.at, x: places[0] } };
}

/**
 * Gives a part its label, `strip` high, and its room; what lies about is moved so that the cut line's box begins at 0, 0. `tight`: where the part may reach to the edge of the paper,
 * the label of one that is higher than wide stands beside it.
 */
export function partKind(bare: BarePart, gap: number, strip: number, tight = false): PartKind {
  const box = boundsOf(bare.outline);
  const home = translation(-box.x, -box.y);
  const outline = transformed(bare.outline, home);
  const { width, height } = box;
  const label: PartKind['label'] =
    tight && height >= width
      ? labelBeside(width, height, strip)
      : labelSpot(outline, width, height, strip, tight ? LABEL_WIDTHS.tight : LABEL_WIDTHS.usual);
  const crosses = transformed(bare.crosses, home);
  const letters = bare.letters.map(({ text, at }) => ({ text, at: { x: at.x - box.x, y: at.y - box.y } }));
  const notes = (bare.notes ?? [])
    .map((note) => ({ ...note, at: { x: note.at.x - box.x, y: note.at.y - box.y } }))
    .flatMap((note) => besideLabel(note, label, width) ?? []);
  const marks = [
    ...crosses.map((at) => growRect({ ...at, width: 0, height: 0 }, CROSS_ARM + 0.5)),
    ...letters.map(({ at }) => growRect({ ...at, width: 0, height: 0 }, 2)),
    ...notes.map(noteBox),
    label,
  ];
  const square = outline.length === 4;
  const grown = square ? offsetPolygon(outline, gap / 2, 'sharp') : offsetPolygon(outline, gap / 2 + ROOM_TOLERANCE);
  const close = square ? grown : simplified(grown, ROOM_TOLERANCE);
  // Marks reach back to the part, so that all of it is one room.
  const [room = close] = united([
    close,
    ...marks.map((mark) => rectPolygon(growRect(mark, tight ? gap / 2 : Math.max(1.5, gap / 2 - LABEL_OFFSET)))),
  ]);
  return {
    ...bare,
    outline,
    width,
    height,
    crosses,
    letters,
    notes,
    label,
    room,
    faces: bare.faces.map((face) => ({ ...face, toPart: chain(face.toPart, home) })),
    folds: bare.folds.map(({ x1, y1, x2, y2 }) => ({
      x1: x1 - box.x,
      y1: y1 - box.y,
      x2: x2 - box.x,
      y2: y2 - box.y,
    })),
  };
}

const turnedOver = (turn: 0 | 90 | -90): 0 | 90 | -90 => (turn === 90 ? -90 : turn === -90 ? 90 : 0);

/** The part as the other side of the paper shows it: left and right changed over. Whoever does not own the mirror leaves it out. */
export function mirroredPart(bare: BarePart): BarePart {
  const over = scaling(-1, 1);
  const flip = ({ x, y }: Point) => ({ x: -x, y });
  return {
    ...bare,
    outline: bare.outline.map(flip).reverse(),
    faces: bare.faces.map((face) => ({ ...face, toPart: chain(face.toPart, over) })),
    folds: bare.folds.map(({ x1, y1, x2, y2 }) => ({ x1: -x1, y1, x2: -x2, y2 })),
    crosses: bare.crosses.map(flip),
    letters: bare.letters.map(({ text, at }) => ({ text, at: flip(at) })),
    ...(bare.notes
      ? { notes: bare.notes.map((note) => ({ ...note, at: flip(note.at), turn: turnedOver(note.turn) })) }
      : {}),
  };
}

/** Distance from the cut to where its mark begins, mm: scissors take the mark away with the trim. */
const MARK_OFFSET = 1;

/** Two short strokes at each corner of the part's box, outside its cut line; they stay within half the gap. */
export function cutMarks({ width, height }: Pick<PartKind, 'width' | 'height'>, gap: number): Stroke[] {
  const end = Math.min(gap / 2 - 0.5, 6);
  return [0, width].flatMap((cx, i) =>
    [0, height].flatMap((cy, j) => {
      const [sx, sy] = [i === 0 ? -1 : 1, j === 0 ? -1 : 1];
      return [
        { x1: cx + sx * MARK_OFFSET, y1: cy, x2: cx + sx * end, y2: cy },
        { x1: cx, y1: cy + sy * MARK_OFFSET, x2: cx, y2: cy + sy * end },
      ];
    }),
  );
}
