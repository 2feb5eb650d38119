import {
  groundOf,
  isLayout,
  layOut,
  makeTray,
  reachesEdges,
  tiledSides,
  type LayoutRequest,
  type TiledSide,
  type Tray,
  type TrayRequest,
} from '../sheet/index.js';
import type { Media, Printer } from '../shop/index.js';
import type { ShopFloor } from './job.js';

/** What transfers are made of, before it is known who mirrors and what they lie on. */
export type TrayBase = Omit<TrayRequest, 'mirroredBy' | 'ground'>;

/** What is laid out on one paper: the tray as its printer wants it. */
export interface OnPaper {
  media: Media;
  printer: Printer;
  trayRequest: TrayRequest;
  tiled: TiledSide[];
  request: LayoutRequest;
}

interface Cut {
  tray: Tray;
  tiled: TiledSide[];
}

function cutOf(request: TrayRequest): Cut {
  const tiled = tiledSides(request);
  return { tray: makeTray(request, tiled), tiled };
}

/** The tray on one paper; `trays` keeps those that look the same on several. */
function onPaper(base: TrayBase, media: Media, floor: ShopFloor, trays: Map<string, Cut>): OnPaper | null {
  const printer = floor.printers.find((one) => one.id === media.printerId);
  if (!printer) return null;
  const { gap, choices } = base;
  const tight = reachesEdges(choices, media, base.printed);
  const ground = groundOf(media, gap, choices.edge, tight);
  const trayRequest: TrayRequest = { ...base, mirroredBy: printer.mirroredBy, ground, tight };
  // Seams stand where the paper lets them; without any, a tray depends on the mirror alone.
  const key = choices.tilings.length > 0 ? media.id : printer.mirroredBy;
  const cut = trays.get(key) ?? cutOf(trayRequest);
  trays.set(key, cut);
  const { tray, tiled } = cut;
  return {
    media,
    printer,
    trayRequest,
    tiled,
    request: { tray, paper: media, gap, edge: choices.edge, tight, turns: choices.turns },
  };
}

/** The paper chosen, or the one of which the least is wasted. */
export function choosePaper(base: TrayBase, mediaId: string | null, floor: ShopFloor): OnPaper | null {
  const trays = new Map<string, Cut>();
  const on = (media: Media) => onPaper(base, media, floor, trays);
  const chosen = floor.media.find((m) => m.id === mediaId);
  if (chosen) return on(chosen);
  let best: { paper: OnPaper; use: number } | null = null;
  for (const media of floor.media) {
    const paper = on(media);
    const outcome = paper && layOut(paper.request);
    if (paper && outcome && isLayout(outcome) && (best === null || outcome.use > best.use + 1e-9))
      best = { paper, use: outcome.use };
  }
  return best?.paper ?? (floor.media[0] ? on(floor.media[0]) : null);
}
