import { useGesture } from '@use-gesture/react';
import { useRef, useState, type KeyboardEvent } from 'react';
import type { Spot } from '@kanga/core/nest';
import { applyTo, boundsOf, rotation } from '@kanga/core/geometry';
import {
  isLayout,
  kindOf,
  spotsOf,
  type Arrangement,
  type Layout,
  type SheetChoices,
  type SheetPlan,
  type Tray,
} from '@kanga/core/sheet';
import { rulerStep } from '@kanga/core/units';
import { usePrint } from '../data/index.js';
import { ARROWS, placeIn } from '../draw/index.js';

/** The spot turned about the middle of its part, so that it stays where it is seen. */
function turnedSpot(tray: Tray, part: number, spot: Spot, by: number): Spot {
  const { width, height } = kindOf(tray, { part });
  const middle = { x: width / 2, y: height / 2 };
  const [was, now] = [applyTo(rotation(spot.turn), middle), applyTo(rotation(spot.turn + by), middle)];
  const turn = (((spot.turn + by) % 360) + 360) % 360;
  return { ...spot, x: spot.x + was.x - now.x, y: spot.y + was.y - now.y, turn };
}

interface Wanted {
  plan: SheetPlan | null;
  layout: Layout | null;
  choices: SheetChoices;
  locked: boolean;
  save: (choices: SheetChoices, merge: boolean) => void;
}

/** Choosing, dragging, turning and pinning parts by hand. The first change by hand makes an arrangement of what lies there. */
export function useArranging({ plan, layout, choices, locked, save }: Wanted) {
  const print = usePrint();
  const [chosen, setChosen] = useState<number | null>(null);
  const [moved, setMoved] = useState<{ part: number; spot: Spot } | null>(null);
  const drag = useRef<{ part: number; from: DOMPoint; spot: Spot; ground: SVGGElement } | null>(null);
  const lastNudge = useRef(0);
  const spots = layout ? spotsOf(layout) : [];
  const pinned = choices.arrangement?.pinned ?? [];

  const arrange = (change: Partial<Omit<Arrangement, 'fingerprint'>>, merge = false) => {
    if (!plan || !isLayout(plan.layout)) return;
    save({ ...choices, arrangement: { fingerprint: plan.fingerprint, spots, pinned, ...change } }, merge);
  };
  const put = (part: number, spot: Spot, merge = false) => {
    const tidy = { ...spot, x: Math.round(spot.x * 100) / 100, y: Math.round(spot.y * 100) / 100 };
    arrange({ spots: spots.map((one, i) => (i === part ? tidy : one)) }, merge);
  };
  const turn = (part: number, by: number) => {
    const spot = spots[part];
    if (plan && spot && !locked) put(part, turnedSpot(plan.request.tray, part, spot, by));
  };
  const pin = (part: number) => {
    if (locked) return;
    arrange({ pinned: pinned.includes(part) ? pinned.filter((one) => one !== part) : [...pinned, part] });
  };
  const toSheet = (part: number, sheet: number) => {
    const spot = spots[part];
    if (spot && !locked) put(part, { ...spot, sheet });
  };

  const bind = useGesture(
    {
      onDrag: ({ first, last, xy: [x, y], event, canceled, tap }) => {
        if (canceled) return;
        if (first) {
          const target = event.target as Element;
          const hit = target.closest<SVGElement>('[data-part]')?.dataset['part'];
          const part = hit === undefined ? null : Number(hit);
          setChosen(part);
          const spot = part === null ? undefined : spots[part];
          // The pointer is held by the field from here on: where its sheet lies is kept.
          const ground = target.closest<SVGGElement>('[data-sheet]');
          if (part === null || !spot || !ground || locked) return;
          drag.current = { part, from: placeIn(ground, x, y), spot, ground };
        }
        if (!drag.current) return;
        const { part, from, spot, ground } = drag.current;
        const at = placeIn(ground, x, y);
        const next = { ...spot, x: spot.x + at.x - from.x, y: spot.y + at.y - from.y };
        if (!last) {
          setMoved({ part, spot: next });
          return;
        }
        drag.current = null;
        setMoved(null);
        if (!tap) put(part, next);
      },
    },
    { drag: { filterTaps: true, pointer: { keys: false } } },
  );

  const onKeyDown = (event: KeyboardEvent) => {
    if (chosen === null || locked || event.ctrlKey || event.metaKey || event.altKey) return;
    const spot = spots[chosen];
    if (!spot) return;
    const step = ARROWS[event.key];
    if (step) {
      const by = step((event.shiftKey ? 10 : 1) * rulerStep(print.units.length).step);
      const merge = event.timeStamp - lastNudge.current < 800;
      lastNudge.current = event.timeStamp;
      put(chosen, { ...spot, x: spot.x + by.x, y: spot.y + by.y }, merge);
    } else if (event.key === 'r' || event.key === 'R') turn(chosen, event.shiftKey ? -90 : 90);
    else if (event.key === 'p' || event.key === 'P') pin(chosen);
    else if (event.key === 'Escape') setChosen(null);
    else return;
    event.preventDefault();
    event.stopPropagation();
  };

  return { chosen, choose: setChosen, moved, pinned, spots, bind, onKeyDown, turn, pin, toSheet };
}

/** The corner of a part's box on its sheet, for words about where it lies. */
export function cornerOf(tray: Tray, part: number, spot: Spot): { x: number; y: number } {
  const box = boundsOf(kindOf(tray, { part }).outline.map((p) => applyTo(rotation(spot.turn), p)));
  return { x: spot.x + box.x, y: spot.y + box.y };
}
