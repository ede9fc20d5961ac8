/** The body as point masses at their segments' centres, by the part of the chain they belong to. */
import type { Body, Segment } from '../body/anthropometry.js';
import type { FigurePoints } from '../body/figure.js';
import { add, between, scale, subtract, unit, length as norm, type Point } from '../geometry.js';

/** Parts between the joints that moments are reported for. Both limbs of a pair stand in one part. */
export type Part = 'arms' | 'head' | 'trunk' | 'pelvis' | 'thighs' | 'shanks';

export interface PointMass {
  part: Part;
  at: Point;
  kilograms: number;
}

/** Both ends of a segment, upper or nearer end first. */
type Ends = readonly [Segment, Part, Point, Point];

/**
 * Masses of a placed figure. Segment masses and centres after de Leva (1996), see {@link Body}; the hand's centre is taken on the line
 * from wrist to fingertip.
 * @param added a plate or weight, at a point, carried by a part
 */
export function massesOf(
  figure: FigurePoints,
  body: Body,
  added?: { kilograms: number; at: Point; part: Part },
): PointMass[] {
  const limbs = [figure, figure.far].flatMap((p): Ends[] => [
    ['upperArm', 'arms', p.shoulder, p.elbow],
    ['forearm', 'arms', p.elbow, p.wrist],
    ['hand', 'arms', p.wrist, p.fingertip],
    ['thigh', 'thighs', p.hip, p.knee],
    ['shank', 'shanks', p.knee, p.ankle],
    ['foot', 'shanks', p.heel, p.toe],
  ]);
  const neck = subtract(figure.vertex, figure.shoulder);
  const chin = add(figure.vertex, scale(neck, -body.lengths.head / Math.max(norm(neck), 1e-9)));
  const trunk: Ends[] = [
    ['head', 'head', figure.vertex, chin],
    ['upperTrunk', 'trunk', figure.shoulder, figure.thorax],
    ['middleTrunk', 'trunk', figure.thorax, figure.lumbar],
    ['lowerTrunk', 'pelvis', figure.lumbar, figure.hip],
  ];
  const own = [...limbs, ...trunk].map(([segment, part, from, to]) => ({
    part,
    at: between(from, to, body.centres[segment]),
    kilograms: body.masses[segment],
  }));
  const { kilograms = 0, at = unit(0), part = 'pelvis' } = added ?? {};
  return kilograms > 0 ? [...own, { part, at, kilograms }] : own;
}

/** Mass and centre of a set of point masses; the centre of none is the origin. */
export function centreOf(masses: readonly PointMass[]): { kilograms: number; at: Point } {
  const kilograms = masses.reduce((sum, m) => sum + m.kilograms, 0);
  if (kilograms === 0) return { kilograms, at: [0, 0] };
  const at = masses.reduce<Point>((sum, m) => add(sum, scale(m.at, m.kilograms / kilograms)), [0, 0]);
  return { kilograms, at };
}
