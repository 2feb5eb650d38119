import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { Lack } from '../machine.mjs';
import { openContainer } from './container.mjs';

export const FORMAT = { format: 'kanga-backup', formatVersion: 1 };
export const DUMP = 'database.dump';

/** Opens a backup into a folder, and gives its manifest once every part is what it says. */
export async function openBackup(file, folder, passphrase) {
  const found = await openContainer(file, folder, passphrase);
  const not = (why) => new Lack(`${file} is not a whole backup of Kanga: ${why}.`);
  if (!found.has('manifest.json')) throw not('it holds no manifest.json');
  let manifest;
  try {
    manifest = JSON.parse(await readFile(join(folder, 'manifest.json'), 'utf8'));
  } catch (error) {
    throw not(error.message);
  }
  if (manifest?.format !== FORMAT.format) throw not('its manifest is of something else');
  if (manifest.formatVersion > FORMAT.formatVersion)
    throw new Lack(
      `${file} was made by a newer Kanga (format ${manifest.formatVersion}, this one reads ${FORMAT.formatVersion}).`,
    );
  for (const { name, bytes, sha256 } of manifest.parts) {
    const part = found.get(name);
    if (!part) throw not(`its part ${name} is missing`);
    if (part.bytes !== bytes || part.sha256 !== sha256) throw not(`its part ${name} was changed or cut off`);
  }
  if (!found.has(DUMP)) throw not('it holds no database');
  return manifest;
}
