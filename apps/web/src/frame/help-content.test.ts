import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { helpFor } from './help-content.js';

const guide = readFileSync(join(__dirname, '../../../../docs/guide.md'), 'utf8');
const sections = new Set([...guide.matchAll(/\{#([a-z-]+)\}/g)].map(([, id]) => id));
const STAGES = ['blank', 'art', 'sheet', 'stack', 'press', 'inspect', 'pack'];

describe('the help of a screen', () => {
  it.each([
    ...STAGES.map((stage) => `/jobs/1/${stage}`),
    '/',
    '/jobs',
    '/bench',
    '/sheets',
    '/shelf',
    '/shelf/new',
    '/shop',
    '/recipes',
    '/studies',
    '/studies/1',
    '/chart',
    '/settings',
    '/log',
    '/guide',
    '/people',
    '/me',
    '/changes',
  ])('at %s asks its one question, and leads to a section that the guide has', (path) => {
    const { question, section } = helpFor(path);
    expect(question).toMatch(/\?$/);
    expect(sections).toContain(section);
  });
  it('is another one at each stage', () =>
    expect(new Set(STAGES.map((stage) => helpFor(`/jobs/1/${stage}`).question)).size).toBe(STAGES.length));
  it('is not there for what is no path', () => expect(() => helpFor('nowhere')).toThrow(RangeError));
});
