import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { alike, differences, merged } from './merge.js';

const record = fc.record({
  a: fc.integer({ max: 2, min: 0 }),
  b: fc.string({ maxLength: 1 }),
  c: fc.array(fc.boolean(), { maxLength: 2 }),
});

describe('two hands on one record', () => {
  it('asks of nothing where one of the two changed nothing, and keeps the other', () => {
    fc.assert(
      fc.property(record, record, (base, changed) => {
        const mine = differences(base, changed, base);
        expect(mine.every((d) => d.by === 'me')).toBe(true);
        expect(merged(changed, mine, {})).toEqual(changed);
        const theirs = differences(base, base, changed);
        expect(theirs.every((d) => d.by === 'them')).toBe(true);
        expect(merged(base, theirs, {})).toEqual(changed);
      }),
    );
  });
  it('loses no change: each field is one that somebody wanted', () => {
    fc.assert(
      fc.property(record, record, record, fc.constantFrom('mine', 'theirs'), (base, mine, theirs, pick) => {
        const found = differences(base, mine, theirs);
        const picks = Object.fromEntries(found.map((d) => [d.field, pick]));
        const out = merged(mine, found, picks) as Record<string, unknown>;
        for (const d of found) {
          const wanted = d.by === 'me' ? d.mine : d.by === 'them' ? d.theirs : pick === 'mine' ? d.mine : d.theirs;
          expect(alike(out[d.field], wanted)).toBe(true);
        }
        for (const field of Object.keys(mine))
          if (!found.some((d) => d.field === field))
            expect(alike(out[field], (base as Record<string, unknown>)[field])).toBe(true);
      }),
    );
  });
  it('says both only where both changed a field to something else', () => {
    const found = differences(
      { name: 'Marit', goal: 'lever', note: '', mass: 60 },
      { name: 'Marit S', goal: 'lever', note: 'tired', mass: 61 },
      { name: 'Marit', goal: 'planche', note: 'rested', mass: 61 },
    );
    expect(found.map((d) => [d.field, d.by])).toEqual([
      ['name', 'me'],
      ['goal', 'them'],
      ['note', 'both'],
      ['mass', 'alike'],
    ]);
  });
  it('takes a record without its other’s fields, and one that is gone', () => {
    expect(differences(null, { a: 1 }, null)).toEqual([
      { field: 'a', base: undefined, mine: 1, theirs: undefined, by: 'me' },
    ]);
    expect(differences({ a: 1 }, { a: 2 }, null)[0]!.by).toBe('both');
    expect(alike({ a: 1, b: undefined }, { b: null, a: 1 })).toBe(false);
    expect(alike({ a: 1, b: undefined }, { a: 1 })).toBe(true);
    expect(alike({ a: 1, b: 2 }, { b: 2, a: 1 })).toBe(true);
  });
});
