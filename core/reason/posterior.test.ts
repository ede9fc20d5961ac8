import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { record } from '../catalog/index.js';
import { catalog } from '../catalog/shipped.js';
import type { CauseId } from '../formats/catalog.js';
import { candidatesOf, chanceOfValue, chancesOf, LEAK, piecesOf, shows, testPiece, type Piece } from './likelihoods.js';
import { changed, entropies, information, likeliestPair, likelihoods, posteriorOf } from './posterior.js';

const A: CauseId = 'lever';
const B: CauseId = 'pattern';
const C: CauseId = 'breath';
const finding = (base: number, ...spare: number[]): Piece => ({
  from: { is: 'finding', fault: 'x' },
  joins: 'or',
  sure: 1,
  positive: true,
  base,
  spare: Float64Array.from(spare),
  lowered: null,
  low: 0,
});
const answer = (base: number, ...single: number[]): Piece => ({
  from: { is: 'row', row: 'x' },
  joins: 'mean',
  base,
  single: Float64Array.from(single),
});
const posterior = (causes: CauseId[], priors: number[], pieces: Piece[]) =>
  posteriorOf(
    causes,
    priors,
    pieces.map((p) => likelihoods(p, causes.length)),
  );

describe('the posterior over sets', () => {
  test('worked: two causes, one fault. Odds ¼ and 1/9, leak 0.1, shown with 0.8 and 0.5', () => {
    // ∅ 1 × 0.1, A ¼ × (1 − 0.9 × 0.2), B 1/9 × (1 − 0.9 × 0.5), both 1/36 × (1 − 0.9 × 0.2 × 0.5).
    const weights = [0.1, 0.25 * 0.82, 0.55 / 9, 0.91 / 36];
    const sum = weights.reduce((a, b) => a + b);
    const p = posterior([A, B], [0.2, 0.1], [finding(0.1, 0.2, 0.5)]);
    expect([...p.sets]).toEqual(weights.map((w) => expect.closeTo(w / sum, 12)));
    expect([...p.causes]).toEqual([
      expect.closeTo((weights[1]! + weights[3]!) / sum, 12),
      expect.closeTo((weights[2]! + weights[3]!) / sum, 12),
    ]);
    expect(likeliestPair(p)).toEqual({ pair: [A, B], probability: expect.closeTo(weights[3]! / sum, 12) });
  });
  test('worked: an answer is spoken by one cause of the set, each with the same chance', () => {
    const under = likelihoods(answer(0.06, 0.24, 0.03), 2);
    expect([...under]).toEqual([0.06, 0.24, 0.03, (0.24 + 0.03) / 2].map((x) => expect.closeTo(x, 12)));
  });
  test('worked: an uncertain finding mixes both readings', () => {
    const under = likelihoods({ ...(finding(0.1, 0.2) as Piece & { joins: 'or' }), sure: 0.7 }, 1);
    expect([...under]).toEqual([0.7 * 0.1 + 0.3 * 0.9, 0.7 * 0.82 + 0.3 * 0.18].map((x) => expect.closeTo(x, 12)));
  });
  test('explaining away: what speaks for one cause of a fault takes from the other', () => {
    const before = posterior([A, B], [0.2, 0.2], [finding(0.05, 0.3, 0.3)]);
    const after = posterior([A, B], [0.2, 0.2], [finding(0.05, 0.3, 0.3), answer(0.1, 0.4, 0.1)]);
    expect(after.causes[0]!).toBeGreaterThan(before.causes[0]!);
    expect(after.causes[1]!).toBeLessThan(before.causes[1]!);
  });
  test('sums to one, in any order, and a piece taken out again undoes it', () => {
    const some = fc.double({ min: 0.01, max: 0.99, noNaN: true });
    const piece = fc.oneof(
      fc.tuple(some, some, some, some).map(([b, x, y, z]) => answer(b, x, y, z)),
      fc.tuple(some, some, some, some).map(([b, x, y, z]) => finding(b, x, y, z)),
    );
    fc.assert(
      fc.property(fc.tuple(some, some, some), fc.array(piece, { minLength: 1, maxLength: 6 }), (priors, pieces) => {
        const p = posterior([A, B, C], priors, pieces);
        expect(p.sets.reduce((a, b) => a + b)).toBeCloseTo(1, 12);
        const turned = posterior([A, B, C], priors, [...pieces].reverse());
        for (let i = 0; i < 3; i += 1) expect(turned.causes[i]).toBeCloseTo(p.causes[i]!, 9);
        const last = likelihoods(pieces.at(-1)!, 3);
        const back = changed(p, last, true);
        const fewer = posterior([A, B, C], priors, pieces.slice(0, -1));
        for (let i = 0; i < 3; i += 1) expect(back.causes[i]).toBeCloseTo(fewer.causes[i]!, 9);
      }),
    );
  });
  test('nothing possible is said to be so', () => {
    expect(() => posteriorOf([A], [0.2], [Float64Array.from([0, 0])])).toThrow(RangeError);
  });
});

describe('what a test tells', () => {
  test('worked: one cause at even odds, 0.85 against 0.15: one bit less the entropy of 0.85', () => {
    const p = posterior([A], [0.5], []);
    const positive = Float64Array.from([0.15, 0.85]);
    const h = -(0.85 * Math.log2(0.85) + 0.15 * Math.log2(0.15));
    expect(information(p, positive, entropies(positive))).toBeCloseTo(1 - h, 12);
  });
  test('none where the answer does not depend on the causes, never below none', () => {
    const p = posterior([A, B], [0.3, 0.2], []);
    const same = new Float64Array(4).fill(0.4);
    expect(information(p, same, entropies(same))).toBeCloseTo(0, 12);
    const some = fc.double({ min: 0, max: 1, noNaN: true });
    fc.assert(
      fc.property(fc.tuple(some, some, some, some), (chances) => {
        const positive = Float64Array.from(chances);
        const bits = information(p, positive, entropies(positive));
        expect(bits).toBeGreaterThanOrEqual(0);
        expect(bits).toBeLessThanOrEqual(1);
      }),
    );
  });
});

describe('likelihoods from the tables', () => {
  const plank = record(catalog.families, 'front-plank');
  const candidates = candidatesOf(catalog, plank);
  const none = { known: new Set<string>(), tests: new Map<string, 'positive' | 'negative'>() };
  test('candidates are what the position’s faults can have; pain is none of them', () => {
    expect(candidates).not.toContain('pain');
    expect(candidates).toEqual(expect.arrayContaining(['lever', 'breath', 'flexor-short', 'shoulder-strength']));
    expect(candidates).not.toContain('ankle-stiff');
  });
  test('a cause shows a fault the less the later it stands in its list, and with all faults together not far over one and a half', () => {
    for (const family of catalog.families)
      for (const cause of candidatesOf(catalog, family)) {
        const faults = catalog.faults.filter((f) => f.families.includes(family.id));
        const all = faults.reduce((sum, f) => sum + shows(catalog, family, f.id, cause), 0);
        expect(all).toBeGreaterThan(0);
        expect(all).toBeLessThanOrEqual(1.6 + 1e-9);
      }
    expect(shows(catalog, plank, 'hip-sag', 'neck-weak')).toBe(0);
    expect(shows(catalog, plank, 'hip-sag', 'lever')).toBeGreaterThan(LEAK);
  });
  test('worked: a value’s chance is base times ratio over all, with none of them at 0.4', () => {
    // Two values at 0.3 each; ×4 on the first: 1.2 of 1.2 + 0.3 + 0.4.
    expect(chanceOfValue(['a', 'b'], 'a', (v) => (v === 'a' ? 4 : 1))).toBeCloseTo(1.2 / 1.9, 12);
    expect(chanceOfValue(['a', 'b'], 'a', () => 1)).toBeCloseTo(0.3, 12);
  });
  test('a site that is normal in the family speaks more softly', () => {
    const at = (family: typeof plank, normal: string[]): number => {
      const own = { ...family, normalSites: normal as typeof family.normalSites };
      const [piece] = piecesOf(catalog, candidates, { ...none, known: new Set(['felt:belly']) }, own, []);
      const { single, base } = piece as Piece & { joins: 'mean' };
      return single[candidates.indexOf('abs-endurance')]! / base;
    };
    expect(at(plank, ['belly'])).toBeLessThan(at(plank, []));
    expect(at(plank, ['belly'])).toBeGreaterThan(1);
  });
  test('onset speaks for the causes of the fault that went first, and for no other', () => {
    const known = { ...none, known: new Set(['onset:late']) };
    const single = (first: string | null): Float64Array =>
      (piecesOf(catalog, candidates, known, plank, [], first)[0] as Piece & { joins: 'mean' }).single;
    const base = (piecesOf(catalog, candidates, known, plank, [], null)[0] as Piece & { joins: 'mean' }).base;
    const neck = candidates.indexOf('neck-weak');
    expect(single(null)[neck]).not.toBeCloseTo(base, 6);
    expect(single('hip-sag')[neck]).toBeCloseTo(base, 12);
    expect(single('chin-poke')[neck]).not.toBeCloseTo(base, 6);
  });
  test('worked: a test alone makes its own figures, and a cause it is against halves the base', () => {
    for (const quick of catalog.tests) {
      const chance = chancesOf(quick);
      const all = [...new Set([...quick.for, ...quick.against, 'neck-weak' as const])];
      const under = likelihoods(testPiece(quick, all, 'positive'), all.length);
      expect(under[0]).toBeCloseTo(chance.else, 12);
      expect(under[1]).toBeCloseTo(chance.first, 12);
      const against = quick.against[0] && all.indexOf(quick.against[0]);
      if (typeof against === 'number') expect(under[1 + against]).toBeCloseTo(chance.against, 12);
      const negative = likelihoods(testPiece(quick, all, 'negative'), all.length);
      expect(negative[1]).toBeCloseTo(1 - chance.first, 12);
    }
  });
  test('every cause but pain has two facts and a test that speak for it first', () => {
    for (const { id } of catalog.causes.filter((c) => c.id !== 'pain')) {
      const facts = catalog.evidence.filter((row) => row.weighs[id] === '++' || row.weighs[id] === '+');
      expect([id, facts.length >= 2, catalog.tests.some((t) => t.for[0] === id)]).toEqual([id, true, true]);
    }
  });
});
