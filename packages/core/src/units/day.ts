/** Days and times of day where the shop stands. A zone is a name of the IANA Time Zone Database, `Europe/Lisbon`; moments are ISO 8601 in UTC. */

const formats = new Map<string, Intl.DateTimeFormat>();

/** Throws a RangeError for a zone that nobody knows. Making one takes a hundred times longer than using it: each is kept. */
function formatOf(zone: string): Intl.DateTimeFormat {
  const kept = formats.get(zone);
  if (kept) return kept;
  const made = new Intl.DateTimeFormat('en-GB', {
    timeZone: zone,
    hourCycle: 'h23',
    year: 'numeric',
    month: '2-digit',
    day: '2-digit',
    hour: '2-digit',
    minute: '2-digit',
    second: '2-digit',
  });
  formats.set(zone, made);
  return made;
}

function partsIn(zone: string, moment: number): Record<string, string> {
  return Object.fromEntries(
    formatOf(zone)
      .formatToParts(moment)
      .map(({ type, value }) => [type, value]),
  );
}

/** Whether a zone is known here. */
export function isZone(zone: string): boolean {
  try {
    formatOf(zone);
    return true;
  } catch (error) {
    if (error instanceof RangeError) return false;
    throw error;
  }
}

/** The calendar day of a moment in a zone, `2026-11-27`. */
export function dayIn(zone: string, moment: string): string {
  const { year = '', month = '', day = '' } = partsIn(zone, Date.parse(moment));
  return `${year.padStart(4, '0')}-${month}-${day}`;
}

/** The time of day of a moment in a zone, on 24 hours, `07:04`. */
export function timeIn(zone: string, moment: string): string {
  const { hour = '', minute = '' } = partsIn(zone, Date.parse(moment));
  return `${hour}:${minute}`;
}

const HOUR = 3_600_000;

/** What clocks in a zone show at a moment, as if it were UTC, ms. */
function shownAt(zone: string, moment: number): number {
  const { year, month, day, hour, minute, second } = partsIn(zone, moment);
  return Date.UTC(Number(year), Number(month) - 1, Number(day), Number(hour), Number(minute), Number(second));
}

/**
 * The moment at which a day begins in a zone, in UTC. Where the clocks are set forward over midnight it begins at the first moment that is of that day; where they are set back
 * over it, at the first of the two midnights. Halving: about 20 looks at the clock.
 */
export const startOfDay = (zone: string, day: string): string => momentIn(zone, day, '00:00');

/** The moment at which clocks in a zone show a time of a day, `08:30`, in UTC: the first such moment, or the first after a gap that it falls into. As `startOfDay`. */
export function momentIn(zone: string, day: string, clock: string): string {
  const wanted = Date.parse(`${day}T${clock}:00Z`);
  // No zone is more than 14 hours from UTC, and none sets its clocks by more than a day.
  let [before, after] = [wanted - 27 * HOUR, wanted + 27 * HOUR];
  while (after - before > 1000) {
    const middle = Math.floor((before + after) / 2000) * 1000;
    if (shownAt(zone, middle) >= wanted) after = middle;
    else before = middle;
  }
  return new Date(after).toISOString();
}

/** The day so many days after a day, or before it. Calendar days: no clock that is set comes into it. */
export const addDays = (day: string, days: number): string =>
  new Date(Date.parse(`${day}T00:00:00Z`) + days * 24 * HOUR).toISOString().slice(0, 10);

/** 1 for Monday … 7 for Sunday, of a day. */
export const weekdayOf = (day: string): number => new Date(`${day}T00:00:00Z`).getUTCDay() || 7;

/** The moment so many seconds after a moment, or before it. */
export const momentAfter = (moment: string, seconds: number): string =>
  new Date(Date.parse(moment) + seconds * 1000).toISOString();

/** Days from one day to another. */
export const daysBetween = (from: string, to: string): number =>
  Math.round((Date.parse(to) - Date.parse(from)) / (24 * HOUR));
