import { rulerStep } from '@kanga/core/units';
import { memo, useRef } from 'react';
import type { Drawn } from '@kanga/core/art';
import type { Template } from '@kanga/core/blank';
import type { Finding } from '@kanga/core/finding';
import { chain, rotation, svgMatrix, svgPath, translation, type Rect } from '@kanga/core/geometry';
import { DrawnItem, DrawnItems, TemplateDrawing, templateView } from '../draw/index.js';
import { useJob } from '../job/index.js';
import { spotOf, type Designing } from './use-design.js';
import { useLive } from './use-live.js';
import { halfSize, usePlacing } from './use-placing.js';

const still = { vectorEffect: 'non-scaling-stroke' } as const;

/** Boxes as one path: hundreds of strips are one thing to draw. */
const boxes = (rects: readonly Rect[]): string =>
  rects.map(({ x, y, width, height }) => `M${x} ${y}h${width}v${height}h${-width}z`).join('');

/** The bare places, drawn loud. */
const Bare = memo(function Bare({ missing }: { missing: readonly Rect[] }) {
  return <path d={boxes(missing)} fill="var(--color-magenta)" fillOpacity="0.85" aria-hidden />;
});

const SHAPES = { stop: 'var(--color-magenta)', fix: 'var(--color-yellow-deep)', note: 'var(--color-cyan)' };

/** Where the findings point to: an outline each, in the colour and dash of their severity. */
const Marks = memo(function Marks({ findings }: { findings: readonly Finding[] }) {
  return (
    <g fill="none" aria-hidden>
      {findings.map(({ code, severity, where: { marks } }) => {
        if (code === 'art.cover' || !marks || marks.length === 0) return null;
        const d = boxes(marks);
        return (
          <g key={code}>
            <path d={d} stroke="var(--color-white)" strokeWidth="4.5" {...still} />
            <path
              d={d}
              stroke={SHAPES[severity]}
              strokeWidth="2.2"
              strokeDasharray={severity === 'note' ? '5 4' : undefined}
              {...still}
            />
          </g>
        );
      })}
    </g>
  );
});

const NO_FINDINGS: Finding[] = [];
const NOTHING_BARE: Rect[] = [];

function Guide({ x, y, template }: { x: number | null; y: number | null; template: Template }) {
  const { width, height } = template;
  const by = Math.max(width, height) * 0.1;
  return (
    <g stroke="var(--color-magenta)" strokeWidth="1.2" {...still}>
      {x !== null && <path d={`M${x} ${-by}V${height + by}`} {...still} />}
      {y !== null && <path d={`M${-by} ${y}H${width + by}`} {...still} />}
    </g>
  );
}

/** The frame round the chosen item, with its grips. */
function Frame({
  drawn,
  unit,
  step,
  locked,
  onKeyDown,
}: {
  drawn: Drawn;
  unit: number;
  /** How far an arrow key moves it. */
  step: string;
  locked: boolean;
  onKeyDown: (event: React.KeyboardEvent) => void;
}) {
  const spot = spotOf(drawn);
  const { width: w, height: h } = halfSize(drawn);
  const knob = unit * 2;
  const stem = unit * 7;
  return (
    <g
      transform={svgMatrix(chain(rotation(spot.rotation), translation(spot.x, spot.y)))}
      tabIndex={locked ? -1 : 0}
      role="application"
      data-item={drawn.item.id}
      aria-label={`The ${drawn.kind === 'text' ? 'line of text' : 'picture'}. Arrow keys move it ${step}, with Shift ten times that; plus and minus scale it; square brackets turn it; Delete removes it.`}
      onKeyDown={onKeyDown}
      className={
        locked
          ? 'pointer-events-none opacity-40'
          : 'cursor-move outline-none [&:focus-visible>rect:first-child]:stroke-[4px]'
      }
    >
      <rect
        x={-w}
        y={-h}
        width={2 * w}
        height={2 * h}
        fill="transparent"
        stroke="var(--color-key)"
        strokeWidth="1.5"
        {...still}
      />
      {!locked && (
        <>
          <path d={`M0 ${-h}v${-stem}`} stroke="var(--color-key)" strokeWidth="1.5" {...still} />
          <g data-grip="turn" className="cursor-grab">
            <circle cy={-h - stem} r={knob * 1.9} fill="transparent" />
            <circle
              cy={-h - stem}
              r={knob}
              fill="var(--color-yellow)"
              stroke="var(--color-key)"
              strokeWidth="1.5"
              {...still}
            />
          </g>
          {[
            [-w, -h],
            [w, -h],
            [w, h],
            [-w, h],
          ].map(([x = 0, y = 0], i) => (
            <g key={i} data-grip="scale" className={i % 2 ? 'cursor-nesw-resize' : 'cursor-nwse-resize'}>
              <circle cx={x} cy={y} r={knob * 1.9} fill="transparent" />
              <rect
                x={x - knob * 0.85}
                y={y - knob * 0.85}
                width={knob * 1.7}
                height={knob * 1.7}
                fill="var(--color-white)"
                stroke="var(--color-key)"
                strokeWidth="1.5"
                {...still}
              />
            </g>
          ))}
        </>
      )}
    </g>
  );
}

/** The art on its template: dragged by mouse or touch, scaled by its corners, turned by its handle, nudged by keys. */
export function ArtCanvas({ designing }: { designing: Designing }) {
  const { view, print, locked } = useJob();
  const { blank } = view;
  const { side } = designing;
  const { composed, drawn, chosen, check } = useLive(designing);
  const svg = useRef<SVGSVGElement>(null);
  const { bind, onKeyDown, guides } = usePlacing(svg, designing);
  if (!blank || !composed) return null;
  const { template } = composed;
  const { unit } = templateView(template, blank.sides[side]);
  const sideName = blank.sides.length > 1 ? `, ${blank.sides[side]?.name ?? ''}` : '';
  return (
    <div {...bind()} className="absolute inset-0 touch-none">
      <TemplateDrawing
        svgRef={svg}
        template={template}
        blank={blank}
        side={side}
        print={print}
        fill={false}
        label={`The art on the template of ${blank.name}${sideName}`}
        over={
          <>
            <Marks findings={check?.findings ?? NO_FINDINGS} />
            <Guide {...guides} template={template} />
            {chosen && (
              <Frame
                drawn={chosen}
                unit={unit}
                step={rulerStep(print.units.length).said}
                locked={locked}
                onKeyDown={onKeyDown}
              />
            )}
          </>
        }
      >
        {chosen?.kind === 'picture' && chosen.item.repeat === 'once' && (
          <g opacity="0.22">
            <DrawnItem drawn={chosen} template={template} size="preview" />
          </g>
        )}
        <path d={svgPath(template.bleedPolygon)} fill={blank.baseColour} />
        <DrawnItems drawn={drawn} template={template} />
        {template.covers && (
          <Bare missing={drawn.length > 0 ? (check?.coverage.missing ?? NOTHING_BARE) : NOTHING_BARE} />
        )}
        {/* What can be taken hold of, without being seen. */}
        {drawn
          .filter((one) => !one.borrowed)
          .map((one) => {
            const spot = spotOf(one);
            const { width: w, height: h } = halfSize(one);
            return (
              <rect
                key={one.item.id}
                data-item={one.item.id}
                x={-w}
                y={-h}
                width={2 * w}
                height={2 * h}
                fill="transparent"
                className={locked ? '' : 'cursor-move'}
                transform={svgMatrix(chain(rotation(spot.rotation), translation(spot.x, spot.y)))}
              />
            );
          })}
      </TemplateDrawing>
    </div>
  );
}
