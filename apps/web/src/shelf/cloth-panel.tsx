import {
  buildOfFamily,
  EMPTY_SHEET,
  FAMILIES,
  fitnessOf,
  MAKES,
  PRESSURES,
  SURFACES,
  type Blank,
  type Fibre,
  type PressureLevel,
  type StopLimits,
} from '@kanga/core/blank';
import { SETTING_LIMITS } from '@kanga/core/stack';
import { parseLength, parseNumber, parseTemperature, tidyNumber } from '@kanga/core/units';
import { usePrint } from '../data/index.js';
import { InkLooks, OtherRoute } from '../draw/index.js';
import { Button, Check, Choice, ParsedField, Select, TextField } from '../ui/index.js';
import { COLOURS } from './base-colours.js';
import { FAMILY_NAMES } from './families.js';
import type { Draft } from './use-draft.js';
import { WhatIsOnIt } from './what-is-on-it.js';

/** A number, with what it counts behind it or not: `95 %`. */
const number = (text: string) => parseNumber(text.replace(/[%\p{L}\s]+$/u, ''));
const orNothing =
  <T,>(parse: (text: string) => { ok: true; value: T } | { ok: false; problem: string }) =>
  (text: string) =>
    text.trim() === '' ? ({ ok: true, value: null } as const) : parse(text);

/** The cloth: what it is made of, and so what dye will do on it. */
export function ClothPanel({ draft }: { draft: Draft }) {
  const print = usePrint();
  const { blank, change } = draft;
  const fitness = fitnessOf(blank);
  const share = (label: string, key: keyof Fibre) => (
    <ParsedField
      label={`${label}, %`}
      shown={tidyNumber(blank.fibre[key], 1)}
      parse={number}
      limits={(value) => (value >= 0 && value <= 100 ? null : 'Write a share from 0 to 100 %.')}
      onValue={(value) => {
        change({ fibre: { ...blank.fibre, [key]: value } });
      }}
    />
  );
  const sum = Object.values(blank.fibre).reduce((all, one) => all + one, 0);
  const length = (text: string) => parseLength(text, print.units.length);
  return (
    <div className="space-y-2">
      <Select
        label="Kind of goods"
        value={blank.family}
        options={FAMILIES.map((value) => ({ value, label: FAMILY_NAMES[value] }))}
        onChange={(family) => {
          change(buildOfFamily(family));
        }}
      />
      <Choice
        label="Base colour"
        value={blank.baseColour}
        options={[
          ...COLOURS,
          ...(COLOURS.some((one) => one.value === blank.baseColour)
            ? []
            : [{ value: blank.baseColour, label: blank.baseColour }]),
        ]}
        onChange={(baseColour) => {
          change({ baseColour });
        }}
      />
      <label className="flex items-center gap-2 text-[15px]">
        <input
          type="color"
          className="h-9 w-14"
          value={blank.baseColour}
          onChange={(event) => {
            change({ baseColour: event.target.value }, true);
          }}
        />
        its own colour
      </label>
      <InkLooks fitness={fitness} />
      <p className="font-semibold first-letter:uppercase">
        {fitness.verdict}. <span className="font-normal">{fitness.why}</span>
      </p>
      <OtherRoute fitness={fitness} />
      <div className="grid grid-cols-2 gap-2">
        {share('Polyester', 'polyester')}
        {share('Cotton', 'cotton')}
        {share('Elastane', 'elastane')}
        {share('Other', 'other')}
      </div>
      {Math.abs(sum - 100) > 0.05 && (
        <div role="alert" className="flex flex-wrap items-center gap-2 border-l-4 border-magenta pl-3">
          <p>
            The shares come to <span className="figures">{tidyNumber(sum, 1)}</span> %: write them as the label does,
            until they come to 100.
          </p>
          {sum > 0 && (
            <Button
              onClick={() => {
                const { polyester, cotton, elastane, other } = blank.fibre;
                const of = (one: number) => (one * 100) / sum;
                change({
                  fibre: { polyester: of(polyester), cotton: of(cotton), elastane: of(elastane), other: of(other) },
                });
              }}
            >
              Scale to 100 %
            </Button>
          )}
        </div>
      )}
      <WhatIsOnIt draft={draft} />
      <Choice
        label="Surface"
        value={blank.surface}
        options={SURFACES.map((value) => ({ value, label: value }))}
        onChange={(surface) => {
          change({ surface });
        }}
      />
      <Choice
        label="Construction"
        value={blank.construction.make}
        options={MAKES.map((value) => ({ value, label: value }))}
        onChange={(make) => {
          change({ construction: { ...blank.construction, make } });
        }}
      />
      <div className="grid grid-cols-2 gap-2">
        <ParsedField
          label="Pile height"
          shown={blank.construction.pileHeight === 0 ? 'none' : print.length(blank.construction.pileHeight)}
          parse={(text) => (/^\s*(none|0)?\s*$/i.test(text) ? { ok: true, value: 0 } : length(text))}
          limits={(mm) => (mm >= 0 && mm <= 60 ? null : `From nothing to ${print.length(60)}.`)}
          onValue={(pileHeight) => {
            change({ construction: { ...blank.construction, pileHeight } });
          }}
        />
        <ParsedField
          label="Layers, each"
          shown={blank.layers.map((mm) => print.length(mm)).join(' + ')}
          parse={(text) => {
            const parts = text.split('+').map((part) => length(part));
            const wrong = parts.find((part) => !part.ok);
            if (wrong && !wrong.ok) return wrong;
            return { ok: true, value: parts.flatMap((part) => (part.ok ? [part.value] : [])) };
          }}
          limits={(list) =>
            list.length <= 6 && list.every((mm) => mm > 0 && mm <= 100)
              ? null
              : 'Up to six layers, each of more than nothing.'
          }
          onValue={(layers) => {
            change({ layers });
          }}
        />
      </div>
      <Check
        label="Foam core"
        checked={blank.construction.foamCore}
        onChange={(foamCore) => {
          change({ construction: { ...blank.construction, foamCore } });
        }}
      />
    </div>
  );
}

/** What is known of it beside the cloth: the maker's sheet, its jig, its size in a range, and the stock. */
export function StockPanel({ draft }: { draft: Draft }) {
  const print = usePrint();
  const { blank, change } = draft;
  const heat = SETTING_LIMITS.temperature;
  const sheet = blank.makersSheet ?? EMPTY_SHEET;
  const setSheet = (patch: Partial<NonNullable<Blank['makersSheet']>>) => {
    change({ makersSheet: { ...sheet, ...patch } });
  };
  const setLimits = (patch: Partial<StopLimits>) => {
    setSheet({ limits: { ...sheet.limits, ...patch } });
  };
  const amount = (label: string, key: 'weight' | 'cost' | 'stock' | 'jigs', unit: string) => (
    <ParsedField<number | null>
      label={label}
      shown={blank[key] === null ? '' : `${tidyNumber(blank[key], 2)}${unit}`}
      placeholder="not known"
      parse={orNothing(number)}
      limits={(value) => (value === null || (value >= 0 && value <= 100_000) ? null : 'Not less than nothing.')}
      onValue={(value) => {
        const whole = key === 'stock' || key === 'jigs';
        change({ [key]: whole && value !== null ? Math.round(value) : value });
      }}
    />
  );
  const words = (label: string, key: 'range' | 'size' | 'jig', placeholder: string) => (
    <TextField
      label={label}
      value={blank[key] ?? ''}
      placeholder={placeholder}
      maxLength={key === 'size' ? 40 : 120}
      onChange={(event) => {
        change({ [key]: event.target.value.trim() === '' ? null : event.target.value }, true);
      }}
    />
  );
  const seconds = (
    label: string,
    value: number | null,
    least: number,
    most: number,
    set: (s: number | null) => void,
  ) => (
    <ParsedField<number | null>
      label={label}
      shown={value === null ? '' : `${value} s`}
      placeholder="not stated"
      parse={orNothing(number)}
      limits={(s) => (s === null || (s >= least && s <= most) ? null : `From ${least} to ${most} s.`)}
      onValue={set}
    />
  );
  const degrees = (label: string, value: number | null, set: (c: number | null) => void) => (
    <ParsedField<number | null>
      label={label}
      shown={value === null ? '' : print.temperature(value)}
      placeholder="not stated"
      parse={orNothing((text) => parseTemperature(text, print.units.temperature))}
      limits={(c) =>
        c === null || (c >= heat.least && c <= heat.most)
          ? null
          : `From ${print.temperature(heat.least)} to ${print.temperature(heat.most)}.`
      }
      onValue={set}
    />
  );
  const pressure = (label: string, value: PressureLevel | null, set: (level: PressureLevel | null) => void) => (
    <Select
      label={label}
      value={value ?? ''}
      options={[{ value: '', label: 'not stated' }, ...PRESSURES.map((level) => ({ value: level, label: level }))]}
      onChange={(level) => {
        set(level === '' ? null : level);
      }}
    />
  );
  return (
    <div className="space-y-2">
      <div className="grid grid-cols-2 gap-2">
        {words('Range', 'range', 'goods that differ by size')}
        {words('Size', 'size', 'L')}
        {words('Jig', 'jig', 'none')}
        {blank.jig !== null && amount('Number of jigs', 'jigs', '')}
        <ParsedField<number | null>
          label="Safe margin"
          shown={blank.safe === null ? '' : print.length(blank.safe)}
          placeholder="as proposed"
          parse={orNothing((text) => parseLength(text, print.units.length))}
          limits={(mm) => (mm === null || (mm >= 0 && mm <= 200) ? null : `From nothing to ${print.length(200)}.`)}
          onValue={(safe) => {
            change({ safe });
          }}
        />
        {amount('Weight, g', 'weight', ' g')}
        {amount('Cost a piece', 'cost', '')}
        {amount('In stock', 'stock', '')}
      </div>
      <Choice
        label="The print"
        value={blank.style}
        options={[
          { value: 'edge to edge', label: 'Over the edge' },
          { value: 'spot', label: 'Inside' },
        ]}
        onChange={(style) => {
          change({ style });
        }}
      />
      <Choice
        label="It wraps"
        value={blank.wrap ?? 'no'}
        options={[
          { value: 'no', label: 'Nowhere' },
          { value: 'round', label: 'Round to itself' },
          { value: 'sides', label: 'From side to side' },
        ]}
        onChange={(wrap) => {
          change({ wrap: wrap === 'no' ? null : wrap });
        }}
      />
      <h3 className="border-t border-rule pt-2 font-semibold">The maker’s sheet, as it states it</h3>
      <div className="grid grid-cols-2 gap-2">
        {degrees('Temperature', sheet.temperature, (temperature) => {
          setSheet({ temperature });
        })}
        {seconds('Dwell', sheet.dwell, 5, 600, (dwell) => {
          setSheet({ dwell });
        })}
        {seconds('Pre-press', sheet.prePress, 0, 120, (prePress) => {
          setSheet({ prePress });
        })}
        {pressure('Pressure', sheet.pressure, (level) => {
          setSheet({ pressure: level });
        })}
        {degrees('Maximum temperature', sheet.limits.temperature, (temperature) => {
          setLimits({ temperature });
        })}
        {seconds('Maximum dwell', sheet.limits.dwell, 5, 600, (dwell) => {
          setLimits({ dwell });
        })}
        {pressure('Maximum pressure', sheet.limits.pressure, (level) => {
          setLimits({ pressure: level });
        })}
      </div>
    </div>
  );
}
