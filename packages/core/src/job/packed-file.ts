import { packEvents, unpackEvents, type PackedEvents } from '../bench/index.js';
import type { JobFile } from './job.js';

/** A job with everything it refers to, as screens load it: what happened at the press in parts, oldest first, each in columns. */
export interface PackedJobFile extends Omit<JobFile, 'events'> {
  packed: PackedEvents[];
}

/** The file in columns; `packed`: parts that were packed before. */
export function packJobFile(file: JobFile, packed: PackedEvents[] = [packEvents(file.events)]): PackedJobFile {
  const { events, ...rest } = file;
  void events;
  return { ...rest, packed };
}

/** The file as it was before it was packed. Throws a RangeError when its columns do not belong together. */
export function unpackJobFile({ packed, ...rest }: PackedJobFile): JobFile {
  return { ...rest, events: packed.flatMap(unpackEvents) };
}
