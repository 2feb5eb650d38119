import { keptLine } from './index.js';

describe('answers that were kept', () => {
  it('count from the oldest of them, until the server answers', () => {
    const seen: (string | null)[] = [];
    const stop = keptLine.subscribe(() => seen.push(keptLine.read()));
    keptLine.hear(null);
    keptLine.hear('Thu, 26 Nov 2026 10:42:00 GMT');
    keptLine.hear('Thu, 26 Nov 2026 10:40:00 GMT');
    keptLine.hear('Thu, 26 Nov 2026 10:41:00 GMT');
    keptLine.hear(null);
    stop();
    expect(seen).toEqual(['2026-11-26T10:42:00.000Z', '2026-11-26T10:40:00.000Z', null]);
  });
});
