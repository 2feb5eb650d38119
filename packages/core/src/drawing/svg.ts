import { DOMParser, type Element } from '@xmldom/xmldom';
import svgpath from 'svgpath';
import { boundsOf, type Point, type Polygon } from '../geometry/index.js';
import { MM_PER_INCH } from '../units/index.js';
import { bySize, CHORD, closedLoops, DrawingProblem, extentOf, type Drawing } from './drawing.js';

/** Millimetres to the units that an SVG may name (CSS Values 3: 1 in is 96 px, 72 pt, 6 pc). */
const MM: Record<string, number> = {
  mm: 1,
  cm: 10,
  in: MM_PER_INCH,
  pt: MM_PER_INCH / 72,
  pc: MM_PER_INCH / 6,
};

const number = (element: Element, name: string): number => Number.parseFloat(element.getAttribute(name) ?? '') || 0;

/** A basic shape as the data of a path (SVG 2, chapter 10). */
function pathData(element: Element): string | null {
  const at = (name: string) => number(element, name);
  const ellipse = (cx: number, cy: number, rx: number, ry: number) =>
    rx > 0 && ry > 0 ? `M${cx - rx} ${cy}a${rx} ${ry} 0 1 0 ${2 * rx} 0a${rx} ${ry} 0 1 0 ${-2 * rx} 0Z` : null;
  switch (element.localName) {
    case 'path':
      return element.getAttribute('d');
    case 'rect': {
      const [x, y, w, h] = [at('x'), at('y'), at('width'), at('height')];
      if (!(w > 0 && h > 0)) return null;
      const rx = Math.min(w / 2, at('rx') || at('ry'));
      const ry = Math.min(h / 2, at('ry') || at('rx'));
      return rx > 0 && ry > 0
        ? `M${x + rx} ${y}H${x + w - rx}a${rx} ${ry} 0 0 1 ${rx} ${ry}V${y + h - ry}a${rx} ${ry} 0 0 1 ${-rx} ${ry}H${x + rx}a${rx} ${ry} 0 0 1 ${-rx} ${-ry}V${y + ry}a${rx} ${ry} 0 0 1 ${rx} ${-ry}Z`
        : `M${x} ${y}h${w}v${h}h${-w}Z`;
    }
    case 'circle':
      return ellipse(at('cx'), at('cy'), at('r'), at('r'));
    case 'ellipse':
      return ellipse(at('cx'), at('cy'), at('rx'), at('ry'));
    case 'polygon':
    case 'polyline': {
      const points = (element.getAttribute('points') ?? '').trim();
      return points ? `M${points}${element.localName === 'polygon' ? 'Z' : ''}` : null;
    }
    case 'line':
      return `M${at('x1')} ${at('y1')}L${at('x2')} ${at('y2')}`;
    default:
      return null;
  }
}

/** The strokes of a path, curves cut into chords. */
function strokesOf(data: string, transforms: readonly string[], chord: (length: number) => number): Polygon[] {
  let path = svgpath(data);
  for (const transform of transforms) path = path.transform(transform);
  const strokes: Point[][] = [];
  let stroke: Point[] = [];
  let at: Point = { x: 0, y: 0 };
  path
    .abs()
    .unshort()
    .unarc()
    .iterate((segment, _index, x, y) => {
      const [op, ...n] = segment as [string, ...number[]];
      at = { x, y };
      const curve = (point: (t: number) => Point, length: number) => {
        const steps = chord(length);
        for (let i = 1; i <= steps; i++) stroke.push(point(i / steps));
      };
      const [a = 0, b = 0, c = 0, d = 0, e = 0, f = 0] = n;
      switch (op) {
        case 'M':
          if (stroke.length > 1) strokes.push(stroke);
          stroke = [{ x: a, y: b }];
          break;
        case 'L':
          stroke.push({ x: a, y: b });
          break;
        case 'H':
          stroke.push({ x: a, y: at.y });
          break;
        case 'V':
          stroke.push({ x: at.x, y: a });
          break;
        case 'Q':
          curve(
            (t) => {
              const [p, q, r] = [(1 - t) * (1 - t), 2 * t * (1 - t), t * t];
              return { x: p * x + q * a + r * c, y: p * y + q * b + r * d };
            },
            Math.hypot(a - x, b - y) + Math.hypot(c - a, d - b),
          );
          break;
        case 'C':
          curve(
            (t) => {
              const s = 1 - t;
              const [p, q, r, u] = [s * s * s, 3 * s * s * t, 3 * s * t * t, t * t * t];
              return { x: p * x + q * a + r * c + u * e, y: p * y + q * b + r * d + u * f };
            },
            Math.hypot(a - x, b - y) + Math.hypot(c - a, d - b) + Math.hypot(e - c, f - d),
          );
          break;
        case 'Z': {
          const [first] = stroke;
          if (first) {
            strokes.push([...stroke, first]);
            stroke = [first];
          }
        }
      }
    });
  if (stroke.length > 1) strokes.push(stroke);
  return strokes;
}

/** Hidden parts and definitions draw nothing. */
const SILENT = new Set([
  'defs',
  'clipPath',
  'mask',
  'symbol',
  'marker',
  'pattern',
  'metadata',
  'title',
  'desc',
  'style',
  'script',
]);

/**
 * Reads the closed outlines of an SVG: paths and basic shapes with their transforms. Its unit is known where width or height names one and there is
 * a viewBox (or none is needed). Nothing in it is run or fetched. Throws a DrawingProblem for what is no SVG, is empty or has no size.
 */
export function readSvg(text: string): Drawing {
  const faults: string[] = [];
  const dom = new DOMParser({ onError: (level, message) => level !== 'warning' && faults.push(String(message)) });
  let root: Element | null = null;
  try {
    root = dom.parseFromString(text, 'image/svg+xml').documentElement;
  } catch (error) {
    faults.push(error instanceof Error ? error.message : String(error));
  }
  if (root?.localName !== 'svg')
    throw new DrawingProblem(
      'This does not read as an SVG drawing',
      `Save it again from the program it came from. ${faults[0] ?? ''}`.trim(),
    );
  const box = (root.getAttribute('viewBox') ?? '')
    .trim()
    .split(/[\s,]+/)
    .map(Number);
  const [, unit] = /^\s*[\d.eE+-]+\s*(mm|cm|in|pt|pc)\s*$/.exec(root.getAttribute('width') ?? '') ?? [];
  const boxed = box.length === 4 && (box[2] ?? 0) > 0;
  const width = number(root, 'width');
  if ((box.length === 4 && !((box[2] ?? 0) > 0 && (box[3] ?? 0) > 0)) || (root.hasAttribute('width') && width === 0))
    throw new DrawingProblem(
      'The drawing has no size: its width, height or viewBox is 0',
      'Set the page of the drawing to its true size and save it again.',
    );
  const strokes: Polygon[] = [];
  // Chords are counted by the length of the curve against the size of the page; without one, plenty.
  const page = boxed ? Math.max(box[2] ?? 0, box[3] ?? 0) : 0;
  const chord = (length: number) =>
    page > 0 ? Math.min(400, Math.max(8, Math.ceil(Math.sqrt(length / page / CHORD) * 0.8))) : 96;
  const walk = (element: Element, transforms: readonly string[]) => {
    if (SILENT.has(element.localName ?? '')) return;
    const own = element.getAttribute('transform');
    const all = own ? [own, ...transforms] : transforms;
    const data = pathData(element);
    if (data) strokes.push(...strokesOf(data, all, chord));
    for (let child = element.firstChild; child; child = child.nextSibling)
      if (child.nodeType === 1) walk(child as Element, all);
  };
  walk(root, []);
  if (strokes.length === 0)
    throw new DrawingProblem(
      'There is nothing drawn in this SVG',
      'Text and pictures have no outline: turn them to paths and save it again.',
    );
  const slack = extentOf(strokes) * 1e-4;
  const { outlines, open } = closedLoops(strokes, slack);
  const mmPerUnit = unit && boxed ? (width * (MM[unit] ?? 1)) / (box[2] ?? 1) : null;
  if (outlines.length === 0)
    throw new DrawingProblem(
      'No outline in this drawing is closed',
      'Join its ends in the program it came from, and save it again.',
    );
  return { outlines: bySize(outlines), mmPerUnit, open };
}

const digits = (n: number) => Number(n.toFixed(3));

/** An outline and its companions as an SVG at true size: one unit is one millimetre. Cut line, print area and safe line are named groups. */
export function writeSvg(lines: readonly { name: string; outline: Polygon }[]): string {
  const box = boundsOf(lines.flatMap((line) => [...line.outline]));
  const paths = lines
    .filter((line) => line.outline.length > 2)
    .map(
      ({ name, outline }) =>
        `  <path id="${name.replace(/[^\w-]+/g, '-')}" d="M${outline.map((p) => `${digits(p.x - box.x)} ${digits(p.y - box.y)}`).join('L')}Z"/>`,
    );
  const [w, h] = [digits(box.width), digits(box.height)];
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${w}mm" height="${h}mm" viewBox="0 0 ${w} ${h}" fill="none" stroke="#000" stroke-width="0.1">\n${paths.join('\n')}\n</svg>\n`;
}
