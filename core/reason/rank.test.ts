import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { catalog, record, rungOf } from '../catalog/index.js';
import { CAUTION_IDS, FELT_SITES, type CautionId } from '../formats/catalog.js';
import { TEST_IDS } from '../formats/observation.js';
import { evaluated, watchedPlank } from '../testing.js';
import { mergedEvidence, factsOf, onsetOf, testResult } from './facts.js';
import {
  chanceOfPositive,
  nextBestTest,
  openTests,
  rankCauses,
  SURE_ENOUGH,
  takeoverIndex,
  testWeights,
} from './rank.js';

const family = record(catalog.families, 'front-plank');
const hollow = record(catalog.families, 'hollow');
const facts = (known: string[], tests: Record<string, 'positive' | 'negative'> = {}) => ({
  known: new Set(known),
  tests: new Map(Object.entries(tests)),
});
const sag = [
  { fault: 'hip-sag', severity: 'clear' as const, probability: 1, measure: null, from: 'observed' as const },
];
const chance = (ranking: ReturnType<typeof rankCauses>, cause: string): number =>
  ranking.find((r) => r.cause === cause)!.probability;
const observe = watchedPlank;

describe('ranking causes', () => {
  test('worked: prior odds times factors. Flexors 0.1 → odds 1/9; front of hip felt ×4 → 4/13; pelvis forward ×4 → 0.64', () => {
    expect(chance(rankCauses(catalog, facts(['felt:front-of-hip']), family, []), 'flexor-takeover')).toBeCloseTo(
      4 / 13,
      9,
    );
    expect(
      chance(rankCauses(catalog, facts(['felt:front-of-hip', 'tilt:forward']), family, []), 'flexor-takeover'),
    ).toBeCloseTo(0.64, 9);
  });
  test('worked: a site normal for the family counts half in log-odds: belly in a plank gives ×2 instead of ×4', () => {
    expect(chance(rankCauses(catalog, facts(['felt:belly']), family, []), 'abs-endurance')).toBeCloseTo(
      2 / 9 / (1 + 2 / 9),
      9,
    );
  });
  test('worked: a finding counts as far as it is sure. Flexors 0.1 → odds 1/9; a sag sure by half ×√2, sure ×2', () => {
    const led = (probability: number): number =>
      chance(rankCauses(catalog, facts([]), family, [{ ...sag[0]!, probability }]), 'flexor-takeover');
    const odds = (p: number): number => p / (1 - p);
    expect(odds(led(1))).toBeCloseTo(2 / 9, 9);
    expect(odds(led(0.5))).toBeCloseTo(Math.SQRT2 / 9, 9);
    expect(led(0)).toBeCloseTo(0.1, 9);
  });
  test('what says nothing about a cause leaves it at its prior; the three strongest reasons are told', () => {
    const ranking = rankCauses(
      catalog,
      facts(['felt:front-of-hip', 'tilt:forward', 'easier:mended', 'cramp:front-of-hip']),
      family,
      sag,
    );
    expect(chance(ranking, 'neck-weak')).toBeCloseTo(0.04, 9);
    const top = ranking[0]!;
    expect(top.cause).toBe('flexor-takeover');
    expect(top.reasons).toHaveLength(3);
    expect(top.all.length).toBeGreaterThan(3);
  });
  test('two facts together: both versions bad counts only with the front of the hip felt', () => {
    const both = chance(
      rankCauses(catalog, facts(['bent:both-bad', 'felt:front-of-hip']), hollow, []),
      'flexor-takeover',
    );
    expect(chance(rankCauses(catalog, facts(['bent:both-bad']), hollow, []), 'flexor-takeover')).toBeCloseTo(0.1, 9);
    expect(both).toBeCloseTo(0.64, 9);
  });
  test('a test weighs ++ for its first cause, + for the others, − when negative; against is the mirror', () => {
    const t = record(catalog.tests, 'hand-under-back');
    expect(testWeights(t, 'positive')).toEqual({ pattern: '++', 'abs-endurance': '+', lever: '--' });
    expect(testWeights(t, 'negative')).toEqual({ pattern: '-', 'abs-endurance': '-', lever: '+' });
  });
  test('the order of facts does not matter, and every probability stays between 0 and 1', () => {
    const all = catalog.evidence.flatMap((row) => row.when);
    fc.assert(
      fc.property(
        fc.shuffledSubarray(all),
        fc.dictionary(
          fc.constantFrom(...catalog.tests.map((t) => t.id)),
          fc.constantFrom('positive' as const, 'negative' as const),
        ),
        (known, tests) => {
          const a = rankCauses(catalog, facts(known, tests), family, sag);
          const b = rankCauses(catalog, facts([...known].reverse(), tests), family, sag);
          for (const cause of a) {
            expect(cause.probability).toBeGreaterThan(0);
            expect(cause.probability).toBeLessThan(1);
            expect(chance(b, cause.cause)).toBeCloseTo(cause.probability, 9);
          }
        },
      ),
    );
  });
});

describe('facts', () => {
  test('worked: onset at once within 2 s or a tenth, late in the last third, early between', () => {
    const at = (t: number, target?: number) =>
      onsetOf(
        { total: 40, clean: 0, settled: 0, firstToGo: { fault: 'x', t }, breaks: [], drift: [], endedBy: null },
        target,
      );
    expect([1.9, 3.9, 4.1, 26.6, 26.7].map((t) => at(t, 40))).toEqual(['at-once', 'at-once', 'early', 'early', 'late']);
    expect(onsetOf(null, 40)).toBeUndefined();
  });
  test('numbers are held against limits; an active raise against the passive one', () => {
    const passive = record(catalog.tests, 'leg-raise-passive');
    const active = record(catalog.tests, 'leg-raise-active');
    expect([69, 70].map((n) => testResult(passive, n))).toEqual(['positive', 'negative']);
    expect(testResult(active, 66, { 'leg-raise-passive': 80 })).toBe('negative');
    expect(testResult(active, 65, { 'leg-raise-passive': 80 })).toBe('positive');
  });
  test('the same fact known twice counts once: the test stands, the answer gives way', () => {
    const rung = rungOf(catalog, 'front-plank');
    const observation = observe({ tests: { 'one-cue': 'negative', talk: 'negative' } });
    const evidence = { cue: 'mended' as const, breath: 'stopped' as const };
    const known = factsOf(catalog, { observation, evidence, family, rung, hold: null, measures: [] });
    expect([...known.known].filter((f) => f.startsWith('cue') || f.startsWith('breath'))).toEqual([]);
    expect(known.tests.size).toBe(2);
  });
  test('mends are evidence; words go before them', () => {
    expect(
      mergedEvidence(undefined, [
        { kind: 'cue', result: 'helped-for-a-moment' },
        { kind: 'lever', result: 'helped' },
      ]),
    ).toEqual({ cue: 'mended-for-a-moment', 'easier-version': 'mended' });
    expect(mergedEvidence({ cue: 'mended' }, [{ kind: 'cue', result: 'did-not' }])).toEqual({ cue: 'mended' });
  });
});

describe('next best test', () => {
  test('worked: P(positive) is 0.8, 0.2 or 0.35 by the causes’ share', () => {
    const t = record(catalog.tests, 'hand-under-back');
    const share = (cause: 'pattern' | 'lever' | 'wrist') =>
      chanceOfPositive([{ cause, probability: 0.5, reasons: [], all: [] }], t);
    expect([share('pattern'), share('lever'), share('wrist')]).toEqual(
      [0.8, 0.2, 0.35].map((n) => expect.closeTo(n, 9)),
    );
  });
  test('the stop rule: nothing is proposed for a sure cause', () => {
    const sure = rankCauses(catalog, facts(['felt:front-of-hip', 'tilt:forward', 'cramp:front-of-hip']), family, sag);
    expect(sure[0]!.probability).toBeGreaterThan(SURE_ENOUGH);
    expect(nextBestTest(sure, catalog.tests)).toBeNull();
  });
  test('of two tests that tell as much the quicker one is proposed, whichever stands first', () => {
    const ranking = rankCauses(catalog, facts(['felt:front-of-hip']), family, sag);
    const best = record(catalog.tests, nextBestTest(ranking, catalog.tests)!.test);
    const slow = { ...best, id: 'slow', seconds: best.seconds + 30 };
    const quick = { ...best, id: 'quick', seconds: best.seconds - 5 };
    for (const order of [
      [slow, quick, best],
      [quick, best, slow],
      [best, slow, quick],
    ])
      expect(nextBestTest(ranking, order)!.test).toBe('quick');
    expect(nextBestTest(ranking, [best, { ...best, id: 'as-quick' }])!.test).toBe(best.id);
  });
  test('no test that a caution excludes, that needs missing kit, or that is answered is ever proposed', () => {
    fc.assert(
      fc.property(
        fc.subarray([...CAUTION_IDS]),
        fc.constantFrom(...FELT_SITES),
        fc.subarray([...TEST_IDS]),
        (cautions: CautionId[], site, done) => {
          const known = facts([`felt:${site}`], Object.fromEntries(done.map((id) => [id, 'negative' as const])));
          const proposed = nextBestTest(
            rankCauses(catalog, known, family, sag),
            openTests(catalog, known, family, { cautions, kit: ['mat', 'wall'] }),
          );
          if (!proposed) return;
          const chosen = record(catalog.tests, proposed.test);
          expect(done).not.toContain(chosen.id);
          expect(chosen.excludedBy.some((c) => cautions.includes(c))).toBe(false);
          expect(chosen.kit.every((k) => ['mat', 'wall'].includes(k))).toBe(true);
        },
      ),
    );
  });
  test('answering the proposed test updates the ranking at once', () => {
    const before = evaluated(observe({ evidence: { 'felt-first': 'nowhere' } }));
    const next = before.nextTest!;
    const after = evaluated(observe({ evidence: { 'felt-first': 'nowhere' }, tests: { [next.test]: 'positive' } }));
    expect(after.ranking).not.toEqual(before.ranking);
    expect(after.nextTest?.test).not.toBe(next.test);
  });
});

describe('a test is proposed where it can change something', () => {
  const CAUSES = ['flexor-takeover', 'abs-endurance', 'lever'] as const;
  const ranked = (...chances: number[]) =>
    chances.map((probability, i) => ({ cause: CAUSES[i]!, probability, reasons: [], all: [] }));
  const test_ = (id: string, change: Partial<(typeof catalog.tests)[number]>) => ({
    ...record(catalog.tests, 'thigh-drop'),
    id,
    for: [],
    against: [],
    ...change,
  });
  const proposed = (ranking: ReturnType<typeof ranked>, ...tests: ReturnType<typeof test_>[]) =>
    nextBestTest(ranking, tests);
  test('not one that speaks of other causes only', () => {
    expect(proposed(ranked(0.5, 0.3), test_('t', { for: ['lever'] }))).toBeNull();
  });
  test('one that moves the first by a tenth, by either answer', () => {
    // Odds 1 × 4 → 0.8, and × ½ → ⅓.
    const led = proposed(ranked(0.5, 0.3), test_('t', { for: ['flexor-takeover'] }))!;
    expect(led.ifPositive).toEqual({ cause: 'flexor-takeover', probability: expect.closeTo(0.8, 9) });
    expect(led.ifNegative).toEqual({ cause: 'flexor-takeover', probability: expect.closeTo(1 / 3, 9) });
    expect(led.now).toEqual({ cause: 'flexor-takeover', probability: 0.5 });
    // A small chance is moved by little: odds 1/49 × 4 → 0.075.
    expect(proposed(ranked(0.02, 0.01), test_('t', { for: ['flexor-takeover'] }))).toBeNull();
  });
  test('one that leaves the first where it is and lifts another a tenth above it', () => {
    // 0.3 × odds 4 → 0.63 against 0.5: another is likeliest then.
    const led = proposed(ranked(0.5, 0.3), test_('t', { for: ['abs-endurance'] }))!;
    expect(led.ifPositive).toEqual({ cause: 'abs-endurance', probability: expect.closeTo(12 / 19, 9) });
    // 0.2 → 0.5 only draws level.
    expect(proposed(ranked(0.5, 0.2), test_('t', { for: ['abs-endurance'] }))).toBeNull();
    // 0.22 → 0.53 stands above it, by less than a tenth.
    expect(proposed(ranked(0.5, 0.22), test_('t', { for: ['abs-endurance'] }))).toBeNull();
  });
  test('worked: the drop in entropy, in bits', () => {
    const led = proposed(ranked(0.5, 0.5), test_('t', { for: ['flexor-takeover'] }))!;
    const bits = (...p: number[]): number => {
      const sum = p.reduce((a, b) => a + b);
      return -p.reduce((all, x) => all + (x / sum) * Math.log2(x / sum), 0);
    };
    const positive = 0.5 * 0.8 + 0.5 * 0.35;
    expect(led.gain).toBeCloseTo(1 - positive * bits(0.8, 0.5) - (1 - positive) * bits(1 / 3, 0.5), 9);
  });
  test('nothing where the first is sure or there is none', () => {
    const tells = test_('t', { for: ['flexor-takeover'] });
    expect(proposed(ranked(SURE_ENOUGH + 0.01, 0.1), tells)).toBeNull();
    expect(proposed(ranked(SURE_ENOUGH, 0.1), tells)).not.toBeNull();
    expect(nextBestTest([], [tells])).toBeNull();
  });
});

describe('takeover index', () => {
  const index = (known: string[], tests: Record<string, 'positive' | 'negative'> = {}) =>
    takeoverIndex(catalog, facts(known, tests), hollow);
  test('null while nothing about it is known', () => {
    expect(index(['onset:late', 'breath:stopped'])).toBeNull();
  });
  test('worked: prior ¼ is odds ⅓; front of hip ×4 → 57; and pelvis forward ×4 → 84; belly felt halves or less', () => {
    expect(index(['felt:front-of-hip'])).toBe(57);
    expect(index(['felt:front-of-hip', 'tilt:forward'])).toBe(84);
    expect(index(['felt:belly'])!).toBeLessThan(25);
  });
  test('worked: the belly-only tests by their own weights, prior ¼ is odds ⅓', () => {
    const index = (id: string, result: 'positive' | 'negative'): number =>
      takeoverIndex(catalog, facts([], { [id]: result }), family)!;
    const percent = (odds: number): number => Math.round((100 * odds) / (1 + odds));
    expect(index('thigh-drop', 'positive')).toBe(percent(2 / 3));
    expect(index('thigh-drop', 'negative')).toBe(percent(1 / 6));
    expect(index('tucked-crunch', 'positive')).toBe(percent(1 / 12));
    expect(index('tucked-crunch', 'negative')).toBe(percent(2 / 3));
    expect(index('hip-lift', 'positive')).toBe(percent(1 / 6));
    expect(index('hip-lift', 'negative')).toBe(percent(2 / 3));
    expect(index('hand-under-back-leg', 'positive')).toBe(percent(2 / 3));
    // What says nothing about takeover leaves it unknown.
    expect(takeoverIndex(catalog, facts(['onset:early']), family)).toBeNull();
  });
  test('worked: a site that is normal in the family counts half, a lever counts beside what is felt', () => {
    const percent = (odds: number): number => Math.round((100 * odds) / (1 + odds));
    // Front of the thigh in a leg raise: + for takeover beside the lever, nothing without it.
    const thigh = takeoverIndex(catalog, facts(['felt:front-of-thigh', 'lever:leg-raise']), hollow)!;
    const alone = takeoverIndex(catalog, facts(['felt:front-of-thigh']), hollow)!;
    const row = catalog.evidence.find((e) => e.id === 'felt-front-of-thigh')!;
    expect(row.weighs['flexor-takeover']).toBe('+');
    const normal = (hollow.normalSites as readonly string[]).includes('front-of-thigh');
    expect(alone).toBe(25);
    expect(thigh).toBe(percent((1 / 3) * 2 ** (normal ? 0.5 : 1)));
    // Belly is normal in a hollow: its − counts half.
    const belly = catalog.evidence.find((e) => e.when.length === 1 && e.when[0] === 'felt:belly')!;
    const scale = (hollow.normalSites as readonly string[]).includes('belly') ? 0.5 : 1;
    const weight = { '++': 4, '+': 2, '-': 0.5, '--': 0.25 }[belly.weighs['flexor-takeover'] as '-'] ?? 1;
    expect(takeoverIndex(catalog, facts(['felt:belly']), hollow)).toBe(percent((1 / 3) * weight ** scale));
  });
  test('tests move it both ways', () => {
    expect(index([], { 'thigh-drop': 'positive' })!).toBeGreaterThan(25);
    expect(index([], { 'thigh-drop': 'negative' })!).toBeLessThan(25);
  });
});

describe('in the evaluation', () => {
  test('causes with reasons, a next test, the index; pain ends the search', () => {
    const explained = evaluated(
      observe({ evidence: { 'felt-first': 'front-of-hip', cue: 'mended-for-a-moment', 'easier-version': 'mended' } }),
    );
    expect(explained.ranking[0]!.reasons.length).toBeGreaterThan(0);
    expect(explained.ranking.filter((c) => c.probability >= 0.2).map((c) => c.cause)).toEqual(
      expect.arrayContaining(['lever', 'flexor-takeover']),
    );
    expect(explained.takeover).toBeGreaterThan(50);
    const pain = evaluated(observe({ ended: { t: 30, reason: 'pain' } }));
    expect(pain).toMatchObject({ pain: true, ranking: [], nextTest: null, choice: { chosen: [] } });
  });
  test('the coach overrules: the chosen cause leads and no test is proposed', () => {
    const detail = evaluated(observe(), { overruled: 'wrist' });
    expect(detail.ranking[0]!.cause).toBe('wrist');
    expect(detail.nextTest).toBeNull();
  });
});
