// What each page sends, as it goes over the wire: node scripts/sizes.mjs. Fails where a page is larger than it may be. Needs a built application.
import { readFileSync, statSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

const DIST = join(dirname(fileURLToPath(import.meta.url)), '../apps/web/dist');
/** kB of script and style, packed by Brotli: the first page with an empty cache, and what any other page adds; a stage of a job, which is fetched after its page, with that. */
const MOST = { first: 180, later: 150, stage: 160 };
const FIRST = 'src/job/today.tsx';
const JOB = 'src/job/job-screen.tsx';

const manifest = JSON.parse(readFileSync(join(DIST, '.vite/manifest.json'), 'utf8'));
const sent = (file) => {
  for (const path of [join(DIST, `${file}.br`), join(DIST, file)]) {
    const size = statSync(path, { throwIfNoEntry: false })?.size;
    if (size !== undefined) return size;
  }
  throw new Error(`${file} is in the manifest, and not among what was built: build it again.`);
};
/** All files that have to be there before a chunk runs. */
function needed(key, files = new Set()) {
  const { file, imports = [], css = [] } = manifest[key];
  if (files.has(file)) return files;
  for (const one of [file, ...css]) files.add(one);
  for (const one of imports) needed(one, files);
  return files;
}
const kilobytes = (files) => [...new Set(files)].reduce((sum, file) => sum + sent(file), 0) / 1000;

const entry = Object.keys(manifest).find((key) => manifest[key].isEntry);
const shell = needed(entry);
const first = new Set([...shell, ...needed(FIRST)]);
const added = (...keys) => kilobytes(keys.flatMap((key) => [...needed(key)]).filter((file) => !first.has(file)));
const rows = [
  { page: 'the first page', kB: kilobytes(first), most: MOST.first },
  ...manifest[entry].dynamicImports
    .filter((key) => key !== FIRST)
    .map((key) => ({ page: key, kB: added(key), most: MOST.later })),
  ...manifest[JOB].dynamicImports.map((key) => ({ page: `${JOB} › ${key}`, kB: added(JOB, key), most: MOST.stage })),
].sort((a, b) => b.kB / b.most - a.kB / a.most);
for (const { page, kB, most } of rows)
  console.log(`${kB > most ? '✘' : ' '} ${kB.toFixed(0).padStart(4)} of ${most} kB  ${page}`);
if (rows.length < 15)
  throw new Error(`only ${rows.length} pages were found in the manifest: is app.tsx still where they are?`);
if (rows.some(({ kB, most }) => kB > most)) process.exitCode = 1;
