import type { BlankDescription, Side } from '@kanga/core/blank';
import { boundsOf, grownPolygon, polygonOf, sizeOf, svgPath, type Outline, type Rect } from '@kanga/core/geometry';

/** The outline of the goods round a print area, for the eye alone: its own coordinates are the print area's, mm. */
export interface Silhouette {
  path: string;
  /** Folds and seams drawn on it. */
  folds: string;
  box: Rect;
}

const rounded = (x: number, y: number, w: number, h: number, r: number) =>
  `M${x + r} ${y}H${x + w - r}Q${x + w} ${y} ${x + w} ${y + r}V${y + h - r}Q${x + w} ${y + h} ${x + w - r} ${y + h}H${x + r}Q${x} ${y + h} ${x} ${y + h - r}V${y + r}Q${x} ${y} ${x + r} ${y}Z`;

function tee(w: number, h: number): Silhouette {
  const c = w / 2;
  const [body, neck, collar] = [w * 0.98, w * 0.34, -h * 0.39];
  const [shoulder, hem, cuff] = [collar - h * 0.16, h * 1.75, w * 1.42];
  const half = (s: 1 | -1) => [
    `L${c + s * body * 0.86} ${shoulder + h * 0.1}`,
    `L${c + s * cuff} ${shoulder + h * 0.85}`,
    `L${c + s * cuff * 0.8} ${shoulder + h * 1.08}`,
    `L${c + s * body} ${shoulder + h * 0.72}`,
    `L${c + s * body * 0.98} ${hem}`,
  ];
  return {
    path: `M${c - neck} ${shoulder}Q${c} ${collar * 0.72} ${c + neck} ${shoulder}${half(1).join('')}L${c - body * 0.98} ${hem}${half(-1).reverse().slice(1).join('')}Z`,
    folds: `M${c - neck * 0.9} ${shoulder}Q${c} ${collar * 0.98} ${c + neck * 0.9} ${shoulder}`,
    box: { x: c - cuff, y: shoulder, width: 2 * cuff, height: hem - shoulder },
  };
}

function sock(w: number, h: number): Silhouette {
  const [l, r] = [-w * 0.08, w * 1.08];
  const [top, heel] = [-h * 0.18, h * 1.12];
  return {
    path: `M${l} ${top}H${r}V${heel}Q${r} ${h * 1.5} ${w * 1.5} ${h * 1.62}Q${w * 2.05} ${h * 1.72} ${w * 1.9} ${h * 1.98}Q${w * 1.7} ${h * 2.14} ${w * 0.6} ${h * 1.98}Q${l} ${h * 1.85} ${l} ${heel}Z`,
    folds: `M${l} ${top + h * 0.1}H${r}M${l} ${h * 1.22}Q${w * 0.3} ${h * 1.5} ${w * 0.1} ${h * 1.86}M${w * 1.55} ${h * 1.64}Q${w * 1.4} ${h * 1.85} ${w * 1.45} ${h * 2.1}`,
    box: { x: l, y: top, width: w * 2.1, height: h * 2.3 },
  };
}

function mask(w: number, h: number): Silhouette {
  const side = (x: number, s: 1 | -1) =>
    `M${x} ${h * 0.2}C${x + s * w * 0.3} ${h * 0.05} ${x + s * w * 0.3} ${h * 0.95} ${x} ${h * 0.8}`;
  return {
    path: '',
    folds: side(0, -1) + side(w, 1),
    box: { x: -w * 0.25, y: -h * 0.05, width: w * 1.5, height: h * 1.1 },
  };
}

function bag(w: number, h: number): Silhouette {
  const [l, t, r, b] = [-w * 0.16, -h * 0.24, w * 1.16, h * 1.16];
  return {
    path: `M${l + w * 0.08} ${t}L${r - w * 0.08} ${t}Q${r} ${t + h * 0.12} ${r} ${h * 0.2}V${b}H${l}V${h * 0.2}Q${l} ${t + h * 0.12} ${l + w * 0.08} ${t}Z`,
    folds: `M${l + w * 0.06} ${t + h * 0.1}H${r - w * 0.06}M${l} ${b - h * 0.02}Q${l - w * 0.14} ${h * 0.5} ${l + w * 0.1} ${t + h * 0.06}M${r} ${b - h * 0.02}Q${r + w * 0.14} ${h * 0.5} ${r - w * 0.1} ${t + h * 0.06}`,
    box: { x: l - w * 0.1, y: t, width: r - l + w * 0.2, height: b - t },
  };
}

function cushion(w: number, h: number): Silhouette {
  const by = Math.min(w, h) * 0.03;
  return {
    path: rounded(-by, -by, w + 2 * by, h + 2 * by, by * 1.5),
    folds: '',
    box: { x: -by, y: -by, width: w + 2 * by, height: h + 2 * by },
  };
}

function sleeve(w: number, h: number): Silhouette {
  return {
    path: `M${-w * 0.06} ${h * 0.02}Q${w / 2} ${-h * 0.12} ${w * 1.06} ${h * 0.02}V${h * 0.96}Q${w * 1.06} ${h * 1.04} ${w * 0.94} ${h * 1.04}H${w * 0.06}Q${-w * 0.06} ${h * 1.04} ${-w * 0.06} ${h * 0.96}Z`,
    folds: `M${-w * 0.06} ${h * 0.02}Q${w / 2} ${h * 0.09} ${w * 1.06} ${h * 0.02}`,
    box: { x: -w * 0.06, y: -h * 0.06, width: w * 1.12, height: h * 1.1 },
  };
}

/** Flat goods: their own outline with a rim round it. */
function flat(outline: Outline, by: number): Silhouette {
  const path = grownPolygon(outline, by);
  return { path: svgPath(path), folds: '', box: boundsOf(path) };
}

/** A mat lies inside its border. */
function mat({ outline, keepOuts }: Side): Silhouette {
  const box = boundsOf([...polygonOf(outline), ...keepOuts.flatMap((keepOut) => keepOut.area)]);
  return { path: rounded(box.x, box.y, box.width, box.height, Math.min(box.width, box.height) * 0.03), folds: '', box };
}

/** What is wrapped round is drawn unrolled, with half a handle at either end where there is one. */
function unrolled(w: number, h: number, handle: boolean): Silhouette {
  const by = h * 0.04;
  const grip = handle ? h * 0.22 : 0;
  const ear = (x: number, s: 1 | -1) =>
    `M${x} ${h * 0.25}C${x + s * grip * 1.3} ${h * 0.2} ${x + s * grip * 1.3} ${h * 0.8} ${x} ${h * 0.75}`;
  return {
    path: rounded(-by, -by, w + 2 * by, h + 2 * by, by),
    folds: handle ? ear(-by, -1) + ear(w + by, 1) : '',
    box: { x: -by - grip, y: -by, width: w + 2 * by + 2 * grip, height: h + 2 * by },
  };
}

/** The silhouette of one side of a blank, in proportion to its print area. */
export function silhouetteOf(blank: BlankDescription, index = 0): Silhouette {
  const side = blank.sides[index] ?? blank.sides[0];
  if (!side) return { path: '', folds: '', box: { x: 0, y: 0, width: 1, height: 1 } };
  const { width: w, height: h } = sizeOf(side.outline);
  switch (blank.family) {
    case 'tee':
    case 'performance':
      return tee(w, h);
    case 'sock':
      return sock(w, h);
    case 'mask':
      return mask(w, h);
    case 'bag':
      return bag(w, h);
    case 'cushion':
    case 'sequin':
      return side.outline.kind === 'polygon' ? flat(side.outline, Math.min(w, h) * 0.03) : cushion(w, h);
    case 'mat':
      return mat(side);
    case 'mug':
    case 'tumbler':
      return unrolled(w, h, blank.family === 'mug');
    case 'neoprene':
      return blank.wrap === 'sides' ? sleeve(w, h) : flat(side.outline, 2);
    default:
      return flat(side.outline, Math.min(w, h) * 0.02);
  }
}
