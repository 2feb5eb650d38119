import { mainColours } from './colours.js';

const pixels = (...runs: [string, number][]) =>
  new Uint8Array(
    runs.flatMap(([hex, count]) =>
      Array.from({ length: count }, () => [1, 3, 5].map((i) => parseInt(hex.slice(i, i + 2), 16)).concat(255)).flat(),
    ),
  );

describe('mainColours', () => {
  it('names the most frequent first, near ones as one, rare ones not at all', () => {
    const found = mainColours(pixels(['#00739b', 500], ['#0276a0', 200], ['#c4126e', 290], ['#17784c', 5]), 6);
    expect(found.map(({ share }) => Math.round(share * 100))).toEqual([70, 29]);
    expect(found[1]?.hex).toBe('#c4126e');
  });
  it('leaves out what is clear', () => {
    const data = pixels(['#c4126e', 10]);
    for (let i = 3; i < data.length; i += 4) data[i] = 0;
    expect(mainColours(data, 6)).toEqual([]);
  });
});
