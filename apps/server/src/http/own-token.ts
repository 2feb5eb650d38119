import { randomBytes } from 'node:crypto';
import { existsSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

/** The token of this Kanga, made at its first start: whoever can read the data folder may change what is in it. */
export function ownToken(data: string): string {
  const file = join(data, 'token');
  const kept = existsSync(file) ? readFileSync(file, 'utf8').trim() : '';
  if (/^[0-9a-f]{64}$/.test(kept)) return kept;
  const token = randomBytes(32).toString('hex');
  writeFileSync(`${file}.new`, `${token}\n`, { mode: 0o600 });
  renameSync(`${file}.new`, file);
  return token;
}
