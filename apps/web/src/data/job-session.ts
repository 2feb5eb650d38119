import { changeOf, packJobFile, type Job, type JobChange, type JobFile } from '@kanga/core/job';
import type { Problem } from '@kanga/contract/finding';
import { addressOf } from '@kanga/contract/route';
import { keepAnswer } from '../kept/index.js';
import { ApiError, call, problemFrom } from './api.js';

export type JobPatch = Partial<Omit<JobChange, 'version'>>;

export interface SessionState {
  file: JobFile;
  /** Changes made here that the server does not have yet. */
  pending: JobPatch | null;
  trouble: Problem | null;
  canUndo: boolean;
  canRedo: boolean;
}

type Save = (id: string, change: JobChange) => Promise<JobFile>;
const saveByApi: Save = (id, change) => call('changeJob', { id, body: change });
/** Writes the job down as the server has it, for a reload while the server is away. */
type Remember = (file: JobFile) => Promise<void>;
const rememberHere: Remember = (file) => keepAnswer(addressOf('packedJob', { id: file.job.id }), packJobFile(file));

const RETRY_MS = 2000;
const SETTLE_MS = 250;
const HISTORY = 100;

/**
 * One job being worked on: changes show at once, are saved a moment later in order, wait while the server is away, and can be
 * undone. A save by somebody else is never overwritten: the changes made here wait until the user says which holds.
 */
export class JobSession {
  private state: SessionState;
  private readonly listeners = new Set<() => void>();
  private past: JobPatch[] = [];
  private future: JobPatch[] = [];
  private timer: ReturnType<typeof setTimeout> | null = null;
  private saving: Promise<void> | null = null;
  /** Whoever looks at it may not change it: nothing is taken. */
  private fixed = false;

  constructor(
    file: JobFile,
    private readonly save: Save = saveByApi,
    private readonly remember: Remember = rememberHere,
  ) {
    this.state = { file, pending: null, trouble: null, canUndo: false, canRedo: false };
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  readonly read = (): SessionState => this.state;

  /** The job as the user sees it: the server's, with what is not saved yet. */
  get job(): Job {
    return { ...this.state.file.job, ...this.state.pending };
  }

  private set(change: Partial<SessionState>): void {
    this.state = { ...this.state, ...change, canUndo: this.past.length > 0, canRedo: this.future.length > 0 };
    for (const listener of this.listeners) listener();
    // Should it fail, only a reload without a server shows an older state.
    if (change.file) this.remember(change.file).catch(() => undefined);
  }

  /** Whether changes are taken: not of somebody who may only look. */
  setFixed(fixed: boolean): void {
    this.fixed = fixed;
  }

  /** Takes a change; `merge` joins it to the last step of undo, for a drag that sends many; `aside` keeps it out of undo. */
  change(patch: JobPatch, { merge = false, aside = false } = {}): void {
    if (this.fixed) return;
    if (aside) {
      this.apply(patch);
      return;
    }
    const before = Object.fromEntries(
      Object.keys(patch).map((key) => [key, this.job[key as keyof JobPatch]]),
    ) as JobPatch;
    if (!merge || this.past.length === 0) this.past = [...this.past.slice(-HISTORY), before];
    this.future = [];
    this.apply(patch);
  }

  private apply(patch: JobPatch): void {
    this.set({ pending: { ...this.state.pending, ...patch } });
    if (!this.state.trouble) this.later(SETTLE_MS);
  }

  private step(from: 'past' | 'future'): void {
    const patch = this[from].pop();
    if (!patch) return;
    const back = Object.fromEntries(
      Object.keys(patch).map((key) => [key, this.job[key as keyof JobPatch]]),
    ) as JobPatch;
    this[from === 'past' ? 'future' : 'past'].push(back);
    this.apply(patch);
  }

  undo(): void {
    this.step('past');
  }

  redo(): void {
    this.step('future');
  }

  private later(ms: number): void {
    if (this.timer) clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.flush(), ms);
  }

  /** Sends what is not saved, and waits for it. Resolves also when it could not be saved: `trouble` then says why. */
  async flush(): Promise<void> {
    if (this.timer) clearTimeout(this.timer);
    this.timer = null;
    await this.saving;
    if (!this.state.pending || this.state.trouble?.code === 'job.changed') return;
    this.saving = this.send().finally(() => (this.saving = null));
    await this.saving;
  }

  private async send(): Promise<void> {
    const sent = this.state.pending;
    try {
      const file = await this.save(this.state.file.job.id, changeOf(this.job));
      // What changed while the save was on its way is still to be sent.
      const rest = Object.fromEntries(
        Object.entries(this.state.pending ?? {}).filter(([key, value]) => sent?.[key as keyof JobPatch] !== value),
      ) as JobPatch;
      const more = Object.keys(rest).length > 0;
      this.set({ file, pending: more ? rest : null, trouble: null });
      if (more) this.later(SETTLE_MS);
    } catch (error) {
      this.set({ trouble: problemFrom(error) });
      if (error instanceof ApiError && error.passes) this.later(RETRY_MS);
    }
  }

  /** Takes the job as the server has it; changes made here stay on top of it. */
  take(file: JobFile): void {
    this.set({ file });
  }

  /** After somebody else's save: keeps the changes made here and sends them on top of `theirs`. */
  keepMine(theirs: JobFile): void {
    this.set({ file: theirs, trouble: null });
    this.later(0);
  }

  /** Drops the changes made here that could not be saved. */
  keepTheirs(theirs: JobFile): void {
    this.past = [];
    this.future = [];
    this.set({ file: theirs, pending: null, trouble: null });
  }

  /** Tries again at once after trouble. */
  retry(): void {
    this.set({ trouble: null });
    this.later(0);
  }
}
