import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readdirSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { withDatabase } from './backup/source.mjs';
import { openDataFolder } from './ground/data-folder.mjs';
import { checkNode, ensureBuild, ensureModules, ensurePackages, Lack, ROOT } from './machine.mjs';

/** Runs the server's own carrier on the database of the data folder, and gives what it says. */
async function carry(what, folder) {
  checkNode();
  ensurePackages(['postgresql-15', 'poppler-utils', 'librsvg2-bin']);
  ensureModules();
  ensureBuild();
  const data = openDataFolder();
  return withDatabase(data, ({ fullUrl }) => {
    const { status, stdout, stderr } = spawnSync(
      process.execPath,
      [join(ROOT, 'apps/server/dist/carry-main.js'), what, folder],
      {
        encoding: 'utf8',
        maxBuffer: 1e8,
        // A folder of its own for what is on its way: the one of a Kanga that runs is not disturbed.
        env: {
          ...process.env,
          KANGA_DATABASE_URL: fullUrl,
          KANGA_DATA: join(data, `carry-${process.pid}`),
          KANGA_WEB: join(ROOT, 'apps/web/dist'),
        },
      },
    );
    if (status !== 0) throw new Lack(stderr.trim());
    return JSON.parse(stdout.trim().split('\n').at(-1));
  });
}

/** ./kanga export FOLDER */
export async function exportShop([folder]) {
  if (!folder) throw new Lack('name a folder: ./kanga export FOLDER');
  const target = resolve(folder);
  if (existsSync(target) && readdirSync(target).length > 0)
    throw new Lack(`${target} is not empty: choose a new folder, so that nothing of another day is mixed in.`);
  mkdirSync(target, { recursive: true });
  const { jobs, pictures, prints, pressings } = await carry('export', target);
  console.log(
    `${target}: ${jobs} jobs, ${pictures} pictures, ${prints} prints, ${pressings} pressings. docs/formats/folder.md says what is what.`,
  );
}

/** ./kanga import FOLDER */
export async function importShop([folder]) {
  if (!folder || !existsSync(resolve(folder)))
    throw new Lack('name a folder that ./kanga export wrote: ./kanga import FOLDER');
  const { jobs, pictures, left } = await carry('import', resolve(folder));
  console.log(`Taken in: ${jobs} jobs, ${pictures} pictures.`);
  for (const one of left) console.log(`  left: ${one}`);
}
