import { useState } from 'react';
import { useMutation } from '@tanstack/react-query';
import {
  AIMING,
  checkPress,
  fitHeat,
  readingGrid,
  STRIP_SIDES,
  usableZone,
  type PressCheck as Check,
} from '@kanga/core/heat';
import { isCurved, type Press } from '@kanga/core/shop';
import { parseTemperature } from '@kanga/core/units';
import type { PressWords } from '@kanga/contract/shop';
import { api, problemFrom, serverNow, usePrint } from '../data/index.js';
import { HeatPicture } from '../draw/index.js';
import { Button, Choice, Dialog, FormFoot, ProblemText, TextField } from '../ui/index.js';
import { useSaveFloor } from './floor.js';

const GRIDS = { '3 × 3': [3, 3], '4 × 4': [4, 4], '5 × 5': [5, 5] } as const;
type Grid = keyof typeof GRIDS;

/** The check, step by step: the dial, a grid of readings, four strips; and at once the picture they make. */
function CheckForm({ press, onDone, onCancel }: { press: Press; onDone: () => void; onCancel: () => void }) {
  const print = usePrint();
  const unit = print.units.temperature;
  const [by, setBy] = useState(press.check?.by ?? '');
  const [dial, setDial] = useState(print.temperature(press.check?.dial ?? 200));
  const [grid, setGrid] = useState<Grid>('3 × 3');
  const [typed, setTyped] = useState<Record<string, string>>({});
  const [strips, setStrips] = useState<Check['strips']>({ front: 'held', back: 'held', left: 'held', right: 'held' });
  const [curved, setCurved] = useState(press.check?.curved ?? isCurved(press.kind));
  const save = useSaveFloor<PressWords>('presses', press.id, onDone);
  const [across, deep] = GRIDS[grid];
  const places = readingGrid(press.platen, across, deep);
  const key = (x: number, y: number) => `${x} ${y}`;
  const dialled = parseTemperature(dial, unit);
  const readings = places.flatMap(({ x, y }) => {
    const text = typed[key(x, y)]?.trim() ?? '';
    const parsed = parseTemperature(text, unit);
    return text !== '' && parsed.ok ? [{ x, y, celsius: parsed.value }] : [];
  });
  const unread = places.filter(({ x, y }) => {
    const text = typed[key(x, y)]?.trim() ?? '';
    return text !== '' && !parseTemperature(text, unit).ok;
  });
  // The thermometer reads the next place that has no figure yet.
  const next = places.findIndex(({ x, y }) => (typed[key(x, y)]?.trim() ?? '') === '');
  const aimed = places[next];
  const read = useMutation({
    mutationFn: ({ x, y }: { x: number; y: number }) =>
      api<{ celsius: number }>('thermometer/reading', {
        method: 'POST',
        json: { across: x / press.platen.width, deep: y / press.platen.depth, dial: dialled.ok ? dialled.value : 200 },
      }),
    onSuccess: ({ celsius }, { x, y }) => {
      setTyped((before) => ({ ...before, [key(x, y)]: print.temperature(celsius) }));
    },
  });
  const check: Check = {
    at: serverNow(),
    by: by.trim(),
    dial: dialled.ok ? dialled.value : 200,
    readings,
    strips,
    curved,
  };
  const map = readings.length > 0 ? fitHeat(check, press.platen) : null;
  const zone = map ? usableZone(map, check.dial) : null;
  const findings = readings.length > 0 ? checkPress(press.name, check, map, null, print) : [];
  const ready = by.trim() !== '' && dialled.ok && readings.length > 0 && unread.length === 0;
  return (
    <form
      className="grid gap-5 md:grid-cols-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (!ready) return;
        const { id, ...words } = press;
        void id;
        save.mutate({ ...words, check });
      }}
    >
      <div className="space-y-3">
        <ol className="list-decimal pl-5 text-[15px]">
          {AIMING.map((rule) => (
            <li key={rule}>{print.text(rule)}</li>
          ))}
        </ol>
        <div className="grid grid-cols-2 gap-3">
          <TextField
            label="The dial stands at"
            measured
            value={dial}
            problem={dialled.ok ? undefined : dialled.problem}
            onChange={(event) => {
              setDial(event.target.value);
            }}
          />
          <TextField
            label="Operator"
            maxLength={80}
            value={by}
            onChange={(event) => {
              setBy(event.target.value);
            }}
          />
        </div>
        <Choice
          label="Places"
          value={grid}
          options={(Object.keys(GRIDS) as Grid[]).map((value) => ({ value, label: value }))}
          onChange={setGrid}
        />
        <fieldset>
          <legend className="font-semibold">Readings, the back of the plate above</legend>
          <div className="grid gap-1.5" style={{ gridTemplateColumns: `repeat(${across}, minmax(0, 1fr))` }}>
            {places.map(({ x, y }, i) => (
              <input
                key={key(x, y)}
                inputMode="decimal"
                aria-label={`Reading ${i + 1}, ${print.size(x, y)} from the back left`}
                className={`figures min-h-11 rounded-sm border-[1.5px] px-2 text-center ${i === next ? 'border-key bg-yellow/25' : 'border-key/50'}`}
                value={typed[key(x, y)] ?? ''}
                onChange={(event) => {
                  setTyped({ ...typed, [key(x, y)]: event.target.value });
                }}
              />
            ))}
          </div>
          <Button
            className="mt-2 w-full"
            disabled={!aimed || read.isPending}
            onClick={() => {
              if (aimed) read.mutate(aimed);
            }}
          >
            {read.isPending
              ? 'Reading…'
              : aimed
                ? `Read place ${next + 1} of ${places.length} with the thermometer`
                : 'Every place is read'}
          </Button>
          {read.isError && <ProblemText problem={problemFrom(read.error)} className="mt-2" />}
          {unread.length > 0 && (
            <p role="alert" className="font-semibold text-magenta">
              {unread.length === 1
                ? 'One reading is not a temperature.'
                : `${unread.length} readings are not temperatures.`}{' '}
              Write a number like {print.temperature(196)}.
            </p>
          )}
        </fieldset>
        <Choice
          label="The plate is"
          value={curved ? 'curved' : 'flat'}
          options={[
            { value: 'flat', label: 'Flat' },
            { value: 'curved', label: 'A curved element' },
          ]}
          onChange={(value) => {
            setCurved(value === 'curved');
          }}
        />
        <fieldset className="grid grid-cols-2 gap-2">
          <legend className="mb-1 font-semibold">A strip of paper, half in, half out, pulled</legend>
          {STRIP_SIDES.map((side) => (
            <Choice
              key={side}
              label={side}
              value={strips[side]}
              options={[
                { value: 'held', label: 'Held' },
                { value: 'slid', label: 'Slid out' },
              ]}
              onChange={(value) => {
                setStrips({ ...strips, [side]: value });
              }}
            />
          ))}
        </fieldset>
      </div>
      <div>
        <svg
          viewBox={`-8 -8 ${press.platen.width + 16} ${press.platen.depth + 16}`}
          className="max-h-[46vh] w-full"
          role="img"
          aria-label="The plate as it was read"
        >
          <rect width={press.platen.width} height={press.platen.depth} fill="var(--color-paint-plate)" />
          {map && <HeatPicture map={map} print={print} />}
          {zone && (
            <rect
              {...zone.zone}
              fill="none"
              stroke="var(--color-key)"
              strokeWidth="2"
              strokeDasharray="9 6"
              vectorEffect="non-scaling-stroke"
            />
          )}
          <rect
            width={press.platen.width}
            height={press.platen.depth}
            fill="none"
            stroke="var(--color-key)"
            strokeWidth="3"
            vectorEffect="non-scaling-stroke"
          />
        </svg>
        {zone && map ? (
          <div className="mt-2 space-y-1">
            <p>
              To have {print.temperature(check.dial)}, dial <b>{print.temperature(Math.round(zone.dial))}</b> and use
              the dashed part, <span className="figures">{print.size(zone.zone.width, zone.zone.height)}</span>: there
              it is even to {print.temperature(zone.coolest)} to {print.temperature(zone.hottest)}.
            </p>
            <p className="text-soft">
              Accurate to ± <span className="figures">{print.degrees(zone.spread)}</span>.
            </p>
          </div>
        ) : (
          <p className="mt-2 text-soft">Type readings: the picture of the plate grows as you do.</p>
        )}
        {findings.map((finding) => (
          <p key={`${finding.code} ${finding.title}`} className="mt-2 border-l-4 border-magenta pl-3">
            <b>{finding.title}.</b> {finding.remedy}
          </p>
        ))}
      </div>
      <div className="md:col-span-2">
        <FormFoot
          problem={save.isError ? problemFrom(save.error) : null}
          onCancel={onCancel}
          label={save.isPending ? 'Saving…' : 'Save this check'}
          disabled={!ready || save.isPending}
        />
      </div>
    </form>
  );
}

/** Checks a press, and shows when that was done last. */
export function PressCheck({ press }: { press: Press }) {
  const [open, setOpen] = useState(false);
  return (
    <Dialog
      wide
      title={`Check of ${press.name}`}
      open={open}
      onOpenChange={setOpen}
      trigger={<Button aria-label={`Check it: ${press.name}`}>Check it</Button>}
    >
      <CheckForm
        press={press}
        onDone={() => {
          setOpen(false);
        }}
        onCancel={() => {
          setOpen(false);
        }}
      />
    </Dialog>
  );
}
