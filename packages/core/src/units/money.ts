import type { Parsed } from './amount.js';

/** Money is counted in whole minor units of the shop's currency: cents, pence, whole yen. */
export type Minor = number;

/** More than this is a slip of the keys, and beyond it a sum of doubles would no longer be exact. */
export const MOST_MONEY: Minor = 1_000_000_000_00;

const formats = new Map<string, Intl.NumberFormat>();
/** How a currency is printed. Making one takes a hundred times longer than using it: each is kept. */
function formatOf(currency: string): Intl.NumberFormat {
  const kept = formats.get(currency);
  if (kept) return kept;
  const made = new Intl.NumberFormat('en', { style: 'currency', currency, currencyDisplay: 'narrowSymbol' });
  formats.set(currency, made);
  return made;
}

/** How many digits a currency has after its point (ISO 4217, as the engine's own tables know it): 2 of most, 0 of yen. Throws a RangeError for what is no code. */
export const digitsOf = (currency: string): number => formatOf(currency).resolvedOptions().maximumFractionDigits ?? 2;

/** Whether ISO 4217 knows a currency by this code. */
export const isCurrency = (code: string): boolean => Intl.supportedValuesOf('currency').includes(code);

/** Rounds to a whole number, halves away from nought: a refund of half a cent is rounded as the charge was. What is a hair off a half by how doubles are kept counts as one. */
export function wholeMinor(amount: number): Minor {
  if (!Number.isFinite(amount)) throw new RangeError(`money must be a number, got ${amount}`);
  const size = Math.abs(amount);
  const whole = Math.floor(size + 0.5 + size * 1e-12);
  return amount < 0 && whole > 0 ? -whole : whole;
}

/** Money of an amount in whole currency: 12.345 of two digits is 1235. */
export const minorOf = (amount: number, currency: string): Minor => wholeMinor(amount * 10 ** digitsOf(currency));

/** Prints money: `€12.50`, `−€0.05`, `¥1,200`. */
export function formatMoney(minor: Minor, currency: string): string {
  const said = formatOf(currency).format(Math.abs(minor) / 10 ** digitsOf(currency));
  return minor < 0 ? `−${said}` : said;
}

/** Money as it stands in a field that says its currency beside it: `12.50`. */
export const plainMoney = (minor: Minor, currency: string): string =>
  (minor / 10 ** digitsOf(currency)).toFixed(digitsOf(currency));

/** What a currency may be called beside a figure: its code and its signs. */
function namesOf(currency: string): string[] {
  const symbol = (currencyDisplay: 'symbol' | 'narrowSymbol') =>
    new Intl.NumberFormat('en', { style: 'currency', currency, currencyDisplay })
      .formatToParts(1)
      .filter(({ type }) => type === 'currency')
      .map(({ value }) => value);
  return [currency, ...symbol('symbol'), ...symbol('narrowSymbol')].map((name) => name.toUpperCase());
}

/**
 * Reads money as people write it, in the shop's currency: `12.5`, `12,50`, `1 234.00`, `1,234`, `€ 7`, `7 EUR`. A mark before its last one or two digits is a point, one before three a mark of
 * thousands. Another currency, or digits that it does not have, are a problem, said with the figure.
 */
export function parseMoney(text: string, currency: string): Parsed<Minor> {
  const wrong = (problem: string): Parsed<Minor> => ({ ok: false, problem });
  const example = formatMoney(minorOf(12.5, currency), currency);
  const found =
    /^\s*(?<sign>[-−]?)\s*(?<before>[^\d\s.,'-]*)\s*(?<figure>\d[\d.,'\s]*)\s*(?<after>[^\d\s.,'-]*)\s*$/u.exec(
      text,
    )?.groups;
  if (!found) return wrong(`“${text.trim()}” is no amount of money. Write it like ${example}.`);
  const named = [found['before'], found['after']].filter((name): name is string => (name ?? '') !== '');
  const other = named.find((name) => !namesOf(currency).includes(name.toUpperCase()));
  if (other !== undefined)
    return wrong(
      `“${text.trim()}” is not in ${currency}, the shop’s currency. Turn it into ${currency} and write it like ${example}.`,
    );
  const figure = (found['figure'] ?? '').replace(/[\s']/g, '');
  const digits = digitsOf(currency);
  const last = Math.max(figure.lastIndexOf('.'), figure.lastIndexOf(','));
  const behind = last < 0 ? '' : figure.slice(last + 1);
  const isPoint = last >= 0 && (behind.length !== 3 || digits === 3);
  const whole = (isPoint ? figure.slice(0, last) : figure).replace(/[.,]/g, '');
  if (isPoint && (behind.length > digits || behind.length === 0))
    return wrong(
      digits === 0
        ? `${currency} has no smaller coin: write whole figures, got “${text.trim()}”.`
        : `${currency} has ${digits} digits after the point, got “${text.trim()}”.`,
    );
  const minor = Number(whole || '0') * 10 ** digits + Number((isPoint ? behind : '').padEnd(digits, '0') || '0');
  if (minor > MOST_MONEY)
    return wrong(`“${text.trim()}” is more than a shop can mean: ${formatMoney(MOST_MONEY, currency)} at most.`);
  return { ok: true, value: found['sign'] ? -minor : minor };
}
