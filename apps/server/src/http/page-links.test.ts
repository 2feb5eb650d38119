import { mkdir, mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pageLinks } from './page-links.js';

let folder: string;
beforeEach(async () => {
  folder = await mkdtemp(join(tmpdir(), 'kanga-links-'));
  await mkdir(join(folder, '.vite'));
});
afterEach(() => rm(folder, { recursive: true }));
const built = (manifest: object) => writeFile(join(folder, '.vite/manifest.json'), JSON.stringify(manifest));

test('a page names all that it needs, each file once, in whatever ring they import each other', async () => {
  await built({
    'src/job/today.tsx': { file: 'assets/today-1.js', imports: ['_field.js', '_words.js'] },
    '_field.js': { file: 'assets/field-2.js', imports: ['_words.js'] },
    '_words.js': { file: 'assets/words-3.js', imports: ['_field.js'] },
    'src/shop/shop.tsx': { file: 'assets/shop-4.js' },
  });
  const links = await pageLinks(folder, '/');
  expect(links('/')).toBe(
    '</assets/today-1.js>; rel=modulepreload, </assets/field-2.js>; rel=modulepreload, </assets/words-3.js>; rel=modulepreload',
  );
  expect(links('/shop')).toBeNull();
});

test('a stage of any job is drawn by the screen of jobs; their list is not', async () => {
  await built({ 'src/job/job-screen.tsx': { file: 'assets/screen-1.js' } });
  const links = await pageLinks(folder, '/');
  expect(links('/jobs/21e49024/stack')).toBe('</assets/screen-1.js>; rel=modulepreload');
  expect(links('/jobs')).toBeNull();
});

test('a build that says nothing of its chunks has no links', async () => {
  await rm(join(folder, '.vite'), { recursive: true });
  expect((await pageLinks(folder, '/'))('/')).toBeNull();
});
