import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { renderGuide } from './render-guide.js';

const DOCS = join(__dirname, '../../../../docs');
const text = readFileSync(join(DOCS, 'guide.md'), 'utf8');
const { html, sections } = renderGuide(text, (name) => `/pictures/${name}`);

describe('the guide', () => {
  it('gives each section a name of its own', () => {
    const ids = [...html.matchAll(/ id="([^"]+)"/g)].map(([, id]) => id);
    expect(new Set(ids).size).toBe(ids.length);
  });
  it('lists its sections in order, and leaves no name in a title', () => {
    expect(sections.map(({ id }) => id).slice(0, 4)).toEqual(['today', 'blank', 'art', 'sheet']);
    expect(html).not.toContain('{#');
    expect(sections.map(({ title }) => title)).toContain('Check a press');
  });
  it('shows only pictures that are there', () => {
    const there = readdirSync(join(DOCS, 'screenshots'));
    const shown = [...html.matchAll(/src="\/pictures\/([^"]+)"/g)].map(([, name]) => name);
    expect(shown.length).toBeGreaterThan(8);
    for (const name of shown) expect(there).toContain(name);
  });
  it('walks through a job, a press check and a spoiled piece', () => {
    for (const id of ['blank', 'inspect', 'check', 'spoiled']) expect(html).toContain(`id="${id}"`);
  });
});
