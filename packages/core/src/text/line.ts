import type { Rect } from '../geometry/index.js';
import type { Face, PathCommand } from './face.js';

/** How large a line may be, mm. */
export interface LineSize {
  /** Wanted height of a capital. */
  size: number;
  /** It is never set smaller than this to make it fit. */
  leastSize: number;
  /** The line is set smaller to stay within this; null: as long as it gets. */
  maxWidth: number | null;
}

/** A line of text as it will be printed, mm; the origin is the middle of its advance and of its capitals. */
export interface SetLine {
  commands: PathCommand[];
  /** Height of a capital as set. */
  size: number;
  width: number;
  /** The box of what is drawn. */
  ink: Rect | null;
  missing: string[];
  /** True when it was set smaller than wanted. */
  shrunk: boolean;
  /** How far it still reaches over its width at its least size; 0 when it fits. */
  over: number;
}

function inkOf(commands: readonly PathCommand[]): Rect | null {
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const { points } of commands) {
    for (let i = 0; i + 1 < points.length; i += 2) {
      const [x, y] = [points[i] ?? 0, points[i + 1] ?? 0];
      left = Math.min(left, x);
      right = Math.max(right, x);
      top = Math.min(top, y);
      bottom = Math.max(bottom, y);
    }
  }
  return left > right ? null : { x: left, y: top, width: right - left, height: bottom - top };
}

/** How a line comes out, without drawing it. */
export type MeasuredLine = Pick<SetLine, 'size' | 'width' | 'missing' | 'shrunk' | 'over'>;

/** Measures one line: shrinks it to its width, no smaller than its least size. Throws a RangeError on a size that is not above 0. */
export function measureLine(face: Face, text: string, { size, leastSize, maxWidth }: LineSize): MeasuredLine {
  if (!(size > 0)) throw new RangeError(`a line needs a size above 0 mm, got ${size}`);
  const shaped = face.measure(text);
  const widthAt = (capital: number) => (shaped.advance * capital) / face.capHeight;
  const wanted = widthAt(size);
  const fits = maxWidth === null || wanted <= maxWidth;
  const fitted = fits ? size : Math.min(size, Math.max(leastSize, (size * maxWidth) / wanted));
  const width = widthAt(fitted);
  return {
    size: fitted,
    width,
    missing: shaped.missing,
    shrunk: fitted < size - 1e-9,
    over: maxWidth === null || width - maxWidth < 1e-6 ? 0 : width - maxWidth,
  };
}

/** Sets one line as it will be printed; see `measureLine`. */
export function setLine(face: Face, text: string, wanted: LineSize): SetLine {
  const measured = measureLine(face, text, wanted);
  const { size, width } = measured;
  const scale = size / face.capHeight;
  const commands = face.shape(text).commands.map(({ op, points }) => ({
    op,
    points: points.map((value, i) => value * scale + (i % 2 === 0 ? -width / 2 : size / 2)),
  })) as unknown as PathCommand[];
  return { ...measured, commands, ink: inkOf(commands) };
}

/** The text of an SVG path for drawn commands. */
export const svgOf = (commands: readonly PathCommand[]): string =>
  commands.map(({ op, points }) => op + points.map((value) => Number(value.toFixed(3))).join(' ')).join('');

/** A field in a text, written {name}. */
const FIELD = /\{([^{}]+)\}/gu;

/** The names of the fields that a text asks for. */
export const fieldsIn = (text: string): string[] => [...text.matchAll(FIELD)].map((match) => (match[1] ?? '').trim());

/** The text with its fields filled; a field without a value is left out. Names of fields do not mind capitals. */
export function fillFields(text: string, values: Readonly<Record<string, string>>): string {
  const lower = new Map(Object.entries(values).map(([key, value]) => [key.trim().toLowerCase(), value]));
  return text.replace(FIELD, (_, name: string) => lower.get(name.trim().toLowerCase()) ?? '');
}
