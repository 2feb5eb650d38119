import type { SVGProps } from 'react';
import { LEAST_OVERLAP } from '@kanga/core/bed';
import type { Blank, Template } from '@kanga/core/blank';
import { boundsOf, polygonOf, rectPolygon, svgPath, unionOf, type Polygon } from '@kanga/core/geometry';
import { mapOf } from '@kanga/core/heat';
import type { Press } from '@kanga/core/shop';
import { bedPicture, type Layer, type PressBed } from '@kanga/core/stack';
import { capitalised, type UnitPrinter } from '@kanga/core/units';
import { HaloText, HeatPicture } from '../draw/index.js';

interface Props {
  press: Press;
  bed: PressBed;
  layers: readonly Layer[];
  side: Blank['sides'][number];
  template: Template;
  print: UnitPrinter;
  /** What the pieces answer to, where they can be dragged. */
  pieces?: SVGProps<SVGGElement>;
}

const INK = 'var(--color-key)';

/** A closed line without a fill that stays as wide as it is at any size. */
const Line = ({ shape, stroke, dash }: { shape: Polygon; stroke: string; dash?: string }) => (
  <path
    d={svgPath(shape)}
    fill="none"
    stroke={stroke}
    strokeWidth="1.8"
    strokeDasharray={dash}
    vectorEffect="non-scaling-stroke"
    pointerEvents="none"
  />
);

/** The print with the sections that it is pressed in, numbered in their order. */
function SectionDrawing({ press, bed, side, template, pieces }: Props) {
  const sections = bed.sections?.sections ?? [];
  const outline = template.covers ? polygonOf(template.outline) : template.bleedPolygon;
  const box = boundsOf(outline);
  const movable = pieces !== undefined && Boolean(bed.sections?.grid);
  const beside = side.keepOuts.map(({ area }) => area);
  const all = unionOf([box, ...sections.map(({ area }) => area), ...beside.map(boundsOf)]);
  const grow = Math.max(all.width, all.height) * 0.02;
  const large = Math.max(box.width, box.height) / Math.max(9, 3 * Math.sqrt(sections.length));
  const middles = sections.map(({ area }) => {
    // Its number stands in the middle of what of the print lies in it.
    const [left, top] = [Math.max(area.x, box.x), Math.max(area.y, box.y)];
    const right = Math.min(area.x + area.width, box.x + box.width);
    const bottom = Math.min(area.y + area.height, box.y + box.height);
    return { x: (left + right) / 2, y: (top + bottom) / 2 };
  });
  return (
    <svg
      viewBox={`${all.x - grow} ${all.y - grow} ${all.width + 2 * grow} ${all.height + 2 * grow}`}
      className="h-full max-h-full w-full"
      role="img"
      aria-label={`The print is pressed in ${sections.length} sections on ${press.name}`}
    >
      {beside.map((area, i) => (
        <path key={i} d={svgPath(area)} fill="var(--color-paint-beside)" />
      ))}
      <path
        d={svgPath(outline)}
        fill="var(--color-white)"
        stroke={INK}
        strokeWidth="2"
        vectorEffect="non-scaling-stroke"
      />
      <g {...(movable ? pieces : {})}>
        {sections.map(({ area }, i) => (
          <rect
            key={i}
            {...area}
            data-section={i}
            fill={i % 2 === 0 ? 'var(--color-cyan)' : 'var(--color-yellow)'}
            fillOpacity="0.16"
            stroke={INK}
            strokeWidth="1.6"
            strokeDasharray={i % 2 === 0 ? undefined : '8 5'}
            vectorEffect="non-scaling-stroke"
          />
        ))}
      </g>
      <polyline
        points={middles.map(({ x, y }) => `${x},${y}`).join(' ')}
        fill="none"
        stroke={INK}
        strokeWidth="1.4"
        strokeDasharray="2 5"
        vectorEffect="non-scaling-stroke"
      />
      {middles.map(({ x, y }, i) => (
        <HaloText key={i} x={x} y={y} size={large}>
          {i + 1}
        </HaloText>
      ))}
    </svg>
  );
}

/**
 * The plate from above, its front below: how even it is, which part can be used, where pieces lie and what hangs off; or the print with the
 * sections that it is pressed in.
 */
export function BedDrawing(props: Props) {
  const { press, bed, layers, side, template, print, pieces } = props;
  if (bed.sections && !bed.bed) return <SectionDrawing {...props} />;
  const { width, depth } = press.platen;
  const map = mapOf(press);
  const text = Math.max(width, depth) / 20;
  const { bed: laid, usable, zone } = bed;
  const drawn = bedPicture(bed, layers, side, template);
  const said = laid
    ? `${laid.pieces.length} on the plate of ${press.name}${laid.hangs === 'off' ? '' : `; on the plate: ${laid.onPlate.join(', ')}`}`
    : `Larger than the plate of ${press.name}`;
  const all = unionOf([
    { x: 0, y: 0, width, height: depth },
    ...drawn.flatMap(({ outline, hangs }) => [outline, ...hangs.map(({ area }) => area)].map(boundsOf)),
  ]);
  const grow = text * 0.6;
  const top = grow + (press.open.top ? 0 : text);
  const wrong = laid !== null && laid.faults.length > 0;
  return (
    <svg
      viewBox={`${all.x - grow} ${all.y - top} ${all.width + 2 * grow} ${all.height + top + grow + text * 1.4}`}
      className="h-full max-h-full w-full"
      role="img"
      aria-label={said}
    >
      <defs>
        <clipPath id="plate">
          <rect width={width} height={depth} rx={width * 0.03} />
        </clipPath>
      </defs>
      <g clipPath="url(#plate)">
        <rect width={width} height={depth} fill="var(--color-paint-plate)" />
        {map && <HeatPicture map={map} print={print} figures={false} />}
      </g>
      <rect
        width={width}
        height={depth}
        rx={width * 0.03}
        fill="none"
        stroke={INK}
        strokeWidth="3"
        vectorEffect="non-scaling-stroke"
      />
      <g {...pieces}>
        {drawn.map(({ outline, pad, paper, hangs }, i) => (
          <g key={i}>
            {paper && <Line shape={paper} stroke="var(--color-paint-paper-edge)" />}
            <path
              d={svgPath(outline)}
              fill="var(--color-white)"
              fillOpacity="0.86"
              stroke={wrong ? 'var(--color-magenta)' : INK}
              strokeWidth={wrong ? 4 : 2}
              vectorEffect="non-scaling-stroke"
            />
            {pad && <Line shape={pad} stroke="var(--color-soft)" dash="2 5" />}
            {hangs.map(({ kind, area }, at) => {
              const box = boundsOf(area);
              return (
                <g key={at}>
                  <path
                    d={svgPath(area)}
                    fill="var(--color-yellow)"
                    stroke={INK}
                    strokeWidth="1.4"
                    vectorEffect="non-scaling-stroke"
                  />
                  <HaloText x={box.x + box.width / 2} y={box.y + box.height / 2} size={text * 0.8}>
                    {kind}
                  </HaloText>
                </g>
              );
            })}
          </g>
        ))}
      </g>
      {usable && <Line shape={rectPolygon(zone)} stroke={INK} dash="9 6" />}
      {!press.open.top && (
        <text x={width / 2} y={-text * 0.5} fontSize={text} textAnchor="middle" fill={INK}>
          hinge
        </text>
      )}
      <text
        x={width / 2}
        y={all.y + all.height + text * 1.4}
        fontSize={text}
        textAnchor="middle"
        fill="var(--color-soft)"
      >
        front, where you stand
      </text>
    </svg>
  );
}

/** What the lines of a bed mean, in words beside the picture. */
export function BedLegend({ bed, layers, print }: Pick<Props, 'bed' | 'layers' | 'print'>) {
  const { usable } = bed;
  const pad = layers.find(({ role }) => role === 'pad');
  const even = usable && `even within ${print.temperature(usable.coolest)} to ${print.temperature(usable.hottest)}`;
  const words = bed.bed
    ? [
        even ? `dashed: ${even}` : 'how even the plate is was never checked',
        'thin: the cover sheet',
        pad ? `dotted: the ${pad.name.toLowerCase()}` : null,
      ].filter((one) => one !== null)
    : [
        'numbers: the order of the pressings',
        `each ${print.size(bed.zone.width, bed.zone.height)}${even ? `, ${even}` : ''}`,
        `${print.length(LEAST_OVERLAP)} or more pressed twice at a seam`,
      ];
  return <p className="text-[14.5px] text-soft">{`${capitalised(words.join('; '))}.`}</p>;
}
