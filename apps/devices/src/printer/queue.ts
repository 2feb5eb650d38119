import { execFile } from 'node:child_process';
import { mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { promisify } from 'node:util';
import sharp from 'sharp';
import { STOPS, type Fault } from './faults.js';

const run = promisify(execFile);

/** States of a job (RFC 8011 §5.3.7). */
export type JobState = 'pending' | 'processing' | 'processing-stopped' | 'canceled' | 'aborted' | 'completed';

export interface PrintedJob {
  id: number;
  name: string;
  user: string;
  state: JobState;
  /** Seconds since the printer was switched on. */
  created: number;
  began: number | null;
  completed: number | null;
  file: string | null;
  pages: number;
  printed: number;
}

const ENDED: readonly JobState[] = ['canceled', 'aborted', 'completed'];
export const isEnded = ({ state }: PrintedJob): boolean => ENDED.includes(state);

/** The jobs of the simulated printer, and the paper that comes out of it: a page every `pageMs`, while nothing stops it. */
export class Queue {
  readonly folder = mkdtempSync(join(tmpdir(), 'kanga-printer-'));
  readonly jobs: PrintedJob[] = [];
  fault: Fault = 'none';
  /** Whether its driver turns every page over. */
  driverMirrors = false;
  private readonly timer: NodeJS.Timeout;
  private readonly began = Date.now();

  constructor(pageMs: number) {
    this.timer = setInterval(() => {
      this.turn();
    }, pageMs);
  }

  get upTime(): number {
    return Math.max(1, Math.round((Date.now() - this.began) / 1000));
  }

  get current(): PrintedJob | undefined {
    return this.jobs.find((job) => !isEnded(job) && job.file !== null);
  }

  get stopped(): boolean {
    return STOPS[this.fault] !== undefined;
  }

  open(name: string, user: string): PrintedJob {
    const job: PrintedJob = {
      id: this.jobs.length + 1,
      name,
      user,
      state: 'pending',
      created: this.upTime,
      began: null,
      completed: null,
      file: null,
      pages: 0,
      printed: 0,
    };
    this.jobs.push(job);
    return job;
  }

  /** Takes the document of a job; one that is not a PDF is given up. */
  async take(job: PrintedJob, file: string): Promise<void> {
    const pages = await run('pdfinfo', [file]).then(
      ({ stdout }) => Number(/Pages:\s+(\d+)/.exec(stdout)?.[1] ?? 0),
      () => 0,
    );
    if (isEnded(job)) return;
    if (pages === 0) {
      this.end(job, 'aborted');
      return;
    }
    job.pages = pages;
    job.file = file;
  }

  cancel(job: PrintedJob): boolean {
    if (isEnded(job)) return false;
    this.end(job, 'canceled');
    return true;
  }

  private end(job: PrintedJob, state: JobState): void {
    job.state = state;
    job.began ??= this.upTime;
    job.completed = this.upTime;
  }

  private turn(): void {
    const job = this.current;
    if (!job) return;
    if (this.stopped) {
      job.state = 'processing-stopped';
      return;
    }
    job.state = 'processing';
    job.began ??= this.upTime;
    job.printed++;
    if (job.printed >= job.pages) this.end(job, 'completed');
  }

  /** One page of paper as it lies in the tray, face up: a PNG. Null when it has not come out. */
  async paper(job: PrintedJob, page: number, ppi: number): Promise<Buffer | null> {
    if (job.file === null || page < 1 || page > job.printed) return null;
    const out = mkdtempSync(join(this.folder, 'paper-'));
    try {
      await run('pdftoppm', [
        '-r',
        String(ppi),
        '-f',
        String(page),
        '-l',
        String(page),
        '-png',
        job.file,
        join(out, 'p'),
      ]);
      const [name] = readdirSync(out);
      const png = await readFile(join(out, name ?? ''));
      return this.driverMirrors ? await sharp(png).flop().png().toBuffer() : png;
    } finally {
      rmSync(out, { recursive: true, force: true });
    }
  }

  close(): void {
    clearInterval(this.timer);
    rmSync(this.folder, { recursive: true, force: true });
  }
}
