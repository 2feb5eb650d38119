import { useCallback, useEffect, useRef, useState } from 'react';
import type { Spot } from '@kanga/core/nest';
import {
  arrangedLayout,
  isLayout,
  nestProblem,
  spotsOf,
  spotsOnGround,
  spotsOnSheet,
  type Arrangement,
  type Layout,
  type SheetChoices,
  type SheetPlan,
} from '@kanga/core/sheet';
import { nestInWorkers, SEARCHES } from '../workers/index.js';

/** A search under way: the best so far is whole at any time. */
export interface Nesting {
  spots: Spot[] | null;
  tries: number;
  seconds: number;
  /** How often it got better. */
  better: number;
}

/** It stops by itself after this long, seconds. */
const LONGEST = 90;

/** What is planned, and what is shown of it: while a nesting runs, its best so far. */
export function shownLayout(
  plan: SheetPlan | null,
  nesting: Nesting | null,
): { planned: Layout | null; layout: Layout | null } {
  const planned = plan && isLayout(plan.layout) ? plan.layout : null;
  const spots = nesting?.spots;
  const whole = plan && planned && spots?.length === plan.request.tray.parts.length;
  return { planned, layout: whole ? arrangedLayout(plan.request, spots) : planned };
}

/** Runs the nesting in its worker. The best so far is kept when it is stopped, whoever stops it. */
export function useNest(keep: (plan: SheetPlan, spots: Spot[]) => void) {
  const [nesting, setNesting] = useState<Nesting | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const run = useRef<{ abort: AbortController; spots: Spot[] | null; plan: SheetPlan } | null>(null);

  const keeper = useRef(keep);
  useEffect(() => {
    keeper.current = keep;
  });
  const end = useCallback((kept: boolean) => {
    const now = run.current;
    if (!now) return;
    run.current = null;
    now.abort.abort();
    setNesting(null);
    if (kept && now.spots) keeper.current(now.plan, now.spots);
  }, []);

  const start = (
    plan: SheetPlan,
    choices: Pick<SheetChoices, 'together'>,
    arranged: Pick<Arrangement, 'spots' | 'pinned'> | null,
  ) => {
    end(false);
    const mine = { abort: new AbortController(), spots: null as Spot[] | null, plan };
    run.current = mine;
    setProblem(null);
    setNesting({ spots: null, tries: 0, seconds: 0, better: 0 });
    const now = isLayout(plan.layout) && plan.clashing.length === 0 && !choices.together ? spotsOf(plan.layout) : [];
    const fail = (said: string) => {
      if (run.current !== mine) return;
      end(false);
      setProblem(said);
    };
    nestInWorkers(
      {
        problem: nestProblem(plan.request, choices, arranged),
        known: spotsOnGround(now, plan.request),
        seconds: LONGEST,
        searches: SEARCHES,
      },
      ({ best, tries, seconds }) => {
        if (run.current !== mine) return;
        if (best) mine.spots = spotsOnSheet(best.spots, plan.request);
        setNesting((was) => ({
          spots: mine.spots,
          tries,
          seconds,
          better: (was?.better ?? 0) + (best ? 1 : 0),
        }));
      },
      mine.abort.signal,
    ).then(
      ({ done }) => {
        if (done === 'too large') fail('A piece is larger than the paper.');
        else if (run.current === mine) end(true);
      },
      (error: unknown) => {
        fail(`The nesting failed: ${error instanceof Error ? error.message : String(error)}`);
      },
    );
  };

  // Whoever leaves the screen keeps what was found.
  useEffect(
    () => () => {
      end(true);
    },
    [end],
  );
  return {
    nesting,
    problem,
    start,
    stop: () => {
      end(true);
    },
    drop: () => {
      end(false);
    },
  };
}
