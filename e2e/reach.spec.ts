import { expect, test, type Page } from '@playwright/test';
import { everyPlace, settled } from './places.js';
import { demo } from './shop.js';

/** What can be pressed and is smaller than `least` px either way: links within a sentence excepted, and what stands on a drawing (WCAG 2.2, 2.5.8: inline, essential). */
const tooSmall = (page: Page, least: number): Promise<string[]> =>
  page.evaluate((least) => {
    const PRESSED = 'a[href], button, input, select, textarea, summary, [role=button], [role=radio], label:has(input)';
    return [...document.querySelectorAll(PRESSED)].flatMap((one) => {
      const label = one.closest('label');
      const { width, height } = (label ?? one).getBoundingClientRect();
      const style = getComputedStyle(one);
      const hidden = width === 0 || style.visibility === 'hidden' || one.closest('[aria-hidden=true], .sr-only, svg');
      const inSentence = style.display === 'inline' && one.closest('p, li, td');
      if (hidden || inSentence || (width >= least - 0.5 && height >= least - 0.5)) return [];
      const name = one.getAttribute('aria-label') ?? one.textContent.trim();
      return [`${one.tagName.toLowerCase()} ${name.slice(0, 30)}: ${Math.round(width)} × ${Math.round(height)}`];
    });
  }, least);

/** Headings that are deeper by more than one than the heading before, or come before the first. */
const skippedHeadings = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    let before = 0;
    return [...document.querySelectorAll('h1, h2, h3, h4, h5')].flatMap((one) => {
      const level = Number(one.tagName.slice(1));
      const skips = level > before + 1;
      const text = `h${level} after h${before}: ${one.textContent.slice(0, 40)}`;
      before = level;
      return skips ? [text] : [];
    });
  });

test('everything can be hit with a mouse, and headings lead down step by step', async ({ page, request }) => {
  test.setTimeout(240_000);
  await demo(request);
  const faults: string[] = [];
  for (const place of await everyPlace(request)) {
    await settled(page, place);
    faults.push(...[...(await tooSmall(page, 24)), ...(await skippedHeadings(page))].map((one) => `${place} ${one}`));
  }
  expect(faults).toEqual([]);
});

test.describe('on a tablet', () => {
  test.use({ viewport: { width: 820, height: 1180 }, hasTouch: true, isMobile: true });
  test('everything can be hit with a finger, and what is done at the press with a glove', async ({ page, request }) => {
    test.setTimeout(240_000);
    await demo(request);
    const faults: string[] = [];
    for (const place of await everyPlace(request)) {
      await settled(page, place);
      faults.push(...(await tooSmall(page, 44)).map((one) => `${place} ${one}`));
      if (!place.endsWith('/press')) continue;
      // The way there and the hints beside it are not what hands in gloves are at.
      const bench = page.getByTestId('bench').getByRole('button');
      for (const button of await bench.all()) {
        const box = await button.boundingBox();
        if (box && (box.height < 63.5 || box.width < 63.5))
          faults.push(
            `${place} ${(await button.textContent()) ?? ''}: ${Math.round(box.width)} × ${Math.round(box.height)}`,
          );
      }
    }
    expect(faults).toEqual([]);
  });
});

test.describe('at 320 pixels, as wide as a page at 400 % is', () => {
  test.use({ viewport: { width: 320, height: 640 } });
  test('no page has to be pushed sideways', async ({ page, request }) => {
    test.setTimeout(240_000);
    await demo(request);
    const faults: string[] = [];
    for (const place of await everyPlace(request)) {
      await settled(page, place);
      const across = await page.evaluate(() => document.scrollingElement?.scrollWidth ?? 0);
      if (across > 320) faults.push(`${place} is ${across} px wide`);
      const cut = await page.evaluate(() =>
        // What is beyond the edge though nothing scrolls to it, and no drawing is cut there on purpose.
        [...document.querySelectorAll('h1, h2, button, a, label, input, select')].flatMap((one) => {
          const { left, right, width } = one.getBoundingClientRect();
          if (width === 0 || (left >= -1 && right <= 321) || one.closest('.sr-only, [aria-hidden=true], svg'))
            return [];
          for (let at = one.parentElement; at && at !== document.body; at = at.parentElement)
            if (/auto|scroll/.test(getComputedStyle(at).overflowX)) return [];
          return [
            `${one.tagName.toLowerCase()} ${one.textContent.slice(0, 30)}: ${Math.round(left)} to ${Math.round(right)}`,
          ];
        }),
      );
      faults.push(...cut.map((one) => `${place} ${one}`));
    }
    expect(faults).toEqual([]);
  });
});
