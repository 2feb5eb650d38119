import { lazy, Suspense, useState } from 'react';
import { useSuspenseQuery } from '@tanstack/react-query';
import {
  blanksToOrder,
  controlChart,
  FALLOUT_AIM,
  falloutBy,
  falloutOf,
  faultOf,
  pareto,
  type FalloutKey,
  type RunOutcome,
  type Share,
} from '@kanga/core/inspect';
import { SCHOOL_KEYS, SCHOOLS, type HouseRules } from '@kanga/core/shop';
import { formatShare } from '@kanga/core/units';
import { outcomesQuery, useDay } from '../data/index.js';
import { Choice, Select, TextField } from '../ui/index.js';

/** The charts come when there is something to draw. */
const ControlChart = lazy(async () => ({ default: (await import('./control-chart.js')).ControlChart }));

const SPANS = { '30': '30 days', '90': '90 days', '365': 'A year' } as const;
type Span = keyof typeof SPANS;

/** What a share says of the aim, in words that do not claim more than its pieces carry. */
const verdict = ({ against }: Share): string =>
  against === 'above'
    ? `Clearly above the target of ${formatShare(FALLOUT_AIM)}.`
    : against === 'below'
      ? `Clearly below the target of ${formatShare(FALLOUT_AIM)}.`
      : `Too few pieces to say whether the target of ${formatShare(FALLOUT_AIM)} is met.`;

function Groups({ title, runs, by }: { title: string; runs: readonly RunOutcome[]; by: FalloutKey }) {
  const groups = falloutBy(runs, by).slice(0, 6);
  return (
    <div>
      {title !== '' && <h3 className="text-[15px] font-semibold text-soft">{title}</h3>}
      <ul>
        {groups.map(({ name, spoiled, pressed, share, low, high, against }) => (
          <li key={name} className="flex flex-wrap justify-between gap-x-3 border-t border-rule py-1">
            <span className={against === 'above' ? 'font-semibold text-magenta' : ''}>{name}</span>
            <span className="figures text-[15px]">
              {formatShare(share)}{' '}
              <span className="text-soft">
                ({spoiled} of {pressed}; {formatShare(low)} to {formatShare(high)})
              </span>
            </span>
          </li>
        ))}
      </ul>
    </div>
  );
}

/** What came of the ways in which the house did one thing. */
function Schools({ runs }: { runs: readonly RunOutcome[] }) {
  const [question, setQuestion] = useState<keyof HouseRules>('hold');
  return (
    <div>
      <Select
        label="By method"
        value={question}
        options={SCHOOL_KEYS.map((value) => ({
          value,
          label: SCHOOLS[value].question,
        }))}
        onChange={setQuestion}
      />
      <Groups title="" runs={runs} by={question} />
    </div>
  );
}

/** How many blanks to order for so many good ones. */
function Spare({ all }: { all: Share }) {
  const [typed, setTyped] = useState('24');
  const good = /^\s*\d{1,4}\s*$/.test(typed) ? Number(typed) : 0;
  const order = good > 0 && good <= 2000 ? blanksToOrder(good, all.spoiled, all.pressed) : null;
  return (
    <div className="flex flex-wrap items-end gap-x-4">
      <div className="w-40">
        <TextField
          label="Good pieces wanted"
          inputMode="numeric"
          measured
          value={typed}
          problem={good > 0 && good <= 2000 ? undefined : 'From 1 to 2000.'}
          onChange={(event) => {
            setTyped(event.target.value);
          }}
        />
      </div>
      {good > 0 && (
        <p className="pb-2">
          {order === null ? (
            'At this fallout hardly any would come out good: fix the cause first.'
          ) : (
            <>
              Order <b className="figures text-[22px]">{order}</b> blanks: enough in 95 of 100 cases.
            </>
          )}
        </p>
      )}
    </div>
  );
}

/** Fallout’s one question: is more spoiled than ought to be, and by what? */
export function Fallout() {
  const day = useDay();
  const [span, setSpan] = useState<Span>('90');
  const { data: runs } = useSuspenseQuery(outcomesQuery(Number(span)));
  const all = falloutOf(runs);
  const chart = controlChart(runs);
  const faults = pareto(runs);
  const most = faults[0]?.pieces ?? 1;
  return (
    <section aria-label="Fallout" className="mb-6 border-b-2 border-key pb-5">
      <div className="mb-2 flex flex-wrap items-end justify-between gap-3">
        <h2 className="font-big text-2xl font-bold">Fallout</h2>
        <Choice
          label="Over"
          value={span}
          options={(Object.keys(SPANS) as Span[]).map((value) => ({ value, label: SPANS[value] }))}
          onChange={setSpan}
        />
      </div>
      {!all || !chart ? (
        <p className="text-soft">
          No piece was judged in this time. Judge pieces at Inspect, and what went wrong shows here.
        </p>
      ) : (
        <div className="grid grid-cols-[minmax(0,1fr)] gap-x-8 gap-y-4 lg:grid-cols-2">
          <div>
            <p>
              <b className="figures text-[34px] leading-none">{formatShare(all.share)}</b>{' '}
              <span className="figures">
                {all.spoiled} of {all.pressed}
              </span>{' '}
              spoiled; the true share may be from {formatShare(all.low)} to {formatShare(all.high)}. {verdict(all)}
            </p>
            <Suspense fallback={<div className="h-55" />}>
              <ControlChart mean={chart.mean} days={chart.days} said={day} />
            </Suspense>
            <p className="text-[14px] text-soft">
              Blue: the mean, and what chance alone scatters (three sigma). Dashed: the target. A diamond stands
              outside: look for what was different that day.
            </p>
          </div>
          <div className="space-y-3">
            <div>
              <h3 className="text-[15px] font-semibold text-soft">What spoils most</h3>
              <ul>
                {faults.slice(0, 5).map(({ fault, pieces, upTo }) => (
                  <li
                    key={fault}
                    className="grid grid-cols-[minmax(0,1fr)_60px_auto] items-center sm:grid-cols-[minmax(0,1fr)_120px_auto] gap-3 py-0.5"
                  >
                    <span>{faultOf(fault).seen}</span>
                    <span className="h-3 bg-rule">
                      <span className="block h-3 bg-magenta" style={{ width: `${(pieces / most) * 100}%` }} />
                    </span>
                    <span className="figures w-28 text-right text-[15px]">
                      {pieces} <span className="text-soft">to {Math.round(upTo * 100)} %</span>
                    </span>
                  </li>
                ))}
              </ul>
              {faults.length === 0 && <p className="text-soft">Nothing was spoiled.</p>}
            </div>
            <Groups title="By press" runs={runs} by="press" />
            <Groups title="By blank" runs={runs} by="blank" />
            <Groups title="By operator" runs={runs} by="by" />
            <Schools runs={runs} />
            <Spare all={all} />
          </div>
        </div>
      )}
    </section>
  );
}
