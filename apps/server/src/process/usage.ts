import { readFileSync } from 'node:fs';

/** Clock ticks a second, and bytes a page, as Linux counts them for programs (sysconf(3): 100 and 4096 wherever Debian runs). */
const TICKS = 100;
const PAGE = 4096;

const read = (path: string): string | null => {
  try {
    return readFileSync(path, 'utf8');
  } catch {
    // It ended between two looks.
    return null;
  }
};

/** Processes that were started by one, and by those, itself first. */
function family(pid: number): number[] {
  const children = (read(`/proc/${pid}/task/${pid}/children`) ?? '').trim();
  return [pid, ...(children === '' ? [] : children.split(' ').flatMap((one) => family(Number(one))))];
}

/** What a process and those it started use: seconds of processor time since they began (those that have ended, too), and megabytes of memory now. */
export function usageOf(pid: number): { cpu: number; memory: number } {
  let [cpu, memory] = [0, 0];
  for (const one of family(pid)) {
    const stat = read(`/proc/${one}/stat`);
    if (stat === null) continue;
    // proc(5): user and system time, and those of children that were waited for, are fields 14 to 17; the resident pages are field 24.
    const fields = stat
      .slice(stat.lastIndexOf(')') + 2)
      .split(' ')
      .map(Number);
    cpu += ((fields[11] ?? 0) + (fields[12] ?? 0) + (fields[13] ?? 0) + (fields[14] ?? 0)) / TICKS;
    memory += ((fields[21] ?? 0) * PAGE) / 1e6;
  }
  return { cpu, memory };
}
