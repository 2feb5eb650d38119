import type { Severity } from '@kanga/core/finding';

/** The shape of a severity: never colour alone. Stop: an octagon; fix: a triangle; note: a circle. */
export function SeverityMark({ severity, size = 20 }: { severity: Severity; size?: number }) {
  const shape = {
    stop: <path d="M6 1.5h8L18.5 6v8L14 18.5H6L1.5 14V6z" fill="var(--color-magenta)" />,
    fix: (
      <path
        d="M10 2 19 18H1z"
        fill="var(--color-white)"
        stroke="var(--color-yellow-deep)"
        strokeWidth="2"
        strokeLinejoin="round"
      />
    ),
    note: <circle cx="10" cy="10" r="8.4" fill="var(--color-white)" stroke="var(--color-cyan)" strokeWidth="2" />,
  }[severity];
  const sign = {
    stop: <path d="M6 10h8" stroke="var(--color-white)" strokeWidth="2.4" />,
    fix: <path d="M10 7.5v5M10 14.4v1.7" stroke="var(--color-key)" strokeWidth="2" />,
    note: <path d="M10 9v5.4M10 5.4v1.8" stroke="var(--color-key)" strokeWidth="2" />,
  }[severity];
  return (
    <svg width={size} height={size} viewBox="0 0 20 20" aria-hidden className="flex-none">
      {shape}
      {sign}
    </svg>
  );
}
