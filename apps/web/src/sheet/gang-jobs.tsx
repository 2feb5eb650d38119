import { formatDay } from '@kanga/core/units';
import { type Settings } from '@kanga/core/shop';
import type { JobSummary } from '@kanga/contract/job';
import { Select } from '../ui/index.js';

/** What the tray is narrowed to; empty: everything. */
export interface GangFilter {
  blank: string;
  due: string;
}

const all = { value: '', label: 'All' };

/** Jobs that wait for paper, narrowed by blank and due day, each with a box to take it onto the sheets. */
export function GangJobs({
  jobs,
  chosen,
  filter,
  settings,
  onFilter,
  onChoose,
}: {
  jobs: readonly JobSummary[];
  chosen: readonly string[];
  filter: GangFilter;
  settings: Settings;
  onFilter: (filter: GangFilter) => void;
  onChoose: (ids: string[]) => void;
}) {
  const waiting = jobs.filter((job) => job.blankName !== null && job.artId !== null);
  const blanks = [...new Set(waiting.map((job) => job.blankName ?? ''))].sort();
  const days = [...new Set(waiting.flatMap((job) => job.due ?? []))].sort();
  const shown = waiting.filter(
    (job) =>
      chosen.includes(job.id) ||
      ((filter.blank === '' || job.blankName === filter.blank) &&
        (filter.due === '' || (job.due !== null && job.due <= filter.due))),
  );
  return (
    <fieldset className="space-y-2">
      <legend className="font-semibold">Jobs on these sheets</legend>
      <div className="grid grid-cols-2 gap-2">
        <Select
          label="Blank"
          value={filter.blank}
          options={[all, ...blanks.map((value) => ({ value, label: value }))]}
          onChange={(blank) => {
            onFilter({ ...filter, blank });
          }}
        />
        <Select
          label="Due by"
          value={filter.due}
          options={[all, ...days.map((value) => ({ value, label: formatDay(value, settings.dates) }))]}
          onChange={(due) => {
            onFilter({ ...filter, due });
          }}
        />
      </div>
      {shown.length === 0 && (
        <p className="text-soft">No open job with a blank and art waits here. Widen the choice above, or open one.</p>
      )}
      <ul>
        {shown.map((job) => (
          <li key={job.id} className="border-t border-rule">
            <label className="flex min-h-12 cursor-pointer items-center gap-3 py-1 hover:bg-wash has-focus-visible:outline-3 has-focus-visible:outline-cyan">
              <input
                type="checkbox"
                className="h-6 w-6 flex-none accent-cyan"
                checked={chosen.includes(job.id)}
                onChange={(event) => {
                  onChoose(event.target.checked ? [...chosen, job.id] : chosen.filter((id) => id !== job.id));
                }}
              />
              <span className="min-w-0 flex-1">
                <b>
                  {job.number}. {job.name}
                </b>
                <span className="block text-[15px] text-soft">
                  {job.pieces} {job.pieces === 1 ? 'piece' : 'pieces'}, {job.blankName}
                  {job.due && `, due ${formatDay(job.due, settings.dates)}`}
                </span>
              </span>
            </label>
          </li>
        ))}
      </ul>
    </fieldset>
  );
}
