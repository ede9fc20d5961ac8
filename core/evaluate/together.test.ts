import { describe, expect, test } from '@jest/globals';
import { bodyOf } from '../body/anthropometry.js';
import { simulateAcross, simulatePicture } from '../body/simulate.js';
import { rungOf } from '../catalog/index.js';
import { catalog } from '../catalog/shipped.js';
import { OBSERVATION_FORMAT, observationSchema, type Observation } from '../formats/observation.js';
import type { View } from '../landmarks.js';
import type { Finding } from '../judge/finding.js';
import type { Verdict } from '../judge/judge.js';
import type { Measure } from '../measure/measure.js';
import { nobody } from '../person/circumstance.js';
import { evaluate } from './evaluate.js';
import { judgedTogether } from './together.js';

const squat = (view: View, points: object, over: object = {}): Observation =>
  observationSchema.parse({
    format: OBSERVATION_FORMAT,
    version: 1,
    position: 'overhead-squat',
    rung: 'free',
    view,
    picture: { width: 1280, height: 720 },
    frames: [{ t: 0, points }],
    ...over,
  });
const { pose } = rungOf(catalog, 'overhead-squat', 'free');
const shot = simulatePicture(pose, bodyOf());
const side = squat('side', shot.points, { floor: shot.floor });
const across = simulateAcross('overhead-squat', 'front', bodyOf(), { kneeIn: 14 });
const front = squat('front', across.points, { floor: across.floor });
const of = (observation: Observation, ...others: Observation[]) =>
  evaluate({ observation, others: others.map((o) => ({ observation: o })) }, catalog, nobody());
const faults = (e: ReturnType<typeof of>): string[] => e.findings.map((f) => f.fault).sort();

describe('views of the same doing', () => {
  test('are one verdict, whichever is asked about: what one shows is found, what one decides is decided', () => {
    const [alone, other, both, turned] = [of(side), of(front), of(side, front), of(front, side)];
    expect(faults(alone)).not.toContain('knee-in');
    expect(faults(other)).toContain('knee-in');
    expect(faults(both)).toEqual([...new Set([...faults(alone), ...faults(other)])].sort());
    expect(faults(turned)).toEqual(faults(both));
    expect(both.undecided.length).toBeLessThanOrEqual(Math.min(alone.undecided.length, other.undecided.length));
    expect(both.measures.map((m) => m.id)).toEqual(expect.arrayContaining(other.measures.map((m) => m.id)));
  });
  test('a fault that both show stands once, as the surer and worse of the two', () => {
    const worse = squat('front', simulateAcross('overhead-squat', 'front', bodyOf(), { kneeIn: 40 }).points);
    const twice = of(front, worse);
    expect(twice.findings.filter((f) => f.fault === 'knee-in')).toHaveLength(1);
    const kneeIn = (e: ReturnType<typeof of>) => e.findings.find((f) => f.fault === 'knee-in')!;
    expect(kneeIn(twice)).toEqual(kneeIn(of(worse)));
    expect(kneeIn(twice)).not.toEqual(kneeIn(of(front)));
  });
  test('the first view’s hold and method stand', () => {
    const watched = (method: 'straight' | 'quiet'): Observation =>
      observationSchema.parse({
        format: OBSERVATION_FORMAT,
        version: 1,
        position: 'front-plank',
        view: 'side',
        method,
        frames: [],
        events: [{ t: 12, fault: 'hip-sag', state: 'on' }],
        ended: { t: 30, reason: 'coach' },
      });
    const both = of(watched('straight'), { ...watched('quiet'), view: 'front', ended: { t: 20, reason: 'coach' } });
    expect([both.hold!.clean, both.method.id]).toEqual([12, 'straight']);
  });
});

describe('what was judged apart, put together', () => {
  const finding = (fault: string, severity: Finding['severity'], probability: number): Finding => ({
    fault,
    severity,
    probability,
    measure: null,
    from: 'observed',
  });
  const verdict = (fault: string, probability: number): Verdict => ({
    fault,
    measure: fault,
    side: 'above',
    limits: [1, 2, 3],
    severity: 'clear',
    probability,
    stated: probability >= 0.8,
    value: 2.5,
    sd: 0.1,
    beyond: { slight: 1, clear: probability, gross: 0 },
  });
  const measure = (id: string, value: number): Measure => ({ id, value, sd: 1, unit: 'deg', t: 0 });
  type View = Parameters<typeof judgedTogether>[0];
  const view = (change: Partial<View> = {}): View => ({
    hold: null,
    measures: [],
    verdicts: [],
    findings: [],
    undecided: [],
    facts: { known: new Set(), tests: new Map() },
    ...change,
  });
  const held = (fault: string): View['hold'] =>
    ({ firstToGo: { fault, t: 3 } }) satisfies Partial<NonNullable<View['hold']>> as View['hold'];

  test('alone it stands as it is', () => {
    const own = view({ findings: [finding('a', 'slight', 0.5), finding('b', 'gross', 1)] });
    expect(judgedTogether(own, [])).toBe(own);
  });
  test('findings and verdicts: the worse of each fault, worst first', () => {
    const own = view({
      findings: [finding('a', 'slight', 0.9), finding('b', 'clear', 0.95)],
      verdicts: [verdict('a', 0.9), verdict('b', 0.85)],
    });
    const other = view({
      findings: [finding('b', 'clear', 0.9), finding('a', 'clear', 0.9), finding('c', 'gross', 0.9)],
      verdicts: [verdict('c', 0.95), verdict('a', 0.82)],
    });
    const both = judgedTogether(own, [other]);
    expect(both.findings.map((f) => [f.fault, f.severity, f.probability])).toEqual([
      ['c', 'gross', 0.9],
      ['b', 'clear', 0.95],
      ['a', 'clear', 0.9],
    ]);
    expect(both.verdicts.map((v) => [v.fault, v.probability])).toEqual([
      ['c', 0.95],
      ['a', 0.9],
      ['b', 0.85],
    ]);
  });
  test('what went first in the first view’s hold leads, if it led there; what went first elsewhere does not', () => {
    const other = view({ findings: [finding('worse', 'gross', 0.99)], hold: held('worse') });
    const order = (own: View): string[] => judgedTogether(own, [other]).findings.map((f) => f.fault);
    const findings = [finding('first', 'clear', 0.9), finding('then', 'clear', 0.95)];
    expect(order(view({ findings, hold: held('first') }))).toEqual(['first', 'worse', 'then']);
    expect(order(view({ findings, hold: held('then') }))).toEqual(['worse', 'then', 'first']);
    expect(order(view({ findings }))).toEqual(['worse', 'then', 'first']);
  });
  test('of two as bad and as sure the first view’s stands; a hold in which nothing went leads with nothing', () => {
    const measured: Finding = { ...finding('a', 'clear', 0.9), measure: 'hip-line', from: 'measured' };
    const clean = { firstToGo: null } satisfies Partial<NonNullable<View['hold']>> as View['hold'];
    const own = view({ findings: [finding('a', 'clear', 0.9)], hold: clean });
    const both = judgedTogether(own, [view({ findings: [measured, finding('b', 'gross', 0.9)] })]);
    expect(both.findings.map((f) => [f.fault, f.from])).toEqual([
      ['b', 'observed'],
      ['a', 'observed'],
    ]);
  });
  test('a measure of both is the first view’s; undecided is what no view decides', () => {
    const own = view({ measures: [measure('x', 1)], undecided: ['p', 'q'] });
    const others = [
      view({ measures: [measure('x', 2), measure('y', 3)], undecided: ['q', 'p'] }),
      view({ measures: [measure('y', 4)], undecided: ['q', 'r'] }),
    ];
    const both = judgedTogether(own, others);
    expect(both.measures.map((m) => [m.id, m.value])).toEqual([
      ['x', 1],
      ['y', 3],
    ]);
    expect(both.undecided).toEqual(['q']);
  });
  test('facts of all speak; of a test that several answered, what is told of the merged look', () => {
    const facts = (known: string[], tests: Record<string, string>): View['facts'] =>
      ({ known: new Set(known), tests: new Map(Object.entries(tests)) }) as unknown as View['facts'];
    const own = view({ facts: facts(['a'], { t: 'own' }) });
    const other = view({ facts: facts(['b'], { t: 'other', u: 'other' }) });
    const both = judgedTogether(own, [other], facts(['c'], { t: 'merged' }));
    expect([...both.facts.known].sort()).toEqual(['a', 'b', 'c']);
    expect(Object.fromEntries(both.facts.tests)).toEqual({ t: 'merged', u: 'other' });
    expect(Object.fromEntries(judgedTogether(own, [other]).facts.tests)).toEqual({ t: 'own', u: 'other' });
  });
});
