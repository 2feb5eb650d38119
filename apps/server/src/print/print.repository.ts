import { Inject, Injectable } from '@nestjs/common';
import { printState, type InkUse, type PrintEvent, type PrintEventKind, type PrintRecord } from '@kanga/core/sheet';
import type { Knex } from 'knex';
import { DB } from '../db/index.js';
import type { FrozenSheets } from '../sheet/index.js';

/** What is kept of a print from the moment it is asked for. */
export type PrintBody = Omit<PrintRecord, 'id' | 'number' | 'at' | 'inks' | 'state' | 'events'>;

interface PrintRow {
  id: string;
  number: number;
  at: Date;
  body: PrintBody;
  inks: InkUse[] | null;
  pdf_blob_id: string | null;
}

interface EventRow {
  print_id: string;
  kind: PrintEventKind;
  at: Date;
  body: { note?: string; sheets?: number | null; queued?: number };
}

const COLUMNS = ['id', 'number', 'at', 'body', 'inks', 'pdf_blob_id'];

/** A print with what only the server needs of it. */
export interface KeptPrint {
  record: PrintRecord;
  pdfBlobId: string | null;
  /** Its number in the printer's own queue, once it has one. */
  queued: number | null;
}

function kept(row: PrintRow, events: readonly EventRow[]): KeptPrint {
  const told = events.map(({ kind, at, body }): PrintEvent => ({
    kind,
    at: at.toISOString(),
    note: body.note ?? '',
    sheets: body.sheets ?? null,
  }));
  const { id, number, at, body, inks, pdf_blob_id: pdfBlobId } = row;
  const sent = [...events].reverse().find((event) => event.body.queued !== undefined);
  return {
    record: { ...body, id, number, at: at.toISOString(), inks, state: printState(told), events: told },
    pdfBlobId,
    queued: sent?.body.queued ?? null,
  };
}

/** Whether it is on its way to a printer, or in one. */
export const isUnderWay = ({ record }: KeptPrint): boolean => record.state === 'sending' || record.state === 'printing';

@Injectable()
export class PrintRepository {
  constructor(@Inject(DB) private readonly db: Knex) {}

  transaction<T>(work: (trx: Knex.Transaction) => Promise<T>): Promise<T> {
    return this.db.transaction(work);
  }

  private async withEvents(rows: readonly PrintRow[], db: Knex): Promise<KeptPrint[]> {
    const ids = rows.map((row) => row.id);
    const events = await db('print_event')
      .whereIn('print_id', ids)
      .orderBy('seq')
      .select<EventRow[]>('print_id', 'kind', 'at', 'body');
    return rows.map((row) =>
      kept(
        row,
        events.filter((event) => event.print_id === row.id),
      ),
    );
  }

  async list(jobId: string | undefined): Promise<PrintRecord[]> {
    const query = this.db('print').orderBy('number', 'desc').limit(200);
    if (jobId !== undefined) void query.whereIn('id', this.db('print_job').where({ job_id: jobId }).select('print_id'));
    const rows = await query.select<PrintRow[]>(COLUMNS);
    return (await this.withEvents(rows, this.db)).map(({ record }) => record);
  }

  /** With `lock` it stays as it is until the transaction ends. */
  async find(id: string, db: Knex = this.db, lock = false): Promise<KeptPrint | null> {
    const query = db('print').where({ id });
    const rows = (await (lock ? query.forUpdate() : query).select(COLUMNS)) as PrintRow[];
    return (await this.withEvents(rows, db))[0] ?? null;
  }

  /** The sheets as they were laid out when the print was asked for. */
  async sheets(id: string): Promise<FrozenSheets | null> {
    const row = await this.db('print').where({ id }).first<{ sheets: FrozenSheets } | undefined>('sheets');
    return row?.sheets ?? null;
  }

  /** False when there is one of this id already. */
  async add(id: string, body: PrintBody, sheets: FrozenSheets, trx: Knex.Transaction): Promise<boolean> {
    const added = await trx('print')
      .insert({ id, body: JSON.stringify(body), sheets: JSON.stringify(sheets) })
      .onConflict('id')
      .ignore()
      .returning<{ id: string }[]>('id');
    if (added.length === 0) return false;
    await trx('print_job').insert(body.jobs.map((job) => ({ print_id: id, job_id: job.id })));
    return true;
  }

  async event(id: string, kind: PrintEventKind, body: EventRow['body'] = {}, db: Knex = this.db): Promise<void> {
    await db('print_event').insert({ print_id: id, kind, body: JSON.stringify(body) });
  }

  /** Prints that are to be drawn but stand in no queue, as an upgrade or a lost queue can leave them. */
  async lost(queue: string): Promise<string[]> {
    const rows = await this.db('print')
      .whereNull('pdf_blob_id')
      .whereRaw(
        `NOT EXISTS (SELECT FROM pgboss.job WHERE job.name = ? AND job.data->>'print' = print.id::text
           AND job.state IN ('created', 'retry', 'active'))`,
        [queue],
      )
      .select<PrintRow[]>(COLUMNS);
    const all = await this.withEvents(rows, this.db);
    return all.filter(({ record }) => record.state === 'rendering').map(({ record }) => record.id);
  }

  /** Says that a render is under way, and by which entry of the queue; false when its PDF is there already. */
  async beat(id: string, renderId: string): Promise<boolean> {
    const touched = await this.db('print')
      .where({ id, pdf_blob_id: null })
      .update({ render_id: renderId, render_beat: this.db.fn.now() });
    return touched > 0;
  }

  /** Renders whose worker fell silent for so many seconds: each is given to one asker alone. */
  async silent(seconds: number): Promise<{ id: string; renderId: string }[]> {
    const rows = await this.db.raw<{ rows: { id: string; render_id: string }[] }>(
      `WITH late AS (SELECT id, render_id FROM print WHERE pdf_blob_id IS NULL AND render_id IS NOT NULL
         AND render_beat < now() - make_interval(secs => ?) FOR UPDATE SKIP LOCKED)
       UPDATE print SET render_id = NULL FROM late WHERE print.id = late.id RETURNING print.id, late.render_id`,
      [seconds],
    );
    return rows.rows.map(({ id, render_id: renderId }) => ({ id, renderId }));
  }

  /** Entries of the queue that were taken so many seconds ago by a worker that never began: it ended in between, and no render falls silent that was never heard of. */
  async untended(queue: string, seconds: number): Promise<string[]> {
    const { rows } = await this.db.raw<{ rows: { id: string }[] }>(
      `SELECT job.id FROM pgboss.job JOIN print ON print.id::text = job.data->>'print'
       WHERE job.name = ? AND job.state = 'active' AND job.started_on < now() - make_interval(secs => ?)
         AND print.pdf_blob_id IS NULL AND print.render_id IS NULL`,
      [queue, seconds],
    );
    return rows.map(({ id }) => id);
  }

  /** Leaves a render as it was found, since it could not be given to another worker. */
  async stillSilent(id: string, renderId: string): Promise<void> {
    await this.db('print').where({ id, pdf_blob_id: null, render_id: null }).update({ render_id: renderId });
  }

  /** Keeps the PDF of a print; false when another render was first. */
  async finish(id: string, blobId: string, inks: readonly InkUse[], trx: Knex.Transaction): Promise<boolean> {
    const taken = await trx('print')
      .where({ id, pdf_blob_id: null })
      .update({ pdf_blob_id: blobId, inks: JSON.stringify(inks), render_id: null });
    return taken > 0;
  }

  async rest(id: string): Promise<void> {
    await this.db('print').where({ id }).update({ render_id: null });
  }

  /** Prints that were on their way to a printer when the server stopped. */
  async underWay(): Promise<KeptPrint[]> {
    const rows = await this.db('print')
      .whereNotNull('pdf_blob_id')
      .orderBy('number', 'desc')
      .limit(200)
      .select<PrintRow[]>(COLUMNS);
    return (await this.withEvents(rows, this.db)).filter(isUnderWay);
  }
}
