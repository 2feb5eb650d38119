import { useEffect, useRef, useState, type PointerEvent as ReactPointerEvent } from 'react';

/** Something that is being moved by hand: which, how far it is from where it was, px, and what was shown when it was taken. */
export interface Dragged<Kept> {
  what: string;
  dx: number;
  dy: number;
  kept: Kept;
}

/** So far a pointer moves before it moves something, px: a tap with a glove on wobbles. */
const WOBBLE = 8;

/**
 * Moves things by pointer: `onDrop` hears where one was let go. A pointer that goes nowhere makes a click; Escape, or losing the pointer, puts it back. The window listens: what is drawn may change under the
 * pointer.
 */
export function useDrag<Kept>(onDrop: (moved: Dragged<Kept>) => void) {
  const [held, setHeld] = useState<{ what: string; x: number; y: number; kept: Kept } | null>(null);
  const [dragged, setDragged] = useState<Dragged<Kept> | null>(null);
  /** Whether the pointer was let go after a move: the click that follows is none. */
  const dropped = useRef(false);
  const drop = useRef(onDrop);
  useEffect(() => {
    drop.current = onDrop;
  });
  useEffect(() => {
    if (!held) return;
    const { what, x, y, kept } = held;
    let moved = false;
    const at = (event: PointerEvent): Dragged<Kept> => ({ what, kept, dx: event.clientX - x, dy: event.clientY - y });
    const stop = () => {
      setHeld(null);
      setDragged(null);
    };
    const move = (event: PointerEvent) => {
      const now = at(event);
      if (!moved && Math.hypot(now.dx, now.dy) < WOBBLE) return;
      moved = true;
      setDragged(now);
    };
    const up = (event: PointerEvent) => {
      if (moved) {
        dropped.current = true;
        drop.current(at(event));
      }
      stop();
    };
    const key = (event: KeyboardEvent) => {
      if (event.key === 'Escape') stop();
    };
    window.addEventListener('pointermove', move);
    window.addEventListener('pointerup', up);
    window.addEventListener('pointercancel', stop);
    window.addEventListener('keydown', key);
    return () => {
      window.removeEventListener('pointermove', move);
      window.removeEventListener('pointerup', up);
      window.removeEventListener('pointercancel', stop);
      window.removeEventListener('keydown', key);
    };
  }, [held]);
  return {
    dragged,
    /** What a thing listens with; `kept` is what is shown until it is let go. */
    handles: (what: string, kept: Kept) => ({
      onPointerDown: (event: ReactPointerEvent) => {
        dropped.current = false;
        if (event.button === 0 && event.isPrimary) setHeld({ what, x: event.clientX, y: event.clientY, kept });
      },
      onClickCapture: (event: { stopPropagation: () => void }) => {
        if (dropped.current) event.stopPropagation();
        dropped.current = false;
      },
    }),
  };
}
