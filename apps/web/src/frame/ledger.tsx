import { useState, type ReactNode } from 'react';
import type { Decision, Source } from '@kanga/core/finding';
import { formatTimes } from '@kanga/core/units';
import { useDay, usePrint } from '../data/index.js';
import { CloseFoot, Dialog } from '../ui/index.js';

/** One line of facts: a name, a value, and what lies behind it. */
export function Fact({ name, children, note }: { name: string; children: ReactNode; note?: ReactNode }) {
  return (
    <div className="grid grid-cols-[86px_minmax(0,1fr)] gap-x-2 border-t border-rule py-1.5 first:border-t-0">
      <dt className="pt-px text-[14.5px] text-soft">{name}</dt>
      <dd>
        <div className="font-semibold">{children}</div>
        {note && <div className="text-[14px] text-soft">{note}</div>}
      </dd>
    </div>
  );
}

/** The mark of a source: a filled square for measured or proven, a diamond for the house, an open square for the chart, a ring for computed. */
function SourceMark({ source }: { source: Source }) {
  const marks: Record<Source['kind'], string> = {
    "maker's sheet": 'bg-green',
    'proven on this press': 'bg-green',
    'proven on like goods': 'border-2 border-green',
    'house rule': 'rotate-45 bg-yellow border border-key/60',
    'set by hand': 'bg-key',
    'never checked': 'rounded-full border-2 border-key/60 border-dashed',
    'reference chart': 'border-2 border-cyan',
    computed: 'rounded-full border-2 border-cyan',
  };
  return <i aria-hidden className={`mt-[5px] inline-block h-[9px] w-[9px] flex-none ${marks[source.kind]}`} />;
}

function sourceText(source: Source, day: (moment: string) => string): string {
  switch (source.kind) {
    case 'reference chart':
      return `Reference chart: ${source.row}`;
    case 'house rule':
      return source.rule === 'set by hand' ? 'Set by hand' : `House rule: ${source.rule}`;
    case 'set by hand':
      return 'Set by hand';
    case 'never checked':
      return `Never checked: ${source.what}`;
    case 'computed':
      return `Computed: ${source.formula}`;
    case 'proven on this press':
      return `Proven on this press ${formatTimes(source.times)}, last on ${day(source.last)}`;
    case 'proven on like goods':
      return `Proven on this press with other goods of the same cloth and build ${formatTimes(source.times)}, last on ${day(source.last)}`;
    default:
      return 'Maker’s sheet';
  }
}

/** A source in so few words that it stands under its value. */
export const shortSource = (source: Source, day: (moment: string) => string): string =>
  source.kind === 'proven on this press'
    ? `Proven here, ${formatTimes(source.times)}`
    : source.kind === 'proven on like goods'
      ? `Like goods, ${formatTimes(source.times)}`
      : (sourceText(source, day).split(':')[0] ?? '');

const TRUST = {
  firm: 'Measured or proven here.',
  fair: 'Common practice.',
  start: 'A starting point: try it on this press and write down what worked.',
};

/** A value that Kanga proposes: opens to its reasons, and to a way to overrule it. */
export function DecisionFact<T>({
  name,
  decision,
  show,
  big = false,
  children,
}: {
  name: string;
  decision: Decision<T>;
  show: (value: T) => ReactNode;
  big?: boolean;
  /** How to overrule it: given a way to close when done. */
  children?: (close: () => void) => ReactNode;
}) {
  const [open, setOpen] = useState(false);
  const print = usePrint();
  const day = useDay();
  const { overruled, range, source, notTaken = [] } = decision;
  return (
    <div className="grid grid-cols-[86px_minmax(0,1fr)] gap-x-2 border-t border-rule py-1.5 first:border-t-0">
      <dt className="pt-px text-[14.5px] text-soft">{name}</dt>
      <dd>
        <button
          type="button"
          onClick={() => {
            setOpen(true);
          }}
          className="-mx-1.5 block w-full rounded-sm px-1.5 text-left hover:bg-wash"
        >
          <span className="sr-only">{name}: reasons. </span>
          <span className={`block ${big ? 'figures text-[25px] leading-tight' : 'figures text-[18px]'}`}>
            {show(decision.value)}
          </span>
          <span className="flex gap-1.5 text-[14px] text-soft">
            <SourceMark source={source} />
            <span>
              {overruled ? 'Set by hand; proposed: ' : ''}
              {overruled ? show(overruled.proposal) : print.text(shortSource(source, day))}
            </span>
          </span>
        </button>
        <Dialog title={name} open={open} onOpenChange={setOpen}>
          <dl className="mb-4 space-y-1">
            <Fact name="Value">{show(decision.value)}</Fact>
            <Fact name="Why">
              <span className="font-normal">{print.text(decision.why)}</span>
            </Fact>
            <Fact name="From">{print.text(sourceText(source, day))}</Fact>
            {range && (
              <Fact name="Range">
                {range.low === range.high ? (
                  show(range.low as T)
                ) : (
                  <>
                    {show(range.low as T)} to {show(range.high as T)}
                  </>
                )}
              </Fact>
            )}
            <Fact name="Confidence">
              <span className="font-normal">{TRUST[decision.confidence]}</span>
            </Fact>
            {overruled && (
              <Fact name="Proposed" note={print.text(overruled.why)}>
                {show(overruled.proposal)}
              </Fact>
            )}
          </dl>
          {notTaken.length > 0 && (
            <section className="mb-4">
              <h3 className="text-[15px] font-semibold text-soft">Other sources</h3>
              <ul>
                {notTaken.map((other, i) => (
                  <li key={i} className="grid grid-cols-[86px_minmax(0,1fr)] gap-x-2 border-t border-rule py-1">
                    <b className="figures">{show(other.value)}</b>
                    <span>
                      {print.text(sourceText(other.source, day))}.
                      <span className="block text-[14px] text-soft">{print.text(other.why)}</span>
                    </span>
                  </li>
                ))}
              </ul>
            </section>
          )}
          {children?.(() => {
            setOpen(false);
          })}
          <CloseFoot
            onClose={() => {
              setOpen(false);
            }}
          />
        </Dialog>
      </dd>
    </div>
  );
}
