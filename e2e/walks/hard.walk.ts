import { expect } from '@playwright/test';
import { walk } from './walk.js';

/** Mats, tags, coasters, tumblers, and what is done for a machine that is new. Figures are common practice, no published source. */
walk(
  {
    code: 'J04',
    job: 'Mats with a rubber border, larger than the plate',
    holds: 'no bleed on rubber, two pressings, 5 lb (2.3 kg) that are held up, cooled flat',
    ends: 'first step at the press',
    always: 'in',
  },
  async (w) => {
    await w.job('Door mats', 2);
    await w.write('Find a blank', 'Door mat');
    await w.click(w.at('Door mat, rubber border'));
    await expect(w.page.getByRole('button', { name: 'Bleed: reasons' })).toContainText('none');
    await w.enter('On to Art');
    await w.picture('Moon phases');
    await w.stack();
    await w.notes('Pressed in 2 sections');
    await w.reads('Hold up what hangs out', w.say(/of 5 lb in all/, /of 2.3 kg in all/));
    await expect(w.steps('Move it on, section 2 of 2')).toHaveCount(1);
    expect((await w.file()).job.bleed).toBeNull();
    await w.looked();
  },
);

walk(
  {
    code: 'J06',
    job: 'A larger mat from two 13 × 19 in sheets',
    holds: 'two sheets that overlap where the art is quiet, joined before it is laid on',
    ends: 'at the stack',
  },
  async (w) => {
    await w.job('Larger mat', 1);
    await w.write('Find a blank', 'Door mat');
    await w.click(w.at('Door mat, rubber border'));
    await w.enter('On to Art');
    await w.picture('Moon phases');
    await w.click(w.stage('Sheet'));
    await w.click(w.at('13 × 19 in'));
    await w.click(w.page.getByRole('button', { name: /Print .*in parts/ }));
    await expect(w.at('1 piece, 2 each')).toBeVisible();
    await w.stack();
    await expect(w.steps('Join the parts')).toHaveCount(1);
  },
);

walk(
  {
    code: 'J09',
    job: 'A new desktop printer: nozzles, mirror test, margins; then ceramic coasters',
    holds: 'the test says who mirrors; the template is 4.1 to 4.2 in (104 to 107 mm) for 3.98 in; wiped, taped, cooled',
    ends: 'closed',
    always: 'mm',
  },
  async (w) => {
    await w.page.goto('/shop');
    await w.click(w.page.getByRole('button', { name: 'Test it: the mirror of Desk printer' }));
    const paper = w.page.waitForEvent('download');
    await w.click(w.page.getByRole('link', { name: 'Download the test' }));
    expect((await paper).suggestedFilename()).toMatch(/\.pdf$/);
    // HAND reads right on the paper: the driver mirrors nothing, Kanga does.
    await w.click(w.page.getByRole('button', { name: 'HAND' }));
    await expect(w.page.getByText(/Mirror tested/).first()).toBeVisible();
    await w.job('Coasters', 4);
    await w.write('Find a blank', 'Ceramic coaster');
    await w.click(w.at('Ceramic coaster, round'));
    const size = w.say(/^4\.1\d* × 4\.1\d* in$/, /^10[456](\.\d)? × 10[456](\.\d)? mm$/);
    const cut = await w.page.getByText(size).last().innerText();
    const across = Number(/^[\d.]+/.exec(cut)?.[0]) * w.say(25.4, 1);
    expect(across).toBeGreaterThanOrEqual(104.1);
    expect(across).toBeLessThanOrEqual(106.7);
    await w.enter('On to Art');
    await w.picture('Star chart');
    await w.toStack('Front press');
    await expect(w.steps(/./).first()).toContainText('Wipe it clean');
    await expect(w.steps('Hold it')).toHaveCount(1);
    await w.press();
    await w.allGood();
  },
);

walk(
  {
    code: 'J10',
    job: 'A tumbler in two halves, on a press that was just set up',
    holds: '365 °F (185 °C), 70 s each half, turned between, cooled before it is opened',
    ends: 'closed',
  },
  async (w) => {
    await w.job('Tumblers', 2);
    await w.goods('Steel tumbler, straight');
    await w.picture('Star chart');
    await w.click(w.stage('Sheet'));
    await w.stack();
    await expect(w.shows(w.say('365 °F', '185 °C'))).toBeVisible();
    await expect(w.steps('Turn it, half 2 of 2')).toHaveCount(1);
    await w.press();
    const { plan } = await w.file();
    expect(plan?.steps.filter(({ kind }) => kind === 'press').map(({ seconds }) => seconds)).toEqual([70, 70]);
    await w.allGood();
  },
);

walk(
  {
    code: 'J13',
    job: 'Mouse pads, face down on the transfer, two at once',
    holds:
      'face down, a cloth under it, two on the plate, the settings of this press; no line of the template is printed',
    ends: 'closed',
  },
  async (w) => {
    await w.job('Mouse pads', 4);
    await w.goods('Mouse pad, fabric face');
    await w.picture('Star chart');
    await w.toStack('Front press');
    await expect(w.page.getByRole('img', { name: /Mouse pad.*Transfer.*Cloth/ })).toBeVisible();
    await expect(w.steps('Print up, the blank face down on it')).toHaveCount(1);
    await w.press();
    await w.allGood();
  },
);

walk(
  {
    code: 'J14',
    job: 'Tags with a strap slot, two sides',
    holds:
      '4.25 × 3 in (108 × 76.2 mm) with its bleed; fresh paper each pressing; cooled on the rack between its sides',
    ends: 'closed',
    always: 'mm',
  },
  async (w) => {
    await w.job('Luggage tags', 6);
    await w.write('Find a blank', 'Luggage tag');
    await w.click(w.at('Luggage tag with a strap slot'));
    await expect(w.at(w.say('4.25 × 3 in', '108 × 76.2 mm'))).toBeVisible();
    await w.enter('On to Art');
    await w.picture('Star chart');
    await w.toStack('Front press');
    await expect(w.steps('Let it cool before the other side')).toHaveCount(1);
    await expect(w.shows(w.say('400 °F', '204 °C'))).toBeVisible();
    await w.press();
    await w.allGood();
  },
);

walk(
  {
    code: 'J19',
    job: 'Burlap-look coasters, part of the face only',
    holds: 'the base tints, said; art that stands free lies inside the face and stops nothing; 360 °F (182 °C)',
    ends: 'closed',
    always: 'in',
  },
  async (w) => {
    await w.job('Burlap coasters', 4);
    await w.goods('Burlap-look coaster');
    await w.picture('Open night badge');
    await w.notes(/covers part of the face/);
    await w.toStack('Front press');
    await expect(w.shows(w.say('360 °F', '182 °C'))).toBeVisible();
    await expect(w.steps(/[Ll]ift one corner/)).not.toHaveCount(0);
    await w.press();
    await w.allGood();
  },
);

walk(
  {
    code: 'J21',
    job: 'Neoprene coasters on a hand press of 9 × 9 in (230 × 230 mm)',
    holds: 'a press that is told about on the way; paper over and under; the recipe for its plate',
    ends: 'closed',
  },
  async (w) => {
    await w.page.goto('/shop');
    await w.click(w.page.getByRole('button', { name: 'Add a press' }));
    await w.write('Name', 'Hand press');
    await w.choose('Kind', 'hand iron');
    await w.write('Plate, across', w.say('9', '230'));
    await w.write('Plate, front to back', w.say('9', '230'));
    await w.click(w.page.getByRole('dialog').getByRole('button', { name: 'Save' }));
    await w.job('Round coasters', 2);
    await w.goods('Neoprene coaster, round');
    await w.picture('Star chart');
    await w.enter('On to Sheet');
    await w.stack('Hand press');
    await expect(w.page.getByRole('img', { name: /Cover sheet.*Base sheet/ })).toBeVisible();
    await w.press();
    await w.allGood();
  },
);

walk(
  {
    code: 'J17',
    job: 'No maker’s sheet: a row of the reference chart, and the chart for the wall',
    holds: 'the chart is searched, read in the shop’s degrees, beside what is proven here, and printed',
    ends: 'on the chart',
    always: 'in',
  },
  async (w) => {
    await w.page.goto('/recipes');
    await w.click(w.page.getByRole('link', { name: 'Reference chart' }));
    await w.write('Find in the chart', 'sock');
    const row = w.page.getByRole('row', { name: /athletic sock on jig/i });
    await expect(row).toContainText(w.say('390 to 400 °F', '199 to 204 °C'));
    await expect(row).toContainText('45 to 60 s');
    await expect(w.page.getByRole('row')).toHaveCount(2);
  },
);
