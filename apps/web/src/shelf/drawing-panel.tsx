import { useState } from 'react';
import { DRAWING_UNITS, DrawingProblem, readDxf, readSvg, type Drawing } from '@kanga/core/drawing';
import { atOrigin, boundsOf, svgPath, type Polygon } from '@kanga/core/geometry';
import { usePrint } from '../data/index.js';
import { Button, Choice, FileField } from '../ui/index.js';

/** A print area of less than this in its longer side is more likely inches than millimetres. */
const SUSPICIOUSLY_SMALL = 25;

/** An outline from an SVG or DXF file; asks for the unit where the file does not say. */
export function DrawingPanel({ onOutline }: { onOutline: (points: Polygon) => void }) {
  const print = usePrint();
  const [drawing, setDrawing] = useState<Drawing | null>(null);
  const [mm, setMm] = useState(1);
  const [index, setIndex] = useState(0);
  const [fault, setFault] = useState<DrawingProblem | null>(null);
  const take = async (file: File) => {
    setFault(null);
    setDrawing(null);
    try {
      const text = await file.text();
      const read = /\.dxf$/i.test(file.name) || /^\s*0\s*\r?\n\s*SECTION/.test(text) ? readDxf(text) : readSvg(text);
      setDrawing(read);
      setMm(read.mmPerUnit ?? 1);
      setIndex(0);
    } catch (error) {
      if (error instanceof DrawingProblem) setFault(error);
      else throw error;
    }
  };
  const outline = drawing?.outlines[index];
  const box = outline && boundsOf(outline);
  const size = box && { width: box.width * mm, height: box.height * mm };
  const small = size && drawing.mmPerUnit !== null && Math.max(size.width, size.height) < SUSPICIOUSLY_SMALL;
  return (
    <div className="space-y-3">
      <FileField
        title={<span className="font-semibold">An SVG or DXF file</span>}
        label="Choose an SVG or DXF file"
        accept=".svg,.dxf,image/svg+xml"
        onFile={(file) => {
          void take(file);
        }}
      />
      {fault && (
        <div role="alert" className="border-l-4 border-magenta bg-wash px-3 py-2">
          <b>{fault.message}.</b> {fault.remedy}
        </div>
      )}
      {drawing && outline && size && box && (
        <>
          {(drawing.mmPerUnit === null || small) && (
            <Choice
              label={
                small ? 'That is very small. What is one unit of it?' : 'The file does not say: what is one unit of it?'
              }
              value={String(mm)}
              options={DRAWING_UNITS.map((unit) => ({ value: String(unit.mm), label: unit.name }))}
              onChange={(value) => {
                setMm(Number(value));
              }}
            />
          )}
          {drawing.outlines.length > 1 && (
            <Choice
              label="Which outline?"
              value={String(index)}
              options={drawing.outlines
                .slice(0, 8)
                .map((_, i) => ({ value: String(i), label: i === 0 ? 'the largest' : `no. ${i + 1}` }))}
              onChange={(value) => {
                setIndex(Number(value));
              }}
            />
          )}
          {drawing.open > 0 && <p className="text-[14px] text-soft">{drawing.open} open lines in it are left out.</p>}
          <div className="space-y-2 border-l-4 border-green bg-wash px-3 py-2">
            <svg viewBox={`${box.x} ${box.y} ${box.width} ${box.height}`} className="h-24 w-full" aria-hidden>
              <path
                d={svgPath(outline)}
                fill="var(--color-cyan-dull)"
                stroke="var(--color-key)"
                strokeWidth="1.5"
                vectorEffect="non-scaling-stroke"
              />
            </svg>
            <p className="figures text-xl">{print.size(size.width, size.height)}</p>
            <Button
              tone="strong"
              onClick={() => {
                onOutline(atOrigin(outline.map((p) => ({ x: p.x * mm, y: p.y * mm }))));
              }}
            >
              Use this outline
            </Button>
          </div>
        </>
      )}
    </div>
  );
}
