import { describe, expect, test } from '@jest/globals';
import { bodyOf } from '../body/anthropometry.js';
import { simulatePicture } from '../body/simulate.js';
import { rungOf, rungsOf } from '../catalog/index.js';
import { catalog } from '../catalog/shipped.js';
import { InputError } from '../formats/problems.js';
import { observationSchema, type Observation } from '../formats/observation.js';
import type { Finding } from '../judge/finding.js';
import type { Landmarks } from '../landmarks.js';
import { nobody } from '../person/circumstance.js';
import { setupKnobsOf } from '../statics/setup.js';
import { judge, statedFinding, topFinding } from './judge.js';
import { resolveObservation } from './resolve.js';
import { see } from './see.js';

const { points, picture } = simulatePicture(rungOf(catalog, 'front-plank').pose, bodyOf());
const still = (change: Partial<Observation> = {}, keep: readonly string[] = Object.keys(points)): Observation =>
  observationSchema.parse({
    format: 'upright-anchor/observation',
    version: 1,
    position: 'front-plank',
    rung: 'forearm',
    view: 'side',
    picture,
    floor: [
      [0, picture.height - 40],
      [picture.width, picture.height - 40],
    ],
    frames: [
      { t: 0, points: Object.fromEntries(Object.entries(points).filter(([n]) => keep.includes(n))) as Landmarks },
    ],
    ...change,
  });
const warnings = (observation: Observation): readonly string[] =>
  judge(see({ observation }, catalog), catalog, nobody()).warnings;

describe('what is said beside a judged picture', () => {
  test('nothing where the floor is drawn and the points are there', () => {
    expect(warnings(still())).toEqual([]);
  });
  test('a floor that is not drawn is missed from the side, and not from above', () => {
    expect(warnings(still({ floor: undefined }))).toEqual(['no-floor']);
    const above = { position: 'side-plank', rung: undefined, view: 'above' as const, floor: undefined };
    expect(warnings(still(above))).not.toContain('no-floor');
    expect(warnings(still({ ...above, view: 'front' }))).toContain('no-floor');
  });
  test('points far below the floor line are warned of, and turn nobody over; a foot that is placed a little low is not', () => {
    const at = (y: number) =>
      warnings(
        still({
          floor: [
            [0, y],
            [picture.width, y],
          ],
        }),
      );
    const lowest = Math.max(...Object.values(points).map((p) => p[1]));
    expect(at(lowest - 4)).toEqual([]);
    expect(at(lowest - 200)).toContain('below-floor');
  });
  test('points that no limit can be judged by are missed; one that can be judged is enough', () => {
    expect(warnings(still({}, ['knee', 'ankle', 'heel', 'toe']))).toContain('points-missing');
    expect(warnings(still({}, ['shoulder', 'hip', 'knee', 'ankle']))).not.toContain('points-missing');
  });
  test('a position that is only watched says so, and not that points are missing', () => {
    const only = catalog.families.find(
      (f) =>
        f.views.includes('side') &&
        judge(see({ observation: still({ position: f.id, rung: undefined }) }, catalog), catalog, nobody()).limits
          .length === 0,
    )!;
    const said = warnings(still({ position: only.id, rung: undefined }));
    expect(said).toContain('only-watched');
    expect(said).not.toContain('points-missing');
  });
  test('a watched hold has no picture to warn of', () => {
    expect(warnings(still({ frames: [], floor: undefined, ended: { t: 5, reason: 'coach' } }))).toEqual([]);
  });
});

describe('the finding that is told', () => {
  const finding = (fault: string, probability: number): Finding => ({
    fault,
    severity: 'clear',
    probability,
    measure: 'hip-line',
    from: 'measured',
  });
  test('a history line names the first, what is mended is the first that is stated', () => {
    const findings = [finding('hip-sag', 0.6), finding('soft-knees', 0.9), finding('chin-poke', 0.95)];
    expect(topFinding({ findings })?.fault).toBe('hip-sag');
    expect(statedFinding({ findings })?.fault).toBe('soft-knees');
  });
  test('null where there is none', () => {
    expect(topFinding({ findings: [] })).toBeNull();
    expect(statedFinding({ findings: [finding('hip-sag', 0.6)] })).toBeNull();
  });
});

describe('a record that comes in', () => {
  const problems = (change: Partial<Observation>): { path: string; message: string }[] => {
    try {
      resolveObservation({ ...still(), ...change }, catalog);
      return [];
    } catch (error) {
      if (!(error instanceof InputError)) throw error;
      return [...error.problems];
    }
  };
  test('stands where the catalogue has it', () => {
    expect(problems({})).toEqual([]);
    expect(resolveObservation(still({ rung: 'straight-arm' }), catalog).rung.id).toBe('straight-arm');
  });
  test('is told what it is looked at from', () => {
    expect(problems({ view: 'above' })).toEqual([
      { path: 'view', message: 'front-plank is looked at from: side, rear' },
    ]);
  });
  test('is told of faults that are no faults of the position, and of none that is', () => {
    expect(
      problems({
        events: [
          { t: 1, fault: 'hip-sag', state: 'on' },
          { t: 2, fault: 'hip-drops', state: 'on' },
          { t: 3, fault: 'no-such', state: 'on' },
        ],
      }),
    ).toEqual([
      { path: 'events[1].fault', message: '"hip-drops" is no fault of front-plank' },
      { path: 'events[2].fault', message: '"no-such" is no fault of front-plank' },
    ]);
  });
  test('is told which versions there are, of itself and of its parts', () => {
    const known = rungsOf(catalog, 'front-plank').map((r) => r.id);
    expect(known.length).toBeGreaterThan(5);
    const message = `"ceiling" is no version of front-plank; known: ${known.join(', ')}`;
    expect(problems({ rung: 'ceiling' })).toEqual([{ path: 'rung', message }]);
    const part = (rung: string, t: number) => ({ t, rung });
    expect(problems({ segments: [part('forearm', 0), part('ceiling', 9)] })).toEqual([
      { path: 'segments[1].rung', message },
    ]);
    expect(problems({ segments: [part('long-lever', 0), part('forearm', 9)] })).toEqual([
      { path: 'segments[0].rung', message: 'must be the observation\'s own version, "forearm"' },
    ]);
    expect(problems({ segments: [part('forearm', 0), part('long-lever', 9)] })).toEqual([]);
    const positions = catalog.families.map((f) => f.id).join(', ');
    expect(problems({ position: 'headspin' })).toEqual([
      { path: 'position', message: `"headspin" cannot be evaluated; known: ${positions}` },
    ]);
  });
  test('may hold broken reps of which nobody said what broke them', () => {
    expect(
      problems({
        reps: [
          { t: 2, clean: false },
          { t: 4, clean: false, fault: 'hip-sag' },
        ],
      }),
    ).toEqual([]);
    expect(
      problems({
        reps: [
          { t: 2, clean: false },
          { t: 4, clean: false, fault: 'no-such' },
        ],
      }),
    ).toEqual([{ path: 'reps[1].fault', message: '"no-such" is no fault of front-plank' }]);
  });
  test('is told of a setting that its version lacks, and of those that it has', () => {
    const has = setupKnobsOf(rungOf(catalog, 'front-plank', 'forearm'), bodyOf()).map((k) => k.id);
    expect(has.length).toBeGreaterThan(1);
    expect(problems({ setup: { bandTension: 5, elbowAhead: 0.1 } as Observation['setup'] })).toEqual([
      { path: 'setup.bandTension', message: `"forearm" has no such setting; it has: ${has.join(', ')}` },
    ]);
  });
  test('of a position that is not there is told that alone, view and faults apart', () => {
    const found = problems({ position: 'no-such', view: 'above', events: [{ t: 1, fault: 'hip-drops', state: 'on' }] });
    expect(found.map((p) => p.path)).toEqual(['position']);
  });
  test('what goes wrong otherwise is not taken for bad input', () => {
    const broken = {
      ...catalog,
      get rungs(): never {
        throw new TypeError('broken');
      },
    };
    expect(() => resolveObservation(still(), broken as unknown as typeof catalog)).toThrow(TypeError);
  });
});
