import { useQueries } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import { fontsOf } from '@kanga/core/art';
import { isDesigned, viewJob, type JobFile, type JobView } from '@kanga/core/job';
import {
  gangTrays,
  isLayout,
  planSheets,
  sharedWith,
  USUAL_SHEET,
  type Arrangement,
  type SharedChoices,
  type SheetPlan,
} from '@kanga/core/sheet';
import type { Face, FontId } from '@kanga/core/text';
import { call, useFaces, usePrint, useShop } from '../data/index.js';

/** What is chosen for shared sheets; kept in this browser, so that it is there again. */
export interface GangState {
  jobs: string[];
  mediaId: string | null;
  gap: number;
  choices: SharedChoices;
  arrangement: Arrangement | null;
}

const KEY = 'kanga.gang';
const USUAL: GangState = {
  jobs: [],
  mediaId: null,
  gap: 8,
  choices: { together: USUAL_SHEET.together, turns: USUAL_SHEET.turns, edge: 0, codes: true },
  arrangement: null,
};

function stored(): GangState {
  try {
    return { ...USUAL, ...(JSON.parse(localStorage.getItem(KEY) ?? '{}') as Partial<GangState>) };
  } catch {
    // What was written by an older Kanga is no loss: it is chosen again in a moment.
    return USUAL;
  }
}

/** The state of the shared sheets with its past, for undo. `asked`: the jobs that somebody comes with, in place of those that were there; null: none. */
export function useGangState(asked: readonly string[] | null) {
  const [{ now, past }, set] = useState(() => {
    const before = stored();
    return asked
      ? { now: { ...before, jobs: [...asked], arrangement: null }, past: [before] }
      : { now: before, past: [] as GangState[] };
  });
  const keep = (next: GangState) => {
    localStorage.setItem(KEY, JSON.stringify(next));
    return next;
  };
  return {
    state: now,
    canUndo: past.length > 0,
    change: (change: Partial<GangState>, merge = false) => {
      set((was) => ({
        now: keep({ ...was.now, ...change }),
        past: merge && was.past.length > 0 ? was.past : [...was.past.slice(-50), was.now],
      }));
    },
    undo: () => {
      set((was) => {
        const before = was.past.at(-1);
        return before ? { now: keep(before), past: was.past.slice(0, -1) } : was;
      });
    },
  };
}

const jobQuery = (id: string) => ({ queryKey: ['gang-job', id], queryFn: () => call('job', { id }) });
const filesOf = (results: { data?: JobFile | undefined; isError: boolean }[]) => ({
  files: results.flatMap(({ data }) => data ?? []),
  loading: results.some(({ data, isError }) => !data && !isError),
});

export interface Gang {
  views: JobView[];
  /** The fonts of all their text, as far as they are there. */
  faces: ReadonlyMap<FontId, Face>;
  plan: SheetPlan | null;
  /** Jobs that cannot be printed yet, with the reason. */
  stopped: { view: JobView; why: string }[];
  loading: boolean;
}

/** The chosen jobs on their shared paper. */
export function useGang({ jobs, mediaId, gap, choices, arrangement }: GangState): Gang {
  const shop = useShop();
  const print = usePrint();
  const { files, loading } = useQueries({ queries: jobs.map(jobQuery), combine: filesOf });
  const faces = useFaces([...new Set(files.flatMap(({ job }) => fontsOf(job.design)))]);
  const chosen = mediaId ?? shop.media[0]?.id ?? null;
  const views = useMemo(
    () =>
      files
        .filter(({ job }) => isDesigned(job))
        .map((file) => {
          const job = { ...file.job, mediaId: chosen, gap, sheet: sharedWith(file.job.sheet, choices) };
          return viewJob({ ...file, job }, shop, print, { faces });
        }),
    [files, faces, chosen, gap, choices, shop, print],
  );
  return useMemo(() => {
    const stopped = views.flatMap((view) => {
      const [stop] = [...view.blocks.blank, ...view.blocks.art, ...view.blocks.sheet];
      return stop ? [{ view, why: stop.title }] : [];
    });
    const fitting = views.flatMap((view) =>
      view.sheets && view.tray && isLayout(view.sheets.layout) ? [{ sheets: view.sheets, tray: view.tray }] : [],
    );
    const [first] = fitting;
    if (!first || fitting.length < views.length) return { views, faces, plan: null, stopped, loading };
    const request = { ...first.sheets.request, tray: gangTrays(fitting.map(({ tray }) => tray)) };
    return { views, faces, plan: planSheets(request, { arrangement }), stopped, loading };
  }, [views, faces, arrangement, loading]);
}
