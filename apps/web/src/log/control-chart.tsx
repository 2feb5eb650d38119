import { FALLOUT_AIM, type ControlDay } from '@kanga/core/inspect';

const [W, H, LEFT, FOOT] = [620, 190, 46, 26];
const percent = (share: number) => `${Math.round(share * 100)} %`;

/** Fallout by day with what so many pieces may scatter by themselves; a day outside that is marked. */
export function ControlChart({ mean, days }: { mean: number; days: readonly ControlDay[] }) {
  const most = Math.max(0.1, ...days.map(({ share, upper }) => Math.max(share, Math.min(upper, 0.6))));
  const step = (W - LEFT) / Math.max(1, days.length);
  const x = (i: number) => LEFT + (i + 0.5) * step;
  const y = (share: number) => 8 + (H - FOOT - 8) * (1 - Math.min(share, most) / most);
  const out = days.filter((day) => day.out);
  const every = Math.ceil(days.length / 8);
  return (
    <svg
      viewBox={`0 0 ${W} ${H}`}
      className="w-full"
      role="img"
      aria-label={`Fallout by day, on average ${percent(mean)}; ${out.length === 0 ? 'no day stands out' : `outside what chance does: ${out.map(({ day }) => day).join(', ')}`}`}
    >
      {[0, most / 2, most].map((share) => (
        <g key={share}>
          <path d={`M${LEFT} ${y(share)}H${W}`} stroke="var(--color-paint-beside)" strokeWidth="1" />
          <text x={LEFT - 6} y={y(share) + 4} fontSize="13" textAnchor="end" fill="var(--color-soft)">
            {percent(share)}
          </text>
        </g>
      ))}
      {days.map(({ day, upper, lower }, i) => (
        <rect
          key={day}
          x={x(i) - step / 2}
          y={y(upper)}
          width={step}
          height={Math.max(0, y(lower) - y(upper))}
          fill="var(--color-cyan-dull)"
          fillOpacity="0.35"
        />
      ))}
      <path d={`M${LEFT} ${y(mean)}H${W}`} stroke="var(--color-cyan)" strokeWidth="2" />
      <path d={`M${LEFT} ${y(FALLOUT_AIM)}H${W}`} stroke="var(--color-green)" strokeWidth="2" strokeDasharray="7 5" />
      <polyline
        points={days.map(({ share }, i) => `${x(i)},${y(share)}`).join(' ')}
        fill="none"
        stroke="var(--color-key)"
        strokeWidth="1.5"
      />
      {days.map(({ day, share, pressed, out: stands }, i) => (
        <g key={day}>
          {stands ? (
            <path d={`M${x(i)} ${y(share) - 8}l8 8-8 8-8-8z`} fill="var(--color-magenta)" stroke="var(--color-key)" />
          ) : (
            <circle cx={x(i)} cy={y(share)} r="5" fill="var(--color-key)" />
          )}
          <title>{`${day}: ${percent(share)} of ${pressed}`}</title>
          {i % every === 0 && (
            <text x={x(i)} y={H - 7} fontSize="12.5" textAnchor="middle" fill="var(--color-soft)">
              {day.slice(5)}
            </text>
          )}
        </g>
      ))}
    </svg>
  );
}
