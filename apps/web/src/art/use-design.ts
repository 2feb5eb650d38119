import { useState } from 'react';
import {
  DESIGN_LIMITS,
  saidFor,
  sideDesign,
  tidyPlacement,
  withFill,
  withItems,
  type Art,
  type DesignItem,
  type Drawn,
  type Fill,
  type PictureItem,
  type Placement,
  type SideDesign,
  type TextItem,
} from '@kanga/core/art';
import { useJob } from '../job/index.js';

/** Where an item lies and how large it is, whichever kind it is: `width` is a picture’s width or a line’s height of capitals. */
export const spotOf = (drawn: Drawn): Placement =>
  drawn.kind === 'picture'
    ? drawn.placement
    : { x: drawn.item.x, y: drawn.item.y, width: drawn.item.size, rotation: drawn.item.rotation };

/** The item at another spot. */
export function placed(item: DesignItem, spot: Placement): DesignItem {
  const tidy = tidyPlacement(spot);
  if (item.kind === 'picture') return { ...item, placement: tidy };
  const { least, most } = DESIGN_LIMITS.size;
  const size = Math.min(most, Math.max(least, tidy.width));
  return { ...item, x: tidy.x, y: tidy.y, rotation: tidy.rotation, size, leastSize: Math.min(item.leastSize, size) };
}

/** What is done to the design of the side that is looked at; each is one step of undo. */
export function useDesign() {
  const { view, session, palette, setDraft } = useJob();
  const [sideChosen, setSide] = useState(0);
  const [chosenId, setChosenId] = useState<string | null>(null);
  const { blank, sides } = view;
  const side = Math.min(sideChosen, Math.max(0, (blank?.sides.length ?? 1) - 1));
  const composed = sides[side];
  const own = sideDesign(view.job.design, side);
  const drawn = composed?.drawn ?? [];
  const ofOwn = drawn.filter((one) => !one.borrowed);
  const chosen = ofOwn.find((one) => one.item.id === chosenId) ?? ofOwn.at(-1) ?? null;

  const change = (design: SideDesign[], merge = false) => {
    setDraft(null);
    session.change({ design: blank ? saidFor(design, blank) : design }, { merge });
  };
  const put = (item: DesignItem, merge = false) => {
    change(
      withItems(session.job.design, side, (items) => items.map((one) => (one.id === item.id ? item : one))),
      merge,
    );
  };
  return {
    side,
    setSide,
    composed,
    fill: own.fill,
    items: own.items,
    drawn,
    chosen,
    choose: setChosenId,
    put,
    /** Shows an item elsewhere without keeping it yet. */
    preview: (item: DesignItem | null) => {
      setDraft(
        item && withItems(session.job.design, side, (items) => items.map((one) => (one.id === item.id ? item : one))),
      );
    },
    setFill: (fill: Fill) => {
      change(withFill(session.job.design, side, fill));
    },
    /**
     * Puts a picture on the side: in place of the chosen one, or beside what is there; on a side that shows what is on the first and has nothing of its own, in
     * place of that. `quietly`: behind all of it, since somebody is at something else, which stays chosen.
     */
    bring: (art: Art, beside: boolean, quietly = false) => {
      const old = !beside && chosen?.kind === 'picture' ? chosen.item : null;
      const item: PictureItem = {
        kind: 'picture',
        id: old?.id ?? crypto.randomUUID(),
        artId: art.id,
        placement: null,
        placedBy: 'goods',
        repeat: old?.repeat ?? 'once',
        mirroredInFile: false,
      };
      if (old) put(item);
      else {
        const brought = withItems(session.job.design, side, (items) => (quietly ? [item, ...items] : [...items, item]));
        change(own.items.length === 0 ? withFill(brought, side, 'own') : brought);
      }
      if (!quietly) setChosenId(item.id);
    },
    write: () => {
      const { template } = composed ?? {};
      if (!template) return;
      const size = Math.max(4, Math.round(Math.min(template.width, template.height) * 0.1));
      const item: TextItem = {
        kind: 'text',
        id: crypto.randomUUID(),
        text: 'New line',
        font: 'plain',
        colour: '#17151f',
        size,
        leastSize: Math.max(2, Math.round(size / 2)),
        maxWidth: Math.round(template.width * 0.8),
        x: template.width / 2,
        y: template.height / 2,
        rotation: 0,
      };
      change(withItems(session.job.design, side, (items) => [...items, item]));
      setChosenId(item.id);
    },
    remove: (id: string) => {
      change(withItems(session.job.design, side, (items) => items.filter((one) => one.id !== id)));
      setChosenId(null);
    },
    /** Moves an item one step to the front or to the back. */
    lift: (id: string, by: 1 | -1) => {
      change(
        withItems(session.job.design, side, (items) => {
          const from = items.findIndex((one) => one.id === id);
          const to = Math.min(items.length - 1, Math.max(0, from + by));
          const rest = items.filter((one) => one.id !== id);
          const item = items[from];
          return item ? [...rest.slice(0, to), item, ...rest.slice(to)] : [...items];
        }),
      );
    },
    artOf: (item: PictureItem): Art | undefined => palette.arts.find((art) => art.id === item.artId),
  };
}

export type Designing = ReturnType<typeof useDesign>;
