import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { EMPTY_BLANK, FAMILIES, PRINT_AREA_LIMITS, type Blank, type Family } from '@kanga/core/blank';
import type { Outline } from '@kanga/core/geometry';
import { parseLength } from '@kanga/core/units';
import type { NewBlank } from '@kanga/contract/blank';
import { api, blanksQuery, problemFrom, queryClient, usePrint } from '../data/index.js';
import { Choice, Dialog, FormFoot, ParsedField, TextField } from '../ui/index.js';

const FAMILY_NAMES: Record<Family, string> = {
  tee: 'Apparel',
  sock: 'Sock',
  cushion: 'Cushion',
  mask: 'Mask',
  bag: 'Bag',
  neoprene: 'Neoprene',
  performance: 'Performance',
  sequin: 'Sequin',
  mat: 'Mat',
  'mouse pad': 'Mouse pad',
  'faux leather': 'Faux leather',
  burlap: 'Burlap look',
  'ceramic coaster': 'Ceramic coaster',
  mug: 'Mug',
  tumbler: 'Tumbler',
  metal: 'Metal',
  tile: 'Tile',
};
const COLOURS = [
  { value: '#ffffff', label: 'White' },
  { value: '#e6e6e2', label: 'Light grey' },
  { value: '#cdb892', label: 'Natural' },
  { value: '#f2d94e', label: 'Coloured' },
  { value: '#1b1b20', label: 'Dark' },
] as const;

interface Draft {
  name: string;
  family: Family;
  shape: 'rectangle' | 'ellipse';
  width: number | null;
  height: number | null;
  style: Blank['style'];
  polyester: string;
  baseColour: (typeof COLOURS)[number]['value'];
  layers: '1' | '2';
}

const EMPTY: Draft = {
  name: '',
  family: 'cushion',
  shape: 'rectangle',
  width: null,
  height: null,
  style: 'edge to edge',
  polyester: '100',
  baseColour: '#ffffff',
  layers: '2',
};

function blankOf(draft: Draft, width: number, height: number): NewBlank {
  const polyester = Number(draft.polyester);
  const thickness = draft.family === 'neoprene' ? 3 : 0.6;
  const outline: Outline =
    draft.shape === 'ellipse' ? { kind: 'ellipse', width, height } : { kind: 'rectangle', width, height, radius: 0 };
  const names = draft.family === 'sock' ? ['left face', 'right face'] : ['front'];
  return {
    ...EMPTY_BLANK,
    name: draft.name.trim(),
    family: draft.family,
    fibre: { polyester, cotton: 100 - polyester, elastane: 0, other: 0 },
    baseColour: draft.baseColour,
    layers: draft.layers === '2' ? [thickness, thickness] : [thickness],
    sides: names.map((name) => ({ name, outline, keepOuts: [] })),
    style: draft.style,
    jig: draft.family === 'sock' ? 'Sock leg' : null,
  };
}

/** One's own blank by its measured print area, in any of the usual ways of writing lengths. */
export function OwnBlank({ onMade, locked }: { onMade: (blank: Blank) => void; locked: boolean }) {
  const print = usePrint();
  const [open, setOpen] = useState(false);
  const [draft, setDraft] = useState(EMPTY);
  const set = (change: Partial<Draft>) => {
    setDraft({ ...draft, ...change });
  };
  const make = useMutation({
    mutationFn: (json: NewBlank) => api<Blank>('blanks', { method: 'POST', json }),
    onSuccess: async (blank) => {
      await queryClient.invalidateQueries(blanksQuery);
      onMade(blank);
      setOpen(false);
      setDraft(EMPTY);
    },
  });
  const share = Number(draft.polyester);
  const wrongShare =
    draft.polyester.trim() !== '' && share >= 0 && share <= 100 ? undefined : 'Write a share from 0 to 100 %.';
  const { least, most } = PRINT_AREA_LIMITS;
  const limits = (mm: number) =>
    mm >= least && mm <= most
      ? null
      : `A print area is from ${print.length(least)} to ${print.length(most)}; this reads as ${print.length(mm)}.`;
  const length = (label: string, key: 'width' | 'height') => (
    <ParsedField
      label={label}
      shown={draft[key] === null ? '' : print.length(draft[key])}
      parse={(text) => parseLength(text, print.units.length)}
      limits={limits}
      placeholder={print.units.length === 'in' ? '7 1/2 in' : '190 mm'}
      onValue={(mm) => {
        set({ [key]: mm });
      }}
    />
  );
  const { width, height } = draft;
  const ready = draft.name.trim() !== '' && width !== null && height !== null && !wrongShare;
  return (
    <Dialog
      title="Your own blank"
      open={open}
      onOpenChange={setOpen}
      trigger={
        <button
          type="button"
          disabled={locked}
          className="flex w-[104px] flex-none flex-col items-center justify-center gap-1 rounded-sm border-2 border-dashed border-key/50 bg-white p-1.5 text-[14px] leading-tight hover:bg-wash disabled:opacity-60"
        >
          <svg viewBox="0 0 40 24" className="h-8" aria-hidden>
            <rect x="1" y="5" width="38" height="14" fill="#F2B705" stroke="#17151F" strokeWidth="1.5" />
            <path d="M7 5v6M13 5v9M19 5v6M25 5v9M31 5v6" stroke="#17151F" strokeWidth="1.5" />
          </svg>
          Measure your own
        </button>
      }
    >
      <form
        className="grid gap-3 sm:grid-cols-2"
        onSubmit={(event) => {
          event.preventDefault();
          if (ready) make.mutate(blankOf(draft, width, height));
        }}
      >
        <div className="sm:col-span-2">
          <TextField
            label="What is it?"
            placeholder="Square cushion, 30 cm"
            maxLength={120}
            value={draft.name}
            onChange={(e) => {
              set({ name: e.target.value });
            }}
          />
        </div>
        {length('Width of the print area', 'width')}
        {length('Height of the print area', 'height')}
        <p className="text-[14px] text-soft sm:col-span-2">
          Measure the part that can be printed, not the whole thing. 7 1/2 in, 4.25", 190mm and 19 cm all read.
        </p>
        <div className="sm:col-span-2">
          <Choice
            label="Pressed like"
            value={draft.family}
            options={FAMILIES.map((value) => ({ value, label: FAMILY_NAMES[value] }))}
            onChange={(family) => {
              set({ family });
            }}
          />
        </div>
        <Choice
          label="Shape"
          value={draft.shape}
          options={[
            { value: 'rectangle', label: 'Rectangle' },
            { value: 'ellipse', label: 'Round' },
          ]}
          onChange={(shape) => {
            set({ shape });
          }}
        />
        <Choice
          label="The print"
          value={draft.style}
          options={[
            { value: 'edge to edge', label: 'Over the edge' },
            { value: 'spot', label: 'Inside' },
          ]}
          onChange={(style) => {
            set({ style });
          }}
        />
        <TextField
          label="Polyester, %"
          inputMode="decimal"
          value={draft.polyester}
          problem={wrongShare}
          onChange={(e) => {
            set({ polyester: e.target.value });
          }}
        />
        <Choice
          label="Layers in the press"
          value={draft.layers}
          options={[
            { value: '1', label: 'One' },
            { value: '2', label: 'Two' },
          ]}
          onChange={(layers) => {
            set({ layers });
          }}
        />
        <div className="sm:col-span-2">
          <Choice
            label="Colour of the cloth"
            value={draft.baseColour}
            options={COLOURS}
            onChange={(baseColour) => {
              set({ baseColour });
            }}
          />
        </div>
        <FormFoot
          problem={make.isError ? problemFrom(make.error) : null}
          onCancel={() => {
            setOpen(false);
          }}
          label="Put it on the shelf"
          disabled={!ready || make.isPending}
        />
      </form>
    </Dialog>
  );
}
