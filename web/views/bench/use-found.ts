/** Points of a picture as the device finds them: laid as guesses, which a coach drags or says to fit. */
import { computed, ref, shallowRef } from 'vue';
import type { Body } from '../../../core/body/anthropometry.js';
import type { Pose } from '../../../core/body/pose.js';
import { clipError, clipFloor } from '../../../core/clip/record.js';
import {
  nearerSide,
  pointsOf,
  problemsOfFound,
  type DetectedPerson,
  type FoundProblem,
  type Side,
} from '../../../core/clip/detected.js';
import type { Pixels } from '../../../core/geometry.js';
import type { LandmarkName, Landmarks, View } from '../../../core/landmarks.js';
import { NoDetector, peopleIn } from '../../clip/detector.js';
import type { Region } from '../../clip/messages.js';
import type { Told } from './lens-told.js';
import type { HandleName, usePoints } from './use-points.js';

export function useFound(
  handles: ReturnType<typeof usePoints>,
  view: () => View,
  /** The pose that is looked at, the body and the lens, where it is told: where the floor lies under it. */
  posed: () => { pose: Pose; body: Body; lens: Told | null },
) {
  const people = shallowRef<readonly DetectedPerson[]>([]);
  const at = ref(0);
  const side = ref<Side>('left');
  const finding = ref(false);
  const problems = ref<FoundProblem[]>([]);
  /** It cannot start on this device. */
  const missing = ref(false);
  /** What was laid, by name: a point that stands there still is as sure as the detector is. */
  const laid = shallowRef<Landmarks>({});
  let picture = { width: 1, height: 1 };

  function forget(): void {
    people.value = [];
    laid.value = {};
    problems.value = [];
  }
  function lay(): void {
    const person = people.value[at.value];
    if (!person) return;
    const { points } = pointsOf(person, view(), side.value);
    laid.value = points;
    const { pose, body, lens } = posed();
    const floor = view() === 'side' ? clipFloor([{ points }], pose, body, picture, lens) : null;
    const bottom = Math.max(...Object.values(points).map((p) => p[1]));
    const on = (y: number): number => Math.min(picture.height - 1, Math.max(0, y));
    handles.mark();
    handles.set({
      ...points,
      // From above no floor line can be seen.
      ...(view() === 'above'
        ? {}
        : {
            'floor-a': [picture.width * 0.06, on(floor?.[0][1] ?? bottom)],
            'floor-b': [picture.width * 0.94, on(floor?.[1][1] ?? bottom)],
          }),
    });
  }
  return {
    people,
    side,
    finding,
    problems,
    missing,
    forget,
    /** @param region only who is in this part of the picture, px */
    async find(image: ImageBitmap, region: Region | null = null): Promise<void> {
      finding.value = true;
      missing.value = false;
      try {
        const found = await peopleIn(image, region);
        people.value = found;
        at.value = 0;
        picture = { width: image.width, height: image.height };
        problems.value = problemsOfFound(found, view(), picture);
        if (found[0]) side.value = nearerSide(found[0]);
        lay();
      } catch (error) {
        if (!(error instanceof NoDetector)) throw error;
        missing.value = true;
      } finally {
        finding.value = false;
      }
    },
    /** The next of those who were found. */
    other(): void {
      at.value = (at.value + 1) % Math.max(1, people.value.length);
      const person = people.value[at.value];
      if (person) side.value = nearerSide(person);
      lay();
    },
    flip(): void {
      side.value = side.value === 'left' ? 'right' : 'left';
      lay();
    },
    /** Error of the points that count, 1 SD px, where some of them stand as they were found; null where a hand set them all. */
    error: computed((): Pixels | null => {
      const names = (Object.keys(laid.value) as LandmarkName[]).filter((name) =>
        handles.placed.value.has(name as HandleName),
      );
      const moved = names.filter((name) => handles.points.value[name] !== laid.value[name]);
      if (names.length === moved.length) return null;
      return clipError(
        [{ t: 0, found: { points: laid.value, visible: {} }, moved: {} }],
        moved.map((name) => ({ frame: 0, name, at: handles.points.value[name]! })),
      );
    }),
  };
}
