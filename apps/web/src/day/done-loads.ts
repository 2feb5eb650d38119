import { doneLoads, type DoneBed, type DoneLoad } from '@kanga/core/day';
import { formatCount } from '@kanga/core/units';

/** A load that came off, as it hangs on the line: times in s from the moment of the plan. */
export interface ShownLoad extends Pick<DoneLoad, 'number' | 'artId' | 'press' | 'spoiled' | 'celsius'> {
  key: string;
  start: number;
  end: number;
  words: string;
}

/** What was pressed, as loads on the line; `clock` prints a moment. */
export function shownLoads(beds: readonly DoneBed[], from: string, clock: (seconds: number) => string): ShownLoad[] {
  const at = (moment: string) => (Date.parse(moment) - Date.parse(from)) / 1000;
  return doneLoads(beds).map(({ jobId, number, name, artId, press, spoiled, celsius, pieces, from: began, to }) => ({
    key: `${jobId} ${began}`,
    number,
    artId,
    press,
    spoiled,
    celsius,
    start: at(began),
    end: at(to),
    words: `${number} ${name}, pressed ${clock(at(began))} to ${clock(at(to))}: ${formatCount(pieces, 'piece')}${spoiled > 0 ? `, ${spoiled} spoiled` : ''}`,
  }));
}
