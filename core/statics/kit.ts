/** Kit sized from the body: start values, corrected by what worked. */
import type { Body } from '../body/anthropometry.js';
import type { Catalog } from '../catalog/index.js';
import { rungOf } from '../catalog/index.js';
import type { Metres } from '../geometry.js';
import { GRAVITY } from './balance.js';
import { CARRY_SHARE, loadOf } from './load.js';
import { findSteps } from './step.js';
import { staticsOf } from './statics.js';

/** How far a seat and folded legs hang below the shoulders beyond what straight arms reach, plus two fingers of air. Assumption. */
const FOLD_DEPTH = 0.06;
const AIR = 0.03;

/**
 * Height of the blocks under the hands for passing the folded legs between the arms: trunk and folded thighs against the arms.
 * @returns metres, 0.05 at least
 */
export function blockHeight(body: Body): Metres {
  const arm = body.lengths.upperArm + body.lengths.forearm;
  const below = body.trunk + FOLD_DEPTH * body.stature;
  return Math.max(0.05, below - arm + AIR);
}

/**
 * Where the hip crease sits against the edge for a share of a holding moment.
 * @param moment N·m at the low back that is held today
 * @param share of it
 * @returns metres beyond the edge, negative on the block; null where no place on the block gives it
 */
export function edgeDistanceFor(catalog: Catalog, body: Body, moment: number, share: number): Metres | null {
  const steps = findSteps(rungOf(catalog, 'edge', 'on-the-block'), body, moment * share);
  return steps.find((s) => s.knob === 'edgeDistance')?.value ?? null;
}

/** A surface as high as this share of the stature is the highest on which a straight-arm plank still stands on its toes. Assumption. */
const HIGHEST = 0.5;
/**
 * Height of a surface at which the hands carry a share of body weight in a straight-arm plank.
 * @returns metres; 0 on the floor, null where the share is out of reach
 */
export function surfaceFor(catalog: Catalog, body: Body, share: number): Metres | null {
  const rung = rungOf(catalog, 'front-plank', 'straight-arm');
  const at = (handHeight: number): number =>
    staticsOf(rung, body, { handHeight }).contacts.find((c) => c.name === 'hands')!.bodyWeight;
  let [low, high] = [0, HIGHEST * body.stature];
  if (share > at(low) || share < at(high)) return null;
  for (let i = 0; i < 30; i += 1) {
    const middle = (low + high) / 2;
    if (at(middle) > share) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

/**
 * Elbows ahead of the shoulders for a rise of the low back's moment over the forearm plank.
 * @param rise 1.15 for 15 % more
 * @returns metres, null where it is out of reach
 */
export function elbowsFor(catalog: Catalog, body: Body, rise: number): Metres | null {
  const rung = rungOf(catalog, 'front-plank', 'forearm');
  const base = loadOf(rung, body)!.value;
  return findSteps(rung, body, base * rise).find((s) => s.knob === 'elbowAhead')?.value ?? null;
}

/** A hold of a family: the load it was held at and its clean seconds within the last four weeks. */
export interface HeldLoad {
  load: number;
  clean: number;
}

/**
 * Today's holding moment: the load of the hardest version held 20 clean seconds; its margin is 15 % of it, or the gap to the hardest held
 * 5 clean seconds where that is larger.
 * @returns null where nothing was held 20 clean seconds
 */
export function holdingMoment(holds: readonly HeldLoad[]): { moment: number; margin: number } | null {
  const hardest = (seconds: number): number =>
    Math.max(0, ...holds.filter((h) => h.clean >= seconds).map((h) => h.load));
  const moment = hardest(20);
  return moment > 0 ? { moment, margin: Math.max(0.15 * moment, hardest(5) - moment) } : null;
}

/**
 * Pull of a band straight down at the hips that adds no more than half of today's margin at the low back in a forearm plank.
 * @param margin N·m
 * @returns newtons and kilograms of stretch to weigh it by
 */
export function bandFor(catalog: Catalog, body: Body, margin: number): { newtons: number; kilograms: number } {
  const rung = rungOf(catalog, 'front-plank', 'forearm');
  const at = (bandForce: number): number =>
    Math.abs(staticsOf(rung, body, { bandForce, bandAngle: -90 }).moments.lumbar);
  // Moments are linear in a force: one newton tells.
  const perNewton = at(1) - at(0);
  const newtons = Math.max(0, (margin * 0.5) / perNewton);
  return { newtons, kilograms: newtons / GRAVITY };
}

export const CARRY_LEVELS = { beginner: 0.6, trained: 1, strong: 1.4 } as const;
/**
 * Weight of a carry: a share of body mass by version and level.
 * @returns kg in each loaded hand and in all
 */
export function carryWeight(
  body: Body,
  version: 'both-hands' | 'one-side' | 'overhead',
  level: keyof typeof CARRY_LEVELS,
): { eachHand: number; all: number } {
  const all = CARRY_SHARE[version]! * CARRY_LEVELS[level] * body.mass;
  return { eachHand: version === 'both-hands' ? all / 2 : all, all };
}
