import { afterEach, describe, expect, test } from '@jest/globals';
import { watch } from 'vue';
import type { Person } from '../../api/people.js';
import type { Standing } from '../../api/plans.js';
import { record } from '../../core/catalog/index.js';
import { watchedPlank } from '../../core/testing.js';
import { catalog, shipped, studio, takeCatalogue } from './catalogue.js';
import { athleteOf, evaluateFor } from './look.js';

const NONE = { method: null, familyMethods: {}, kit: null };
afterEach(() => takeCatalogue({ entries: [], defaults: NONE }));
const bridge = record(shipped.drills, 'bridge');
const entry = (name: string) => ({
  kind: 'drills' as const,
  key: 'bridge',
  record: { ...bridge, name },
  by: 'J',
  at: '',
});

describe('the studio’s catalogue on this device', () => {
  test('what the server answered is laid over, seen by what watches, and taken off again', async () => {
    const seen: string[] = [];
    const stop = watch(
      () => record(catalog.drills, 'bridge').name,
      (name) => seen.push(name),
      { flush: 'sync' },
    );
    takeCatalogue({ entries: [entry('Slipway bridge')], defaults: { ...NONE, method: 'quiet' } });
    expect(record(catalog.drills, 'bridge').name).toBe('Slipway bridge');
    expect(record(shipped.drills, 'bridge').name).toBe(bridge.name);
    expect(studio.defaults.method).toBe('quiet');
    takeCatalogue({ entries: [], defaults: NONE });
    stop();
    expect(seen).toEqual(['Slipway bridge', bridge.name]);
  });
});

describe('evaluating for a person', () => {
  const person = (change: Partial<Person> = {}): Person =>
    ({ method: null, familyMethods: {}, cautions: [], kit: null, ...change }) as Person;
  const standing = (change: Partial<Standing> = {}): Standing => ({
    stop: null,
    painIn: [],
    intakeDue: false,
    intake: null,
    history: { screen: [], tests: {}, sides: null },
    recent: [],
    inForce: [],
    ...change,
  });
  const look = watchedPlank({ method: undefined });
  test('method: the person’s before the studio’s, the one asked for before both', () => {
    studio.defaults = { ...NONE, method: 'quiet' };
    expect(evaluateFor(look, person()).method.id).toBe('quiet');
    expect(evaluateFor(look, person({ familyMethods: { 'front-plank': 'short' } })).method.id).toBe('short');
    expect(evaluateFor(look, person(), 'hollow').method.id).toBe('hollow');
  });
  test('kit: the person’s own before the hall’s', () => {
    studio.defaults = { ...NONE, kit: ['mat'] };
    const kits = (p: Person): string[] =>
      evaluateFor(look, p, undefined, { minutes: 30 }).choice.chosen.flatMap(
        (d) => record(catalog.drills, d.drill).kit,
      );
    expect(kits(person()).every((k) => k === 'mat')).toBe(true);
    expect(kits(person({ kit: [] }))).toEqual([]);
  });
  test('a stop sign, or pain in this position, leaves no drills; pain elsewhere does', () => {
    const drills = (s: Standing): number =>
      evaluateFor(look, person(), undefined, { standing: s }).choice.chosen.length;
    expect(drills(standing())).toBeGreaterThan(0);
    expect(drills(standing({ stop: 'Ask first.' }))).toBe(0);
    expect(drills(standing({ painIn: ['front-plank'] }))).toBe(0);
    expect(drills(standing({ painIn: ['hollow'] }))).toBeGreaterThan(0);
  });
  test('a body goes into the record only as far as it is known', () => {
    expect(athleteOf({ stature: 1.7, mass: null, sex: 'female' })).toEqual({ stature: 1.7, sex: 'female' });
    expect(athleteOf({ stature: null, mass: null, sex: 'unspecified' })).toEqual({ sex: 'unspecified' });
  });
});
