import { useQuery } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { shiftsOf, type DayView, type Shift } from '@kanga/core/day';
import type { Problem } from '@kanga/contract/finding';
import { dayQuery, problemFrom, serverNow, shopDay, useLive, useShop } from '../data/index.js';
import { planInWorker, type DayAsked } from '../workers/index.js';

/** How long a plan is bettered after it is first shown, ms. */
const PATIENCE = 8000;

/** A plan is made anew after so long though nothing else changed: what it had for then is past, ms. */
const STALE = 600_000;

/** A plan with the moment that it counts from. */
export interface PlannedDay {
  view: DayView;
  /** ISO 8601. */
  from: string;
  shifts: Shift[];
  today: string;
  /** Nothing betters it any more. */
  done: boolean;
  /** What it was asked with: something else can be tried in it. */
  asked: DayAsked;
}

/** The plan of the day, made anew when what it is made of changes, bettered for some seconds. */
export function useDayPlan(): { plan: PlannedDay | null; working: boolean; problem: Problem | null } {
  const { settings, presses, printers } = useShop();
  const { timeZone, people } = settings;
  const asked = useQuery(dayQuery);
  const live = useLive();
  const [plan, setPlan] = useState<PlannedDay | null>(null);
  const [failed, setFailed] = useState<{ on: unknown; error: unknown } | null>(null);
  const { data } = asked;
  const [round, setRound] = useState(0);
  useEffect(() => {
    const timer = setInterval(() => {
      setRound((one) => one + 1);
    }, STALE);
    return () => {
      clearInterval(timer);
    };
  }, []);
  // What plates read changes all the time: what they read when a plan is made counts.
  const plates = useRef(live.presses);
  useEffect(() => {
    plates.current = live.presses;
  }, [live]);
  useEffect(() => {
    if (!data) return;
    const ended = new AbortController();
    const from = serverNow();
    const shifts = shiftsOf(people, data.book.shifts);
    const today = shopDay(from);
    const show = (done: boolean) => (view: DayView) => {
      if (!ended.signal.aborted) setPlan({ view, from, shifts, today, done, asked: wanted });
    };
    const readingOf = (id: string) => {
      const told = plates.current.find(({ pressId }) => pressId === id);
      return told?.trouble === null ? (told.reading?.celsius ?? null) : null;
    };
    const wanted: DayAsked = {
      works: data.works,
      presses: presses.map(({ id, name, warmUp }) => ({
        id,
        name,
        warmUp,
        rates: data.rates.find(({ pressId }) => pressId === id) ?? null,
        down: data.book.down.includes(id),
        celsius: readingOf(id),
      })),
      printers: printers.map(({ id, name }) => ({ id, name })),
      pace: data.pace,
      shifts,
      pins: data.book.pins.map(({ task, at, unit }) => ({
        task,
        unit,
        at: (Date.parse(at) - Date.parse(from)) / 1000,
      })),
      today,
      now: from,
      zone: timeZone,
      taken: data.book.taken,
      patience: PATIENCE,
    };
    planInWorker(wanted, show(false), ended.signal)
      .then(show(true))
      .catch((error: unknown) => {
        if (!ended.signal.aborted) setFailed({ on: data, error });
      });
    return () => {
      ended.abort();
    };
  }, [data, round, people, presses, printers, timeZone]);
  const error = failed?.on === data ? failed?.error : asked.isError ? asked.error : undefined;
  return { plan, working: plan?.done !== true, problem: error === undefined ? null : problemFrom(error) };
}
