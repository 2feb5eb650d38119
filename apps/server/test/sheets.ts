import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Rect } from '@kanga/core/geometry';
import { viewJob, type JobFile, type JobView } from '@kanga/core/job';
import { boxOf, isLayout, kindOf, type Placed, type Sheet } from '@kanga/core/sheet';
import type { Printer } from '@kanga/core/shop';
import { unitPrinter } from '@kanga/core/units';
import { folder } from './pdf-reading.js';
import type { TestServer } from './test-server.js';

/** A part as it lies, with the box of its cut line on the sheet. */
type LaidPart = Placed & { box: Rect; turned: boolean };
export type LaidSheet = Omit<Sheet, 'placed'> & { placed: LaidPart[] };

/** A job as the server sees it now. */
async function viewOf(server: TestServer, file: JobFile): Promise<JobView> {
  const shop = await server.shop();
  return viewJob(file, shop, unitPrinter(shop.settings.units));
}

/** The sheets that a job is printed on. */
export async function laidOut(server: TestServer, file: JobFile): Promise<{ sheets: LaidSheet[]; view: JobView }> {
  const view = await viewOf(server, file);
  const { layout, tray } = view;
  if (!layout || !tray || !isLayout(layout)) throw new Error('it should fit');
  const sheets = layout.sheets.map((sheet) => ({
    ...sheet,
    placed: sheet.placed.map((placed) => ({
      ...placed,
      box: boxOf(kindOf(tray, placed), placed),
      turned: placed.turn === 90,
    })),
  }));
  return { sheets, view };
}

/** The PDF of a job's sheets, on disk. */
export async function printed(server: TestServer, file: JobFile, name: string): Promise<string> {
  const path = join(folder, name);
  writeFileSync(path, await server.bytes(`jobs/${file.job.id}/sheet`));
  return path;
}

/** Says who mirrors for a printer. */
export async function mirroredBy(server: TestServer, printerId: string, owner: Printer['mirroredBy']): Promise<void> {
  const { printers } = await server.shop();
  const printer = printers.find((one) => one.id === printerId);
  if (!printer) throw new Error('no such printer');
  const { id, ...words } = printer;
  await server.ask('PUT', `shop/printers/${id}`, { ...words, mirroredBy: owner });
}
