import { nth } from '../numbers/index.js';
import { boundsOf } from '../geometry/index.js';
import { roomAt, type Prepared, type Turned } from './lay.js';
import { NoFit } from './no-fit.js';
import type { Spot } from './problem.js';
import { rowsOf, type Rows } from './rows.js';

/** Where something may go: what it costs there by the weights of what it lies in. */
export interface Place {
  cost: number;
  id: number;
  sheet: number;
  row: number;
  x: number;
}

/** Where everything lies. */
export interface Places {
  id: Int32Array;
  sheet: Int32Array;
  row: Int32Array;
  x: Float64Array;
}

/** Asked for millions of times a second. */
const { floor, min } = Math;

/** Less than this is rounding, mm. */
const HAIR = 1e-6;

/**
 * A layout in which things may lie in each other, and how deep each two of them do: the least way, level or upright, that frees them, mm. Two things have a weight, by
 * which what is stubborn comes to cost more (guided local search).
 */
export class OverlapLayout {
  readonly things: number;
  readonly id: Int32Array;
  readonly sheet: Int32Array;
  readonly row: Int32Array;
  /** The row after its last. */
  private readonly end: Int32Array;
  readonly x: Float64Array;
  /** By thing × things + thing. */
  readonly weight: Float32Array;
  readonly deep: Float32Array;
  /** What of each sheet may be used, mm. */
  lengths: number[] = [];
  readonly free: number[];
  /** Turned shapes by their id; after them what is pinned. */
  private readonly rows: Rows[] = [];
  private readonly heights: number[] = [];
  private readonly widths: number[] = [];
  /** 1: pinned. What is pinned on something that is pinned is nobody's business here. */
  private readonly pins: Uint8Array;
  /** By sheet, how far down something is pinned, mm. */
  readonly pinnedTo: number[] = [];
  /** By sheet, things by the bands of rows they lie in. */
  private readonly bands: number[][][] = [];
  private readonly bandRows: number;
  private readonly noFits: (NoFit | undefined)[] = [];
  private readonly turned: Turned[] = [];

  // What is in the way on one row, gathered anew for each.
  private ways = 0;
  private low = new Float64Array(64);
  private high = new Float64Array(64);
  private way = new Float64Array(64);
  private wayX = new Float64Array(64);
  private wayRow = new Int32Array(64);
  private wayFit: NoFit[] = [];

  constructor(private readonly prepared: Prepared) {
    const { problem, shapes } = prepared;
    this.things = problem.things.length;
    const n = this.things;
    for (const turned of shapes.flat()) {
      this.turned[turned.id] = turned;
      this.rows[turned.id] = turned.rows;
      this.heights[turned.id] = turned.height;
      this.widths[turned.id] = turned.width;
    }
    this.bandRows = shapes.flat().reduce((most, { rows }) => Math.max(most, rows.count), 1);
    this.id = new Int32Array(n);
    this.sheet = new Int32Array(n);
    this.row = new Int32Array(n);
    this.end = new Int32Array(n);
    this.x = new Float64Array(n);
    this.weight = new Float32Array(n * n).fill(1);
    this.deep = new Float32Array(n * n);
    this.pins = new Uint8Array(n);
    this.free = problem.things.flatMap((_, thing) => (problem.pinned?.[thing] ? [] : [thing]));
    problem.pinned?.forEach((pin, thing) => {
      if (pin) this.pin(thing, pin);
    });
  }

  private pin(thing: number, pin: Spot): void {
    const { problem, pitch } = this.prepared;
    const room = roomAt(problem, thing, pin);
    const box = boundsOf(room);
    const row = Math.max(0, Math.floor(box.y / pitch));
    this.pins[thing] = 1;
    this.pinnedTo[pin.sheet] = Math.max(this.pinnedTo[pin.sheet] ?? 0, box.y + box.height);
    this.id[thing] = this.rows.length;
    this.rows.push(rowsOf(room, pitch, row * pitch));
    this.heights.push(0);
    this.widths.push(0);
    this.sheet[thing] = pin.sheet;
    this.row[thing] = row;
    this.x[thing] = 0;
  }

  /** Lays everything as it lies there, on the next row where it lies between two. */
  read(spots: readonly Spot[]): void {
    const { problem, shapes, pitch } = this.prepared;
    for (const thing of this.free) {
      const spot = spots[thing] as Spot;
      const choices = shapes[nth(problem.things, thing)] as Turned[];
      const turned = choices.find(({ turn }) => turn === spot.turn) ?? (choices[0] as Turned);
      const box = boundsOf(roomAt(problem, thing, spot));
      this.id[thing] = turned.id;
      this.sheet[thing] = spot.sheet;
      this.row[thing] = Math.max(0, Math.ceil(box.y / pitch - HAIR));
      this.x[thing] = Math.max(0, Math.min(box.x, problem.width - turned.width));
    }
  }

  spots(): Spot[] {
    const { problem, pitch } = this.prepared;
    return problem.things.map((_, thing): Spot => {
      const pin = problem.pinned?.[thing];
      if (pin) return pin;
      const { dx, dy, turn } = this.turned[nth(this.id, thing)] as Turned;
      return { sheet: nth(this.sheet, thing), x: nth(this.x, thing) + dx, y: nth(this.row, thing) * pitch + dy, turn };
    });
  }

  /** Where two turned shapes touch; found when they first meet. */
  private noFit(one: number, other: number): NoFit {
    const key = one * this.rows.length + other;
    const known = this.noFits[key];
    if (known) return known;
    const made =
      this.noFits[other * this.rows.length + one]?.mirrored() ??
      NoFit.of(this.rows[one] as Rows, this.rows[other] as Rows, this.prepared.pitch);
    this.noFits[key] = made;
    return made;
  }

  /** The last row of a sheet on which a turned shape may begin; less than 0 where it fits nowhere. */
  lastRow(id: number, sheet: number): number {
    return floor(((this.lengths[sheet] ?? 0) - (this.heights[id] ?? 0)) / this.prepared.pitch + HAIR);
  }
  mostX(id: number): number {
    return this.prepared.problem.width - (this.widths[id] ?? 0);
  }

  places(): Places {
    return { id: this.id.slice(), sheet: this.sheet.slice(), row: this.row.slice(), x: this.x.slice() };
  }
  lay({ id, sheet, row, x }: Places): void {
    this.id.set(id);
    this.sheet.set(sheet);
    this.row.set(row);
    this.x.set(x);
  }

  /** Lays a thing somewhere; `reckonAll` has to follow. */
  set(thing: number, { id, sheet, row, x }: Omit<Place, 'cost'>): void {
    this.id[thing] = id;
    this.sheet[thing] = sheet;
    this.row[thing] = row;
    this.x[thing] = x;
  }

  placeOf(thing: number, cost: number): Place {
    const { id, sheet, row, x } = this;
    return { cost, id: nth(id, thing), sheet: nth(sheet, thing), row: nth(row, thing), x: nth(x, thing) };
  }

  /** Moves whatever begins beyond a depth up by some way, mm. */
  moveUp(sheet: number, by: number, beyond: number): void {
    const { pitch } = this.prepared;
    const rows = Math.ceil(by / pitch);
    for (const thing of this.free) {
      const row = nth(this.row, thing);
      if (this.sheet[thing] === sheet && row * pitch > beyond) this.row[thing] = row - rows;
    }
  }

  /** Moves a thing to within its sheet; false where that is too short for it as it is turned. */
  clamp(thing: number): boolean {
    const id = nth(this.id, thing);
    const last = this.lastRow(id, nth(this.sheet, thing));
    this.row[thing] = Math.max(0, Math.min(nth(this.row, thing), last));
    this.x[thing] = Math.max(0, Math.min(nth(this.x, thing), this.mostX(id)));
    return last >= 0;
  }

  /** What two things lie in each other, mm. */
  private depthOf(one: number, other: number): number {
    if (this.sheet[one] !== this.sheet[other]) return 0;
    const [idOne, idOther] = [this.id[one] as number, this.id[other] as number];
    const down = (this.row[other] as number) - (this.row[one] as number);
    if (down >= (this.rows[idOne] as Rows).count || -down >= (this.rows[idOther] as Rows).count) return 0;
    const fit = this.noFit(idOne, idOther);
    const row = down - fit.least;
    const across = (this.x[other] as number) - (this.x[one] as number);
    const end = fit.first[row + 1] as number;
    for (let i = fit.first[row] as number; i < end; i++) {
      const left = across - (fit.from[i] as number);
      const right = (fit.to[i] as number) - across;
      if (left > HAIR && right > HAIR) return min(left, right, fit.depth(row, across));
    }
    return 0;
  }

  /** Into the bands that a thing lies in, or out of them. */
  private inBands(thing: number, into: boolean): void {
    const { bandRows } = this;
    const sheet = (this.bands[this.sheet[thing] as number] ??= []);
    const last = Math.floor(((this.end[thing] as number) - 1) / bandRows);
    for (let at = Math.floor((this.row[thing] as number) / bandRows); at <= last; at++) {
      const band = (sheet[at] ??= []);
      if (into) band.push(thing);
      else band.splice(band.indexOf(thing), 1);
    }
  }

  /** After things were moved otherwise than by `put`. O(things²). */
  reckonAll(): void {
    this.bands.length = 0;
    for (let thing = 0; thing < this.things; thing++) {
      this.end[thing] = (this.row[thing] as number) + (this.rows[this.id[thing] as number] as Rows).count;
      this.inBands(thing, true);
    }
    for (let thing = 0; thing < this.things; thing++) this.reckon(thing);
  }

  /** Reckons anew how deep a thing lies in each other. O(things). */
  private reckon(thing: number): void {
    const n = this.things;
    for (let other = 0; other < n; other++) {
      const fixed = this.pins[thing] === 1 && this.pins[other] === 1;
      const depth = other === thing || fixed ? 0 : this.depthOf(thing, other);
      this.deep[thing * n + other] = depth;
      this.deep[other * n + thing] = depth;
    }
  }

  /** How deep a thing lies in all others, by weight. */
  costOf(thing: number): number {
    const n = this.things;
    let sum = 0;
    for (let at = thing * n; at < (thing + 1) * n; at++) sum += (this.deep[at] as number) * (this.weight[at] as number);
    return sum;
  }

  /** All that things lie in each other, mm. O(things²). */
  left(): number {
    return this.deep.reduce((sum, depth) => sum + depth, 0) / 2;
  }

  /** Makes what lies in each other cost more, and the rest a little less. O(things²). */
  weigh({ least, most, others }: { least: number; most: number; others: number }): void {
    const { deep, weight } = this;
    const deepest = deep.reduce((max, depth) => Math.max(max, depth), 0);
    for (let i = 0; i < deep.length; i++) {
      const depth = deep[i] as number;
      const now = weight[i] as number;
      weight[i] = depth > 0 ? now * (least + ((most - least) * depth) / deepest) : Math.max(1, now * others);
    }
  }

  /** Moves a thing, and reckons anew how deep it lies in all others. O(things). */
  put(thing: number, place: Place): void {
    this.inBands(thing, false);
    this.set(thing, place);
    this.end[thing] = place.row + (this.rows[place.id] as Rows).count;
    this.inBands(thing, true);
    this.reckon(thing);
  }

  /** What is in the way of a turned shape on one row. O(things in its bands). */
  private gather(thing: number, id: number, sheet: number, row: number): void {
    const n = this.things;
    const { rows, id: ids, row: rowOf, end: ends, x: xOf } = this;
    const below = row + (rows[id] as Rows).count;
    const most = this.mostX(id);
    let k = 0;
    const { bandRows } = this;
    const firstBand = floor(row / bandRows);
    const lastBand = floor((below - 1) / bandRows);
    for (let at = firstBand; at <= lastBand; at++) {
      const band = this.bands[sheet]?.[at] ?? [];
      for (const other of band) {
        const otherRow = rowOf[other] as number;
        if (otherRow >= below || (ends[other] as number) <= row || other === thing) continue;
        // What lies in two bands is met once.
        if (at > firstBand && otherRow < at * bandRows) continue;
        const down = row - otherRow;
        const otherId = ids[other] as number;
        const fit = this.noFit(otherId, id);
        const own = down - fit.least;
        const end = fit.first[own + 1] as number;
        const x = xOf[other] as number;
        for (let j = fit.first[own] as number; j < end; j++) {
          const low = x + (fit.from[j] as number);
          const high = x + (fit.to[j] as number);
          if (high <= 0 || low >= most) continue;
          if (k >= this.low.length) this.grow();
          this.low[k] = low;
          this.high[k] = high;
          this.way[k] = this.weight[thing * n + other] as number;
          this.wayX[k] = x;
          this.wayRow[k] = own;
          this.wayFit[k] = fit;
          k++;
        }
      }
    }
    this.ways = k;
  }

  private grow(): void {
    const larger = (from: Float64Array<ArrayBuffer>) => {
      const to = new Float64Array(from.length * 2);
      to.set(from);
      return to;
    };
    this.low = larger(this.low);
    this.high = larger(this.high);
    this.way = larger(this.way);
    this.wayX = larger(this.wayX);
    const rows = new Int32Array(this.wayRow.length * 2);
    rows.set(this.wayRow);
    this.wayRow = rows;
  }

  private costAt(x: number, limit: number): number {
    const { low, high, ways } = this;
    let sum = 0;
    for (let k = 0; k < ways; k++) {
      const left = x - (low[k] as number);
      const right = (high[k] as number) - x;
      if (left <= HAIR || right <= HAIR) continue;
      let depth = left < right ? left : right;
      if (depth > 1) {
        const up = (this.wayFit[k] as NoFit).depth(this.wayRow[k] as number, x - (this.wayX[k] as number));
        if (up < depth) depth = up;
      }
      sum += depth * (this.way[k] as number);
      if (sum >= limit) return sum;
    }
    return sum;
  }

  /** The best place for a thing on one row, at the edges of what is in its way; only what is better than `best` is written into it. O(things + edges²). */
  bestOn(thing: number, id: number, sheet: number, row: number, best: Place): boolean {
    const most = this.mostX(id);
    if (row < 0 || row > this.lastRow(id, sheet) || most < -HAIR) return false;
    this.gather(thing, id, sheet, row);
    let found = false;
    const { low, high, ways } = this;
    for (let k = -1; k < ways; k++) {
      for (let side = 0; side < 2; side++) {
        const x = k < 0 ? (side === 0 ? 0 : most > 0 ? most : 0) : ((side === 0 ? low[k] : high[k]) as number);
        if (x < 0 || x > most + HAIR) continue;
        const cost = this.costAt(x, best.cost);
        if (cost >= best.cost) continue;
        best.cost = cost;
        best.id = id;
        best.sheet = sheet;
        best.row = row;
        best.x = x;
        found = true;
        if (cost === 0) return true;
      }
    }
    return found;
  }
}
