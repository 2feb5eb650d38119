import type { ReactNode } from 'react';
import { useWindow } from './use-window.js';

/** A list of which only what is in the window is drawn, so that a long one costs no more than a short one. Its entries know which of how many they are. */
export function WindowList<T>({
  label,
  items,
  total,
  keyOf,
  height,
  lanes = 1,
  gap = 0,
  children,
  onNearEnd,
}: {
  label: string;
  items: readonly T[];
  /** How many there are in all, also those that are not loaded yet. */
  total: number;
  keyOf: (item: T) => string;
  /** About how high an entry is, px. */
  height: number;
  /** How many stand side by side. */
  lanes?: number;
  /** Between them, px. */
  gap?: number;
  children: (item: T) => ReactNode;
  onNearEnd?: () => void;
}) {
  const {
    holds,
    drawn,
    measure,
    height: whole,
    begins,
  } = useWindow<HTMLUListElement>({ count: items.length, height, lanes, gap, onNearEnd });
  const shown = drawn ?? items.map((_, index) => ({ index, lane: index % lanes, start: null }));
  return (
    <ul
      ref={holds}
      role="list"
      aria-label={label}
      className={drawn ? 'relative' : 'grid'}
      style={drawn ? { height: whole } : { gap, gridTemplateColumns: `repeat(${lanes}, minmax(0, 1fr))` }}
    >
      {shown.map(({ index, lane, start }) => {
        const item = items[index];
        if (item === undefined) return null;
        const across = `(100% - ${(lanes - 1) * gap}px) / ${lanes}`;
        return (
          <li
            key={keyOf(item)}
            ref={measure}
            data-index={index}
            aria-setsize={total}
            aria-posinset={index + 1}
            {...(start === null
              ? {}
              : {
                  className: 'absolute top-0',
                  style: {
                    width: `calc(${across})`,
                    left: `calc((${across} + ${gap}px) * ${lane})`,
                    transform: `translateY(${start - begins}px)`,
                  },
                })}
          >
            {children(item)}
          </li>
        );
      })}
    </ul>
  );
}
