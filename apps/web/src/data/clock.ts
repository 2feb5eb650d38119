import { useEffect, useState } from 'react';
import { api } from './api.js';

let offset = 0;

/** Learns how far this machine's clock is from the server's; half the time of asking is allowed for. */
export async function setClock(): Promise<void> {
  const before = Date.now();
  const { now } = await api<{ now: string }>('clock');
  const after = Date.now();
  offset = Date.parse(now) - (before + after) / 2;
}

/** The time by the server's clock, ISO 8601. */
export const serverNow = (): string => new Date(Date.now() + offset).toISOString();

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

const two = (n: number) => String(n).padStart(2, '0');

/** The calendar day of a moment where this screen stands, ISO 8601. */
export function localDay(moment: string): string {
  const at = new Date(moment);
  return `${at.getFullYear()}-${two(at.getMonth() + 1)}-${two(at.getDate())}`;
}

/** The time of day of a moment where this screen stands, on 24 hours. */
export function localTime(moment: string): string {
  const at = new Date(moment);
  return `${two(at.getHours())}:${two(at.getMinutes())}`;
}
