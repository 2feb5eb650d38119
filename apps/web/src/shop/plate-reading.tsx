import type { Press } from '@kanga/core/shop';
import { usePrint } from '../data/index.js';
import { HeatPicture } from '../draw/index.js';
import { ProblemText } from '../ui/index.js';
import type { Judged } from './use-press-check.js';

/** The plate as it was read, and what it tells: the part to use, and what is wrong with the press. */
export function PlateReading({
  press,
  judged: { check, map, zone, surety, telling, findings, problem },
}: {
  press: Press;
  judged: Judged;
}) {
  const print = usePrint();
  const { width, depth } = press.platen;
  return (
    <div>
      <svg
        viewBox={`-8 -8 ${width + 16} ${depth + 16}`}
        className="max-h-[46vh] w-full"
        role="img"
        aria-label={`The plate as it was read, in °${print.units.temperature}`}
      >
        <rect width={width} height={depth} fill="var(--color-paint-plate)" />
        {map && <HeatPicture map={map} print={print} />}
        {zone && (
          <rect
            {...zone.zone}
            fill="none"
            stroke="var(--color-key)"
            strokeWidth="2"
            strokeDasharray="9 6"
            vectorEffect="non-scaling-stroke"
          />
        )}
        <rect
          width={width}
          height={depth}
          fill="none"
          stroke="var(--color-key)"
          strokeWidth="3"
          vectorEffect="non-scaling-stroke"
        />
      </svg>
      {zone ? (
        <div className="mt-2 space-y-1">
          <p className="text-soft">The plate from above, its back at the top, in °{print.units.temperature}.</p>
          <p>
            To have {print.temperature(check.dial)}, dial <b>{print.temperature(Math.round(zone.dial))}</b> and use the
            dashed part,{' '}
            <span className="figures whitespace-nowrap">{print.size(zone.zone.width, zone.zone.height)}</span>: there it
            lies between {print.temperature(zone.coolest)} and {print.temperature(zone.hottest)}.
          </p>
          {surety?.sure && (
            <p className="text-soft">
              Each place of it is so with 95 % surety.
              {telling.length > 0 &&
                ` Were the plate known better, it might be ${Math.round(100 * (surety.doubt - 1))} % larger.`}
            </p>
          )}
        </div>
      ) : (
        <p className="mt-2 text-soft">Type readings: the picture of the plate grows as you do.</p>
      )}
      {problem && <ProblemText problem={problem} className="mt-2" />}
      {findings.map((finding) => (
        <p key={`${finding.code} ${finding.title}`} className="mt-2 border-l-4 border-magenta pl-3">
          <b>{finding.title}.</b> {finding.remedy}
        </p>
      ))}
    </div>
  );
}
