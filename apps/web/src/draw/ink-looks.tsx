import type { ReactNode } from 'react';
import type { Fitness } from '@kanga/core/blank';
import { usePrint } from '../data/index.js';

/** What plain inks come out as on the blank: as meant above, as pressed below. */
export function InkLooks({ fitness, brief = false }: { fitness: Fitness; brief?: boolean }) {
  return (
    <figure className="py-1">
      <div className="flex" role="img" aria-label={fitness.look.map((ink) => `${ink.name}: ${ink.said}`).join('; ')}>
        {fitness.look.map((ink) => (
          <span key={ink.name} className="flex-1" title={`${ink.name}: ${ink.said}, ΔE ${ink.difference.toFixed(0)}`}>
            <span className="block h-4" style={{ background: ink.meant }} />
            <span className="block h-7" style={{ background: ink.pressed }} />
          </span>
        ))}
      </div>
      <figcaption className={brief ? 'sr-only' : 'text-[14px] text-soft'}>
        Inks as meant, and as pressed on it: {fitness.seen.join(', ')}.
      </figcaption>
    </figure>
  );
}

/** The other process, where dye is the wrong one. */
export function OtherRoute({
  fitness,
  heading,
  children,
}: {
  fitness: Fitness;
  /** What it is called; left out: what is done instead. */
  heading?: string;
  children?: ReactNode;
}) {
  const { route } = fitness;
  const print = usePrint();
  if (!route) return null;
  return (
    <div className="my-1 border-l-4 border-cyan pl-3">
      <p className="font-semibold">{heading ?? `Instead: ${route.name}`}</p>
      <ol className="list-decimal pl-5 text-[15px]">
        {route.steps.map((step) => (
          <li key={step}>{print.text(step)}</li>
        ))}
      </ol>
      {children}
    </div>
  );
}
