import { expect, test } from '@playwright/test';
import sharp from 'sharp';
import { demo, jobId, readJob } from './shop.js';

test.beforeEach(async ({ request }) => {
  await demo(request);
});

test('a pen outline is scanned, traced in a worker and put on the shelf at true size', async ({ page, request }) => {
  await page.goto('/shelf/new');
  await page.getByLabel('What is it?').fill('Traced tag');
  await page.getByText('Scan', { exact: true }).click();
  // ISO 216: half of A4 at 150 per inch; an outline of 100 × 70 mm drawn with a pen outside it.
  const k = 150 / 25.4;
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${Math.round(210 * k)}" height="${Math.round(148 * k)}" viewBox="0 0 210 148"><rect width="210" height="148" fill="#f6f4ee"/><rect x="54.5" y="38.5" width="101" height="71" fill="none" stroke="#222" stroke-width="1"/></svg>`;
  const scan = await sharp(Buffer.from(svg)).flatten().withMetadata({ density: 150 }).png().toBuffer();
  await page.getByLabel('Choose a scan').setInputFiles({ name: 'scan.png', mimeType: 'image/png', buffer: scan });
  await expect(page.getByText('as the file says')).toBeVisible();
  await page.getByRole('button', { name: 'Use this outline' }).click();
  await page.getByRole('button', { name: 'Add to the shelf' }).click();
  await expect(page).toHaveURL(/\/shelf$/);
  const blanks = (await (await request.get('/api/blanks')).json()) as {
    name: string;
    sides: { outline: { points: { x: number; y: number }[] } }[];
  }[];
  const points = blanks.find((blank) => blank.name === 'Traced tag')?.sides[0]?.outline.points ?? [];
  expect(Math.abs(Math.max(...points.map((p) => p.x)) - 100)).toBeLessThan(0.2);
  expect(Math.abs(Math.max(...points.map((p) => p.y)) - 70)).toBeLessThan(0.2);
});

test('a picture without a card says so and offers its corners; a drawing without a unit asks for it', async ({
  page,
}) => {
  await page.goto('/shelf/new');
  await page.getByText('Photograph', { exact: true }).click();
  const plain = await sharp({ create: { width: 900, height: 700, channels: 3, background: '#b9a88f' } })
    .jpeg()
    .toBuffer();
  await page.getByLabel('Choose a photograph').setInputFiles({ name: 'a.jpg', mimeType: 'image/jpeg', buffer: plain });
  await expect(page.getByRole('alert')).toContainText('There is no card in sight');
  await expect(page.getByRole('button', { name: 'Measure again by these corners' })).toBeVisible();

  await page.getByText('SVG or DXF', { exact: true }).click();
  const drawing = page.getByLabel('Choose an SVG or DXF file');
  await drawing.setInputFiles({
    name: 'tag.svg',
    mimeType: 'image/svg+xml',
    buffer: Buffer.from(
      '<svg xmlns="http://www.w3.org/2000/svg" width="4" height="3"><rect width="4" height="3"/></svg>',
    ),
  });
  await expect(page.getByText('The file does not say: what is one unit of it?')).toBeVisible();
  await page.getByText('inches', { exact: true }).click();
  await expect(page.getByText('101.6 × 76.2 mm')).toBeVisible();
  await page.getByRole('button', { name: 'Use this outline' }).click();
  await expect(page.getByText('4 points')).toBeVisible();
  await page.getByRole('button', { name: 'Mirror to another side' }).click();
  await expect(page.getByText('back', { exact: true })).toBeVisible();
});

test('a run of names fills the text, names its wrong rows, and the proof is approved until the art changes', async ({
  page,
  request,
}) => {
  const id = await jobId(request, 'Volunteer tees');
  await page.goto(`/jobs/${id}/art`);
  await page.getByRole('button', { name: '+ Text' }).click();
  await page.getByLabel('Text', { exact: true }).fill('{name}');
  await page.getByRole('button', { name: 'Run of names…' }).click();
  await page.getByPlaceholder(/name,no,count/).fill('name,count\nZoë,2\nשירה,1\nBo,many');
  await expect(page.getByText('Row 3: “many” is not a number of pieces.')).toBeVisible();
  await page.getByRole('button', { name: 'Use 3 pieces' }).click();
  // The plain font has no Hebrew: told before anything is printed, with the row.
  await expect(page.getByRole('button', { name: /The font lacks signs for row 2/ })).toBeVisible();
  await page.getByText('round, many scripts', { exact: true }).click();
  await expect(page.getByRole('button', { name: /The font lacks signs/ })).toBeHidden();
  await page.getByRole('button', { name: /Piece 3/ }).click();
  await expect.poll(async () => (await readJob(request, id)).job.pieces).toBe(3);

  await page.getByRole('button', { name: 'Proof: paper and pressed…' }).click();
  await expect(page.getByRole('img', { name: 'Pressed, on this blank' })).toBeVisible({ timeout: 30_000 });
  await page.getByLabel('Approved by').fill('Ms Vale');
  await page.getByRole('button', { name: 'Record the approval' }).click();
  await expect(page.getByText(/Approved by Ms Vale on/)).toBeVisible();
  await page.keyboard.press('Escape');
  await page.getByLabel('Text', { exact: true }).fill('{name}!');
  await expect(page.getByRole('button', { name: 'The art changed after Ms Vale approved it' })).toBeVisible();
});
