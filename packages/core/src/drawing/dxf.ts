import { DxfWriter, point2d, Units } from '@tarikjabiri/dxf';
import dxfParser, {
  type DxfParser,
  type IArcEntity,
  type ICircleEntity,
  type IEllipseEntity,
  type IEntity,
  type ILineEntity,
  type ILwpolylineEntity,
  type IPolylineEntity,
  type ISplineEntity,
} from 'dxf-parser';
import { boundsOf, type Point, type Polygon } from '../geometry/index.js';
import { MM_PER_INCH } from '../units/index.js';
import { bySize, closedLoops, DrawingProblem, extentOf, type Drawing } from './drawing.js';

// Its types speak of an ES module where Node is given a CommonJS one, whose default is the parser itself.
const Parser = dxfParser as unknown as typeof DxfParser;

/** $INSUNITS of a DXF header, in millimetres; 0 and what is not listed: not said. */
const INSUNITS: Record<number, number> = {
  1: MM_PER_INCH,
  2: 12 * MM_PER_INCH,
  4: 1,
  5: 10,
  6: 1000,
  13: 0.001,
  14: 100,
};

/** Chords of a whole circle. */
const ROUND = 180;

function arc(cx: number, cy: number, r: number, from: number, to: number): Point[] {
  let sweep = to - from;
  while (sweep <= 0) sweep += 2 * Math.PI;
  const steps = Math.max(4, Math.ceil((sweep / (2 * Math.PI)) * ROUND));
  return Array.from({ length: steps + 1 }, (_, i) => {
    const angle = from + (sweep * i) / steps;
    return { x: cx + r * Math.cos(angle), y: cy + r * Math.sin(angle) };
  });
}

/** The points between two vertices joined by a bulge: the tangent of a quarter of the arc's angle (DXF reference, LWPOLYLINE, group 42). */
function bulged(a: Point, b: Point, bulge: number): Point[] {
  if (!bulge) return [b];
  const angle = 4 * Math.atan(bulge);
  const steps = Math.max(2, Math.ceil((Math.abs(angle) / (2 * Math.PI)) * ROUND));
  const [mx, my] = [(a.x + b.x) / 2, (a.y + b.y) / 2];
  const reach = (1 - bulge * bulge) / (4 * bulge);
  const [cx, cy] = [mx - reach * (b.y - a.y), my + reach * (b.x - a.x)];
  const start = Math.atan2(a.y - cy, a.x - cx);
  const r = Math.hypot(a.x - cx, a.y - cy);
  return Array.from({ length: steps }, (_, i) => {
    const at = start + (angle * (i + 1)) / steps;
    return { x: cx + r * Math.cos(at), y: cy + r * Math.sin(at) };
  });
}

/** Points on a B-spline by De Boor's recurrence (C. de Boor, A Practical Guide to Splines, 1978). */
function spline({
  controlPoints = [],
  degreeOfSplineCurve: degree,
  knotValues: knots,
  closed,
}: ISplineEntity): Point[] {
  const n = controlPoints.length;
  const [low, high] = [knots[degree] ?? 0, knots[n] ?? 1];
  const steps = Math.max(32, n * 12);
  const at = (u: number): Point => {
    let k = degree;
    while (k < n - 1 && u >= (knots[k + 1] ?? Infinity)) k++;
    const d = Array.from({ length: degree + 1 }, (_, j) => ({ ...(controlPoints[j + k - degree] ?? { x: 0, y: 0 }) }));
    for (let r = 1; r <= degree; r++) {
      for (let j = degree; j >= r; j--) {
        const [a, b] = [knots[j + k - degree] ?? 0, knots[j + 1 + k - r] ?? 1];
        const t = b === a ? 0 : (u - a) / (b - a);
        const [p, q] = [d[j - 1], d[j]];
        if (p && q) d[j] = { x: (1 - t) * p.x + t * q.x, y: (1 - t) * p.y + t * q.y } as (typeof d)[number];
      }
    }
    const end = d[degree] ?? { x: 0, y: 0 };
    return { x: end.x, y: end.y };
  };
  const points = Array.from({ length: steps + 1 }, (_, i) => at(low + ((high - low) * i) / steps));
  const [first] = points;
  return closed && first ? [...points, first] : points;
}

function strokeOf(entity: IEntity): Point[] | null {
  switch (entity.type) {
    case 'LINE':
      return (entity as ILineEntity).vertices.map(({ x, y }) => ({ x, y }));
    case 'LWPOLYLINE':
    case 'POLYLINE': {
      const { vertices, shape } = entity as ILwpolylineEntity & IPolylineEntity;
      const [first] = vertices;
      if (!first) return null;
      const round = shape ? [...vertices, first] : [...vertices];
      const points: Point[] = [{ x: first.x, y: first.y }];
      for (let i = 1; i < round.length; i++) {
        const [a, b] = [round[i - 1], round[i]];
        if (a && b) points.push(...bulged(a, b, (a as { bulge?: number }).bulge ?? 0));
      }
      return points.map(({ x, y }) => ({ x, y }));
    }
    case 'CIRCLE': {
      const { center, radius } = entity as ICircleEntity;
      return arc(center.x, center.y, radius, 0, 2 * Math.PI);
    }
    case 'ARC': {
      const { center, radius, startAngle, endAngle } = entity as IArcEntity;
      return arc(center.x, center.y, radius, startAngle, endAngle);
    }
    case 'ELLIPSE': {
      const { center, majorAxisEndPoint: major, axisRatio, startAngle, endAngle } = entity as IEllipseEntity;
      const turn = Math.atan2(major.y, major.x);
      const a = Math.hypot(major.x, major.y);
      return arc(0, 0, 1, startAngle, endAngle).map(({ x, y }) => {
        const [u, v] = [x * a, y * a * axisRatio];
        return {
          x: center.x + u * Math.cos(turn) - v * Math.sin(turn),
          y: center.y + u * Math.sin(turn) + v * Math.cos(turn),
        };
      });
    }
    case 'SPLINE':
      return spline(entity as ISplineEntity);
    default:
      return null;
  }
}

/**
 * Reads the closed outlines of a DXF: lines, polylines with bulges, circles, arcs, ellipses and splines, joined where their ends meet.
 * y points up in a DXF and down here. Throws a DrawingProblem for what is no DXF, or has nothing closed in it.
 */
export function readDxf(text: string): Drawing {
  let dxf: ReturnType<DxfParser['parseSync']>;
  try {
    dxf = new Parser().parseSync(text);
  } catch (error) {
    throw new DrawingProblem(
      'This does not read as a DXF drawing',
      `Save it again as a DXF in plain text (ASCII). ${error instanceof Error ? error.message : ''}`.trim(),
    );
  }
  const strokes: Polygon[] = (dxf?.entities ?? []).flatMap((entity) => {
    const stroke = strokeOf(entity);
    return stroke ? [stroke.map(({ x, y }) => ({ x, y: -y }))] : [];
  });
  if (strokes.length === 0)
    throw new DrawingProblem(
      'There is no outline in this DXF',
      'Draw it as lines, arcs or polylines, not as text, hatching or a solid.',
    );
  const { outlines, open } = closedLoops(strokes, extentOf(strokes) * 1e-4);
  if (outlines.length === 0)
    throw new DrawingProblem(
      'No outline in this drawing is closed',
      'Join its ends in the program it came from, and save it again.',
    );
  const unit = Number(dxf?.header['$INSUNITS'] ?? 0);
  return { outlines: bySize(outlines), mmPerUnit: INSUNITS[unit] ?? null, open };
}

/** Outlines as a DXF in millimetres, each a closed polyline on a layer of its own name. */
export function writeDxf(lines: readonly { name: string; outline: Polygon }[]): string {
  const dxf = new DxfWriter();
  dxf.setUnits(Units.Millimeters);
  const box = boundsOf(lines.flatMap((line) => [...line.outline]));
  for (const { name, outline } of lines) {
    if (outline.length < 3) continue;
    const layer = name.replace(/[^\w-]+/g, '_');
    dxf.addLayer(layer, 7, 'Continuous');
    dxf.setCurrentLayerName(layer);
    dxf.addLWPolyline(
      outline.map((p) => ({ point: point2d(p.x - box.x, box.height - (p.y - box.y)) })),
      { flags: 1 },
    );
  }
  return dxf.stringify();
}
