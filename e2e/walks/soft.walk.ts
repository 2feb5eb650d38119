import { expect } from '@playwright/test';
import sharp from 'sharp';
import { walk } from './walk.js';

/** Cases, cushions, sleeves and masks. Figures are common practice, no published source. */
walk(
  {
    code: 'J02',
    job: 'Neoprene cases with a zip',
    holds: 'the zip hangs off on both sides; each side rolled before it is laid on; peeled hot; air is asked for',
    ends: 'closed',
    always: 'in',
  },
  async (w) => {
    await w.job('Zip cases', 2);
    await w.goods('Zip case, neoprene');
    await w.picture('Star chart');
    await w.toStack('Front press');
    await w.click(w.at('From above: the bed'));
    await expect(w.page.getByRole('img', { name: /on the plate of/ }).first()).toBeVisible();
    await w.reads('Keep the zip off the hot plate', 'the zip hangs off the edge of the plate');
    await expect(w.steps(/^\d*\s*Lint-roll/)).toHaveCount(3);
    await w.press();
    const { plan } = await w.file();
    expect(plan?.sides.map(({ bed }) => bed?.bed?.hangs)).toEqual(['off', 'off']);
    expect(plan?.settings).toMatchObject({ peel: { value: 'hot' }, prePress: { value: 10 } });
    await w.allGood();
  },
);

walk(
  {
    code: 'J03',
    job: 'Cushion covers of one’s own measure, 15 3/4 in (400 mm) square, from the roll',
    holds: 'two layers by itself, the zip asked about, an insert in the stack, a page of the roll’s width',
    ends: 'closed',
    always: 'in',
  },
  async (w) => {
    await w.job('Own cushion', 2);
    await w.click(w.page.getByRole('link', { name: 'Measure or trace your own' }));
    await w.write('What is it?', 'Square cushion');
    await w.write('Width of the print area', w.say('15 3/4', '400'));
    await w.write('Height of the print area', w.say('15 3/4', '400'));
    await w.click(w.at('Cloth'));
    await expect(w.page.getByLabel('It opens, or has two layers')).toBeChecked();
    await w.click(w.page.getByLabel('A zip'));
    await w.click(w.page.getByRole('button', { name: 'Add to the shelf' }));
    await expect(w.page.getByText(w.say('15.75 × 15.75 in', '400 × 400 mm')).first()).toBeVisible();
    await w.enter('On to Art');
    await w.picture('Star chart');
    await w.click(w.stage('Sheet'));
    await w.click(w.at('610 mm roll'));
    await w.stack('Front press');
    await expect(w.page.getByRole('img', { name: /Insert/ })).toBeVisible();
    await w.notes('Keep the zip off the hot plate');
    const { blank } = await w.file();
    expect(blank).toMatchObject({ layers: [expect.any(Number), expect.any(Number)] });
    expect(blank?.sides[0]?.keepOuts).toMatchObject([{ kind: 'zip', hangsOff: true }]);
    await w.press();
    await w.allGood();
  },
);

walk(
  {
    code: 'J15',
    job: 'Long-pile cushion covers, and a textured one',
    holds: 'combed while warm, an insert inside, foam under it, 30 s before and 210 s; the textured one 90 s',
    ends: 'closed',
    always: 'mm',
  },
  async (w) => {
    await w.job('Woven cushions', 1);
    await w.goods('Cushion cover, 40 cm');
    await w.picture('Star chart');
    await w.stack('Front press');
    await expect(w.at('90 s')).toBeVisible();
    await expect(w.page.getByRole('img', { name: /Insert/ })).toBeVisible();
    await w.looked();
    await w.job('Fur cushions', 2);
    await w.goods('Cushion cover, long pile, 40 cm');
    await w.picture('Star chart');
    await w.stack('Front press');
    await expect(w.steps('Comb the pile')).toHaveCount(1);
    await expect(w.steps(/./).first()).toContainText('insert goes in first');
    await expect(w.page.getByRole('img', { name: /Foam pad/ })).toBeVisible();
    await w.press();
    const { plan } = await w.file();
    expect(plan?.settings).toMatchObject({ dwell: { value: 210 }, prePress: { value: 30 } });
    await w.allGood();
  },
);

/** A mask as somebody drew round it: left half 210 × 148 mm at 150 per inch (ISO 216, A5), the outline drawn with a pen. */
async function scanOfMask(): Promise<Buffer> {
  const k = 150 / 25.4;
  const path = 'M60 50 C80 40 130 40 150 50 L165 90 C150 112 60 112 45 90 Z';
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${Math.round(210 * k)}" height="${Math.round(148 * k)}" viewBox="0 0 210 148"><rect width="210" height="148" fill="#f6f4ee"/><path d="${path}" fill="none" stroke="#222" stroke-width="0.8"/></svg>`;
  return sharp(Buffer.from(svg)).flatten().withMetadata({ density: 150 }).png().toBuffer();
}

walk(
  {
    code: 'J16',
    job: 'Masks from an outline that was drawn round one, and scanned',
    holds: 'true size from the file, a second side mirrored from the first, an insert between',
    ends: 'closed',
  },
  async (w) => {
    await w.job('Own masks', 2);
    await w.click(w.page.getByRole('link', { name: 'Measure or trace your own' }));
    await w.write('What is it?', 'Shaped mask');
    await w.click(w.at('Scan'));
    w.clicks++;
    await w.page
      .getByLabel('Choose a scan')
      .setInputFiles({ name: 'mask.png', mimeType: 'image/png', buffer: await scanOfMask() });
    await expect(w.page.getByText('as the file says')).toBeVisible();
    await w.click(w.page.getByRole('button', { name: 'Use this outline' }));
    await w.click(w.page.getByRole('button', { name: 'Mirror to another side' }));
    await w.click(w.at('Cloth'));
    await expect(w.page.getByLabel('It opens, or has two layers')).toBeChecked();
    await w.click(w.page.getByRole('button', { name: 'Add to the shelf' }));
    await w.enter('On to Art');
    await w.picture('Moon phases');
    const { blank } = await w.file();
    const widths = blank?.sides.map(({ outline }) => {
      const x = outline.kind === 'polygon' ? outline.points.map((p) => p.x) : [];
      return Math.max(...x) - Math.min(...x);
    });
    // The curve is widest between the two lower corners: 120 mm and what it bulges; both sides are one outline.
    expect(widths).toHaveLength(2);
    expect(widths?.[0]).toBeCloseTo(widths?.[1] ?? 0, 6);
    expect(widths?.[0]).toBeGreaterThan(118);
    expect(widths?.[0]).toBeLessThan(123);
    await w.click(w.stage('Sheet'));
    await w.stack('Front press');
    await expect(w.page.getByRole('img', { name: /Insert/ })).toBeVisible();
    await w.press();
    await w.allGood();
  },
);

walk(
  {
    code: 'J18',
    job: 'Bottle sleeves with two pictures',
    holds: 'a picture of its own on the back; two pictures in one print; curls while warm; air is asked for',
    ends: 'closed',
  },
  async (w) => {
    await w.job('Two-picture sleeves', 4);
    await w.goods('Neoprene bottle sleeve');
    await w.picture('Orbits');
    await w.click(w.at('back'));
    await w.click(w.page.getByRole('button', { name: 'Change picture' }));
    await w.picture('Moon phases');
    // Chosen on a side that showed the first one, it stands in its place.
    await expect(w.page.getByRole('radio', { name: 'Its own' })).toBeChecked();
    const shown = async () => (await w.file()).job.design.map(({ fill, items }) => `${fill} ${items.length}`);
    await expect.poll(shown).toEqual(['own 1', 'own 1']);
    await w.enter('On to Sheet');
    await expect(w.at('4 pieces, 2 each')).toBeVisible();
    await w.enter('On to Stack');
    await w.click(w.at('Front press'));
    await w.press();
    await w.allGood();
  },
);

walk(
  {
    code: 'J20',
    job: 'Thirty masks from the roll, by the short hot school',
    holds: 'least paper against a bound, an insert between the layers, 420 °F (216 °C) for 25 s in this job alone',
    ends: 'first step at the press',
  },
  async (w) => {
    await w.job('Thirty masks', 30);
    await w.goods('Fabric mask, two layers');
    await w.picture('Moon phases');
    await w.enter('On to Sheet');
    await w.click(w.at('610 mm roll'));
    await expect(w.page.getByText(/no layout takes less than/)).toBeVisible();
    await w.stack();
    await w.click(w.page.getByRole('button', { name: 'Change the rules for this job…' }));
    await w.choose('Fabric masks?', w.say('420 °F, 25 s, full pressure', '216 °C, 25 s, full pressure'));
    await w.click(w.page.getByRole('dialog').getByRole('button', { name: 'Done' }));
    await expect(w.at('25 s')).toBeVisible();
    await w.looked();
    await w.press(0);
    const { plan } = await w.file();
    expect(plan?.settings.dwell.value).toBe(25);
    expect(plan?.settings.temperature.value).toBeCloseTo(215.6, 0);
  },
);

walk(
  {
    code: 'J05',
    job: 'A pair of socks from one folded sheet',
    holds: 'one choice for sheet and stack; folded first; pressed, flipped without opening, pressed; peeled once',
    ends: 'closed',
    always: 'in',
  },
  async (w) => {
    await w.job('Folded socks', 2);
    await w.goods('Crew sock on a jig');
    await w.picture('Comet tail');
    await w.enter('On to Sheet');
    await w.click(w.page.getByRole('group', { name: 'Both sides on one folded sheet' }).getByText('Yes'));
    await w.enter('On to Stack');
    await w.click(w.at('Front press'));
    await expect(w.page.getByRole('img', { name: /Transfer, its other half/ })).toBeVisible();
    await expect(w.steps(/./).first()).toContainText('Fold the sheet');
    await expect(w.steps('Flip it without opening')).toHaveCount(1);
    await expect(w.steps('Peel hot')).toHaveCount(1);
    await w.press();
    await w.allGood();
  },
);

walk(
  {
    code: 'J07',
    job: 'Team socks: names and numbers for twelve',
    holds: 'each name is a left and a right one, told on the label and at the press; spare jigs counted',
    ends: 'second bed',
    always: 'mm',
    whole: true,
  },
  async (w) => {
    await w.job('Team socks', 12);
    await w.goods('Crew sock on a jig');
    await w.picture('Comet tail');
    await w.click(w.page.getByRole('button', { name: '+ Text' }));
    await w.write('Text', '{name} {no}');
    await w.click(w.page.getByRole('button', { name: 'Run of names…' }));
    w.fields++;
    const names = ['Ada', 'Bo', 'Cleo', 'Dot', 'Eve', 'Fay', 'Gil', 'Hal', 'Ivo', 'Jo', 'Kit', 'Lou'];
    await w.page
      .getByPlaceholder(/name,no,count/)
      .fill(`name,no\n${names.map((name, i) => `${name},${i + 1}`).join('\n')}`);
    await expect(w.page.getByRole('status').filter({ hasText: '12 pairs' })).toBeVisible();
    await w.click(w.page.getByRole('button', { name: 'Use 24 pieces' }));
    await w.toStack('Front press');
    await expect(w.page.getByText(/keep the press busy/)).toBeVisible();
    await w.press(0);
    await expect(w.page.getByText(/Ada.*left.*Ada.*right/)).toBeVisible();
    await w.pressOn(1);
    await expect(w.page.getByText(/Bo.*left.*Bo.*right/)).toBeVisible();
  },
);
