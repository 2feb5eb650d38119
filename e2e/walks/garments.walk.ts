import { expect } from '@playwright/test';
import type { JobPage } from '@kanga/contract/job';
import { walk } from './walk.js';

/** Prints on the chest of a garment. Figures are common practice, no published source. */
walk(
  {
    code: 'J01',
    job: 'Chest print on a white tee, from a printer that takes letter paper alone',
    holds:
      'two sheets that overlap, joined behind before the cloth is warmed; 380 °F (193 °C), 45 s; the insert first; 3.5 in (89 mm) below the collar; not printed yet is said',
    ends: 'closed',
    always: 'in',
  },
  async (w) => {
    await w.job('Chest print', 1);
    await w.goods('Volunteer tee, size L');
    await w.picture('Open night badge');
    await w.enter('On to Sheet');
    await w.click(w.at('Letter'));
    await w.click(w.page.getByRole('button', { name: /Print .*in parts/ }));
    await expect(w.at('1 piece, 2 each')).toBeVisible();
    await w.enter('On to Stack');
    await w.click(w.at('Front press'));
    await expect(w.shows(w.say('380 °F', '193 °C'))).toBeVisible();
    await expect(w.steps(/^\d*Join the parts/)).toHaveCount(1);
    await expect(w.steps(/./).first()).toContainText('Join the parts');
    await expect(w.steps('insert goes in first')).toHaveCount(1);
    await expect(w.steps(w.say(/3.5 in, below the collar/, /8[89](\.\d)? mm, below the collar/))).toHaveCount(1);
    await w.notes(/has not printed this yet/);
    await w.press();
    const { plan } = await w.file();
    expect(plan?.settings).toMatchObject({ dwell: { value: 45 }, peel: { value: 'hot' } });
    expect(plan?.settings.temperature.value).toBeCloseTo(193.3, 0);
    await w.allGood();
  },
);

walk(
  {
    code: 'J11',
    job: 'One spot print, quickly, from the roll',
    holds: 'blank, picture, sheet and stack each by one key',
    ends: 'closed',
    always: 'in',
    whole: true,
  },
  async (w) => {
    await w.job('Spot print', 1);
    await w.goods('Volunteer tee, size M');
    await w.picture('Open night badge');
    await w.enter('On to Sheet');
    await expect(w.at('610 mm roll')).toBeVisible();
    await w.enter('On to Stack');
    await w.click(w.at('Front press'));
    await w.press();
    await w.allGood();
  },
);

walk(
  {
    code: 'J08',
    job: '48 running shirts on foam, two people at one press',
    holds:
      'foam smaller than the print, inside the seams; paper that overhangs it; who pressed which piece; light pressure',
    ends: 'second bed',
  },
  async (w) => {
    await w.job('Running shirts', 48);
    await w.goods('Running shirt, on foam');
    await w.picture('Open night badge');
    await w.enter('On to Sheet');
    await expect(w.at('48')).toBeVisible();
    await w.enter('On to Stack');
    await w.click(w.at('Front press'));
    await expect(w.page.getByRole('img', { name: /Foam pad/ })).toBeVisible();
    const [, foam = '', print = ''] =
      /Foam pad ([\d.]+)[^]*Running shirt ([\d.]+)/.exec(
        (await w.page.locator('main').innerText())
          .replaceAll('\n', ' ')
          .replace(/(Running shirt [\d.]+)([^]*)(Foam pad [\d.]+)/, '$3$2$1'),
      ) ?? [];
    expect(Number(foam)).toBeLessThan(Number(print));
    await expect(w.at('light')).toBeVisible();
    await w.press(1);
    await w.choose('Operator', 'Juniper');
    await w.pressOn(2);
    const { events, plan } = await w.file();
    expect(plan?.settings.pressure.value).toBe('light');
    expect(new Set(events.flatMap((event) => ('bed' in event && event.bed === 1 ? [event.by] : [])))).toEqual(
      new Set(['Juniper']),
    );
  },
);

walk(
  {
    code: 'J07',
    job: 'Team tees with names and numbers in two sizes',
    holds: 'the other size gets a job of its own on the goods of that size; the name stands at the press',
    ends: 'closed',
    always: 'in',
  },
  async (w) => {
    await w.job('Team tees', 1);
    await w.goods('Volunteer tee, size L');
    await w.picture('Open night badge');
    await w.click(w.page.getByRole('button', { name: '+ Text' }));
    await w.write('Text', '{name} {no}');
    await w.click(w.page.getByRole('button', { name: 'Run of names…' }));
    w.fields++;
    await w.page.getByPlaceholder(/name,no,count/).fill('name,no,size\nAda,7,L\nBo,2,S\nCleo,3,S');
    await w.click(w.page.getByRole('button', { name: 'Use 3 pieces' }));
    await expect(w.finding('2 pieces are of another size: S (Bo, Cleo)')).toBeVisible();
    await w.click(w.page.getByRole('button', { name: 'Open a job for them' }));
    await expect(w.page.getByText(/is opened for 2 pieces/)).toBeVisible();
    const { jobs } = (await (await w.request.get('/api/jobs')).json()) as JobPage;
    expect(jobs.find(({ name }) => name === 'Team tees, S')).toMatchObject({
      pieces: 2,
      blankName: 'Volunteer tee, size S',
    });
    await w.toStack('Front press');
    await w.press(0);
    await expect(w.page.getByText(/Ada/).first()).toBeVisible();
    await w.pressOn(Infinity);
    await w.allGood();
  },
);

walk(
  {
    code: 'J12',
    job: 'The same picture asked for on cotton',
    holds:
      'what dye would do, the same picture on other goods beside it, film that is pressed: 180 °C, 30 s, peeled hot, finished',
    ends: 'closed',
    always: 'in',
  },
  async (w) => {
    await w.job('Cotton tees', 1);
    await w.click(w.page.getByRole('link', { name: 'Measure or trace your own' }));
    await w.write('What is it?', 'Cotton tee');
    await w.write('Width of the print area', w.say('10.5', '267'));
    await w.write('Height of the print area', w.say('9', '229'));
    await w.click(w.at('Cloth'));
    await w.choose('Kind of goods', 'Apparel');
    await w.write('Polyester, %', '0');
    await w.write('Cotton, %', '100');
    await w.click(w.page.getByRole('button', { name: 'Add to the shelf' }));
    await expect(w.finding(/it will not hold the dye/)).toBeVisible();
    await w.click(w.page.getByRole('button', { name: 'Plan it with film' }));
    await expect(w.at('Pressed with film')).toBeVisible();
    await w.enter('On to Art');
    await w.picture('Open night badge');
    await w.click(w.page.getByRole('button', { name: 'On other goods…' }));
    const other = w.page.getByRole('dialog', { name: 'On other goods' });
    await w.write('Find goods to compare', 'Volunteer tee');
    await w.click(other.getByRole('group').getByText('Volunteer tee, size L'));
    await expect(other.getByRole('img', { name: /Roughly as it comes out on/ })).toHaveCount(2);
    await expect(other.getByRole('region', { name: 'Volunteer tee, size L' })).toContainText('takes dye');
    await w.page.keyboard.press('Escape');
    await w.enter('On to Sheet');
    await w.enter('On to Stack');
    await expect(w.shows(w.say('356 °F', '180 °C'))).toBeVisible();
    await expect(w.steps('Finish it')).toHaveCount(1);
    await w.notes('The film’s own sheet comes first');
    await w.click(w.at('Front press'));
    await w.press();
    const { plan } = await w.file();
    expect(plan).toMatchObject({ process: 'film', settings: { dwell: { value: 30 }, peel: { value: 'hot' } } });
    await w.allGood();
  },
);
