import { useId } from 'react';
import type { ComposedSide } from '@kanga/core/art';
import { svgMatrix, svgPath, type Rect } from '@kanga/core/geometry';
import {
  CROSS_ARM,
  cutMarks,
  kindOf,
  labelToPart,
  partToSheet,
  planLabel,
  type Face,
  type Part,
  type PartKind,
  type Placed,
  type Sheet,
  type Tray,
} from '@kanga/core/sheet';
import type { Margins, Printer } from '@kanga/core/shop';
import type { LengthUnit } from '@kanga/core/units';
import { DrawnItems, HaloText } from '../draw/index.js';
import { Ruler } from './ruler.js';

export interface SheetDrawingProps {
  sheet: Sheet;
  tray: Tray;
  margins: Margins;
  /** What is on a face: its side, as it is drawn for its piece and its job. */
  sideOf: (face: Face, part: Pick<Part, 'job' | 'piece'>) => ComposedSide | undefined;
  printer: Printer;
  gap: number;
  unit: LengthUnit;
  label: string;
  /** On its side: its top edge at the left. */
  lying: boolean;
  chosen?: number | null;
  pinned?: readonly number[];
  clashing?: readonly number[];
}

const INK = 'var(--color-key)';

/** The words of the foot, as one line along it. */
const footLine = ({ x, y, width, height }: Rect) =>
  height > width
    ? { x: x + width - 5.4, y, width: 2.4, height: Math.min(70, height) }
    : { x, y: y + 3, width: Math.min(70, width), height: 2.4 };

function FacePicture({ face, side }: { face: Face; side: ComposedSide | undefined }) {
  const id = useId();
  if (!side) return null;
  return (
    <g transform={svgMatrix(face.toPart)}>
      <defs>
        <clipPath id={id}>
          <path d={face.clips.map(svgPath).join('')} />
        </clipPath>
      </defs>
      <g className="saturate-50" opacity="0.82" clipPath={`url(#${id})`}>
        <DrawnItems drawn={side.drawn} template={side.template} size="thumb" />
      </g>
    </g>
  );
}

/** Marks of a part, as they are printed. */
function Marks({ kind, gap, mirroredBy }: { kind: PartKind; gap: number; mirroredBy: Printer['mirroredBy'] }) {
  const plan = planLabel(kind);
  const crosses = kind.crosses
    .map(({ x, y }) => `M${x - CROSS_ARM} ${y}h${2 * CROSS_ARM}M${x} ${y - CROSS_ARM}v${2 * CROSS_ARM}`)
    .join('');
  const strokes = [...cutMarks(kind, gap), ...kind.folds];
  return (
    <g aria-hidden>
      <path
        d={strokes.map((m) => `M${m.x1} ${m.y1}L${m.x2} ${m.y2}`).join('') + crosses}
        stroke={INK}
        strokeWidth="0.9"
        vectorEffect="non-scaling-stroke"
        fill="none"
      />
      {kind.letters.map(({ text, at }, i) => (
        <text key={i} x={at.x} y={at.y + 1} fontSize="3" textAnchor="middle" fill={INK}>
          {text}
        </text>
      ))}
      {(kind.notes ?? []).map(({ text, at, turn }, i) => (
        <text
          key={`note ${i}`}
          transform={`translate(${at.x} ${at.y}) rotate(${turn})`}
          y={1}
          fontSize="2.6"
          textAnchor="middle"
          fill={INK}
        >
          {text}
        </text>
      ))}
      <g transform={svgMatrix(labelToPart(kind, mirroredBy))}>
        <path d={svgPath(plan.arrow)} fill={INK} />
        {plan.lines.map((line) => (
          <rect
            key={line.y}
            x={line.x}
            y={line.y + 1.5}
            width={Math.min(line.width, 38)}
            height="2"
            fill="var(--color-paint-outline)"
          />
        ))}
        {plan.code && (
          <path
            d={`M${plan.code.x} ${plan.code.y}h3v3h-3zm${plan.code.width - 3} 0h3v3h-3zm${3 - plan.code.width} ${plan.code.height - 3}h3v3h-3z`}
            fill={INK}
          />
        )}
      </g>
    </g>
  );
}

/** A pin, drawn upright at the middle of its part. */
const Pin = ({ kind, turn }: { kind: PartKind; turn: number }) => (
  <g transform={`translate(${kind.width / 2} ${kind.height / 2}) rotate(${-turn})`}>
    <circle r="6.5" fill="var(--color-white)" stroke={INK} strokeWidth="1" />
    <path d="M-2.6 -3.4h5.2l-1 3.4h1.6v1.4h-6.4v-1.4h1.6zM-0.5 1.4h1v3.6l-0.5 1-0.5-1z" fill={INK} />
  </g>
);

interface PartProps extends Omit<SheetDrawingProps, 'sheet' | 'margins' | 'unit' | 'label' | 'lying'> {
  placed: Placed;
  /** A second drawing of a part, which is not to be found by the pointer. */
  ghost?: boolean;
}

/** One part as it lies: dull as it comes out of the printer; what is chosen, pinned or in the way says so by line and sign. */
function PartDrawing({
  placed,
  ghost = false,
  tray,
  sideOf,
  printer,
  gap,
  chosen,
  pinned = [],
  clashing = [],
}: PartProps) {
  const kind = kindOf(tray, placed);
  const part = tray.parts[placed.part] ?? { job: 0, piece: 0 };
  const wrong = clashing.includes(placed.part);
  const picked = chosen === placed.part;
  return (
    <g transform={svgMatrix(partToSheet(placed))} data-part={ghost ? undefined : placed.part} className="cursor-move">
      <path d={svgPath(kind.outline)} fill="var(--color-white)" />
      {kind.faces.map((face, i) => (
        <FacePicture key={i} face={face} side={sideOf(face, part)} />
      ))}
      <path
        d={svgPath(kind.outline)}
        fill={wrong ? 'var(--color-magenta)' : picked ? 'var(--color-cyan)' : 'transparent'}
        fillOpacity={wrong ? 0.22 : 0.14}
        stroke={wrong ? 'var(--color-magenta)' : picked ? 'var(--color-cyan)' : INK}
        strokeOpacity={wrong || picked ? 1 : 0.35}
        strokeWidth={wrong || picked ? 2.4 : 0.7}
        strokeDasharray={wrong ? '6 4' : undefined}
        vectorEffect="non-scaling-stroke"
      />
      <Marks kind={kind} gap={gap} mirroredBy={printer.mirroredBy} />
      {pinned.includes(placed.part) && <Pin kind={kind} turn={placed.turn} />}
      {wrong && (
        <HaloText
          x={kind.width / 2}
          y={kind.height / 2}
          size={Math.min(12, kind.width / 7)}
          fill="var(--color-magenta-deep)"
        >
          overlaps
        </HaloText>
      )}
    </g>
  );
}

/** One sheet at scale as it will come out of the printer: parts with their marks, labels and margins. */
export function SheetDrawing({ sheet, margins, unit, label, lying, ...parts }: SheetDrawingProps) {
  const [across, down] = lying ? [sheet.height, sheet.width] : [sheet.width, sheet.height];
  const span = Math.max(across, down);
  const size = span * 0.036;
  const inside = {
    x: margins.left,
    y: margins.top,
    width: sheet.width - margins.left - margins.right,
    height: sheet.height - margins.top - margins.bottom,
  };
  // The chosen part is drawn once more above the others: moving its own drawing would end the drag that holds it.
  const above = sheet.placed.find(({ part }) => part === parts.chosen);
  return (
    <svg
      viewBox={`${-size * 1.1} ${-size * 1.1} ${across + size * 1.5} ${down + size * 1.5}`}
      className="h-full max-h-full w-full touch-none select-none"
      role="img"
      aria-label={label}
    >
      <g data-sheet transform={lying ? `matrix(0 -1 1 0 0 ${sheet.width})` : undefined}>
        <rect x={size * 0.08} y={size * 0.08} width={sheet.width} height={sheet.height} fill={INK} fillOpacity="0.18" />
        <rect
          width={sheet.width}
          height={sheet.height}
          fill="var(--color-white)"
          stroke={INK}
          strokeWidth="1.5"
          vectorEffect="non-scaling-stroke"
        />
        <path
          d={`M0 0H${sheet.width}V${sheet.height}H0ZM${inside.x} ${inside.y}v${inside.height}h${inside.width}v${-inside.height}Z`}
          fill="var(--color-wash)"
        />
        {sheet.placed.map((placed) => (
          <PartDrawing key={placed.part} placed={placed} {...parts} />
        ))}
        {above && (
          <g className="pointer-events-none" aria-hidden>
            <PartDrawing placed={above} {...parts} ghost />
          </g>
        )}
        <rect {...footLine(sheet.foot)} fill="var(--color-paint-outline)" />
      </g>
      <Ruler length={across} span={span} unit={unit} upright={false} size={size} />
      <Ruler length={down} span={span} unit={unit} upright size={size} />
    </svg>
  );
}
