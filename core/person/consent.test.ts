import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { consentStands, isMinor, type ConsentRecord } from './consent.js';

const day = fc.integer({ min: 1, max: 28 }).map((d) => `2026-05-${String(d).padStart(2, '0')}`);
const one: fc.Arbitrary<ConsentRecord> = fc.record({
  kind: fc.constantFrom('pictures', 'hands-on'),
  relation: fc.constantFrom('self', 'guardian'),
  from: day,
  until: fc.option(day, { nil: null }),
  withdrawnOn: fc.option(day, { nil: null }),
});

describe('a permission', () => {
  test('stands from its first to its last day, for its kind, until it is withdrawn', () => {
    fc.assert(
      fc.property(one, day, (c, today) => {
        const holds = c.withdrawnOn === null && c.from <= today && today <= (c.until ?? '9999-12-31');
        expect(consentStands([c], c.kind, today, false)).toBe(holds);
        expect(consentStands([c], 'something else', today, false)).toBe(false);
      }),
    );
  });
  test('of a minor is a guardian’s, also where one’s own is on record', () => {
    fc.assert(
      fc.property(fc.array(one), day, (list, today) => {
        const guardians = list.filter((c) => c.relation === 'guardian');
        expect(consentStands(list, 'pictures', today, true)).toBe(consentStands(guardians, 'pictures', today, false));
      }),
    );
  });
});

test('someone is a minor through the year of the 18th birthday', () => {
  expect([2007, 2008, 2009].map((year) => isMinor(year, '2026-01-01'))).toEqual([false, true, true]);
  expect(isMinor(null, '2026-01-01')).toBe(false);
});
