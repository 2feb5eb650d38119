import type { ReactNode } from 'react';
import { useKept } from '../data/index.js';

/** A group of facts that folds, and is found again as it was left. */
export function Group({
  name,
  title,
  folded = false,
  children,
}: {
  /** Under which it is remembered. */ name: string;
  title: string;
  /** Until somebody opens it. */
  folded?: boolean;
  children: ReactNode;
}) {
  const [fold, setFold] = useKept(`group.${name}`, folded ? ['folded', 'open'] : ['open', 'folded']);
  return (
    <details
      open={fold === 'open'}
      onToggle={(event) => {
        // What is folded inside it has toggles of its own.
        if (event.target === event.currentTarget) setFold(event.currentTarget.open ? 'open' : 'folded');
      }}
      className="border-t border-rule first:border-t-0"
    >
      <summary className="flex min-h-10 cursor-pointer items-center gap-2 text-[15px] font-semibold text-soft hover:text-key">
        <span aria-hidden className="w-3 text-[12px]">
          {fold === 'open' ? '▼' : '▶'}
        </span>
        {title}
      </summary>
      <div className="pb-2">{children}</div>
    </details>
  );
}
