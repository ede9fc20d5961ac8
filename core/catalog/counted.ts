import type { Rung } from '../formats/catalog.js';
import { placeKey } from './ladders.js';

type Counted = NonNullable<Rung['counted']>;
const reps = (target: number, tempo: Counted['tempo'] = [1, 1, 1], what: Counted['what'] = 'rep'): Counted => ({
  target,
  tempo,
  what,
});

/** Versions that are counted instead of timed: how many, and the seconds up or out, of the pause, and down or back. */
const COUNTED: Readonly<Record<string, Counted>> = {
  'push-up/raised': reps(8, [1, 1, 2]),
  'push-up/knees': reps(8, [1, 1, 2]),
  'push-up/full': reps(8, [1, 1, 2]),
  'compression/bent': reps(8),
  'compression/one-leg': reps(8),
  'compression/both-legs': reps(8),
  'compression/slide-through': reps(6),
  'hanging/tuck': reps(8, [1, 0, 1]),
  'hanging/angled-board': reps(8, [1, 0, 1]),
  'hanging/half': reps(6, [1, 0, 1]),
  'hanging/full': reps(5, [1, 0, 1]),
  'hanging/slow-lower': reps(4, [1, 0, 5]),
  'handstand/push-tall': reps(8),
  'rotation/heels-down': reps(12),
  'rotation/heels-off': reps(12),
  'rotation/loaded': reps(10),
  'carry/both-hands': reps(10, [1, 2, 0], 'step'),
  'carry/one-side': reps(10, [1, 2, 0], 'step'),
  'carry/overhead': reps(10, [1, 2, 0], 'step'),
  'rollers/shoulders-and-thighs': reps(10, [2, 1, 2], 'shape'),
  'rollers/wider': reps(10, [2, 1, 2], 'shape'),
  'rollers/elbows-and-knees': reps(8, [2, 1, 2], 'shape'),
  'partner-tuck/light-pull': reps(6, [0, 4, 1], 'pull'),
  'partner-tuck/to-lost-shape': reps(4, [0, 5, 1], 'pull'),
  'class-moves/crunch-cradled': reps(10, [1, 0, 2]),
  'class-moves/reverse-curl-small': reps(10, [1, 0, 2]),
  'class-moves/side-crunch-supported': reps(10, [1, 0, 2]),
  'class-moves/leg-lower-bent': reps(10, [1, 0, 2]),
  'class-moves/flutter-high': reps(12, [1, 0, 1]),
  'class-moves/v-up-bent': reps(8, [1, 0, 2]),
  'class-moves/knee-drive-raised': reps(12, [1, 1, 1]),
  'class-moves/crunch': reps(12, [1, 0, 2]),
  'class-moves/reverse-curl': reps(12, [1, 0, 2]),
  'class-moves/side-crunch': reps(12, [1, 0, 2]),
  'class-moves/leg-lower': reps(10, [1, 0, 2]),
  'class-moves/flutter': reps(20, [1, 0, 0]),
  'class-moves/sit-up': reps(10, [1, 0, 2]),
  'class-moves/v-up': reps(8, [1, 0, 2]),
  'class-moves/knee-drive': reps(16, [1, 0, 1]),
  'class-moves/climber': reps(20, [1, 0, 0]),
  'overhead-squat/supported': reps(5, [2, 1, 2]),
  'overhead-squat/free': reps(5, [2, 1, 2]),
  'single-leg-squat/supported': reps(5, [2, 1, 2]),
  'single-leg-squat/free': reps(5, [2, 1, 2]),
};

/** How long a counted target takes at its tempo, s. */
export const secondsOf = ({ target, tempo }: Counted): number => Math.round(target * tempo.reduce((a, b) => a + b, 0));

/** The version with its count, where it is counted. */
export function withCount(rung: Rung): Rung {
  const counted = COUNTED[placeKey(rung)];
  return counted ? { ...rung, counted, target: secondsOf(counted) } : rung;
}

/** Rocked for its time: it goes to and fro, though it is not counted. */
const ROCKED: ReadonlySet<string> = new Set(['hollow/rock']);
/** Whether a version goes to and fro, so that its reps can be cut out of a clip. */
export const isMoving = (rung: Rung): boolean => rung.counted !== undefined || ROCKED.has(placeKey(rung));
