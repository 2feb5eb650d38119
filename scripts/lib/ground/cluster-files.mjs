import { spawnSync } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, renameSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { IS_ROOT, Lack, postgresBin, say } from '../machine.mjs';
import { writeWhole } from '../write-whole.mjs';

/** The superuser that makes the cluster and backs it up, and the user that Kanga works as, who owns its database and nothing else. */
export const ADMIN = 'kanga';
export const APP = 'kanga_app';

/** A number of the user “postgres”. */
function numberOf(flag) {
  const { status, stdout } = spawnSync('id', [flag, 'postgres'], { encoding: 'utf8' });
  if (status !== 0)
    throw new Lack('there is no user “postgres” to run the database: is the package postgresql-15 whole?');
  return Number(stdout);
}

/** PostgreSQL refuses to run as root: then its own user, which Debian's package makes, runs it. How a program is started as that user. */
export const asServerUser = () => ({ cwd: '/', ...(IS_ROOT ? { uid: numberOf('-u'), gid: numberOf('-g') } : {}) });

/** Runs a program as the server's user; what it complained of, or null when it went well. */
export function trouble(program, args, options = {}) {
  const { status, signal, stderr, stdout, error } = spawnSync(program, args, {
    ...asServerUser(),
    encoding: 'utf8',
    ...options,
  });
  if (!error && status === 0) return null;
  return error?.message ?? (`${stderr}${stdout}`.trim() || `${program} ended with ${signal ?? `exit code ${status}`}`);
}

/** Gives a file or folder to the user who runs the database. */
export function giveToServer(path) {
  if (!IS_ROOT) return;
  if (spawnSync('chown', ['postgres:', path]).status !== 0)
    throw new Lack(`could not give ${path} to the user “postgres”.`);
}

const textOf = (path) => (existsSync(path) ? readFileSync(path, 'utf8').trim() : '');
const isPassword = (text) => /^[0-9a-f]{32,}$/.test(text);

/** What lies in the folder of a cluster: its passwords, and how it is made so that no half of one is ever taken for a whole. */
export class ClusterFiles {
  constructor(folder) {
    this.folder = folder;
    this.data = join(folder, 'cluster');
    this.log = join(folder, 'log');
  }

  #secret(user) {
    return join(this.folder, user === ADMIN ? 'password' : 'app-password');
  }

  password(user) {
    return textOf(this.#secret(user));
  }

  /** The file that PostgreSQL's own programs and its drivers take a password from (libpq, "The Password File"). */
  passfile(user) {
    return join(this.folder, `passfile-${user}`);
  }

  /** When the cluster was made, ISO 8601; null: it is from before that was written down. */
  get madeAt() {
    return textOf(join(this.folder, 'made')) || null;
  }

  #keepPassword(user, password) {
    writeWhole(this.#secret(user), `${password}\n`, 0o600);
  }

  /** A folder that the database's user cannot reach ends in that program's words: looked at before. */
  #reachable() {
    mkdirSync(this.folder, { recursive: true });
    giveToServer(this.folder);
    if (IS_ROOT && trouble('test', ['-w', this.folder]))
      throw new Lack(
        `the user “postgres”, which runs the database, cannot reach ${this.folder}. Set KANGA_DATA to a folder that every user may enter, such as /var/lib/kanga.`,
      );
  }

  /** Whether there is a whole cluster: one that initdb did not finish was never started. */
  get #isWhole() {
    const control = join(this.data, 'global/pg_control');
    return (
      existsSync(join(this.data, 'PG_VERSION')) &&
      existsSync(control) &&
      statSync(control).size > 0 &&
      (existsSync(join(this.folder, 'made')) || existsSync(join(this.data, 'postmaster.opts')))
    );
  }

  /** Makes the cluster when there is none, and mends what a crash can have left of its files. */
  create({ durable = true } = {}) {
    this.#reachable();
    const fresh = `${this.data}.new`;
    rmSync(fresh, { recursive: true, force: true });
    if (this.#isWhole) this.#mendPassword();
    else {
      this.#setAside();
      this.#make(fresh, durable);
    }
    this.passfiles();
  }

  /** Writes down the passwords as PostgreSQL's programs and drivers read them; Kanga's own user gets one when it has none. */
  passfiles() {
    for (const user of [ADMIN, APP]) {
      if (!isPassword(this.password(user))) this.#keepPassword(user, randomBytes(24).toString('hex'));
      writeWhole(this.passfile(user), `127.0.0.1:*:*:${user}:${this.password(user)}\n`, 0o600);
    }
  }

  /** What stands where the cluster should be and is none is kept: somebody may know what it is. */
  #setAside() {
    if (!existsSync(this.data)) return;
    const aside = `${this.data}.broken-${new Date().toISOString().replaceAll(':', '-')}`;
    renameSync(this.data, aside);
    say(`a database cluster that was never finished is kept as ${aside}; a new one is made`);
  }

  #make(fresh, durable) {
    say('making a database cluster');
    const password = randomBytes(24).toString('hex');
    this.#keepPassword(ADMIN, password);
    const once = join(this.folder, 'password.once');
    writeFileSync(once, `${password}\n`, { mode: 0o600 });
    giveToServer(once);
    const failed = trouble(join(postgresBin(), 'initdb'), [
      '-D',
      fresh,
      '-U',
      ADMIN,
      '--auth=scram-sha-256',
      `--pwfile=${once}`,
      '-E',
      'UTF8',
      '--locale=C.UTF-8',
      '--data-checksums',
      ...(durable ? [] : ['--no-sync']),
    ]);
    rmSync(once, { force: true });
    if (failed) throw new Lack(`the database cluster could not be made: ${failed}`);
    renameSync(fresh, this.data);
    writeWhole(join(this.folder, 'made'), `${new Date().toISOString()}\n`, 0o644);
  }

  /** A password that is lost is set anew, by the one way in that needs none: the server by itself, for one user (only while it does not run). */
  #mendPassword() {
    if (isPassword(this.password(ADMIN))) return;
    const password = randomBytes(24).toString('hex');
    const failed = trouble(join(postgresBin(), 'postgres'), ['--single', '-D', this.data, 'postgres'], {
      input: `ALTER ROLE ${ADMIN} PASSWORD '${password}'\n`,
    });
    if (failed) throw new Lack(`the database’s password is lost and could not be set anew: ${failed}`);
    this.#keepPassword(ADMIN, password);
    say('the database’s password was lost and is set anew');
  }

  /** Turns checksums of pages on in a cluster of before, while it does not run. */
  checksums() {
    const { stdout } = spawnSync(join(postgresBin(), 'pg_controldata'), ['-D', this.data], {
      ...asServerUser(),
      encoding: 'utf8',
    });
    if (!/^Data page checksum version:\s+0$/m.test(stdout) || !/^Database cluster state:\s+shut down$/m.test(stdout))
      return;
    say('checksums are turned on in the database');
    const failed = trouble(join(postgresBin(), 'pg_checksums'), ['--enable', '-D', this.data]);
    if (failed) say(`that did not work, and is tried again at the next start: ${failed}`);
  }
}
