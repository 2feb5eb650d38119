import { useEffect } from 'react';

/** Keeps the screen from going dark, where the browser can; asks again when the tab is seen again. */
export function useAwake(): void {
  useEffect(() => {
    if (!('wakeLock' in navigator)) return;
    let lock: WakeLockSentinel | null = null;
    let over = false;
    const ask = () => {
      if (document.visibilityState !== 'visible') return;
      navigator.wakeLock.request('screen').then(
        (given) => {
          lock = given;
          if (over) void given.release();
        },
        // Refused on low battery: the clocks are right all the same.
        () => undefined,
      );
    };
    ask();
    document.addEventListener('visibilitychange', ask);
    return () => {
      over = true;
      document.removeEventListener('visibilitychange', ask);
      void lock?.release();
    };
  }, []);
}
