import { expect, test } from '@jest/globals';
import { offTempoText } from './clip.js';
import { freeShort, freeText } from './marks.js';

test('a free measure says its error, in its unit', () => {
  expect(freeText({ value: 91.26, sd: 2.5, unit: 'deg' })).toBe('91.3° ± 4.9°');
  expect(freeText({ value: 31, sd: 1, unit: 'share' })).toBe('31.0 % of the stature ± 2.0 %');
  expect(freeText(null)).toBe('cannot be read here');
  expect(freeShort({ value: 31.4, sd: 1, unit: 'cm' })).toBe('31 cm');
});
test('a tempo is off where a phase is off by more than a clip can miss', () => {
  expect(offTempoText([1, 1, 2], { up: 0.2, pause: -0.3, down: 0.3 }, 0.2)).toBe('Tempo 1 · 1 · 2 kept.');
  // What the clip cannot tell is not told.
  expect(offTempoText([1, 1, 2], { up: -0.5, pause: 0.6, down: 1.2 }, 0.8)).toBe(
    'Tempo 1 · 1 · 2: down 1.2 s too slow.',
  );
  expect(offTempoText([1, 1, 2], { up: -0.5, pause: 0.6, down: 1.2 }, 0.2)).toBe(
    'Tempo 1 · 1 · 2: up 0.5 s too fast, pause 0.6 s too long, down 1.2 s too slow.',
  );
});
