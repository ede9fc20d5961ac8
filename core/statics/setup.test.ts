import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { bodyOf } from '../body/anthropometry.js';
import { rungOf } from '../catalog/index.js';
import { catalog } from '../catalog/shipped.js';
import { resolveObservation } from '../evaluate/resolve.js';
import type { Setup } from '../formats/observation.js';
import { evaluated, watchedPlank } from '../testing.js';
import { rollerSpacing } from './rollers.js';
import { asSet, declared, foreignKnobs, isEasierShare, loadAsSet, setupKnobsOf, shareAsSet } from './setup.js';

const body = bodyOf({ stature: 1.75, mass: 75, sex: 'male' });
const at = (place: string) => rungOf(catalog, ...(place.split('/') as [string, string]));

describe('a declared set-up', () => {
  test('every version names its own knobs with a range that holds its own setting', () => {
    for (const rung of catalog.rungs)
      for (const knob of setupKnobsOf(rung, body)) {
        expect(knob.low).toBeLessThanOrEqual(knob.base);
        expect(knob.high).toBeGreaterThanOrEqual(knob.base);
        expect(knob.high).toBeGreaterThan(knob.low);
      }
    const ids = (place: string) => setupKnobsOf(at(place), body).map((k) => k.id);
    expect(ids('front-plank/forearm')).toEqual(expect.arrayContaining(['handHeight', 'elbowAhead', 'addedMass']));
    expect(ids('edge/half')).toContain('edgeDistance');
    expect(ids('rollers/wider')).toContain('rollerSpacing');
    expect(ids('compression/slide-through')).toContain('blockHeight');
    expect(ids('carry/one-side')).toEqual(['carriedLeft', 'carriedRight']);
    expect(setupKnobsOf(at('bird-dog/opposite'), body).find((k) => k.id === 'addedMass')!.name).toContain('back');
  });
  test('a box under the hands is lighter, a plate heavier, elbows ahead heavier; nothing declared is the version itself', () => {
    const share = (place: string, setup: Setup) => shareAsSet(at(place), body, setup)!;
    expect(share('front-plank/straight-arm', { handHeight: 0.6 })).toBeLessThan(0.97);
    expect(share('front-plank/forearm', { addedMass: 10 })).toBeGreaterThan(1.03);
    expect(share('front-plank/forearm', { elbowAhead: 0.1 })).toBeGreaterThan(1.03);
    expect(share('front-plank/forearm', {})).toBe(1);
    expect(share('front-plank/raised', { handHeight: 0.6 })).toBeCloseTo(1, 6);
    expect(share('front-plank/raised', { surfaceHeight: 0.9 })).toBe(share('front-plank/raised', { handHeight: 0.9 }));
    expect(share('carry/both-hands', { carriedLeft: 15, carriedRight: 15 })).toBeCloseTo(30 / (0.3 * 75), 6);
    expect(isEasierShare(0.96)).toBe(true);
    expect([isEasierShare(0.98), isEasierShare(null)]).toEqual([false, false]);
  });
  test('rollers nearer than the version’s own are lighter, farther ones heavier', () => {
    const share = (rollers: number) => shareAsSet(at('rollers/wider'), body, { rollerSpacing: rollers })!;
    expect(share(rollerSpacing(body, 0.5))).toBeCloseTo(1, 2);
    expect(share(rollerSpacing(body, 0))).toBeLessThan(1);
    expect(share(rollerSpacing(body, 0.9))).toBeGreaterThan(1);
  });
  test('any setting within the range gives a load or none, and never throws; the pose follows it', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...catalog.rungs),
        fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: 14, maxLength: 14 }),
        (rung, parts) => {
          const knobs = setupKnobsOf(rung, body);
          const setup = Object.fromEntries(knobs.map((k, i) => [k.id, k.low + parts[i]! * (k.high - k.low)])) as Setup;
          const load = loadAsSet(rung, body, setup);
          expect(load === null || Number.isFinite(load.value)).toBe(true);
          expect(foreignKnobs(rung, body, setup)).toEqual([]);
          expect(asSet(rung, body, setup).id).toBe(rung.id);
          expect(Object.keys(declared(setup)).sort()).toEqual(Object.keys(setup).sort());
        },
      ),
      { numRuns: 150 },
    );
  });
});

describe('in a record', () => {
  test('knees that were bent on purpose are not soft, and end the line', () => {
    const bent = watchedPlank({ setup: { kneeBend: 30 } });
    expect(evaluated(bent).asSet.chordEnd).toBe('knee');
    expect(evaluated(bent).limits.map((l) => l.measure)).not.toContain('knee');
    expect(evaluated(watchedPlank()).limits.map((l) => l.measure)).toContain('knee');
  });
  test('a hold on a box passes no floor gate, and its load says so', () => {
    const boxed = watchedPlank({ events: [], rung: 'straight-arm', setup: { handHeight: 0.6 } });
    const plain = watchedPlank({ events: [], rung: 'straight-arm' });
    expect(evaluated(plain).step!.rule).toBe(3);
    expect(evaluated(boxed).step!.rule).not.toBe(3);
    expect(evaluated(boxed).load!).toBeLessThan(evaluated(plain).load!);
  });
  test('a setting that the version lacks is named with what it has; a nought of it says nothing', () => {
    const odd = watchedPlank({ setup: { edgeDistance: 0.1, carriedLeft: 0 } });
    expect(() => resolveObservation(odd, catalog)).toThrow(
      /setup.edgeDistance: "forearm" has no such setting; it has: handHeight/,
    );
    expect(() => resolveObservation(watchedPlank({ setup: { edgeDistance: 0 } }), catalog)).not.toThrow();
  });
});
