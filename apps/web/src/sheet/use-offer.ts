import { useEffect, useRef, useState } from 'react';
import type { Spot } from '@kanga/core/nest';
import {
  arrangedLayout,
  isLayout,
  nestProblem,
  paperUse,
  spotsOf,
  spotsOnGround,
  spotsOnSheet,
  type Layout,
  type SheetChoices,
  type SheetPlan,
} from '@kanga/core/sheet';
import type { Media } from '@kanga/core/shop';
import { nestInWorkers } from '../workers/index.js';

/** A layout that takes less paper than the one that stands, found without being asked for. */
export interface Offer {
  plan: SheetPlan;
  spots: Spot[];
  /** Of a roll mm, else sheets. */
  saves: number;
  /** The same as a share of what it takes now, 0 to 1. */
  share: number;
}

/** How long a screen is still before a layout is looked for, and how long it is looked for, ms and s. */
const STILL = 1500;
const LOOKS = 4;
/** More parts than this are only nested when somebody asks: it takes longer than a look. */
const MOST_PARTS = 300;
/** What is worth a word: a sheet, or so much of a roll. */
const WORTH = { share: 0.03, roll: 25 };

/** Paper that a layout takes: of a roll mm, else sheets. */
const amountOf = ({ sheets }: Layout, kind: Media['kind']): number => paperUse({ kind, price: null }, sheets).amount;

/** Looks in its worker, for a few seconds, whether what stands in rows would go on less paper. `busy`: something else is under way. */
export function useOffer(
  plan: SheetPlan | null,
  { together }: Pick<SheetChoices, 'together'>,
  busy: boolean,
): Offer | null {
  const [offer, setOffer] = useState<Offer | null>(null);
  const { fingerprint = '', arrangement = 'none', request } = plan ?? {};
  const turns = request?.turns;
  // A job is worked out anew at every keystroke: the fingerprint tells whether it is the same plan.
  const latest = useRef(plan);
  useEffect(() => {
    latest.current = plan;
  });
  useEffect(() => {
    const { current: plan } = latest;
    if (
      !plan ||
      plan.fingerprint !== fingerprint ||
      plan.request.turns !== turns ||
      busy ||
      arrangement === 'kept' ||
      !isLayout(plan.layout)
    )
      return undefined;
    const { layout } = plan;
    const { kind } = plan.request.paper;
    const roll = kind === 'roll';
    const now = amountOf(layout, kind);
    const parts = plan.request.tray.parts.length;
    // What is as good as it gets is left alone.
    const most = (now - layout.bound) / now;
    if (parts < 2 || parts > MOST_PARTS || (roll ? most < WORTH.share : layout.bound >= now)) return undefined;
    const stop = new AbortController();
    const timer = setTimeout(() => {
      const choices = { together };
      nestInWorkers(
        {
          problem: nestProblem(plan.request, choices, null),
          known: together ? [] : spotsOnGround(spotsOf(layout), plan.request),
          seconds: LOOKS,
          searches: 1,
        },
        ({ best }) => {
          if (!best) return;
          const spots = spotsOnSheet(best.spots, plan.request);
          const saves = now - amountOf(arrangedLayout(plan.request, spots), kind);
          if (saves >= (roll ? WORTH.roll : 1) && saves / now >= WORTH.share)
            setOffer({ plan, spots, saves, share: saves / now });
        },
        stop.signal,
      ).catch((error: unknown) => {
        if (!stop.signal.aborted) throw error;
      });
    }, STILL);
    return () => {
      clearTimeout(timer);
      stop.abort();
    };
  }, [fingerprint, arrangement, turns, together, busy]);
  const stands = offer !== null && offer.plan.fingerprint === fingerprint && offer.plan.request.turns === turns;
  return stands && !busy && arrangement !== 'kept' ? offer : null;
}
