import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { catalog } from '../catalog/shipped.js';
import { ENTRY_KINDS, ENTRY_SCHEMAS, entryKey, type EntryRecord } from './entries.js';
import { KNOB_IDS, leverQuerySchema } from './lever.js';
import { problemsOf } from './problems.js';

const every = ENTRY_KINDS.flatMap((kind) => catalog[kind].map((record) => ({ kind, record: record })));

describe('catalogue entries', () => {
  test('every shipped record is an entry of its kind and comes back from JSON as it was', () => {
    for (const { kind, record } of every) {
      const back: unknown = JSON.parse(JSON.stringify(record));
      const parsed = ENTRY_SCHEMAS[kind].safeParse(back);
      expect([kind, record.id, parsed.success]).toEqual([kind, record.id, true]);
    }
  });
  test('keys are unique within a kind; versions carry their position', () => {
    for (const kind of ENTRY_KINDS) {
      const keys = every.filter((e) => e.kind === kind).map((e) => entryKey(kind, e.record));
      expect(new Set(keys).size).toBe(keys.length);
    }
    expect(entryKey('rungs', catalog.rungs[0]!)).toBe(`${catalog.rungs[0]!.family}.${catalog.rungs[0]!.id}`);
  });
  test('a field that is not known, or one that is lost, is refused with its name', () => {
    fc.assert(
      fc.property(fc.constantFrom(...every), fc.nat(), ({ kind, record }, pick) => {
        const extra = ENTRY_SCHEMAS[kind].safeParse({ ...record, rope: 'hemp' }, { reportInput: true });
        expect(extra.success).toBe(false);
        expect(problemsOf(extra.error!).map((p) => p.path)).toContain('rope');
        const names = [
          'id',
          'name',
          'families',
          'family',
          'effect',
          'pose',
          'limits',
          'axes',
          'mends',
          'causes',
        ].filter((n) => n in record && !(kind === 'tests' && n === 'families'));
        const lost = names[pick % names.length]!;
        const { [lost as keyof EntryRecord]: _gone, ...rest } = record;
        const without = ENTRY_SCHEMAS[kind].safeParse(rest, { reportInput: true });
        expect(without.success).toBe(false);
        expect(problemsOf(without.error!).some((p) => p.path.startsWith(lost))).toBe(true);
      }),
      { numRuns: 60 },
    );
  });
});

describe('lever queries', () => {
  const query = {
    format: 'upright-anchor/lever-query',
    version: 1,
    athlete: { stature: 1.8, mass: 80 },
    position: 'hollow',
    rung: 'straight',
  };
  test('knobs may be left out, one by one or all', () => {
    expect(leverQuerySchema.parse(query).knobs).toEqual({});
    fc.assert(
      fc.property(fc.subarray([...KNOB_IDS]), (ids) => {
        const knobs = Object.fromEntries(ids.map((id) => [id, 0]));
        expect(leverQuerySchema.parse({ ...query, knobs }).knobs).toEqual(knobs);
      }),
    );
  });
  test.each([
    ['stature out of reach', { athlete: { stature: 4, mass: 80 } }, 'athlete.stature'],
    ['a knob in words', { knobs: { kneeBend: 'a little' } }, 'knobs.kneeBend'],
    ['another format', { format: 'upright-anchor/observation' }, 'format'],
    ['a length of no segment', { athlete: { stature: 1.8, mass: 80, lengths: { mast: 1 } } }, 'athlete.lengths'],
  ])('%s is refused with its place', (_name, change, path) => {
    const result = leverQuerySchema.safeParse({ ...query, ...change }, { reportInput: true });
    expect(result.success).toBe(false);
    expect(problemsOf(result.error!)[0]!.path.startsWith(path)).toBe(true);
  });
});
