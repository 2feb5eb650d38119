// The benchmark of sections of odd outlines, beside an integer program.
import { LEAST_OVERLAP, planSections } from '../packages/core/dist/bed/index.js';
import { areaOf, boundsOf } from '../packages/core/dist/geometry/index.js';
import { seeded } from '../packages/core/dist/numbers/index.js';
import { fewestWindows } from '../packages/core/dist/peers/index.js';

const ZONE = { width: 380, height: 480 };

/** A shirt, a star, a heart's like, and blots of some corners: outlines of all-over prints, mm. */
function outlines() {
  const shirt = [[200, 0], [600, 0], [800, 150], [700, 300], [620, 250], [620, 900], [180, 900], [180, 250], [100, 300], [0, 150]]; // prettier-ignore
  const round = (corners, reach) =>
    Array.from({ length: corners }, (_, i) => {
      const angle = (2 * Math.PI * i) / corners - Math.PI / 2;
      return { x: 1000 + reach(i) * Math.cos(angle), y: 1000 + reach(i) * Math.sin(angle) };
    });
  const random = seeded(5);
  return [
    ...[0.8, 1, 1.2, 1.4].map((k) => shirt.map(([x, y]) => ({ x: x * k, y: y * k }))),
    round(12, (i) => (i % 2 === 0 ? 800 : 300)),
    round(3, () => 700),
    round(5, () => 600),
    ...Array.from({ length: 9 }, (_, k) => {
      const reaches = Array.from({ length: 5 + (k % 4) }, () => 200 + 450 * random());
      return round(reaches.length, (i) => reaches[i]);
    }),
  ];
}

export const sectionCases = ({ megabytes, milliseconds }) => ({
  'sections-odd': async () => {
    const count = { proven: 0, fewest: 0, one: 0, more: 0, open: 0 };
    let [slowest, ours, bound] = [0, 0, 0];
    for (const outline of outlines()) {
      const began = performance.now();
      const plan = planSections(
        { outline, box: boundsOf(outline), zone: ZONE, overlap: LEAST_OVERLAP },
        areaOf(outline),
      );
      slowest = Math.max(slowest, performance.now() - began);
      ours += plan.sections.length;
      bound += plan.bound;
      if (plan.bound === plan.sections.length) count.proven++;
      const least = await fewestWindows(outline, ZONE, LEAST_OVERLAP);
      if (least === 'too long') count.open++;
      else {
        const over = plan.sections.length - least.windows.length;
        count[over <= 0 ? 'fewest' : over === 1 ? 'one' : 'more']++;
      }
    }
    return {
      what: 'Sections of odd outlines',
      input: `${outlines().length} outlines (shirts of four sizes, a star, polygons) on a zone of 380 × 480 mm, the slowest`,
      time: milliseconds(slowest),
      memory: megabytes(),
      reached: `${ours} pressings in all, bound ${bound}; ${count.proven} proven fewest by Kanga; beside an integer program (HiGHS): ${count.fewest} as few, ${count.one} one more, ${count.more} more, ${count.open} it could not settle in its time`,
      grows: 'exponentially at worst; stops after 60,000 steps',
    };
  },
});
