// The benchmarks of the press: plans, plates, sections. Called by bench-cases.mjs.
import { planSections, LEAST_OVERLAP } from '../packages/core/dist/bed/index.js';
import { templatesOf } from '../packages/core/dist/blank/index.js';
import { areaOf, rectPolygon } from '../packages/core/dist/geometry/index.js';
import { fitHeat, readingGrid, usableZone, USUAL_PLACES } from '../packages/core/dist/heat/index.js';
import { checkStack, planStack } from '../packages/core/dist/stack/index.js';
import { blankOf, judgePlates, plateTrials } from '../packages/core/dist/testing/index.js';
import { unitPrinter } from '../packages/core/dist/units/index.js';

/** A check of a plate that is off by something else every time, so that nothing is known of it yet. */
const freshCheck = (platen, n) => ({
  at: '2026-11-20T08:00:00.000Z',
  by: 'Wren',
  dial: 200,
  readings: readingGrid(platen, USUAL_PLACES, USUAL_PLACES).map(({ x, y }) => ({
    x,
    y,
    celsius: 203 - y / 40 + Math.sin(x + n),
  })),
  strips: { front: 'held', back: 'held', left: 'held', right: 'held' },
  curved: false,
});

/** Rows and columns alone, either way round: what is done without a search. */
const inRows = ({ width, height }, zone) => {
  const count = (length, size) =>
    length <= size ? 1 : Math.ceil((length - LEAST_OVERLAP) / (size - LEAST_OVERLAP) - 1e-9);
  return Math.min(
    count(width, zone.width) * count(height, zone.height),
    count(width, zone.height) * count(height, zone.width),
  );
};

export const pressCases = (shop, { milliseconds, megabytes, often }) => ({
  plan: () => {
    const [press] = shop.presses;
    const print = unitPrinter(shop.settings.units);
    const goods = ['tee', 'sock', 'cushion', 'mask', 'bag', 'neoprene', 'mat', 'tile'].map(blankOf);
    const plans = goods.map((blank) => ({
      blank,
      templates: templatesOf(blank, 6.35),
      press,
      overrides: {},
      pieces: 24,
      house: shop.settings.house,
    }));
    const ms =
      often(() => {
        for (const planned of plans) checkStack(planStack(planned), planned.blank, print);
      }, 40) / plans.length;
    return {
      what: 'A plan with its findings',
      input: '8 kinds of goods, 24 pieces each, on a press that was checked; the mean of the eight',
      time: milliseconds(ms),
      memory: megabytes(),
      reached: 'settings, layers, bed or sections, steps, cycle; aim: under 50 ms',
      grows: 'with sides and hang-offs; with sections it is searched for',
    };
  },
  plate: () => {
    const { platen } = shop.presses[0];
    let n = 0;
    const ms = often(() => usableZone(fitHeat(freshCheck(platen, n++), platen), 195), 40);
    return {
      what: 'Reading a plate',
      input: '36 readings, explained by surfaces and faults and its usable zone looked for, new each time',
      time: milliseconds(ms),
      memory: megabytes(),
      reached:
        'the largest rectangle that is even with 95 % surety, on 64 × 80 cells over 60 levels; kept until the next check',
      grows: 'with readings², cells × levels',
    };
  },
  heat: () => {
    const began = performance.now();
    const { bad, area, noticed, needless } = judgePlates(plateTrials(2026, 1.5, USUAL_PLACES), 1000);
    const percent = (share) => `${(100 * share).toFixed(1)} %`;
    return {
      what: 'Zones of a thousand random plates',
      input: `smooth, hot back, dead element, cold corner; ${USUAL_PLACES ** 2} readings that stray by 1.5 °C, a slip in one of three, read again where doubted`,
      time: milliseconds((performance.now() - began) / 1000),
      memory: megabytes(),
      reached: `in ${percent(bad)} of trials more than 5 % of the zone is off (aim: 5 %); ${percent(area)} of the best zone's area in the mean (aim: 85 %); ${percent(noticed)} of slips noticed, ${needless.toFixed(2)} places asked for again in vain a plate`,
      grows: 'time is that of one trial, with the best zone looked for',
    };
  },
  sections: () => {
    const prints = Array.from({ length: 60 }, (_, i) => ({
      width: 380 + ((i * 137) % 620),
      height: 360 + ((i * 211) % 560),
    }));
    const zone = { width: 406.4, height: 508 };
    let [found, rows, bound, proven, slowest] = [0, 0, 0, 0, 0];
    for (const print of prints) {
      const box = { x: 0, y: 0, ...print };
      const outline = rectPolygon(box);
      const began = performance.now();
      const plan = planSections({ outline, box, zone, overlap: LEAST_OVERLAP }, areaOf(outline));
      slowest = Math.max(slowest, performance.now() - began);
      found += plan.sections.length;
      rows += inRows(print, zone);
      bound += plan.bound;
      if (plan.bound === plan.sections.length) proven++;
    }
    return {
      what: 'Sections of a large print',
      input: '60 prints of 380 × 360 to 1000 × 920 mm on a plate of 16 × 20 in, the slowest',
      time: milliseconds(slowest),
      memory: megabytes(),
      reached: `${found} pressings in all, ${rows} in rows and columns, ${bound} the bound; ${proven} of 60 proven fewest; aim: under 300 ms`,
      grows: 'exponentially at worst; stops after 60,000 steps',
    };
  },
});
