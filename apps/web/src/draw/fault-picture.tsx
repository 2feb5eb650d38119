import { useId, type ReactNode } from 'react';
import type { FaultCode } from '@kanga/core/inspect';

const [CYAN, MAGENTA, YELLOW, KEY, WHITE] = [
  'var(--color-cyan)',
  'var(--color-magenta)',
  'var(--color-yellow)',
  'var(--color-key)',
  'var(--color-paint-cloth)',
];

/** A print as it should look: a comet over a sea, the same for every fault, so that only the fault differs. */
const Print = () => (
  <>
    <rect x="18" y="12" width="84" height="56" fill={CYAN} />
    <path d="M18 56q21-12 42 0t42 0v12H18z" fill="var(--color-paint-night)" />
    <circle cx="76" cy="30" r="10" fill={YELLOW} />
    <path d="M70 34 34 54" stroke={MAGENTA} strokeWidth="6" strokeLinecap="round" />
  </>
);
/** White cloth with the print on it. */
const Cloth = ({ children, tint = WHITE }: { children: ReactNode; tint?: string }) => (
  <>
    <rect width="120" height="80" fill={tint} />
    {children}
  </>
);

const PICTURES: Record<FaultCode, (id: string) => ReactNode> = {
  ghost: () => (
    <Cloth>
      <Print />
      <g transform="translate(7 5)" opacity="0.45">
        <Print />
      </g>
    </Cloth>
  ),
  yellow: () => (
    <Cloth tint="var(--color-paint-yellowed)">
      <Print />
      <rect width="120" height="80" fill="var(--color-paint-scorch)" opacity="0.28" />
    </Cloth>
  ),
  pale: () => (
    <Cloth>
      <g opacity="0.3">
        <Print />
      </g>
    </Cloth>
  ),
  patches: (id) => (
    <Cloth>
      <Print />
      <defs>
        <radialGradient id={`patch${id}`}>
          <stop offset="0" stopColor={WHITE} stopOpacity="0.85" />
          <stop offset="1" stopColor={WHITE} stopOpacity="0" />
        </radialGradient>
      </defs>
      <ellipse cx="42" cy="32" rx="20" ry="15" fill={`url(#patch${id})`} />
      <ellipse cx="84" cy="52" rx="15" ry="12" fill={`url(#patch${id})`} />
    </Cloth>
  ),
  'white-edge': () => (
    <Cloth tint="var(--color-rule)">
      <rect x="18" y="12" width="84" height="56" fill={WHITE} />
      <g transform="translate(7 0)">
        <Print />
      </g>
      <rect x="102" y="0" width="18" height="80" fill="var(--color-rule)" />
    </Cloth>
  ),
  'press-line': () => (
    <Cloth>
      <Print />
      <path d="M8 6h98v68H8z" fill="none" stroke={KEY} strokeWidth="2.5" opacity="0.55" />
      <path d="M10 8h98v68H10z" fill="none" stroke={WHITE} strokeWidth="1.5" opacity="0.9" />
    </Cloth>
  ),
  specks: () => (
    <Cloth>
      <Print />
      {[
        [30, 22],
        [52, 48],
        [88, 44],
        [64, 20],
        [12, 40],
        [110, 60],
      ].map(([x, y]) => (
        <circle key={x} cx={x} cy={y} r="2.2" fill="var(--color-paint-specks)" />
      ))}
      <path d="M40 62q6-8 12-2t12-4" fill="none" stroke="var(--color-paint-specks)" strokeWidth="1.8" />
    </Cloth>
  ),
  'blow-through': () => (
    <Cloth tint="var(--color-paint-pale)">
      <g opacity="0.28" transform="matrix(-1 0 0 1 120 0)">
        <Print />
      </g>
      <path d="M0 80V58l22 22z" fill={CYAN} />
      <path d="M0 58q14 2 22 22L0 58z" fill="var(--color-paint-crease)" />
      <text x="60" y="76" fontSize="11" textAnchor="middle" fill={KEY}>
        the back
      </text>
    </Cloth>
  ),
  gaps: () => (
    <Cloth>
      <Print />
      {Array.from({ length: 16 }, (_, i) => (
        <path
          key={i}
          d={`M${22 + ((i * 29) % 76)} ${16 + ((i * 17) % 46)}q2 3 0 6`}
          stroke={WHITE}
          strokeWidth="2.2"
          fill="none"
        />
      ))}
    </Cloth>
  ),
  creases: () => (
    <Cloth>
      <Print />
      <path d="M24 12 60 68M64 12l18 56" stroke={WHITE} strokeWidth="3" />
      <path d="M27 12 63 68M67 12l18 56" stroke={KEY} strokeWidth="1.5" opacity="0.5" />
    </Cloth>
  ),
  'sock-line': () => (
    <Cloth>
      <path d="M44 4h32v44q0 10 12 18 8 8-4 10H58q-14 0-14-18z" fill={CYAN} />
      <path d="M60 4v44q0 12 8 28" stroke={WHITE} strokeWidth="3.5" fill="none" />
      <circle cx="53" cy="20" r="5" fill={YELLOW} />
      <circle cx="70" cy="34" r="4" fill={MAGENTA} />
    </Cloth>
  ),
  melted: () => (
    <Cloth>
      <Print />
      <path d="M10 40h100" stroke="var(--color-paint-zip)" strokeWidth="9" />
      <path d="M12 40h96" stroke={KEY} strokeWidth="3" strokeDasharray="4 3" />
      <path d="M46 34q10 16 22 6t18 8q-6 12-20 6t-20-20z" fill="var(--color-paint-melt)" />
    </Cloth>
  ),
  'wrong-way': () => (
    <Cloth>
      <rect x="18" y="12" width="84" height="56" fill={CYAN} />
      <g transform="matrix(-1 0 0 1 120 0)">
        <text x="60" y="52" fontSize="34" fontWeight="700" textAnchor="middle" fill={WHITE}>
          Abc
        </text>
      </g>
    </Cloth>
  ),
  broken: () => (
    <Cloth tint="var(--color-rule)">
      <g>
        <Print />
      </g>
      <path d="M56 0 48 22l14 12-12 20 10 26" fill="none" stroke={KEY} strokeWidth="4" strokeLinejoin="round" />
      <path
        d="M56 0 48 22l14 12-12 20 10 26"
        fill="none"
        stroke="var(--color-rule)"
        strokeWidth="1.6"
        strokeLinejoin="round"
      />
    </Cloth>
  ),
};

/** What a fault looks like, drawn. */
export function FaultPicture({ fault }: { fault: FaultCode }) {
  const id = useId();
  return (
    <svg viewBox="0 0 120 80" className="block h-full w-full" aria-hidden>
      {PICTURES[fault](id)}
    </svg>
  );
}
