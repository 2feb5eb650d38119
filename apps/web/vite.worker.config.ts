import { createHash } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vite';
import { compression } from 'vite-plugin-compression2';

const here = (path: string) => fileURLToPath(new URL(path, import.meta.url));

/** All files of the built application: those with a hash in their name are known by it, the others by what is in them. */
function builtFiles(folder: string): { url: string; revision: string | null }[] {
  return readdirSync(folder, { recursive: true, encoding: 'utf8', withFileTypes: true })
    .filter(
      (entry) =>
        entry.isFile() &&
        entry.name !== 'sw.js' &&
        !/\.(map|br|gz)$/.test(entry.name) &&
        !entry.parentPath.endsWith('.vite'),
    )
    .map((entry) => join(entry.parentPath, entry.name))
    .map((path) => {
      const url = path.slice(folder.length + 1).replaceAll('\\', '/');
      const revision = createHash('sha256').update(readFileSync(path)).digest('hex').slice(0, 16);
      return { url, revision: url.startsWith('assets/') ? null : revision };
    });
}

/** Builds the service worker as one file beside the application that was built before. */
export default defineConfig({
  root: here('.'),
  publicDir: false,
  plugins: [compression({ algorithms: ['brotliCompress', 'gzip'] })],
  define: { KANGA_FILES: JSON.stringify(builtFiles(here('dist'))) },
  build: {
    outDir: 'dist',
    emptyOutDir: false,
    target: 'es2022',
    rolldownOptions: { input: here('src/kept/worker.ts'), output: { entryFileNames: 'sw.js' } },
  },
});
