import { useEffect, useLayoutEffect, useRef, useState } from 'react';
import { useSettled } from '../frame/index.js';
import { dialogIsOpen } from '../ui/index.js';

const KEY = 'kanga.pedal';

/** The key that the foot pedal sends, as it was taught at this screen; null: none. */
const pedalKey = (): string | null => localStorage.getItem(KEY);

/** Does `act` whenever the pedal is trodden; `offered` names what that would be. A pedal held down counts once, and so do two treads in half a second. */
export function usePedal(act: () => void, offered: string): void {
  const settled = useSettled(offered);
  const latest = useRef({ act, settled });
  // Before it is painted: a tread on what is shown must not be lost, though the machine is slow.
  useLayoutEffect(() => {
    latest.current = { act, settled };
  });
  useLayoutEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.code !== pedalKey() || event.repeat) return;
      if (dialogIsOpen()) return;
      event.preventDefault();
      event.stopPropagation();
      if (latest.current.settled()) latest.current.act();
    };
    // Before anything else: a pedal may send a key that means something on this screen.
    window.addEventListener('keydown', onKey, { capture: true });
    return () => {
      window.removeEventListener('keydown', onKey, { capture: true });
    };
  }, []);
}

/** Keys that go on meaning what they mean everywhere. */
const NOT_A_PEDAL = new Set(['Escape', 'Tab']);

/** Waits for the pedal, and keeps the key that it sends. */
export function useTeaching(): { taught: string | null; waiting: boolean; teach: () => void; forget: () => void } {
  const [taught, setTaught] = useState(pedalKey);
  const [waiting, setWaiting] = useState(false);
  useEffect(() => {
    if (!waiting) return;
    const onKey = (event: KeyboardEvent) => {
      event.preventDefault();
      event.stopPropagation();
      setWaiting(false);
      if (NOT_A_PEDAL.has(event.code)) return;
      localStorage.setItem(KEY, event.code);
      setTaught(event.code);
    };
    window.addEventListener('keydown', onKey, { capture: true });
    return () => {
      window.removeEventListener('keydown', onKey, { capture: true });
    };
  }, [waiting]);
  return {
    taught,
    waiting,
    teach: () => {
      setWaiting(true);
    },
    forget: () => {
      localStorage.removeItem(KEY);
      setTaught(null);
    },
  };
}
