import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { seededRandom } from '../statistics.js';
import { plankHold as hold } from '../testing.js';
import type { LoggedHold } from './holds.js';
import { besideInSitting, changesBetween } from './sitting.js';

const at = (minute: number, change: Partial<LoggedHold> = {}): LoggedHold =>
  hold({ at: `2026-05-20T09:${String(minute).padStart(2, '0')}:00Z`, ...change });

describe('two sets of one sitting', () => {
  test('one setting changed: the newest earlier set that differs by it alone stands beside', () => {
    const first = at(0, { clean: 20 });
    const other = at(5, { clean: 12, place: 'front-plank/knees', setup: { elbowAhead: 0.1 } });
    const now = at(10, { clean: 14, setup: { elbowAhead: 0.06 } });
    expect(besideInSitting([now, other, first], now)).toMatchObject({
      before: { at: first.at },
      change: { is: 'setting', knob: 'elbowAhead', was: null, now: 0.06 },
      unit: 's',
      was: 20,
      is: 14,
      pairs: 0,
    });
  });
  test.each<[string, Partial<LoggedHold>, object]>([
    ['a cue', { cue: 'mended' }, { is: 'cue', now: 'mended' }],
    ['another version', { place: 'front-plank/knees' }, { is: 'version', was: 'front-plank/forearm' }],
    ['the other side', { side: 'right' }, { is: 'side', was: 'left', now: 'right' }],
  ])('%s', (_name, change, told) => {
    const [before, now] = [at(0, { side: 'left' }), at(5, { side: 'left', ...change })];
    expect(besideInSitting([before, now], now)!.change).toMatchObject(told);
  });
  test('nothing changed, two things changed, another day, another position, pain: nothing is laid beside', () => {
    const now = at(30);
    for (const before of [
      at(0),
      at(0, { cue: null, place: 'front-plank/knees', setup: { handHeight: 0.2 } }),
      at(0, { day: '2026-05-19', place: 'front-plank/knees' }),
      at(0, { place: 'hollow/straight' }),
      at(0, { place: 'front-plank/knees', pain: true }),
      at(40, { place: 'front-plank/knees' }),
    ])
      expect(besideInSitting([before, now], now)).toBeNull();
  });
  test('the scatter begins with the usual one and becomes the person’s own with every pair without a change', () => {
    const pairs = [1, 2, 3].flatMap((d) => [
      hold({ day: `2026-05-0${d}`, at: `2026-05-0${d}T09:00:00Z`, clean: 20 }),
      hold({ day: `2026-05-0${d}`, at: `2026-05-0${d}T09:10:00Z`, clean: 16 }),
    ]);
    const now = at(10, { clean: 26, setup: { elbowAhead: 0.06 } });
    const beside = besideInSitting([...pairs, at(0, { clean: 30 }), now], now)!;
    expect(beside.pairs).toBe(3);
    // Every pair differs by 4 of 18 on the mean; the start value is worth four pairs.
    expect(beside.sd).toBeCloseTo(Math.sqrt((3 * (4 / 18) ** 2 + 4 * 0.15 ** 2) / 7) * 28, 9);
  });
  test('on simulated people the band holds the difference of unchanged sets about nineteen times in twenty', () => {
    const random = seededRandom(11);
    const normal = (): number => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
    let [kept, tried] = [0, 0];
    for (let person = 0; person < 600; person += 1) {
      // Sets of one person differ by 5–14 % of the mean, each on its own.
      const [mean, own] = [15 + 30 * random(), 0.05 + 0.09 * random()];
      const clean = (): number => Math.max(1, mean * (1 + own * normal()));
      const log = Array.from({ length: Math.floor(8 * random()) }, (_, d) =>
        [0, 10].map((m) =>
          hold({ day: `2026-04-0${d + 1}`, at: `2026-04-0${d + 1}T09:${m || '00'}:00Z`, clean: clean() }),
        ),
      ).flat();
      const now = at(10, { clean: clean(), setup: { elbowAhead: 0.02 } });
      const beside = besideInSitting([...log, at(0, { clean: clean() }), now], now)!;
      tried += 1;
      if (Math.abs(beside.is - beside.was) <= 1.96 * beside.sd) kept += 1;
    }
    expect(kept / tried).toBeGreaterThan(0.92);
    expect(kept / tried).toBeLessThan(0.985);
  });
  test('changes are none against itself and as many both ways, cues apart', () => {
    const setup = fc.record(
      {
        elbowAhead: fc.double({ min: 0, max: 0.4, noNaN: true }),
        handHeight: fc.double({ min: 0, max: 0.6, noNaN: true }),
      },
      { requiredKeys: [] },
    );
    const some = fc.record({ setup, place: fc.constantFrom('front-plank/forearm', 'front-plank/knees') });
    fc.assert(
      fc.property(some, some, (a, b) => {
        expect(changesBetween(at(0, a), at(0, a))).toEqual([]);
        expect(changesBetween(at(0, a), at(1, b))).toHaveLength(changesBetween(at(0, b), at(1, a)).length);
      }),
    );
  });
});
