import { BANDS, BAND_WORDS } from './bands.js';

/** What the bands and marks mean. */
export const SurfaceKey = () => (
  <ul className="flex flex-wrap items-center gap-x-4 gap-y-1 text-[14px] text-soft">
    {BANDS.toReversed().map(({ fill }, i) => (
      <li key={i} className="flex items-center gap-1.5">
        <i aria-hidden className="inline-block h-3.5 w-5 border border-edge" style={{ background: fill }} />
        {BAND_WORDS[i]}
      </li>
    ))}
    <li className="flex items-center gap-1.5">
      <i aria-hidden className="inline-block h-3.5 w-5 border-2 border-dotted border-green" />
      forgives
    </li>
    <li className="flex items-center gap-1.5">
      <svg width="20" height="14" aria-hidden>
        <rect width="20" height="14" fill="url(#unknown)" stroke="var(--color-edge)" />
      </svg>
      not known
    </li>
  </ul>
);
