/** Measures of the front, rear and from-above views, on points named left (`-l`) and right (`-r`). */
import { add, angleAt, clamp, degrees, distance, dot, scale, subtract, type Degrees, type Point } from '../geometry.js';
import type { UprightFrame } from './frame.js';
import type { BaseLandmark, LandmarkName } from '../landmarks.js';
import type { MeasureContext, MeasureDefinition } from './definition.js';
import { scaleOf } from './lens.js';

type Side = 'l' | 'r';
const other = (side: Side): Side => (side === 'l' ? 'r' : 'l');
const named = (base: BaseLandmark, side: Side): LandmarkName => `${base}-${side}`;
const both = (...bases: BaseLandmark[]): LandmarkName[] => bases.flatMap((b) => [named(b, 'l'), named(b, 'r')]);
const middle = (frame: UprightFrame, base: BaseLandmark): Point =>
  scale(add(frame.at(named(base, 'l')), frame.at(named(base, 'r'))), 0.5);

/** Left–right line against the floor, the same from the front and the rear: positive when the person's right is higher. */
const level =
  (base: BaseLandmark): MeasureDefinition['compute'] =>
  (frame) => {
    const d = subtract(frame.at(named(base, 'r')), frame.at(named(base, 'l')));
    return degrees(Math.atan2(d[1], Math.abs(d[0])));
  };

/** Bend at the hip between the middle of the shoulders and the end of the chord, and where the hip lies off that chord. */
function bend(frame: UprightFrame, c: MeasureContext): { angle: Degrees; off: Point } {
  const [shoulder, hip, end] = [middle(frame, 'shoulder'), middle(frame, 'hip'), middle(frame, c.chordEnd)];
  const chord = subtract(end, shoulder);
  const along = dot(subtract(hip, shoulder), chord) / dot(chord, chord);
  return { angle: 180 - angleAt(shoulder, hip, end), off: subtract(hip, add(shoulder, scale(chord, along))) };
}

/**
 * Where the belly faces in a picture taken from above: toward the nose where it is placed, else from the declared supporting
 * side (on the left elbow with the head to the right of the picture the belly faces its lower edge).
 */
function bellyFromAbove(frame: UprightFrame, c: MeasureContext): Point | null {
  const shoulder = middle(frame, 'shoulder');
  const head = subtract(shoulder, middle(frame, 'hip'));
  const down: Point = [head[1], -head[0]];
  if (frame.has('nose')) return scale(down, Math.sign(dot(subtract(frame.at('nose'), shoulder), down)) || 1);
  if (!c.side) return null;
  return scale(down, c.side === 'left' ? 1 : -1);
}

/** Inward (positive) bend of one leg in the picture's plane. */
function track(frame: UprightFrame, side: Side): Degrees {
  const [hip, knee, ankle] = (['hip', 'knee', 'ankle'] as const).map((b) => frame.at(named(b, side)));
  const inward = subtract(frame.at(named('hip', other(side))), hip!);
  const chord = subtract(ankle!, hip!);
  const along = dot(subtract(knee!, hip!), chord) / dot(chord, chord);
  const off = subtract(knee!, add(hip!, scale(chord, along)));
  return (180 - angleAt(hip!, knee!, ankle!)) * (dot(off, inward) >= 0 ? 1 : -1);
}

/** Pixels per metre in a standing view: as given, else from lines of known length, else from the shoulders' width. */
function pixelsPerMetre(frame: UprightFrame, c: MeasureContext): number {
  if (c.pixelsPerMetre) return c.pixelsPerMetre;
  return (
    (c.depths && scaleOf(frame, c.depths)) ??
    distance(frame.at('shoulder-l'), frame.at('shoulder-r')) / c.body.shoulderWidth
  );
}

/**
 * How uneven two sides look that do the same, degrees, left less right: a camera off square makes them so. Knees, which are ahead of the line
 * from hip to ankle, and feet. What is not placed is left out.
 */
export function unevenness(frame: UprightFrame, c: MeasureContext): Degrees[] {
  const knees = both('hip', 'knee', 'ankle').every(frame.has);
  const feet = both('hip', 'heel', 'toe', 'shoulder').every(frame.has);
  const perMetre = feet ? pixelsPerMetre(frame, c) : 0;
  return [
    ...(knees ? [track(frame, 'l') - track(frame, 'r')] : []),
    ...(feet ? [turnOut(frame, 'l', perMetre, c) - turnOut(frame, 'r', perMetre, c)] : []),
  ];
}

/** Turn of one foot outward from straight ahead: sine of the heel–toe line's sideways part over the foot's length. */
function turnOut(frame: UprightFrame, side: Side, perMetre: number, c: MeasureContext): Degrees {
  const heelToToe = subtract(frame.at(named('toe', side)), frame.at(named('heel', side)));
  const outward = Math.sign(frame.at(named('hip', side))[0] - frame.at(named('hip', other(side)))[0]);
  return degrees(Math.asin(clamp((heelToToe[0] * outward) / (c.body.lengths.foot * perMetre), -1, 1)));
}

/** A measure of both sides: the one that is further from nought. */
const ofTheFurther = (
  ofSide: NonNullable<MeasureDefinition['ofSide']>,
): Required<Pick<MeasureDefinition, 'ofSide' | 'compute'>> => ({
  ofSide,
  compute: (frame, c) => {
    const [left, right] = [ofSide(frame, c, 'l'), ofSide(frame, c, 'r')];
    return Math.abs(left) >= Math.abs(right) ? left : right;
  },
});

/** How far the hands are held before the chest, share of stature. Modelling assumption. */
const REACH = 0.2;

export const ACROSS_MEASURES: readonly MeasureDefinition[] = [
  {
    id: 'side-line',
    name: 'Side line',
    unit: 'deg',
    reads: { positive: 'hip dropped toward the floor', negative: 'hip pushed too high' },
    views: ['front', 'rear'],
    needs: (c) => both('shoulder', 'hip', c.chordEnd),
    compute: (frame, c) => {
      const { angle, off } = bend(frame, c);
      return off[1] <= 0 ? angle : -angle;
    },
  },
  {
    id: 'depth-line',
    name: 'Depth line, from above',
    unit: 'deg',
    reads: { positive: 'hip behind the line', negative: 'hip ahead of the line' },
    views: ['above'],
    needs: (c) => both('shoulder', 'hip', c.chordEnd),
    compute: (frame, c) => {
      const belly = bellyFromAbove(frame, c);
      if (!belly) return null;
      const { angle, off } = bend(frame, c);
      return dot(off, belly) <= 0 ? angle : -angle;
    },
  },
  {
    id: 'level-shoulders',
    name: 'Shoulders level',
    unit: 'deg',
    reads: { positive: 'right higher', negative: 'left higher' },
    views: ['front', 'rear'],
    needs: () => both('shoulder'),
    compute: level('shoulder'),
  },
  {
    id: 'level-pelvis',
    name: 'Pelvis level',
    unit: 'deg',
    reads: { positive: 'right higher', negative: 'left higher' },
    views: ['front', 'rear'],
    needs: () => both('hip'),
    compute: level('hip'),
  },
  {
    id: 'knee-track',
    name: 'Knee against hip and ankle',
    unit: 'deg',
    reads: { positive: 'inward', negative: 'outward' },
    views: ['front'],
    needs: () => both('hip', 'knee', 'ankle'),
    ...ofTheFurther((frame, _c, side) => track(frame, side)),
  },
  {
    id: 'toe-out',
    name: 'Toes turned out',
    unit: 'deg',
    reads: { positive: 'outward', negative: 'inward' },
    views: ['front'],
    needs: (c) => [...both('hip', 'heel', 'toe'), ...(c.pixelsPerMetre ? [] : both('shoulder'))],
    ...ofTheFurther((frame, c, side) => turnOut(frame, side, pixelsPerMetre(frame, c), c)),
  },
  {
    id: 'side-lean',
    name: 'Sideways lean',
    unit: 'deg',
    reads: { positive: 'toward the right', negative: 'toward the left' },
    views: ['front', 'rear'],
    needs: () => both('shoulder', 'hip'),
    compute: (frame) => {
      const d = subtract(middle(frame, 'shoulder'), middle(frame, 'hip'));
      const right = Math.sign(frame.at('shoulder-r')[0] - frame.at('shoulder-l')[0]) || 1;
      return degrees(Math.atan2(d[0] * right, d[1]));
    },
  },
  {
    id: 'arm-lead',
    name: 'Hands off the chest’s centre line',
    unit: '%',
    reads: { positive: 'the arms lead the turn', negative: 'the arms lag' },
    views: ['front'],
    needs: () => both('shoulder', 'hip', 'wrist'),
    compute: (frame, c) => {
      // The chest's turn shows as the shoulders' shortened width against the hips, which stay square.
      const perMetre = pixelsPerMetre(frame, c);
      const full = c.body.shoulderWidth * perMetre;
      const narrowed = clamp(distance(frame.at('shoulder-l'), frame.at('shoulder-r')) / full, 0, 1);
      const carried = REACH * c.body.stature * perMetre * Math.sqrt(1 - narrowed ** 2);
      const hands = subtract(middle(frame, 'wrist'), middle(frame, 'shoulder'))[0];
      return (100 * (Math.abs(hands) - carried)) / full;
    },
  },
];
