import { readFile } from 'node:fs/promises';
import { join } from 'node:path';

/** What the build says of each chunk (Vite's manifest.json), as far as it is read here. */
type Manifest = Record<string, { file: string; imports?: string[] } | undefined>;

/** The pages that most visits begin with, by the module that draws them. */
const PAGES: readonly (readonly [RegExp, string])[] = [
  [/^\/$/, 'src/job/today.tsx'],
  [/^\/bench$/, 'src/press/bench-page.tsx'],
  [/^\/jobs\/[^/]+/, 'src/job/job-screen.tsx'],
];

/** All files that have to be there before a chunk runs. */
function neededBy(key: string, manifest: Manifest, files = new Set<string>()): Set<string> {
  const chunk = manifest[key];
  if (!chunk || files.has(chunk.file)) return files;
  files.add(chunk.file);
  for (const one of chunk.imports ?? []) neededBy(one, manifest, files);
  return files;
}

/**
 * The Link header of a page (RFC 8288), which has a browser fetch the scripts of that page beside those of the shell, not after they have run. Null: it needs no others, or the build says
 * nothing of it. `home`: the path where Kanga is served, `/`.
 */
export async function pageLinks(folder: string, home: string): Promise<(path: string) => string | null> {
  const text = await readFile(join(folder, '.vite/manifest.json'), 'utf8').catch(() => '{}');
  const manifest = JSON.parse(text) as Manifest;
  const links = PAGES.map(([path, key]) => {
    const files = [...neededBy(key, manifest)];
    return { path, header: files.map((file) => `<${home}${file}>; rel=modulepreload`).join(', ') };
  });
  return (path) => links.find((one) => one.path.test(path))?.header || null;
}
