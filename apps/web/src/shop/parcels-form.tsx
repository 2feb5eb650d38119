import { CARE_GROUPS, USUAL_CARE } from '@kanga/core/order';
import { USUAL_RATES, type Box, type Parcels, type Settings, type ShippingRate } from '@kanga/core/shop';
import {
  capitalised,
  parseLength,
  parseMoney,
  parseNumber,
  plainMoney,
  tidyNumber,
  type Parsed,
} from '@kanga/core/units';
import { usePrint } from '../data/index.js';
import { Button, ParsedField } from '../ui/index.js';

const NONE: Parcels = { boxes: [], shipping: [], care: {} };
const NEW_BOX: Box = { name: 'Carton', inside: [300, 200, 100], weight: 120 };
const NEW_RATE: ShippingRate = { name: 'Parcel', weight: 2000, longest: 600, girth: null, price: 0 };

const words = (text: string): Parsed<string> =>
  text.trim() === '' ? { ok: false, problem: 'Give it a name.' } : { ok: true, value: text.trim().slice(0, 60) };
/** What a shop weighs parcels in, and how many grams that is. */
const weighedIn = (unit: 'in' | 'mm') => (unit === 'in' ? { name: 'oz', of: 28.349523125 } : { name: 'g', of: 1 });

/** How a shop sends what it made: its boxes, what sending costs, and what it says on looking after the goods. */
export function ParcelsForm({
  settings,
  onChange,
}: {
  settings: Pick<Settings, 'parcels' | 'rates'>;
  onChange: (parcels: Parcels) => void;
}) {
  const print = usePrint();
  const parcels = settings.parcels ?? NONE;
  const { currency } = settings.rates ?? USUAL_RATES;
  const unit = print.units.length;
  const { name: ounces, of } = weighedIn(unit);
  const weighed = (grams: number) => `${tidyNumber(grams / of, unit === 'in' ? 1 : 0)} ${ounces}`;
  const parseWeight = (text: string): Parsed<number> => {
    const read = parseNumber(text.replace(new RegExp(`\\s*${ounces}$`, 'i'), ''));
    return read.ok ? { ok: true, value: Math.round(read.value * of * 10) / 10 } : read;
  };
  const sides = (text: string): Parsed<Box['inside']> => {
    const parts = text.split(/[×x*]/i).map((part) => parseLength(part, unit));
    const [a, b, c] = parts;
    return parts.length === 3 && a?.ok && b?.ok && c?.ok
      ? { ok: true, value: [a.value, b.value, c.value] }
      : {
          ok: false,
          problem: `Write three lengths, like ${NEW_BOX.inside.map((side) => print.length(side)).join(' × ')}.`,
        };
  };
  const orNone = (text: string): Parsed<number | null> =>
    text.trim() === '' || text.trim() === '–' ? { ok: true, value: null } : parseLength(text, unit);
  const setBox = (at: number, change: Partial<Box>) => {
    onChange({ ...parcels, boxes: parcels.boxes.map((box, i) => (i === at ? { ...box, ...change } : box)) });
  };
  const setRate = (at: number, change: Partial<ShippingRate>) => {
    onChange({ ...parcels, shipping: parcels.shipping.map((rate, i) => (i === at ? { ...rate, ...change } : rate)) });
  };
  const remove = (what: string, act: () => void) => (
    <button type="button" aria-label={`Remove ${what}`} className="min-h-10 px-2 text-magenta underline" onClick={act}>
      Remove
    </button>
  );
  return (
    <section className="space-y-3" aria-label="Parcels">
      <h2 className="font-big text-2xl font-bold">Parcels</h2>
      <h3 className="text-[15px] font-semibold">Boxes and bags, measured inside</h3>
      {parcels.boxes.length === 0 && <p className="text-soft">None yet: with some, Kanga finds the smallest.</p>}
      {parcels.boxes.map((box, i) => (
        <div key={i} className="grid grid-cols-[1fr_90px_auto] items-end gap-2 border-t border-rule pt-2">
          <div className="col-span-2">
            <ParsedField
              label="Name"
              shown={box.name}
              parse={words}
              onValue={(name) => {
                setBox(i, { name });
              }}
            />
          </div>
          {remove(box.name, () => {
            onChange({ ...parcels, boxes: parcels.boxes.filter((_, k) => k !== i) });
          })}
          <ParsedField
            label="Inside"
            shown={box.inside.map((side) => print.length(side)).join(' × ')}
            parse={sides}
            limits={(inside) =>
              inside.every((side) => side >= 1 && side <= 5000) ? null : `Each up to ${print.length(5000)}.`
            }
            onValue={(inside) => {
              setBox(i, { inside });
            }}
          />
          <ParsedField
            label="Weight"
            shown={weighed(box.weight)}
            parse={parseWeight}
            limits={(value) => (value >= 0 ? null : `Write ${weighed(0)} or more.`)}
            onValue={(weight) => {
              setBox(i, { weight });
            }}
          />
        </div>
      ))}
      <Button
        onClick={() => {
          onChange({ ...parcels, boxes: [...parcels.boxes, NEW_BOX] });
        }}
      >
        Add a box
      </Button>
      <h3 className="text-[15px] font-semibold">What sending costs</h3>
      {parcels.shipping.map((rate, i) => (
        <div key={i} className="grid grid-cols-[1fr_1fr_1fr_1fr] items-end gap-2 border-t border-rule pt-2">
          <div className="col-span-3">
            <ParsedField
              label="Name"
              shown={rate.name}
              parse={words}
              onValue={(name) => {
                setRate(i, { name });
              }}
            />
          </div>
          {remove(rate.name, () => {
            onChange({ ...parcels, shipping: parcels.shipping.filter((_, k) => k !== i) });
          })}
          <ParsedField
            label="Up to"
            shown={weighed(rate.weight)}
            parse={parseWeight}
            limits={(value) => (value >= 1 ? null : `Write ${weighed(1)} or more.`)}
            onValue={(weight) => {
              setRate(i, { weight });
            }}
          />
          {(['longest', 'girth'] as const).map((key) => (
            <ParsedField
              key={key}
              label={key === 'longest' ? 'Longest side' : 'Side and girth'}
              shown={rate[key] === null ? '–' : print.length(rate[key])}
              parse={orNone}
              limits={(value) => (value === null || value >= 1 ? null : 'Write a length, or nothing.')}
              onValue={(value) => {
                setRate(i, { [key]: value });
              }}
            />
          ))}
          <ParsedField
            label="Price"
            shown={plainMoney(rate.price, currency)}
            parse={(text) => parseMoney(text, currency)}
            limits={(value) => (value >= 0 ? null : 'Nought or more.')}
            onValue={(price) => {
              setRate(i, { price });
            }}
          />
        </div>
      ))}
      <Button
        onClick={() => {
          onChange({ ...parcels, shipping: [...parcels.shipping, NEW_RATE] });
        }}
      >
        Add a price
      </Button>
      <h3 className="text-[15px] font-semibold">On the care card</h3>
      {CARE_GROUPS.map((group) => (
        <ParsedField
          key={group}
          label={capitalised(group)}
          shown={parcels.care[group] ?? USUAL_CARE[group]}
          parse={(text) => ({ ok: true, value: text.trim() })}
          limits={(text) => (text.length <= 400 ? null : 'At most 400 letters.')}
          onValue={(text) => {
            const { [group]: before, ...others } = parcels.care;
            void before;
            // Empty: the usual words again.
            onChange({ ...parcels, care: text === '' ? others : { ...others, [group]: text } });
          }}
        />
      ))}
    </section>
  );
}
