import { boxTurned } from '../bed/index.js';
import type { Blank } from '../blank/index.js';
import { checkedAs, blankNamed, blankOf, samplePlan, samplePress } from '../testing/index.js';
import type { Press } from '../shop/index.js';
import { USUAL_HOUSE } from '../shop/index.js';
import { whyOf, type FaultCode, type PieceSpot, type Pressed } from './index.js';
import { alongEdge, alongSeam, plateSidesAt, spotOnPlate } from './spot.js';

/** A piece that came out with a fault somewhere. */
function pressed(blank: Blank, spot: PieceSpot | null, press: Press = samplePress, at = 0): Pressed {
  const plan = samplePlan(blank, { press, pieces: 4 });
  return {
    blank,
    press,
    settings: plan.settings,
    sides: plan.sides,
    at,
    spot,
    steps: plan.steps,
    house: USUAL_HOUSE,
    dwells: [],
    departures: [],
    plate: null,
    dial: null,
    skipped: [],
    others: [],
  };
}
const tee = blankOf('tee');
const mat = blankNamed('Door mat, rubber border');
const spot = (across: number, down: number): PieceSpot => ({ side: 0, across, down });
const evidence = (fault: FaultCode, piece: Pressed) =>
  whyOf(fault, piece).flatMap((cause) => cause.evidence.map(({ text }) => text));

describe('where on the plate a fault lay', () => {
  it('is where the bed turns that place of the print, whichever way it lies', () => {
    const piece = pressed(tee, spot(0.2, 0.7));
    const bed = piece.sides[0]?.bed;
    const laid = bed?.bed?.pieces[0];
    if (!bed || !laid) throw new Error('it has a bed');
    for (const turn of [0, 90, 180, 270] as const) {
      const { width, height } = bed.print;
      const lies = boxTurned({ x: 0, y: 0, width, height }, bed.print, turn, 30, 40);
      const turned: Pressed = {
        ...piece,
        sides: [{ layers: [], bed: { ...bed, bed: { ...(bed.bed ?? never()), pieces: [{ print: lies, turn }] } } }],
      };
      const point = boxTurned({ x: 0.2 * width, y: 0.7 * height, width: 0, height: 0 }, bed.print, turn, 30, 40);
      expect(spotOnPlate(turned)?.x).toBeCloseTo(point.x, 6);
      expect(spotOnPlate(turned)?.y).toBeCloseTo(point.y, 6);
    }
  });
  it('is under the piece that it is seen on, of several on the bed', () => {
    const sock = blankOf('sock');
    const [one, two] = [0, 1].map((at) => spotOnPlate(pressed(sock, spot(0.5, 0.5), samplePress, at)));
    if (!one || !two) throw new Error('both lie on the bed');
    expect(Math.hypot(one.x - two.x, one.y - two.y)).toBeGreaterThan(50);
  });
  it('is not known when nobody pointed, or when it was pressed in sections', () => {
    expect(spotOnPlate(pressed(tee, null))).toBeNull();
    expect(plateSidesAt(pressed(tee, null))).toBeNull();
    expect(alongEdge(pressed(tee, null))).toBeNull();
    expect(alongSeam(pressed(tee, spot(0.5, 0.5)))).toBeNull();
    expect(spotOnPlate(pressed(mat, spot(0.5, 0.5)))).toBeNull();
  });
});

describe('why, by where it shows', () => {
  const steep: Press = { ...samplePress, check: checkedAs(samplePress.platen, (_x, y) => 206 - y / 20) };
  const cooler = /The plate is .* cooler than wanted where it shows/;
  const place = (piece: Pressed): number => spotOnPlate(piece)?.y ?? NaN;
  it('the plate is looked up just there', () => {
    const all = [0.02, 0.98].flatMap((across) => [0.02, 0.98].map((down) => pressed(tee, spot(across, down), steep)));
    const [back, ...others] = all.sort((a, b) => place(a) - place(b));
    const front = others.at(-1);
    if (!back || !front) throw new Error('there are four corners');
    expect(evidence('patches', front).some((text) => cooler.test(text))).toBe(true);
    expect(evidence('patches', back).some((text) => cooler.test(text))).toBe(false);
    const share = (piece: Pressed) =>
      whyOf('patches', piece).find(({ cause }) => cause === 'A cool spot of the plate')?.share ?? NaN;
    expect(share(front)).toBeGreaterThan(share(back));
  });
  it('a side whose strip slid out speaks for light pressure there, and hardly elsewhere', () => {
    const check = {
      ...checkedAs(samplePress.platen, () => 200),
      strips: { front: 'held', back: 'held', left: 'slid', right: 'held' } as const,
    };
    const light: Press = { ...samplePress, check };
    const share = (piece: Pressed) =>
      whyOf('patches', piece).find(({ cause }) => cause === 'Uneven pressure')?.share ?? NaN;
    const corners = [0.02, 0.98].flatMap((across) =>
      [0.02, 0.98].map((down) => pressed(tee, spot(across, down), light)),
    );
    const by = (x: (piece: Pressed) => number) => corners.toSorted((a, b) => x(a) - x(b));
    const [left] = by((piece) => spotOnPlate(piece)?.x ?? NaN);
    const right = by((piece) => spotOnPlate(piece)?.x ?? NaN).at(-1);
    if (!left || !right) throw new Error('there are four corners');
    expect(plateSidesAt(left)).toContain('left');
    expect(evidence('patches', left)).toContain('The paper strip slid out at the left, where it shows.');
    expect(evidence('patches', right)).toContain('The paper strip slid out at the left, but it shows elsewhere.');
    expect(share(left)).toBeGreaterThan(share(pressed(tee, null, light)) - 1e-9);
    expect(share(right)).toBeLessThan(share(left));
  });
  it('a line along a seam of its sections is the plate’s edge; one elsewhere rather the paper’s', () => {
    const { sections } = pressed(mat, null).sides[0]?.bed?.sections ?? never();
    const print = pressed(mat, null).sides[0]?.bed?.print ?? never();
    const [first] = sections;
    if (!first) throw new Error('it is pressed in sections');
    const { area } = first;
    const inside = (at: number, whole: number) => at > 1 && at < whole - 1;
    const x = [area.x, area.x + area.width].find((edge) => inside(edge, print.width));
    const y = [area.y, area.y + area.height].find((edge) => inside(edge, print.height));
    const seam = spot(x === undefined ? 0.5 : x / print.width, y === undefined ? 0.5 : y / print.height);
    const share = (where: PieceSpot) =>
      whyOf('press-line', pressed(mat, where)).find(({ cause }) => cause === 'The plate’s edge pressed in')?.share ??
      NaN;
    expect(alongSeam(pressed(mat, seam))).toBe(true);
    expect(alongSeam(pressed(mat, spot(0.01, 0.01)))).toBe(false);
    expect(alongEdge(pressed(mat, spot(0.01, 0.01)))).toBe(true);
    expect(share(seam)).toBeGreaterThan(share(spot(0.01, 0.01)));
  });
});

function never(): never {
  throw new Error('the sample has it');
}
