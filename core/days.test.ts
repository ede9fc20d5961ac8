import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { addDays, daysBetween, hallDay, isTimeZone } from './days.js';

describe('days', () => {
  test('a date so many days on is that many days away, over leap days and turns of the year', () => {
    const date = fc
      .date({ min: new Date('1990-01-01'), max: new Date('2090-01-01'), noInvalidDate: true })
      .map((d) => d.toISOString().slice(0, 10));
    fc.assert(
      fc.property(date, fc.integer({ min: -4000, max: 4000 }), (day, n) => {
        expect(daysBetween(day, addDays(day, n))).toBe(n);
      }),
    );
    expect(addDays('2028-02-28', 1)).toBe('2028-02-29');
  });
});

describe('the hall’s day', () => {
  test.each([
    ['the evening in a zone eight hours behind', '2026-05-20T04:30:00Z', 'America/Los_Angeles', '2026-05-19'],
    ['the morning in a zone thirteen hours ahead', '2026-05-19T12:30:00Z', 'Pacific/Tongatapu', '2026-05-20'],
    ['a second before midnight on the wall', '2026-01-10T22:59:59Z', 'Europe/Oslo', '2026-01-10'],
    ['midnight on the wall', '2026-01-10T23:00:00Z', 'Europe/Oslo', '2026-01-11'],
    ['in summer the same wall is an hour on', '2026-07-10T22:00:00Z', 'Europe/Oslo', '2026-07-11'],
    ['the night the clocks go forward', '2026-03-29T00:30:00Z', 'Europe/Oslo', '2026-03-29'],
    ['the night the clocks go back, the second 02:30', '2026-10-25T01:30:00Z', 'Europe/Oslo', '2026-10-25'],
  ])('%s', (_name, instant, zone, day) => {
    expect(hallDay(instant, zone)).toBe(day);
    expect(hallDay(Date.parse(instant), zone)).toBe(day);
  });
  test('goes on with the clock in every zone, a day at a time', () => {
    const zones = fc.constantFrom(
      'UTC',
      'Pacific/Kiritimati',
      'America/St_Johns',
      'Asia/Kathmandu',
      'Pacific/Pago_Pago',
    );
    fc.assert(
      fc.property(zones, fc.integer({ min: 0, max: 4e12 }), (zone, at) => {
        const gone = daysBetween(hallDay(at, zone), hallDay(at + 86_400_000, zone));
        expect(gone).toBeGreaterThanOrEqual(0);
        expect(gone).toBeLessThanOrEqual(2);
      }),
      { numRuns: 200 },
    );
  });
  test('an unknown zone is known as such', () => {
    expect([isTimeZone('Europe/Oslo'), isTimeZone('UTC'), isTimeZone('Harbour/Slip')]).toEqual([true, true, false]);
    expect(() => hallDay('2026-05-20T00:00:00Z', 'Harbour/Slip')).toThrow(RangeError);
  });
});
