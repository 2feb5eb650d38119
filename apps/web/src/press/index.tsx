import { useEffect } from 'react';
import { benchQuery, queryClient } from '../data/index.js';
import { useJob } from '../job/index.js';
import { Lane } from './lane.js';
import { usePedal } from './pedal.js';
import { useAwake } from './use-awake.js';
import { actOf, handyTask, happeningsOf, useLane, useOthers, useRecord } from './use-lane.js';

/** The press’s one question: what do I do now, and how long still? */
export default function PressStage() {
  const { view, outbox, bench, settings } = useJob();
  const lane = useLane(view, settings.sounds);
  const record = useRecord(outbox);
  useAwake();
  useOthers(view.job.id, outbox);
  useEffect(() => {
    // The lanes of all presses are a step away from here, with or without a server.
    void queryClient.prefetchQuery(benchQuery);
  }, []);
  const handy = lane && handyTask(lane);
  usePedal(() => {
    if (handy && view.job.status === 'open') record(...happeningsOf(lane, handy));
  }, actOf(handy));
  if (!lane) {
    return (
      <div className="m-auto max-w-xl p-8 text-center">
        <h1 className="font-big text-3xl font-bold">Not at the press yet</h1>
        <p className="mt-2 text-lg text-soft">
          When the stack is checked, “Start at the press” freezes the plan and brings it here.
        </p>
      </div>
    );
  }
  return <Lane view={view} lane={lane} outbox={outbox} bench={bench} />;
}
