import { calledOf, ofPair } from '@kanga/core/art';
import { namePieces, pressedPieces } from '@kanga/core/bench';
import type { JobView } from '@kanga/core/job';
import { formatTemperature, otherTemperature } from '@kanga/core/units';
import { useShop } from '../data/index.js';
import { PlateFacts } from './plate-facts.js';
import { taskOf, type LaneState } from './use-lane.js';

/** Which pieces the lane is about, with what they are called. */
function whichPieces({ job }: JobView, lane: LaneState): string {
  const { plan, state } = lane;
  const task = taskOf(lane);
  if (!task) return `${pressedPieces(state).length} of ${plan.pieces} pressed`;
  const called = task.pieces
    .map((piece) => [calledOf(job.run, piece), ofPair(plan.blank, job.run, piece) ?? ''].filter(Boolean).join(', '))
    .filter((one) => one !== '');
  const named = namePieces(task.pieces, plan.pieces).replace(/^P/, 'p');
  return `${named}${called.length > 0 ? `: ${called.join('; ')}` : ''}`;
}

/** Which press, which pieces, and what the dial stands at. Beside another lane the pieces are told first: there may be no room for all. */
export function LaneHead({ view, lane, several }: { view: JobView; lane: LaneState; several: boolean }) {
  const { settings, presses } = useShop();
  const { plan, state } = lane;
  const { units } = settings;
  const dial = state.dial ?? plan.dial ?? plan.settings.temperature.value;
  const press = presses.find(({ id }) => id === state.press.id) ?? plan.press;
  const which = whichPieces(view, lane);
  const facts = <PlateFacts press={press} dial={dial} />;
  return (
    <>
      <div className={`flex items-center gap-x-3 gap-y-1 ${several ? '' : 'flex-wrap'}`}>
        <h1 className="font-big text-[26px] leading-none font-bold whitespace-nowrap">{state.press.name}</h1>
        <span className={`text-[19px] text-quiet ${several ? 'truncate' : ''}`}>
          {several ? `${which}, ${plan.blank.name}` : `${plan.blank.name}, ${which}`}
        </span>
        {!several && facts}
        <span className="ml-auto text-[24px] whitespace-nowrap">
          dial <span className="figures">{formatTemperature(dial, units.temperature)}</span>{' '}
          {!several && press.controller === null && (
            <span data-other-unit className="figures text-[19px] text-quiet">
              {otherTemperature(dial, units.temperature)}
            </span>
          )}
        </span>
      </div>
      {several && facts}
    </>
  );
}
