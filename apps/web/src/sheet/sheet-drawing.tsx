import type { ComposedSide } from '@kanga/core/art';
import { svgMatrix, svgPath } from '@kanga/core/geometry';
import { cutMarks, templateToSheet, type Placed, type Sheet } from '@kanga/core/sheet';
import type { Margins, Printer } from '@kanga/core/shop';
import { MM_PER_INCH, type LengthUnit } from '@kanga/core/units';
import { DrawnItems } from '../draw/index.js';

/** Steps between the figures of a ruler, in shop units: as many as have room. */
const FIGURES = { in: [1, 2, 5, 10, 20], mm: [50, 100, 200, 500] };
const MOST_FIGURES = 13;

interface RulerProps {
  length: number;
  /** The longer edge of the sheet: both of its rulers have the same figures. */
  span: number;
  unit: LengthUnit;
  upright: boolean;
  size: number;
}

/** A ruler along an edge, in shop units. */
function Ruler({ length, span, unit, upright, size }: RulerProps) {
  const mm = unit === 'in' ? MM_PER_INCH : 1;
  const every = FIGURES[unit].find((step) => span / (step * mm) <= MOST_FIGURES) ?? 500;
  const tick = (every * mm) / (unit === 'in' && every === 1 ? 4 : 5);
  const at = (n: number, step: number) => (upright ? `translate(0 ${n * step})` : `translate(${n * step} 0)`);
  const range = (step: number) => Array.from({ length: Math.floor(length / step + 1e-9) + 1 }, (_, i) => i);
  return (
    <g aria-hidden>
      <g stroke="#17151F" strokeWidth="1">
        {range(tick).map((i) => (
          <path
            key={i}
            transform={at(i, tick)}
            d={upright ? `M0 0h${-size * 0.22}` : `M0 0v${-size * 0.22}`}
            vectorEffect="non-scaling-stroke"
          />
        ))}
      </g>
      <g fill="#54525F" textAnchor="middle" fontSize={size * 0.62}>
        {range(every * mm).map((i) => (
          <text
            key={i}
            transform={`${at(i, every * mm)} ${upright ? `translate(${-size * 0.45} 0) rotate(-90)` : `translate(0 ${-size * 0.45})`}`}
          >
            {i * every}
          </text>
        ))}
      </g>
    </g>
  );
}

export interface SheetDrawingProps {
  sheet: Sheet;
  margins: Margins;
  /** What is on a transfer: its side, as it is drawn for its piece. */
  sideOf: (index: number) => ComposedSide | undefined;
  printer: Printer;
  gap: number;
  unit: LengthUnit;
  label: string;
}

/** One transfer, dull as it comes out of the printer. */
function Transfer({
  placed,
  side,
  mirroredBy,
}: {
  placed: Placed;
  side: ComposedSide | undefined;
  mirroredBy: Printer['mirroredBy'];
}) {
  if (!side) return null;
  const { template, drawn } = side;
  return (
    <g transform={svgMatrix(templateToSheet(placed, template.bleedBox, mirroredBy))}>
      <g className="saturate-50" opacity="0.82">
        <DrawnItems drawn={drawn} template={template} size="thumb" />
      </g>
      <path
        d={svgPath(template.bleedPolygon)}
        fill="none"
        stroke="#17151F"
        strokeOpacity="0.35"
        strokeWidth="0.7"
        vectorEffect="non-scaling-stroke"
      />
    </g>
  );
}

/** One sheet at scale as it will come out of the printer: pieces mirrored, cut marks, labels and margins. */
export function SheetDrawing({ sheet, margins, sideOf, printer, gap, unit, label }: SheetDrawingProps) {
  // A long piece of a roll lies on its side, so that it fills the field.
  const lying = sheet.height > sheet.width * 1.5;
  const [across, down] = lying ? [sheet.height, sheet.width] : [sheet.width, sheet.height];
  const span = Math.max(across, down);
  const size = span * 0.036;
  const inside = {
    x: margins.left,
    y: margins.top,
    width: sheet.width - margins.left - margins.right,
    height: sheet.height - margins.top - margins.bottom,
  };
  return (
    <svg
      viewBox={`${-size * 1.1} ${-size * 1.1} ${across + size * 1.5} ${down + size * 1.5}`}
      className="h-full max-h-full w-full"
      role="img"
      aria-label={label}
    >
      <g transform={lying ? `matrix(0 -1 1 0 0 ${sheet.width})` : undefined}>
        <rect
          x={size * 0.08}
          y={size * 0.08}
          width={sheet.width}
          height={sheet.height}
          fill="#17151F"
          fillOpacity="0.18"
        />
        <rect
          width={sheet.width}
          height={sheet.height}
          fill="#fff"
          stroke="#17151F"
          strokeWidth="1.5"
          vectorEffect="non-scaling-stroke"
        />
        <path
          d={`M0 0H${sheet.width}V${sheet.height}H0ZM${inside.x} ${inside.y}v${inside.height}h${inside.width}v${-inside.height}Z`}
          fill="#ECEEF3"
        />
        {sheet.placed.map((placed) => (
          <g key={placed.index}>
            <Transfer placed={placed} side={sideOf(placed.index)} mirroredBy={printer.mirroredBy} />
            <path
              d={cutMarks(placed.box, gap)
                .map((m) => `M${m.x1} ${m.y1}L${m.x2} ${m.y2}`)
                .join('')}
              stroke="#17151F"
              strokeWidth="0.9"
              vectorEffect="non-scaling-stroke"
              fill="none"
            />
            <rect
              x={placed.label.x}
              y={placed.label.y + 1.4}
              width={Math.min(placed.label.width, 42)}
              height="2"
              fill="#8b8a98"
            />
          </g>
        ))}
        <rect
          x={sheet.foot.x}
          y={sheet.foot.y + 3}
          width={Math.min(70, sheet.foot.width)}
          height="2.4"
          fill="#8b8a98"
        />
      </g>
      <Ruler length={across} span={span} unit={unit} upright={false} size={size} />
      <Ruler length={down} span={span} unit={unit} upright size={size} />
    </svg>
  );
}
