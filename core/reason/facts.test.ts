import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { record, rungOf } from '../catalog/index.js';
import { catalog } from '../catalog/shipped.js';
import type { Evidence, Observation } from '../formats/observation.js';
import type { Hold } from '../hold/hold.js';
import { evaluated, watchedPlank } from '../testing.js';
import { factsOf, mergedEvidence, onsetOf, testResult, type PersonHistory, type TriedMend } from './facts.js';

const quick = (id: string) => record(catalog.tests, id);
const holdWith = (t: number | null, total = 40): Hold => ({
  total,
  clean: t ?? total,
  settled: 0,
  firstToGo: t === null ? null : { fault: 'hip-sag', t },
  breaks: [],
  drift: [],
  endedBy: null,
});
const facts = (change: Partial<Observation> = {}, mends: TriedMend[] = [], history: PersonHistory = {}) => {
  const observation = watchedPlank(change);
  return factsOf(
    catalog,
    {
      observation,
      evidence: mergedEvidence(observation.evidence, mends),
      family: record(catalog.families, 'front-plank'),
      rung: rungOf(catalog, 'front-plank', 'forearm'),
      hold: holdWith(21.4),
      measures: [],
    },
    history,
  );
};

describe('when the fault came', () => {
  test.each([
    [1.9, 40, 'at-once'],
    [4, 40, 'at-once'],
    [4.1, 40, 'early'],
    [26.6, 40, 'early'],
    [26.7, 40, 'late'],
    [2, 10, 'at-once'],
    [2.1, 10, 'early'],
  ] as const)('%f s of %i is %s', (t, target, onset) => expect(onsetOf(holdWith(t), target)).toBe(onset));
  test('without a first fault or a hold there is none', () => {
    expect(onsetOf(holdWith(null), 40)).toBeUndefined();
    expect(onsetOf(null, 40)).toBeUndefined();
  });
  test('later is never told as earlier', () => {
    const order = ['at-once', 'early', 'late'];
    const tenth = fc.integer({ min: 0, max: 400 }).map((n) => n / 10);
    fc.assert(
      fc.property(tenth, tenth, (a, b) => {
        const [x, y] = [Math.min(a, b), Math.max(a, b)].map((t) => order.indexOf(onsetOf(holdWith(t), 40)!));
        expect(x).toBeLessThanOrEqual(y!);
      }),
    );
  });
});

describe('answers of quick tests', () => {
  test('a number is held against the test’s limit', () => {
    const ankle = quick('knee-to-wall');
    const { limit } = ankle.number!;
    expect([limit - 1, limit + 1].map((n) => testResult(ankle, n))).toEqual(['positive', 'negative']);
    expect(testResult(ankle, 'positive')).toBe('positive');
  });
  test('an active leg raise counts against the passive one: 15° or more apart is a gap', () => {
    const active = quick('leg-raise-active');
    expect(testResult(active, 60, { 'leg-raise-passive': 75 })).toBe('positive');
    expect(testResult(active, 61, { 'leg-raise-passive': 75 })).toBe('negative');
  });
});

describe('mends as evidence', () => {
  test('the first cue and the first shorter lever speak; later ones do not', () => {
    const mends: TriedMend[] = [
      { kind: 'cue', result: 'did-not' },
      { kind: 'lever', result: 'helped' },
      { kind: 'cue', result: 'helped' },
    ];
    expect(mergedEvidence(undefined, mends)).toEqual({ cue: 'not-mended', 'easier-version': 'mended' });
  });
  test('an answer in words goes before what a mend showed', () => {
    const said: Evidence = { cue: 'mended' };
    expect(mergedEvidence(said, [{ kind: 'cue', result: 'did-not' }])).toEqual({ cue: 'mended' });
    expect(mergedEvidence({}, [{ kind: 'touch', result: 'helped' }])).toEqual({});
  });
});

describe('facts of a look', () => {
  test('felt site, onset and lever are gathered', () => {
    const { known } = facts({ evidence: { 'felt-first': 'low-back' } });
    expect([...known]).toEqual(expect.arrayContaining(['felt:low-back', 'onset:early']));
  });
  test('the same thing asked twice counts once: the test stands, the answer goes', () => {
    const asked = facts({ evidence: { cue: 'mended' } });
    const tested = facts({ evidence: { cue: 'mended' }, tests: { 'one-cue': 'negative' } });
    expect(asked.known.has('cue:mended')).toBe(true);
    expect(tested.known.has('cue:mended')).toBe(false);
    expect(tested.tests.get('one-cue')).toBe('negative');
  });
  test('screens and their range checks count; the look’s own answer goes before them', () => {
    const history: PersonHistory = { screen: ['knee-in'], tests: { 'thigh-drop': 'positive' }, sides: 'left-worse' };
    const from = facts({}, [], history);
    expect(from.known.has('screen:knee-in')).toBe(true);
    expect([...from.known].some((f) => f.startsWith('sides:'))).toBe(true);
    expect([...facts().known].some((f) => f.startsWith('sides:'))).toBe(false);
    expect(from.tests.get('thigh-drop')).toBe('positive');
    expect(facts({ tests: { 'thigh-drop': 'negative' } }, [], history).tests.get('thigh-drop')).toBe('negative');
  });
  test('a screen moves the ranking of a look', () => {
    const look = watchedPlank({ evidence: { 'felt-first': 'low-back' } });
    const chance = (history: PersonHistory = {}): number =>
      evaluated(look, { history }).ranking.find((r) => r.cause === 'flexor-short')!.probability;
    expect(chance({ tests: { 'thigh-drop': 'positive' } })).toBeGreaterThan(chance());
    expect(chance({ tests: { 'thigh-drop': 'negative' } })).toBeLessThan(chance());
  });
});
