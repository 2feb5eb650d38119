/** A small repeatable source of numbers from 0 to 1 (mulberry32): the same seed draws the same sky. */
export function seeded(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

export const INK = {
  night: '#122a4a',
  cyan: '#00739b',
  magenta: '#c4126e',
  yellow: '#f2b705',
  green: '#17784c',
  white: '#ffffff',
  key: '#17151f',
};

/** Wraps drawing in an SVG of the given units, rendered `pixels` wide. */
export const svg = (width: number, height: number, pixels: number, body: string): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="${pixels}" height="${Math.round((pixels * height) / width)}" viewBox="0 0 ${width} ${height}" preserveAspectRatio="none">${body}</svg>`;

/** Stars scattered over a box, most of them small. */
export function stars(count: number, width: number, height: number, seed: number, colours: readonly string[]): string {
  const next = seeded(seed);
  return Array.from({ length: count }, () => {
    const [x, y, r] = [next() * width, next() * height, 0.25 + next() ** 4 * 1.9];
    return `<circle cx="${x.toFixed(2)}" cy="${y.toFixed(2)}" r="${r.toFixed(2)}" fill="${colours[Math.floor(next() * colours.length)]}"/>`;
  }).join('');
}

/** Letters as strokes on a 4 × 6 grid: just those the demo shop needs, so that no font is asked for. */
const LETTERS: Record<string, string> = {
  O: 'M0 1L1 0H3L4 1V5L3 6H1L0 5Z',
  P: 'M0 6V0H3L4 1V2L3 3H0',
  E: 'M4 0H0V6H4M0 3H3',
  N: 'M0 6V0L4 6V0',
  I: 'M1 0H3M2 0V6M1 6H3',
  G: 'M4 1L3 0H1L0 1V5L1 6H3L4 5V3H2',
  H: 'M0 0V6M4 0V6M0 3H4',
  T: 'M0 0H4M2 0V6',
  A: 'M0 6L2 0L4 6M1 4H3',
  L: 'M0 0V6H4',
  R: 'M0 6V0H3L4 1V2L3 3H0M2 3L4 6',
  S: 'M4 1L3 0H1L0 1V2L1 3H3L4 4V5L3 6H1L0 5',
  ' ': '',
};

/** A line of letters, `size` high, its middle at x. */
export function lettering(text: string, x: number, y: number, size: number, colour: string): string {
  const unit = size / 6;
  const left = x - ((text.length * 5.6 - 1.6) * unit) / 2;
  const paths = [...text].map(
    (letter, i) =>
      `<path transform="translate(${left + i * 5.6 * unit} ${y}) scale(${unit})" d="${LETTERS[letter] ?? ''}"/>`,
  );
  return `<g fill="none" stroke="${colour}" stroke-width="1.15" stroke-linecap="round" stroke-linejoin="round">${paths.join('')}</g>`;
}

/** A comet: a head and a tail that widens away from it. */
export const comet = (x: number, y: number, toX: number, toY: number, size: number, colour: string): string => {
  const length = Math.hypot(toX - x, toY - y);
  const [nx, ny] = [(-(toY - y) / length) * size, ((toX - x) / length) * size];
  return `<path d="M${x + nx} ${y + ny}Q${(x + toX) / 2} ${(y + toY) / 2} ${toX} ${toY}Q${(x + toX) / 2 - nx} ${(y + toY) / 2 - ny} ${x - nx} ${y - ny}Z" fill="${colour}"/><circle cx="${x}" cy="${y}" r="${size * 1.15}" fill="${INK.white}"/>`;
};
