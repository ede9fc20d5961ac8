import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { seededRandom } from '../statistics.js';
import { limitsOfAgreement, weightedKappa, type Pair } from './agreement.js';

const repeat = (n: number, pair: Pair): Pair[] => Array.from({ length: n }, () => pair);

describe('kappa', () => {
  test('worked by hand: 20 yes–yes, 5 yes–no, 10 no–yes, 15 no–no: seen 0.70, by chance 0.50, kappa 0.40', () => {
    const pairs = [...repeat(20, [1, 1]), ...repeat(5, [1, 0]), ...repeat(10, [0, 1]), ...repeat(15, [0, 0])];
    expect(weightedKappa(pairs, 2).kappa).toBeCloseTo(0.4, 9);
  });
  test('worked by hand, four grades: apart by one grade of three on half of four things, by chance 1/3 + …', () => {
    // Seen: (0 + 0 + 1/3 + 1/3)/4 = 1/6. First eye 0,1,2,3 evenly; second 0,1,1,2: chance = Σ p q |a−b|/3.
    const pairs: Pair[] = [
      [0, 0],
      [1, 1],
      [2, 1],
      [3, 2],
    ];
    const chance = (0.25 * (0 + 2 * 1 + 2) + 0.25 * (1 + 0 + 1) + 0.25 * (2 + 2 + 0) + 0.25 * (3 + 4 + 1)) / 4 / 3;
    expect(weightedKappa(pairs, 4).kappa).toBeCloseTo(1 - 1 / 6 / chance, 9);
  });
  test('eyes that say the same are at 1, the opposite of one another at −1; one grade alone has no kappa', () => {
    const same = [...repeat(6, [0, 0]), ...repeat(6, [1, 1])];
    expect(weightedKappa(same, 2).kappa).toBe(1);
    expect(weightedKappa([...repeat(6, [0, 1]), ...repeat(6, [1, 0])], 2).kappa).toBe(-1);
    expect(weightedKappa(repeat(9, [0, 0]), 2)).toEqual({ kappa: null, within: null, things: 9 });
    expect(weightedKappa([], 2)).toEqual({ kappa: null, within: null, things: 0 });
  });
  test('a few things that all agree are not called certain, and more are surer', () => {
    const low = (n: number) => weightedKappa([...repeat(n, [0, 0]), ...repeat(n, [1, 1])], 2).within![0];
    expect(low(3)).toBeLessThan(0.4);
    expect(low(30)).toBeGreaterThan(low(3));
    expect(weightedKappa(repeat(4, [1, 1]), 2).within).toBeNull();
  });
  test('property: changing the eyes over changes nothing; what both say more of the same only raises what is seen', () => {
    const pair = fc.tuple(fc.nat(3), fc.nat(3)) as fc.Arbitrary<Pair>;
    fc.assert(
      fc.property(fc.array(pair, { minLength: 5, maxLength: 40 }), (pairs) => {
        const [a, b] = [
          weightedKappa(pairs, 4),
          weightedKappa(
            pairs.map(([x, y]): Pair => [y, x]),
            4,
          ),
        ];
        if (a.kappa === null) return b.kappa === null;
        expect(b.kappa).toBeCloseTo(a.kappa, 9);
        expect(a.kappa).toBeLessThanOrEqual(1 + 1e-12);
        expect(a.within![0]).toBeLessThanOrEqual(a.kappa + 1e-12);
        expect(a.within![1]).toBeGreaterThanOrEqual(a.kappa - 1e-12);
        return true;
      }),
    );
  });
  test.each([12, 30])(
    'unknown eyes: of %i things, the interval holds the true kappa in at least 90 of 100',
    (things) => {
      const random = seededRandom(things);
      let [inside, all] = [0, 0];
      for (let i = 0; i < 400; i += 1) {
        // A fault is there with chance p; each eye says so of what is there with h, of what is not with f.
        const [p, h, f] = [0.2 + 0.4 * random(), 0.6 + 0.39 * random(), 0.02 + 0.2 * random()];
        const yes = p * h + (1 - p) * f;
        const agree = p * (h * h + (1 - h) ** 2) + (1 - p) * (f * f + (1 - f) ** 2);
        const chance = yes * yes + (1 - yes) ** 2;
        const pairs = Array.from({ length: things }, (): Pair => {
          const there = random() < p;
          const says = (): number => (random() < (there ? h : f) ? 1 : 0);
          return [says(), says()];
        });
        const { within } = weightedKappa(pairs, 2);
        if (!within) continue;
        const kappa = (agree - chance) / (1 - chance);
        all += 1;
        if (within[0] <= kappa && kappa <= within[1]) inside += 1;
      }
      expect(all).toBeGreaterThan(350);
      expect(inside / all).toBeGreaterThan(0.9);
    },
  );
});

describe('limits of agreement', () => {
  test('worked by hand: 1, −1, 2, −2 have mean 0 and standard deviation √(10/3): limits ∓ 3.58', () => {
    const { mean, low, high, error } = limitsOfAgreement([1, -1, 2, -2])!;
    expect(mean).toBe(0);
    expect([low, high].map((x) => x.toFixed(2))).toEqual(['-3.58', '3.58']);
    expect(error).toBeCloseTo(1.96 * Math.sqrt(10 / 3) * Math.sqrt(3 / 4), 9);
  });
  test('two differences tell nothing of their scatter', () => {
    expect(limitsOfAgreement([1, 2])).toBeNull();
  });
  test('property: a second eye that always reads so much more moves the mean by that and the width not at all', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: -30, max: 30, noNaN: true }), { minLength: 3, maxLength: 30 }),
        fc.double({ min: -10, max: 10, noNaN: true }),
        (list, more) => {
          const [a, b] = [limitsOfAgreement(list)!, limitsOfAgreement(list.map((d) => d + more))!];
          expect(b.mean).toBeCloseTo(a.mean + more, 6);
          expect(b.high - b.low).toBeCloseTo(a.high - a.low, 6);
        },
      ),
    );
  });
});
