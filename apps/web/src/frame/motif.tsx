import type { Stage } from '@kanga/core/finding';

export interface Dyes {
  cyan: string;
  magenta: string;
  yellow: string;
  green: string;
  white: string;
  ground: string;
}

/** As the print looks on the cloth, and as it looked on paper. */
export const VIVID: Dyes = {
  cyan: 'var(--color-cyan)',
  magenta: 'var(--color-magenta)',
  yellow: 'var(--color-yellow)',
  green: 'var(--color-green)',
  white: 'var(--color-white)',
  ground: 'var(--color-key)',
};
export const DULL: Dyes = {
  cyan: 'var(--color-cyan-dull)',
  magenta: 'var(--color-magenta-dull)',
  yellow: 'var(--color-yellow-dull)',
  green: 'var(--color-green-dull)',
  white: 'var(--color-white-dull)',
  ground: 'var(--color-ground-dull)',
};

const UNIT = { width: 44, height: 74 };

/** One unit of each stage's pattern, 44 × 74: what is done there, as a weaver would abbreviate it. */
const MOTIFS: Record<Stage, (c: Dyes) => React.ReactNode> = {
  // A blank: cloth inside its template inside its bleed.
  blank: (c) => (
    <>
      <rect x="6" y="11" width="32" height="52" rx="8" fill={c.cyan} />
      <rect x="12" y="18" width="20" height="38" rx="5" fill={c.white} />
      <path d="M22 26l7 11-7 11-7-11z" fill={c.yellow} />
    </>
  ),
  // Art: a flower of four dyes.
  art: (c) => (
    <g transform="translate(22 37)">
      {[0, 45, 90, 135].map((angle) => (
        <ellipse key={angle} rx="20" ry="6.5" transform={`rotate(${angle})`} fill={angle % 90 ? c.yellow : c.magenta} />
      ))}
      <circle r="6" fill={c.white} />
    </g>
  ),
  // Sheets: pieces laid close.
  sheet: (c) => (
    <>
      <rect x="3" y="8" width="17" height="28" fill={c.green} />
      <rect x="24" y="8" width="17" height="12" fill={c.yellow} />
      <rect x="24" y="24" width="17" height="42" fill={c.cyan} />
      <rect x="3" y="40" width="17" height="26" fill={c.white} />
    </>
  ),
  // The stack: layers lying on each other.
  stack: (c) => (
    <>
      {[c.magenta, c.yellow, c.white, c.cyan, c.yellow, c.magenta].map((fill, i) => (
        <path key={i} d={`M0 ${9 + i * 10}q11 -7 22 0t22 0v6q-11 7 -22 0t-22 0z`} fill={fill} />
      ))}
    </>
  ),
  // The press: two plates that meet.
  press: (c) => (
    <>
      <path d="M2 6h40L22 32z" fill={c.magenta} />
      <path d="M2 68h40L22 42z" fill={c.cyan} />
      <rect y="35" width="44" height="4" fill={c.yellow} />
    </>
  ),
  // Packing: a bundle, tied.
  pack: (c) => (
    <>
      <path d="M4 22h36v44H4z" fill={c.yellow} />
      <path d="M18 22h8v44h-8zM4 40h36v7H4z" fill={c.cyan} />
      <path d="M22 22C10 20 8 6 14 6s8 10 8 16c0-6 2-16 8-16s4 14-8 16z" fill={c.magenta} />
      <circle cx="22" cy="43.5" r="5" fill={c.white} />
    </>
  ),
  // Inspection: an eye.
  inspect: (c) => (
    <>
      <path d="M0 37q22-34 44 0q-22 34-44 0z" fill={c.white} />
      <circle cx="22" cy="37" r="11" fill={c.green} />
      <circle cx="22" cy="37" r="4.5" fill={c.ground} />
      <path d="M0 4l22 8 22-8M0 70l22-8 22 8" stroke={c.yellow} strokeWidth="4" fill="none" />
    </>
  ),
};

/** A length of one stage's pattern that fills its box. */
export function MotifBand({ stage, dyes, scale = 1 }: { stage: Stage; dyes: Dyes; scale?: number }) {
  const id = `motif-${stage}-${dyes === VIVID ? 'vivid' : 'dull'}-${scale}`;
  return (
    <svg className="absolute inset-0 h-full w-full" aria-hidden>
      <defs>
        <pattern id={id} {...UNIT} patternUnits="userSpaceOnUse" patternTransform={`scale(${scale})`}>
          <rect {...UNIT} fill={dyes.ground} />
          {MOTIFS[stage](dyes)}
        </pattern>
      </defs>
      <rect width="100%" height="100%" fill={`url(#${id})`} />
    </svg>
  );
}

/** The narrow woven edge at the sides and foot of the cloth. */
export function Selvedge({ className }: { className: string }) {
  return (
    <svg className={`no-print pointer-events-none ${className}`} aria-hidden>
      <defs>
        <pattern id="selvedge" width="14" height="14" patternUnits="userSpaceOnUse">
          <rect width="14" height="14" fill="var(--color-key)" />
          <path d="M7 1.5 12.5 7 7 12.5 1.5 7z" fill={VIVID.magenta} />
          <circle cx="7" cy="7" r="1.8" fill={VIVID.yellow} />
        </pattern>
      </defs>
      <rect width="100%" height="100%" fill="url(#selvedge)" />
    </svg>
  );
}
