import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { expect, test } from '@playwright/test';
import type { AxeResults } from 'axe-core';
import { faultsOnEveryPlace } from './places.js';

const AXE = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');
const RULES = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'];

declare const axe: { run: (options: object) => Promise<AxeResults> };

// WCAG 2.2 AA, as axe-core measures it (contrast among it: 1.4.3 and 1.4.11).
test('no stage and no place has a serious fault for axe', async ({ page, request }) => {
  const faults = await faultsOnEveryPlace(page, request, async () => {
    await page.evaluate(AXE);
    const { violations } = await page.evaluate((tags) => axe.run({ runOnly: tags }), RULES);
    const serious = violations.filter((v) => v.impact === 'serious' || v.impact === 'critical');
    return serious.map(
      (v) =>
        `${v.id}: ${v.nodes.map((node) => `${node.html.slice(0, 120)} ${node.any[0]?.message ?? ''}`).join(' | ')}`,
    );
  });
  expect(faults).toEqual([]);
});
