import { describe, expect, test } from '@jest/globals';
import { bodyOf } from '../body/anthropometry.js';
import { DEFAULT_CAMERA, simulatePicture, withFaults } from '../body/simulate.js';
import { rungOf } from '../catalog/index.js';
import { catalog } from '../catalog/shipped.js';
import { observationSchema, type Observation } from '../formats/observation.js';
import { GAP_ESTIMATE_SD, measureDefinition } from '../measure/measures.js';
import { loggedHold } from '../ladder/holds.js';
import { seededRandom } from '../statistics.js';
import { evaluated, watchedPlank } from '../testing.js';
import { cleanKnown } from './undecided.js';
import { evaluationFile } from '../../words/evaluation-file.js';

const body = bodyOf({ stature: 1.75, mass: 75, sex: 'male' });
/** A still of a hollow: the version's own pose with faults, without the points that are left out. */
function hollow(
  faults: Parameters<typeof withFaults>[1],
  without: string[],
  change: object = {},
  trunk?: number,
): Observation {
  const rung = rungOf(catalog, 'hollow', 'straight');
  const pose = trunk === undefined ? rung.pose : { ...rung.pose, trunk, lumbar: 0, thoracic: 0 };
  const { points, floor } = simulatePicture(withFaults(pose, faults, body), body, DEFAULT_CAMERA);
  const placed = Object.fromEntries(Object.entries(points).filter(([name]) => !without.includes(name)));
  return observationSchema.parse({
    format: 'upright-anchor/observation',
    version: 1,
    position: 'hollow',
    rung: 'straight',
    view: 'side',
    athlete: { stature: 1.75, mass: 75, sex: 'male' },
    picture: { width: 1280, height: 720 },
    floor,
    frames: [{ t: 0, points: placed }],
    ...change,
  });
}

describe('judged only what was placed', () => {
  test('a hollow without its low back is not judged yet; with it, or a hand under it, it is', () => {
    expect(evaluated(hollow({}, [])).undecided).toEqual([]);
    const open = evaluated(hollow({}, ['lowback']));
    expect(open.undecided).toEqual(['low-back-gap']);
    expect(evaluationFile(catalog, open).undecided).toEqual(['low-back-gap']);
    const hand = evaluated(hollow({}, ['lowback'], { evidence: { 'back-gap': 'nothing' } }));
    expect([hand.undecided, hand.findings.some((f) => f.fault === 'low-back-arch')]).toEqual([[], false]);
    const fist = evaluated(hollow({}, ['lowback'], { evidence: { 'back-gap': 'fist' } }));
    expect(fist.findings.find((f) => f.fault === 'low-back-arch')).toMatchObject({
      severity: 'gross',
      from: 'observed',
    });
  });
  test('a back 30° off the floor is not clean, whether or not the low back was placed', () => {
    const found = evaluated(hollow({}, ['lowback'], {}, 30));
    expect(found.findings.find((f) => f.fault === 'low-back-arch')!.probability).toBeGreaterThan(0.8);
    expect(found.undecided).toEqual([]);
  });
  test('what decides a plank is its line; from behind nothing of it is seen', () => {
    const still = (view: 'side' | 'rear', points: object) =>
      evaluated(
        watchedPlank({
          view,
          events: [],
          ended: undefined,
          target: undefined,
          frames: [{ t: 0, points }] as Observation['frames'],
        }),
      ).undecided;
    expect(still('side', { ear: [300, 420], shoulder: [380, 440] })).toEqual(['hip-line']);
    expect(still('rear', { 'hip-l': [600, 400], 'hip-r': [680, 400] })).toEqual(['hip-line']);
  });
  test('an eye that watched a hold decides it; answers alone decide nothing', () => {
    expect(evaluated(watchedPlank()).undecided).toEqual([]);
    const answers = watchedPlank({
      events: [],
      ended: undefined,
      target: undefined,
      evidence: { 'felt-first': 'belly' },
    });
    expect(evaluated(answers).undecided).toEqual(['hip-line']);
  });
  test('a clip that does not show what decides passes no gate', () => {
    const still = hollow({}, ['lowback']);
    const frames = Array.from({ length: 62 }, (_, i) => ({ t: i / 2, points: still.frames[0]!.points }));
    const held = evaluated({ ...still, frames, ended: { t: 30.5, reason: 'coach' as const } });
    expect(loggedHold(held, '2026-05-20', '2026-05-20T09:00:00Z')).toMatchObject({ undecided: true });
    expect(held.step!.rule).not.toBe(3);
  });
});

describe('how long it was clean', () => {
  const clip = (view: 'side' | 'rear', hipLine: number, change: object = {}): Observation => {
    const { points } = simulatePicture(
      withFaults(rungOf(catalog, 'front-plank').pose, { hipLine }, body),
      body,
      DEFAULT_CAMERA,
    );
    const frames = Array.from({ length: 20 }, (_, i) => ({ t: i / 4, points })) as Observation['frames'];
    return watchedPlank({ view, frames, events: [], ended: undefined, target: undefined, ...change });
  };
  test('is known where it settled, and where it was judged and never did', () => {
    expect(evaluated(clip('side', 1)).hold!.settled).toBe(0);
    expect(cleanKnown(evaluated(clip('side', 1)))).toBe(true);
    expect(evaluated(clip('side', 25)).hold).toMatchObject({ settled: null, clean: 0 });
    expect(cleanKnown(evaluated(clip('side', 25)))).toBe(true);
    expect(cleanKnown(evaluated(watchedPlank()))).toBe(true);
  });
  test('is not known from where nothing that decides is seen, unless an eye tapped; a still has none', () => {
    expect(cleanKnown(evaluated(clip('rear', 1)))).toBe(false);
    expect(cleanKnown(evaluated(clip('rear', 1, { events: [{ t: 3, fault: 'hip-sag', state: 'on' }] })))).toBe(true);
    expect(cleanKnown(evaluated(hollow({}, [])))).toBe(false);
  });
});

describe('the estimate of a gap that was not placed', () => {
  test('keeps its stated band on unknown backs: arches, flat ones and stiff ones at many heights', () => {
    const random = seededRandom(20261127);
    const between = (low: number, high: number): number => low + random() * (high - low);
    let kept = 0;
    const squares: number[] = [];
    const n = 300;
    for (let i = 0; i < n; i += 1) {
      const stiff = random() < 0.3;
      const trunk = stiff ? between(4, 26) : undefined;
      const full = hollow({ arch: random() < 0.5 ? between(0, 22) : 0 }, [], {}, trunk);
      const measured = (o: Observation) => evaluated(o).measures.find((m) => m.id === 'low-back-gap')!;
      const { lowback: _gone, ...points } = full.frames[0]!.points;
      const truth = measured(full).value;
      const told = measured({ ...full, frames: [{ t: 0, points }] });
      expect(told.estimated).toBe(true);
      squares.push((told.value - truth) ** 2);
      if (Math.abs(told.value - truth) <= 1.96 * told.sd) kept += 1;
    }
    const rms = Math.sqrt(squares.reduce((a, b) => a + b, 0) / n);
    expect(measureDefinition('low-back-gap').estimateSd).toBe(GAP_ESTIMATE_SD);
    expect(rms).toBeLessThan(GAP_ESTIMATE_SD);
    expect(kept / n).toBeGreaterThan(0.9);
  });
});
