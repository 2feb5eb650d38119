import { useState } from 'react';
import { CHANGES, driftOf, type Change } from '@kanga/core/dial';
import { checksOf } from '@kanga/core/study';
import { call, useDay } from '../data/index.js';
import { Check, CloseFoot, OpenDialog, FormFoot } from '../ui/index.js';
import type { StudySession } from './use-study.js';

const WORDS: Record<Change, string> = {
  ink: 'New ink',
  paper: 'New paper',
  element: 'New heating element',
  blank: 'Another lot of cloth',
};

/** Is all as it was? The check swatches as a chart, and one more to be pressed. */
export function CheckSwatches({ session, onClose }: { session: StudySession; onClose: () => void }) {
  const { study, change, busy, problem } = session;
  const day = useDay();
  const [since, setSince] = useState<Change[]>([]);
  const checks = checksOf(study);
  const chart = driftOf(checks);
  const most = Math.max(4, chart.upper * 1.3, ...checks.map(({ apart }) => apart));
  const [width, height] = [520, 170];
  const x = (i: number) => 40 + ((width - 60) * (i + 0.5)) / Math.max(1, checks.length);
  const y = (value: number) => height - 24 - ((height - 40) * value) / most;
  const { result } = study;
  return (
    <OpenDialog title="Is all as it was?" onClose={onClose}>
      {checks.length > 0 ? (
        <svg
          viewBox={`0 0 ${width} ${height}`}
          role="img"
          aria-label="Check swatches against the accepted one, ΔE"
          className="mb-2 w-full"
        >
          <line
            x1="40"
            x2={width - 10}
            y1={y(chart.upper)}
            y2={y(chart.upper)}
            stroke="var(--color-magenta)"
            strokeWidth="2"
            strokeDasharray="7 4"
          />
          <text x={width - 10} y={y(chart.upper) - 5} textAnchor="end" fontSize="13" fill="var(--color-magenta-deep)">
            limit ΔE {chart.upper.toFixed(1)}
          </text>
          <line x1="40" x2={width - 10} y1={y(0)} y2={y(0)} stroke="var(--color-key)" />
          <polyline
            points={checks.map(({ apart }, i) => `${x(i)},${y(apart)}`).join(' ')}
            fill="none"
            stroke="var(--color-cyan)"
            strokeWidth="2"
          />
          {checks.map(({ at, apart }, i) => (
            <g key={at}>
              <circle
                cx={x(i)}
                cy={y(apart)}
                r="6"
                fill={chart.beyond.includes(i) ? 'var(--color-magenta)' : 'var(--color-cyan)'}
              >
                <title>{`${day(at)}: ΔE ${apart.toFixed(1)}`}</title>
              </circle>
              <text x={x(i)} y={height - 6} textAnchor="middle" fontSize="12" fill="var(--color-soft)">
                {day(at)}
              </text>
            </g>
          ))}
        </svg>
      ) : (
        <p className="mb-3 text-soft">
          No check swatch is measured yet. The first ones show how much one pressing differs from the next.
        </p>
      )}
      {chart.drifted && (
        <p role="alert" className="mb-3 border-l-4 border-magenta pl-3 font-semibold">
          It has drifted: ΔE {(checks.at(-1)?.apart ?? 0).toFixed(1)} from the accepted swatch. {chart.cause}
        </p>
      )}
      {result && (
        <form
          className="space-y-1"
          onSubmit={(event) => {
            event.preventDefault();
            void change(() =>
              call('addSwatches', {
                id: study.id,
                body: {
                  first: study.swatches.length + 1,
                  swatches: [{ aim: 'check', setting: result.setting, reason: 'check', since }],
                },
              }),
            ).then((changed) => {
              if (changed) onClose();
            });
          }}
        >
          <h3 className="font-semibold">What has changed since the last one?</h3>
          {CHANGES.map((one) => (
            <Check
              key={one}
              label={WORDS[one]}
              checked={since.includes(one)}
              onChange={(checked) => {
                setSince((before) => (checked ? [...before, one] : before.filter((other) => other !== one)));
              }}
            />
          ))}
          <FormFoot problem={problem} onCancel={onClose} label="Plan a check swatch" disabled={busy} />
        </form>
      )}
      {!result && <CloseFoot onClose={onClose} />}
    </OpenDialog>
  );
}
