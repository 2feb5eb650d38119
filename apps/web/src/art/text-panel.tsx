import { DESIGN_LIMITS, type DrawnText, type TextItem } from '@kanga/core/art';
import { fieldsIn, FONTS, FONT_IDS } from '@kanga/core/text';
import { parseLength } from '@kanga/core/units';
import { useJob } from '../job/index.js';
import { Choice, ParsedField, TextField } from '../ui/index.js';
import { SpotFields } from './spot-fields.js';
import { placed, spotOf, type Designing } from './use-design.js';

/** The chosen line of text: what it says, its font, its size, and how far it may shrink. */
export function TextPanel({
  item,
  drawn,
  designing,
}: {
  item: TextItem;
  drawn: DrawnText | null;
  designing: Designing;
}) {
  const { print, view } = useJob();
  const { put } = designing;
  const { least, most } = DESIGN_LIMITS.size;
  const length = (text: string) => parseLength(text, print.units.length);
  const sized = (mm: number) =>
    mm >= least && mm <= most ? null : `From ${print.length(least)} to ${print.length(most)}.`;
  const fields = fieldsIn(item.text);
  return (
    <div className="space-y-2 border-t border-rule py-2">
      <TextField
        label="Text"
        value={item.text}
        maxLength={DESIGN_LIMITS.text}
        dir="auto"
        hint={
          fields.length > 0
            ? view.job.run
              ? `Filled from the run: ${fields.join(', ')}`
              : 'Fields in braces are filled by a run of names.'
            : 'Write {name} to fill it from a run of names.'
        }
        onChange={(event) => {
          put({ ...item, text: event.target.value }, true);
        }}
      />
      <Choice
        label="Font"
        value={item.font}
        options={FONT_IDS.map((value) => ({ value, label: FONTS[value].character }))}
        onChange={(font) => {
          put({ ...item, font });
        }}
      />
      <div className="grid grid-cols-2 gap-2">
        <ParsedField
          label="Capitals"
          shown={print.length(item.size)}
          parse={length}
          limits={sized}
          onValue={(size) => {
            put({ ...item, size, leastSize: Math.min(item.leastSize, size) });
          }}
        />
        <label className="block text-[15px] font-semibold">
          Colour
          <input
            type="color"
            className="block h-10 w-full rounded-sm border-[1.5px] border-key/50 bg-white p-1"
            value={item.colour}
            onChange={(event) => {
              put({ ...item, colour: event.target.value }, true);
            }}
          />
        </label>
        <ParsedField<number | null>
          label="Fits in"
          shown={item.maxWidth === null ? '' : print.length(item.maxWidth)}
          placeholder="any width"
          parse={(text) => (text.trim() === '' ? { ok: true, value: null } : length(text))}
          limits={(mm) =>
            mm === null || (mm >= 1 && mm <= 3000) ? null : `From ${print.length(1)} to ${print.length(3000)}.`
          }
          onValue={(maxWidth) => {
            put({ ...item, maxWidth });
          }}
        />
        <ParsedField
          label="Shrinks to"
          shown={print.length(item.leastSize)}
          parse={length}
          limits={(mm) => sized(mm) ?? (mm <= item.size ? null : `No more than its size, ${print.length(item.size)}.`)}
          onValue={(leastSize) => {
            put({ ...item, leastSize });
          }}
        />
        {drawn && (
          <SpotFields
            spot={spotOf(drawn)}
            onSpot={(spot) => {
              put(placed(item, spot));
            }}
          />
        )}
      </div>
      {drawn?.line.shrunk && (
        <p className="text-[14px] text-soft">Here it is set {print.length(drawn.line.size)} high, to fit its width.</p>
      )}
    </div>
  );
}
