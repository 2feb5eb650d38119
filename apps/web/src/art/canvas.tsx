import { useRef } from 'react';
import { coverageOf, pixelToTemplate } from '@kanga/core/art';
import { chain, rotation, svgMatrix, svgPath, translation } from '@kanga/core/geometry';
import { pictureUrl } from '../data/index.js';
import { TemplateDrawing, templateView } from '../draw/index.js';
import { useJob } from '../job/index.js';
import { usePlacing } from './use-placing.js';

type Missing = ReturnType<typeof coverageOf>['missing'];

/** The bare places, drawn loud. */
function Bare({ missing }: { missing: Missing }) {
  return (
    <g fill="#C4126E" aria-hidden>
      {missing.map((strip, i) => (
        <rect key={i} {...strip} fillOpacity="0.85" />
      ))}
    </g>
  );
}

/** The picture on its template: dragged by mouse or touch, scaled by its corners, turned by its handle, nudged by keys. */
export function ArtCanvas() {
  const { view, print, locked } = useJob();
  const { template, blank, art, placement, artCheck } = view;
  const svg = useRef<SVGSVGElement>(null);
  const { bind, onKeyDown, height } = usePlacing(svg);
  if (!template || !blank || !art || !placement || !artCheck) return null;
  const { unit } = templateView(template, blank);
  const image = (props: React.SVGProps<SVGImageElement>) => (
    <image
      href={pictureUrl(art.id, 'preview')}
      width={art.facts.width}
      height={art.facts.height}
      preserveAspectRatio="none"
      transform={svgMatrix(pixelToTemplate(placement, art.facts))}
      {...props}
    />
  );
  const frame = svgMatrix(chain(rotation(placement.rotation), translation(placement.x, placement.y)));
  const [w, h] = [placement.width / 2, height / 2];
  const knob = unit * 2;
  const stem = unit * 7;
  return (
    <div {...bind()} className="absolute inset-0 touch-none">
      <TemplateDrawing
        svgRef={svg}
        template={template}
        blank={blank}
        print={print}
        fill={false}
        label={`${art.name} on the template of ${blank.name}`}
        over={
          <g
            transform={frame}
            tabIndex={locked ? -1 : 0}
            role="application"
            aria-label="The picture. Arrow keys move it 1 mm, with Shift 10; plus and minus scale it; square brackets turn it."
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
              stroke="#17151F"
              strokeWidth="1.5"
              vectorEffect="non-scaling-stroke"
            />
            {!locked && (
              <>
                <path d={`M0 ${-h}v${-stem}`} stroke="#17151F" strokeWidth="1.5" vectorEffect="non-scaling-stroke" />
                <g data-grip="turn" className="cursor-grab">
                  <circle cy={-h - stem} r={knob * 1.9} fill="transparent" />
                  <circle
                    cy={-h - stem}
                    r={knob}
                    fill="#F2B705"
                    stroke="#17151F"
                    strokeWidth="1.5"
                    vectorEffect="non-scaling-stroke"
                  />
                </g>
                {[
                  [-w, -h],
                  [w, -h],
                  [w, h],
                  [-w, h],
                ].map(([x, y], i) => (
                  <g key={i} data-grip="scale" className={i % 2 ? 'cursor-nesw-resize' : 'cursor-nwse-resize'}>
                    <circle cx={x} cy={y} r={knob * 1.9} fill="transparent" />
                    <rect
                      x={(x ?? 0) - knob * 0.85}
                      y={(y ?? 0) - knob * 0.85}
                      width={knob * 1.7}
                      height={knob * 1.7}
                      fill="#fff"
                      stroke="#17151F"
                      strokeWidth="1.5"
                      vectorEffect="non-scaling-stroke"
                    />
                  </g>
                ))}
              </>
            )}
          </g>
        }
      >
        <defs>
          <clipPath id="bleed-clip">
            <path d={svgPath(template.bleedPolygon)} />
          </clipPath>
        </defs>
        {image({ opacity: 0.22 })}
        <path d={svgPath(template.bleedPolygon)} fill={blank.baseColour} />
        <g clipPath="url(#bleed-clip)">{image({})}</g>
        {template.bleed > 0 && <Bare missing={artCheck.coverage.missing} />}
      </TemplateDrawing>
    </div>
  );
}
