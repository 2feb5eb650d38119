import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { ROOT } from '../machine.mjs';
import { backupsIn, settingsOf } from './settings.mjs';

const LOOK_EVERY = 30_000;
/** After a night that failed it is tried again so much later, ms. */
const AGAIN = 30 * 60_000;

/** The time of day in a zone, as `02:30`, and the day. */
function clockIn(zone, now) {
  const parts = new Intl.DateTimeFormat('sv-SE', { timeZone: zone, dateStyle: 'short', timeStyle: 'short' }).format(
    now,
  );
  const [day, time] = parts.split(' ');
  return { day, time };
}

/** Whether tonight's backup is due: none was made since today's hour, nor the one before when that hour is still to come and a day went by. */
function isDue({ at }, backups, now, zone) {
  const nightly = backups.find(({ why }) => why === 'nightly');
  if (!nightly) return true;
  const { day, time } = clockIn(zone, now);
  const last = clockIn(zone, new Date(nightly.made));
  const madeToday = last.day === day && last.time >= at;
  if (time >= at) return !madeToday;
  return now - Date.parse(nightly.made) > 26 * 3_600_000;
}

/** Makes the backup of every night in a process of its own, beside everything else and behind it. */
export class NightTimer {
  #timer = null;
  #child = null;
  #notBefore = 0;

  constructor({ data, zone, log }) {
    this.data = data;
    this.zone = zone;
    this.log = log;
  }

  open() {
    this.#timer = setInterval(() => this.#look().catch((error) => this.log(`backups: ${error.message}`)), LOOK_EVERY);
    // The first look soon, so that a shop which is switched off at night is backed up in the morning.
    setTimeout(() => this.#look().catch((error) => this.log(`backups: ${error.message}`)), 5000).unref();
  }

  async #look() {
    if (this.#child || performance.now() < this.#notBefore) return;
    const settings = settingsOf(this.data);
    const zone = await this.zone();
    if (this.#timer === null || this.#child || !isDue(settings, backupsIn(settings.folder), new Date(), zone)) return;
    const child = spawn(
      'nice',
      ['-n', '15', process.execPath, join(ROOT, 'scripts/kanga.mjs'), 'backup', '--nightly'],
      {
        cwd: ROOT,
        env: { ...process.env, KANGA_DATA: this.data },
        detached: true,
        stdio: ['ignore', 'inherit', 'inherit'],
      },
    );
    this.#child = child;
    const [code] = await new Promise((done) => {
      child.once('exit', (...all) => done(all));
      child.once('error', (error) => done([error.message]));
    });
    this.#child = null;
    if (code !== 0) {
      this.#notBefore = performance.now() + AGAIN;
      this.log('the backup of the night failed; what it said is above. It is tried again in half an hour.');
    }
  }

  async close() {
    clearInterval(this.#timer);
    this.#timer = null;
    const child = this.#child;
    if (!child) return;
    const gone = new Promise((done) => child.once('exit', done));
    // All of its group: the programs that it started, too.
    process.kill(-child.pid, 'SIGTERM');
    await gone;
  }
}
