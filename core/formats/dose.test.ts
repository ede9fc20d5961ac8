import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { catalog } from '../catalog/shipped.js';
import { drillSchema } from './catalog.js';
import { anyDoseSchema, doseSchema, ownDoseSchema, readWritten, writtenDoseSchema } from './dose.js';

const wake = catalog.doses.wake!;

describe('a dose as numbers', () => {
  test('every drill and role has one that is checked', () => {
    for (const dose of Object.values(catalog.doses)) expect(doseSchema.safeParse(dose).success).toBe(true);
    for (const drill of catalog.drills) {
      const own = { ...catalog.doses[drill.role]!, ...drill.dose };
      expect([drill.id, doseSchema.safeParse(own).error?.issues]).toEqual([drill.id, undefined]);
    }
  });
  test.each([
    ['a range that falls', { sets: [3, 2] }, 'sets'],
    ['no set', { sets: [0, 0] }, 'sets.0'],
    ['half a rep', { amount: [1.5, 2] }, 'amount.0'],
    ['eight days a week', { days: [7, 8] }, 'days.1'],
    ['a unit that is none', { unit: 'fathoms' }, 'unit'],
    ['a tempo of two counts', { tempo: [1, 2] }, 'tempo'],
  ])('%s is refused where it stands', (_name, part, path) => {
    const read = doseSchema.safeParse({ ...wake, ...part });
    expect(read.success).toBe(false);
    expect(read.error!.issues.map((i) => i.path.join('.')).join(' ')).toContain(path);
  });
  test('what is on a sheet from before doses were numbers is read as it was written', () => {
    const old = { sets: '2', work: '10 quiet breaths', tempo: 'slow', rest: '30 s', days: 'daily' };
    expect(anyDoseSchema.parse(old)).toEqual(old);
    expect(doseSchema.safeParse(old).success).toBe(false);
  });
});

describe('a studio’s own dose from before', () => {
  test.each([
    [{ sets: '2–3' }, { sets: [2, 3] }],
    [{ work: '20–40 s clean' }, { amount: [20, 40], unit: 's', clean: true, each: null }],
    [{ work: '8 each side' }, { amount: [8, 8], unit: 'reps', clean: false, each: 'side' }],
    [{ work: '10' }, { amount: [10, 10], unit: 'reps', clean: false, each: null }],
    [{ work: '10 quiet breaths' }, { remark: '10 quiet breaths' }],
    [{ tempo: '2-2-2' }, { tempo: [2, 2, 2] }],
    [{ rest: '2 min' }, { rest: [120, 120] }],
    [{ rest: 'none' }, { rest: [0, 0] }],
    [{ days: 'daily' }, { days: [7, 7] }],
    [{ days: '2–4 days a week' }, { days: [2, 4] }],
  ])('%j', (written, numbers) => {
    expect(readWritten(written)).toEqual(numbers);
    expect(ownDoseSchema.parse(written)).toMatchObject(numbers);
  });
  test('a whole drill with a written dose is read, and fits its role', () => {
    const { dose: _own, ...drill } = catalog.drills[0]!;
    const read = drillSchema.parse({ ...drill, dose: { sets: '2', work: '12 s' } });
    expect(doseSchema.parse({ ...catalog.doses[read.role], ...read.dose })).toMatchObject({ sets: [2, 2], unit: 's' });
  });
  test('nothing written is lost: a number is read or the words are kept, and what comes out is a part of a dose', () => {
    const key = fc.constantFrom(...(Object.keys(writtenDoseSchema.shape) as ('sets' | 'work' | 'tempo' | 'days')[]));
    const word = fc.oneof(
      fc.string({ maxLength: 30 }),
      fc.constantFrom('40 s', '3–4', '6 pulls', 'slow', '1-2-3', 'daily'),
    );
    fc.assert(
      fc.property(key, word, (k, text) => {
        const part = readWritten({ [k]: text });
        const kept = part.remark === text.trim().slice(0, 80) || part.remark === text.slice(0, 80);
        const read = Object.keys(part).some((p) => p !== 'remark');
        expect(kept || read || text === '').toBe(true);
      }),
    );
  });
});
