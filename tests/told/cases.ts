/**
 * What the core says about records and versions that never change: one line a case, kept in tables beside this file. They hold no truth
 * of their own (worked examples and properties do); they show which words of the application a change changes, figure by figure.
 */
import { bodyOf, type Body } from '../../core/body/anthropometry.js';
import { faultsAt, STILL, type Course } from '../../core/body/course.js';
import { faultPose } from '../../core/body/fault-pose.js';
import type { Pose } from '../../core/body/pose.js';
import { DEFAULT_CAMERA, simulateAcross, simulatePicture, withFaults } from '../../core/body/simulate.js';
import { faultsOf, rungOf, rungsOf } from '../../core/catalog/index.js';
import { placeKey } from '../../core/catalog/ladders.js';
import { catalog } from '../../core/catalog/shipped.js';
import type { Advised } from '../../core/evaluate/advise.js';
import type { Family, Rung } from '../../core/formats/catalog.js';
import { observationSchema, type Observation } from '../../core/formats/observation.js';
import { SIDE_LANDMARKS } from '../../core/landmarks.js';
import { depthsAcross } from '../../core/measure/lens-across.js';
import { loadOf, momentsOf } from '../../core/statics/load.js';
import { findSteps } from '../../core/statics/step.js';
import { evaluated } from '../../core/testing.js';

/** A case by its name with what is said about it. */
export type Told = readonly [name: string, says: unknown];

const ATHLETES = [
  { stature: 1.76, mass: 74, sex: 'male' },
  { stature: 1.62, mass: 61, sex: 'female' },
] as const;
const PIXELS = 250;
const CAMERA = { ...DEFAULT_CAMERA, pixelsPerMetre: PIXELS };
const DIGITS = 4;
const FINEST = 1e4;

/** Figures to four digits and four places, so that another machine's last bit is no change. */
const short = (value: unknown): unknown =>
  JSON.parse(
    JSON.stringify(value, (_, v: unknown) =>
      typeof v === 'number' && !Number.isInteger(v)
        ? Math.round(Number(v.toPrecision(DIGITS)) * FINEST) / FINEST + 0
        : v,
    ) ?? 'null',
  );
export const lineOf = ([name, says]: Told): string => `${name}: ${JSON.stringify(short(says))}`;

/** A version on the simulated camera's pictures, one pose a frame. */
function filmed(rung: Rung, poses: readonly Pose[], every: number, more: Partial<Observation> = {}): Observation {
  const [athlete] = ATHLETES;
  const shots = poses.map((pose) => simulatePicture(pose, bodyOf(athlete), CAMERA));
  return observationSchema.parse({
    format: 'upright-anchor/observation',
    version: 1,
    position: rung.family,
    rung: rung.id,
    view: 'side',
    athlete,
    picture: { width: CAMERA.width, height: CAMERA.height },
    floor: shots[0]!.floor,
    landmarkSd: 1,
    camera: { distance: 40, height: 0.5 },
    frames: shots.map(({ points }, i) => ({
      t: i * every,
      points: Object.fromEntries(SIDE_LANDMARKS.flatMap((n) => (points[n] ? [[n, points[n]]] : []))),
    })),
    ...more,
  });
}
const summary = (a: Advised): unknown => ({
  seen: a.measures.map((m) => [m.id, m.value, m.sd]),
  found: a.findings.map((f) => [f.fault, f.severity, f.probability]),
  ...(a.undecided.length ? { undecided: a.undecided } : {}),
  ...(a.warnings.length ? { warned: a.warnings } : {}),
  ...(a.hold ? { hold: a.hold } : {}),
  causes: a.ranking.slice(0, 4).map((r) => [r.cause, r.probability, r.reasons.map((x) => x.logOdds)]),
  nothing: a.whole?.nothing,
  pair: a.whole?.pair,
  turning: a.whole?.turning.length,
  next: a.nextTest,
  takeover: a.takeover,
  drills: a.choice.chosen.map((c) => c.drill),
  out: a.choice.leftOut.length,
  step: a.step && [a.step.rule, a.step.kind, a.step.to, a.step.seconds, a.step.reps],
  load: a.load,
});
const told = (name: string, observation: Observation, change: Parameters<typeof evaluated>[1] = {}): Told => [
  name,
  summary(evaluated(observation, change)),
];

/** Stills from the side: as it should be, and with each fault that a drawing can show. */
function stills(family: Family): Told[] {
  if (!family.views.includes('side')) return [];
  const rung = rungOf(catalog, family.id);
  const body = bodyOf(ATHLETES[0]);
  const { pads, more } = faultsOf(catalog, family, rung);
  return [
    told(`${placeKey(rung)} as drawn`, filmed(rung, [rung.pose], 1)),
    ...[...pads, ...more].flatMap((fault): Told[] => {
      const pose = faultPose(rung.pose, fault.id, body);
      return pose ? [told(`${placeKey(rung)} ${fault.id}`, filmed(rung, [pose], 1))] : [];
    }),
  ];
}

const COURSES: Readonly<Record<string, Course>> = {
  clean: { ...STILL, breath: 1 },
  'sags and stays': { ...STILL, sags: [{ from: 12, rate: 2, most: 16, mended: null }] },
  'sags and is mended': { ...STILL, sags: [{ from: 9, rate: 4, most: 14, mended: 15 }] },
  'piked from the first': { ...STILL, rest: -13 },
};
/** Films of a hold, four pictures a second. */
function films(family: Family): Told[] {
  if (family.id !== 'front-plank') return [];
  const body = bodyOf(ATHLETES[0]);
  return (['forearm', 'straight-arm'] as const).flatMap((id) => {
    const rung = rungsOf(catalog, family.id).find((r) => r.id === id);
    if (!rung) return [];
    return Object.entries(COURSES).map(([name, course]): Told => {
      const poses = Array.from({ length: 120 }, (_, i) => withFaults(rung.pose, faultsAt(course, i / 4), body));
      return told(`${placeKey(rung)} film, ${name}`, filmed(rung, poses, 0.25, { target: 40 }));
    });
  });
}

/** Watched holds: nothing tapped; two faults tapped; the same with what was felt, a test and a cue. */
function watched(family: Family): Told[] {
  const rung = rungOf(catalog, family.id);
  const [first, second] = faultsOf(catalog, family, rung).pads.map((f) => f.id);
  const base = {
    format: 'upright-anchor/observation' as const,
    version: 1 as const,
    position: family.id,
    rung: rung.id,
    view: family.views[0]!,
    athlete: ATHLETES[1],
    frames: [],
    target: 30,
    ended: { t: 33, reason: 'target' as const },
  };
  const look = (change: object): Observation => observationSchema.parse({ ...base, ...change });
  const taps = {
    events: [
      { t: 9, fault: first!, state: 'on' },
      { t: 9.5, fault: first!, state: 'off' },
      { t: 15.5, fault: first!, state: 'on' },
      { t: 18, fault: first!, state: 'off' },
      ...(second ? [{ t: 24, fault: second, state: 'on' }] : []),
    ],
    ended: { t: 27, reason: 'position-lost' },
  };
  const asked = evaluated(look(taps)).nextTest?.test;
  return [
    told(`${placeKey(rung)} watched, clean`, look({})),
    told(`${placeKey(rung)} watched, two faults`, look(taps)),
    told(
      `${placeKey(rung)} watched, two faults, felt in the hip, cramp, a positive test`,
      look({
        ...taps,
        evidence: {
          'felt-first': 'front-of-hip',
          cramp: 'front-of-hip',
          breath: 'stopped',
          'easier-version': 'mended',
        },
        ...(asked ? { tests: { [asked]: 'positive' } } : {}),
      }),
      { cautions: ['low-back'], mends: [{ kind: 'cue', result: 'helped' }] },
    ),
    told(`${placeKey(rung)} watched, pain`, look({ ...taps, ended: { t: 28, reason: 'pain' } })),
  ];
}
/** Stills from the other sides: square and told, off square through a near lens and told, the same where nobody told the lens. */
function across(family: Family): Told[] {
  const rung = rungOf(catalog, family.id);
  const body = bodyOf(ATHLETES[0]);
  return family.views
    .filter((view) => view !== 'side')
    .flatMap((view): Told[] => {
      const depths = depthsAcross(family.id, view, rung.pose, body, rung.chordEnd);
      const near = { distance: 2.6, height: view === 'above' ? 2.2 : 0.7 };
      const still = (name: string, offSquare: number, lens: typeof near, lensTold: boolean): Told => {
        const camera = { ...CAMERA, pixelsPerMetre: PIXELS / 2, offSquare, lens };
        const { points, floor, picture } = simulateAcross(
          family.id,
          view,
          body,
          {},
          rung.chordEnd,
          camera,
          depths.of,
          rung.pose,
        );
        const record = { ...filmed(rung, [rung.pose], 1), view, picture, floor, camera: lensTold ? lens : undefined };
        const frames = [{ t: 0, points }];
        return told(`${placeKey(rung)} ${view}, ${name}`, observationSchema.parse({ ...record, frames }));
      };
      return [
        still('square, far', 0, { ...near, distance: 12 }, true),
        still('off square, near', 7, near, true),
        still('off square, near, not told', 7, near, false),
      ];
    });
}
/** Looks of a position: everything that an evaluation derives. */
export const looksOf = (family: Family): Told[] => [
  ...stills(family),
  ...across(family),
  ...films(family),
  ...watched(family),
];

const within = (work: () => unknown): unknown => {
  try {
    return work();
  } catch (error) {
    if (error instanceof RangeError) return error.message;
    throw error;
  }
};
/** Loads, moments, forces and steps of every version of a position, for two bodies. */
export const loadsOf = (family: Family): Told[] =>
  rungsOf(catalog, family.id).flatMap((rung) =>
    ATHLETES.map((athlete): Told => [
      `${placeKey(rung)} ${athlete.stature} m`,
      within(() => {
        const body: Body = bodyOf(athlete);
        const load = loadOf(rung, body);
        const { statics, moments, reference } = momentsOf(catalog, rung, body);
        return {
          load,
          reference: placeKey(reference),
          moments: moments.map((m) => [m.joint, m.newtonMetres, m.perBody, m.relative, m.works]),
          contacts: statics.contacts.map((c) => [c.name, c.newtons]),
          harder: load && findSteps(rung, body, load.value * 1.12).map((s) => [s.knob, s.value, s.load]),
          easier: load && findSteps(rung, body, load.value * 0.9).map((s) => [s.knob, s.value, s.load]),
        };
      }),
    ]),
  );
