import { execFileSync, spawn, type ChildProcess } from 'node:child_process';
import { chmodSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { freePort } from './free-port.js';

/** A print server of our own on loopback, with a configuration of its own and a queue to a file. */
export interface Cups {
  address: string;
  /** What it did last. */
  printed: () => Buffer;
}

/** Runs cupsd for the tests of a file. */
export function useCups(): Cups {
  const cups: Cups = { address: '', printed: () => Buffer.alloc(0) };
  const root = mkdtempSync(join(tmpdir(), 'kanga-cups-'));
  let child: ChildProcess | null = null;
  beforeAll(async () => {
    chmodSync(root, 0o755);
    const port = await freePort();
    for (const name of ['spool', 'spool/tmp', 'cache', 'state', 'log', 'etc', 'out']) {
      mkdirSync(join(root, name));
      chmodSync(join(root, name), 0o777);
    }
    const output = join(root, 'out', 'paper');
    writeFileSync(output, '');
    chmodSync(output, 0o666);
    writeFileSync(
      join(root, 'etc/cups-files.conf'),
      [
        `ServerRoot ${root}/etc`,
        `RequestRoot ${root}/spool`,
        `TempDir ${root}/spool/tmp`,
        `CacheDir ${root}/cache`,
        `StateDir ${root}/state`,
        `AccessLog ${root}/log/access`,
        `ErrorLog ${root}/log/error`,
        `PageLog ${root}/log/page`,
        'FileDevice yes',
        'Sandboxing Relaxed',
        'SystemGroup root',
        'DataDir /usr/share/cups',
        'ServerBin /usr/lib/cups',
        'DocumentRoot /usr/share/cups/doc-root',
      ].join('\n'),
    );
    writeFileSync(
      join(root, 'etc/cupsd.conf'),
      [
        `Listen 127.0.0.1:${port}`,
        'Browsing Off',
        'DefaultShared No',
        'LogLevel warn',
        'PreserveJobHistory Yes',
        'PreserveJobFiles Yes',
        '<Location />',
        '  Order allow,deny',
        '  Allow all',
        '</Location>',
        '<Policy default>',
        '  <Limit All>',
        '    Order deny,allow',
        '  </Limit>',
        '</Policy>',
      ].join('\n'),
    );
    writeFileSync(
      join(root, 'etc/printers.conf'),
      `<Printer paper>\nInfo Paper\nDeviceURI file://${output}\nState Idle\nAccepting Yes\nShared No\nJobSheets none none\nOpPolicy default\nErrorPolicy abort-job\n</Printer>\n`,
    );
    child = spawn(
      '/usr/sbin/cupsd',
      ['-f', '-c', join(root, 'etc/cupsd.conf'), '-s', join(root, 'etc/cups-files.conf')],
      {
        stdio: 'ignore',
      },
    );
    cups.address = `ipp://127.0.0.1:${port}/printers/paper`;
    // A queue without filters keeps what it did as it came, in its spool.
    cups.printed = () => {
      const [last] = readdirSync(join(root, 'spool'))
        .filter((name) => name.startsWith('d'))
        .sort()
        .reverse();
      return last ? readFileSync(join(root, 'spool', last)) : Buffer.alloc(0);
    };
    for (let tries = 0; tries < 100; tries++) {
      await new Promise((wake) => setTimeout(wake, 100));
      try {
        execFileSync('lpstat', ['-h', `127.0.0.1:${port}`, '-p', 'paper'], { stdio: 'pipe' });
        return;
      } catch {
        // It is still starting.
      }
    }
    const log = readdirSync(join(root, 'log')).find((name) => name === 'error');
    throw new Error(
      `cupsd did not start: ${log && statSync(join(root, 'log/error')).size > 0 ? readFileSync(join(root, 'log/error'), 'utf8') : ''}`,
    );
  });
  afterAll(async () => {
    const ended = child;
    if (ended && ended.exitCode === null) {
      const gone = new Promise((done) => ended.once('exit', done));
      ended.kill('SIGTERM');
      await gone;
    }
    rmSync(root, { recursive: true, force: true });
  });
  return cups;
}
