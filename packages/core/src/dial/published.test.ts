import { FILIP, LONGLEY } from '../testing/index.js';
import {
  boxBehnken,
  bradleyTerry,
  centralComposite,
  fitQuadratic,
  fullFactorial,
  latinHypercube,
  leastSquares,
  processAfter,
  quadraticAt,
  rotatable,
  stationary,
} from './index.js';

describe('designs', () => {
  // NIST/SEMATECH e-Handbook of Statistical Methods, 5.3.3.6.1: α = (2^k)^¼, table 3.22: 1.414 for two factors, 1.682 for three, 2 for four.
  it('central composite: corners, axial points at the rotatable distance, centres', () => {
    expect(rotatable(2)).toBeCloseTo(1.414, 3);
    expect(rotatable(3)).toBeCloseTo(1.682, 3);
    expect(rotatable(4)).toBe(2);
    const design = centralComposite(2, 5);
    expect(design).toHaveLength(4 + 4 + 5);
    expect(design.slice(0, 4)).toEqual([
      [-1, -1],
      [-1, 1],
      [1, -1],
      [1, 1],
    ]);
    expect(design.filter((run) => run.includes(0) && run.some((x) => x !== 0))).toHaveLength(4);
  });
  it('is rotatable: what is known depends on the distance from the middle alone', () => {
    // Box and Hunter 1957: moments [iiii] = 3 [iijj].
    const design = centralComposite(3, 6);
    const moment = (f: (run: number[]) => number) => design.reduce((sum, run) => sum + f(run), 0);
    expect(moment(([x = 0]) => x ** 4)).toBeCloseTo(3 * moment(([x = 0, y = 0]) => x * x * y * y), 9);
  });
  it('Box and Behnken: twelve midpoints of edges for three factors, and centres', () => {
    // NIST/SEMATECH e-Handbook 5.3.3.6.2, table 3.24.
    const design = boxBehnken(3, 3);
    expect(design).toHaveLength(15);
    const edges = design.slice(0, 12);
    expect(new Set(edges.map(String)).size).toBe(12);
    for (const run of edges) expect(run.map(Math.abs).sort()).toEqual([0, 1, 1]);
    expect(() => boxBehnken(2, 1)).toThrow(/got 2/);
  });
  it('a factorial design has every combination once', () => {
    expect(fullFactorial(2, 3)).toHaveLength(9);
    expect(new Set(fullFactorial(3, 3).map(String)).size).toBe(27);
  });
  it('a Latin hypercube has each slice of each factor once (NIST/SEMATECH e-Handbook 5.3.3.9; McKay, Beckman and Conover 1979)', () => {
    const design = latinHypercube(3, 8, 3);
    for (const factor of [0, 1, 2])
      expect(design.map((run) => Math.round(((run[factor] ?? 9) + 1) * 4 - 0.5)).sort((a, b) => a - b)).toEqual([
        0, 1, 2, 3, 4, 5, 6, 7,
      ]);
    expect(latinHypercube(3, 8, 3)).toEqual(design);
  });
});

/** Digits that agree: the logarithm of the relative error, as NIST counts it. */
const digits = (found: readonly number[], certified: readonly number[]): number =>
  Math.min(...certified.map((value, i) => Math.min(15, -Math.log10(Math.abs((found[i] ?? NaN) / value - 1) + 1e-16))));

describe('least squares against the certified values of NIST StRD, linear regression', () => {
  it('Longley', () => {
    expect(digits(leastSquares(LONGLEY.rows, LONGLEY.y), LONGLEY.certified)).toBeGreaterThan(12);
  });
  it('Filip: a polynomial of degree 10 whose columns can hardly be told apart', () => {
    const rows = FILIP.x.map((x) => Array.from({ length: 11 }, (_, power) => x ** power));
    expect(digits(leastSquares(rows, FILIP.y), FILIP.certified)).toBeGreaterThan(7);
  });
  // Wampler 1 to 5 by their formulas: x = 0 to 20, polynomials of degree 5. Deltas from memory.
  const x = Array.from({ length: 21 }, (_, i) => i);
  const rows = x.map((one) => Array.from({ length: 6 }, (_, power) => one ** power));
  const ones = rows.map((row) => row.reduce((sum, one) => sum + one, 0));
  const delta = [
    759, -2048, 2048, -2048, 2523, -2048, 2048, -2048, 1838, -2048, 2048, -2048, 1838, -2048, 2048, -2048, 2523, -2048,
    2048, -2048, 759,
  ];
  const all = [1, 1, 1, 1, 1, 1];
  it.each([
    ['Wampler 1', ones, all, 12],
    [
      'Wampler 2',
      rows.map((row) => row.reduce((sum, one, i) => sum + one * 0.1 ** i, 0)),
      all.map((_, i) => 0.1 ** i),
      12,
    ],
    ['Wampler 3', ones.map((y, i) => y + (delta[i] ?? 0)), all, 10],
    ['Wampler 4', ones.map((y, i) => y + 100 * (delta[i] ?? 0)), all, 8],
    ['Wampler 5', ones.map((y, i) => y + 10_000 * (delta[i] ?? 0)), all, 6],
  ])('%s', (_name, y, certified, least) => {
    expect(digits(leastSquares(rows, y), certified)).toBeGreaterThan(least);
  });
  it('names what it cannot do', () => {
    expect(() => leastSquares([[1, 2]], [1])).toThrow(/2 unknowns.*got 1/);
    expect(() =>
      leastSquares(
        [
          [1, 2],
          [2, 4],
          [3, 6],
        ],
        [1, 2, 3],
      ),
    ).toThrow(/tell the unknowns apart/);
  });
});

describe('a response surface', () => {
  // Montgomery, Design and Analysis of Experiments, example 11.2 (a chemical process; central composite design): fit and stationary point from memory:
  // y = 79.94 + 0.995 x1 + 0.515 x2 − 1.376 x1² + 0.250 x1 x2 − 1.001 x2², stationary at (0.389, 0.306), 80.21 there, a top with eigenvalues −0.9634 and −1.4141.
  const yields = [76.5, 77, 78, 79.5, 75.6, 78.4, 77, 78.5, 79.9, 80.3, 80, 79.7, 79.8];
  const runs = [
    [-1, -1],
    [-1, 1],
    [1, -1],
    [1, 1],
    [-1.414, 0],
    [1.414, 0],
    [0, -1.414],
    [0, 1.414],
    [0, 0],
    [0, 0],
    [0, 0],
    [0, 0],
    [0, 0],
  ];
  it('has the stationary point of the textbook', () => {
    const surface = fitQuadratic(runs, yields);
    expect(surface.constant).toBeCloseTo(79.94, 2);
    expect(surface.linear[0]).toBeCloseTo(0.995, 2);
    expect(surface.linear[1]).toBeCloseTo(0.515, 2);
    const { at, value, kind } = stationary(surface);
    expect(at[0]).toBeCloseTo(0.389, 2);
    expect(at[1]).toBeCloseTo(0.306, 2);
    expect(value).toBeCloseTo(80.21, 2);
    expect(kind).toBe('top');
    expect(quadraticAt(surface, [0, 0])).toBeCloseTo(surface.constant, 12);
  });
  it('says so when it is a ridge', () => {
    expect(() =>
      stationary({
        constant: 1,
        linear: [1, 0],
        curved: [
          [-1, 0],
          [0, 0],
        ],
      }),
    ).toThrow(/ridge/);
  });
});

describe('a Gaussian process', () => {
  const kernel = (a: number, b: number) => 4 * Math.exp(-((a - b) ** 2) / 2);
  it('is the closed form for two readings', () => {
    // Bivariate normal law: with K = [[a, b], [b, a]], K⁻¹ = [[a, −b], [−b, a]] / (a² − b²).
    const read = processAfter(kernel, [
      { at: 0, value: 1, variance: 0.25 },
      { at: 1, value: -2, variance: 0.25 },
    ]);
    const [a, b] = [4.25, 4 * Math.exp(-0.5)];
    const [k0, k1] = [4 * Math.exp(-0.18), 4 * Math.exp(-0.08)];
    const { mean, variance } = read(0.6);
    expect(mean).toBeCloseTo((k0 * (a + 2 * b) + k1 * (-b - 2 * a)) / (a * a - b * b), 10);
    expect(variance).toBeCloseTo(4 - (a * k0 * k0 - 2 * b * k0 * k1 + a * k1 * k1) / (a * a - b * b), 10);
  });
  it('agrees with scikit-learn 1.2.1 (Debian’s python3-sklearn, GaussianProcessRegressor), whose numbers these are', () => {
    // ConstantKernel(2.5) * RBF([0.8, 1.3]), alpha = 0.09, optimizer None.
    const rbf = ([a = 0, b = 0]: number[], [c = 0, d = 0]: number[]) =>
      2.5 * Math.exp(-(((a - c) / 0.8) ** 2 + ((b - d) / 1.3) ** 2) / 2);
    const places = [
      [0, 0],
      [1, 0.5],
      [0.3, 2],
      [-1.2, 0.4],
      [2, -1],
    ];
    const values = [1, -0.5, 2, 0.3, 0.9];
    const read = processAfter(
      rbf,
      places.map((at, i) => ({ at, value: values[i] ?? 0, variance: 0.09 })),
    );
    for (const [at, mean, variance] of [
      [[0.5, 0.5], 0.47103238801073166, 0.2574450958738069],
      [[0, 0], 0.9573186512562415, 0.08571225789200375],
      [[3, 3], -0.0030919977570501573, 2.4998461599286883],
      [[-1, 1], 0.6036648186898607, 0.6149558465130557],
    ] as const) {
      expect(read([...at]).mean).toBeCloseTo(mean, 9);
      expect(read([...at]).variance).toBeCloseTo(variance, 9);
    }
  });
});

describe('Bradley and Terry', () => {
  // A. Agresti, Categorical Data Analysis, baseball results of 1987, Eastern Division: wins of each team over each other, and the fitted abilities beside Baltimore’s. From memory.
  const wins = [
    [0, 7, 9, 7, 7, 9, 11],
    [6, 0, 7, 5, 11, 9, 9],
    [4, 6, 0, 7, 7, 8, 12],
    [6, 8, 6, 0, 6, 7, 10],
    [6, 2, 6, 7, 0, 7, 12],
    [4, 4, 5, 6, 6, 0, 6],
    [2, 4, 1, 3, 1, 7, 0],
  ];
  it('fits the published table', () => {
    const published = [1.581, 1.436, 1.294, 1.248, 1.108, 0.684, 0];
    bradleyTerry(wins).forEach((ability, i) => {
      expect(ability).toBeCloseTo(published[i] ?? 0, 2);
    });
  });
  it('says so when somebody never lost', () => {
    expect(() =>
      bradleyTerry([
        [0, 3],
        [0, 0],
      ]),
    ).toThrow(/win and to lose/);
  });
});
