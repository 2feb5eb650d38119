import { useEffect, useState } from 'react';
import { call } from './api.js';

/** What this machine’s clocks show, ms: the one on the wall, which somebody may put right, and one that only runs, but may stand still in sleep. */
interface Shown {
  wall: number;
  steady: number;
}
const shown = (): Shown => ({ wall: Date.now(), steady: performance.now() });

/** How far the server’s clock was ahead of the one on the wall here, ms: for a page that is opened while the server is away. */
const AHEAD = 'kanga.clock.ahead';

/** When the server’s time was learned: that time, ms, beside what stood here. */
let learned: { server: number; here: Shown } | null = null;
/** The clocks here have parted by so much since: one of them was put right, or slept. ms. */
const PARTED = 200;

const sincePartedBy = (here: Shown, now: Shown): number => now.wall - here.wall - (now.steady - here.steady);

/** Learns the server’s time; half the time of asking is allowed for. */
export async function setClock(): Promise<void> {
  const before = performance.now();
  const { now } = await call('clock');
  const here = shown();
  learned = { server: Date.parse(now) + (here.steady - before) / 2, here };
  localStorage.setItem(AHEAD, String(Math.round(learned.server - here.wall)));
}

/** Whether the clocks here have parted since the server was asked: then it has to be asked again. */
export const clockIsInDoubt = (): boolean =>
  learned === null || Math.abs(sincePartedBy(learned.here, shown())) > PARTED;

/** The time by the server's clock, ISO 8601. */
export function serverNow(): string {
  const now = shown();
  if (!learned) return new Date(now.wall + Number(localStorage.getItem(AHEAD) ?? 0)).toISOString();
  const { server, here } = learned;
  // The steady clock may have slept, and then the wall is right; a wall clock that was put back is not followed.
  const slept = sincePartedBy(here, now) > PARTED;
  const gone = slept ? now.wall - here.wall : now.steady - here.steady;
  return new Date(server + gone).toISOString();
}

/** How often it is looked whether the clocks here have parted, ms. */
const LOOK_MS = 2000;

/** Keeps this screen’s time with the server’s: asks when it opens, when it is seen again, and when the clocks here have parted. */
export function useServerClock(onFault: (error: unknown) => void): void {
  useEffect(() => {
    const ask = () => {
      setClock().catch(onFault);
    };
    const seen = () => {
      if (document.visibilityState === 'visible') ask();
    };
    ask();
    document.addEventListener('visibilitychange', seen);
    const timer = setInterval(() => {
      if (clockIsInDoubt()) ask();
    }, LOOK_MS);
    return () => {
      document.removeEventListener('visibilitychange', seen);
      clearInterval(timer);
    };
  }, [onFault]);
}

/** The time by the server's clock, read anew several times a second while `live`. */
export function useNow(live: boolean): string {
  const [now, setNow] = useState(serverNow);
  useEffect(() => {
    if (!live) return;
    const timer = setInterval(() => {
      setNow(serverNow());
    }, 100);
    return () => {
      clearInterval(timer);
    };
  }, [live]);
  return now;
}
