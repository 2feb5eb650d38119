import { ROUNDINGS, USUAL_RATES, type Rates, type Rounding, type Settings } from '@kanga/core/shop';
import { formatMoney, isCurrency, parseMoney, parseNumber, plainMoney, tidyNumber } from '@kanga/core/units';
import { Choice, ParsedField } from '../ui/index.js';

const ROUNDED: Record<Rounding, string> = {
  coin: 'To the coin',
  half: 'To a half',
  whole: 'To a whole',
  nine: 'To …9',
};

/** A share as per cent, within limits. */
function ShareField({
  label,
  value,
  most,
  hint,
  onValue,
}: {
  label: string;
  value: number;
  most: number;
  hint?: string;
  onValue: (share: number) => void;
}) {
  return (
    <ParsedField
      label={`${label}, %`}
      hint={hint}
      shown={tidyNumber(value * 100, 2)}
      parse={parseNumber}
      limits={(percent) => (percent >= 0 && percent <= most ? null : `Write a share from 0 to ${most}.`)}
      onValue={(percent) => {
        onValue(percent / 100);
      }}
    />
  );
}

/** The shop’s own figures of money: every cost and every price follows from them. */
export function RatesForm({
  settings,
  onChange,
}: {
  settings: Pick<Settings, 'rates'>;
  onChange: (rates: Rates) => void;
}) {
  const rates = settings.rates ?? USUAL_RATES;
  const { currency } = rates;
  const set = (change: Partial<Rates>) => {
    onChange({ ...rates, ...change });
  };
  const moneyField = (label: string, key: 'hands' | 'press' | 'protective' | 'tape' | 'packing') => (
    <ParsedField
      label={label}
      shown={plainMoney(rates[key], currency)}
      parse={(text) => parseMoney(text, currency)}
      limits={(value) => (value >= 0 ? null : 'Nought or more.')}
      onValue={(value) => {
        set({ [key]: value });
      }}
    />
  );
  return (
    <section className="space-y-3" aria-label="Money">
      <h2 className="font-big text-2xl font-bold">Money</h2>
      {!settings.rates && (
        <p className="text-soft">These are usual figures. Write your own: every cost and price follows from them.</p>
      )}
      <div className="grid gap-3 sm:grid-cols-2">
        <ParsedField
          label="Currency"
          shown={currency}
          hint={`shown as ${formatMoney(1250, currency)}`}
          parse={(text) => ({ ok: true, value: text.trim().toUpperCase() })}
          limits={(code) => (isCurrency(code) ? null : 'Three letters of ISO 4217, such as EUR.')}
          onValue={(code) => {
            set({ currency: code });
          }}
        />
        {moneyField('An hour of hands', 'hands')}
        {moneyField('An hour of a press: power, wear', 'press')}
        {moneyField('A metre of protective paper', 'protective')}
        {moneyField('Tape or spray, a pressing', 'tape')}
        {moneyField('Bag and label, a piece', 'packing')}
        <ParsedField
          label="Set-up of a job, minutes"
          shown={tidyNumber(rates.setUp, 1)}
          parse={parseNumber}
          limits={(minutes) => (minutes >= 0 && minutes <= 600 ? null : 'Write minutes from 0 to 600.')}
          onValue={(setUp) => {
            set({ setUp });
          }}
        />
        <ShareField
          label="Spoiled, while the log is thin"
          value={rates.fallout}
          most={90}
          onValue={(fallout) => {
            set({ fallout });
          }}
        />
      </div>
      <Choice
        label="Price by"
        value={rates.pricing.by}
        options={[
          { value: 'margin', label: 'Margin' },
          { value: 'profit', label: 'Profit a piece' },
        ]}
        onChange={(by) => {
          set({ pricing: by === 'margin' ? { by, share: 0.5 } : { by, each: 500 } });
        }}
      />
      <div className="grid gap-3 sm:grid-cols-2">
        {rates.pricing.by === 'margin' ? (
          <ShareField
            label="Margin"
            value={rates.pricing.share}
            most={95}
            hint="price = cost ÷ (1 − margin)"
            onValue={(share) => {
              set({ pricing: { by: 'margin', share } });
            }}
          />
        ) : (
          <ParsedField
            label="Profit a piece"
            shown={plainMoney(rates.pricing.each, currency)}
            parse={(text) => parseMoney(text, currency)}
            limits={(value) => (value >= 0 ? null : 'Nought or more.')}
            onValue={(each) => {
              set({ pricing: { by: 'profit', each } });
            }}
          />
        )}
        <ParsedField
          label="Names of their own: price times"
          shown={tidyNumber(rates.personalised, 2)}
          parse={parseNumber}
          limits={(factor) => (factor >= 1 && factor <= 10 ? null : 'Write a number from 1 to 10.')}
          onValue={(personalised) => {
            set({ personalised });
          }}
        />
        <ParsedField
          label="Full colour: price times"
          hint="where a picture has cyan, magenta and yellow"
          shown={tidyNumber(rates.fullColour ?? 1, 2)}
          parse={parseNumber}
          limits={(factor) => (factor >= 1 && factor <= 10 ? null : 'Write a number from 1 to 10.')}
          onValue={(fullColour) => {
            set({ fullColour });
          }}
        />
        <ParsedField
          label="Hands, times what plans say"
          hint="found by what was made; 1: as they say"
          shown={tidyNumber(rates.pace ?? 1, 2)}
          parse={parseNumber}
          limits={(pace) => (pace >= 0.1 && pace <= 10 ? null : 'Write a number from 0.1 to 10.')}
          onValue={(pace) => {
            set({ pace });
          }}
        />
        <ShareField
          label="Tax on a price"
          value={rates.tax?.share ?? 0}
          most={100}
          hint="as your own authority says; 0: none"
          onValue={(share) => {
            set({ tax: share === 0 ? null : { name: rates.tax?.name ?? 'Tax', share } });
          }}
        />
        {rates.tax && (
          <ParsedField
            label="Called"
            shown={rates.tax.name}
            parse={(text) => ({ ok: true, value: text.trim() })}
            limits={(name) => (name.length >= 1 && name.length <= 40 ? null : 'From 1 to 40 letters.')}
            onValue={(name) => {
              set({ tax: rates.tax && { ...rates.tax, name } });
            }}
          />
        )}
      </div>
      <Choice
        label="Prices are rounded up"
        value={rates.rounding}
        options={ROUNDINGS.map((value) => ({ value, label: ROUNDED[value] }))}
        onChange={(rounding) => {
          set({ rounding });
        }}
      />
    </section>
  );
}
