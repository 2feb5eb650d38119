import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import fc from 'fast-check';
import { checkNode, ensureBuild, ensureModules, ensurePackages, freePort, ROOT, say } from '../machine.mjs';
import { asProgram, NO_PAST, openServer } from '../ground/server.mjs';
import { withTestCluster } from '../test.mjs';
import { numberIn } from '../words.mjs';
import { Random } from '../soak/random.mjs';
import { mutated, realFiles } from './files.mjs';
import { hostile, spoiled, valueOf } from './values.mjs';

/** No answer may take longer, ms: the limit of what reading a file may take, and some more. */
const SLOWEST = 75_000;
/** The server may not grow by more over all of it, MB. */
const GROWTH = 250;
/** Of what is sent, so many in a hundred are files. */
const FILES = 12;
/** Doors that stream for ever, that end the shop, or that take minutes by what they are for. */
const LEFT_OUT = ['/api/bench/live', '/api/shop/demo', '/api/backups', '/api/scanner/scan'];

const memoryOf = (pid) => Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))[1]) / 1024;

class Fuzz {
  counts = {};
  faults = [];
  slowest = { ms: 0, what: '' };

  constructor({ url, headers, seed }) {
    this.url = url;
    this.headers = headers;
    this.random = new Random(seed);
    this.seed = seed;
  }

  async ask(method, path, body, type = 'application/json') {
    const began = performance.now();
    let status = 0;
    let said;
    try {
      const answer = await fetch(`${this.url}${path}`, {
        method,
        headers: { ...this.headers, ...(body === undefined ? {} : { 'content-type': type }) },
        ...(body === undefined ? {} : { body }),
        signal: AbortSignal.timeout(SLOWEST),
      });
      status = answer.status;
      said = (await answer.text()).slice(0, 300);
    } catch (error) {
      said = String(error.cause ?? error);
    }
    const ms = performance.now() - began;
    if (ms > this.slowest.ms) this.slowest = { ms, what: `${method} ${path.slice(0, 80)}` };
    this.counts[status] = (this.counts[status] ?? 0) + 1;
    return { status, said };
  }

  /** A fault of the server's own is one that names itself as such, or no answer at all; a device that is away (502, 503 with a code of its own) is none. */
  judge({ status, said }, what, sent) {
    const own = status === 0 || status === 500 || (status >= 500 && /server\.fault|database\./.test(said));
    if (status === 0) say(`no answer to ${what}: ${sent.slice(0, 300)}`);
    if (own && this.faults.length < 40)
      this.faults.push(`${what} answered ${status}: ${said}\n    sent: ${sent.slice(0, 400)}`);
  }

  sampled(arbitrary) {
    return fc.sample(arbitrary, { numRuns: 1, seed: this.random.below(2 ** 31) })[0];
  }

  async request(endpoint, ids) {
    const { method, path, params, query, body } = endpoint;
    const bad = this.random.below(3);
    const filled = path.replace(/\{(\w+)\}/g, (_, name) => {
      const schema = params[name];
      const good = schema && this.random.below(6) > 0;
      const value = this.sampled(good ? valueOf(schema.describe(), ids) : hostile);
      return (
        encodeURIComponent(typeof value === 'string' ? value.toWellFormed() : (JSON.stringify(value) ?? '')).slice(
          0,
          300,
        ) || 'x'
      );
    });
    let search = '';
    if (query && this.random.below(4) > 0) {
      const value = this.sampled(bad === 0 ? spoiled(valueOf(query.describe(), ids)) : valueOf(query.describe(), ids));
      const pairs = Object.entries(value ?? {}).map(([key, one]) => [
        key.toWellFormed(),
        String(typeof one === 'object' ? JSON.stringify(one) : one).toWellFormed(),
      ]);
      search = `?${new globalThis.URLSearchParams(pairs)}`;
    }
    let json;
    if (body && typeof body !== 'string') {
      const right = valueOf(body.describe(), ids);
      json = JSON.stringify(this.sampled(bad === 0 ? right : spoiled(right))) ?? 'null';
      // Now and then what is no JSON at all.
      if (this.random.below(40) === 0) json = json.slice(0, this.random.below(json.length + 1));
    }
    const answer = await this.ask(method.toUpperCase(), filled + search, json);
    this.judge(answer, `${method.toUpperCase()} ${path}`, `${filled}${search} ${json ?? ''}`);
  }

  async file(real, jobId) {
    const kind = this.random.pick(['art', 'art', 'art', 'art', 'profile', 'ticket', 'photo']);
    const [name, bytes] = kind === 'art' ? this.random.pick(Object.entries(real.art)) : [kind, real[kind]];
    const sent = mutated(bytes, this.random);
    const path = {
      art: `/api/art?name=${name}`,
      profile: '/api/proof-profile?name=p.icc',
      ticket: '/api/jobs/ticket',
      photo: `/api/jobs/${jobId}/photos`,
    }[kind];
    const answer = await this.ask('POST', path, sent, 'application/octet-stream');
    this.judge(
      answer,
      `POST ${path}`,
      `${sent.length} bytes of a changed ${name}: ${sent.subarray(0, 60).toString('hex')}`,
    );
  }
}

/** ./kanga fuzz [--inputs N] [--seed N]: what strangers send, made from the schemas and from real files; nothing may end in a fault of the server's own. */
export async function fuzz(words) {
  checkNode();
  ensurePackages(['postgresql-15', 'poppler-utils', 'librsvg2-bin']);
  ensureModules();
  ensureBuild();
  const [inputs, seed] = [numberIn(words, 'inputs', 20_000), numberIn(words, 'seed', Math.floor(Math.random() * 1e9))];
  const { ENDPOINTS } = await import(join(ROOT, 'packages/contract/dist/api/index.js'));
  const doors = ENDPOINTS.filter(({ path, body }) => !LEFT_OUT.includes(path) && typeof body !== 'string');
  console.log(`fuzz: seed ${seed}, ${inputs} inputs at ${doors.length} doors and of every kind of file`);
  await withTestCluster(async (cluster, folder) => {
    const port = await freePort();
    const data = join(folder, 'fuzz');
    const database = { url: await cluster.ensureDatabase('kanga_fuzz'), env: cluster.environment() };
    const server = await openServer({ database, port, data, env: NO_PAST, log: say });
    try {
      const url = `http://127.0.0.1:${port}`;
      const run = new Fuzz({ url, headers: { ...asProgram(data), connection: 'close' }, seed });
      const get = async (path) => (await fetch(`${url}/api/${path}`)).json();
      const [{ jobs }, blanks, art, { presses, printers, media }] = await Promise.all(
        ['jobs', 'blanks', 'art', 'shop'].map(get),
      );
      const ids = [...jobs, ...blanks.slice(0, 3), ...art.slice(0, 3), ...presses, ...printers, ...media].map(
        ({ id }) => id,
      );
      const ticket = Buffer.from(await (await fetch(`${url}/api/jobs/${jobs[0].id}/ticket`)).arrayBuffer());
      const real = await realFiles(folder, ticket);
      let before = 0;
      for (let i = 0; i < inputs; i++) {
        // What is read first is loaded first: growth is counted from when everything was used once.
        if (i === Math.floor(inputs / 4)) before = memoryOf(server.keeper.child.pid);
        if (run.random.below(100) < FILES) await run.file(real, jobs[0].id);
        else await run.request(run.random.pick(doors), ids);
        if ((i + 1) % 5000 === 0) say(`${i + 1} inputs`);
      }
      const healthy = await fetch(`${url}/api/health`).then(
        ({ ok }) => ok,
        () => false,
      );
      const grown = memoryOf(server.keeper.child.pid) - before;
      const wrong = [...run.faults];
      if (!healthy) wrong.push('it is not healthy in the end');
      if (server.keeper.starts > 1) wrong.push(`the server ended ${server.keeper.starts - 1} times`);
      if (grown > GROWTH) wrong.push(`it grew by ${grown.toFixed(0)} MB`);
      const told = Object.entries(run.counts)
        .map(([status, n]) => `${n} × ${status}`)
        .join(', ');
      console.log(
        `fuzz: ${inputs} inputs, seed ${seed}: ${told}; slowest ${(run.slowest.ms / 1000).toFixed(1)} s (${run.slowest.what}); grown by ${grown.toFixed(0)} MB`,
      );
      if (wrong.length > 0) {
        console.error(`fuzz: ${wrong.length} faults; play it again with --seed ${seed}\n${wrong.join('\n')}`);
        process.exitCode = 1;
      }
    } finally {
      await server.close();
    }
  });
}
