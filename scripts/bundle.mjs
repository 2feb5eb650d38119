// Puts each program that starts with Kanga into few files: Node reads and links seven hundred modules for longer than it runs them. What tsc wrote stays beside it: processes that
// carry out one task import just what they need from there.
import { readFile, rm } from 'node:fs/promises';
import { dirname, join, relative } from 'node:path';
import { rolldown } from 'rolldown';
import { ROOT } from './lib/machine.mjs';

/** Where they come, beneath the `dist` of their workspace. */
const WHOLE = 'whole';

/** Packages that find files of their own beside them, or are compiled for the machine. */
const AS_THEY_ARE = [/^sharp(\/|$)/, /^jsdom(\/|$)/, /^serialport(\/|$)/, /^@serialport\//, /^@node-rs\//];

/** What packages ask for if it happens to be there; nothing of it is. */
const NOT_THERE = [
  /^@nestjs\/(websockets|microservices)(\/|$)/,
  /^class-(validator|transformer)(\/|$)/,
  /^(better-sqlite3|sqlite3|mysql2?|mariadb|tedious|oracledb|pg-native|pg-query-stream)(\/|$)/,
];

/** A module that looks beside itself goes on looking there. */
const whereItWas = (folder) => ({
  name: 'where-it-was',
  load: {
    filter: { id: /[\\/]dist[\\/].*\.js$/ },
    async handler(id) {
      if (id.includes('node_modules')) return null;
      const code = await readFile(id, 'utf8');
      if (!code.includes('import.meta.url')) return null;
      const place = JSON.stringify(relative(folder, id).replaceAll('\\', '/'));
      return code.replaceAll('import.meta.url', `new URL(${place}, import.meta.url).href`);
    },
  },
});

async function bundle(entry) {
  const input = join(ROOT, entry);
  const folder = join(dirname(input), WHOLE);
  await rm(folder, { recursive: true, force: true });
  const built = await rolldown({
    input,
    cwd: dirname(dirname(input)),
    platform: 'node',
    external: [...AS_THEY_ARE, ...NOT_THERE],
    plugins: [whereItWas(folder)],
  });
  await built.write({ dir: folder, format: 'esm', entryFileNames: '[name].js', chunkFileNames: '[name]-[hash].js' });
  await built.close();
}

await bundle('apps/server/dist/main.js');
await bundle('apps/devices/dist/main.js');
