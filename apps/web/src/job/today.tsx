import { useQuery, useSuspenseQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { dueText } from '@kanga/core/units';
import { checkBackups } from '@kanga/core/backup';
import type { NextAction } from '@kanga/core/job';
import {
  backupsQuery,
  dayDoneQuery,
  firstJobQuery,
  openOrdersQuery,
  shopDay,
  serverNow,
  useMay,
  useShop,
} from '../data/index.js';
import { Cloth, Findings, Line } from '../frame/index.js';
import { DayPlan, nextToDo, useDayPlan } from '../day/index.js';
import { OpenWork } from './open-work.js';

/** Today's one question: what is next? The plan of the day shows it, and the line goes on with it; until there is a plan, with what is due first. */
export function Today() {
  const { settings, presses, printers } = useShop();
  const [first = null] = useSuspenseQuery(firstJobQuery).data.jobs;
  const navigate = useNavigate();
  const [adding, setAdding] = useState(false);
  const today = shopDay(serverNow());
  const planned = useDayPlan();
  const may = useMay();
  // To list them takes a command of its own: the plan goes first.
  const { data: backups } = useQuery({
    ...backupsQuery,
    enabled: may('backups') && (planned.plan !== null || planned.problem !== null),
  });
  const findings = backups ? checkBackups(backups, serverNow()) : [];
  const openOrders = useQuery(openOrdersQuery).data?.total ?? 0;
  const { data: done = [] } = useQuery(dayDoneQuery(today));
  const isBusy = first !== null || openOrders > 0 || done.length > 0;
  const inPlan = nextToDo(planned.plan, [...presses, ...printers], settings);
  const action: NextAction = inPlan
    ? { stage: 'blank', sentence: inPlan.sentence, label: 'Open it', command: { kind: 'go', to: 'blank' } }
    : first
      ? {
          stage: first.reached,
          sentence: `Go on with job ${first.number}, ${first.name}${first.due ? `: ${dueText(first.due, today, settings.dates)}` : ''}.`,
          label: 'Open it',
          command: { kind: 'go', to: first.reached },
        }
      : {
          stage: 'blank',
          sentence: 'Nothing is waiting. Open a new job.',
          label: 'New job',
          command: { kind: 'go', to: 'blank' },
        };
  return (
    <Cloth
      title="Today"
      head={<b>{settings.shopName}</b>}
      foot={
        <>
          <Findings findings={findings.filter(({ severity }) => severity !== 'note')} />
          <Line
            door={inPlan || first ? null : 'addJob'}
            action={action}
            onAct={() => {
              // A job opens where it has come to.
              const id = inPlan?.jobId ?? first?.id;
              if (id) void navigate(`/jobs/${id}`);
              else setAdding(true);
            }}
          />
        </>
      }
    >
      <div className="min-h-0 flex-1 overflow-auto p-6">
        {isBusy && <DayPlan planned={planned} done={done} />}
        <OpenWork isFirst={!isBusy} adding={adding} onAdding={setAdding} />
      </div>
    </Cloth>
  );
}
