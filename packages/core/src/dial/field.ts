import { nth, sumOfProducts } from '../numbers/index.js';
import { Factor } from './factor.js';
import { likenessOn, REACH } from './posterior.js';
import { placeOf, type DialSetting, type Place } from './setting.js';

/** How far the supports of an axis stand apart, as a share of its reach: likeness between them is then right to a thousandth. */
const APART = 0.75;

/** One axis of a field: its supports, and any place on it told by as many numbers whose products are how alike two places are (Williams and Seeger 2001). */
class Axis {
  readonly terms: number;
  private readonly supports: number[];
  private readonly factor: Factor;

  constructor(
    places: readonly number[],
    private readonly axis: number,
  ) {
    const [least, most] = [Math.min(...places), Math.max(...places)];
    const gaps = Math.ceil((most - least) / (APART * nth(REACH, axis)));
    this.supports = Array.from({ length: gaps + 1 }, (_, i) =>
      gaps === 0 ? least : least + ((most - least) * i) / gaps,
    );
    this.terms = this.supports.length;
    const alike = this.supports.flatMap((a, i) =>
      this.supports.map((b, j) => likenessOn(axis, a, b) + (i === j ? 1e-6 : 0)),
    );
    this.factor = Factor.of(alike, this.terms);
  }

  at(place: number): Float64Array {
    return this.factor.forward(this.supports.map((support) => likenessOn(this.axis, place, support)));
  }
}

/** All products of the numbers of several lists, the first list turning slowest. */
const products = (lists: readonly Float64Array[]): Float64Array =>
  lists.reduce(
    (all, list) => Float64Array.from([...all].flatMap((one) => [...list].map((other) => one * other))),
    new Float64Array([1]),
  );

/**
 * Random surfaces, as alike from place to place as what a model misses, over a grid and at the swatches. A surface is a list of `terms` numbers; it is told on the grid axis by axis, which takes
 * a fifth of the sums that place by place would take.
 */
export class Field {
  /** Numbers that make one surface. */
  readonly terms: number;
  private readonly heats: Float64Array[];
  private readonly times: Float64Array[];
  /** The pressures and pre-presses of the grid together. */
  private readonly slices: Float64Array[];
  private readonly swatches: Float64Array;
  /** What is on the way from a list to the grid: time by heat within a slice; then dwell by heat. */
  private readonly slice: Float64Array;
  private readonly lines: Float64Array;

  /** `grid`: settings on the axes of the grid; `places`: those of the swatches. */
  constructor(
    {
      temperatures,
      dwells,
      pressures,
      prePresses,
    }: {
      temperatures: readonly number[];
      dwells: readonly number[];
      pressures: readonly DialSetting['pressure'][];
      prePresses: readonly number[];
    },
    places: readonly Place[],
  ) {
    const first: DialSetting = {
      temperature: nth(temperatures, 0),
      dwell: nth(dwells, 0),
      pressure: pressures[0] ?? 'medium',
      prePress: nth(prePresses, 0),
    };
    const along = [
      temperatures.map((temperature) => placeOf({ ...first, temperature })[0]),
      dwells.map((dwell) => placeOf({ ...first, dwell })[1]),
      pressures.map((pressure) => placeOf({ ...first, pressure })[2]),
      prePresses.map((prePress) => placeOf({ ...first, prePress })[3]),
    ];
    const axes = along.map((own, axis) => new Axis([...own, ...places.map((place) => nth(place, axis))], axis));
    const told = (axis: number): Float64Array[] => (along[axis] ?? []).map((place) => (axes[axis] as Axis).at(place));
    this.heats = told(0);
    this.times = told(1);
    this.slices = told(3).flatMap((prePress) => told(2).map((pressure) => products([prePress, pressure])));
    const [heat, time, pressure, prePress] = axes as [Axis, Axis, Axis, Axis];
    const swatches = places.map((place) =>
      products([time.at(place[1]), heat.at(place[0]), prePress.at(place[3]), pressure.at(place[2])]),
    );
    this.terms = axes.reduce((all, { terms }) => all * terms, 1);
    this.swatches = Float64Array.from(swatches.flatMap((one) => [...one]));
    this.slice = new Float64Array(time.terms * heat.terms);
    this.lines = new Float64Array(heat.terms);
  }

  /** A surface at a swatch. O(terms). */
  at(surface: Float64Array, swatch: number): number {
    return sumOfProducts(this.swatches, swatch * this.terms, surface, 0, this.terms);
  }

  /** Moves a surface about a swatch: by `amount` there, less the less a place is like it. O(terms). */
  move(surface: Float64Array, swatch: number, amount: number): void {
    const from = swatch * this.terms;
    for (let i = 0; i < this.terms; i++) surface[i] = (surface[i] ?? 0) + amount * (this.swatches[from + i] ?? 0);
  }

  /** Tells a surface on the whole grid, in its order: pre-press, pressure, dwell, then temperature. O(grid · supports of an axis). */
  over(surface: Float64Array, into: Float64Array): void {
    const { heats, times, slices, slice, lines } = this;
    const heatTerms = lines.length;
    let g = 0;
    for (const own of slices) {
      for (let i = 0; i < slice.length; i++) slice[i] = sumOfProducts(surface, i * own.length, own, 0, own.length);
      for (const time of times) {
        lines.fill(0);
        for (let t = 0; t < time.length; t++) {
          const share = time[t] ?? 0;
          for (let h = 0; h < heatTerms; h++) lines[h] = (lines[h] ?? 0) + share * (slice[t * heatTerms + h] ?? 0);
        }
        for (const heat of heats) into[g++] = sumOfProducts(lines, 0, heat, 0, heatTerms);
      }
    }
  }
}
