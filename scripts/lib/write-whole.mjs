import { renameSync, writeFileSync } from 'node:fs';

/** Writes a file whole or not at all: whoever is ended in the middle leaves what stood there before. */
export function writeWhole(path, text, mode = 0o644) {
  writeFileSync(`${path}.new`, text, { mode });
  renameSync(`${path}.new`, path);
}
