import { readdirSync, readFileSync, readlinkSync } from 'node:fs';

/** The fields of /proc/PID/stat from the state on; null when there is no such process. The name before them may hold anything, brackets too. */
function statOf(pid) {
  try {
    const text = readFileSync(`/proc/${pid}/stat`, 'utf8');
    return text.slice(text.lastIndexOf(')') + 2).split(' ');
  } catch (error) {
    if (error.code === 'ENOENT' || error.code === 'ESRCH') return null;
    throw error;
  }
}

/** Place of a field in what `statOf` gives; proc(5) counts them from 1, pid and name first. */
const STATE = 0;
const PARENT = 1;
const STARTED = 19;

/** The state of a process as proc(5) names it (`T` stopped, `Z` ended but not looked at); null when there is none. */
export const stateOf = (pid) => statOf(pid)?.[STATE] ?? null;

/** Whether a process runs. One that has ended but whose parent has not looked yet (a zombie) does not. */
export function isAlive(pid) {
  const state = stateOf(pid);
  return state !== null && state !== 'Z';
}

/**
 * Who a process is: its number, and when it began in clock ticks since the machine did. A number alone may be another program's by now.
 * Null when there is none.
 */
export function identityOf(pid) {
  const stat = statOf(pid);
  return stat && stat[STATE] !== 'Z' ? { pid, began: stat[STARTED] } : null;
}

/** Whether the process that was seen before still runs. */
export const isThat = (seen) => seen !== null && identityOf(seen.pid)?.began === seen.began;

/** The words a process was started with; none when it is gone, or has written something else there. */
export function wordsOf(pid) {
  try {
    return readFileSync(`/proc/${pid}/cmdline`, 'utf8').split('\0');
  } catch (error) {
    if (['ENOENT', 'ESRCH', 'EACCES'].includes(error.code)) return [];
    throw error;
  }
}

/** The folder a process works in; null when that cannot be seen. */
export function folderOf(pid) {
  try {
    return readlinkSync(`/proc/${pid}/cwd`);
  } catch (error) {
    if (['ENOENT', 'ESRCH', 'EACCES'].includes(error.code)) return null;
    throw error;
  }
}

/** Every process of the machine that can be seen. */
export const allProcesses = () =>
  readdirSync('/proc')
    .filter((name) => /^\d+$/.test(name))
    .map(Number);

/** Processes that this one started and that still run. */
export const childrenOf = (pid) => allProcesses().filter((one) => Number(statOf(one)?.[PARENT]) === pid);

/** Lets a process that somebody stopped go on; one that runs is left alone. Gives whether it was stopped. */
export function wake(pid) {
  if (stateOf(pid) !== 'T') return false;
  process.kill(pid, 'SIGCONT');
  return true;
}

/** Sends a signal to a process that may have ended meanwhile; one that was stopped hears it, too. */
export function end(pid, signal) {
  try {
    wake(pid);
    process.kill(pid, signal);
  } catch (error) {
    if (error.code !== 'ESRCH') throw error;
  }
}
