import type { Finding } from '../finding/index.js';
import type { Backups } from './backup.js';

const HOUR = 3_600_000;
/** A backup that is older is told of, hours: one night that failed is made good by the next. */
const OLD = 48;

const finding = (words: Pick<Finding, 'code' | 'severity' | 'title' | 'why' | 'remedy'>): Finding => ({
  ...words,
  where: { stage: 'shop' },
  waivable: false,
});

/**
 * What is wrong with the shop's backups at a moment (`now`, ISO 8601): none that is younger than two days, the newest one not good, or all of them on the disk whose loss they
 * are to make good. A shop that was opened less than two days ago (`since`) is given that time.
 */
export function checkBackups({ folder, beside, backups, since }: Backups, now: string): Finding[] {
  const age = (at: string) => (Date.parse(now) - Date.parse(at)) / HOUR;
  const found: Finding[] = [];
  const good = backups.find(({ checked }) => checked === null || checked.ok);
  if (good ? age(good.made) > OLD : since !== null && age(since) > OLD)
    found.push(
      finding({
        code: 'backup.old',
        severity: 'fix',
        title: good ? `The last good backup is ${Math.floor(age(good.made) / 24)} days old` : 'There is no backup yet',
        why: 'If the disk fails now, everything since then is lost.',
        remedy: `Look whether ${folder} can be reached, then make one: Shop, Backups, Back up now.`,
      }),
    );
  const tried = backups.find(({ checked }) => checked !== null);
  if (tried?.checked && !tried.checked.ok)
    found.push(
      finding({
        code: 'backup.broken',
        severity: 'fix',
        title: 'The last backup that was tried out is not good',
        why: tried.checked.wrong.slice(0, 3).join('; '),
        remedy: 'Make a new one and try it out. If that one is not good either, the disk may be failing.',
      }),
    );
  if (beside && backups.length > 0)
    found.push(
      finding({
        code: 'backup.same-disk',
        severity: 'note',
        title: 'The backups lie on the same disk as the shop',
        why: 'A disk that fails takes both.',
        remedy: 'Choose a folder on another disk: ./kanga backup --to FOLDER',
      }),
    );
  return found;
}
