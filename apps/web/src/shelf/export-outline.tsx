import { makeTemplate, proposeBleed, type BlankDescription, type Side } from '@kanga/core/blank';
import { writeDxf, writeSvg } from '@kanga/core/drawing';
import { polygonOf } from '@kanga/core/geometry';
import { handOver } from '../data/index.js';
import { Button } from '../ui/index.js';

/** The lines of a side as a file for cutting or drawing has them, each by its name. */
function linesOf(blank: BlankDescription, { outline, keepOuts }: Side): Parameters<typeof writeSvg>[0] {
  const template = makeTemplate(outline, proposeBleed(blank).value, blank.safe);
  return [
    { name: 'cut', outline: template.bleedPolygon },
    { name: 'print area', outline: polygonOf(template.outline) },
    { name: 'safe', outline: template.safePolygon },
    ...keepOuts.map((keepOut, i) => ({ name: `${keepOut.kind} ${i + 1}`, outline: keepOut.area })),
  ];
}

/** A side as SVG or DXF. */
export function ExportOutline({ blank, side }: { blank: BlankDescription; side: Side }) {
  const name = (blank.name || 'template').toLowerCase().replace(/[^a-z0-9]+/g, '-');
  return (
    <div className="flex flex-wrap items-center gap-1.5 border-t border-rule pt-2">
      <span className="text-[15px] font-semibold">Export</span>
      <Button
        onClick={() => {
          handOver(`${name}.svg`, new Blob([writeSvg(linesOf(blank, side))], { type: 'image/svg+xml' }));
        }}
      >
        SVG
      </Button>
      <Button
        onClick={() => {
          handOver(`${name}.dxf`, new Blob([writeDxf(linesOf(blank, side))], { type: 'application/dxf' }));
        }}
      >
        DXF
      </Button>
    </div>
  );
}
