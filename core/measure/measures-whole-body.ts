/** Side-view measures of the families beside plank and hollow: level trunk, limbs against the trunk, leans, hang and squat. */
import { angleAt, degrees, distance, subtract, turn, type Degrees, type Point } from '../geometry.js';
import { bodyScale, type UprightFrame } from './frame.js';
import type { LandmarkName } from '../landmarks.js';
import type { MeasureContext, MeasureDefinition } from './definition.js';

/** Direction a→b above the floor, −180 to 180, measured toward the head's side. */
const slope = (frame: UprightFrame, a: Point, b: Point): Degrees =>
  degrees(Math.atan2(b[1] - a[1], (b[0] - a[0]) * frame.head));

/** The joint of the limb that reaches: the higher of the near one and those named left and right. */
function reaching(frame: UprightFrame, base: 'wrist' | 'ankle'): Point {
  const names = ([base, `${base}-l`, `${base}-r`] as LandmarkName[]).filter((name) => frame.has(name));
  return names.map((name) => frame.at(name)).reduce((a, b) => (b[1] > a[1] ? b : a));
}

/** The knee that stands: the lowest one placed; null when it hangs less than half a thigh below the hip. */
function standingKnee(frame: UprightFrame): Point | null {
  const names = (['knee', 'knee-l', 'knee-r'] as LandmarkName[]).filter((name) => frame.has(name));
  const lowest = names.map((name) => frame.at(name)).reduce((a, b) => (b[1] < a[1] ? b : a));
  const hip = frame.at('hip');
  return hip[1] - lowest[1] > 0.5 * distance(hip, lowest) ? lowest : null;
}

/** Bend shoulder–hip–standing knee: the part of the back's shape that shows from the side while limbs move. */
export function standingLine(frame: UprightFrame): Degrees | null {
  const knee = standingKnee(frame);
  return knee && angleAt(frame.at('shoulder'), frame.at('hip'), knee);
}

/** Lean of a→b from the vertical, positive forward (the belly's side). */
const lean = (frame: UprightFrame, a: LandmarkName, b: LandmarkName): Degrees => {
  const d = subtract(frame.at(b), frame.at(a));
  return degrees(Math.atan2(d[0] * frame.belly, d[1]));
};

const centimetres = (frame: UprightFrame, height: number, c: MeasureContext): number | null => {
  if (c.pixelsPerMetre) return (100 * height) / c.pixelsPerMetre;
  const scale = bodyScale(frame, c.body);
  return scale && c.statureKnown ? (100 * height * scale.ofStature * c.body.stature) / scale.pixels : null;
};

const percent = (part: number, whole: number): number => (100 * part) / whole;

export const WHOLE_BODY_MEASURES: readonly MeasureDefinition[] = [
  {
    id: 'trunk-level',
    name: 'Trunk against the floor',
    unit: 'deg',
    reads: { positive: 'shoulders higher', negative: 'hips higher' },
    needs: () => ['hip', 'shoulder'],
    compute: (frame) => slope(frame, frame.at('hip'), frame.at('shoulder')),
  },
  {
    id: 'arm-over',
    name: 'Arm above the trunk line',
    unit: 'deg',
    reads: { positive: 'above', negative: 'below' },
    needs: () => ['hip', 'shoulder', 'wrist'],
    compute: (frame) =>
      turn(subtract(frame.at('shoulder'), frame.at('hip')), subtract(reaching(frame, 'wrist'), frame.at('shoulder'))) *
      frame.belly,
  },
  {
    id: 'leg-over',
    name: 'Leg above the trunk line',
    unit: 'deg',
    reads: { positive: 'above', negative: 'below' },
    needs: () => ['hip', 'shoulder', 'ankle'],
    compute: (frame) =>
      -turn(subtract(frame.at('hip'), frame.at('shoulder')), subtract(reaching(frame, 'ankle'), frame.at('hip'))) *
      frame.belly,
  },
  {
    id: 'hip-line-change',
    name: 'Body line against its start',
    unit: 'deg',
    reads: { positive: 'opened since the start', negative: 'folded since the start' },
    needs: () => ['shoulder', 'hip', 'knee'],
    compute: (frame, c) => {
      const now = standingLine(frame);
      return now === null || c.startLine === undefined ? null : now - c.startLine;
    },
  },
  {
    id: 'trunk-lean',
    name: 'Trunk lean',
    unit: 'deg',
    reads: { positive: 'forward', negative: 'back' },
    needs: () => ['hip', 'shoulder'],
    compute: (frame) => lean(frame, 'hip', 'shoulder'),
  },
  {
    id: 'shin-lean',
    name: 'Shin lean',
    unit: 'deg',
    reads: { positive: 'knee ahead of the ankle', negative: 'knee behind the ankle' },
    needs: () => ['ankle', 'knee'],
    compute: (frame) => lean(frame, 'ankle', 'knee'),
  },
  {
    id: 'lean-difference',
    name: 'Trunk lean beyond the shins',
    unit: 'deg',
    reads: { positive: 'trunk leans more', negative: 'shins lean more' },
    needs: () => ['hip', 'shoulder', 'ankle', 'knee'],
    compute: (frame) => lean(frame, 'hip', 'shoulder') - lean(frame, 'ankle', 'knee'),
  },
  {
    id: 'arm-drop',
    name: 'Arms off the trunk line',
    unit: 'deg',
    reads: { positive: 'fallen forward', negative: 'behind the trunk line' },
    needs: () => ['hip', 'shoulder', 'wrist'],
    compute: (frame) =>
      -turn(subtract(frame.at('shoulder'), frame.at('hip')), subtract(frame.at('wrist'), frame.at('shoulder'))) *
      frame.belly,
  },
  {
    id: 'heel-lift',
    name: 'Heel off the floor',
    unit: 'cm',
    reads: { positive: 'lifted', negative: '' },
    needs: () => ['heel', 'hip', 'knee', 'shoulder'],
    needsFloor: true,
    compute: (frame, c) => centimetres(frame, frame.at('heel')[1], c),
  },
  {
    id: 'hang-line',
    name: 'Hands to hips off the plumb line',
    unit: 'deg',
    reads: { positive: 'hips ahead of the hands', negative: 'hips behind the hands' },
    needs: () => ['wrist', 'hip'],
    compute: (frame) => {
      const d = subtract(frame.at('hip'), frame.at('wrist'));
      return degrees(Math.atan2(d[0] * frame.belly, -d[1]));
    },
  },
  {
    id: 'feet-behind',
    name: 'Feet behind the plumb line',
    unit: 'deg',
    reads: { positive: 'behind', negative: 'ahead' },
    needs: () => ['shoulder', 'hip', 'knee', 'ankle'],
    compute: (frame) => {
      if (!isBottom(frame)) return null;
      const d = subtract(frame.at('ankle'), frame.at('hip'));
      return degrees(Math.atan2(-d[0] * frame.belly, -d[1]));
    },
  },
  {
    id: 'swing',
    name: 'Swing under the bar',
    unit: 'deg',
    reads: { positive: 'range between the reps', negative: '' },
    needs: () => ['wrist', 'hip'],
    // A range over time: one frame cannot show it; see hold/swing.ts.
    compute: () => null,
  },
  {
    id: 'hand-to-ankle',
    name: 'Hands to ankles',
    unit: '%',
    reads: { positive: 'apart, of stature', negative: '' },
    needs: () => ['wrist', 'ankle', 'shoulder', 'hip', 'knee'],
    compute: (frame, c) => {
      // Under a bar only: the hands above the shoulders, the hips below them.
      if (frame.at('wrist')[1] < frame.at('shoulder')[1] || frame.at('hip')[1] > frame.at('shoulder')[1]) return null;
      const scale = bodyScale(frame, c.body);
      return scale && percent(distance(frame.at('wrist'), frame.at('ankle')) * scale.ofStature, scale.pixels);
    },
  },
  {
    id: 'hand-plumb',
    name: 'Feet off the hands’ plumb line',
    unit: '%',
    reads: { positive: 'feet toward the back', negative: 'feet toward the belly' },
    needs: () => ['wrist', 'ankle', 'shoulder', 'hip', 'knee'],
    compute: (frame, c) => {
      const scale = bodyScale(frame, c.body);
      // Upside down the belly lies on the other side of the plumb line.
      const across = (frame.at('ankle')[0] - frame.at('wrist')[0]) * frame.belly;
      return scale && percent(across * scale.ofStature, scale.pixels);
    },
  },
];

/** Hips open past this count as the bottom of a hanging rep, degrees. Modelling assumption. */
const OPEN_HIP = 150;
/** Whether a hanging body is at the bottom of a rep: hips open. */
export const isBottom = (frame: UprightFrame): boolean =>
  angleAt(frame.at('shoulder'), frame.at('hip'), frame.at('knee')) > OPEN_HIP;
