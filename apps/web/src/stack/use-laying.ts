import { useMemo, useRef, useState, type KeyboardEvent } from 'react';
import { useGesture } from '@use-gesture/react';
import type { Place } from '@kanga/core/bed';
import type { Finding } from '@kanga/core/finding';
import { checkBedOf, planStack, type Overrides, type SidePlan } from '@kanga/core/stack';
import { ARROWS, placeIn } from '../draw/index.js';
import { useJob } from '../job/index.js';

/** What is said of a place as soon as it is taken; everything else of the plan does not hang on it. */
const OF_A_PLACE = ['stack.off-plate', 'stack.against-frame', 'stack.hang-off', 'stack.uneven'];

/** The places with that of one side set. */
const placesWith = (places: Overrides['places'], side: number, place: Place | null): (Place | null)[] =>
  Array.from({ length: Math.max(places?.length ?? 0, side + 1) }, (_, i) =>
    i === side ? place : (places?.[i] ?? null),
  );

/** A side as it is laid by hand: dragged or nudged, with what that breaks at once, and a way back to where Kanga lays it. */
export function useLaying(proposed: SidePlan, which: number) {
  const { view, session, print, locked } = useJob();
  const { planned } = view;
  const [held, setHeld] = useState<Place | null>(null);
  const drag = useRef<{ from: { x: number; y: number }; place: Place; svg: SVGSVGElement } | null>(null);
  const lastNudge = useRef(0);
  const { places } = view.job.overrides;
  const place = held ?? places?.[which] ?? null;
  const now = useMemo((): { side: SidePlan; findings: Finding[] } => {
    if (!planned || !view.stack) return { side: proposed, findings: [] };
    const stack = held
      ? planStack({ ...planned, overrides: { ...planned.overrides, places: placesWith(places, which, held) } })
      : view.stack;
    return { side: stack.sides[which] ?? proposed, findings: checkBedOf(stack, planned.blank, print, which) };
  }, [planned, view.stack, proposed, held, places, which, print]);
  const findings = now.findings.filter(({ code }) => OF_A_PLACE.includes(code));

  const [first] = now.side.bed.bed?.pieces ?? [];
  const standing: Place | null = first ? { x: first.print.x, y: first.print.y, turn: first.turn } : null;
  const put = (next: Place | null, merge = false) => {
    const rounded = next && { ...next, x: Math.round(next.x), y: Math.round(next.y) };
    session.change({ overrides: { ...view.job.overrides, places: placesWith(places, which, rounded) } }, { merge });
  };
  const turn = () => {
    if (!standing || !first || locked) return;
    // It turns about its middle.
    const by = (first.print.width - first.print.height) / 2;
    const turns = [0, 90, 180, 270] as const;
    const next = turns[(turns.indexOf(standing.turn) + 1) % 4] ?? 0;
    put({ x: standing.x + by, y: standing.y - by, turn: next });
  };
  const back = () => {
    put(null);
  };

  const bind = useGesture(
    {
      onDrag: ({ first: begins, last, xy: [x, y], event, canceled, tap }) => {
        if (canceled || locked) return;
        if (begins) {
          const svg = (event.target as Element).closest('svg');
          if (svg && standing) drag.current = { from: placeIn(svg, x, y), place: standing, svg };
        }
        if (!drag.current) return;
        const { from, place: began, svg } = drag.current;
        const at = placeIn(svg, x, y);
        const next = { ...began, x: began.x + at.x - from.x, y: began.y + at.y - from.y };
        if (!last) {
          setHeld(next);
          return;
        }
        drag.current = null;
        setHeld(null);
        if (!tap) put(next);
      },
    },
    { drag: { filterTaps: true, pointer: { keys: false } } },
  );
  const onKeyDown = (event: KeyboardEvent) => {
    if (!standing || locked || event.ctrlKey || event.metaKey || event.altKey) return;
    const step = ARROWS[event.key];
    if (step) {
      const by = step(event.shiftKey ? 20 : 5);
      const merge = event.timeStamp - lastNudge.current < 800;
      lastNudge.current = event.timeStamp;
      put({ ...standing, x: standing.x + by.x, y: standing.y + by.y }, merge);
    } else if (event.key === 'r' || event.key === 'R') turn();
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  return { side: now.side, findings, byHand: place !== null, bind, onKeyDown, turn, back };
}
