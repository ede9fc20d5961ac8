/** What a pose detector found in a picture, as the landmarks of a look: the side that is nearer, how sure each point is, what is wrong. */
import { distance, type Pixels, type Point } from '../geometry.js';
import type { BaseLandmark, LandmarkName, Landmarks, View } from '../landmarks.js';

/** A point of the detector: pixels, and how likely it says that it is to be seen, 0–1. */
export interface DetectedPoint {
  at: Point;
  visible: number;
}
/** One person: 33 points in the detector's order. */
export type DetectedPerson = readonly DetectedPoint[];
export const DETECTED_POINTS = 33;

export type Side = 'left' | 'right';
type Sided = Exclude<BaseLandmark, 'midback' | 'lowback' | 'ribs' | 'asis' | 'psis' | 'nose'>;
/** Left point of the detector by name; the right one follows it. Fingertips are the index fingers'. */
const LEFT: Readonly<Record<Sided, number>> = {
  ear: 7,
  shoulder: 11,
  elbow: 13,
  wrist: 15,
  fingertip: 19,
  hip: 23,
  knee: 25,
  ankle: 27,
  heel: 29,
  toe: 31,
};
const NOSE = 0;
const SIDED = Object.entries(LEFT) as [Sided, number][];
/** A person of whom one of these is hidden is seen by half: the line runs through them. */
const LINE: readonly Sided[] = ['shoulder', 'hip', 'knee', 'ankle'];
const indexOf = (name: Sided, side: Side): number => LEFT[name] + (side === 'left' ? 0 : 1);

/** Every point of the detector that a landmark is read from. */
export const detectedIndices = (): number[] => [NOSE, ...SIDED.flatMap(([, left]) => [left, left + 1])];

/** Below this a point is told as a guess. The detector's own scale; assumption. */
export const SURE = 0.6;

/** How well the line of a side is seen, 0–1. */
const seenWell = (person: DetectedPerson, side: Side): number =>
  LINE.reduce((sum, name) => sum + person[indexOf(name, side)]!.visible, 0) / LINE.length;

/** The side that is nearer to the camera: the one whose line is seen better. */
export const nearerSide = (person: DetectedPerson): Side =>
  seenWell(person, 'left') >= seenWell(person, 'right') ? 'left' : 'right';

export interface Found {
  points: Landmarks;
  /** How likely each is to be seen, 0–1. */
  visible: Partial<Record<LandmarkName, number>>;
  /** Of a side view: the side that was taken. */
  side: Side | null;
}

/** What a person's left and right were taken for one another in: the whole arm with the ear, the whole leg. */
export interface Crossed {
  arms: boolean;
  legs: boolean;
}
const ARMS: ReadonlySet<Sided> = new Set(['ear', 'shoulder', 'elbow', 'wrist', 'fingertip']);
/** Two shoulders, or hips, that lie so level beside one another tell by their order who is left, as a share of their distance. */
const LEVEL_ENOUGH = 0.6;

/**
 * Whether left and right were taken for one another: who is seen from the front has the left on the picture's right, from the rear on its
 * left. A detector that sees a back may take it for a chest. What most of them say is taken.
 * @param people of one clip, or one of a picture
 */
export function crossedIn(people: readonly DetectedPerson[], view: View): Crossed {
  const inOrder = view === 'front' ? 1 : -1;
  const against = (name: Sided): boolean => {
    if (view !== 'front' && view !== 'rear') return false;
    let votes = 0;
    for (const person of people) {
      const [left, right] = [person[indexOf(name, 'left')]!.at, person[indexOf(name, 'right')]!.at];
      const apart = (left[0] - right[0]) * inOrder;
      if (Math.abs(apart) >= LEVEL_ENOUGH * distance(left, right)) votes += Math.sign(apart);
    }
    return votes < 0;
  };
  return { arms: against('shoulder'), legs: against('hip') };
}

/**
 * A person's points by the names of a view: from the side those of one side alone, since the far limbs are often invented; from elsewhere
 * left and right.
 * @param side the nearer one; found where left out
 * @param crossed which left and right were taken for one another; found where left out
 */
export function pointsOf(
  person: DetectedPerson,
  view: View,
  side: Side = nearerSide(person),
  crossed: Crossed = crossedIn([person], view),
): Found {
  const points: Landmarks = {};
  const visible: Found['visible'] = {};
  const put = (name: LandmarkName, index: number): void => {
    const { at, visible: sure } = person[index]!;
    points[name] = [at[0], at[1]];
    visible[name] = sure;
  };
  put('nose', NOSE);
  for (const [name, left] of SIDED)
    if (view === 'side') put(name, indexOf(name, side));
    else {
      const swapped = ARMS.has(name) ? crossed.arms : crossed.legs;
      put(`${name}-l`, swapped ? left + 1 : left);
      put(`${name}-r`, swapped ? left : left + 1);
    }
  return { points, visible, side: view === 'side' ? side : null };
}

/** Why nothing, or not everything, can be told of what was found. */
export type FoundProblem = 'nobody' | 'several' | 'half' | 'cut-off';

/** Two people nearer than this share of the larger one's length are one who was found twice. Assumption. */
const SAME = 0.25;
/** From one corner of all points to the other, in the points' own unit. */
export const lengthOf = (person: DetectedPerson): number => {
  const [xs, ys] = [person.map((p) => p.at[0]), person.map((p) => p.at[1])];
  return Math.hypot(Math.max(...xs) - Math.min(...xs), Math.max(...ys) - Math.min(...ys));
};
/** The mean of all points, in their own unit. */
export const middleOf = (person: DetectedPerson): Point => [
  person.reduce((sum, p) => sum + p.at[0], 0) / person.length,
  person.reduce((sum, p) => sum + p.at[1], 0) / person.length,
];

/** The largest first: who stands nearest to the camera. @param people points in px */
export const largestFirst = (people: readonly DetectedPerson[]): DetectedPerson[] =>
  [...people].sort((a, b) => lengthOf(b) - lengthOf(a));
/**
 * Who is meant on a frame: who lies nearest to where the one before lay; without one, the first.
 * @param before middle of the one before, px
 */
export function meant(people: readonly DetectedPerson[], before: Point | null): DetectedPerson | null {
  if (!before || people.length < 2) return people[0] ?? null;
  const away = (person: DetectedPerson): Pixels => distance(middleOf(person), before);
  return people.reduce((a, b) => (away(b) < away(a) ? b : a));
}

/**
 * What stands against taking what was found.
 * @param people the one who is taken first
 * @param picture px
 */
export function problemsOfFound(
  people: readonly DetectedPerson[],
  view: View,
  picture: { width: Pixels; height: Pixels },
): FoundProblem[] {
  const [first] = people;
  if (!first) return ['nobody'];
  const problems: FoundProblem[] = [];
  const reach = SAME * Math.max(...people.map(lengthOf));
  if (people.slice(1).some((p) => distance(middleOf(p), middleOf(first)) > reach)) problems.push('several');
  const { points, visible } = pointsOf(first, view);
  const line = Object.entries(points).filter(([name]) => LINE.some((l) => name === l || name.startsWith(`${l}-`)));
  if (line.some(([name]) => (visible[name as LandmarkName] ?? 0) < SURE / 2)) problems.push('half');
  else if (line.some(([, p]) => p[0] < 0 || p[1] < 0 || p[0] > picture.width || p[1] > picture.height))
    problems.push('cut-off');
  return problems;
}
