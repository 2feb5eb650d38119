import type { Art, RunRow, SideDesign } from '@kanga/core/art';
import type { Blank, Template } from '@kanga/core/blank';
import type { Layout, Tray } from '@kanga/core/sheet';
import type { PictureWish } from './picture.js';

/** One job on the sheets of a print. */
export interface OrderedJob {
  number: number;
  name: string;
  pieces: number;
  design: SideDesign[];
  run: RunRow[] | null;
  /** Its goods are worn in pairs; left out: prints of before did not say. */
  family?: Blank['family'];
  /** Of every side of the blank. */
  templates: Template[];
  arts: Art[];
}

/** Everything a print needs; plain data, so that it goes to a worker. */
export interface PrintOrder {
  /** The pictures of all designs, each with its original on disk. */
  pictures: PictureWish[];
  jobs: OrderedJob[];
  tray: Tray;
  layout: Layout;
  gap: number;
  mirroredBy: 'kanga' | 'driver';
  title: string;
  /** Said at the foot of every sheet. */
  foot: string;
  /** Where Kanga is served, for the codes on labels; null: labels have none. */
  origin: string | null;
  /** Where the PDF is written; scratch files beside the pictures come and go. */
  target: string;
}
