import { useCallback, useLayoutEffect, useRef } from 'react';

/** What is offered only just now was not what the hand was meant for, ms. */
const HALF_A_SECOND = 500;

/**
 * Whether what is offered has stood long enough to be meant: the second of two quick presses, and a press that was on its way while somebody else's took
 * effect, would else be taken for the next step. `offered` names what an act would do.
 */
export function useSettled(offered: string): () => boolean {
  const since = useRef({ offered: '', at: 0 });
  // Before it is painted: what is not shown yet has not begun to stand.
  useLayoutEffect(() => {
    if (since.current.offered !== offered) since.current = { offered, at: performance.now() };
  });
  return useCallback(() => performance.now() - since.current.at >= HALF_A_SECOND, []);
}
