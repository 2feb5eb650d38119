/** One file that holds the whole shop. */
export interface Backup {
  name: string;
  /** ISO 8601. */
  made: string;
  /** `nightly`, `by-hand`, `before-demo`, `before-migration`, `before-restore`. */
  why: string;
  bytes: number;
  /** Whether it opens with a passphrase only. */
  locked: boolean;
  rows: number;
  /** When it was restored into a database of its own and compared, and what was wrong; null: it was not tried out. */
  checked: { at: string; ok: boolean; wrong: string[] } | null;
}

/** The backups of a shop and how they are kept. */
export interface Backups {
  folder: string;
  /** Whether that folder lies beside the data, on the disk that they are to be a help against the loss of. */
  beside: boolean;
  /** Time of day at which they are made, in the shop's time zone. */
  at: string;
  keep: { daily: number; weekly: number; monthly: number };
  /** When the shop was begun; null: not known. */
  since: string | null;
  /** When the log was handed to that folder last; null: it is not. */
  archived: string | null;
  /** Newest first. */
  backups: Backup[];
}
