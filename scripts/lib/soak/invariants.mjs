/** Holds the database itself against what was acknowledged; gives what is not so, in words. */
export async function check(world, { jobs: toldJobs, events: toldEvents, arts: toldArts, prints: toldPrints }) {
  const wrong = [];
  // What is acknowledged while this reads is looked at the next time.
  const load = {
    jobs: new Map(toldJobs),
    events: new Map(toldEvents),
    arts: new Map(toldArts),
    prints: new Set(toldPrints),
  };
  const jobs = new Map((await world.rows('SELECT id, name FROM job')).map(({ id, name }) => [id, name]));
  for (const [id, name] of load.jobs) if (!jobs.has(id)) wrong.push(`the job ${id} (${name}) is gone`);
  const events = await world.rows('SELECT id, job_id FROM bench_event');
  const byId = new Map(events.map(({ id, job_id: jobId }) => [id, jobId]));
  if (byId.size !== events.length) wrong.push('an entry of the press is there twice');
  for (const [id, jobId] of load.events) if (byId.get(id) !== jobId) wrong.push(`the entry ${id} is gone`);
  const arts = new Map(
    (await world.rows('SELECT art.id, sha256 FROM art JOIN blob ON blob.id = blob_id')).map(({ id, sha256 }) => [
      id,
      sha256,
    ]),
  );
  for (const [id, sha256] of load.arts)
    if (arts.get(id) !== sha256) wrong.push(`the picture ${id} is not what was sent`);
  const prints = new Set((await world.rows('SELECT id FROM print')).map(({ id }) => id));
  for (const id of load.prints) if (!prints.has(id)) wrong.push(`the print ${id} is gone`);
  const twice = await world.rows(
    `SELECT print_id FROM print_event WHERE kind = 'rendered' GROUP BY print_id HAVING count(*) > 1`,
  );
  if (twice.length > 0) wrong.push(`${twice.length} prints were drawn twice`);
  return wrong;
}

/** In the end nothing is left half way: every print is drawn or says why not, and the last name that was saved stands. */
export async function checkAtEnd(world, load) {
  const wrong = await check(world, load);
  for (const { id, name } of await world.rows('SELECT id, name FROM job'))
    if (load.jobs.has(id) && load.jobs.get(id) !== name)
      wrong.push(`the job ${id} is called “${name}”, not “${load.jobs.get(id)}”`);
  for (const till = Date.now() + 90_000; ; await new Promise((done) => setTimeout(done, 500))) {
    const open = await world.rows(
      `SELECT id FROM print WHERE pdf_blob_id IS NULL AND NOT EXISTS
         (SELECT FROM print_event WHERE print_id = print.id AND kind IN ('render failed', 'cancelled'))`,
    );
    if (open.length === 0) break;
    if (Date.now() > till) {
      wrong.push(`${open.length} prints are never drawn`);
      break;
    }
  }
  const broken = await world.rows(
    `SELECT id FROM blob WHERE sha256 IS NOT NULL AND sha256 IS DISTINCT FROM
       (SELECT encode(sha256(string_agg(data, ''::bytea ORDER BY seq)), 'hex') FROM blob_chunk WHERE blob_id = blob.id)`,
  );
  if (broken.length > 0) wrong.push(`${broken.length} pictures or prints have other bytes than their hash`);
  return wrong;
}
