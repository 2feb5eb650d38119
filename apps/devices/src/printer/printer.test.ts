import { execFileSync, spawn } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { freePort } from '../testing/index.js';
import { Printer } from './index.js';

/** What a program says, while the printer, which lives in this process, goes on answering. */
const run = (program: string, ...args: string[]): Promise<string> =>
  new Promise((done, fail) => {
    const child = spawn(program, args, { env: { ...process.env, LC_ALL: 'C' } });
    let text = '';
    child.stdout.on('data', (chunk: Buffer) => (text += chunk.toString()));
    child.stderr.on('data', (chunk: Buffer) => (text += chunk.toString()));
    child.once('error', fail);
    child.once('close', () => {
      done(text);
    });
  });

describe('the simulated printer', () => {
  const folder = mkdtempSync(join(tmpdir(), 'kanga-printer-test-'));
  const svg = join(folder, 'page.svg');
  const pdf = join(folder, 'page.pdf');
  const printer = new Printer({ pageMs: 60 });
  let [port, stop] = [0, () => Promise.resolve()];
  const put = async (body: object) => {
    const { status } = await fetch(`http://127.0.0.1:${port}/faults`, { method: 'PUT', body: JSON.stringify(body) });
    return status;
  };
  const until = async (done: () => boolean) => {
    for (let i = 0; i < 200 && !done(); i++) await new Promise((wake) => setTimeout(wake, 25));
    expect(done()).toBe(true);
  };
  const lp = () =>
    run(
      'ipptool',
      '-t',
      '-f',
      pdf,
      '-d',
      'filetype=application/pdf',
      `ipp://127.0.0.1:${port}/ipp/print`,
      'print-job.test',
    );
  beforeAll(async () => {
    // Left half dark: a page that is turned over shows it.
    writeFileSync(
      svg,
      '<svg xmlns="http://www.w3.org/2000/svg" width="300" height="200"><rect width="300" height="200" fill="#fff"/><rect width="150" height="200" fill="#222"/></svg>',
    );
    execFileSync('rsvg-convert', ['-f', 'pdf', '-o', pdf, svg]);
    port = await freePort();
    stop = await printer.listen(port);
  });
  afterAll(async () => {
    await stop();
    rmSync(folder, { recursive: true, force: true });
  });

  it('fails none of the checks of RFC 8011 that another program makes (ipptool, its own test file)', async () => {
    const said = await run(
      'ipptool', '-t', '-I', '-V', '1.1', '-f', pdf, '-d', 'filetype=application/pdf',
      `ipp://127.0.0.1:${port}/ipp/print`, 'ipp-1.1.test',
    ); // prettier-ignore
    const passed = said.match(/\[PASS\]/g) ?? [];
    expect(said.match(/^.*\[FAIL\].*$/gm) ?? []).toEqual([]);
    expect(passed.length).toBeGreaterThan(20);
  });
  it('shows the paper it printed, turned over when its driver mirrors', async () => {
    await until(() => printer.queue.current === undefined);
    await put({ driverMirrors: false });
    await lp();
    const job = printer.queue.jobs.at(-1);
    if (!job) throw new Error('a job was sent');
    await until(() => job.state === 'completed');
    const darkAt = async (x: number) => {
      const answer = await fetch(`http://127.0.0.1:${port}/paper/${job.id}/1?ppi=60`);
      const { data, info } = await sharp(Buffer.from(await answer.arrayBuffer()))
        .greyscale()
        .raw()
        .toBuffer({ resolveWithObject: true });
      return (data[Math.floor(info.height / 2) * info.width + Math.floor(info.width * x)] ?? 255) < 100;
    };
    expect([await darkAt(0.25), await darkAt(0.75)]).toEqual([true, false]);
    await put({ driverMirrors: true });
    expect([await darkAt(0.25), await darkAt(0.75)]).toEqual([false, true]);
    expect((await fetch(`http://127.0.0.1:${port}/paper/${job.id}/2`)).status).toBe(404);
    expect(await (await fetch(`http://127.0.0.1:${port}/`)).text()).toContain('/paper/');
  });
  it('stops while it has no paper, and goes on when it has', async () => {
    await put({ fault: 'out of paper' });
    await lp();
    const job = printer.queue.jobs.at(-1);
    await until(() => job?.state === 'processing-stopped');
    expect(await run('ipptool', '-tv', `ipp://127.0.0.1:${port}/ipp/print`, 'get-printer-attributes.test')).toMatch(
      /printer-state-reasons .*media-empty-error/,
    );
    await put({ fault: 'none' });
    await until(() => job?.state === 'completed');
  });
  it('says which faults it knows', async () => {
    expect(await put({ fault: 'hiccups' })).toBe(400);
  });
});
