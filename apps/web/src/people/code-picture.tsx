import { codeOf } from '@kanga/core/sheet';

/** Modules of quiet round a code (ISO/IEC 18004, 9.1). */
const QUIET = 4;

/** A code to be scanned, as large as it may be; `says`: what is in it, for who cannot scan. */
export function CodePicture({ text, says, className = 'w-48' }: { text: string; says: string; className?: string }) {
  const code = codeOf(text);
  const size = code.length + 2 * QUIET;
  const dark = code.flatMap((row, y) => row.flatMap((is, x) => (is ? [`M${x + QUIET} ${y + QUIET}h1v1h-1z`] : [])));
  return (
    <svg
      viewBox={`0 0 ${size} ${size}`}
      role="img"
      aria-label={says}
      className={`block bg-white ${className}`}
      shapeRendering="crispEdges"
    >
      <path d={dark.join('')} className="fill-key" />
    </svg>
  );
}
