import { useState } from 'react';
import { PRINT_AREA_LIMITS, SHAPE_NAMES, shapeOutline, SHAPES, type Shape, type ShapeName } from '@kanga/core/blank';
import { sizeOf } from '@kanga/core/geometry';
import { parseLength } from '@kanga/core/units';
import { usePrint } from '../data/index.js';
import { Choice, ParsedField } from '../ui/index.js';
import type { Draft } from './use-draft.js';

/** A measured shape: one figure after the other, in any way of writing lengths. */
export function ShapePanel({ draft }: { draft: Draft }) {
  const print = usePrint();
  const outline = draft.shown?.outline;
  const size = outline ? sizeOf(outline) : { width: 0, height: 0 };
  const [name, setName] = useState<ShapeName>(outline?.kind === 'ellipse' ? 'ellipse' : 'rectangle');
  const [measures, setMeasures] = useState<Record<string, number>>({
    ...size,
    ...(outline?.kind === 'rectangle' ? { radius: outline.radius } : {}),
  });
  const shape: Shape = SHAPES[name];
  const put = (next: ShapeName, values: Record<string, number>) => {
    setName(next);
    setMeasures(values);
    draft.setOutline(shapeOutline(next, values));
  };
  const { least, most } = PRINT_AREA_LIMITS;
  const shown: Record<string, number> = {};
  for (const measure of shape.measures) shown[measure.key] = measures[measure.key] ?? measure.usual(shown);
  return (
    <div className="space-y-2">
      <Choice
        label="Shape"
        value={name}
        options={SHAPE_NAMES.map((value) => ({ value, label: SHAPES[value].name }))}
        onChange={(next) => {
          put(next, measures);
        }}
      />
      <div className="grid grid-cols-2 gap-2">
        {shape.measures.map((measure) => (
          <ParsedField
            key={`${name} ${measure.key}`}
            label={`${measure.label}${measure.key === 'radius' ? '' : ' of the print area'}`}
            shown={print.length(shown[measure.key] ?? 0)}
            parse={(text) => parseLength(text, print.units.length)}
            limits={(mm) =>
              (measure.mayBeZero && mm === 0) || (mm >= (measure.mayBeZero ? 0.1 : least) && mm <= most)
                ? null
                : `A print area is from ${print.length(least)} to ${print.length(most)}; this reads as ${print.length(mm)}.`
            }
            onValue={(mm) => {
              put(name, { ...measures, [measure.key]: mm });
            }}
          />
        ))}
      </div>
      <p className="text-[14px] text-soft">
        Measure the part that can be printed, not the whole thing. 7 1/2 in, 4.25&quot;, 190mm and 19 cm all read.
      </p>
    </div>
  );
}
