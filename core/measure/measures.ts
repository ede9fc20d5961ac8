/** Definitions of the measures: which landmarks each needs and how it is computed in the upright frame. */
import {
  angleAt,
  degrees,
  distance,
  dot,
  rotate,
  signedDistanceToLine,
  subtract,
  turn,
  type Point,
} from '../geometry.js';
import type { MeasureDefinition } from './definition.js';
import { PELVIS_AT_REST, type LandmarkName, type View } from '../landmarks.js';
import { bodyScale, type UprightFrame } from './frame.js';
import { ACROSS_MEASURES } from './measures-across.js';
import { WHOLE_BODY_MEASURES } from './measures-whole-body.js';

export type { MeasureContext, MeasureDefinition, MeasureUnit } from './definition.js';

const percent = (part: number, whole: number): number => (100 * part) / whole;

/** Distance of `p` from the line hip end → head end, positive on the belly side. */
const bellyOffset = (frame: UprightFrame, p: Point, from: Point, to: Point): number =>
  -signedDistanceToLine(p, from, to) * frame.belly;

const joint =
  (a: LandmarkName, vertex: LandmarkName, b: LandmarkName): MeasureDefinition['compute'] =>
  (frame) =>
    angleAt(frame.at(a), frame.at(vertex), frame.at(b));

const elevation =
  (from: LandmarkName, to: LandmarkName): MeasureDefinition['compute'] =>
  (frame) => {
    const d = subtract(frame.at(to), frame.at(from));
    return degrees(Math.atan2(d[1], Math.abs(d[0])));
  };

const none = { positive: '', negative: '' };

/** Where the low back lies on the way from hip to shoulder. */
const LOW_BACK_AT = 0.3;
/** A trunk that rises by this much can have curled there with the low back still down, degrees. Assumption, see docs/measuring.md. */
const CURLED = 12;
/** What the trunk's rise leaves unknown of the gap, cm: the root mean square error over simulated backs, see `undecided.test.ts`. */
export const GAP_ESTIMATE_SD = 3.3;

/** Gap under the low back from the trunk's rise alone, px: what a curl of the upper back does not explain. */
function estimatedGap(frame: UprightFrame): number {
  const [hip, shoulder] = [frame.at('hip'), frame.at('shoulder')];
  const trunk = distance(hip, shoulder);
  const rise = (shoulder[1] - hip[1]) / trunk;
  return Math.max(0, LOW_BACK_AT * trunk * (rise - Math.sin((CURLED * Math.PI) / 180)));
}

/** Side-view measures of the plank and hollow families, with the optional hand-placed points. Signs as named. */
const LINE_MEASURES: readonly MeasureDefinition[] = [
  {
    id: 'hip-line',
    name: 'Body line',
    unit: 'deg',
    reads: { positive: 'hip on the belly side of the line', negative: 'hip on the back side of the line' },
    needs: (c) => ['shoulder', 'hip', c.chordEnd],
    compute: (frame, c) => {
      const [shoulder, hip, end] = [frame.at('shoulder'), frame.at('hip'), frame.at(c.chordEnd)];
      const bend = 180 - angleAt(shoulder, hip, end);
      return bellyOffset(frame, hip, end, shoulder) >= 0 ? bend : -bend;
    },
  },
  {
    id: 'hip-offset',
    name: 'Hip off the line',
    unit: '%',
    reads: { positive: 'on the belly side', negative: 'on the back side' },
    needs: (c) => ['shoulder', 'hip', c.chordEnd],
    compute: (frame, c) => {
      const [shoulder, end] = [frame.at('shoulder'), frame.at(c.chordEnd)];
      return percent(bellyOffset(frame, frame.at('hip'), end, shoulder), distance(shoulder, end));
    },
  },
  {
    id: 'hip',
    name: 'Hip angle',
    unit: 'deg',
    reads: none,
    needs: () => ['shoulder', 'hip', 'knee'],
    compute: joint('shoulder', 'hip', 'knee'),
  },
  {
    id: 'knee',
    name: 'Knee angle',
    unit: 'deg',
    reads: none,
    needs: () => ['hip', 'knee', 'ankle'],
    compute: joint('hip', 'knee', 'ankle'),
  },
  {
    id: 'shoulder',
    name: 'Shoulder angle',
    unit: 'deg',
    reads: none,
    needs: () => ['hip', 'shoulder', 'elbow'],
    compute: joint('hip', 'shoulder', 'elbow'),
  },
  {
    id: 'elbow',
    name: 'Elbow angle',
    unit: 'deg',
    reads: none,
    needs: () => ['shoulder', 'elbow', 'wrist'],
    compute: joint('shoulder', 'elbow', 'wrist'),
  },
  {
    id: 'ankle',
    name: 'Ankle angle',
    unit: 'deg',
    reads: none,
    needs: () => ['knee', 'ankle', 'heel', 'toe'],
    compute: (frame) =>
      Math.abs(turn(subtract(frame.at('knee'), frame.at('ankle')), subtract(frame.at('toe'), frame.at('heel')))),
  },
  {
    id: 'neck',
    name: 'Neck',
    unit: 'deg',
    reads: { positive: 'head back, chin poking', negative: 'head dropped or tucked' },
    needs: () => ['hip', 'shoulder', 'ear'],
    compute: (frame) =>
      turn(subtract(frame.at('shoulder'), frame.at('hip')), subtract(frame.at('ear'), frame.at('shoulder'))) *
      frame.belly,
  },
  {
    id: 'shoulder-stack',
    name: 'Support ahead of the shoulder',
    unit: '%',
    reads: { positive: 'ahead of the shoulder', negative: 'behind the shoulder' },
    needs: (c) =>
      c.support === 'elbow'
        ? ['shoulder', 'elbow']
        : c.stack === 'trunk'
          ? ['hip', 'shoulder', 'elbow', 'wrist']
          : ['shoulder', 'elbow', 'wrist'],
    compute: (frame, c) => {
      const [shoulder, elbow] = [frame.at('shoulder'), frame.at('elbow')];
      const upperArm = distance(shoulder, elbow);
      const reach = c.support === 'elbow' ? upperArm : upperArm + distance(elbow, frame.at('wrist'));
      const offset = subtract(frame.at(c.support), shoulder);
      if (c.stack === 'floor') return percent(offset[0] * frame.head, reach);
      const trunk = subtract(shoulder, frame.at('hip'));
      return percent(dot(offset, trunk) / Math.hypot(trunk[0], trunk[1]), reach);
    },
  },
  {
    id: 'blade-push',
    name: 'Push between the blades',
    unit: '%',
    reads: { positive: 'upper back pushed up', negative: 'sunk between the blades' },
    needs: () => ['hip', 'shoulder', 'midback'],
    compute: (frame) => {
      const [hip, shoulder] = [frame.at('hip'), frame.at('shoulder')];
      return percent(-bellyOffset(frame, frame.at('midback'), hip, shoulder), distance(hip, shoulder));
    },
  },
  {
    id: 'pelvic-tilt',
    name: 'Pelvic tilt',
    unit: 'deg',
    reads: { positive: 'tipped forward', negative: 'tucked back' },
    needs: () => ['hip', 'shoulder', 'asis', 'psis'],
    compute: (frame) => {
      const trunk = subtract(frame.at('shoulder'), frame.at('hip'));
      const belly = rotate(trunk, -90 * frame.belly);
      return -turn(belly, subtract(frame.at('asis'), frame.at('psis'))) * frame.belly - PELVIS_AT_REST;
    },
  },
  {
    id: 'ear-to-arm',
    name: 'Ear off the arm line',
    unit: '%',
    reads: { positive: 'away from the arms', negative: '' },
    needs: () => ['ear', 'shoulder', 'elbow', 'wrist'],
    compute: (frame) => {
      const shoulder = frame.at('shoulder');
      return percent(
        Math.abs(signedDistanceToLine(frame.at('ear'), shoulder, frame.at('wrist'))),
        distance(shoulder, frame.at('elbow')),
      );
    },
  },
  {
    id: 'low-back-gap',
    name: 'Gap under the low back',
    unit: 'cm',
    reads: { positive: 'off the floor', negative: '' },
    needs: () => ['shoulder', 'hip', 'knee'],
    better: ['lowback'],
    estimateSd: GAP_ESTIMATE_SD,
    needsFloor: true,
    compute: (frame, c) => {
      const height = frame.has('lowback') ? frame.at('lowback')[1] : estimatedGap(frame);
      if (c.pixelsPerMetre) return (100 * height) / c.pixelsPerMetre;
      const scale = bodyScale(frame, c.body);
      return scale && c.statureKnown ? (100 * height * scale.ofStature * c.body.stature) / scale.pixels : null;
    },
  },
  {
    id: 'leg-elevation',
    name: 'Legs above the floor',
    unit: 'deg',
    reads: { positive: 'raised', negative: 'below the hip' },
    needs: () => ['hip', 'ankle'],
    compute: elevation('hip', 'ankle'),
  },
  {
    id: 'arm-elevation',
    name: 'Arms above the floor',
    unit: 'deg',
    reads: { positive: 'raised', negative: 'below the shoulder' },
    needs: () => ['shoulder', 'wrist'],
    compute: elevation('shoulder', 'wrist'),
  },
  {
    id: 'shoulder-clearance',
    name: 'Shoulders off the floor',
    unit: '%',
    reads: { positive: 'clear of the floor', negative: '' },
    needs: () => ['shoulder', 'hip'],
    needsFloor: true,
    // The back of the shoulder: the joint lies half a body's depth above it, so that lying flat reads nought.
    compute: (frame, { body }) =>
      percent(frame.at('shoulder')[1], distance(frame.at('shoulder'), frame.at('hip'))) -
      percent(body.backDepth, body.trunk),
  },
  {
    id: 'hand-foot-level',
    name: 'Hands against feet',
    unit: '%',
    reads: { positive: 'hands higher', negative: 'feet higher' },
    needs: () => ['wrist', 'ankle', 'shoulder', 'hip', 'knee'],
    compute: (frame, c) => {
      const scale = bodyScale(frame, c.body);
      const difference = frame.at('wrist')[1] - frame.at('ankle')[1];
      return scale ? percent(difference * scale.ofStature, scale.pixels) : null;
    },
  },
];

/** Every measure, the side view's first. */
export const MEASURES: readonly MeasureDefinition[] = [...LINE_MEASURES, ...WHOLE_BODY_MEASURES, ...ACROSS_MEASURES];

/** Whether the camera's place shows a measure. */
export const seenFrom = (definition: MeasureDefinition, view: View = 'side'): boolean =>
  (definition.views ?? ['side']).includes(view);

const byId = new Map(MEASURES.map((measure) => [measure.id, measure]));

/** The definition of a measure. @throws RangeError for an unknown id */
export function measureDefinition(id: string): MeasureDefinition {
  const found = byId.get(id);
  if (!found) throw new RangeError(`there is no measure ${id}`);
  return found;
}
