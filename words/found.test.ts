import { describe, expect, test } from '@jest/globals';
import { catalog } from '../core/catalog/shipped.js';
import { judge, statedFinding } from '../core/evaluate/judge.js';
import { see } from '../core/evaluate/see.js';
import { nobody } from '../core/person/circumstance.js';
import { watchedPlank } from '../core/testing.js';
import { foundText } from './found.js';

const told = (change: Parameters<typeof watchedPlank>[0]): string => {
  const judged = judge(see({ observation: watchedPlank(change) }, catalog), catalog, nobody());
  return foundText(catalog, judged, statedFinding(judged));
};

describe('what a look found', () => {
  test('clean seconds and the first fault', () => {
    const text = told({
      events: [{ t: 12, fault: 'hip-sag', state: 'on' }],
      ended: { t: 30, reason: 'coach' },
    });
    expect(text).toMatch(/^12\.0 s clean of 30\.0 s\. Hips sag, (slight|clear|gross)\.$/);
  });
  test('nothing stated is said so', () => {
    expect(told({ events: [], ended: { t: 30, reason: 'target' } })).toBe('30.0 s clean of 30.0 s. No stated fault.');
  });
  test('pain comes before any fault', () => {
    expect(told({ events: [{ t: 12, fault: 'hip-sag', state: 'on' }], ended: { t: 20, reason: 'pain' } })).toMatch(
      /clean of 20\.0 s\. Pain ended the hold/,
    );
  });
});
