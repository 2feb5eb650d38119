import {
  appendBezierCurve,
  closePath,
  concatTransformationMatrix,
  lineTo,
  moveTo,
  type PDFOperator,
} from '@cantoo/pdf-lib';
import type { Polygon, Transform } from '@kanga/core/geometry';
import type { PathCommand } from '@kanga/core/text';

export const operator = (t: Transform): PDFOperator => concatTransformationMatrix(t.a, t.b, t.c, t.d, t.e, t.f);

/** A drawn path in the operators of PDF, which knows cubic curves alone: a quadratic one is written as the cubic that is the same. */
export function pathOperators(commands: readonly PathCommand[]): PDFOperator[] {
  let [x, y] = [0, 0];
  return commands.map((command) => {
    switch (command.op) {
      case 'M':
        [x, y] = command.points;
        return moveTo(x, y);
      case 'L':
        [x, y] = command.points;
        return lineTo(x, y);
      case 'Q': {
        const [cx, cy, tx, ty] = command.points;
        const curve = appendBezierCurve(
          x + (2 / 3) * (cx - x),
          y + (2 / 3) * (cy - y),
          tx + (2 / 3) * (cx - tx),
          ty + (2 / 3) * (cy - ty),
          tx,
          ty,
        );
        [x, y] = [tx, ty];
        return curve;
      }
      case 'C': {
        const [ax, ay, bx, by, tx, ty] = command.points;
        [x, y] = [tx, ty];
        return appendBezierCurve(ax, ay, bx, by, tx, ty);
      }
      case 'Z':
        return closePath();
    }
  });
}

/** A closed outline. */
export const polygonOperators = ([start, ...rest]: Polygon): PDFOperator[] =>
  start ? [moveTo(start.x, start.y), ...rest.map((p) => lineTo(p.x, p.y)), closePath()] : [];
