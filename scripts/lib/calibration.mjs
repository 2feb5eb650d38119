import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT } from './machine.mjs';

const [SIZE, EDGE] = [400, 70];
/** Sureties at which promises are judged, of one. */
const LEVELS = Array.from({ length: 19 }, (_, i) => (i + 1) / 20);

/**
 * Draws how often what was promised with some surety came true: on the diagonal where a surety means what it says (calibration in probability of the probability integral transform; Gneiting, Balabdaoui and Raftery,
 * Probabilistic forecasts, calibration and sharpness, 2007). `shares`: of each promise, the share of days by which it was said to be done when it was. Written to docs/promises.svg; how far it is off on average, of one.
 */
export function drawCalibration(shares) {
  const kept = LEVELS.map((level) => shares.filter((share) => share <= level).length / shares.length);
  const off = LEVELS.reduce((sum, level, i) => sum + Math.abs(kept[i] - level), 0) / LEVELS.length;
  const at = (x, y) => `${(EDGE + x * SIZE).toFixed(1)},${(EDGE / 2 + (1 - y) * SIZE).toFixed(1)}`;
  const text = (x, y, words, more = '') =>
    `<text x="${at(x, y).replace(',', '" y="')}" font-family="sans-serif" font-size="14" ${more}>${words}</text>`;
  const ticks = [0, 0.25, 0.5, 0.75, 1].flatMap((one) => [
    text(one, -0.06, `${one * 100} %`, 'text-anchor="middle"'),
    text(-0.02, one - 0.012, `${one * 100} %`, 'text-anchor="end"'),
    `<path d="M${at(one, 0)}L${at(one, 1)}M${at(0, one)}L${at(1, one)}" stroke="#d5d9e2"/>`,
  ]);
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${SIZE + 2 * EDGE}" height="${SIZE + 1.6 * EDGE}">
<rect width="100%" height="100%" fill="#fff"/>
${ticks.join('\n')}
<path d="M${at(0, 0)}L${at(1, 1)}" stroke="#6b7280" stroke-dasharray="5 5"/>
<path d="M${LEVELS.map((level, i) => at(level, kept[i])).join('L')}" fill="none" stroke="#a3195b" stroke-width="3"/>
${LEVELS.map((level, i) => `<circle cx="${at(level, kept[i]).replace(',', '" cy="')}" r="4" fill="#a3195b"/>`).join('\n')}
${text(0.5, -0.13, 'promised to be done by then', 'text-anchor="middle"')}
${text(0, 1.03, `done by then, of ${shares.length} promises; dashed: as promised`)}
</svg>
`;
  writeFileSync(join(ROOT, 'docs/promises.svg'), svg);
  return { off };
}
