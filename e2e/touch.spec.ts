import { expect, test, type CDPSession } from '@playwright/test';
import { demo, jobId, readPlacement } from './shop.js';

type Finger = { x: number; y: number };
const touch = (cdp: CDPSession, type: 'touchStart' | 'touchMove' | 'touchEnd', fingers: Finger[]) =>
  cdp.send('Input.dispatchTouchEvent', { type, touchPoints: fingers.map(({ x, y }, id) => ({ x, y, id })) });

test('the picture is dragged with one finger and scaled with two', async ({ page, request }, info) => {
  test.skip(info.project.name !== 'tablet', 'a laptop has no touch screen');
  await demo(request);
  const id = await jobId(request, 'Star-chart cushions');
  await page.goto(`/jobs/${id}/art`);
  await page.getByRole('application').scrollIntoViewIfNeeded();
  const box = await page.getByRole('application').boundingBox();
  if (!box) throw new Error('no picture');
  const cdp = await page.context().newCDPSession(page);
  const [cx, cy] = [box.x + box.width / 2, box.y + box.height / 2];
  await touch(cdp, 'touchStart', [{ x: cx, y: cy }]);
  for (let i = 1; i <= 6; i++) await touch(cdp, 'touchMove', [{ x: cx + 6 * i, y: cy }]);
  await touch(cdp, 'touchEnd', []);
  await expect.poll(async () => (await readPlacement(request, id))?.x ?? 0).toBeGreaterThan(195);

  const before = (await readPlacement(request, id))?.width ?? 0;
  await touch(cdp, 'touchStart', [
    { x: cx - 40, y: cy },
    { x: cx + 40, y: cy },
  ]);
  for (let i = 1; i <= 8; i++)
    await touch(cdp, 'touchMove', [
      { x: cx - 40 - 6 * i, y: cy },
      { x: cx + 40 + 6 * i, y: cy },
    ]);
  await touch(cdp, 'touchEnd', []);
  await expect.poll(async () => (await readPlacement(request, id))?.width ?? 0).toBeGreaterThan(before * 1.3);
});
