import { useGesture } from '@use-gesture/react';
import { useRef, type RefObject } from 'react';
import { printedHeight, tidyPlacement, type Placement } from '@kanga/core/art';
import { useJob } from '../job/index.js';

type Grip = 'move' | 'scale' | 'turn';

interface Point {
  x: number;
  y: number;
}

const toTemplate = (svg: SVGSVGElement, x: number, y: number): Point => {
  const back = svg.getScreenCTM()?.inverse();
  const point = new DOMPoint(x, y).matrixTransform(back);
  return { x: point.x, y: point.y };
};

const SNAP_DEGREES = 3;
/** Turns snap to quarters when near. */
const snapped = (degrees: number): number => {
  const quarter = Math.round(degrees / 90) * 90;
  return Math.abs(degrees - quarter) < SNAP_DEGREES ? quarter : degrees;
};

/** The placement after a grip went from one point to another, mm. */
function moved(start: Placement, grip: Grip, from: Point, to: Point): Placement {
  if (grip === 'move') return { ...start, x: start.x + to.x - from.x, y: start.y + to.y - from.y };
  const reach = (p: Point) => Math.hypot(p.x - start.x, p.y - start.y);
  const angle = (p: Point) => (Math.atan2(p.y - start.y, p.x - start.x) * 180) / Math.PI;
  if (grip === 'scale') return { ...start, width: (start.width * reach(to)) / Math.max(0.1, reach(from)) };
  return { ...start, rotation: snapped(start.rotation + angle(to) - angle(from)) };
}

const STEPS: Record<string, (p: Placement, far: number) => Placement> = {
  ArrowLeft: (p, far) => ({ ...p, x: p.x - far }),
  ArrowRight: (p, far) => ({ ...p, x: p.x + far }),
  ArrowUp: (p, far) => ({ ...p, y: p.y - far }),
  ArrowDown: (p, far) => ({ ...p, y: p.y + far }),
  '+': (p, far) => ({ ...p, width: p.width * (1 + far / 100) }),
  '=': (p, far) => ({ ...p, width: p.width * (1 + far / 100) }),
  '-': (p, far) => ({ ...p, width: p.width / (1 + far / 100) }),
  '[': (p, far) => ({ ...p, rotation: p.rotation - far }),
  ']': (p, far) => ({ ...p, rotation: p.rotation + far }),
};

/** Dragging, pinching, wheeling and nudging the art on its template; one undo step a gesture. */
export function usePlacing(svg: RefObject<SVGSVGElement | null>) {
  const { view, session, setDraft, locked } = useJob();
  const { placement, art } = view;
  const start = useRef<{ placement: Placement; from: Point; grip: Grip } | null>(null);
  const lastNudge = useRef(0);

  const settle = (next: Placement, merge = false) => {
    setDraft(null);
    session.change({ placement: tidyPlacement(next) }, { merge });
  };

  const bind = useGesture(
    {
      onDrag: ({ first, last, xy: [x, y], event, pinching, cancel, canceled }) => {
        if (!svg.current || !placement || locked || canceled) return;
        if (pinching) {
          cancel();
          return;
        }
        const at = toTemplate(svg.current, x, y);
        if (first) {
          const grip = (event.target as Element).closest<SVGElement>('[data-grip]')?.dataset['grip'];
          start.current = { placement, from: at, grip: grip === 'scale' || grip === 'turn' ? grip : 'move' };
        }
        if (!start.current) return;
        const next = tidyPlacement(moved(start.current.placement, start.current.grip, start.current.from, at));
        if (last) {
          const { placement: before } = start.current;
          start.current = null;
          if (
            before.x !== next.x ||
            before.y !== next.y ||
            before.width !== next.width ||
            before.rotation !== next.rotation
          )
            settle(next);
          else setDraft(null);
        } else setDraft(next);
      },
      onPinch: ({ first, last, offset: [scale, angle], memo }) => {
        if (!placement || locked) return undefined;
        const begun =
          first || !memo
            ? { placement, scale, angle }
            : (memo as { placement: Placement; scale: number; angle: number });
        const next = tidyPlacement({
          ...begun.placement,
          width: begun.placement.width * (scale / begun.scale),
          rotation: snapped(begun.placement.rotation + angle - begun.angle),
        });
        if (last) settle(next);
        else setDraft(next);
        return begun;
      },
    },
    { drag: { filterTaps: true, pointer: { keys: false } }, pinch: { pointer: { touch: true } } },
  );

  const onKeyDown = (event: React.KeyboardEvent) => {
    const step = STEPS[event.key];
    if (!step || !placement || locked || event.ctrlKey || event.metaKey || event.altKey) return;
    event.preventDefault();
    // Nudges in quick succession are one step of undo.
    const merge = event.timeStamp - lastNudge.current < 800;
    lastNudge.current = event.timeStamp;
    settle(step(placement, event.shiftKey ? 10 : 1), merge);
  };

  const height = placement && art ? printedHeight(placement, art.facts) : 0;
  return { bind, onKeyDown, settle, height };
}
