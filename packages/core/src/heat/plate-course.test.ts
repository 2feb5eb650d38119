import fc from 'fast-check';
import { seeded } from '../numbers/index.js';
import { followPlate, plateAfter, plateTakes, ratesIn, ROOM, type PlateCourse, type PlateRates } from './index.js';

const RATES: PlateRates = { hottest: 340, warmTau: 500, room: ROOM, coolTau: 480 };

/** Courses that end while a plate of known rates is read once a second, with noise; moments of its lever and its set point, s. */
function watched(
  rates: PlateRates,
  noise: number,
  steps: readonly { seconds: number; setPoint: number; closed?: boolean }[],
  from = 22,
): PlateCourse[] {
  const random = seeded(7);
  let course: PlateCourse | null = null;
  let plate = from;
  const all: PlateCourse[] = [];
  for (const { seconds, setPoint, closed = false } of steps)
    for (let s = 0; s < seconds; s++) {
      // A thermostat holds it where it is wanted.
      plate =
        plate < setPoint
          ? Math.min(setPoint, plateAfter(rates, plate, 1, true))
          : Math.max(setPoint, plateAfter(rates, plate, 1, false));
      const told = { celsius: plate + noise * (random() - 0.5), setPoint, closed };
      const { course: next, ended } = followPlate(course, 1, told);
      course = next;
      if (ended) all.push(ended);
    }
  return all;
}

describe('a plate that is watched', () => {
  it('tells how it warms and cools, whatever its rates: by its own law, with the noise of a controller', () =>
    fc.assert(
      fc.property(
        fc.double({ min: 260, max: 420, noNaN: true }),
        fc.double({ min: 250, max: 1200, noNaN: true }),
        fc.double({ min: 300, max: 1500, noNaN: true }),
        (hottest, warmTau, coolTau) => {
          const own: PlateRates = { hottest, warmTau, room: ROOM, coolTau };
          const [warm, cool] = watched(own, 0.2, [
            { seconds: Math.ceil(plateTakes(own, 22, 195)) + 60, setPoint: 195 },
            { seconds: Math.ceil(plateTakes(own, 195, 150)) + 60, setPoint: 150 },
          ]).map(ratesIn);
          // What a plan asks of them: how long it takes.
          const measured = { ...own, ...warm, ...cool };
          expect(warm?.warmTau).toBeDefined();
          expect(cool?.coolTau).toBeDefined();
          expect(Math.abs(plateTakes(measured, 22, 195) / plateTakes(own, 22, 195) - 1)).toBeLessThan(0.03);
          expect(Math.abs(plateTakes(measured, 195, 160) / plateTakes(own, 195, 160) - 1)).toBeLessThan(0.03);
        },
      ),
      { numRuns: 30 },
    ));
  it('says nothing while it is closed, held, or goes too little a way', () => {
    expect(watched(RATES, 0, [{ seconds: 900, setPoint: 195, closed: true }])).toEqual([]);
    const held = watched(RATES, 0.5, [{ seconds: 900, setPoint: 195 }], 195);
    expect(held).toEqual([]);
    const little = watched(RATES, 0.5, [{ seconds: 300, setPoint: 210 }], 195);
    expect(little.map(ratesIn)).toEqual([null]);
  });
  it('begins anew after a gap, and when it is closed in between', () => {
    const first = followPlate(null, 0, { celsius: 30, setPoint: 195, closed: false }).course;
    const gap = followPlate(first, 60, { celsius: 90, setPoint: 195, closed: false });
    expect(gap.ended).toEqual(first);
    expect(gap.course).toEqual({ heating: true, readings: [{ at: 0, celsius: 90 }] });
    const closed = followPlate(first, 1, { celsius: 31, setPoint: 195, closed: true });
    expect(closed).toEqual({ course: null, ended: first });
  });
  it('is not believed where it goes by another law: a straight climb without an end in sight, a jump', () => {
    const straight = {
      heating: true,
      readings: Array.from({ length: 300 }, (_, at) => ({ at, celsius: 22 + at / 2 })),
    };
    const tau = ratesIn(straight)?.warmTau;
    expect(tau === undefined || tau > 1000).toBe(true);
    const jump = {
      heating: true,
      readings: Array.from({ length: 300 }, (_, at) => ({ at, celsius: at < 150 ? 30 : 180 })),
    };
    expect(ratesIn(jump)).toBeNull();
  });
});
