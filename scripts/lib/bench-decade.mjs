// What a shop of ten years has in its database.

/** A job of so many pieces, so many of them to an order. */
const [PIECES, JOBS] = [40, 5];
/** So many jobs are written at once: no statement may take longer than the shop's own. */
const PART = 1000;

/** Writes so many pressings as they come about: of pieces of jobs that are closed, of orders that are closed, each with its plan and what came of it. */
export async function decade(databaseUrl, pressings) {
  const { default: pg } = await import('pg');
  const client = new pg.Client({ connectionString: databaseUrl });
  await client.connect();
  const jobs = Math.ceil(pressings / PIECES);
  try {
    for (let from = 0; from < jobs; from += PART) {
      await client.query('BEGIN');
      await client.query(
        `CREATE TEMP TABLE made ON COMMIT DROP AS SELECT n, gen_random_uuid() AS job, n / ${JOBS} AS "order",
           now() - n * interval '${PIECES * 5} minutes' AS at FROM generate_series(${from}, ${Math.min(jobs, from + PART) - 1}) n`,
      );
      await client.query(
        `CREATE TEMP TABLE ordered ON COMMIT DROP AS SELECT "order" AS n, gen_random_uuid() AS id, gen_random_uuid() AS line, min(at) AS at FROM made GROUP BY 1`,
      );
      await client.query(
        `INSERT INTO shop_order (id, due, status, created_at, updated_at, body)
           SELECT id, at::date, 'closed', at, at, jsonb_build_object(
             'name', (ARRAY['Comet','Orbit','Harvest','Eclipse','Nebula'])[1 + n % 5] || ' order ' || n, 'note', '', 'quote', NULL,
             'customer', jsonb_build_object('name', 'Customer ' || n % 900, 'reach', '', 'notes', ''),
             'lines', jsonb_build_array(jsonb_build_object('id', line, 'what', 'Shirts')), 'accepted', NULL) FROM ordered`,
      );
      await client.query(
        `INSERT INTO job (id, name, customer, pieces, status, closed_at, created_at, updated_at, order_id, line_id, blank_id, reached)
           SELECT job, 'Shirts ' || made.n, '', ${PIECES}, 'closed', made.at, made.at, made.at, ordered.id, line, blank.id, 'pack'
           FROM made JOIN ordered ON ordered.n = "order"
           JOIN (SELECT id, row_number() OVER (ORDER BY position) - 1 AS i, count(*) OVER () AS of FROM blank) blank ON blank.i = made.n % blank.of`,
      );
      // A plan that was pressed: as large as one is.
      await client.query(
        `INSERT INTO run_plan (job_id, frozen_at, body) SELECT job, at, body FROM made, (SELECT body FROM run_plan LIMIT 1) one`,
      );
      await client.query(
        `INSERT INTO run_result (job_id, settings_id, who, good, spoiled, faults, last)
           SELECT job, settings.id, 'Person ' || made.n % 5, ${PIECES - 1}, 1, '{"ghosting": 1}', at FROM made, (SELECT id FROM pressed_settings LIMIT 1) settings`,
      );
      await client.query(
        `INSERT INTO pressing (job_id, job_number, job_name, blank_name, piece, side, press_name, who, temperature, planned, actual, at, verdict, fault, note)
           SELECT job, number, job.name, blank.name, piece, 'front', 'Press ' || made.n % 12, 'Person ' || made.n % 5, 190 + made.n % 15, 45, 45 + piece % 3,
             at - piece * interval '5 minutes', CASE WHEN piece = 7 THEN 'spoiled' ELSE 'good' END, CASE WHEN piece = 7 THEN 'ghosting' END, ''
           FROM made JOIN job ON job.id = made.job JOIN blank ON blank.id = blank_id, generate_series(0, ${PIECES - 1}) piece`,
      );
      await client.query('COMMIT');
    }
    await client.query('ANALYZE');
  } finally {
    await client.end();
  }
}
