import { execFile } from 'node:child_process';
import { promisify } from 'node:util';
import { ART_LIMITS } from '@kanga/core/art';

const run = promisify(execFile);
/** A page that takes longer than this to be read is not one to print. */
const PATIENCE = 60_000;
/** Pages are read at 300 per inch, but never larger than this. */
const MOST_PIXELS_ACROSS = 4000;

/** How many pages a PDF has. Throws, in plain words, when it is locked, broken or has too many. */
export async function pagesOf(path: string): Promise<number> {
  const { stdout } = await run('pdfinfo', [path], { timeout: PATIENCE, maxBuffer: 1e7 }).catch((error: unknown) => {
    const said = (error as { stderr?: string }).stderr ?? String(error);
    throw new Error(
      /password/i.test(said)
        ? 'it is locked with a password'
        : `it cannot be opened (${said.trim().split('\n')[0] ?? ''})`,
    );
  });
  const pages = Number(/^Pages:\s+(\d+)/m.exec(stdout)?.[1] ?? 0);
  if (pages < 1) throw new Error('it has no page');
  if (pages > ART_LIMITS.pages) throw new Error(`it has ${pages} pages; ${ART_LIMITS.pages} is the most`);
  return pages;
}

/** Reads one page as a PNG on a clear ground, at 300 pixels per inch or a little less. Gives the path of the PNG, and how many there are to an inch of the page. */
export async function rasterOfPage(path: string, page: number): Promise<{ path: string; ppi: number }> {
  const { stdout } = await run('pdfinfo', ['-f', String(page), '-l', String(page), path], {
    timeout: PATIENCE,
    maxBuffer: 1e7,
  });
  const [, width, height] = /Page\s+\d+ size:\s+([\d.]+) x ([\d.]+) pts/.exec(stdout) ?? [];
  const longest = Math.max(Number(width), Number(height));
  if (!(longest > 0)) throw new Error(`page ${page} has no size`);
  const across = Math.round(Math.min(MOST_PIXELS_ACROSS, (longest / 72) * 300));
  const target = `${path}.page`;
  await run(
    'pdftocairo',
    [
      '-png',
      '-transp',
      '-singlefile',
      '-f',
      String(page),
      '-l',
      String(page),
      '-scale-to',
      String(across),
      path,
      target,
    ],
    { timeout: PATIENCE },
  );
  return { path: `${target}.png`, ppi: (across / longest) * 72 };
}
