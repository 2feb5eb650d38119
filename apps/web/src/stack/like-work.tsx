import { equivalentCurve, equivalentDwell } from '@kanga/core/heat';
import { SETTING_LIMITS } from '@kanga/core/stack';
import { formatDuration, wholeDegrees } from '@kanga/core/units';
import { useJob } from '../job/index.js';
import { Button } from '../ui/index.js';

/** How far either way like work is shown, °C, and where the two risks begin: white cloth yellows, and dye hardly moves. */
const REACH = 16;
const YELLOWS = 204.4;
const PALE = 185;
const [W, H] = [300, 120];

/** Other temperatures with the dwell that does the same work, as a curve with a risk at either end, and a press away. */
export function LikeWork({ temperature, dwell }: { temperature: number; dwell: number }) {
  const { view, session, print, locked, settings } = useJob();
  const energy = settings.energy * 1000;
  const from = { temperature, dwell };
  const [low, high] = [temperature - REACH, temperature + REACH];
  const curve = equivalentCurve(from, low, high, energy);
  const most = Math.max(...curve.map((point) => point.dwell));
  const x = (c: number) => ((c - low) / (high - low)) * W;
  const y = (s: number) => H - (s / most) * (H - 12);
  const others = [-10, -5, 5, 10]
    .map((by) => wholeDegrees(temperature + by, print.units.temperature))
    .map((c) => ({ c, s: Math.round(equivalentDwell(from, c, energy) / 5) * 5 }))
    .filter(({ s }) => s >= SETTING_LIMITS.dwell.least && s <= SETTING_LIMITS.dwell.most);
  return (
    <details className="mt-3 border-t border-rule pt-2">
      <summary className="cursor-pointer font-semibold">Same result at other temperatures</summary>
      <svg
        viewBox={`-4 -4 ${W + 8} ${H + 30}`}
        className="mt-2 w-full"
        role="img"
        aria-label="Dwell that does the same work, by temperature"
      >
        {PALE > low && (
          <rect
            x={0}
            y={0}
            width={x(Math.min(PALE, high))}
            height={H}
            fill="var(--color-cyan-dull)"
            fillOpacity="0.45"
          />
        )}
        {YELLOWS < high && (
          <rect
            x={x(Math.max(YELLOWS, low))}
            y={0}
            width={W - x(Math.max(YELLOWS, low))}
            height={H}
            fill="var(--color-yellow)"
            fillOpacity="0.4"
          />
        )}
        <path d={`M0 ${H}H${W}M0 0V${H}`} stroke="var(--color-key)" strokeWidth="1" fill="none" />
        <path
          d={curve.map((p, i) => `${i === 0 ? 'M' : 'L'}${x(p.temperature)} ${y(p.dwell)}`).join('')}
          fill="none"
          stroke="var(--color-magenta)"
          strokeWidth="3"
        />
        <circle cx={x(temperature)} cy={y(dwell)} r="5" fill="var(--color-key)" />
        <text x={0} y={H + 18} fontSize="13">
          {print.temperature(low)} paler
        </text>
        <text x={W} y={H + 18} fontSize="13" textAnchor="end">
          {print.temperature(high)} yellows
        </text>
      </svg>
      <ul className="mt-1 space-y-1">
        {others.map(({ c, s }) => (
          <li key={c} className="flex items-center justify-between gap-2">
            <span className="figures">
              {print.temperature(c)} for {formatDuration(s)}
            </span>
            <Button
              disabled={locked}
              aria-label={`Use ${print.temperature(c)} for ${formatDuration(s)}`}
              onClick={() => {
                session.change({ overrides: { ...view.job.overrides, temperature: c, dwell: s } });
              }}
            >
              Use
            </Button>
          </li>
        ))}
      </ul>
      <p className="mt-1 text-[14px] text-soft">
        An Arrhenius rate of {settings.energy} kJ/mol (shop), a fit to common practice. Past the peak more time is not
        more colour.
      </p>
    </details>
  );
}
