import { useRef, useState, type KeyboardEvent } from 'react';
import { useGesture } from '@use-gesture/react';
import { movedSection, type SectionGrid, type Sections } from '@kanga/core/bed';
import { planStack, type Overrides, type Sectioning, type SidePlan } from '@kanga/core/stack';
import { ARROWS, placeIn } from '../draw/index.js';
import { useJob } from '../job/index.js';

const sectionAt = (target: EventTarget | null): number | null => {
  const at = target instanceof Element ? target.closest('[data-section]')?.getAttribute('data-section') : null;
  return at === null || at === undefined ? null : Number(at);
};

/** The seams between the pressings of a side, moved by hand: a section is dragged or nudged, and its row and column go with it, as far as no gap is left. */
export function useSeams(proposed: SidePlan, which: number) {
  const { view, session, locked } = useJob();
  const { planned } = view;
  const { overrides } = view.job;
  const [held, setHeld] = useState<SectionGrid | null>(null);
  const drag = useRef<{ from: { x: number; y: number }; began: Sections; at: number; svg: SVGSVGElement } | null>(null);
  const lastNudge = useRef(0);
  const seamsWith = (grid: SectionGrid | null): Overrides['seams'] =>
    Array.from({ length: Math.max(overrides.seams?.length ?? 0, which + 1) }, (_, i) =>
      i === which ? grid : (overrides.seams?.[i] ?? null),
    );
  const side =
    held && planned
      ? (planStack({ ...planned, overrides: { ...planned.overrides, seams: seamsWith(held) } }).sides[which] ??
        proposed)
      : proposed;
  const put = (grid: SectionGrid | null, merge = false) => {
    session.change({ overrides: { ...overrides, seams: seamsWith(grid) } }, { merge });
  };
  const bind = useGesture(
    {
      onDrag: ({ first: begins, last, xy: [x, y], event, canceled, tap }) => {
        const { sections } = proposed.bed;
        if (canceled || locked || !sections) return;
        if (begins) {
          const svg = (event.target as Element).closest('svg');
          const at = sectionAt(event.target);
          if (svg && at !== null) drag.current = { from: placeIn(svg, x, y), began: sections, at, svg };
        }
        if (!drag.current) return;
        const { from, began, at, svg } = drag.current;
        const to = placeIn(svg, x, y);
        const next = movedSection(began, at, { x: to.x - from.x, y: to.y - from.y });
        if (!last) {
          setHeld(next);
          return;
        }
        drag.current = null;
        setHeld(null);
        if (!tap && next) put(next);
      },
    },
    { drag: { filterTaps: true, pointer: { keys: false } } },
  );
  const onKeyDown = (event: KeyboardEvent) => {
    const step = ARROWS[event.key];
    const { sections } = proposed.bed;
    if (!step || !sections || locked || event.ctrlKey || event.metaKey || event.altKey) return;
    // The one that the keys are on, else the last: its seam is to all others.
    const next = movedSection(
      sections,
      sectionAt(event.target) ?? sections.sections.length - 1,
      step(event.shiftKey ? 20 : 5),
    );
    if (!next) return;
    const merge = event.timeStamp - lastNudge.current < 800;
    lastNudge.current = event.timeStamp;
    put(next, merge);
    event.preventDefault();
    event.stopPropagation();
  };
  return {
    side,
    bind,
    onKeyDown,
    movable: !locked && Boolean(proposed.bed.sections?.grid),
    byHand: Boolean(overrides.seams?.[which]),
    back: () => {
      put(null);
    },
    press: (sectioning: Sectioning) => {
      session.change({ overrides: { ...overrides, sectioning, seams: seamsWith(null) } });
    },
  };
}
