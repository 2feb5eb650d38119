import type { Cycle } from '@kanga/core/stack';
import { formatDuration } from '@kanga/core/units';
import { Fact } from '../frame/index.js';

const rate = (perHour: number): string => (perHour < 10 ? perHour.toFixed(1) : String(Math.round(perHour)));

/** How many an hour, and how many jigs that takes. */
export function CycleFacts({ cycle }: { cycle: Cycle }) {
  const { perHour, atOnce, jigs, whole } = cycle;
  const short = jigs !== null && jigs.have !== null && jigs.have < jigs.needed;
  return (
    <dl className="border-t border-rule">
      <Fact
        name="Pieces an hour"
        note={`${rate(perHour.alone)} one after the other; ${formatDuration(Math.round(whole))} for ${atOnce === 1 ? 'one' : `${atOnce} at once`}`}
      >
        <span className="figures text-[18px]">{rate(perHour.spare)}</span>{' '}
        {jigs ? 'with spare jigs' : 'with the next laid ready'}
      </Fact>
      {jigs && (
        <Fact
          name="Jigs"
          note={
            <>
              {jigs.name}.{' '}
              {jigs.have === null
                ? 'Number not set.'
                : short
                  ? `The shop has ${jigs.have}: the press waits.`
                  : `The shop has ${jigs.have}.`}{' '}
              {jigs.why}
            </>
          }
        >
          <span className={short ? 'text-magenta' : ''}>
            <span className="figures text-[18px]">{jigs.needed}</span> keep the press busy
          </span>
        </Fact>
      )}
    </dl>
  );
}
