import { buildDay, DaySearch, type DayModel } from '@kanga/core/day';
import { followPlate, plateTakes, ratesIn, usualRates, type PlateCourse, type PlateRates } from '@kanga/core/heat';
import { madeShop, madeWork, runDay } from '@kanga/core/testing';
import { after, coldPlate, SMALL_PRESS } from '../../devices/src/press/index.js';

type Plate = ReturnType<typeof coldPlate>;
type PlateNature = typeof SMALL_PRESS;

/** Runs a simulated press at once, read every second in tenths as its controller tells them, to one set point after the other; how long each way took, s, and what was measured of it. */
function watched(nature: PlateNature, ways: readonly number[]) {
  let plate: Plate = coldPlate(nature);
  let course: PlateCourse | null = null;
  let rates: Partial<PlateRates> = {};
  const took = ways.map((setPoint) => {
    plate = { ...plate, setPoint };
    let way = 0;
    for (let second = 1; second <= 3600; second++) {
      plate = after(plate, 1, nature);
      const celsius = Math.round(plate.temperature * 10) / 10;
      const { course: next, ended }: ReturnType<typeof followPlate> = followPlate(course, 1, {
        celsius,
        setPoint,
        closed: false,
      });
      course = next;
      rates = { ...rates, ...(ended ? ratesIn(ended) : {}) };
      if (way === 0 && Math.abs(celsius - setPoint) < 0.5) way = second;
      // Held for a while, as between two loads.
      if (way > 0 && second > way + 120) break;
    }
    return way;
  });
  return { took, rates };
}

// The simulated plate steps through its thermostat and knows no rates: the law is found in what it reads.
describe('a simulated press that is watched for a day', () => {
  it.each([
    ['a small one', SMALL_PRESS],
    ['a slow one', { ...SMALL_PRESS, heatRate: 0.5, loss: { open: 0.0014, closed: 0.001 } }],
    ['a quick one in a cool room', { ...SMALL_PRESS, heatRate: 1.4, room: 18 }],
  ])('takes as long as its rates say, and not as long as the usual ones do: %s', (_, nature) => {
    const first = watched(nature, [195, 150, 190]);
    const rates: PlateRates = { ...usualRates(900), ...first.rates };
    const ways = [195, 180, 205, 160];
    const { took } = watched(nature, ways);
    let from = nature.room;
    ways.forEach((to, i) => {
      // A plan warms a plate to its set point; the thermostat lets go a little above or below.
      expect(Math.abs((took[i] ?? 0) - plateTakes(rates, from, to))).toBeLessThan(0.06 * (took[i] ?? 0) + 6);
      from = to;
    });
    const [warm] = took;
    expect(Math.abs((warm ?? 0) - plateTakes(usualRates(900), nature.room, 195))).toBeGreaterThan(60);
  });
  it('runs a planned day with its own times between heats: jobs are done when the plan said, by minutes', () => {
    const measured: PlateRates = { ...usualRates(900), ...watched(SMALL_PRESS, [195, 150, 190]).rates };
    const shop = madeShop(2, 3, '2026-12-01');
    const works = madeWork(8, 2, 11);
    const heats = [...new Set(works.flatMap(({ presses }) => presses.map(({ heat }) => heat)))].sort((a, b) => a - b);
    const planned = (rates: PlateRates | null) =>
      buildDay(works, { ...shop, presses: shop.presses.map((press) => ({ ...press, rates })) }).model;
    const first = heats.map((heat) => watched(SMALL_PRESS, [heat]).took[0] ?? 0);
    const between = heats.map((from) =>
      heats.map((to) => (from === to ? 0 : (watched(SMALL_PRESS, [from, to]).took[1] ?? 0))),
    );
    /** How far the day strays from its plan when plates take the time that simulated ones take, s, job by job. */
    const strays = (model: DayModel): number[] => {
      const search = new DaySearch(model, { seed: 1 });
      search.run(200);
      search.graph.load(search.best);
      search.graph.time({ moved: 0, late: 1, over: 0, change: 0, span: 1, flow: 0 });
      const { start, end } = search.graph;
      const units = model.units.map((unit) => (unit.change ? { ...unit, change: { first, between } } : unit));
      const ends = runDay(
        { ...model, units },
        search.graph,
        [...end].map((to, t) => to - (start[t] ?? 0)),
      );
      return ends.map((to, job) => Math.abs(to - search.graph.endOf(job)));
    };
    expect(Math.max(...strays(planned(measured)))).toBeLessThan(20);
    expect(Math.max(...strays(planned(null)))).toBeGreaterThan(60);
  });
});
