import { keepAnswer, KEPT_ANSWERS, KEPT_PICTURES, keptIn } from './index.js';

const ID = '7d3c1f9e-4f0b-4c1a-9a53-0f6f5f6d2a11';

describe('what is kept for when the server is away', () => {
  it.each(['shop', 'proven', 'bench', 'blanks', 'art', 'jobs', `jobs/${ID}/events`, `jobs/${ID}/actuals`])(
    'is what a bench is drawn from: %s',
    (path) => expect(keptIn(`/api/${path}`)).toBe(KEPT_ANSWERS),
  );
  it.each([`art/${ID}/thumb`, `art/${ID}/preview`, 'fonts/atkinson/latin'])('is what never changes: %s', (path) =>
    expect(keptIn(`/api/${path}`)).toBe(KEPT_PICTURES),
  );
  it.each([
    'bench/live',
    'clock',
    'health',
    `jobs/${ID}/ticket`,
    // The screen keeps it by itself.
    `jobs/${ID}/packed`,
    `jobs/${ID}/proof`,
    'log',
    'prints',
    `art/${ID}/original`,
  ])('is nothing else: %s', (path) => expect(keptIn(`/api/${path}`)).toBeNull());
  it('is no page and no other host’s', () => {
    expect(keptIn('/bench')).toBeNull();
    expect(keptIn('/jobs/api/shop')).toBeNull();
  });
  it('is not kept where a browser has no store for it', async () => {
    await expect(keepAnswer('/api/shop', {})).resolves.toBeUndefined();
  });
});
