import type { Blank } from '../blank/index.js';
import type { Finding } from '../finding/index.js';
import { dayText, formatCount, formatMoney, type Minor } from '../units/index.js';
import type { Short } from './hold.js';
import { countOf, progressOf, sizesOf, type OrderFile } from './order.js';

const finding = (
  code: string,
  severity: Finding['severity'],
  title: string,
  why: string,
  remedy: string,
  waivable = true,
): Finding => ({ code: `order.${code}`, severity, title, why, remedy, where: { stage: 'shop' }, waivable });

/** A size whose price does not cover its cost. */
export interface BelowCost {
  name: string;
  price: Minor;
  cost: Minor;
}

/** What is known beside the order itself. */
export interface OrderKnown {
  blanks: readonly Blank[];
  short: readonly Short[];
  today: string;
}

/** What is on its way of a blank, in words. */
const comingWords = ({ coming }: Short): string =>
  coming
    ? ` ${formatCount(coming.amount, 'piece')} ${coming.amount === 1 ? 'is' : 'are'} expected on ${dayText(coming.day)}.`
    : '';

function tooFew(name: string, short: Short, today: string): Finding {
  const { wanted, have, safe, orderBy } = short;
  const by =
    orderBy === null
      ? ''
      : orderBy < today
        ? ', at once: they come later than this order is due'
        : ` by ${dayText(orderBy)}`;
  return finding(
    'blanks',
    'fix',
    `${wanted - have} too few: ${name}`,
    `${formatCount(wanted, 'piece')} to press, and ${have} left for this order.${comingWords(short)}`,
    `Order ${safe - have}${by}: with ${safe} it is enough with a surety of 95 %, spoiled ones counted.`,
  );
}

const noSpare = (name: string, { wanted, have, safe }: Short): Finding =>
  finding(
    'spares',
    'note',
    `${have === wanted ? 'No' : 'Few'} spare: ${name}`,
    `${formatCount(wanted, 'piece')} to press, and ${have} left for this order.`,
    `With ${safe} it would be enough with a surety of 95 %, spoiled ones counted.`,
  );

/** Whether what is ordered is not what was quoted. O(sizes²). */
export function differsFromQuote({ order, jobs }: OrderFile, blanks: readonly Pick<Blank, 'id' | 'family'>[]): boolean {
  const said = (line: string, blankId: string | null, count: number) => `${line} ${blankId ?? ''} ${count}`;
  const quoted = (order.quote?.sizes ?? []).map((size) => said(size.line, size.blankId, size.count));
  const wanted = sizesOf(jobs).map((job) => said(job.line, job.blankId, countOf(job, blanks)));
  return quoted.length !== wanted.length || wanted.some((one) => !quoted.includes(one));
}

/** The sets of an order by name, with how many there are of each of their lines. */
function setsOf(
  { order, jobs }: OrderFile,
  blanks: readonly Pick<Blank, 'id' | 'family'>[],
): Map<string, { what: string; count: number }[]> {
  const sets = new Map<string, { what: string; count: number }[]>();
  for (const { id, what, set } of order.lines) {
    if (set === undefined) continue;
    const count = sizesOf(jobs)
      .filter(({ line }) => line === id)
      .reduce((sum, job) => sum + countOf(job, blanks), 0);
    sets.set(set, [...(sets.get(set) ?? []), { what, count }]);
  }
  return sets;
}

/** What is to be said of an order before anybody works on it. */
export function checkOrder({ order, jobs }: OrderFile, { blanks, short, today }: OrderKnown): Finding[] {
  const findings: Finding[] = [];
  if (order.status !== 'open') return findings;
  if (order.due === null)
    findings.push(
      finding(
        'no-day',
        'fix',
        'No day is set',
        'Without a due day nothing is called late, and the order stands behind all others.',
        'Ask when it is wanted, and write it above.',
      ),
    );
  else if (order.due < today && jobs.some(({ status }) => status === 'open'))
    findings.push(
      finding(
        'late',
        'fix',
        'It was due before today',
        'The customer is waiting.',
        'Tell them, and go on with it first.',
      ),
    );
  for (const one of short) {
    const name = blanks.find(({ id }) => id === one.blankId)?.name ?? 'a blank';
    findings.push(one.have < one.wanted ? tooFew(name, one, today) : noSpare(name, one));
  }
  const { pieces, good } = progressOf(jobs);
  if (good < pieces && jobs.length > 0 && jobs.every(({ status }) => status === 'closed'))
    findings.push(
      finding(
        'missing',
        'fix',
        `${formatCount(pieces - good, 'piece')} missing`,
        `${pieces} were ordered, and ${good} came out good.`,
        'Make the spoiled ones again from the job that they are of, or tell the customer.',
      ),
    );
  if (order.quote && differsFromQuote({ order, jobs }, blanks))
    findings.push(
      finding(
        'quoted-otherwise',
        'fix',
        'It was changed since it was quoted',
        'Sizes or counts are not those of the quote.',
        'Quote it again: the customer knows other figures.',
      ),
    );
  for (const [set, counts] of setsOf({ order, jobs }, blanks))
    if (new Set(counts.map(({ count }) => count)).size > 1)
      findings.push(
        finding(
          'set',
          'fix',
          `Sets of “${set}” do not come out even`,
          `${counts.map(({ what, count }) => `${what}: ${count}`).join('; ')}.`,
          'A set has one of each of its lines: correct the counts, or take a line out of the set.',
        ),
      );
  const off = jobs.filter(({ blankId }) => blanks.find(({ id }) => id === blankId)?.archived === true);
  if (off.length > 0)
    findings.push(
      finding(
        'archived',
        'note',
        'Some goods are off the shelf',
        `${formatCount(off.length, 'size')} of this order ${off.length === 1 ? 'is' : 'are'} on a blank that is archived.`,
        'Make sure that there are still some, or choose others.',
      ),
    );
  if (order.quote && !order.accepted && order.quote.until < today)
    findings.push(
      finding(
        'expired',
        'fix',
        'The quote has run out',
        `It held until ${dayText(order.quote.until)}.`,
        'Make a new one: costs may have changed.',
      ),
    );
  return findings;
}

/** What is to be said of prices before they are quoted. */
export function checkPrices(below: readonly BelowCost[], unknown: readonly string[], currency: string): Finding[] {
  const findings: Finding[] = below.map(({ name, price, cost }) =>
    finding(
      'below-cost',
      'fix',
      `${name} is sold below its cost`,
      `It costs ${formatMoney(cost, currency)}, and is offered at ${formatMoney(price, currency)}.`,
      'Raise the price, or say why it is worth it.',
    ),
  );
  if (unknown.length > 0)
    findings.push(
      finding(
        'cost-unknown',
        'fix',
        `Not all costs are known: ${unknown.join(', ')}`,
        'What is not known is not counted, so the true cost is higher.',
        'Write the missing prices on the shelf and in the shop.',
      ),
    );
  return findings;
}
