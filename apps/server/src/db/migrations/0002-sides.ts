import { isBefore, upgradeBlank } from '@kanga/contract/job';
import type { Knex } from 'knex';

/**
 * Sides get outlines and keep-outs of their own, art is a design of several items, a file may have pages, and a job may be a run
 * of names. What was there is carried over.
 */
export async function up(db: Knex): Promise<void> {
  const blanks = await db('blank').select<{ id: string; body: unknown }[]>('id', 'body');
  for (const { id, body } of blanks) {
    if (isBefore(body))
      await db('blank')
        .where({ id })
        .update({ body: JSON.stringify(upgradeBlank(body)) });
  }
  const plans = await db('run_plan').select<{ job_id: string; body: { blank: unknown } }[]>('job_id', 'body');
  for (const { job_id, body } of plans) {
    if (!isBefore(body.blank)) continue;
    await db('run_plan')
      .where({ job_id })
      .update({ body: JSON.stringify({ ...body, blank: upgradeBlank(body.blank) }) });
  }
  await db.raw(`
    ALTER TABLE blank ADD COLUMN archived boolean NOT NULL DEFAULT false;

    ALTER TABLE art DROP CONSTRAINT art_media_type_check;
    ALTER TABLE art ADD CONSTRAINT art_media_type_check CHECK (media_type IN
      ('image/png', 'image/jpeg', 'image/webp', 'image/tiff', 'image/svg+xml', 'application/pdf'));
    ALTER TABLE art ADD COLUMN page int NOT NULL DEFAULT 1 CHECK (page >= 1);
    ALTER TABLE art ADD COLUMN pages int NOT NULL DEFAULT 1 CHECK (pages >= page);
    ALTER TABLE art DROP CONSTRAINT art_blob_id_key;
    ALTER TABLE art ADD UNIQUE (blob_id, page);
    UPDATE art SET facts = facts || '{"maps": null, "vector": false, "profile": null}';

    ALTER TABLE job ADD COLUMN design jsonb NOT NULL DEFAULT '[]' CHECK (jsonb_typeof(design) = 'array');
    ALTER TABLE job ADD COLUMN approval jsonb CHECK (jsonb_typeof(approval) = 'object');
    ALTER TABLE job ADD COLUMN run jsonb CHECK (jsonb_typeof(run) = 'array');
    UPDATE job SET design = jsonb_build_array(jsonb_build_object('fill', 'own', 'items', jsonb_build_array(
      jsonb_build_object('kind', 'picture', 'id', 'picture', 'artId', art_id, 'placement', placement,
        'repeat', 'once', 'mirroredInFile', false)))) WHERE art_id IS NOT NULL;
    ALTER TABLE job DROP COLUMN art_id, DROP COLUMN placement;
    ALTER TABLE job DROP CONSTRAINT job_pieces_check;
    ALTER TABLE job ADD CONSTRAINT job_pieces_check CHECK (pieces BETWEEN 1 AND 5000);
  `);
}

export function down(): Promise<void> {
  return Promise.reject(new Error('migrations only go forward: restore a backup to go back'));
}
