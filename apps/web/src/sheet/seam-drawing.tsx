import { useGesture } from '@use-gesture/react';
import { useRef, useState, type KeyboardEvent } from 'react';
import type { ComposedSide } from '@kanga/core/art';
import { svgPath } from '@kanga/core/geometry';
import { rulerStep } from '@kanga/core/units';
import { tailOf, type Seam, type TiledSide, type Tiling } from '@kanga/core/sheet';
import { useJob } from '../job/index.js';
import { DrawnItems, HaloText, placeIn } from '../draw/index.js';
import { showing, shownSeams, standing, tenth } from './seams.js';

const open = (seam: Seam): string => seam.map(({ x, y }, i) => `${i === 0 ? 'M' : 'L'}${x} ${y}`).join('');

type Which = { upright: boolean; at: number };

interface Props {
  side: ComposedSide;
  tiled: TiledSide;
  name: string;
  onChange: (tiling: Tiling, merge: boolean) => void;
}

/**
 * The whole print with its seams, as it is put together: every part by its name, the tails hatched, the letters of the joins at their ends.
 * A seam is dragged, or moved with the arrow keys, and says what it costs where it stands.
 */
export function SeamDrawing({ side, tiled, name, onChange }: Props) {
  const { print, locked } = useJob();
  const svg = useRef<SVGSVGElement>(null);
  const [held, setHeld] = useState<(Which & { to: number }) | null>(null);
  const { template, drawn } = side;
  const { tiling } = tiled;
  const { bleedBox: box } = template;
  const tail = tailOf(tiling);
  const size = Math.max(box.width, box.height) * 0.035;
  const now = standing(tiled);

  const move = ({ upright, at }: Which, to: number, merge: boolean) => {
    const list = upright ? now.upright : now.level;
    const [low, high] = upright ? [box.x, box.x + box.width] : [box.y, box.y + box.height];
    const kept = Math.min((list[at + 1] ?? high) - 10, Math.max((list[at - 1] ?? low) + 10, to));
    const moved = list.map((one, i) => (i === at ? tenth(kept) : one));
    onChange({ ...tiling, ...(upright ? { upright: moved } : { level: moved }) }, merge);
  };
  const toSide = (x: number, y: number) => placeIn(svg.current, x, y);
  const bind = useGesture(
    {
      onDrag: ({ first, last, xy: [x, y], event, memo }): Which | undefined => {
        if (locked) return undefined;
        const data = (event.target as Element).closest<SVGElement>('[data-seam]')?.dataset['seam'];
        const which = first
          ? data
            ? { upright: data.startsWith('u'), at: Number(data.slice(1)) }
            : undefined
          : (memo as Which | undefined);
        if (!which) return undefined;
        const p = toSide(x, y);
        const to = which.upright ? p.x : p.y;
        if (last) {
          setHeld(null);
          move(which, to, false);
        } else setHeld({ ...which, to });
        return which;
      },
    },
    { drag: { filterTaps: true, pointer: { keys: false } } },
  );
  const onKey = (which: Which) => (event: KeyboardEvent) => {
    const keys = which.upright ? { ArrowLeft: -1, ArrowRight: 1 } : { ArrowUp: -1, ArrowDown: 1 };
    const step = keys[event.key as keyof typeof keys] as number | undefined;
    if (!step || locked) return;
    event.preventDefault();
    const list = which.upright ? now.upright : now.level;
    move(which, (list[which.at] ?? 0) + step * (event.shiftKey ? 10 : 1) * rulerStep(print.units.length).step, true);
  };

  const all = shownSeams(tiled);
  const bounds = {
    x: [box.x, ...now.upright, box.x + box.width],
    y: [box.y, ...now.level, box.y + box.height],
  };
  return (
    <svg
      ref={svg}
      {...bind()}
      viewBox={`${box.x - size * 3} ${box.y - size * 3} ${box.width + size * 6} ${box.height + size * 6}`}
      className="h-full max-h-full w-full select-none"
      role="group"
      aria-label={`How the parts of ${name || 'the print'} are put together`}
    >
      <defs>
        <pattern id="tail" width="4" height="4" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <path d="M0 0h4v4h-4z" fill="var(--color-white)" fillOpacity="0.75" />
          <path d="M1 0V4" stroke="var(--color-key)" strokeWidth="1.4" />
        </pattern>
        <clipPath id="seam-print">
          <path d={svgPath(template.bleedPolygon)} />
        </clipPath>
      </defs>
      <path
        d={svgPath(template.bleedPolygon)}
        fill="var(--color-white)"
        stroke="var(--color-key)"
        vectorEffect="non-scaling-stroke"
      />
      <DrawnItems drawn={drawn} template={template} size="preview" />
      {tail > 0 && (
        <g clipPath="url(#seam-print)">
          {all.map(({ seam, upright, at }) => {
            const far = [...seam].reverse().map((p) => (upright ? { ...p, x: p.x + tail } : { ...p, y: p.y + tail }));
            return <path key={`${upright} ${at}`} d={svgPath([...seam, ...far])} fill="url(#tail)" fillOpacity="0.8" />;
          })}
        </g>
      )}
      {all.map(({ seam, upright, at, letter, place: stands }) => {
        const dragged = held?.upright === upright && held.at === at;
        const place = dragged ? held.to : stands;
        const [start, end] = [seam[0], seam.at(-1)];
        if (!start || !end) return null;
        const line = dragged
          ? upright
            ? `M${place} ${box.y - size}V${box.y + box.height + size}`
            : `M${box.x - size} ${place}H${box.x + box.width + size}`
          : open(seam);
        const words = `Seam ${letter} at ${print.length(place - (upright ? box.x : box.y))}: ${showing(tiled, upright, place).words}`;
        return (
          <g
            key={`${upright} ${at}`}
            data-seam={`${upright ? 'u' : 'l'}${at}`}
            tabIndex={0}
            role="slider"
            aria-label={words}
            aria-valuenow={tenth(place)}
            aria-valuetext={words}
            onKeyDown={onKey({ upright, at })}
            className={upright ? 'cursor-ew-resize' : 'cursor-ns-resize'}
          >
            <path d={line} fill="none" stroke="transparent" strokeWidth="26" vectorEffect="non-scaling-stroke" />
            <path d={line} fill="none" stroke="var(--color-white)" strokeWidth="5" vectorEffect="non-scaling-stroke" />
            <path
              d={line}
              fill="none"
              stroke="var(--color-magenta)"
              strokeWidth="2.4"
              vectorEffect="non-scaling-stroke"
            />
            {[start, end].map((p, i) => {
              const out = size * 1.35 * (i === 0 ? -1 : 1);
              return (
                <g
                  key={i}
                  transform={upright ? `translate(${place} ${p.y + out})` : `translate(${p.x + out} ${place})`}
                >
                  <circle r={size * 0.9} fill="var(--color-key)" />
                  <text
                    y={size * 0.4}
                    fontSize={size * 1.15}
                    fontWeight="700"
                    textAnchor="middle"
                    fill="var(--color-white)"
                  >
                    {letter}
                  </text>
                </g>
              );
            })}
            <title>{words}</title>
          </g>
        );
      })}
      {bounds.y.slice(0, -1).map((y, row) =>
        bounds.x.slice(0, -1).map((x, column) => {
          const [cx, cy] = [(x + (bounds.x[column + 1] ?? x)) / 2, (y + (bounds.y[row + 1] ?? y)) / 2];
          return (
            <HaloText key={`${row} ${column}`} x={cx} y={cy} size={size * 1.7}>
              {String.fromCharCode(65 + row)}
              {column + 1}
            </HaloText>
          );
        }),
      )}
    </svg>
  );
}
