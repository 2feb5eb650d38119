import { sumOfProducts } from '../numbers/index.js';

// Taken out of the global object once: in some places where this runs, looking it up ten thousand times costs more than the sum itself.
const { max, sqrt } = Math;

/** Cholesky's factor of a symmetric positive matrix, rows of its lower half. Of our own because thousands are made for one answer, in place. */
export class Factor {
  private constructor(
    private readonly rows: Float64Array,
    private readonly size: number,
  ) {}

  /** Factors the lower half of an n × n matrix; it is not changed. What is not positive by rounding is made so. O(n³/6). */
  static of(matrix: ArrayLike<number>, n: number): Factor {
    const factor = Factor.empty(n);
    for (let row = 0; row < n; row++) factor.take(matrix, row);
    return factor;
  }

  /** A factor that takes its matrix row by row, and may take another one over it. */
  static empty(n: number): Factor {
    return new Factor(new Float64Array(n * n), n);
  }

  /** Takes one row of the lower half of a matrix; those before it were taken already. Gives what stands on the diagonal. O(row²). */
  take(matrix: ArrayLike<number>, row: number): number {
    const [l, n] = [this.rows, this.size];
    const from = row * n;
    for (let j = 0; j < row; j++)
      l[from + j] = ((matrix[from + j] ?? 0) - sumOfProducts(l, from, l, j * n, j)) / (l[j * n + j] ?? 1);
    const own = sqrt(max((matrix[from + row] ?? 0) - sumOfProducts(l, from, l, from, row), 1e-10));
    l[from + row] = own;
    return own;
  }

  /** One number of L⁻¹ b, those before it being in `x` already; it is written there. O(row). */
  whiten(b: ArrayLike<number>, x: Float64Array, row: number): number {
    const from = row * this.size;
    const value = ((b[row] ?? 0) - sumOfProducts(this.rows, from, x, 0, row)) / (this.rows[from + row] ?? 1);
    x[row] = value;
    return value;
  }

  /** L⁻¹ b. */
  forward(b: ArrayLike<number>): Float64Array {
    const x = new Float64Array(this.size);
    for (let row = 0; row < x.length; row++) this.whiten(b, x, row);
    return x;
  }

  /** (L Lᵀ)⁻¹ b. */
  solve(b: ArrayLike<number>): Float64Array {
    const [l, n] = [this.rows, this.size];
    const x = this.forward(b);
    for (let i = n - 1; i >= 0; i--) {
      let sum = x[i] ?? 0;
      for (let k = i + 1; k < n; k++) sum -= (l[k * n + i] ?? 0) * (x[k] ?? 0);
      x[i] = sum / (l[i * n + i] ?? 1);
    }
    return x;
  }

  /** L z: numbers of the standard law become numbers of this spread. */
  times(z: Float64Array): Float64Array {
    const [l, n] = [this.rows, this.size];
    const out = new Float64Array(n);
    for (let i = 0; i < n; i++) out[i] = sumOfProducts(l, i * n, z, 0, i + 1);
    return out;
  }
}
