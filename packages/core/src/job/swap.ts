import type { Press } from '../shop/index.js';
import { planStack, unsuited } from '../stack/index.js';
import type { JobView } from './view.js';
import { temperatureText } from '../units/index.js';

/** What another press has to be set to for the rest of a run, °C; or why the run cannot go on there. */
export type Swap = { dial: number } | { why: string };

/**
 * Whether a run goes on on another press as it was planned: with the same temperature and dwell, as many pieces at once and as many pressings. What
 * would change the steps wants a plan of its own.
 */
export function swapTo({ plan, planned }: Pick<JobView, 'plan' | 'planned'>, press: Press): Swap {
  if (!plan || !planned) return { why: 'Nothing is planned yet.' };
  const against = unsuited(plan.blank, press);
  if (against !== null) return { why: against.why };
  const { temperature, dwell, pressure, prePress, peel } = plan.settings;
  if (temperature.value > press.heatLimit)
    return {
      why: `It goes to ${temperatureText(press.heatLimit)} at most; the plan wants ${temperatureText(temperature.value)}.`,
    };
  const there = planStack({
    ...planned,
    press,
    // As it was frozen, whatever the house does by now.
    ...(plan.house ? { house: plan.house } : {}),
    overrides: {
      temperature: temperature.value,
      dwell: dwell.value,
      pressure: pressure.value,
      prePress: prePress.value,
      peel: peel.value,
    },
  });
  if (there.cycle.atOnce < plan.atOnce)
    return { why: `${plan.atOnce} pieces lie on the bed now, and it takes ${there.cycle.atOnce}.` };
  const pressings = there.steps.filter(({ kind }) => kind === 'press').length;
  if (pressings !== plan.steps.filter(({ kind }) => kind === 'press').length)
    return { why: 'The print needs other sections there: make a new job for what is left.' };
  if (there.dial.value > press.heatLimit)
    return {
      why: `Its dial would have to stand at ${temperatureText(there.dial.value)}; it goes to ${temperatureText(press.heatLimit)}.`,
    };
  return { dial: there.dial.value };
}
