/** The load of a version: the one number that ladders, gates and steps compare, by the family's governing moment. */
import { placeKey } from '../catalog/ladders.js';
import type { Body } from '../body/anthropometry.js';
import type { Rung } from '../formats/catalog.js';
import type { Catalog } from '../catalog/index.js';
import { rungOf } from '../catalog/index.js';
import { GRAVITY } from './balance.js';
import { groundOf, knobsOf, type Knob, type Knobs } from './knobs.js';
import { staticsOf, type Joint, type Statics } from './statics.js';

export type Governing = 'lumbar' | 'hip-or-lumbar' | 'shoulder' | 'hands' | 'carried';
const GOVERNS: Readonly<Record<string, Governing>> = {
  'front-plank': 'lumbar',
  hollow: 'lumbar',
  'side-plank': 'lumbar',
  'bird-dog': 'lumbar',
  'dead-bug': 'lumbar',
  'curl-up': 'lumbar',
  arch: 'lumbar',
  edge: 'lumbar',
  rollers: 'lumbar',
  'class-moves': 'lumbar',
  hanging: 'hip-or-lumbar',
  compression: 'hip-or-lumbar',
  'dragon-flag': 'shoulder',
  'front-lever': 'shoulder',
  handstand: 'shoulder',
  'all-fours': 'hands',
  'push-up': 'hands',
  carry: 'carried',
};
/** Versions whose difficulty is turning, squeezing or somebody's pull: the same lever, more effort. */
const MORE_EFFORT = new Set([
  'front-plank/squeezed',
  'front-plank/banded',
  'side-plank/knees-banded',
  'bird-dog/banded',
  'dead-bug/loaded',
]);

/** What governs a family's load; null where the plane shows none (turning, partner work, screens). */
export const governing = (family: string): Governing | null => GOVERNS[family] ?? null;

export interface Load {
  governs: Governing;
  /** N·m, or a share of body weight (hands, carried). */
  value: number;
  unit: 'N·m' | 'of body weight';
  /** The version adds effort that the plane does not show. */
  moreEffort: boolean;
}

const read = (governs: Governing, s: Statics, carried: number, body: Body): number => {
  switch (governs) {
    case 'lumbar':
      return Math.abs(s.moments.lumbar);
    case 'hip-or-lumbar':
      return Math.max(Math.abs(s.moments.hip), Math.abs(s.moments.lumbar));
    case 'shoulder':
      return Math.abs(s.moments.shoulder);
    case 'hands':
      return (
        s.contacts.filter((c) => c.name === 'hands').reduce((sum, c) => sum + c.newtons, 0) / (body.mass * GRAVITY)
      );
    case 'carried':
      return carried / body.mass;
  }
};

/** Carried mass at the start of a carry ladder, share of body mass, both hands together. Assumption, corrected by what worked. */
export const CARRY_SHARE: Readonly<Record<string, number>> = { 'both-hands': 0.3, 'one-side': 0.2, overhead: 0.12 };

/**
 * Load of a version for a body. A raise that passes level with straight legs is as hard as its hardest point, so level is looked at too.
 * @returns null where the family has no load figure
 * @throws RangeError where the pose cannot stand
 */
export function loadOf(rung: Rung, body: Body, knobs: Knobs = {}): Load | null {
  const governs = governing(rung.family);
  if (!governs) return null;
  const at = (k: Knobs): number =>
    read(governs, staticsOf(rung, body, k), k.addedMass ?? (CARRY_SHARE[rung.id] ?? 0.2) * body.mass, body);
  const legs = knobs.legElevation ?? rung.pose.hip;
  const passesLevel = rung.family === 'hanging' && groundOf(rung) === 'hung' && legs > 90;
  return {
    governs,
    value: passesLevel ? Math.max(at(knobs), at({ ...knobs, legElevation: 90 })) : at(knobs),
    unit: governs === 'hands' || governs === 'carried' ? 'of body weight' : 'N·m',
    moreEffort: MORE_EFFORT.has(placeKey(rung)),
  };
}

/** The version that joint moments are told relative to: forearm plank for prone, bent-knee hollow for supine, else the family's own first choice. */
export function referenceFor(catalog: Catalog, rung: Rung): Rung {
  const ground = groundOf(rung);
  if (ground === 'prone' || ground === 'fours' || ground === 'belly') return rungOf(catalog, 'front-plank', 'forearm');
  if (ground === 'supine' || ground === 'edge') return rungOf(catalog, 'hollow', 'bent-knee');
  return rungOf(catalog, rung.family);
}

/** Below this a reference moment is too small to divide by, N·m. */
const TOO_SMALL = 1;

export interface JointMoment {
  joint: Joint;
  /** Magnitude, N·m. */
  newtonMetres: number;
  /** Share of body weight × stature, no unit. */
  perBody: number;
  /** Against the same joint in the reference version; null where that is next to nothing. */
  relative: number | null;
  /** Which side of the joint works. */
  works: 'front' | 'rear';
}

/**
 * Moments of a version for a body, with knobs set, against the reference version of the same body.
 * @returns magnitudes in N·m, as a share of body weight × stature, and relative
 */
export function momentsOf(
  catalog: Catalog,
  rung: Rung,
  body: Body,
  knobs: Knobs = {},
): { statics: Statics; moments: JointMoment[]; reference: Rung } {
  const statics = staticsOf(rung, body, knobs);
  const reference = referenceFor(catalog, rung);
  const plain = reference === rung && Object.keys(knobs).length === 0 ? statics : staticsOf(reference, body);
  const moments = (Object.keys(statics.moments) as Joint[]).map((joint): JointMoment => {
    const [own, ref] = [statics.moments[joint], Math.abs(plain.moments[joint])];
    return {
      joint,
      newtonMetres: Math.abs(own),
      perBody: Math.abs(own) / (body.mass * GRAVITY * body.stature),
      relative: ref < TOO_SMALL ? null : Math.abs(own) / ref,
      works: own >= 0 ? 'front' : 'rear',
    };
  });
  return { statics, moments, reference };
}

/** A plate heavier than this is no step between two versions, kg. */
const STEP_PLATE = 40;

/** Knobs of a version that change its load, in the order to try them for a step. */
export const stepKnobs = (rung: Rung, body: Body): Knob[] =>
  knobsOf(rung, body)
    .filter((k) => k.id !== 'bandForce' && k.id !== 'bandAngle')
    .map((k) => (k.id === 'addedMass' ? { ...k, high: STEP_PLATE } : k));
