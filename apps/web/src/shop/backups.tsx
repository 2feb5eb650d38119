import { useMutation, useQuery } from '@tanstack/react-query';
import type { Backup, Backups as Told } from '@kanga/core/backup';
import { formatBytes, timeIn } from '@kanga/core/units';
import { backupsQuery, call, problemFrom, queryClient, useDay, useShop } from '../data/index.js';
import { Button, ProblemText } from '../ui/index.js';

const WHY: Record<string, string> = {
  nightly: 'of the night',
  'by-hand': 'by hand',
  'before-demo': 'before the demo was loaded',
  'before-migration': 'before an upgrade',
  'before-restore': 'before a restore',
};

function Row({ backup }: { backup: Backup }) {
  const { settings } = useShop();
  const day = useDay();
  const { made, why, bytes, locked, checked } = backup;
  return (
    <tr className="border-t border-rule [&>td]:py-1.5 [&>td]:pr-4">
      <td className="figures whitespace-nowrap">
        {day(made)} {timeIn(settings.timeZone, made)}
      </td>
      <td>{WHY[why] ?? why}</td>
      <td className="figures text-right whitespace-nowrap">{formatBytes(bytes)}</td>
      <td>
        {checked === null ? (
          <span className="text-soft">{locked ? 'locked' : 'not tried out'}</span>
        ) : checked.ok ? (
          <b className="text-green">✓ restores</b>
        ) : (
          <b className="text-magenta">✕ failed: {checked.wrong[0]}</b>
        )}
      </td>
    </tr>
  );
}

/** How many are listed; all of them lie in the folder. */
const LISTED = 6;

function Listed({ folder, at, keep, archived, backups }: Told) {
  return (
    <>
      <p>
        Every night at <span className="figures">{at}</span> into <code className="break-all">{folder}</code>; those of{' '}
        {keep.daily} days, {keep.weekly} weeks and {keep.monthly} months are kept.{' '}
        {archived === null
          ? 'No log yet: until there is one, a restore goes back to a backup.'
          : 'The log is kept beside them: a restore can go back to any minute.'}
      </p>
      {backups.length === 0 ? (
        <p className="text-soft">None yet. The first is made soon after Kanga starts.</p>
      ) : (
        <table className="w-full text-left">
          <thead>
            <tr className="text-[14px] text-soft [&>th]:pr-4 [&>th]:font-semibold">
              <th>Made</th>
              <th>Why</th>
              <th className="text-right">Size</th>
              <th>Tested</th>
            </tr>
          </thead>
          <tbody>
            {backups.slice(0, LISTED).map((backup) => (
              <Row key={backup.name} backup={backup} />
            ))}
          </tbody>
        </table>
      )}
      <p className="text-[15px] text-soft">
        To restore one: <code className="whitespace-nowrap">./kanga stop</code>, then{' '}
        <code className="whitespace-nowrap">./kanga restore FILE</code>, or{' '}
        <code className="whitespace-nowrap">./kanga restore --at TIME</code>. Another folder, best on another disk:{' '}
        <code className="whitespace-nowrap">./kanga backup --to FOLDER</code>.
      </p>
    </>
  );
}

/** The shop's backups: would everything be there tomorrow if this disk failed tonight? */
export function Backups() {
  const { data, error } = useQuery(backupsQuery);
  const make = useMutation({
    mutationFn: () => call('addBackup'),
    onSuccess: (told) => {
      queryClient.setQueryData(backupsQuery.queryKey, told);
    },
  });
  const trouble = make.error ?? error;
  return (
    <section className="space-y-3">
      <div className="flex flex-wrap items-center gap-3">
        <h2 className="mr-auto font-big text-2xl font-bold">Backups</h2>
        <Button
          disabled={make.isPending}
          onClick={() => {
            make.mutate();
          }}
        >
          {make.isPending ? 'Backing up…' : 'Back up now'}
        </Button>
      </div>
      {trouble && <ProblemText problem={problemFrom(trouble)} />}
      {data ? <Listed {...data} /> : !error && <p className="text-soft">Loading…</p>}
    </section>
  );
}
