import { momentIn, weekdayOf } from '../units/index.js';
import { minutesOf, shiftsOf, USUAL_SHIFT, windowsOf } from './index.js';

const shift = { name: 'Wren', ...USUAL_SHIFT };
const from = (now: string, zone: string) => (day: string, clock: string) =>
  (Date.parse(momentIn(zone, day, clock)) - Date.parse(now)) / 1000;

describe('hours', () => {
  it('are read off a clock, and what is none is none', () => {
    expect(minutesOf('08:30')).toBe(510);
    expect(minutesOf('8:30')).toBe(510);
    for (const wrong of ['24:00', '8', 'noon', '08:60', '']) expect(minutesOf(wrong)).toBeNaN();
  });
  it('know the day of the week (29 November 2026 is a Sunday, any calendar)', () => {
    expect(weekdayOf('2026-11-29')).toBe(7);
    expect(weekdayOf('2026-11-30')).toBe(1);
    expect(weekdayOf('2024-02-29')).toBe(4);
  });
  it('are each person’s own, the usual ones where nobody said any, and one pair of hands where nobody has a name', () => {
    const own = { ...shift, to: '14:00' };
    expect(shiftsOf(['Wren', 'Odo'], [own])).toEqual([own, { name: 'Odo', ...USUAL_SHIFT }]);
    expect(shiftsOf([])).toEqual([{ name: 'Hands', ...USUAL_SHIFT }]);
  });
});

describe('windows of a shift', () => {
  it('begin now, leave out what is past and the weekend, and part at the break', () => {
    // A Friday, 12:10 in the zone: the morning is over, and the break runs.
    const windows = windowsOf(shift, '2026-12-04', from('2026-12-04T12:10:00Z', 'UTC'));
    expect(windows[0]).toEqual({ from: 20 * 60, to: 260 * 60, over: 260 * 60 + 7200 });
    // Monday at eight is two days, nineteen hours and fifty minutes on.
    expect(windows[1]?.from).toBe((2 * 24 + 19) * 3600 + 50 * 60);
    expect(windows[1]).toMatchObject({ to: (2 * 24 + 23) * 3600 + 50 * 60, over: (2 * 24 + 23) * 3600 + 50 * 60 });
    for (const [i, { from: begins, to, over }] of windows.entries()) {
      expect(begins).toBeLessThan(to);
      expect(to).toBeLessThanOrEqual(over);
      expect(begins).toBeGreaterThanOrEqual(windows[i - 1]?.to ?? 0);
    }
  });
  it('keep to the clock on the wall where clocks are set', () => {
    // Clocks go forward in the night to Sunday, 28 March 2027, in Lisbon (IANA Time Zone Database).
    const always = { ...shift, days: [6, 7], rest: null };
    const windows = windowsOf(always, '2027-03-27', from('2027-03-27T00:00:00Z', 'Europe/Lisbon'));
    expect(windows[0]?.from).toBe(8 * 3600);
    // Sunday at eight is 31 hours on, not 32.
    expect(windows[1]?.from).toBe(31 * 3600);
  });
  it('are none for hours that end before they begin, and whole where a break lies outside', () => {
    const moment = from('2026-12-04T06:00:00Z', 'UTC');
    expect(windowsOf({ ...shift, from: '17:00' }, '2026-12-04', moment)).toEqual([]);
    const odd = windowsOf({ ...shift, rest: { from: '18:00', to: '18:30' } }, '2026-12-04', moment);
    expect(odd[0]).toMatchObject({ from: 2 * 3600, to: 10.5 * 3600 });
  });
});
