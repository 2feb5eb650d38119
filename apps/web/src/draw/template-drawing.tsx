import { memo, type ReactNode } from 'react';
import type { BlankDescription, Side, Template } from '@kanga/core/blank';
import { boundsOf, growRect, polygonOf, svgPath, unionOf, type Rect } from '@kanga/core/geometry';
import { memoised } from '@kanga/core/memo';
import type { UnitPrinter } from '@kanga/core/units';
import { silhouetteOf } from './silhouette.js';

const thin = { strokeWidth: 1.5, vectorEffect: 'non-scaling-stroke' } as const;

interface TemplateView {
  view: Rect;
  around: Rect;
  unit: number;
}

const viewOf = memoised(
  'template',
  ({ template, side }: { template: Template; side: Side | undefined }): TemplateView => {
    const areas = (side?.keepOuts ?? []).map((keepOut) => boundsOf(keepOut.area));
    const around = unionOf([template.bleedBox, ...areas]);
    const unit = Math.max(around.width, around.height) / 100;
    return { view: growRect(around, unit * 13), around, unit };
  },
);

/** What a drawing of a template has to hold: the template with its bleed, its keep-outs, and some of the goods round it. The same again for the same template. */
export const templateView = (template: Template, side: Side | undefined): TemplateView => viewOf({ template, side });

const Dimensions = memo(function Dimensions({
  template,
  around,
  print,
  unit,
}: {
  template: Template;
  around: Rect;
  print: UnitPrinter;
  unit: number;
}) {
  const { width, height } = template;
  const y = around.y + around.height + unit * 6;
  const x = around.x - unit * 5;
  const font = unit * 4;
  return (
    <g stroke="var(--color-key)" fill="var(--color-key)" {...thin} strokeWidth={1}>
      <path
        d={`M0 ${y}H${width}M0 ${y - unit * 1.4}v${unit * 2.8}M${width} ${y - unit * 1.4}v${unit * 2.8}`}
        fill="none"
        vectorEffect="non-scaling-stroke"
      />
      <path
        d={`M${x} 0V${height}M${x - unit * 1.4} 0h${unit * 2.8}M${x - unit * 1.4} ${height}h${unit * 2.8}`}
        fill="none"
        vectorEffect="non-scaling-stroke"
      />
      <g
        stroke="var(--color-white)"
        strokeWidth={unit * 1.2}
        paintOrder="stroke"
        fontSize={font}
        fontWeight="600"
        textAnchor="middle"
      >
        <text x={width / 2} y={y + font * 0.35}>
          {print.length(width)}
        </text>
        <text transform={`translate(${x + font * 0.35} ${height / 2}) rotate(-90)`}>{print.length(height)}</text>
      </g>
    </g>
  );
});

const KeepOuts = memo(function KeepOuts({ side, unit }: { side: Side | undefined; unit: number }) {
  return (
    <>
      <defs>
        <pattern
          id="hatch"
          width="7"
          height="7"
          patternUnits="userSpaceOnUse"
          patternTransform={`scale(${unit / 4}) rotate(45)`}
        >
          <rect width="7" height="7" fill="var(--color-white)" />
          <rect width="3" height="7" fill="var(--color-key)" />
        </pattern>
      </defs>
      {(side?.keepOuts ?? []).map(({ kind, area }, i) => {
        const box = boundsOf(area);
        const level = box.width >= box.height;
        const [cx, cy] = [box.x + box.width / 2, box.y + box.height / 2];
        // A small one is named beside itself, or its name would hide it.
        const small = Math.max(box.width, box.height) < unit * (kind.length * 2.2);
        const at = small
          ? `translate(${cx} ${box.y + box.height + unit * 4.4})`
          : level
            ? `translate(${cx} ${cy + unit * 1.35})`
            : `translate(${cx + unit * 1.35} ${cy}) rotate(-90)`;
        return (
          <g key={i}>
            <path d={svgPath(area)} fill="url(#hatch)" stroke="var(--color-key)" {...thin} strokeWidth={1} />
            <text
              transform={at}
              fontSize={unit * (small ? 3.2 : 4)}
              fontWeight="700"
              textAnchor="middle"
              stroke="var(--color-white)"
              strokeWidth={unit * 1.6}
              paintOrder="stroke"
              strokeLinejoin="round"
            >
              {kind}
            </text>
          </g>
        );
      })}
    </>
  );
});

/** The lines of a template: bleed dashed, print area solid, safe line dotted. */
const TemplateLines = memo(function TemplateLines({ template }: { template: Template }) {
  return (
    <g fill="none">
      {template.bleed > 0 && (
        <path d={svgPath(template.bleedPolygon)} stroke="var(--color-magenta)" strokeDasharray="7 5" {...thin} />
      )}
      <path d={svgPath(polygonOf(template.outline))} stroke="var(--color-key)" {...thin} strokeWidth={2} />
      {template.safePolygon.length > 0 && (
        <path d={svgPath(template.safePolygon)} stroke="var(--color-cyan)" strokeDasharray="2 4" {...thin} />
      )}
    </g>
  );
});

/** The template at true proportions on the goods it belongs to. `children` is drawn inside, under its lines. */
export function TemplateDrawing({
  template,
  blank,
  side = 0,
  print,
  children,
  over,
  label,
  svgRef,
  className = '',
  fill = true,
}: {
  template: Template;
  blank: BlankDescription;
  /** Which of the blank’s sides it is. */
  side?: number;
  print: UnitPrinter;
  children?: ReactNode;
  /** Drawn above the template's lines. */
  over?: ReactNode;
  label: string;
  svgRef?: React.Ref<SVGSVGElement>;
  className?: string;
  fill?: boolean;
}) {
  const { view, around, unit } = templateView(template, blank.sides[side]);
  const { path, folds } = silhouetteOf(blank, side);
  return (
    <svg
      ref={svgRef}
      viewBox={`${view.x} ${view.y} ${view.width} ${view.height}`}
      className={`absolute inset-0 h-full w-full ${className}`}
      role="img"
      aria-label={label}
    >
      <rect
        x={view.x - view.width}
        y={view.y - view.height}
        width={view.width * 3}
        height={view.height * 3}
        fill="var(--color-wash)"
      />
      <path d={path} fill={blank.baseColour} stroke="var(--color-paint-outline)" {...thin} />
      <path d={folds} fill="none" stroke="var(--color-paint-outline)" {...thin} />
      {fill && <path d={svgPath(template.bleedPolygon)} fill="var(--color-cyan-dull)" fillOpacity="0.35" />}
      {children}
      <KeepOuts side={blank.sides[side]} unit={unit} />
      <TemplateLines template={template} />
      <Dimensions template={template} around={around} print={print} unit={unit} />
      {over}
    </svg>
  );
}

/** What the three lines mean. */
export const TemplateKey = ({ template, print }: { template: Template; print: UnitPrinter }) => (
  <ul className="flex flex-wrap gap-x-5 pt-1 text-[14px] text-soft">
    {template.bleed > 0 && (
      <li>
        <span aria-hidden className="mr-1 inline-block w-6 border-t-2 border-dashed border-magenta align-middle" />
        cut, with {print.length(template.bleed)} bleed
      </li>
    )}
    <li>
      <span aria-hidden className="mr-1 inline-block w-6 border-t-2 border-key align-middle" />
      print area
    </li>
    <li>
      <span aria-hidden className="mr-1 inline-block w-6 border-t-2 border-dotted border-cyan align-middle" />
      words and faces stay inside
    </li>
  </ul>
);
