import { startTransition, useEffect, useRef, useState } from 'react';
import {
  composedSides,
  DESIGN_LIMITS,
  saidFor,
  sideDesign,
  tidyPlacement,
  valuesOf,
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
import { Judge } from '../workers/index.js';
import { LiveDesign } from './live-design.js';

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

/** A hand that does not move for so long rests, ms: then all that follows from where it is is worked out. */
const REST = 70;

/** A design while it is moved about: drawn at once, judged beside it, and told to the whole page when the hand rests. */
function useMoving() {
  const { view, palette, piece, print, setDraft } = useJob();
  const [live] = useState(() => new LiveDesign());
  const [judge] = useState(
    () =>
      new Judge((checks) => {
        live.found(checks);
      }),
  );
  const resting = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  useEffect(
    () => () => {
      clearTimeout(resting.current);
      judge.end();
    },
    [judge],
  );
  return {
    live,
    move: (design: SideDesign[]) => {
      live.move(design);
      const { blank, templates } = view;
      const { units } = print;
      if (blank) {
        const sides = composedSides(design, templates, palette, valuesOf(view.job.run, piece));
        judge.ask({ goods: { blank, templates, arts: palette.arts, units }, sides, design });
      }
      clearTimeout(resting.current);
      resting.current = setTimeout(() => {
        startTransition(() => {
          setDraft(design);
        });
      }, REST);
    },
    end: () => {
      clearTimeout(resting.current);
      live.end();
      setDraft(null);
    },
  };
}

/** What is done to the design of the side that is looked at; each is one step of undo. */
export function useDesign() {
  const { view, session, palette } = useJob();
  const moving = useMoving();
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
    moving.end();
    session.change({ design: blank ? saidFor(design, blank) : design }, { merge });
  };
  const put = (item: DesignItem, merge = false) => {
    change(
      withItems(session.job.design, side, (items) => items.map((one) => (one.id === item.id ? item : one))),
      merge,
    );
  };
  return {
    live: moving.live,
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
      if (!item) moving.end();
      else
        moving.move(
          withItems(session.job.design, side, (items) => items.map((one) => (one.id === item.id ? item : one))),
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
