import { TZDate } from '@date-fns/tz';
import fc from 'fast-check';
import { addDays, dayIn, isZone, startOfDay, timeIn } from './index.js';

const ZONES = [
  'UTC',
  'Europe/Lisbon',
  'America/New_York',
  'Asia/Kolkata',
  'Pacific/Kiritimati',
  'Pacific/Pago_Pago',
  'Australia/Lord_Howe',
  'America/Sao_Paulo',
];

describe('days of the shop', () => {
  it('are those of its zone, not of the browser or the server', () => {
    expect(dayIn('Pacific/Kiritimati', '2026-11-27T12:00:00Z')).toBe('2026-11-28');
    expect(dayIn('Pacific/Pago_Pago', '2026-11-27T10:59:00Z')).toBe('2026-11-26');
    expect(timeIn('Asia/Kolkata', '2026-11-27T18:31:00Z')).toBe('00:01');
    expect(timeIn('UTC', '2026-11-27T00:00:00Z')).toBe('00:00');
  });
  it('begin where the clocks say so on the days on which they are set (IANA: Lisbon at 1:00 UTC, São Paulo over midnight until 2018)', () => {
    expect(startOfDay('Europe/Lisbon', '2026-03-29')).toBe('2026-03-29T00:00:00.000Z');
    expect(startOfDay('Europe/Lisbon', '2026-03-30')).toBe('2026-03-29T23:00:00.000Z');
    // There was no midnight: the day began at one.
    expect(startOfDay('America/Sao_Paulo', '2018-11-04')).toBe('2018-11-04T03:00:00.000Z');
  });
  it('agree with @date-fns/tz, whatever the zone and the day', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...ZONES),
        fc.integer({ min: 0, max: 22_000 }),
        fc.integer({ min: 0, max: 86_399 }),
        (zone, days, second) => {
          const moment = new Date(days * 86_400_000 + second * 1000).toISOString();
          const other = new TZDate(Date.parse(moment), zone);
          const two = (n: number) => String(n).padStart(2, '0');
          expect(dayIn(zone, moment)).toBe(
            `${other.getFullYear()}-${two(other.getMonth() + 1)}-${two(other.getDate())}`,
          );
          expect(timeIn(zone, moment)).toBe(`${two(other.getHours())}:${two(other.getMinutes())}`);
        },
      ),
      { numRuns: 500 },
    );
  });
  it('hold every moment once: a day ends where the next begins', () => {
    fc.assert(
      fc.property(fc.constantFrom(...ZONES), fc.integer({ min: 10_000, max: 22_000 }), (zone, days) => {
        const day = new Date(days * 86_400_000).toISOString().slice(0, 10);
        const [begins, ends] = [startOfDay(zone, day), startOfDay(zone, addDays(day, 1))];
        // Pago Pago and its like left out whole days when they changed sides of the date line.
        if (begins === ends) return;
        expect(dayIn(zone, begins)).toBe(day);
        expect(dayIn(zone, new Date(Date.parse(ends) - 1000).toISOString())).toBe(day);
        expect(dayIn(zone, new Date(Date.parse(begins) - 1000).toISOString()) < day).toBe(true);
      }),
      { numRuns: 300 },
    );
  });
  it('are not told of a zone that nobody knows', () => {
    expect(isZone('Europe/Lisbon')).toBe(true);
    expect(isZone('Gannet/Hill')).toBe(false);
    expect(isZone('')).toBe(false);
  });
});
