import type { Art, DesignItem, Placement, SideDesign } from '../art/index.js';
import { proposePlacement } from '../art/index.js';
import { proposeBleed, templatesOf, type Blank, type Template } from '../blank/index.js';

const templates = (blank: Blank): Template[] => templatesOf(blank, proposeBleed(blank).value);

/** What a print is larger on one size than on another: by its chest width where there is a collar, else by the print area. */
function ratioOf(from: Template, to: Template): number {
  if (from.chest && to.chest) return to.chest.width / from.chest.width;
  return Math.min(to.width / from.width, to.height / from.height);
}

/** A placement by hand on another size: as much larger, and as far from what Kanga proposes, as it was there. */
function movedTo(placement: Placement, art: Art, from: Template, to: Template): Placement {
  const ratio = ratioOf(from, to);
  const [was, is] = [proposePlacement(from, art.facts), proposePlacement(to, art.facts)];
  return {
    x: is.x + (placement.x - was.x) * ratio,
    y: is.y + (placement.y - was.y) * ratio,
    width: placement.width * ratio,
    rotation: placement.rotation,
  };
}

function itemOn(item: DesignItem, arts: readonly Art[], from: Template, to: Template): DesignItem {
  const ratio = ratioOf(from, to);
  if (item.kind === 'text')
    return {
      ...item,
      size: item.size * ratio,
      leastSize: Math.min(item.leastSize, item.size * ratio),
      maxWidth: item.maxWidth === null ? null : item.maxWidth * ratio,
      x: to.width / 2 + (item.x - from.width / 2) * ratio,
      y: (item.y * to.height) / from.height,
    };
  const art = arts.find(({ id }) => id === item.artId);
  // What stands as proposed is proposed for each size anew: by the rule of the goods.
  return item.placement === null || !art ? item : { ...item, placement: movedTo(item.placement, art, from, to) };
}

/**
 * The design of one size on another of the same goods: a picture that stands as proposed is proposed anew by the rule of the goods (chest width and collar drop of the size, the jig, the
 * template); what was moved or scaled by hand keeps its share of that, and so do words. A side that the other blank does not have is left out.
 */
export function designOn(design: readonly SideDesign[], arts: readonly Art[], from: Blank, to: Blank): SideDesign[] {
  if (from.id === to.id) return [...design];
  const [here, there] = [templates(from), templates(to)];
  return design.slice(0, there.length).map((side, i) => {
    const [was, is] = [here[i], there[i]];
    return was && is ? { ...side, items: side.items.map((item) => itemOn(item, arts, was, is)) } : side;
  });
}
