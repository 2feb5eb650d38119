import { useMutation, useQuery, useSuspenseQuery } from '@tanstack/react-query';
import { useEffect, useMemo, useState } from 'react';
import { buildOf, type Blank } from '@kanga/core/blank';
import { mapOf, usableZone } from '@kanga/core/heat';
import type { Press } from '@kanga/core/shop';
import { truly, type Study, type StudyKnown, type StudyView } from '@kanga/core/study';
import {
  blanksQuery,
  problemFrom,
  queryClient,
  serverNow,
  studiesQuery,
  studyQuery,
  usePlateReading,
  useShop,
} from '../data/index.js';
import { viewInWorker } from '../workers/index.js';

/** What the plate of a press is off from place to place where goods lie, °C. */
function plateOf(press: Press | undefined): StudyKnown['plate'] {
  const map = press ? mapOf(press) : null;
  if (!map) return { coolest: 0, hottest: 0 };
  const zone = usableZone(map, map.dial);
  return { coolest: zone.coolest - map.dial, hottest: zone.hottest - map.dial };
}

/** The accepted setting of a cloth like this one on the same press. */
function likeOf(study: Study, studies: readonly Study[], blanks: readonly Blank[]): StudyKnown['like'] {
  const build = (id: string) => {
    const blank = blanks.find((one) => one.id === id);
    return blank ? buildOf(blank) : null;
  };
  const own = build(study.cloth.blankId);
  const like = studies.find(
    (one) =>
      one.id !== study.id &&
      one.result !== null &&
      one.pressId === study.pressId &&
      own !== null &&
      build(one.cloth.blankId) === own,
  );
  return like?.result ? { setting: like.result.setting, name: like.cloth.blankName } : null;
}

/** A study, everything that follows from it as soon as it is worked out, and how it is changed. */
export function useStudy(id: string) {
  const shop = useShop();
  // Its swatches are pressed on another screen: who comes back from there is shown what is so now, not what was so when it was left.
  useEffect(
    () => () => {
      queryClient.removeQueries(studyQuery(id));
    },
    [id],
  );
  const study = useSuspenseQuery(studyQuery(id)).data;
  const studies = useQuery(studiesQuery).data;
  const blanks = useQuery(blanksQuery).data;
  const press = shop.presses.find((one) => one.id === study.pressId);
  const reading = usePlateReading(study.pressId);
  const [view, setView] = useState<StudyView | null>(null);
  const [fault, setFault] = useState<unknown>(null);
  // What a plate reads changes every second: it only matters which way it has to go, by tens.
  const heat = reading === null || reading === undefined ? lastHeat(study) : Math.round(reading / 10) * 10;
  const { temperature } = shop.settings.units;
  const known = useMemo(
    () => ({
      plate: plateOf(press),
      heat,
      warmUp: press?.warmUp ?? 900,
      like: likeOf(study, studies ?? [], blanks ?? []),
    }),
    [press, heat, study, studies, blanks],
  );
  useEffect(() => {
    const mine = new AbortController();
    viewInWorker(study, { ...known, now: serverNow() }, temperature, mine.signal).then(
      (found) => {
        setView(found);
        setFault(null);
      },
      (error: unknown) => {
        if (!mine.signal.aborted) setFault(error);
      },
    );
    return () => {
      mine.abort();
    };
  }, [study, known, temperature]);
  const change = useMutation({
    mutationFn: (ask: () => Promise<Study>) => ask(),
    onSuccess: async (changed) => {
      queryClient.setQueryData(studyQuery(id).queryKey, changed);
      await queryClient.invalidateQueries({ queryKey: studiesQuery.queryKey, exact: true });
    },
  });
  return {
    study,
    view,
    fault: fault === null ? null : problemFrom(fault),
    busy: change.isPending,
    problem: change.isError ? problemFrom(change.error) : null,
    /** Asks the server for a change, and shows what came of it. */
    change: (ask: () => Promise<Study>) => change.mutateAsync(ask).catch(() => undefined),
  };
}
export type StudySession = ReturnType<typeof useStudy>;

/** What the plate was at when the last swatch was pressed. */
function lastHeat(study: Study): number | null {
  const last = [...study.swatches]
    .filter(({ pressedAt, jobId }) => pressedAt !== null && jobId !== null)
    .sort((a, b) => (a.pressedAt ?? '').localeCompare(b.pressedAt ?? ''))
    .at(-1);
  return last ? truly(last).temperature : null;
}
