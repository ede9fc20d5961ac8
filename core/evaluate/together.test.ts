import { describe, expect, test } from '@jest/globals';
import { bodyOf } from '../body/anthropometry.js';
import { simulateAcross, simulatePicture } from '../body/simulate.js';
import { rungOf } from '../catalog/index.js';
import { catalog } from '../catalog/shipped.js';
import { OBSERVATION_FORMAT, observationSchema, type Observation } from '../formats/observation.js';
import type { View } from '../landmarks.js';
import { nobody } from '../person/circumstance.js';
import { evaluate } from './evaluate.js';

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
