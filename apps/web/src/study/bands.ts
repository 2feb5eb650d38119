/** How far behind the best, ΔE: each band is duller than the one before. */
export const BANDS = [
  { behind: Infinity, fill: 'var(--color-paint-pale)' },
  { behind: 8, fill: 'color-mix(in srgb, var(--color-cyan-dull) 40%, var(--color-paint-pale))' },
  { behind: 4, fill: 'var(--color-cyan-dull)' },
  { behind: 2, fill: 'color-mix(in srgb, var(--color-cyan) 55%, var(--color-cyan-dull))' },
  { behind: 1, fill: 'var(--color-cyan)' },
];

/** The same in words, the best first. */
export const BAND_WORDS = ['as good as the eye sees', 'within ΔE 2', 'within ΔE 4', 'within ΔE 8', 'further off'];
