// Documents beside the bench: ten asked for at once, and what an entry takes meanwhile; what the server holds in memory after a large picture.
import { randomUUID } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT, say, sleep } from './machine.mjs';

const core = (name) => import(join(ROOT, `packages/core/dist/${name}/index.js`));
const at = (list, share) => [...list].sort((a, b) => a - b)[Math.min(list.length - 1, Math.floor(list.length * share))];

function asker(url) {
  return async (method, path, json) => {
    const answer = await fetch(`${url}api/${path}`, {
      method,
      headers: { 'content-type': 'application/json', origin: new URL(url).origin },
      ...(json === undefined ? {} : { body: JSON.stringify(json) }),
    });
    if (!answer.ok)
      throw new Error(`${method} ${path} answered ${answer.status}: ${(await answer.text()).slice(0, 300)}`);
    return answer;
  };
}

/** A run of tees at a press, and its entries one after the other: each is a step that is done. */
async function aRun(ask) {
  const { changeOf } = await core('job');
  const { clockOf } = await core('bench');
  const [blanks, arts] = await Promise.all(['blanks', 'art'].map(async (path) => (await ask('GET', path)).json()));
  const { job } = await (
    await ask('POST', 'jobs', { name: 'Beside documents', customer: '', due: null, pieces: 200 })
  ).json();
  const picture = {
    kind: 'picture',
    id: randomUUID(),
    artId: arts[0].id,
    placement: null,
    repeat: 'once',
    mirroredInFile: false,
  };
  await ask('PUT', `jobs/${job.id}`, {
    ...changeOf(job),
    blankId: blanks.find(({ family }) => family === 'tee').id,
    design: [{ fill: 'own', items: [picture] }],
  });
  const plan = await (await ask('POST', `jobs/${job.id}/plan`)).json();
  let [bed, step, sent] = [0, 0, 0];
  return async () => {
    const head = { id: randomUUID(), at: new Date(Date.now() - 86_400_000 + sent * 1000).toISOString(), by: 'Wren' };
    const starts = clockOf(plan.steps[step]) !== null && plan.steps[step].at === 'press';
    const events = [
      ...(starts ? [{ ...head, id: randomUUID(), kind: 'start', bed, step }] : []),
      { ...head, kind: 'done', bed, step },
    ];
    const began = performance.now();
    await (await ask('POST', `jobs/${job.id}/events`, { events, since: sent })).arrayBuffer();
    sent += events.length;
    step = (step + 1) % plan.steps.length;
    if (step === 0) bed++;
    return performance.now() - began;
  };
}

/** Ten different documents of the demo shop: proofs, cards, sheets and tickets. */
async function tenDocuments(ask) {
  const { jobs } = await (await ask('GET', 'jobs?most=100')).json();
  const id = (name) => jobs.find((job) => job.name === name).id;
  const [tees, socks, sleeves] = ['Volunteer tees', 'Comet-tail socks', 'Orbit bottle sleeves'].map(id);
  return [
    ...[tees, socks, sleeves].flatMap((job) => ['proof', 'press-card', 'ticket'].map((what) => `jobs/${job}/${what}`)),
    `jobs/${socks}/sheet`,
  ];
}

/** The row of the table. `url`: a server with the demo shop. */
export async function documentRow(url) {
  say('documents beside entries');
  const ask = asker(url);
  const enter = await aRun(ask);
  for (let i = 0; i < 40; i++) await enter();
  const alone = [];
  for (let i = 0; i < 100; i++) alone.push(await enter());
  const paths = await tenDocuments(ask);
  const all = async () => {
    const began = performance.now();
    await Promise.all(paths.map(async (path) => (await ask('GET', path)).arrayBuffer()));
    return performance.now() - began;
  };
  let busy = true;
  const beside = [];
  const first = all().finally(() => (busy = false));
  while (busy) {
    beside.push(await enter());
    await sleep(20);
  }
  const [made, again] = [await first, await all()];
  const ms = (value) => value.toFixed(0);
  return {
    what: 'Ten documents at once, and an entry meanwhile',
    input: `three proofs, cards and tickets and the sheets of one job, none asked for before; ${beside.length} entries meanwhile`,
    time: `${(made / 1000).toFixed(1)} s for all ten, ${ms(again)} ms the second time`,
    memory: '',
    reached: `an entry alone ${ms(at(alone, 0.95))} ms (95th of 100), meanwhile ${ms(at(beside, 0.5))} in the median, ${ms(at(beside, 0.95))} (95th), ${ms(Math.max(...beside))} at most; aim: 100 ms`,
    grows: 'with what is drawn; documents wait for one another, entries do not wait for them',
  };
}

/** What a process holds, MB: now, and the most since it began. */
function memoryOf(pid) {
  const status = readFileSync(`/proc/${pid}/status`, 'utf8');
  const of = (name) => Number(new RegExp(`${name}:\\s+(\\d+)`).exec(status)?.[1] ?? 0) / 1000;
  return { now: of('VmRSS'), most: of('VmHWM') };
}

/** The process of this machine that runs the server on a port. */
function serverOn(port) {
  const of = (pid, name) => {
    try {
      return readFileSync(`/proc/${pid}/${name}`, 'utf8');
    } catch {
      // It ended between two looks.
      return '';
    }
  };
  const found = readdirSync('/proc').find(
    (pid) =>
      /^\d+$/.test(pid) &&
      of(pid, 'cmdline').includes('apps/server/dist/whole/main.js') &&
      of(pid, 'environ').split('\0').includes(`KANGA_PORT=${port}`),
  );
  if (!found) throw new Error(`no server runs on port ${port}`);
  return Number(found);
}

/** A square picture like a camera's of so many pixels a side, with grain: JPEG. */
export async function grainyPicture(path, side) {
  const { default: sharp } = await import('sharp');
  const quarter = Math.round(side / 4);
  const noise = { type: 'gaussian', mean: 128, sigma: 40 };
  const grain = await sharp({ create: { width: quarter, height: quarter, channels: 3, background: '#777777', noise } })
    .removeAlpha()
    .png()
    .toBuffer();
  await sharp(grain).resize(side, side).jpeg({ quality: 88 }).toFile(path);
}

/** The row of a large picture. `file`: a JPEG of 100 megapixels. */
export async function uploadRow(url, file) {
  say('a large picture');
  const bytes = readFileSync(file);
  const began = performance.now();
  const answer = await fetch(`${url}api/art?name=large.jpg`, {
    method: 'POST',
    body: bytes,
    headers: { origin: new URL(url).origin, 'content-type': 'application/octet-stream' },
  });
  const { id } = await answer.json();
  if (!answer.ok) throw new Error(`the upload answered ${answer.status}`);
  await (await fetch(`${url}api/art/${id}/preview`)).arrayBuffer();
  const ms = performance.now() - began;
  const pid = serverOn(new URL(url).port);
  await sleep(60_000);
  const { now, most } = memoryOf(pid);
  return {
    what: 'A picture of 100 megapixels, until it can be placed',
    input: `JPEG 10000 × 10000 with grain, ${Math.round(bytes.length / 1e6)} MB, over loopback`,
    time: `${(ms / 1000).toFixed(1)} s`,
    memory: `${most.toFixed(0)} MB`,
    reached: `the process that answers; ${now.toFixed(0)} MB a minute later: pictures are read in processes that end; aim: 4 s, 600 MB, 350 MB`,
    grows: 'with the pixels',
  };
}
