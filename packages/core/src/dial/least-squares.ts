import { Matrix, QrDecomposition } from 'ml-matrix';
import { nth } from '../numbers/index.js';

/** A sum and what rounding took from it (Knuth's two-sum), and the same for a product by splitting (Dekker 1971; Veltkamp's constant). */
function sumExact(a: number, b: number): [number, number] {
  const sum = a + b;
  const back = sum - a;
  return [sum, a - (sum - back) + (b - back)];
}
const SPLIT = 2 ** 27 + 1;
function timesExact(a: number, b: number): [number, number] {
  const product = a * b;
  const [ca, cb] = [SPLIT * a, SPLIT * b];
  const [ha, hb] = [ca - (ca - a), cb - (cb - b)];
  const [la, lb] = [a - ha, b - hb];
  return [product, la * lb - (product - ha * hb - la * hb - ha * lb)];
}

/** y − Σ a·x as if computed in twice the precision and then rounded. */
function leftExactly(y: number, a: readonly number[], x: readonly number[]): number {
  let [high, low] = [y, 0];
  for (let i = 0; i < a.length; i++) {
    const [product, rest] = timesExact(-nth(a, i), nth(x, i));
    const [sum, lost] = sumExact(high, product);
    high = sum;
    low += lost + rest;
  }
  return high + low;
}

/** Rounds of refinement that are made at most; each wins some digits as long as the columns can be told apart at all. */
const ROUNDS = 30;

/**
 * Least squares: the coefficients that bring rows · x nearest to `values`. Householder's QR on columns of unit length, then refined by residuals taken in twice the precision
 * (Björck 1967, without the residual's own refinement). Throws a RangeError where there are fewer rows than columns or the columns are not told apart. O(rows · columns²).
 */
export function leastSquares(rows: readonly (readonly number[])[], values: readonly number[]): number[] {
  const columns = rows[0]?.length ?? 0;
  if (rows.length < columns) throw new RangeError(`${columns} unknowns want as many readings, got ${rows.length}`);
  const sizes = Array.from({ length: columns }, (_, c) => Math.hypot(...rows.map((row) => nth(row, c))) || 1);
  const split = new QrDecomposition(new Matrix(rows.map((row) => row.map((value, c) => value / nth(sizes, c)))));
  const diagonal = split.upperTriangularMatrix.diagonal().map(Math.abs);
  if (Math.min(...diagonal) < 1e-14 * Math.max(...diagonal))
    throw new RangeError('the readings do not tell the unknowns apart');
  let x = Array.from({ length: columns }, () => 0);
  let before = Infinity;
  for (let round = 0; round < ROUNDS; round++) {
    const left = rows.map((row, i) => leftExactly(nth(values, i), row, x));
    const step = split
      .solve(Matrix.columnVector(left))
      .to1DArray()
      .map((value, c) => value / nth(sizes, c));
    const size = Math.max(...step.map((value, c) => Math.abs(value) * nth(sizes, c)));
    // No more digits to be won.
    if (round > 0 && size > before / 2) break;
    before = size;
    x = x.map((value, c) => value + nth(step, c));
  }
  return x;
}
