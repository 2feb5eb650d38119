import { useState } from 'react';
import { openEdges, PAD_KINDS, PRESS_KINDS, STAND_IN, type Pad } from '@kanga/core/shop';
import { parseDuration, parseTemperature, formatDuration } from '@kanga/core/units';
import type { PressWords } from '@kanga/contract/shop';
import { readLength } from './numbers.js';
import { NameField } from './name-field.js';
import { usePrint } from '../data/index.js';
import { Button, Check, FormFoot, Select, TextField } from '../ui/index.js';
import type { FloorFormProps } from './printer-form.js';

const EDGES = { top: 'Back', left: 'Left', right: 'Right', bottom: 'Front' } as const;
type Edge = keyof typeof EDGES;

/** Where a controller answers. */
const ADDRESS = /^tcp:\/\/[\w.-]+:\d{1,5}$/;
/** What a press can be told to tell of itself. */
const CONTROLLERS = {
  none: 'None: by hand',
  'stand-in': 'Simulated',
  own: 'Modbus TCP',
} as const;
type Controlled = keyof typeof CONTROLLERS;

/** A pad while it is typed. */
type TypedPad = Pick<Pad, 'kind'> & { width: string; depth: string; thickness: string };

/** What is said of a press: what it is, how hot, how far it opens, what lies beside it. */
export function PressForm({ start, busy, problem, onDone, onCancel }: FloorFormProps<PressWords>) {
  const print = usePrint();
  const shown = (mm: number) => print.length(mm);
  const [name, setName] = useState(start.name);
  const [kind, setKind] = useState(start.kind);
  const [text, setText] = useState({
    width: shown(start.platen.width),
    depth: shown(start.platen.depth),
    limit: print.temperature(start.heatLimit),
    opening: start.opening === null ? '' : shown(start.opening),
    table: shown(start.table),
    warmUp: formatDuration(start.warmUp),
    recovery: formatDuration(start.recovery),
    remark: start.remark,
  });
  const [open, setOpen] = useState(start.open);
  const [controller, setController] = useState(start.controller);
  const controlled = controller === null || controller === STAND_IN || ADDRESS.test(controller);
  const [pads, setPads] = useState<TypedPad[]>(() =>
    start.pads.map((pad) => ({
      kind: pad.kind,
      width: shown(pad.width),
      depth: shown(pad.depth),
      thickness: shown(pad.thickness),
    })),
  );
  const mm = (typed: string) => readLength(typed, print.units.length);
  const seconds = (typed: string, most: number): number | null => {
    const read = parseDuration(typed);
    return read.ok && read.value >= 0 && read.value <= most ? read.value : null;
  };
  const heat = parseTemperature(text.limit, print.units.temperature);
  const limit = heat.ok && heat.value >= 150 && heat.value <= 300 ? heat.value : null;
  const [width, depth, table] = [mm(text.width), mm(text.depth), mm(text.table)];
  const opening = text.opening.trim() === '' ? null : mm(text.opening);
  const opens = text.opening.trim() === '' || (opening !== null && opening >= 1);
  const [warmUp, recovery] = [seconds(text.warmUp, 7200), seconds(text.recovery, 1800)];
  const read = pads.map((pad): Pad | null => {
    const [w, d, t] = [mm(pad.width), mm(pad.depth), mm(pad.thickness)];
    return w !== null && d !== null && t !== null && w > 10 && d > 10 && t >= 0.5
      ? { kind: pad.kind, width: w, depth: d, thickness: t }
      : null;
  });
  const sized = width !== null && depth !== null && width > 10 && depth > 10;
  const ready =
    name.trim() !== '' &&
    sized &&
    limit !== null &&
    opens &&
    table !== null &&
    warmUp !== null &&
    recovery !== null &&
    read.every((pad) => pad !== null) &&
    controlled;
  const field = (key: keyof typeof text, label: string, problemOf: string | null, placeholder?: string) => (
    <TextField
      label={label}
      measured
      value={text[key]}
      placeholder={placeholder}
      problem={problemOf ?? undefined}
      onChange={(event) => {
        setText({ ...text, [key]: event.target.value });
      }}
    />
  );
  return (
    <form
      className="grid gap-3 sm:grid-cols-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (!ready) return;
        onDone({
          name: name.trim(),
          kind,
          platen: { width, depth },
          heatLimit: limit,
          opening,
          warmUp,
          recovery,
          table,
          pads: read,
          remark: text.remark.trim(),
          open,
          check: start.check,
          controller,
        });
      }}
    >
      <NameField value={name} onChange={setName} />
      <Select
        label="Kind"
        value={kind}
        options={PRESS_KINDS.map((value) => ({ value, label: value }))}
        onChange={(next) => {
          setKind(next);
          setOpen(openEdges(next));
        }}
      />
      {field('width', kind === 'mug press' ? 'Element, round it' : 'Plate, across', sized ? null : 'A length.')}
      {field('depth', kind === 'mug press' ? 'Element, along it' : 'Plate, front to back', sized ? null : 'A length.')}
      {field(
        'limit',
        'Maximum temperature',
        limit === null ? `From ${print.temperature(150)} to ${print.temperature(300)}.` : null,
      )}
      {field('opening', 'Gap when closed', opens ? null : 'A length, or nothing.', 'not measured')}
      {field('warmUp', 'Warm-up time', warmUp === null ? 'Up to 2 hours.' : null)}
      {field('recovery', 'Recovery time', recovery === null ? 'Up to 30 minutes.' : null)}
      {field('table', 'Table beside it reaches', table === null ? 'A length; 0 for none.' : null)}
      <TextField
        label="Note"
        maxLength={300}
        value={text.remark}
        onChange={(event) => {
          setText({ ...text, remark: event.target.value });
        }}
      />
      <Select
        label="Controller"
        value={(controller === null ? 'none' : controller === STAND_IN ? 'stand-in' : 'own') as Controlled}
        options={(Object.keys(CONTROLLERS) as Controlled[]).map((value) => ({ value, label: CONTROLLERS[value] }))}
        onChange={(next) => {
          setController({ none: null, 'stand-in': STAND_IN, own: 'tcp://' }[next]);
        }}
      />
      {controller !== null && controller !== STAND_IN && (
        <TextField
          label="Address, Modbus TCP"
          value={controller}
          placeholder="tcp://192.168.0.20:502"
          problem={controlled ? undefined : 'Like tcp://192.168.0.20:502.'}
          onChange={(event) => {
            setController(event.target.value.trim());
          }}
        />
      )}
      <fieldset className="sm:col-span-2">
        <legend className="font-semibold">Edges that a blank may hang over</legend>
        <div className="flex flex-wrap gap-x-5">
          {(Object.keys(EDGES) as Edge[]).map((edge) => (
            <Check
              key={edge}
              label={EDGES[edge]}
              checked={open[edge]}
              onChange={(checked) => {
                setOpen({ ...open, [edge]: checked });
              }}
            />
          ))}
        </div>
      </fieldset>
      <fieldset className="space-y-2 sm:col-span-2">
        <legend className="font-semibold">Pads at hand</legend>
        {pads.map((pad, i) => (
          <div key={i} className="grid grid-cols-[1fr_1fr_1fr_1fr_auto] items-end gap-2">
            <Select
              label="Of"
              value={pad.kind}
              options={PAD_KINDS.map((value) => ({ value, label: value }))}
              onChange={(next) => {
                setPads(pads.map((one, at) => (at === i ? { ...one, kind: next } : one)));
              }}
            />
            {(['width', 'depth', 'thickness'] as const).map((key) => (
              <TextField
                key={key}
                label={{ width: 'Across', depth: 'Along', thickness: 'Thick' }[key]}
                measured
                value={pad[key]}
                onChange={(event) => {
                  setPads(pads.map((one, at) => (at === i ? { ...one, [key]: event.target.value } : one)));
                }}
              />
            ))}
            <Button
              aria-label={`Remove pad ${i + 1}`}
              onClick={() => {
                setPads(pads.filter((_, at) => at !== i));
              }}
            >
              ×
            </Button>
          </div>
        ))}
        {read.some((pad) => pad === null) && (
          <p role="alert" className="font-semibold text-magenta">
            A pad needs three lengths: {shown(300)}, {shown(300)}, {shown(10)}, say.
          </p>
        )}
        <Button
          onClick={() => {
            setPads([...pads, { kind: 'foam', width: shown(300), depth: shown(300), thickness: shown(10) }]);
          }}
        >
          Add a pad
        </Button>
      </fieldset>
      <div className="sm:col-span-2">
        <FormFoot problem={problem} onCancel={onCancel} label="Save" disabled={busy || !ready} />
      </div>
    </form>
  );
}
