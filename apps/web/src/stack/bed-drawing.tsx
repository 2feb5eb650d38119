import type { Blank, Template } from '@kanga/core/blank';
import { boundsOf, polygonOf, svgPath } from '@kanga/core/geometry';
import type { Press } from '@kanga/core/shop';
import type { PressBed } from '@kanga/core/stack';
import type { UnitPrinter } from '@kanga/core/units';
import { HeatPicture } from '../draw/index.js';

interface Props {
  press: Press;
  bed: PressBed;
  blank: Blank;
  template: Template;
  print: UnitPrinter;
}

const INK = '#17151F';

/** One piece as it lies: its outline, and what hangs off, by its name. */
function Piece({
  at,
  blank,
  template,
  size,
  print,
}: {
  at: { print: { x: number; y: number }; turn: 0 | 90 | 180 | 270 };
  blank: Blank;
  template: Template;
  size: { width: number; height: number };
  print: number;
}) {
  const over = (size.width - template.width) / 2;
  const turn = {
    0: '',
    90: `translate(${size.height} 0) rotate(90)`,
    180: `translate(${size.width} ${size.height}) rotate(180)`,
    270: `translate(0 ${size.width}) rotate(270)`,
  }[at.turn];
  const hangs = (blank.sides[0]?.keepOuts ?? []).filter((one) => one.hangsOff);
  return (
    <g transform={`translate(${at.print.x} ${at.print.y}) ${turn}`}>
      <g transform={`translate(${over} ${over})`}>
        <path
          d={svgPath(polygonOf(template.outline))}
          fill="#fff"
          fillOpacity="0.86"
          stroke={INK}
          strokeWidth="2"
          vectorEffect="non-scaling-stroke"
        />
        {hangs.map(({ kind, area }, i) => {
          const box = boundsOf(area);
          return (
            <g key={i}>
              <path d={svgPath(area)} fill="#F2B705" stroke={INK} strokeWidth="1.4" vectorEffect="non-scaling-stroke" />
              <text
                x={box.x + box.width / 2}
                y={box.y + box.height / 2}
                fontSize={print}
                textAnchor="middle"
                dominantBaseline="central"
                fontWeight="700"
                fill={INK}
                stroke="#fff"
                strokeWidth={print / 5}
                paintOrder="stroke"
              >
                {kind}
              </text>
            </g>
          );
        })}
      </g>
    </g>
  );
}

/**
 * The plate from above, its front below: how even it is, which part can be used, where pieces lie and what hangs off; or the print with
 * the sections that it is pressed in, numbered in their order.
 */
export function BedDrawing({ press, bed, blank, template, print }: Props) {
  const { width, depth } = press.platen;
  const { zone, sections, print: size } = bed;
  const text = Math.max(width, depth) / 26;
  const pad = Math.max(width, depth) * 0.22;
  if (sections && !bed.bed) {
    const outline = polygonOf(template.outline);
    const box = boundsOf(outline);
    const grow = Math.max(box.width, box.height) * 0.12;
    const large = Math.max(box.width, box.height) / 9;
    return (
      <svg
        viewBox={`${box.x - grow} ${box.y - grow} ${box.width + 2 * grow} ${box.height + 2 * grow}`}
        className="h-full max-h-full w-full"
        role="img"
        aria-label={`The print is pressed in ${sections.sections.length} sections on ${press.name}`}
      >
        <path d={svgPath(outline)} fill="#fff" stroke={INK} strokeWidth="2" vectorEffect="non-scaling-stroke" />
        {sections.sections.map(({ area }, i) => (
          <g key={i}>
            <rect
              {...area}
              fill={i % 2 === 0 ? '#00739B' : '#F2B705'}
              fillOpacity="0.16"
              stroke={INK}
              strokeWidth="1.6"
              strokeDasharray={i % 2 === 0 ? undefined : '8 5'}
              vectorEffect="non-scaling-stroke"
            />
            <text
              x={area.x + area.width / 2}
              y={area.y + area.height / 2}
              fontSize={large}
              fontWeight="700"
              textAnchor="middle"
              dominantBaseline="central"
              fill={INK}
              stroke="#fff"
              strokeWidth={large / 8}
              paintOrder="stroke"
            >
              {i + 1}
            </text>
          </g>
        ))}
      </svg>
    );
  }
  const said = bed.bed
    ? `${bed.bed.pieces.length} on the plate of ${press.name}${bed.bed.hangs === 'off' ? '' : `; beside the pad: ${bed.bed.onPlate.join(', ')}`}`
    : `Larger than the plate of ${press.name}`;
  return (
    <svg
      viewBox={`${-pad} ${-pad} ${width + 2 * pad} ${depth + 2 * pad}`}
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
        <rect width={width} height={depth} fill="#E4E5EB" />
        {bed.map && <HeatPicture map={bed.map} print={print} figures={false} />}
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
      {bed.usable && (
        <rect
          {...zone}
          fill="none"
          stroke={INK}
          strokeWidth="1.8"
          strokeDasharray="9 6"
          vectorEffect="non-scaling-stroke"
        />
      )}
      {(bed.bed?.pieces ?? []).map((piece, i) => (
        <Piece key={i} at={piece} blank={blank} template={template} size={size} print={text * 0.85} />
      ))}
      {!press.open.top && (
        <text x={width / 2} y={-text * 0.7} fontSize={text} textAnchor="middle" fill={INK}>
          hinge
        </text>
      )}
      <text x={width / 2} y={depth + text * 1.4} fontSize={text} textAnchor="middle" fill="#54525F">
        front, where you stand
      </text>
      {bed.usable && (
        <text x={width / 2} y={depth + text * 2.9} fontSize={text} textAnchor="middle" fill={INK}>
          dashed: even within {print.temperature(bed.usable.coolest)} to {print.temperature(bed.usable.hottest)}
        </text>
      )}
    </svg>
  );
}
