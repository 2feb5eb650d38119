import { useMutation } from '@tanstack/react-query';
import { STAND_IN, type Press } from '@kanga/core/shop';
import { formatTemperature } from '@kanga/core/units';
import type { PressNow } from '@kanga/contract/bench';
import { call, problemFrom, useMay, usePressNow, useShop } from '../data/index.js';
import { Button } from '../ui/index.js';

/** As near as this to its set point a plate is hot, °C. */
const NEAR = 4;
/** Nothing is pressed below this, °C: a press that is set lower is as good as off. */
const COLD = 100;

function words(
  { reading, trouble }: PressNow,
  wanted: number | null,
): { say: string; tone: 'ready' | 'heating' | 'trouble' } {
  if (trouble === 'nonsense') return { say: 'reading not valid: go on by hand', tone: 'trouble' };
  if (!reading)
    return { say: trouble === 'away' ? 'does not answer: go on by hand' : 'waiting for a reading', tone: 'trouble' };
  if (wanted !== null && Math.abs(reading.setPoint - wanted) >= 1)
    return { say: 'not set to the dial', tone: 'trouble' };
  if (reading.setPoint < COLD) return { say: 'not heating', tone: 'heating' };
  if (reading.celsius < reading.setPoint - NEAR)
    return { say: reading.closed ? 'closed, recovering' : 'heating', tone: 'heating' };
  return { say: reading.closed ? 'closed' : 'hot', tone: 'ready' };
}

/** What a press with a controller tells of itself, and what can be told to it. */
export function PlateFacts({ press, dial }: { press: Press; dial: number | null }) {
  const now = usePressNow(press.id);
  const may = useMay();
  const { units } = useShop().settings;
  const tell = useMutation({
    mutationFn: (to: { celsius: number } | { closed: boolean }) =>
      'celsius' in to ? call('setPlate', { id: press.id, body: to }) : call('moveLever', { id: press.id, body: to }),
  });
  if (press.controller === null || !now) return null;
  const { say, tone } = words(now, dial);
  const { reading } = now;
  const tones = { ready: 'text-ready', heating: 'text-warm', trouble: 'text-alarm' };
  // As large as every button at the bench: it is pressed with gloves.
  const button = 'min-h-16 px-4 text-[17px]';
  return (
    <div
      className="flex flex-wrap items-center gap-x-4 gap-y-1 text-[19px]"
      aria-label={`Controller of ${press.name}`}
      role="group"
    >
      <span>
        plate{' '}
        <b className="figures text-[24px]">{reading ? formatTemperature(reading.celsius, units.temperature) : '–'}</b>{' '}
        <span className={`font-semibold ${tones[tone]}`}>{say}</span>
      </span>
      {reading && dial !== null && Math.abs(reading.setPoint - dial) >= 1 && may('setPlate') && (
        <Button
          className={button}
          disabled={tell.isPending}
          onClick={() => {
            tell.mutate({ celsius: Math.round(dial) });
          }}
        >
          Set it to {formatTemperature(dial, units.temperature)}
        </Button>
      )}
      {press.controller === STAND_IN && reading && may('moveLever') && (
        <Button
          className={button}
          disabled={tell.isPending}
          onClick={() => {
            tell.mutate({ closed: !reading.closed });
          }}
        >
          {reading.closed ? 'Open it' : 'Close it'}
        </Button>
      )}
      {tell.isError && <span role="alert">{problemFrom(tell.error).title}</span>}
    </div>
  );
}
