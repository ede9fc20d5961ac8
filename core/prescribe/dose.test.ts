import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { bodyOf } from '../body/anthropometry.js';
import { record, rungOf } from '../catalog/index.js';
import { catalog } from '../catalog/shipped.js';
import type { CautionId } from '../formats/catalog.js';
import { LEVELS } from '../formats/dose.js';
import { levelAt } from '../ladder/level.js';
import type { LoggedHold } from '../ladder/holds.js';
import { plankHold as held } from '../testing.js';
import { assignableRecord, assignableRungs } from './assignable.js';
import { atLevel, doseOf } from './dose.js';
import { doseToday, rungDose, usualAt } from './rung-dose.js';
import { kitSize, momentLately } from './sizing.js';

const straight = record(catalog.methods, 'straight');
const DAY = '2026-05-20';
const body = bodyOf({ stature: 1.75, mass: 72 });

describe('work of one side', () => {
  test('says so in its dose, but where the drill itself changes sides', () => {
    expect(doseOf(catalog, record(catalog.drills, 'hip-flexor-stretch')).each).toBe('side');
    expect(doseOf(catalog, record(catalog.drills, 'single-leg-bridge')).each).toBe('side');
    const silent = catalog.drills.filter((d) => d.limbs === 'one' && doseOf(catalog, d).each === null).map((d) => d.id);
    expect(silent.sort()).toEqual(['carry-one', 'dead-bug-scissor', 'hollow-one-leg', 'roller-leg-changes']);
  });
});

describe('a dose by level', () => {
  test('the least, the middle and the most; rest and days stay a range', () => {
    const dose = catalog.doses['moderate-holds']!;
    expect(LEVELS.map((l) => atLevel(dose, l).amount![0])).toEqual([20, 30, 40]);
    for (const level of LEVELS) expect(atLevel(dose, level)).toMatchObject({ rest: dose.rest, days: dose.days });
  });
  test('for every drill it stays within the drill’s own range and never falls with the level', () => {
    for (const drill of catalog.drills) {
      const whole = doseOf(catalog, drill);
      const settled = LEVELS.map((level) => doseOf(catalog, drill, undefined, [], level));
      for (const part of ['sets', 'amount'] as const) {
        const span = whole[part];
        if (!span) continue;
        const values = settled.map((d) => d[part]![0]);
        expect(values).toEqual([...values].sort((a, b) => a - b));
        expect([Math.min(...values), Math.max(...values)]).toEqual([span[0], span[1]]);
      }
    }
  });
});

describe('a level by the ladder', () => {
  const way = (clean: number, rung: string, day = DAY): LoggedHold =>
    held({ place: `front-plank/${rung}`, clean, day });
  const level = (holds: LoggedHold[], cautions: CautionId[] = [], today = DAY) =>
    levelAt(catalog, rungOf(catalog, 'front-plank', 'forearm'), holds, { cap: 45, cautions, today });
  test('beginner without a gate, trained in the lower half, strong in the upper', () => {
    expect(level([])).toBe('beginner');
    expect(level([way(10, 'knees')])).toBe('beginner');
    expect(level([way(40, 'forearm')])).toBe('trained');
    expect(level([way(20, 'long-lever')])).toBe('strong');
  });
  test('a gate of long ago, an illness of late and a beginner’s caution lower it', () => {
    expect(level([way(40, 'forearm', '2026-02-01')])).toBe('beginner');
    expect(level([way(20, 'long-lever')], ['recent-illness'])).toBe('trained');
    expect(level([way(20, 'long-lever')], ['heavier-or-beginner'])).toBe('beginner');
  });
});

describe('a version’s dose', () => {
  const dose = (place: string, holds: LoggedHold[], wanted = 40) => {
    const [family, id] = place.split('/') as [string, string];
    return rungDose(catalog, rungOf(catalog, family, id), {
      method: straight,
      cautions: [],
      level: 'trained',
      holds,
      wanted,
    });
  };
  test('starts below today’s usual break: the middle of the last three sets, whatever their order', () => {
    const sets = [12, 30, 20, 60].map((clean, i) =>
      held({ place: 'front-plank/forearm', clean, day: `2026-05-0${4 - i}` }),
    );
    // Oldest first 60, 20, 30, 12: the last three are 20, 30 and 12.
    expect(usualAt(rungOf(catalog, 'front-plank', 'forearm'), sets)).toBe(20);
    expect(dose('front-plank/forearm', sets).amount).toEqual([16, 16]);
    expect(dose('front-plank/forearm', [...sets].reverse()).amount).toEqual([16, 16]);
  });
  test('a banded one that was never held starts with half of the unloaded one', () => {
    const forearm = held({ place: 'front-plank/forearm', clean: 36 });
    expect(dose('front-plank/banded', [forearm]).amount).toEqual([18, 18]);
    expect(dose('front-plank/banded', [forearm, held({ place: 'front-plank/banded', clean: 30 })]).amount).toEqual([
      24, 24,
    ]);
    expect(dose('front-plank/banded', []).amount).toEqual([40, 40]);
  });
  test('a drill that is a version is dosed below today too, and never above its own range', () => {
    const today = (id: string, holds: LoggedHold[]) =>
      doseToday(catalog, record(catalog.drills, id), { method: straight, cautions: [], level: 'strong', holds });
    expect(today('plank-forearm', [held({ place: 'front-plank/forearm', clean: 25 })])!.amount).toEqual([20, 20]);
    expect(today('plank-forearm', [held({ place: 'front-plank/forearm', clean: 90 })])!.amount).toEqual([40, 40]);
    expect(today('plank-forearm', [])).toBeNull();
    expect(today('chin-nod', [held({ clean: 25 })])).toBeNull();
  });
  test('never above what was just done, for every version and hold', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...assignableRungs(catalog).filter((r) => !r.counted)),
        fc.double({ min: 1.5, max: 90, noNaN: true }),
        (rung, clean) => {
          const place = `${rung.family}/${rung.id}`;
          expect(dose(place, [held({ place, clean })], 60).amount![0]).toBeLessThanOrEqual(clean);
        },
      ),
    );
  });
});

describe('kit sized for a body', () => {
  const size = (id: string, holds: LoggedHold[] = [], over: Partial<Parameters<typeof kitSize>[2]> = {}) =>
    kitSize(catalog, assignableRecord(catalog, id), { body, holds, today: DAY, level: 'trained', ...over });
  test('from the body to start with, from what was held once there is such a set', () => {
    // As high as the version itself is drawn and loaded.
    const start = size('front-plank/raised') as { value: number };
    expect(start).toMatchObject({ sizing: 'surface', from: 'body' });
    expect(start.value).toBeCloseTo(0.6, 9);
    const box = held({ place: 'front-plank/raised', clean: 30, setup: { handHeight: 0.42 } });
    expect(size('front-plank/raised', [box])).toEqual({ sizing: 'surface', value: 0.42, from: 'worked' });
    // A set that ended early, grossly or in pain did not work.
    for (const bad of [{ clean: 6 }, { worst: 'gross' as const }, { pain: true }])
      expect(size('front-plank/raised', [{ ...box, ...bad }])).toMatchObject({ from: 'body' });
  });
  test('the edge and the band wait for a hold of twenty clean seconds within four weeks', () => {
    expect(size('edge-inside')).toBe('no-hold');
    const plank = held({ place: 'front-plank/forearm', clean: 30 });
    expect(size('front-plank/banded', [plank])).toMatchObject({ sizing: 'band', from: 'body' });
    expect(size('front-plank/banded', [{ ...plank, day: '2026-03-01' }])).toBe('no-hold');
    const { moment, margin } = momentLately(catalog, body, [plank], DAY)!;
    expect(margin).toBeCloseTo(0.15 * moment, 9);
  });
  test('a carry follows the level, rollers the body, and what has no size has none', () => {
    const [beginner, , strong] = LEVELS.map((level) => size('carry-both', [], { level }) as { value: number });
    expect(beginner!.value).toBeLessThan(strong!.value);
    const tall = size('rollers-close', [], { body: bodyOf({ stature: 1.95, mass: 72 }) }) as { value: number };
    expect(tall.value).toBeGreaterThan((size('rollers-close') as { value: number }).value);
    expect(size('chin-nod')).toBeNull();
  });
  test('every sized item gets a finite size or a reason, for every body', () => {
    const sized = [
      ...catalog.drills,
      ...assignableRungs(catalog).map((r) => assignableRecord(catalog, `${r.family}/${r.id}`)),
    ]
      .filter((d) => d.sizing)
      .map((d) => d.id);
    expect(sized.length).toBeGreaterThan(15);
    const plank = held({ place: 'front-plank/forearm', clean: 30 });
    fc.assert(
      fc.property(
        fc.constantFrom(...sized),
        fc.double({ min: 1.2, max: 2.1, noNaN: true }),
        fc.double({ min: 30, max: 140, noNaN: true }),
        (id, stature, mass) => {
          const found = size(id, [plank], { body: bodyOf({ stature, mass }) })!;
          if (typeof found === 'string') expect(found).toBe('out-of-reach');
          else expect(Number.isFinite(found.value)).toBe(true);
        },
      ),
    );
  });
});
