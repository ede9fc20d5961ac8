import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { record, rungOf } from '../catalog/index.js';
import { catalog } from '../catalog/shipped.js';
import { CAUTION_IDS, FELT_SITES, type CautionId } from '../formats/catalog.js';
import { TEST_IDS } from '../formats/observation.js';
import { evaluated, watchedPlank } from '../testing.js';
import { mergedEvidence, factsOf, onsetOf, testResult } from './facts.js';
import { nextBestTest, openTests, rankCauses, reasonAbout, SURE_ENOUGH, takeoverIndex, WORTH_BITS } from './rank.js';

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
  const reasoned = (known: string[], tests: Record<string, 'positive' | 'negative'> = {}, findings = sag) =>
    reasonAbout(catalog, facts(known, tests), family, findings, 'hip-sag');
  test('a fault makes its causes likelier than anybody’s, the first in its list most; what it does not list less so', () => {
    const bare = rankCauses(catalog, facts([]), family, []);
    const seen = rankCauses(catalog, facts([]), family, sag);
    for (const cause of ['lever', 'abs-endurance']) expect(chance(seen, cause)).toBeGreaterThan(chance(bare, cause));
    expect(chance(seen, 'neck-weak')).toBeLessThanOrEqual(chance(bare, 'neck-weak'));
  });
  test('what was felt, how it mended and what a test said lead to the cause they are of; its reasons are told', () => {
    const hip = reasoned(['felt:front-of-hip', 'cramp:front-of-hip', 'tilt:forward'], { 'heels-dig': 'positive' });
    expect(hip.ranking[0]!.cause).toBe('flexor-takeover');
    expect(hip.ranking[0]!.probability).toBeGreaterThan(SURE_ENOUGH);
    expect(hip.ranking[0]!.reasons).toHaveLength(3);
    expect(hip.ranking[0]!.reasons.every((r) => r.logOdds > 0)).toBe(true);
    expect(hip.flat).toBe(false);
    const tired = reasoned(['felt:belly', 'onset:late'], { 'tucked-crunch': 'positive' });
    expect(tired.ranking[0]!.cause).toBe('abs-endurance');
  });
  test('a reason is what the cause would lose without the piece', () => {
    const all = reasoned(['felt:front-of-hip', 'onset:late']);
    const without = reasoned(['onset:late']);
    const logit = (p: number): number => Math.log(p / (1 - p));
    const told = all.ranking
      .find((r) => r.cause === 'flexor-takeover')!
      .all.find((r) => r.from.is === 'row' && r.from.row === 'felt-front-of-hip')!;
    expect(told.logOdds).toBeCloseTo(
      logit(chance(all.ranking, 'flexor-takeover')) - logit(chance(without.ranking, 'flexor-takeover')),
      9,
    );
  });
  test('nothing stands out where nothing is known; a turning piece is one without which another cause leads', () => {
    expect(reasoned([], {}, []).flat).toBe(true);
    const turned = reasoned(['felt:front-of-hip', 'tilt:forward']);
    const before = turned.ranking[0]!.cause;
    for (const piece of turned.turning) {
      if (piece.is !== 'row') continue;
      const row = catalog.evidence.find((r) => r.id === piece.row)!;
      const left = ['felt:front-of-hip', 'tilt:forward'].filter((f) => f !== row.when[0]);
      expect(reasoned(left).ranking[0]!.cause).not.toBe(before);
    }
  });
  test('two facts together: both versions bad counts only with the front of the hip felt', () => {
    const of = (known: string[]) => chance(rankCauses(catalog, facts(known), hollow, []), 'flexor-takeover');
    expect(of(['bent:both-bad'])).toBeCloseTo(of([]), 12);
    expect(of(['bent:both-bad', 'felt:front-of-hip'])).toBeGreaterThan(of(['felt:front-of-hip']));
  });
  test('screens reach a plank’s causes only where its faults list them', () => {
    const known = rankCauses(catalog, facts(['screen:knee-in']), family, sag);
    expect(known.map((r) => r.cause)).not.toContain('ankle-stiff');
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
      { numRuns: 40 },
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
  test('the stop rule: nothing is proposed for a sure cause', () => {
    const known = facts(['felt:front-of-hip', 'tilt:forward', 'cramp:front-of-hip'], { 'heels-dig': 'positive' });
    const sure = reasonAbout(catalog, known, family, sag);
    expect(sure.ranking[0]!.probability).toBeGreaterThan(SURE_ENOUGH);
    expect(nextBestTest(sure, catalog.tests)).toBeNull();
  });
  test('what is proposed tells as much as any, or nearly and more a minute, and says what either answer would make of it', () => {
    const now = reasonAbout(catalog, facts(['onset:late']), family, sag);
    const tests = openTests(catalog, facts(['onset:late']), family);
    const next = nextBestTest(now, tests)!;
    expect(next.gain).toBeGreaterThanOrEqual(WORTH_BITS);
    for (const alone of tests) {
      const led = nextBestTest(now, [alone]);
      if (led) expect(led.gain).toBeLessThanOrEqual(next.gain / 0.9 + 1e-9);
    }
    for (const [result, said] of [
      ['positive', next.ifPositive],
      ['negative', next.ifNegative],
    ] as const) {
      const after = reasonAbout(catalog, facts(['onset:late'], { [next.test]: result }), family, sag).ranking[0]!;
      expect(said).toEqual({ cause: after.cause, probability: expect.closeTo(after.probability, 9) });
    }
    expect(nextBestTest(now, [])).toBeNull();
    // One that speaks of none of the position's causes tells nothing.
    expect(nextBestTest(now, [{ ...record(catalog.tests, 'knee-to-wall') }])).toBeNull();
  });
  test('of two that tell as much a minute the quicker one is proposed, though the other tells a little more', () => {
    const ranking = reasonAbout(catalog, facts(['felt:front-of-hip']), family, sag);
    const quick = record(catalog.tests, nextBestTest(ranking, catalog.tests)!.test);
    const slow = { ...quick, id: 'tells-a-little-more', errors: { ...quick.errors, base: 0.97 * quick.errors.base } };
    const told = (test: typeof quick): number => nextBestTest(ranking, [test])!.gain;
    expect(told(slow)).toBeGreaterThan(told(quick));
    expect(told(slow)).toBeLessThan(1.1 * told(quick));
    slow.seconds = (quick.seconds * told(slow)) / told(quick);
    for (const order of [
      [slow, quick],
      [quick, slow],
    ])
      expect(nextBestTest(ranking, order)!.test).toBe(quick.id);
  });
  test('of two tests that tell as much the quicker one is proposed, whichever stands first', () => {
    const ranking = reasonAbout(catalog, facts(['felt:front-of-hip']), family, sag);
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
            reasonAbout(catalog, known, family, sag),
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

describe('takeover index', () => {
  const index = (known: string[], tests: Record<string, 'positive' | 'negative'> = {}) =>
    takeoverIndex(catalog, facts(known, tests), hollow);
  test('null while nothing about it is known', () => {
    expect(index(['onset:late', 'breath:stopped'])).toBeNull();
  });
  test('front of the hip and a pelvis that tips speak for it, the belly against; what is of other things says nothing', () => {
    const hip = index(['felt:front-of-hip'])!;
    expect(hip).toBeGreaterThan(35);
    expect(index(['felt:front-of-hip', 'tilt:forward'])!).toBeGreaterThan(hip);
    expect(index(['felt:belly'])!).toBeLessThan(25);
    expect(index(['felt:front-of-hip', 'onset:late', 'breath:stopped'])).toBe(hip);
  });
  test('it is told of a position whose faults do not list it, too', () => {
    const squat = record(catalog.families, 'overhead-squat');
    expect(takeoverIndex(catalog, facts(['felt:front-of-hip']), squat)).toBeGreaterThan(25);
  });
  test('tests move it both ways', () => {
    expect(index([], { 'heels-dig': 'positive' })!).toBeGreaterThan(25);
    expect(index([], { 'heels-dig': 'negative' })!).toBeLessThan(25);
    expect(index([], { 'tucked-crunch': 'positive' })!).toBeLessThan(25);
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
    expect(explained.takeover).toBeGreaterThan(35);
    const pain = evaluated(observe({ ended: { t: 30, reason: 'pain' } }));
    expect(pain).toMatchObject({ pain: true, ranking: [], nextTest: null, choice: { chosen: [] } });
  });
  test('the coach overrules: the chosen cause leads and no test is proposed', () => {
    const detail = evaluated(observe(), { overruled: 'wrist' });
    expect(detail.ranking[0]!.cause).toBe('wrist');
    expect([detail.nextTest, detail.whole]).toEqual([null, null]);
    expect(evaluated(observe()).whole).toHaveProperty('turning');
  });
});
