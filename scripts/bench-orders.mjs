import { randomUUID } from 'node:crypto';
import { BUILT_IN_BLANKS } from '../packages/core/dist/blank/index.js';
import { costOf } from '../packages/core/dist/cost/index.js';
import { viewJob } from '../packages/core/dist/job/index.js';
import { offerOf, reckonedOf } from '../packages/core/dist/order/index.js';
import { packBoxes, parcelled } from '../packages/core/dist/pack/index.js';
import { USUAL_RATES } from '../packages/core/dist/shop/index.js';
import { sampleArt, sampleJob, sampleOrderJob, samplePicture } from '../packages/core/dist/testing/index.js';
import { unitPrinter } from '../packages/core/dist/units/index.js';

/** Cases of orders: what a quote takes, and a parcel. */
export const orderCases = ({ floor, milliseconds, megabytes, often, facts }) => ({
  quote: () => {
    const print = unitPrinter({ length: 'mm', temperature: 'C', pressure: 'kPa' });
    const tee = BUILT_IN_BLANKS.find(({ range, size }) => range === 'Volunteer tee' && size === 'M');
    const art = sampleArt(facts(3100, 3100));
    const line = { id: 'l', what: 'Shirts' };
    // Twelve sizes of one range, 200 pieces together, each with the line's picture.
    const files = Array.from({ length: 12 }, (_, i) => {
      const blank = { ...tee, id: randomUUID(), size: `size ${i}` };
      const job = sampleJob({
        blankId: blank.id,
        pieces: i < 8 ? 17 : 16,
        design: [{ fill: 'own', items: [samplePicture()] }],
      });
      return { job, blank, arts: [art], plan: null, events: [] };
    });
    const quote = () => {
      const sizes = files.map((file) => {
        const view = viewJob(file, floor, print);
        return {
          job: sampleOrderJob({ id: file.job.id, blankId: file.blank.id, pieces: file.job.pieces }),
          line,
          blank: file.blank,
          cost: costOf(view, USUAL_RATES, { spoiled: 2, pressed: 100 }, print),
          personalised: false,
        };
      });
      const offered = offerOf(sizes, USUAL_RATES);
      reckonedOf(offered);
      return offered;
    };
    const offered = quote();
    return {
      what: 'A quote',
      input:
        '200 shirts in 12 sizes with one picture: layout, plan, ink, cost and price of each, anew each time; median of 20',
      time: milliseconds(often(quote, 20)),
      memory: megabytes(),
      reached: `${offered.length} sizes priced, all parts with their reasons; aim: under 300 ms`,
      grows: 'with the sizes',
    };
  },
  parcel: () => {
    const kinds = ['Volunteer tee, size M', 'Mug, 325 ml', 'Crew sock on a jig'].map((name) =>
      parcelled(BUILT_IN_BLANKS.find((blank) => blank.name === name)),
    );
    const things = Array.from({ length: 200 }, (_, i) => kinds[i % 3]);
    const boxes = [
      { name: 'small', inside: [250, 175, 100], weight: 95 },
      { name: 'middle', inside: [350, 270, 180], weight: 210 },
      { name: 'large', inside: [600, 400, 300], weight: 480 },
    ];
    const parcel = packBoxes(things, boxes);
    return {
      what: 'A parcel',
      input: '200 shirts, mugs and socks into three sizes of boxes; median of 5',
      time: milliseconds(often(() => packBoxes(things, boxes), 5)),
      memory: megabytes(),
      reached: `${parcel.boxes.length} boxes, ${parcel.bound} the bound by volume; none left out`,
      grows: 'with things³ in a box; above sixty, like things are stacked first',
    };
  },
});
