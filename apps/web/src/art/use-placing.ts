import { useGesture } from '@use-gesture/react';
import { useRef, useState, type RefObject } from 'react';
import { rulerStep } from '@kanga/core/units';
import { printedHeight, type DesignItem, type Drawn, type Placement } from '@kanga/core/art';
import { useJob } from '../job/index.js';
import { snapped, type Guides, type HalfSize } from './snap.js';
import { placed, spotOf, type Designing } from './use-design.js';

type Grip = 'move' | 'scale' | 'turn';

interface Point {
  x: number;
  y: number;
}

/** From a place on the screen to one on the template. Asked once for a gesture: it makes the browser lay the page out. */
const toTemplate = (svg: SVGSVGElement): ((x: number, y: number) => Point) => {
  const back = svg.getScreenCTM()?.inverse();
  return (x, y) => {
    const point = new DOMPoint(x, y).matrixTransform(back);
    return { x: point.x, y: point.y };
  };
};

const NO_GUIDES: Guides = { x: null, y: null };

const SNAP_DEGREES = 3;
/** Turns snap to quarters when near. */
const turned = (degrees: number): number => {
  const quarter = Math.round(degrees / 90) * 90;
  return Math.abs(degrees - quarter) < SNAP_DEGREES ? quarter : degrees;
};

/** The placement after a grip went from one point to another, mm. */
function moved(start: Placement, grip: Grip, from: Point, to: Point): Placement {
  if (grip === 'move') return { ...start, x: start.x + to.x - from.x, y: start.y + to.y - from.y };
  const reach = (p: Point) => Math.hypot(p.x - start.x, p.y - start.y);
  const angle = (p: Point) => (Math.atan2(p.y - start.y, p.x - start.x) * 180) / Math.PI;
  if (grip === 'scale') return { ...start, width: (start.width * reach(to)) / Math.max(0.1, reach(from)) };
  return { ...start, rotation: turned(start.rotation + angle(to) - angle(from)) };
}

/** What a key does so many times; `step` is the shop's own on a ruler, mm. */
const STEPS: Record<string, (p: Placement, far: number, step: number) => Placement> = {
  ArrowLeft: (p, far, step) => ({ ...p, x: p.x - far * step }),
  ArrowRight: (p, far, step) => ({ ...p, x: p.x + far * step }),
  ArrowUp: (p, far, step) => ({ ...p, y: p.y - far * step }),
  ArrowDown: (p, far, step) => ({ ...p, y: p.y + far * step }),
  '+': (p, far) => ({ ...p, width: p.width * (1 + far / 100) }),
  '=': (p, far) => ({ ...p, width: p.width * (1 + far / 100) }),
  '-': (p, far) => ({ ...p, width: p.width / (1 + far / 100) }),
  '[': (p, far) => ({ ...p, rotation: p.rotation - far }),
  ']': (p, far) => ({ ...p, rotation: p.rotation + far }),
};

/** Half the size of an item before it is turned, mm. */
export const halfSize = (drawn: Drawn): HalfSize =>
  drawn.kind === 'picture'
    ? { width: drawn.placement.width / 2, height: printedHeight(drawn.placement, drawn.art.facts) / 2 }
    : { width: Math.max(drawn.line.width, drawn.item.size) / 2, height: drawn.item.size * 0.75 };

const same = (a: Placement, b: Placement) =>
  a.x === b.x && a.y === b.y && a.width === b.width && a.rotation === b.rotation;

/** Dragging, pinching and nudging the chosen item on its template; one step of undo a gesture. */
export function usePlacing(svg: RefObject<SVGSVGElement | null>, designing: Designing) {
  const { locked, print } = useJob();
  const { composed, chosen, choose, put, preview } = designing;
  const start = useRef<{ drawn: Drawn; from: Point; grip: Grip; on: (x: number, y: number) => Point } | null>(null);
  const lastNudge = useRef(0);
  const [guides, setGuides] = useState<Guides>(NO_GUIDES);

  const moveTo = (drawn: Drawn, grip: Grip, from: Point, at: Point, free: boolean): Placement => {
    const spot = moved(spotOf(drawn), grip, from, at);
    if (grip !== 'move' || free || !composed) return spot;
    const { spot: near, guides: found } = snapped(spot, halfSize(drawn), composed.template);
    setGuides((before) => (before.x === found.x && before.y === found.y ? before : found));
    return near;
  };

  const bind = useGesture(
    {
      onDrag: ({ first, last, xy: [x, y], event, pinching, cancel, canceled, altKey }) => {
        if (!svg.current || locked || canceled) return;
        if (pinching) {
          cancel();
          return;
        }
        if (first) {
          const on = toTemplate(svg.current);
          const target = event.target as Element;
          const grip = target.closest<SVGElement>('[data-grip]')?.dataset['grip'];
          const id = target.closest<SVGElement>('[data-item]')?.dataset['item'];
          const drawn = designing.drawn.find((one) => !one.borrowed && one.item.id === id) ?? chosen;
          if (!drawn) return;
          choose(drawn.item.id);
          start.current = { drawn, from: on(x, y), on, grip: grip === 'scale' || grip === 'turn' ? grip : 'move' };
        }
        if (!start.current) return;
        const { drawn, grip, from, on } = start.current;
        const at = on(x, y);
        // Alt held: no snapping.
        const next = placed(drawn.item, moveTo(drawn, grip, from, at, altKey));
        if (!last) {
          preview(next);
          return;
        }
        start.current = null;
        setGuides(NO_GUIDES);
        const spot = moved(spotOf(drawn), grip, from, at);
        if (same(spot, spotOf(drawn))) preview(null);
        else put(next);
      },
      onPinch: ({ first, last, offset: [scale, angle], memo }) => {
        if (!chosen || locked) return undefined;
        const begun =
          first || !memo
            ? { item: chosen.item, spot: spotOf(chosen), scale, angle }
            : (memo as { item: DesignItem; spot: Placement; scale: number; angle: number });
        const next = placed(begun.item, {
          ...begun.spot,
          width: begun.spot.width * (scale / begun.scale),
          rotation: turned(begun.spot.rotation + angle - begun.angle),
        });
        if (last) put(next);
        else preview(next);
        return begun;
      },
    },
    { drag: { filterTaps: true, pointer: { keys: false } }, pinch: { pointer: { touch: true } } },
  );

  const onKeyDown = (event: React.KeyboardEvent) => {
    if (!chosen || locked || event.ctrlKey || event.metaKey || event.altKey) return;
    if (event.key === 'Delete' || event.key === 'Backspace') {
      event.preventDefault();
      designing.remove(chosen.item.id);
      return;
    }
    const nudge = STEPS[event.key];
    if (!nudge) return;
    event.preventDefault();
    // Nudges in quick succession are one step of undo.
    const merge = event.timeStamp - lastNudge.current < 800;
    lastNudge.current = event.timeStamp;
    put(placed(chosen.item, nudge(spotOf(chosen), event.shiftKey ? 10 : 1, rulerStep(print.units.length).step)), merge);
  };

  return { bind, onKeyDown, guides };
}
