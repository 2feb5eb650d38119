import type { Knex } from 'knex';

/** Orders: what one customer wants by one day. Each size of a line is a job of its own, which keeps to its order. */
export async function up(db: Knex): Promise<void> {
  await db.raw(`
    INSERT INTO counter VALUES ('order', 0);
    CREATE TABLE shop_order (
      id uuid PRIMARY KEY,
      number int NOT NULL UNIQUE DEFAULT next_number('order'),
      version int NOT NULL DEFAULT 1,
      status text NOT NULL DEFAULT 'open' CHECK (status IN ('open', 'closed', 'cancelled')),
      due date,
      body jsonb NOT NULL CHECK (jsonb_typeof(body) = 'object'),
      created_at timestamptz(3) NOT NULL DEFAULT now(),
      updated_at timestamptz(3) NOT NULL DEFAULT now()
    );
    CREATE INDEX shop_order_by_due ON shop_order (status, due NULLS LAST, number);
    ALTER TABLE job ADD order_id uuid REFERENCES shop_order ON DELETE SET NULL, ADD line_id uuid,
      ADD follows boolean NOT NULL DEFAULT true,
      ADD CONSTRAINT job_line_of_order CHECK (order_id IS NULL OR line_id IS NOT NULL);
    CREATE INDEX job_by_order ON job (order_id, number) WHERE order_id IS NOT NULL;
  `);
}

export function down(): Promise<void> {
  return Promise.reject(new Error('migrations only go forward: restore a backup to go back'));
}
