import { expect, test, type Page } from '@playwright/test';
import { faultsOnEveryPlace } from './places.js';

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

/** Buttons of the bench that a glove does not hit, px; the way there and the hints beside it are not what hands in gloves are at. */
async function tooSmallForGloves(page: Page): Promise<string[]> {
  const faults: string[] = [];
  for (const button of await page.getByTestId('bench').getByRole('button').all()) {
    const box = await button.boundingBox();
    if (box && (box.height < 63.5 || box.width < 63.5))
      faults.push(`${(await button.textContent()) ?? ''}: ${Math.round(box.width)} × ${Math.round(box.height)}`);
  }
  return faults;
}

/** What is beyond the edge of the window though nothing scrolls to it, and no drawing is cut there on purpose. */
const cutOff = (page: Page): Promise<string[]> =>
  page.evaluate(() =>
    [...document.querySelectorAll('h1, h2, button, a, label, input, select')].flatMap((one) => {
      const { left, right, width } = one.getBoundingClientRect();
      if (width === 0 || (left >= -1 && right <= 321) || one.closest('.sr-only, [aria-hidden=true], svg')) return [];
      for (let at = one.parentElement; at && at !== document.body; at = at.parentElement)
        if (/auto|scroll/.test(getComputedStyle(at).overflowX)) return [];
      return [
        `${one.tagName.toLowerCase()} ${one.textContent.slice(0, 30)}: ${Math.round(left)} to ${Math.round(right)}`,
      ];
    }),
  );

test('everything can be hit with a mouse, and headings lead down step by step', async ({ page, request }) => {
  test.setTimeout(240_000);
  const look = async () => [...(await tooSmall(page, 24)), ...(await skippedHeadings(page))];
  expect(await faultsOnEveryPlace(page, request, look)).toEqual([]);
});

test.describe('on a tablet', () => {
  test.use({ viewport: { width: 820, height: 1180 }, hasTouch: true, isMobile: true });
  test('everything can be hit with a finger, and what is done at the press with a glove', async ({ page, request }) => {
    test.setTimeout(240_000);
    const look = async (place: string) => [
      ...(await tooSmall(page, 44)),
      ...(place.endsWith('/press') ? await tooSmallForGloves(page) : []),
    ];
    expect(await faultsOnEveryPlace(page, request, look)).toEqual([]);
  });
});

test.describe('at 320 pixels, as wide as a page at 400 % is', () => {
  test.use({ viewport: { width: 320, height: 640 } });
  test('no page has to be pushed sideways', async ({ page, request }) => {
    test.setTimeout(240_000);
    const look = async () => {
      const across = await page.evaluate(() => document.scrollingElement?.scrollWidth ?? 0);
      return [...(across > 320 ? [`is ${across} px wide`] : []), ...(await cutOff(page))];
    };
    expect(await faultsOnEveryPlace(page, request, look)).toEqual([]);
  });
});

/** What is chosen and does not show by the system's own colour of what is chosen, and what can be pressed and has neither edge nor ground. */
const lostInForcedColours = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    const probe = document.body.appendChild(document.createElement('i'));
    probe.style.cssText = 'forced-color-adjust: none; background: Highlight';
    const chosen = getComputedStyle(probe).backgroundColor;
    probe.remove();
    const seen = (one: Element) => {
      const { width, height } = one.getBoundingClientRect();
      return width > 1 && height > 1 && !one.closest('[aria-hidden=true], .sr-only, svg');
    };
    const name = (one: Element) => `${one.tagName.toLowerCase()} ${one.textContent.trim().slice(0, 30)}`;
    const CHOSEN =
      '[aria-pressed=true], [aria-current]:not([aria-current=false]), label:has(> input[type=radio]:checked)';
    return [
      ...[...document.querySelectorAll(CHOSEN)]
        .filter((one) => seen(one) && getComputedStyle(one).backgroundColor !== chosen)
        .map((one) => `${name(one)}: chosen, and looks as if it were not`),
      ...[...document.querySelectorAll('button')]
        .filter((one) => seen(one) && getComputedStyle(one).outlineStyle === 'none')
        .map((one) => `${name(one)}: has no edge`),
    ];
  });

test.describe('in the colours of the system', () => {
  test.use({ forcedColors: 'active' });
  test('what is chosen and what can be pressed is told apart', async ({ page, request }) => {
    test.setTimeout(240_000);
    expect(await faultsOnEveryPlace(page, request, () => lostInForcedColours(page))).toEqual([]);
  });
});
