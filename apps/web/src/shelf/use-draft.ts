import { useCallback, useState } from 'react';
import type { Side } from '@kanga/core/blank';
import type { Outline, Polygon } from '@kanga/core/geometry';
import type { NewBlank } from '@kanga/contract/blank';

interface History {
  past: NewBlank[];
  now: NewBlank;
  future: NewBlank[];
}
const STEPS = 100;

/** A blank being worked on, with undo. */
export function useDraft(start: NewBlank) {
  const [{ past, now, future }, setHistory] = useState<History>({ past: [], now: start, future: [] });
  const [side, setSide] = useState(0);
  const change = useCallback((patch: Partial<NewBlank>, merge = false) => {
    setHistory((h) => ({
      past: merge && h.past.length > 0 ? h.past : [...h.past.slice(-STEPS), h.now],
      now: { ...h.now, ...patch },
      future: [],
    }));
  }, []);
  const at = Math.min(side, now.sides.length - 1);
  const shown = now.sides[at];
  const changeSide = (patch: Partial<Side>, merge = false) => {
    change({ sides: now.sides.map((one, i) => (i === at ? { ...one, ...patch } : one)) }, merge);
  };
  return {
    blank: now,
    side: at,
    shown,
    setSide,
    change,
    changeSide,
    setOutline: (outline: Outline, merge = false) => {
      changeSide({ outline }, merge);
    },
    setPoints: (points: Polygon, merge = false) => {
      changeSide({ outline: { kind: 'polygon', points } }, merge);
    },
    changed: past.length > 0,
    undo:
      past.length > 0
        ? () => {
            setHistory((h) => {
              const before = h.past.at(-1);
              return before ? { past: h.past.slice(0, -1), now: before, future: [h.now, ...h.future] } : h;
            });
          }
        : null,
    redo:
      future.length > 0
        ? () => {
            setHistory((h) => {
              const [next, ...rest] = h.future;
              return next ? { past: [...h.past, h.now], now: next, future: rest } : h;
            });
          }
        : null,
  };
}

export type Draft = ReturnType<typeof useDraft>;
