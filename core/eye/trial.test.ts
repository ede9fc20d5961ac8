import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { catalog } from '../catalog/shipped.js';
import { evaluate } from '../evaluate/evaluate.js';
import { observationSchema } from '../formats/observation.js';
import { nobody } from '../person/circumstance.js';
import { seededRandom } from '../statistics.js';
import { padsOf, truthOfHold } from './deal.js';
import { trialHold, trialRecord } from './trial.js';

const place = { family: 'front-plank', rung: 'forearm' };

describe('a hold to try it on', () => {
  test('breaks plainly by one fault that has a pad, and stays broken', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e9 }), (seed) => {
        const item = trialHold(place, catalog, nobody(), seededRandom(seed))!;
        expect(item).toMatchObject(place);
        expect(item.faults).toHaveLength(1);
        const truth = truthOfHold(item, catalog, nobody());
        expect(truth.first).toBe(item.faults[0]!.fault);
        expect(truth.clean).toBeLessThan(item.seconds);
        expect(padsOf(catalog, place.family).map((p) => p.id)).toContain(truth.first);
      }),
      { numRuns: 25 },
    );
  });
  test('tapped when it goes, its record is judged as any other: that fault first, clean until the tap, drills for it', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e9 }), (seed) => {
        const item = trialHold(place, catalog, nobody(), seededRandom(seed))!;
        const [{ fault, from }] = item.faults as [(typeof item.faults)[number]];
        const record = trialRecord(item, { events: [{ t: from, fault, state: 'on' }] });
        expect(observationSchema.safeParse(record).success).toBe(true);
        const verdict = evaluate({ observation: record }, catalog, nobody());
        expect(verdict.hold).toMatchObject({ clean: from, total: item.seconds, firstToGo: { fault, t: from } });
        expect(verdict.findings[0]!.fault).toBe(fault);
        expect(verdict.choice.chosen.length).toBeGreaterThan(0);
      }),
      { numRuns: 10 },
    );
  });
  test('the same random numbers deal the same hold', () => {
    const [a, b] = [1, 2].map(() => trialHold(place, catalog, nobody(), seededRandom(7)));
    expect(a).toEqual(b);
  });
  test('no pad of the version can be drawn: none is dealt; unknown places are errors', () => {
    const bare = { ...catalog, faults: [] };
    expect(trialHold(place, bare, nobody(), seededRandom(1))).toBeNull();
    expect(() => trialHold({ ...place, family: 'nowhere' }, catalog, nobody(), Math.random)).toThrow(RangeError);
    expect(() => trialHold({ ...place, rung: 'nowhere' }, catalog, nobody(), Math.random)).toThrow(RangeError);
  });
});
