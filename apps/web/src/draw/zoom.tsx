import { useGesture } from '@use-gesture/react';
import { useEffect, useLayoutEffect, useRef, useState, type ReactNode } from 'react';
import { dialogIsOpen } from '../ui/index.js';
import { PIXELS_PER_MM, zoomAbout, type Zoom } from './zoom-math.js';

/** What is taken hold of by its own gestures, and is not the ground that pans. */
const HELD = '[data-item],[data-grip],[data-part],[data-section],[data-seam],.cursor-grab,.cursor-move';
const STEP = 1.3;
const WHOLE: Zoom = { scale: 1, x: 0, y: 0 };

const isFree = (event: KeyboardEvent): boolean =>
  !event.defaultPrevented &&
  !event.ctrlKey &&
  !event.metaKey &&
  !event.altKey &&
  !(event.target as Element | null)?.closest('input,textarea,select,[role="dialog"]') &&
  !dialogIsOpen();

/**
 * A drawing that can be looked at closely: wheel, pinch, the keys + − 0 1 and its buttons zoom about the place that is pointed at, a drag on its ground moves it.
 * The drawing is laid out anew at every size, so that its lines stay as thin as they are and what is dragged in it stays under the hand.
 */
export function ZoomField({
  children,
  label,
}: {
  children: ReactNode;
  /** Names the drawing for its buttons. */ label: string;
}) {
  const outer = useRef<HTMLDivElement>(null);
  const [zoom, setZoom] = useState<Zoom>(WHOLE);
  const middle = () => {
    const box = outer.current?.getBoundingClientRect();
    return { x: (box?.width ?? 0) / 2, y: (box?.height ?? 0) / 2 };
  };
  const by = (factor: number, at = middle()) => {
    setZoom((before) => zoomAbout(before, before.scale * factor, at, middle()));
  };
  const trueSize = () => {
    const drawing = outer.current?.querySelector('svg');
    const matrix = drawing?.getScreenCTM();
    if (!matrix) return;
    const now = Math.hypot(matrix.a, matrix.b);
    setZoom((before) => zoomAbout(before, (before.scale * PIXELS_PER_MM) / now, middle(), middle()));
  };
  const within = ([x, y]: [number, number]) => {
    const box = outer.current?.getBoundingClientRect();
    return { x: x - (box?.left ?? 0), y: y - (box?.top ?? 0) };
  };
  useGesture(
    {
      onDrag: ({ event, delta: [x, y], touches, pinching, cancel, first }) => {
        const held = first && event.target instanceof Element ? event.target.closest(HELD) : null;
        if ((held !== null && held !== outer.current) || pinching || touches > 1) {
          cancel();
          return;
        }
        if (zoom.scale > 1)
          setZoom((before) =>
            zoomAbout({ ...before, x: before.x + x, y: before.y + y }, before.scale, middle(), middle()),
          );
      },
      onPinch: ({ event, delta: [factor], origin, memo }) => {
        event.preventDefault();
        const before = (memo as number | undefined) ?? 1;
        const now = before + factor;
        if (now > 0) by(now / before, within(origin));
        return now;
      },
      onWheel: ({ event, delta: [, down], ctrlKey }) => {
        // With Ctrl it comes as a pinch.
        if (ctrlKey || down === 0 || (down > 0 && zoom.scale <= 1)) return;
        event.preventDefault();
        by(down < 0 ? STEP : 1 / STEP, within([event.clientX, event.clientY]));
      },
    },
    { target: outer, eventOptions: { passive: false }, drag: { pointer: { buttons: [1, 4] } } },
  );
  const latest = useRef({ by, trueSize });
  useLayoutEffect(() => {
    latest.current = { by, trueSize };
  });
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (!isFree(event)) return;
      if (event.key === '+' || event.key === '=') latest.current.by(STEP);
      else if (event.key === '-') latest.current.by(1 / STEP);
      else if (event.key === '0') setZoom(WHOLE);
      else if (event.key === '1') latest.current.trueSize();
      else return;
      event.preventDefault();
    };
    window.addEventListener('keydown', onKey);
    return () => {
      window.removeEventListener('keydown', onKey);
    };
  }, []);
  const share = `${zoom.scale * 100}%`;
  return (
    <div className="absolute inset-0 flex">
      <div
        ref={outer}
        className={`relative min-w-0 flex-1 overflow-hidden ${zoom.scale > 1 ? 'cursor-grab touch-none' : 'touch-pan-y'}`}
        data-zoom={zoom.scale.toFixed(2)}
      >
        <div className="absolute" style={{ left: zoom.x, top: zoom.y, width: share, height: share }}>
          {children}
        </div>
      </div>
      <div
        role="group"
        aria-label={`Size of ${label}`}
        className="no-print flex w-11 flex-none flex-col justify-end gap-1 p-0.5"
      >
        <ZoomButton
          name="Larger"
          sign="+"
          keyed="+"
          onClick={() => {
            by(STEP);
          }}
        />
        <ZoomButton
          name="Fit: the whole drawing"
          sign="Fit"
          keyed="0"
          disabled={zoom.scale === 1}
          onClick={() => {
            setZoom(WHOLE);
          }}
        />
        <ZoomButton name="1:1, true size on a screen of 96 dots an inch" sign="1:1" keyed="1" onClick={trueSize} />
        <ZoomButton
          name="Smaller"
          sign="−"
          keyed="−"
          onClick={() => {
            by(1 / STEP);
          }}
        />
      </div>
    </div>
  );
}

function ZoomButton({
  name,
  sign,
  keyed,
  disabled,
  onClick,
}: {
  name: string;
  sign: string;
  keyed: string;
  disabled?: boolean;
  onClick: () => void;
}) {
  return (
    <button
      type="button"
      aria-label={name}
      title={`${name}: ${keyed}`}
      disabled={disabled}
      onClick={onClick}
      className="flex h-10 w-10 items-center justify-center rounded-sm border-[1.5px] border-edge bg-field text-[15px] font-semibold text-ink hover:bg-raised disabled:opacity-45"
    >
      {sign}
    </button>
  );
}
