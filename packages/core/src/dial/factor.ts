import { nth } from '../numbers/index.js';

// Taken out of the global object once: in some places where this runs, looking it up ten thousand times costs more than the sum itself.
const { log, max, sqrt } = Math;

/** Cholesky's factor of a symmetric positive matrix, rows of its lower half. Of our own because thousands are made for one answer, in place. */
export class Factor {
  private constructor(
    private readonly rows: Float64Array,
    private readonly size: number,
  ) {}

  /** Factors the lower half of an n × n matrix; it is not changed. What is not positive by rounding is made so. O(n³/6). */
  static of(matrix: ArrayLike<number>, n: number): Factor {
    const l = new Float64Array(n * n);
    for (let i = 0; i < n; i++) {
      for (let j = 0; j <= i; j++) {
        let sum = matrix[i * n + j] ?? 0;
        for (let k = 0; k < j; k++) sum -= (l[i * n + k] ?? 0) * (l[j * n + k] ?? 0);
        l[i * n + j] = i === j ? sqrt(max(sum, 1e-10)) : sum / (l[j * n + j] ?? 1);
      }
    }
    return new Factor(l, n);
  }

  get halfLogDeterminant(): number {
    let sum = 0;
    for (let i = 0; i < this.size; i++) sum += log(nth(this.rows, i * this.size + i));
    return sum;
  }

  /** L⁻¹ b. */
  forward(b: ArrayLike<number>): Float64Array {
    const [l, n] = [this.rows, this.size];
    const x = new Float64Array(n);
    for (let i = 0; i < n; i++) {
      let sum = b[i] ?? 0;
      for (let k = 0; k < i; k++) sum -= (l[i * n + k] ?? 0) * (x[k] ?? 0);
      x[i] = sum / (l[i * n + i] ?? 1);
    }
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
  times(z: ArrayLike<number>): Float64Array {
    const [l, n] = [this.rows, this.size];
    const out = new Float64Array(n);
    for (let i = 0; i < n; i++) {
      let sum = 0;
      for (let k = 0; k <= i; k++) sum += (l[i * n + k] ?? 0) * (z[k] ?? 0);
      out[i] = sum;
    }
    return out;
  }
}
