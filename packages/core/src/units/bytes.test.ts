import { formatBytes } from './index.js';

describe('formatBytes', () => {
  it.each([
    [0, '0 kB'],
    [1, '1 kB'],
    [339_500, '340 kB'],
    [2_449_999, '2.4 MB'],
    [1e9, '1.0 GB'],
    [83_549_000_000, '83.5 GB'],
  ])('tells %d as %s', (bytes, words) => expect(formatBytes(bytes)).toBe(words));
});
