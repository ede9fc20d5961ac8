import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  gapOf,
  pressureLines,
  pressureSet,
  pressureState,
  readPressure,
  simulatedBack,
  SLIP_ERROR,
  type PressureSample,
} from './pressure.js';

const series = (length: number, at: (t: number) => number, step = 0.1): PressureSample[] =>
  Array.from({ length: Math.round(length / step) + 1 }, (_, i) => [Math.round(i * step * 100) / 100, at(i * step)]);

describe('pressure under a back', () => {
  test('kept to the end leaves no gap', () => {
    const reading = readPressure(series(20, () => 60))!;
    expect(reading).toMatchObject({ set: 60, kept: 20, slipped: null, gone: null, until: 20 });
    expect(reading.step).toBeCloseTo(0.1);
    expect(gapOf(reading)).toBe('nothing');
  });
  test('a slip that lasts ends it; one that does not is none', () => {
    const brief = readPressure(series(20, (t) => (t > 8 && t < 8.5 ? 20 : 60)))!;
    expect(brief.slipped).toBeNull();
    const slip = readPressure(series(20, (t) => (t >= 8 ? 35 : 60)))!;
    expect(slip.slipped).toBeCloseTo(8, 0);
    expect(slip.gone).toBeNull();
    expect(gapOf(slip)).toBe('fingertips');
    const gone = readPressure(series(20, (t) => (t >= 12 ? 3 : t >= 8 ? 35 : 60)))!;
    expect([gone.slipped, gone.gone]).toEqual([expect.closeTo(8, 0), expect.closeTo(12, 0)]);
    expect(gapOf(gone)).toBe('flat-hand');
  });
  test('nobody on the pad, or for less than a second, says nothing', () => {
    expect(readPressure([])).toBeNull();
    expect(readPressure(series(20, () => 4))).toBeNull();
    expect(readPressure(series(0.5, () => 60))).toBeNull();
    expect(pressureSet(series(20, (t) => (t < 5 ? 2 : 50)))).toBe(50);
    // Lying down after the clock has started counts from there.
    expect(readPressure(series(20, (t) => (t < 5 ? 2 : 50)))!.kept).toBeCloseTo(15);
  });
  test('what comes after a silence is not known', () => {
    const cut = [...series(10, () => 60), ...series(10, () => 2).map(([t, v]): PressureSample => [t + 15, v])];
    expect(readPressure(cut)).toMatchObject({ until: 10, slipped: null });
  });
  test('a second without a word is no silence yet; the first value that is a back on a pad counts', () => {
    const slow = series(12, () => 60, 1);
    expect(readPressure(slow)).toMatchObject({ until: 12, step: 1 });
    const cut: PressureSample[] = [...slow, [13.1, 2], [14.1, 2], [15.1, 2]];
    expect(readPressure(cut)).toMatchObject({ until: 12, slipped: null });
    // Ten of the range is a back, less is none.
    expect(readPressure(series(5, (t) => (t < 2 ? 9.9 : 10)))).toMatchObject({ set: 10, kept: 3 });
    expect(readPressure(series(5, () => 10))).toMatchObject({ set: 10, kept: 5 });
    // Nobody was on it before it fell silent.
    expect(
      readPressure([
        [0, 2],
        [5, 60],
        [6, 60],
        [7, 60],
      ]),
    ).toBeNull();
  });
  test('what is set is the median of the first second, its end among it; nothing where that second is not there or holds no back', () => {
    expect(
      pressureSet([
        [3, 60],
        [3.5, 20],
        [4, 20],
        [4.5, 60],
      ]),
    ).toBe(20);
    expect(
      pressureSet([
        [3, 60],
        [3.5, 60],
        [4, 60],
      ]),
    ).toBe(60);
    expect(
      pressureSet([
        [3, 2],
        [5, 60],
        [5.5, 60],
        [5.9, 60],
      ]),
    ).toBeNull();
    // Somebody lay down and got up again.
    expect(pressureSet(series(4, (t) => (t < 0.25 ? 60 : 2)))).toBeNull();
    // From the end of that second on it may slip.
    expect(readPressure(series(8, (t) => (t < 0.95 ? 60 : 5)))).toMatchObject({
      set: 60,
      slipped: 1,
      gone: 1,
      kept: 1,
    });
  });
  test('one sample of many is smoothed away, and what lasts eight tenths is not', () => {
    const at = (from: number, to: number) => readPressure(series(20, (t) => (t >= from && t < to ? 5 : 60)))!;
    expect(at(8, 8.15)).toMatchObject({ slipped: null, gone: null });
    expect(at(8, 8.7)).toMatchObject({ slipped: null });
    expect(at(8, 9.1)).toMatchObject({ slipped: 8, gone: 8 });
    // In the second in which it is set nothing slips.
    expect(readPressure(series(6, (t) => (t >= 0.6 && t < 0.9 ? 5 : 60)))).toMatchObject({ set: 60, slipped: null });
  });
  test('is judged by shares of what was set', () => {
    expect([60, 43, 41, 16, 14].map((v) => pressureState(v, 60))).toEqual([
      'kept',
      'kept',
      'slipping',
      'slipping',
      'gone',
    ]);
  });
  test('of made-up backs the second of the slip is found within its error nineteen times in twenty', () => {
    let [seen, near] = [0, 0];
    let seed = 7;
    const random = (): number => (seed = (seed * 16807) % 2147483647) / 2147483647;
    for (let i = 0; i < 400; i += 1) {
      // The same back without its tremble tells when the level itself went below.
      const start = seed;
      const back = simulatedBack(random);
      const samples = series(60, back);
      seed = start;
      const [, keeps, falls] = [random(), 8 + 20 * random(), 0.04 + 0.16 * random()];
      random();
      const truth = keeps + 0.3 / falls;
      const reading = readPressure(samples)!;
      seen += 1;
      if (reading.slipped !== null && Math.abs(reading.slipped - truth) < SLIP_ERROR) near += 1;
    }
    expect(near / seen).toBeGreaterThan(0.95);
  });
  test('kept is never more than known, and gone never before slipped', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 100 }), { minLength: 1, maxLength: 300 }), (values) => {
        const reading = readPressure(values.map((v, i): PressureSample => [i / 10, v]));
        if (!reading) return;
        expect(reading.kept).toBeLessThanOrEqual(reading.until + 1e-9);
        if (reading.gone !== null) expect(reading.slipped!).toBeLessThanOrEqual(reading.gone);
      }),
    );
  });
});

describe('lines of a device', () => {
  test('are read whole however they are cut into pieces', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 0, max: 1000 }), { maxLength: 40 }),
        fc.array(fc.integer({ min: 1, max: 5 }), { minLength: 1, maxLength: 20 }),
        (tenths, cuts) => {
          const text = tenths.map((n) => `${n / 10}\r\n`).join('');
          const read = pressureLines();
          const found: number[] = [];
          for (let at = 0, i = 0; at < text.length; i += 1) {
            const size = cuts[i % cuts.length]!;
            found.push(...read(text.slice(at, at + size)));
            at += size;
          }
          expect(found).toEqual(tenths.map((n) => n / 10));
        },
      ),
    );
  });
  test('that are no values are passed over', () => {
    // JavaScript would take `1e2` and `0x15` for numbers in range; a device does not send them.
    expect(pressureLines()('ready\n101\n-3\n1e2\n0x15\n12 13\n\n 55\t\n12.3456\n1.23456\nNaN\n')).toEqual([
      55, 12.3456,
    ]);
    const read = pressureLines();
    expect(read('x'.repeat(10_000))).toEqual([]);
    expect(read('\n42\n')).toEqual([42]);
  });
});
