import { describe, expect, test } from '@jest/globals';
import { catalog } from '../core/catalog/shipped.js';
import { holdTold, kappaText, lateText, pictureTold, placingText, rateText, tappedText, whereText } from './eye.js';

describe('an eye in words', () => {
  test('a share says how surely; where nothing was tried it says so', () => {
    expect(rateText({ hits: 8, of: 10 })).toBe('80 % (49 to 94)');
    expect(rateText({ hits: 0, of: 0 })).toBe('not yet known');
    expect([lateText(0.5), lateText(-0.24), lateText(0.01)]).toEqual(['0.5 s late', '0.2 s early', 'on time']);
    expect(placingText(0)).toBe('± 0.0 cm');
    expect(whereText([0, 0])).toBe('where it should');
    expect(whereText([-0.01, 0.012])).toBe('1.6 cm too high, 1.3 cm towards the feet');
  });
  test('agreement of too few says that it is of too few', () => {
    expect(kappaText({ kappa: null, within: null })).toBe('neither named any');
    expect(kappaText({ kappa: 0.7, within: [-1, 1] })).toContain('too few');
    expect(kappaText({ kappa: 0.7, within: [0.5, 0.9] })).toBe('mostly (0.70, 0.50 to 0.90)');
  });
  test('a tapped second says whose lateness stands in it', () => {
    expect(tappedText(null)).toBe('± 1.6 s, as late as an eye is taken to tap');
    expect(tappedText({ placing: null, taps: null, late: { mean: 0, sd: 0.5 } })).toMatch(
      /^± 1\.0 s, as late as this eye/,
    );
  });
  test('a hold is told break by break, with alarms and what was near its limit', () => {
    const truth = {
      breaks: [{ fault: 'hip-sag', t: 10.2, length: 4 }],
      open: ['soft-knees'],
      clean: 10.2,
      first: 'hip-sag',
    };
    const score = {
      named: [
        { fault: 'hip-sag', there: true, named: true },
        { fault: 'chin-poke', there: false, named: true },
      ],
      late: [{ fault: 'hip-sag', by: 0.6 }],
      clean: { true: 10.2, tapped: 8 },
      first: false,
    };
    expect(holdTold(catalog, truth, score)).toEqual([
      'Hips sag went at 10.2 s: seen, 0.6 s late.',
      'Tapped and not there: chin pokes.',
      'Near its limit, so either answer is right: knees soft.',
      'Clean 10.2 s; by your taps 8.0 s.',
    ]);
    const missed = { ...score, named: [{ fault: 'hip-sag', there: true, named: false }], late: [] };
    expect(holdTold(catalog, truth, missed)[0]).toBe('Hips sag went at 10.2 s: missed.');
    const clean = { ...score, named: [], late: [] };
    expect(holdTold(catalog, { ...truth, breaks: [], open: [] }, clean)[0]).toBe('Nothing went.');
  });
  test('a picture is told by what was there, what was missed, and how far the reading was off', () => {
    const truth = { there: ['hip-sag'], open: [], values: new Map([['hip-line', 14]]) };
    const told = pictureTold(
      catalog,
      truth,
      { faults: ['chin-poke'], sure: 'sure', degrees: 10 },
      {
        named: [
          { fault: 'hip-sag', there: true, named: false },
          { fault: 'chin-poke', there: false, named: true },
        ],
        sure: 'sure',
        right: false,
        off: -4,
      },
      { id: 'hip-line', value: 14 },
    );
    expect(told).toEqual([
      'Not quite.',
      'There: hips sag.',
      'Not named: hips sag.',
      'Named and not there: chin pokes.',
      'Body line 14°; you read 10°, 4° off.',
    ]);
  });
});
