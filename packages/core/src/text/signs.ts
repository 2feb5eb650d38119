import { FONT_IDS, type FontId } from './fonts.js';

/** Signs that each font that ships has, and those of labels and documents have together: ranges of code points in hexadecimal. Read from the font files, and held against them by a test. */
export const SIGNS: Record<FontId | 'label', string> = {
  plain:
    '21-7e a0-ac ae-b4 b6-107 10a-113 116-11b 11e-123 126-127 12a-12b 12e-133 136-137 139-13e 141-148 150-155 158-15b 15e-165 16a-16b 16e-17e 192 218-21b 237 2c6-2c7 2c9 2da 2dc-2dd 300-301 303-304 308 1e80-1e85 1e9e 1ef2-1ef3 2009 2013-2014 2018-201a 201c-201e 2020 2022 2026 2039-203a 2044 20ac 20b9 2113 2122 2212 2215 ffff',
  round:
    '21-7e a0-161 164-17f 192 1fc-1ff 218-21b 237 2bc 2c6-2c7 2da 2dc-2dd 300-301 303-304 307-308 400-45f 490-491 4b0-4b1 5b0-5bc 5be 5c1-5c2 5c7 5d0-5ea 5f2-5f4 60c 61b 61f 621-63a 640-656 660-671 67e 686 698 6a1 6a4 6a9 6af 6ba 6cc 6f0-6f9 1e80-1e85 1e9e 1ef2-1ef3 2013-2014 2018-201a 201c-201e 2020 2022 2026 2039-203a 2044 20aa 20ac 20ae 20b4 20b8-20b9 20bd 2116 2122 2212 2215 fb2a-fb36 fb38-fb3c fb3e fb40-fb41 fb43-fb44 fb46-fb4b fb57-fb59 fb7b-fb7d fb8b fb8f-fb91 fb93-fb95 fb9f fbfd-fbff fc03-fc04 fc09-fc0a fc0f-fc10 fc13-fc14 fc31-fc32 fc35-fc36 fc3d-fc3e fc43-fc44 fc4f-fc50 fc64-fc65 fc67-fc6b fc6d-fc71 fc74-fc77 fc79-fc7b fc83-fc84 fc86-fc87 fc8a-fc8b fc8d-fc8f fc91-fc92 fc94-fc96 fcfb-fd08 fd0d-fd10 fd17-fd24 fd29-fd2c fd3e-fd3f ffff',
  poster:
    '21-7e a0-a3 a5-ac ae-107 10a-113 116-11b 11e-123 126-12b 12e-133 136-137 139-13e 141-148 14a-14d 150-15b 15e-161 164-165 168-17e 1a0-1a1 1af-1b0 1cd-1ce 218-21b 237 2c6-2c7 2da 2dc-2dd 300-301 303-304 308-309 323 1e80-1e85 1e9e 1ea0-1ef9 2002 2009 200b 2013-2014 2018-201a 201c-201e 2020 2022 2026 2032-2033 2039-203a 2044 20a1 20a4 20a6 20a8-20a9 20ab-20ae 20b1-20b2 20b4-20b5 20b8-20ba 20bc-20bf 2113 2122 2191 2193 2212 ffff',
  slab: '21-7e a0-17e 18f 192 1a0-1a1 1af-1b0 1c4-1cc 1e6-1e7 1ea-1eb 1fa-21b 22a-22d 230-233 237 259 2bb-2bc 2be-2bf 2c6-2cc 2da 2dc-2dd 300-301 303-304 308-309 323 1e08-1e09 1e0c-1e0f 1e14-1e17 1e1c-1e1d 1e20-1e21 1e24-1e25 1e2a-1e2b 1e2e-1e2f 1e36-1e37 1e3a-1e3b 1e42-1e49 1e4c-1e53 1e5a-1e5b 1e5e-1e69 1e6c-1e6f 1e78-1e7b 1e80-1e85 1e8e-1e8f 1e92-1e93 1e97 1e9e 1ef2-1ef9 2009 200b 2013-2014 2018-201a 201c-201e 2020 2022 2026 2032-2033 2039-203a 2044 20a1 20a3-20a4 20a6-20a7 20a9 20ab-20ad 20b1-20b2 20b5 20b9-20ba 20bc-20bd 2113 2122 2212 2215 ffff',
  narrow:
    '21-7e a0-ac ae-17f 18f 192 1a0-1a1 1af-1b0 1b7 1c4-1ce 1d3-1d4 1e4-1eb 1ee-1ef 1f1-1f5 1fa-21b 21e-21f 22a-22d 230-233 237 259 292 2bb-2bc 2c6-2c7 2c9 2da 2dc-2dd 300-301 303-304 308-309 323 400-45f 490-491 4b0-4b1 1e02-1e03 1e0a-1e0b 1e1e-1e1f 1e40-1e41 1e56-1e57 1e60-1e61 1e6a-1e6b 1e80-1e85 1e9e 1ef2-1ef9 2013-2014 2018-201a 201c-201e 2020 2022 2026 2032-2033 2039-203a 2044 20a1 20a3-20a4 20a6-20a7 20a9 20ab-20ae 20b1-20b2 20b4-20b5 20b8-20ba 20bc-20bd 2113 2116 2122 2212 2215 ffff',
  world:
    '21-7e a0-2cc 2ce-2d7 2da 2dc-301 303-304 308-309 323 329 370-377 37a-37f 384-38a 38c 38e-3a1 3a3-3e1 3f0-52f 1c80-1c88 1d00-1dbf 1e00-1f15 1f18-1f1d 1f20-1f45 1f48-1f4d 1f50-1f57 1f59 1f5b 1f5d 1f5f-1f7d 1f80-1fb4 1fb6-1fc4 1fc6-1fd3 1fd6-1fdb 1fdd-1fef 1ff2-1ff4 1ff6-1ffe 2002 2009 200b 2013-2014 2018-201a 201c-201e 2020 2022 2026 2032-2033 2039-203a 2044 20a0-20c0 2113 2116 2122 2212 2c60-2c7f 2de0-2dff a640-a69f a720-a7ca a7d0-a7d1 a7d3 a7d5-a7d9 a7f2-a7ff fe2e-fe2f feff fffd ffff',
  script:
    '21-7e a0-131 134-17e 18f 192 1a0-1a1 1af-1b0 1c4-1cc 1e6-1e7 1ea-1eb 1fa-21b 22a-22d 230-233 237 259 2bc 2c6-2c7 2c9 2da 2dc-2dd 300-301 303-304 308-309 323 400-45f 490-491 4b0-4b1 1e80-1e85 1e9e 1ef2-1ef9 2013-2014 2018-201a 201c-201e 2020 2022 2026 2039-203a 2044 20a1 20a3-20a4 20a6-20a7 20a9 20ab-20ae 20b1-20b2 20b4-20b5 20b8-20ba 20bc-20bd 2116 2122 2212 2215 ffff',
  label:
    '21-7e a0-2cc 2ce-2d7 2da 2dc-301 303-304 307-309 323 329 370-377 37a-37f 384-38a 38c 38e-3a1 3a3-3e1 3f0-52f 5b0-5bc 5be 5c1-5c2 5c7 5d0-5ea 5f2-5f4 60c 61b 61f 621-63a 640-656 660-671 67e 686 698 6a1 6a4 6a9 6af 6ba 6cc 6f0-6f9 1c80-1c88 1d00-1dbf 1e00-1f15 1f18-1f1d 1f20-1f45 1f48-1f4d 1f50-1f57 1f59 1f5b 1f5d 1f5f-1f7d 1f80-1fb4 1fb6-1fc4 1fc6-1fd3 1fd6-1fdb 1fdd-1fef 1ff2-1ff4 1ff6-1ffe 2002 2009 200b 2013-2014 2018-201a 201c-201e 2020 2022 2026 2032-2033 2039-203a 2044 20a0-20c0 2113 2116 2122 2212 2215 2c60-2c7f 2de0-2dff a640-a69f a720-a7ca a7d0-a7d1 a7d3 a7d5-a7d9 a7f2-a7ff fb2a-fb36 fb38-fb3c fb3e fb40-fb41 fb43-fb44 fb46-fb4b fb57-fb59 fb7b-fb7d fb8b fb8f-fb91 fb93-fb95 fb9f fbfd-fbff fc03-fc04 fc09-fc0a fc0f-fc10 fc13-fc14 fc31-fc32 fc35-fc36 fc3d-fc3e fc43-fc44 fc4f-fc50 fc64-fc65 fc67-fc6b fc6d-fc71 fc74-fc77 fc79-fc7b fc83-fc84 fc86-fc87 fc8a-fc8b fc8d-fc8f fc91-fc92 fc94-fc96 fcfb-fd08 fd0d-fd10 fd17-fd24 fd29-fd2c fd3e-fd3f fe2e-fe2f feff fffd ffff',
};

const known = new Map<FontId | 'label', [number, number][]>();
function rangesOf(font: FontId | 'label'): [number, number][] {
  const before = known.get(font);
  if (before) return before;
  const ranges = SIGNS[font].split(' ').map((range): [number, number] => {
    const [from = NaN, to = from] = range.split('-').map((point) => parseInt(point, 16));
    return [from, to];
  });
  known.set(font, ranges);
  return ranges;
}

/** Signs that draw nothing and are never missing: joiners and marks of direction. */
export const SILENT = /[\u200b-\u200f\u202a-\u202e\u2060\ufeff]/u;

/** The signs of a text that a font lacks, each once. O(signs × log ranges). */
export function signsLacking(font: FontId | 'label', text: string): string[] {
  const ranges = rangesOf(font);
  const has = (point: number): boolean => {
    let [low, high] = [0, ranges.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      const [, to = Infinity] = ranges[middle] ?? [];
      if (to < point) low = middle + 1;
      else high = middle;
    }
    return (ranges[low]?.[0] ?? Infinity) <= point;
  };
  const signs = new Set([...text.normalize('NFC')].filter((sign) => !SILENT.test(sign) && sign.trim() !== ''));
  return [...signs].filter((sign) => !has(sign.codePointAt(0) ?? 0));
}

/** The fonts that have all of these signs, in the order in which they are offered. */
export const fontsWith = (signs: readonly string[]): FontId[] =>
  FONT_IDS.filter((font) => signsLacking(font, signs.join('')).length === 0);
