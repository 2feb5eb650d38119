/** A font that ships with Kanga: open, by its package and the cuts of it that hold different signs. */
export interface FontFile {
  name: string;
  /** What it is good for, in two words. */
  character: string;
  package: string;
  weight: number;
  subsets: readonly string[];
}

export const FONTS = {
  plain: {
    name: 'Atkinson Hyperlegible Next',
    character: 'plain, clear',
    package: '@fontsource/atkinson-hyperlegible-next',
    weight: 700,
    subsets: ['latin', 'latin-ext'],
  },
  round: {
    name: 'Rubik',
    character: 'round, many scripts',
    package: '@fontsource/rubik',
    weight: 700,
    subsets: ['latin', 'latin-ext', 'hebrew', 'arabic', 'cyrillic'],
  },
  poster: {
    name: 'Bricolage Grotesque',
    character: 'poster, lively',
    package: '@fontsource/bricolage-grotesque',
    weight: 800,
    subsets: ['latin', 'latin-ext', 'vietnamese'],
  },
  slab: {
    name: 'Alfa Slab One',
    character: 'heavy, for numbers',
    package: '@fontsource/alfa-slab-one',
    weight: 400,
    subsets: ['latin', 'latin-ext'],
  },
  narrow: {
    name: 'Oswald',
    character: 'narrow, long names',
    package: '@fontsource/oswald',
    weight: 600,
    subsets: ['latin', 'latin-ext', 'cyrillic'],
  },
  world: {
    name: 'Noto Sans',
    character: 'plain, Greek and more',
    package: '@fontsource/noto-sans',
    weight: 700,
    subsets: ['latin', 'latin-ext', 'greek', 'greek-ext', 'cyrillic', 'cyrillic-ext', 'vietnamese'],
  },
  script: {
    name: 'Pacifico',
    character: 'brush script',
    package: '@fontsource/pacifico',
    weight: 400,
    subsets: ['latin', 'latin-ext', 'cyrillic'],
  },
} as const satisfies Record<string, FontFile>;

export type FontId = keyof typeof FONTS;
export const FONT_IDS = Object.keys(FONTS) as FontId[];

/** The file of one cut inside its package. */
const cutOf = (from: string, subset: string, weight: number): string =>
  `${from}/files/${from.split('/')[1] ?? ''}-${subset}-${weight}-normal.woff`;
export const fontPath = (id: FontId, subset: string): string => cutOf(FONTS[id].package, subset, FONTS[id].weight);

/** Words are written lighter than art. */
const WORDS = 500;
/** Files of the letters of labels and documents, the first preferred: what the next ones have stands in for what it lacks. */
export const LABEL_FONTS: readonly string[] = [
  ...['latin', 'latin-ext'].map((subset) => cutOf('@fontsource/atkinson-hyperlegible-mono', subset, WORDS)),
  ...FONTS.world.subsets.map((subset) => cutOf(FONTS.world.package, subset, WORDS)),
  ...['hebrew', 'arabic'].map((subset) => cutOf(FONTS.round.package, subset, WORDS)),
];
