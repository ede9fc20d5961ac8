import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { massFromForm, massText, massToForm, statureFromForm, statureText, statureToForm } from './units.js';

describe('units', () => {
  test('by hand', () => {
    expect(statureText(1.72, 'metric')).toBe('172 cm');
    expect(statureText(1.8288, 'imperial')).toBe('6 ft 0 in');
    expect(massText(68.04, 'imperial')).toBe('150 lb');
    expect(statureFromForm(70, 'imperial')).toBeCloseTo(1.778, 6);
  });
  test('into a form and back keeps the value to the form’s own rounding', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.6, max: 2.5, noNaN: true }),
        fc.double({ min: 20, max: 300, noNaN: true }),
        fc.constantFrom('metric' as const, 'imperial' as const),
        (m, kg, units) => {
          expect(Math.abs(statureFromForm(statureToForm(m, units), units) - m)).toBeLessThan(0.0014);
          expect(Math.abs(massFromForm(massToForm(kg, units), units) - kg)).toBeLessThan(0.06);
        },
      ),
    );
  });
});
