/** Continuous knobs of a version: what can be set between one rung and the next. */
import type { Body } from '../body/anthropometry.js';
import type { Pose } from '../body/pose.js';
import type { Rung } from '../formats/catalog.js';
import type { KnobId } from '../formats/lever.js';
import { clamp } from '../geometry.js';

/** Metres, degrees, newtons, kilograms. The rollers' distance is part of a set-up and no lever query asks for it. */
export type Knobs = Partial<Record<KnobId | 'rollerSpacing', number>>;

export interface Knob {
  id: KnobId;
  name: string;
  unit: 'm' | '°' | 'kg' | 'N';
  low: number;
  high: number;
  /** The version's own setting. */
  base: number;
}

/** Families by how their body meets the ground; each has its own knobs. */
export type Ground =
  'prone' | 'fours' | 'supine' | 'edge' | 'hung' | 'flag' | 'inverted' | 'seated' | 'standing' | 'belly';
const GROUND: Readonly<Record<string, Ground>> = {
  'front-plank': 'prone',
  'side-plank': 'prone',
  'push-up': 'prone',
  'all-fours': 'fours',
  'bird-dog': 'fours',
  hollow: 'supine',
  'dead-bug': 'supine',
  'curl-up': 'supine',
  rollers: 'supine',
  'partner-tuck': 'supine',
  'class-moves': 'supine',
  arch: 'belly',
  edge: 'edge',
  hanging: 'hung',
  'front-lever': 'hung',
  compression: 'seated',
  rotation: 'seated',
  'dragon-flag': 'flag',
  handstand: 'inverted',
};
/** How a version meets the ground. A plank among class moves stands like a plank; what is unknown stands by its pose. */
export function groundOf(rung: Pick<Rung, 'family' | 'pose'>): Ground {
  const known = GROUND[rung.family];
  if (known === 'supine' && rung.pose.orientation === 'prone') return 'prone';
  if (known) return known;
  return rung.pose.orientation === 'supine' ? 'supine' : rung.pose.orientation === 'prone' ? 'prone' : 'standing';
}

/** How far the edge lies from the hip crease when nothing is set, metres; negative: the crease is on the block. */
const EDGE_BASE: Readonly<Record<string, number>> = { 'on-the-block': -0.42, half: -0.28, full: 0 };

const contactHeight = (pose: Pose, at: 'wrist' | 'elbow' | 'toe' | 'knee'): number =>
  pose.contacts.find((c) => c.at === at)?.height ?? 0;

const legElevationOf = (pose: Pose): number => pose.hip - pose.trunk;

/** The knobs that a version has, with the range in which its shape stays what it is. */
export function knobsOf(rung: Rung, body: Body): Knob[] {
  const { pose } = rung;
  const ground = groundOf(rung);
  const onKnees = pose.contacts.some((c) => c.at === 'knee');
  const knob = (id: KnobId, name: string, unit: Knob['unit'], low: number, high: number, base: number): Knob => ({
    id,
    name,
    unit,
    low: Math.min(low, base),
    high: Math.max(high, base),
    base,
  });
  const mass = knob('addedMass', 'Plate', 'kg', 0, 100, 0);
  const band = [
    knob('bandForce', 'Band pull', 'N', 0, 600, 0),
    knob('bandAngle', 'Band, from the floor', '°', -90, 90, 0),
  ];
  const arms = knob('armElevation', 'Arms from beside the body', '°', 0, 180, clamp(pose.shoulder, 0, 180));
  const knees = knob('kneeBend', 'Knee bend', '°', 0, ground === 'prone' ? 40 : 130, pose.knee);
  switch (ground) {
    case 'prone': {
      const joint = rung.support === 'wrist' ? 'wrist' : 'elbow';
      return [
        knob(
          'handHeight',
          joint === 'wrist' ? 'Hands raised' : 'Elbows raised',
          'm',
          0,
          (onKnees ? 0.22 : 0.6) * body.stature,
          contactHeight(pose, joint),
        ),
        ...(onKnees ? [] : [knob('footHeight', 'Feet raised', 'm', 0, 0.7, contactHeight(pose, 'toe'))]),
        ...(pose.support
          ? [
              knob(
                'elbowAhead',
                joint === 'wrist' ? 'Hands ahead of the shoulders' : 'Elbows ahead of the shoulders',
                'm',
                -0.05,
                joint === 'wrist' ? 0.28 * body.stature : 0.145 * body.stature,
                pose.support.ahead,
              ),
            ]
          : []),
        ...(onKnees ? [] : [knees]),
        // An arm that the version has in the air already is not lifted again.
        ...(pose.far?.shoulder === undefined ? [knob('armElevation', 'One arm lifted', '°', 0, 100, 0)] : []),
        knob('legElevation', 'One leg lifted', '°', 0, 30, onKnees ? 0 : Math.max(0, -(pose.far?.hip ?? 0))),
        mass,
        ...band,
      ];
    }
    case 'fours':
      return [
        knob('armElevation', 'One arm lifted', '°', 0, 110, 0),
        knob('legElevation', 'One leg lifted', '°', 0, 100, 0),
        mass,
      ];
    case 'supine':
      return [knees, knob('legElevation', 'Legs above level', '°', 2, 100, legElevationOf(pose)), arms, mass, ...band];
    case 'belly':
      return [arms, mass];
    case 'edge':
      return [
        knob('edgeDistance', 'Hip crease beyond the edge', 'm', -0.45, 0.35, EDGE_BASE[rung.id] ?? 0),
        arms,
        mass,
      ];
    case 'hung':
      return [knees, knob('legElevation', 'Legs from the line of the trunk', '°', 0, 150, pose.hip), mass];
    case 'seated':
      return [knees, mass];
    case 'flag':
      return [knees, knob('legElevation', 'Body above level', '°', 0, 80, -pose.trunk), mass];
    case 'inverted':
    case 'standing':
      return [mass];
  }
}

/** Raised feet leave the hands behind the shoulders by this share of the height. Assumption, near the shares of Ebben et al. (2011). */
const BEHIND = 0.17;
/** Height of hands over feet, metres, at which an arm has opened half of the way to square. Assumption. */
const SQUARE = 0.3;

/** A leg's angles on all fours, lifted from under the hip (0) to level behind (about 90). */
const liftedLeg = (pose: Pose, angle: number): { hip: number; knee: number } => ({
  hip: pose.hip - angle,
  knee: Math.max(0, pose.knee - (pose.knee * angle) / 80),
});

/**
 * The version's pose with its knobs set. Raised hands keep the shoulder's angle that the version has on the floor and open it toward
 * square; raised feet leave the hands a little behind: a rigid body with plumb arms would weigh the same on the hands at every height.
 * @param settled shoulder angle of the version on the floor, degrees; asked for only where heights are set
 */
export function poseWith(rung: Rung, knobs: Knobs, settled: (pose: Pose) => number): Pose {
  const { pose } = rung;
  const ground = groundOf(rung);
  const at = (id: KnobId, base: number): number => knobs[id] ?? base;
  if (Object.keys(knobs).length === 0 && !(ground === 'prone' && pose.support && pose.contacts.some((c) => c.height)))
    return pose;
  switch (ground) {
    case 'prone': {
      const joint = rung.support === 'wrist' ? 'wrist' : 'elbow';
      const hands = at('handHeight', contactHeight(pose, joint));
      const feet = at('footHeight', contactHeight(pose, 'toe'));
      const leg = knobs.legElevation;
      const arm = knobs.armElevation ?? 0;
      // The far limbs without a lifted leg.
      const { hip: _lifted, ...resting } = pose.far ?? {};
      const floor: Pose = {
        ...pose,
        knee: at('kneeBend', pose.knee),
        contacts: pose.contacts.map((c) => ({ at: c.at })),
        ...(pose.support ? { support: { ...pose.support, ahead: at('elbowAhead', pose.support.ahead) } } : {}),
        ...(leg === undefined ? {} : { far: leg > 0 ? { ...pose.far, hip: pose.hip - leg } : resting }),
      };
      const contacts = pose.contacts.map((c) => ({
        at: c.at,
        height: c.at === joint ? hands : c.at === 'toe' ? feet : (c.height ?? 0),
      }));
      const over = hands - feet;
      let placed: Pose = { ...floor, contacts };
      if (over < 0 && floor.support)
        placed = { ...placed, support: { ...floor.support, ahead: floor.support.ahead + BEHIND * over } };
      if (over > 0 && floor.support) {
        const own = settled(floor);
        const open = (over * over) / (over * over + SQUARE * SQUARE);
        placed = { ...placed, support: undefined, shoulder: own + Math.max(0, 90 - own) * open };
      }
      if (arm <= 0) return placed;
      const own = placed.support ? settled(placed) : placed.shoulder;
      const far = { shoulder: own + arm, elbow: pose.elbow * Math.max(0, 1 - arm / 60) };
      return { ...placed, far: { ...placed.far, ...far } };
    }
    case 'fours': {
      const arm = knobs.armElevation;
      const leg = knobs.legElevation;
      if (arm === undefined && leg === undefined) return pose;
      const far = {
        ...pose.far,
        ...(arm === undefined ? {} : { shoulder: settled({ ...pose, far: undefined }) + arm, elbow: 0 }),
        ...(leg === undefined ? {} : liftedLeg(pose, leg)),
      };
      return { ...pose, far };
    }
    case 'supine': {
      const elevation = at('legElevation', legElevationOf(pose));
      return {
        ...pose,
        knee: at('kneeBend', pose.knee),
        hip: elevation + pose.trunk,
        shoulder: at('armElevation', pose.shoulder),
      };
    }
    case 'belly':
    case 'edge':
      return { ...pose, shoulder: at('armElevation', pose.shoulder) };
    case 'hung':
      return { ...pose, knee: at('kneeBend', pose.knee), hip: at('legElevation', pose.hip) };
    case 'seated':
      return { ...pose, knee: at('kneeBend', pose.knee) };
    case 'flag':
      return { ...pose, knee: at('kneeBend', pose.knee), trunk: -at('legElevation', -pose.trunk) };
    case 'inverted':
    case 'standing':
      return pose;
  }
}

/** How far the hip crease sits beyond the edge, metres. */
export const edgeDistanceOf = (rung: Rung, knobs: Knobs): number => knobs.edgeDistance ?? EDGE_BASE[rung.id] ?? 0;
