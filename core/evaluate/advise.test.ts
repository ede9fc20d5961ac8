import { describe, expect, test } from '@jest/globals';
import { bodyOf } from '../body/anthropometry.js';
import { record, rungOf } from '../catalog/index.js';
import { ladderOf } from '../catalog/ladders.js';
import { catalog } from '../catalog/shipped.js';
import type { Drill } from '../formats/catalog.js';
import type { Observation } from '../formats/observation.js';
import { nobody } from '../person/circumstance.js';
import { loadOf } from '../statics/load.js';
import { evaluated, plankHold, watchedPlank } from '../testing.js';
import { heavierThan } from './advise.js';

const at = { today: '2026-05-20', day: '2026-05-20', at: '2026-05-20T10:00:00Z' };
const taps = (...times: number[]): Observation['events'] => times.map((t) => ({ t, fault: 'hip-sag', state: 'on' }));
const given = (e: ReturnType<typeof evaluated>): string[] => e.choice.chosen.map((c) => c.drill);

describe('what is heavier than a version', () => {
  test('what stands above it on its ladder, those beside it apart', () => {
    const above = heavierThan(catalog, rungOf(catalog, 'front-plank', 'forearm'));
    expect(above).toEqual(expect.arrayContaining(['front-plank/squeezed', 'front-plank/long-lever']));
    for (const place of ['front-plank/forearm', 'front-plank/knees', 'front-plank/straight-arm'])
      expect(above).not.toContain(place);
    expect(heavierThan(catalog, rungOf(catalog, 'front-plank', 'knees'))).toEqual(
      expect.arrayContaining(['front-plank/forearm', ...above]),
    );
  });
  test('above one that stands beside the way is what follows it', () => {
    const above = heavierThan(catalog, rungOf(catalog, 'front-plank', 'straight-arm'));
    expect(above).not.toContain('front-plank/straight-arm');
    expect(above).not.toContain('front-plank/knees');
    expect(above).toContain('front-plank/long-lever');
  });
  test('nothing where it stands on no ladder', () => {
    const alone = catalog.rungs.find((r) => ladderOf(catalog, r) === null)!;
    expect(heavierThan(catalog, alone)).toEqual([]);
  });
});

describe('what stands against loading', () => {
  const broke = watchedPlank();
  test('signs, and pain in this position, end the choice and lead away; pain elsewhere does not', () => {
    expect(evaluated(broke).stopped).toBeNull();
    for (const [change, why] of [
      [{ stop: 'now' as const, signs: ['numbness'] }, 'signs'],
      [{ painIn: ['front-plank'] }, 'pain'],
    ] as const) {
      const e = evaluated(broke, { ...change, pins: ['plank-raised'] });
      expect(e).toMatchObject({ stopped: why, choice: { chosen: [], leftOut: [], minutes: 0, covered: 0 } });
      expect(e.step).toMatchObject({ rule: 1, kind: 'leave' });
    }
    expect(evaluated(broke, { painIn: ['hollow'] })).toMatchObject({ stopped: null, step: { rule: 6 } });
  });
});

describe('drills', () => {
  const clean = watchedPlank({ events: [] });
  test('none are chosen where nothing was stated; what the coach pinned is given all the same', () => {
    expect(given(evaluated(clean))).toEqual([]);
    expect(evaluated(clean).choice.leftOut).toEqual([]);
    expect(given(evaluated(clean, { pins: ['plank-raised'] }))).toEqual(['plank-raised']);
  });
  test('kit is sized for the body of the record, else for the person’s', () => {
    const tall = { stature: 2, mass: 110, sex: 'male' as const };
    const weight = (observation: Observation, body?: ReturnType<typeof bodyOf>): unknown =>
      evaluated(observation, { pins: ['carry-both'], ...(body ? { body } : {}) }).choice.chosen[0]!.size;
    const usual = weight(clean);
    expect(usual).toMatchObject({ sizing: 'carry-both', from: 'body' });
    expect(weight(clean, bodyOf(tall))).not.toEqual(usual);
    expect(weight({ ...clean, athlete: tall })).toEqual(weight(clean, bodyOf(tall)));
    expect(weight({ ...clean, athlete: tall }, bodyOf())).toEqual(weight(clean, bodyOf(tall)));
  });
  test('a kind that fills the week already counts less; what left the catalogue is passed over', () => {
    const covered = (inForce: readonly string[]): number => evaluated(watchedPlank(), { inForce }).choice.covered;
    const of = (kind: Drill['kind']): string[] =>
      catalog.drills
        .filter((d) => d.kind === kind)
        .slice(0, 3)
        .map((d) => d.id);
    const free = covered([]);
    const [first] = evaluated(watchedPlank()).choice.chosen;
    const { kind } = record(catalog.drills, first!.drill);
    expect(covered(of(kind))).toBeLessThan(free);
    expect(covered(of(kind).slice(0, 2))).toBe(free);
    // From three drills on it counts: one that is gone makes no third.
    expect(covered([...of(kind).slice(0, 2), 'gone'])).toBe(free);
  });
  test('doses follow the level that the holds show, this one among them', () => {
    const passed = plankHold({ day: '2026-05-02', clean: 60, toTarget: true, target: 60 });
    const seconds = (change: Parameters<typeof evaluated>[1]): unknown =>
      evaluated(watchedPlank(), { ...at, ...change }).choice.chosen.find((c) => c.drill === 'dead-bug-legs')!.dose
        .amount;
    const beginner = seconds({});
    expect(seconds({ logged: [passed] })).not.toEqual(beginner);
    // Today's hold alone passes it, too.
    const long = watchedPlank({ events: [], target: 60, ended: { t: 60, reason: 'target' } });
    const dose = (o: Observation) => evaluated(o, { ...at, pins: ['dead-bug-legs'] }).choice.chosen[0]!.dose.amount;
    expect(dose(long)).not.toEqual(dose(watchedPlank({ events: [], target: 60, ended: { t: 9, reason: 'coach' } })));
  });
});

describe('the next step', () => {
  const version = (e: ReturnType<typeof evaluated>) => e.choice.chosen.find((c) => c.drill === e.step!.to);
  const raised = (...times: number[]): Observation => watchedPlank({ rung: 'raised', events: taps(...times) });

  test('is none for a still or an answer, which are no hold', () => {
    const answer = watchedPlank({ events: [], ended: undefined, target: undefined, evidence: { cramp: 'calves' } });
    expect(evaluated(answer)).toMatchObject({ step: null, load: null });
  });
  test('its version is given, with a dose below today', () => {
    const amount = (...times: number[]): number => version(evaluated(raised(...times)))!.dose.amount![1];
    // Eight tenths of where it broke.
    expect([amount(21.4), amount(10)]).toEqual([17, 8]);
    // Grossly broken it is not given as it stands.
    expect(version(evaluated(raised(8, 9)))).toBeUndefined();
  });
  test('what just broke grossly is not given, nor what is heavier; the step between may be', () => {
    const e = evaluated(watchedPlank({ events: taps(8, 9) }));
    expect(e.findings[0]).toMatchObject({ severity: 'gross' });
    const why = new Map(e.choice.leftOut.map((l) => [l.drill, l.why.is]));
    expect(why.get('plank-forearm')).toBe('broke');
    expect(why.get('plank-squeezed')).toBe('heavier');
    // Nothing broke: nothing is too heavy for today.
    const late = evaluated(watchedPlank({ events: taps(39.9), ended: { t: 40, reason: 'coach' } }));
    expect(late.choice.leftOut.some((l) => l.why.is === 'broke')).toBe(false);
  });
  test('load is told against the reference version, as it was set, for the body there is', () => {
    const set = watchedPlank({ setup: { elbowAhead: 0.15 } });
    const rung = rungOf(catalog, 'front-plank', 'forearm');
    const body = bodyOf();
    const wanted = loadOf(rung, body, set.setup)!.value / loadOf(rung, body)!.value;
    expect(evaluated(set).load).toBeCloseTo(wanted, 6);
    expect(wanted).toBeGreaterThan(1.05);
  });
  test('a range that the record or the person’s history knows is counted', () => {
    const handstand = (tests?: Observation['tests']): Observation =>
      watchedPlank({
        position: 'handstand',
        rung: 'wall-plank',
        events: [],
        target: 30,
        ended: { t: 31, reason: 'target' },
        tests,
      });
    const open = evaluated(handstand(), at).step!;
    expect([...open.check].length).toBeGreaterThan(0);
    const [first] = open.check;
    if (first?.by !== 'test') throw new Error('a handstand’s range is checked by a test');
    const tests = { [first.test]: first.atLeast ?? ('negative' as const) };
    const known = evaluated(handstand(tests), at).step!;
    expect(known.check.length).toBeLessThan(open.check.length);
    const history = { ...nobody().history, tests };
    expect(evaluated(handstand(), { ...at, history }).step!.check).toEqual(known.check);
  });
});
