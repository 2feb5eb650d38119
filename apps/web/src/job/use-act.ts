import { useCallback, useState } from 'react';
import { useNavigate } from 'react-router';
import { STAGES } from '@kanga/core/finding';
import type { NextAction } from '@kanga/core/job';
import type { Problem } from '@kanga/contract/finding';
import type { RouteName } from '@kanga/contract/route';
import {
  blanksQuery,
  call,
  JOBS_KEY,
  LOG_KEY,
  problemFrom,
  queryClient,
  stamp,
  testClothQuery,
  type BenchOutbox,
  type JobSession,
} from '../data/index.js';

/** The door of the server that the line's command goes through; null: one only goes somewhere. */
export function doorOf({ command }: NextAction): RouteName | null {
  switch (command.kind) {
    case 'start-press':
      return 'freezePlan';
    case 'bench':
    case 'heat':
    case 'all-good':
      return 'addEvents';
    case 'close':
      return 'closeJob';
    case 'study':
      return 'archiveJob';
    case 'choose':
    case 'go':
    case 'advance':
    case 'order':
      return null;
  }
}

/** Carries out the line's commands. One at a time; a refusal is kept for showing until the next try. */
export function useAct(
  session: JobSession,
  outbox: BenchOutbox,
): { act: (action: NextAction) => void; busy: boolean; refusal: Problem | null } {
  const navigate = useNavigate();
  const [busy, setBusy] = useState(false);
  const [refusal, setRefusal] = useState<Problem | null>(null);

  const carryOut = useCallback(
    async ({ command }: NextAction): Promise<void> => {
      const { id, reached, status } = session.job;
      const go = (to: string) => navigate(`/jobs/${id}/${to}`, { replace: true });
      const reload = async () => {
        session.take(await call('job', { id }));
      };
      switch (command.kind) {
        case 'choose':
          return;
        case 'go':
          await go(command.to);
          return;
        case 'advance':
          // Who only presses changes nothing of a job: how far it has come, the server knows by what was pressed.
          if (STAGES.indexOf(command.to) > STAGES.indexOf(reached))
            session.change({ reached: command.to }, { aside: true });
          await go(command.to);
          return;
        case 'start-press':
          await session.flush();
          await call('freezePlan', { id });
          await reload();
          await go('press');
          return;
        case 'bench':
          outbox.record({ ...stamp(), ...command.told });
          return;
        case 'heat':
          outbox.record({ ...stamp(), kind: 'heat', celsius: command.celsius });
          return;
        case 'all-good':
          outbox.record(
            ...command.pieces.map((piece) => ({
              ...stamp(),
              kind: 'verdict' as const,
              piece,
              verdict: 'good' as const,
            })),
          );
          return;
        case 'close':
          if (status === 'open') {
            await Promise.all([outbox.flush(), session.flush()]);
            session.take(await call('closeJob', { id }));
            await Promise.all([
              queryClient.invalidateQueries({ queryKey: JOBS_KEY }),
              queryClient.invalidateQueries({ queryKey: LOG_KEY }),
              queryClient.invalidateQueries(blanksQuery),
              queryClient.invalidateQueries(testClothQuery),
            ]);
          } else await navigate('/');
          return;
        case 'order':
          await navigate(`/orders/${command.id}`);
          return;
        case 'study':
          await Promise.all([outbox.flush(), session.flush()]);
          // It leaves the bench; its study has it.
          await call('archiveJob', { id, body: { archived: true } });
          await queryClient.invalidateQueries({ queryKey: ['studies'] });
          await navigate(`/studies/${command.id}`);
      }
    },
    [navigate, outbox, session],
  );

  const act = useCallback(
    (action: NextAction) => {
      setBusy(true);
      setRefusal(null);
      carryOut(action)
        .catch((error: unknown) => {
          setRefusal(problemFrom(error));
        })
        .finally(() => {
          setBusy(false);
        });
    },
    [carryOut],
  );
  return { act, busy, refusal };
}
