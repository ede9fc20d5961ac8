import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  dayOrderOf,
  needsDayOrder,
  readCount,
  readDay,
  readLength,
  readMass,
  readNumber,
  readSeconds,
  withoutMark,
} from './cells.js';

const value = (v: unknown) => ({ value: v });
const isProblem = (read: object): boolean => 'problem' in read;

describe('numbers', () => {
  test('have a point or a comma, and nothing else', () => {
    expect(readNumber('1,72')).toEqual(value(1.72));
    expect(readNumber(' −3.5 ')).toEqual(value(-3.5));
    for (const odd of ['', '1.234,5', '12 500', '0x10', 'NaN', 'Infinity', '1e3', '=1+1', '1,2,3'])
      expect(isProblem(readNumber(odd))).toBe(true);
  });
  test('any number of the record is read as it was written, with either sign', () => {
    fc.assert(
      fc.property(fc.integer({ min: -99_999_999, max: 99_999_999 }), fc.boolean(), (n, comma) => {
        const text = (n / 1000).toString();
        expect(readNumber(comma ? text.replace('.', ',') : text)).toEqual(value(n / 1000));
      }),
    );
  });
  test('a count is whole', () => {
    expect(readCount('8')).toEqual(value(8));
    expect(isProblem(readCount('8.5'))).toBe(true);
  });
});

describe('lengths and masses', () => {
  test('a unit in the cell stands before the column’s', () => {
    expect(readLength('172', 'cm')).toEqual(value(1.72));
    expect(readLength('1.72 m', 'cm')).toEqual(value(1.72));
    expect(readLength('68in', 'm')).toEqual(value(1.7272));
    expect(readMass('150', 'lb')).toEqual(value(68.038856));
    expect(readMass('68 kg', 'lb')).toEqual(value(68));
  });
  test('feet and inches', () => {
    for (const text of ['5 ft 8 in', '5\'8"', '5′8″', '5 feet 8 inches', "5' 8"])
      expect(readLength(text, 'm')).toEqual(value(1.7272));
    expect(readLength("6'", 'm')).toEqual(value(1.8288));
    expect(readLength('5\'13"', 'm')).toEqual({ problem: expect.stringContaining('a foot has 12') });
  });
  test('another unit is told', () => {
    expect(readLength('3 yards', 'm')).toEqual({ problem: '“yards” is no unit here' });
    expect(isProblem(readMass('11 stone', 'kg'))).toBe(true);
  });
});

test('times as seconds, minutes and hours', () => {
  expect(readSeconds('40')).toEqual(value(40));
  expect(readSeconds('40 s')).toEqual(value(40));
  expect(readSeconds('1:05')).toEqual(value(65));
  expect(readSeconds('1:00:30')).toEqual(value(3630));
  expect(readSeconds('12,5 sec')).toEqual(value(12.5));
  expect(isProblem(readSeconds('1:75'))).toBe(true);
  expect(isProblem(readSeconds('long'))).toBe(true);
});

describe('days', () => {
  test('every day is read from each way of writing it', () => {
    fc.assert(
      fc.property(
        fc.date({ min: new Date('1900-01-01'), max: new Date('2100-12-31'), noInvalidDate: true }),
        fc.constantFrom('.', '/', '-'),
        (date, sign) => {
          const iso = date.toISOString().slice(0, 10);
          const [y, m, d] = iso.split('-').map(Number);
          expect(readDay(iso, null)).toEqual(value(iso));
          expect(readDay([d, m, y].join(sign), 'day-first')).toEqual(value(iso));
          expect(readDay([m, d, y].join(sign), 'month-first')).toEqual(value(iso));
          // Without the order it is read right, or not at all.
          const free = readDay([d, m, y].join(sign), null);
          if ('value' in free) expect(free.value).toBe(iso);
          else expect(free.problem).toContain('two ways');
        },
      ),
    );
  });
  test('days that are none, and years of two digits, are told', () => {
    expect(readDay('31.4.2026', 'day-first')).toEqual({ problem: '“31.4.2026” is no day of the calendar' });
    expect(readDay('29.2.2028', 'day-first')).toEqual(value('2028-02-29'));
    expect(readDay('29.2.2026', 'day-first')).toEqual({ problem: expect.stringContaining('no day') });
    expect(readDay('1.5.26', 'day-first')).toEqual({ problem: expect.stringContaining('write all four') });
    expect(readDay('May 3rd', null)).toEqual({ problem: expect.stringContaining('no day like') });
    expect(readDay('3-4.2026', 'day-first')).toEqual({ problem: expect.stringContaining('no day like') });
  });
  test('a column tells its order where one day can be read one way only', () => {
    expect(dayOrderOf(['1/2/2026', '13/2/2026'])).toBe('day-first');
    expect(dayOrderOf(['1/2/2026', '2/13/2026'])).toBe('month-first');
    expect(dayOrderOf(['1/2/2026', '3/4/2026'])).toBeNull();
    expect(dayOrderOf(['13/2/2026', '2/13/2026'])).toBeNull();
    expect(needsDayOrder(['2026-02-01'])).toBe(false);
    expect(needsDayOrder(['2026-02-01', '1/2/2026'])).toBe(true);
  });
});

test('the mark before what looks like a formula is no part of the text', () => {
  expect(withoutMark("'=SUM(A1)")).toBe('=SUM(A1)');
  expect(withoutMark("'tis")).toBe("'tis");
});
