/**
 * What a position costs a body: contact forces and joint moments in the plane, at rest.
 *
 * Assumptions: rigid segments; vertical contact forces (friction takes what is level); the pressure of a hand stands under the wrist
 * and the heel of the hand, of a forearm under the elbow; a lying trunk rests on seat, low back, ribs and blades as far as they are
 * down, which share like springs; a side plank is computed in the front view's plane with the same chain.
 */
import type { Body } from '../body/anthropometry.js';
import { placeFigure, type FigurePoints } from '../body/figure.js';
import type { Pose } from '../body/pose.js';
import type { Rung } from '../formats/catalog.js';
import type { KnobId } from '../formats/lever.js';
import { add, clamp, cross, scale, subtract, turn, unit, type Point } from '../geometry.js';
import { GRAVITY, shareLoad, type Support } from './balance.js';
import { edgeDistanceOf, groundOf, knobsOf, poseWith, type Knobs } from './knobs.js';
import { rollersOut } from './rollers.js';
import { centreOf, massesOf, type Part, type PointMass } from './masses.js';

export const CONTACTS = ['hands', 'elbows', 'knees', 'toes', 'heels', 'pelvis', 'shoulders', 'bar'] as const;
export type ContactName = (typeof CONTACTS)[number];
export const JOINTS = ['lumbar', 'hip', 'shoulder', 'knee'] as const;
export type Joint = (typeof JOINTS)[number];

interface Contact extends Support {
  name: ContactName;
  at: Point;
  /** The part it pushes against. */
  part: Part;
}

export interface Statics {
  pose: Pose;
  figure: FigurePoints;
  masses: PointMass[];
  /** Whole mass with plates, kg, and its centre. */
  centre: { kilograms: number; at: Point };
  contacts: { name: ContactName; at: Point; newtons: number; bodyWeight: number }[];
  /** N·m; positive: the front of the joint works (trunk, hips, knees bend; arms press away or pull down), negative: the rear. */
  moments: Record<Joint, number>;
  /** The mass centre lies over what carries it, or a held contact takes the moment. */
  balanced: boolean;
  /** More than two contacts shared by least squares. */
  shared: boolean;
  /** The band's force on the hips, N. */
  band: Point;
}

/** Parts on the far side of a joint from the trunk's middle: legs below hip and knee, legs and pelvis below the back, arms. */
const BEYOND: Record<Joint, readonly Part[]> = {
  lumbar: ['pelvis', 'thighs', 'shanks'],
  hip: ['thighs', 'shanks'],
  knee: ['shanks'],
  shoulder: ['arms'],
};

/** Where a hand's and a forearm's pressure stands: shares of the way from wrist to fingertip and from elbow to wrist. Assumptions. */
const HEEL_OF_HAND = 0.15;
const ALONG_FOREARM = 0.2;
const LIFTED = 0.06;
/** A contact fades out over {@link LIFTED} metres of clearance. */
const stiffnessAt = (clearance: number): number => clamp(1 - clearance / LIFTED, 0, 1) ** 2;

function contactsOf(rung: Rung, pose: Pose, figure: FigurePoints, body: Body, knobs: Knobs): Contact[] {
  const ground = groundOf(rung);
  const contact = (name: ContactName, at: Point, part: Part, held = false, stiffness = 1): Contact => ({
    name,
    at,
    part,
    held,
    stiffness,
    x: at[0],
  });
  const hand = (p: Pick<FigurePoints, 'wrist' | 'fingertip'>): Point =>
    add(p.wrist, scale(subtract(p.fingertip, p.wrist), HEEL_OF_HAND));
  const explicit = (): Contact[] =>
    pose.contacts.flatMap((c): Contact[] => {
      switch (c.at) {
        case 'wrist':
          return [contact('hands', hand(figure), 'arms')];
        case 'elbow':
          return [
            contact('elbows', add(figure.elbow, scale(subtract(figure.wrist, figure.elbow), ALONG_FOREARM)), 'arms'),
          ];
        case 'knee':
          return [contact('knees', figure.knee, 'thighs')];
        case 'toe':
          return [contact('toes', figure.toe, 'shanks')];
        case 'heel':
          return [contact('heels', figure.heel, 'shanks'), contact('toes', figure.toe, 'shanks')];
        default:
          return [];
      }
    });
  /** Seat, low back, ribs and blades as far as they are down, and feet that stand on the floor. */
  const lying = (floor: number): Contact[] => {
    const back = body.backDepth;
    const points: [Point, Part, ContactName][] = [
      [add(figure.hip, [-0.045 * body.stature, 0]), 'pelvis', 'pelvis'],
      [figure.hip, 'pelvis', 'pelvis'],
      [figure.lumbar, 'trunk', 'pelvis'],
      [add(figure.lumbar, scale(subtract(figure.thorax, figure.lumbar), 0.5)), 'trunk', 'pelvis'],
      [figure.thorax, 'trunk', 'pelvis'],
      [figure.shoulder, 'trunk', 'shoulders'],
    ];
    const lowest = Math.min(...points.map(([p]) => p[1]));
    const trunk = points.map(([p, part, name]) => contact(name, p, part, false, stiffnessAt(p[1] - lowest)));
    const feet = [figure, figure.far].map((leg) =>
      contact('heels', leg.heel, 'shanks', false, 0.5 * stiffnessAt(Math.max(0, leg.heel[1] - floor - 0.25 * back))),
    );
    return [...trunk, ...feet].filter((c) => c.stiffness > 1e-6);
  };
  const floor = pose.contacts[0]?.height ?? 0;
  switch (ground) {
    case 'prone':
      return explicit();
    case 'fours':
      return [
        contact('hands', hand(figure), 'arms'),
        ...(pose.contacts.some((c) => c.at === 'toe')
          ? [contact('toes', figure.toe, 'shanks')]
          : [contact('knees', figure.knee, 'thighs')]),
        // A long leg whose toes still slide on the floor.
        ...(rung.id === 'leg-slides' ? [contact('toes', figure.far.toe, 'shanks', false, 0.25)] : []),
      ];
    case 'supine': {
      if (rung.family !== 'rollers') return lying(floor);
      // Rollers under blades and mid-thigh, further out on the wider version, under elbows and knees on the last.
      const out = rollersOut(rung.id, body, knobs.rollerSpacing);
      const toward = out < 0 ? figure.hip : figure.elbow;
      const upper = add(figure.shoulder, scale(subtract(toward, figure.shoulder), Math.abs(out)));
      const lower = add(figure.hip, scale(subtract(figure.knee, figure.hip), 0.5 + 0.5 * out));
      return [
        contact(out > 0 ? 'elbows' : 'shoulders', upper, out > 0 ? 'arms' : 'trunk'),
        contact(out === 1 ? 'knees' : 'pelvis', lower, 'thighs'),
      ];
    }
    case 'belly': {
      const points: [Point, Part][] = [
        [figure.hip, 'pelvis'],
        [figure.lumbar, 'trunk'],
        [add(figure.hip, scale(subtract(figure.knee, figure.hip), 0.25)), 'thighs'],
      ];
      const lowest = Math.min(...points.map(([p]) => p[1]));
      return points
        .map(([p, part]) => contact('pelvis', p, part, false, stiffnessAt(p[1] - lowest)))
        .filter((c) => c.stiffness > 1e-6);
    }
    case 'edge': {
      const out = edgeDistanceOf(rung, knobs);
      const edge: Point = [figure.hip[0] - out, figure.hip[1]];
      const under: Part = out > 0 ? 'thighs' : edge[0] > figure.lumbar[0] ? 'trunk' : 'pelvis';
      return [
        contact('heels', figure.ankle, 'shanks', true),
        contact('pelvis', edge, under),
        ...(out < 0 ? [contact('pelvis', figure.hip, 'pelvis')] : []),
      ];
    }
    case 'hung':
      return pose.contacts.some((c) => c.at === 'lowback')
        ? [...lying(floor).map((c) => ({ ...c, held: true })), contact('bar', figure.wrist, 'arms', true)]
        : [contact('bar', figure.wrist, 'arms', true)];
    case 'flag':
      return [contact('shoulders', figure.shoulder, 'trunk', true), contact('hands', figure.wrist, 'arms', true)];
    case 'inverted':
      return [
        contact('hands', hand(figure), 'arms', true),
        ...(rung.id === 'wall-plank' ? [contact('toes', figure.toe, 'shanks')] : []),
      ];
    case 'seated':
      return pose.contacts.some((c) => c.at === 'wrist')
        ? [contact('hands', hand(figure), 'arms', true)]
        : [contact('pelvis', figure.hip, 'pelvis', true)];
    case 'standing':
      return explicit();
  }
}

/** Height of hands over feet, metres, at which half of the push goes along the arm. Assumption. */
const HALF_ALONG = 0.03;
/** How much of the way from plumb to along the arm a raised hand's push stands, 0–1. */
function leanOf(rung: Rung, pose: Pose): number {
  if (groundOf(rung) !== 'prone') return 0;
  const height = (at: 'wrist' | 'elbow' | 'toe'): number => pose.contacts.find((c) => c.at === at)?.height ?? 0;
  const over = Math.max(0, height(rung.support) - height('toe'));
  return (over * over) / (over * over + HALF_ALONG * HALF_ALONG);
}

/** Where a plate lies: on the pelvis of a plank, on the chest of somebody lying, at the feet of somebody hanging, in the hands of a carry. */
function plateOf(rung: Rung, figure: FigurePoints): { at: Point; part: Part } {
  switch (groundOf(rung)) {
    case 'supine':
    case 'edge':
    case 'belly':
      return { at: figure.thorax, part: 'trunk' };
    case 'hung':
    case 'flag':
      return { at: figure.ankle, part: 'shanks' };
    case 'seated':
    case 'standing':
      return { at: figure.fingertip, part: 'arms' };
    default:
      return { at: figure.hip, part: 'pelvis' };
  }
}

/** The shoulder's angle to the trunk of a placed figure, degrees of flexion. */
export function shoulderAngle(figure: FigurePoints, pose: Pose): number {
  const s = pose.orientation === 'supine' ? -1 : 1;
  return turn(subtract(figure.hip, figure.shoulder), subtract(figure.elbow, figure.shoulder)) * s;
}

/** Legs apart by this much each look shorter from the side, degrees. Assumption. */
const STRADDLE = 40;
function straddled(body: Body): Body {
  const k = Math.cos((STRADDLE * Math.PI) / 180);
  return { ...body, lengths: { ...body.lengths, thigh: body.lengths.thigh * k, shank: body.lengths.shank * k } };
}

/**
 * The version's pose for a body with its knobs set.
 * @throws RangeError where the pose cannot stand
 */
export const poseOf = (rung: Rung, body: Body, knobs: Knobs): Pose =>
  poseWith(rung, knobs, (pose) => shoulderAngle(placeFigure(pose, body), pose));

const JOINT_POINT: Record<Joint, (f: FigurePoints) => Point> = {
  lumbar: (f) => f.lumbar,
  hip: (f) => f.hip,
  shoulder: (f) => f.shoulder,
  knee: (f) => f.knee,
};

/**
 * Contact forces and joint moments of a version for a body, with knobs set.
 * @param knobs metres, degrees, kilograms, newtons; what is missing is the version's own
 * @throws RangeError where the pose cannot stand on its contacts
 * @example staticsOf(rungOf(catalog, 'front-plank', 'forearm'), bodyOf({ stature: 1.8, mass: 80 })).moments.lumbar // => 103.6
 */
export function staticsOf(rung: Rung, of: Body, knobs: Knobs = {}): Statics {
  const body = rung.id === 'straddle' ? straddled(of) : of;
  const pose = poseOf(rung, body, knobs);
  const figure = placeFigure(pose, body);
  const plate = plateOf(rung, figure);
  const masses = massesOf(figure, body, { kilograms: knobs.addedMass ?? 0, ...plate });
  const centre = centreOf(masses);
  const pull = unit(180 - (knobs.bandAngle ?? 0));
  const band = scale(pull, knobs.bandForce ?? 0);
  const supports = contactsOf(rung, pose, figure, body, knobs);
  // The level part of a band's pull is taken by friction at the floor; its moment about the floor stays.
  const weight = centre.kilograms * GRAVITY - band[1];
  const tipping = centre.kilograms * GRAVITY * centre.at[0] - band[1] * figure.hip[0] + band[0] * figure.hip[1];
  const { forces, residual } = shareLoad(supports, weight, tipping / weight);
  const vectors = forces.map((n): Point => [0, n]);
  const lean = leanOf(rung, pose);
  if (lean > 0 && supports.length === 2) {
    // Raised hands push along the arm; the feet's friction takes what is level. Moments about the feet give the push.
    const [hand, foot] = supports as [Contact, Contact];
    const arm = subtract(figure.shoulder, figure[rung.support]);
    const along = scale(arm, 1 / Math.hypot(...arm));
    const way: Point = [lean * along[0], 1 - lean + lean * along[1]];
    const push = (tipping - weight * foot.at[0]) / cross(subtract(hand.at, foot.at), way);
    vectors[0] = scale(way, push);
    vectors[1] = [-vectors[0][0], weight - vectors[0][1]];
  }
  const held = supports.some((c) => c.held);
  const names = [...new Set(supports.map((c) => c.name))];
  const bodyWeight = body.mass * GRAVITY;

  const s = pose.orientation === 'supine' ? -1 : 1;
  const moment = (joint: Joint): number => {
    const at = JOINT_POINT[joint](figure);
    const beyond = BEYOND[joint];
    // A single held contact also takes a moment that is not known: the other side, free of it, is summed instead.
    const clamped = supports.length === 1 && held && beyond.includes(supports[0]!.part);
    const mine = (part: Part): boolean => beyond.includes(part) !== clamped;
    let sum = 0;
    for (const m of masses) if (mine(m.part)) sum += (at[0] - m.at[0]) * m.kilograms * GRAVITY;
    supports.forEach((c, i) => {
      if (mine(c.part)) sum += cross(subtract(c.at, at), vectors[i]!);
    });
    if (mine('pelvis')) sum += cross(subtract(figure.hip, at), band);
    const side = clamped ? -1 : 1;
    // Clockwise about the joint on the parts beyond it: prone, gravity turns the legs that way and the front of the trunk works against it.
    return -sum * side * s * (joint === 'shoulder' || joint === 'knee' ? -1 : 1);
  };
  const xs = supports.map((c) => c.x);
  return {
    pose,
    figure,
    masses,
    centre,
    contacts: names.map((name) => {
      const of = supports.map((c, i) => ({ c, n: vectors[i]![1] })).filter(({ c }) => c.name === name);
      const newtons = of.reduce((sum, { n }) => sum + n, 0);
      const lever = of.reduce((sum, { n }) => sum + Math.abs(n), 0);
      const at =
        lever > 0
          ? of.reduce<Point>((sum, { c, n }) => add(sum, scale(c.at, Math.abs(n) / lever)), [0, 0])
          : of[0]!.c.at;
      return { name, at, newtons, bodyWeight: newtons / bodyWeight };
    }),
    moments: { lumbar: moment('lumbar'), hip: moment('hip'), shoulder: moment('shoulder'), knee: moment('knee') },
    balanced:
      held ||
      (Math.abs(residual) < 1e-6 * bodyWeight &&
        centre.at[0] >= Math.min(...xs) - 1e-9 &&
        centre.at[0] <= Math.max(...xs) + 1e-9),
    shared: supports.length > 2,
    band,
  };
}

/** Sets only the knobs that a version has. @throws RangeError for another with a value that would matter */
export function checkKnobs(rung: Rung, body: Body, knobs: Knobs): { path: KnobId; message: string }[] {
  const known = new Map(knobsOf(rung, body).map((k) => [k.id, k]));
  return (Object.entries(knobs) as [KnobId, number][]).flatMap(([id, value]) => {
    const knob = known.get(id);
    if (!knob)
      return value === 0 ? [] : [{ path: id, message: `${rung.name.toLowerCase()} has no such knob; only 0 is taken` }];
    const [low, high] = [Math.min(knob.low, 0), knob.high];
    return value < low - 1e-9 || value > high + 1e-9
      ? [{ path: id, message: `must be from ${+low.toFixed(2)} to ${+high.toFixed(2)} ${knob.unit}, got ${value}` }]
      : [];
  });
}
