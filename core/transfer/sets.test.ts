import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { catalog } from '../catalog/shipped.js';
import { hallDay } from '../days.js';
import { resolveObservation } from '../evaluate/resolve.js';
import { evaluated } from '../testing.js';
import { observationSchema } from '../formats/observation.js';
import { guessColumns, SET_FIELDS } from './columns.js';
import { instantOn, readSets, wallClock } from './sets.js';
import type { Table } from './table.js';

const ZONES = ['Europe/Oslo', 'Pacific/Auckland', 'America/St_Johns', 'Asia/Kathmandu', 'UTC'];
const read = (head: string[], ...rows: string[][]) => {
  const table: Table = { head, rows: rows.map((cells, i) => ({ row: i + 2, cells })) };
  return readSets(table, guessColumns(SET_FIELDS, head), catalog, { dates: null, timeZone: 'Europe/Oslo' });
};
const HEAD = ['Name', 'Day', 'Position', 'Version', 'Target, s', 'Held, s', 'Clean, s', 'First to go', 'Ended by'];

describe('the hall’s clock', () => {
  test('a time on the wall is the instant at which the wall says it', () => {
    fc.assert(
      fc.property(
        fc.date({ min: new Date('1990-01-01'), max: new Date('2060-01-01'), noInvalidDate: true }),
        fc.integer({ min: 0, max: 24 * 60 - 1 }),
        fc.constantFrom(...ZONES),
        (date, minutes, zone) => {
          const day = date.toISOString().slice(0, 10);
          const at = instantOn(day, minutes, zone);
          const [h, m] = wallClock(at, zone).split(':').map(Number) as [number, number];
          // Once a year an hour is missing: what lies in it is taken as the hour beside it.
          const off = Math.abs(h * 60 + m - minutes);
          expect(hallDay(at, zone)).toBe(day);
          expect([0, 30, 60]).toContain(off);
          if (off > 0) expect(minutes).toBeLessThan(4 * 60);
        },
      ),
    );
  });
  test('summer and winter', () => {
    expect(instantOn('2026-07-01', 12 * 60, 'Europe/Oslo')).toBe('2026-07-01T10:00:00.000Z');
    expect(instantOn('2026-12-01', 12 * 60, 'Europe/Oslo')).toBe('2026-12-01T11:00:00.000Z');
  });
});

describe('sets', () => {
  test('are the holds that they say: clean seconds, what went, why it ended', () => {
    const { sets, problems } = read(
      HEAD,
      ['Marit', '2026-05-20', 'Front plank', 'forearm', '40', '40', '21.4', 'hips sag', 'Target reached'],
      ['Marit', '2026-05-20', 'front-plank/forearm', '', '', '', '30', '', ''],
    );
    expect(problems).toEqual([]);
    const [first, second] = sets;
    expect(first!.startedAt).toBe('2026-05-20T10:00:00.000Z');
    expect(second!.startedAt).toBe('2026-05-20T10:01:00.000Z');
    const judged = evaluated(observationSchema.parse(first!.observation));
    expect(judged.hold).toMatchObject({ total: 40, clean: 21.4, firstToGo: { fault: 'hip-sag' }, endedBy: 'target' });
    expect(evaluated(observationSchema.parse(second!.observation)).hold).toMatchObject({ total: 30, clean: 30 });
  });
  test('reps without times are spread over the set, the clean ones first', () => {
    const { sets, problems } = read(
      ['Name', 'Day', 'Position', 'Version', 'Reps', 'Clean reps', 'First to go'],
      ['Marit', '2026-05-20', 'Hanging raise', 'half', '8', '6', ''],
    );
    expect(problems).toEqual([]);
    const observation = observationSchema.parse(sets[0]!.observation);
    expect(observation.reps).toHaveLength(8);
    expect(evaluated(observation).hold?.reps).toEqual({ done: 8, clean: 6 });
  });
  test('what is wrong is told at its cell', () => {
    const { sets, problems } = read(
      HEAD,
      ['A', '2026-05-20', 'Front plank', '', '', '40', '20', '', ''],
      ['A', '3/4/2026', 'Front plank', '', '', '40', '', '', ''],
      ['A', '', 'Trampoline', '', '', '', '', '', ''],
      ['A', '2026-05-20', 'Front plank', 'trapeze', '', '10', '20', '', ''],
      ['A', '2026-05-20', 'Front plank', '', '', '0', '', '', 'bored'],
      ['A', '2026-05-20', 'Front plank', '', '', '30', '', 'Hips high', ''],
    );
    expect(sets).toEqual([]);
    expect(problems.map((p) => [p.row, p.column])).toEqual([
      [2, 'First to go'],
      [3, 'Day'],
      [4, 'Day'],
      [4, 'Position'],
      [4, 'Held, s'],
      [5, 'Version'],
      [5, 'Clean, s'],
      [6, 'Ended by'],
      [6, 'Held, s'],
      [7, 'Clean, s'],
    ]);
  });
  test('any set of any version that is read is an observation that can be judged, with the seconds that were written', () => {
    const rungs = catalog.rungs.filter((r) => !r.counted);
    fc.assert(
      fc.property(
        fc.constantFrom(...rungs),
        fc.integer({ min: 1, max: 1200 }),
        fc.double({ min: 0.1, max: 1, noNaN: true }),
        (rung, held, share) => {
          const clean = Math.max(0.1, Math.round(held * share * 10) / 10);
          const family = catalog.families.find((f) => f.id === rung.family)!;
          const fault = clean < held ? family.pads[0]! : '';
          const { sets, problems } = read(HEAD, [
            'A',
            '2026-05-20',
            rung.family,
            rung.id,
            '',
            String(held),
            String(clean),
            fault,
            'coach',
          ]);
          expect(problems).toEqual([]);
          const observation = observationSchema.parse(sets[0]!.observation);
          expect(resolveObservation(observation, catalog).rung).toBe(rung);
          const { hold } = evaluated(observation);
          expect(hold?.total).toBeCloseTo(held, 6);
          expect(hold?.clean).toBeCloseTo(clean, 6);
        },
      ),
      { numRuns: 60 },
    );
  });
});
