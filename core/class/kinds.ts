/** What a move asks of the body, and on which side. */
import type { Kind } from '../formats/class.js';

/** Class mat moves have no ladder of their own: each is asked for by its version. */
export const CLASS_MOVES = 'class-moves';

export const PLANES = ['front', 'side', 'back', 'turning'] as const;
export type Plane = (typeof PLANES)[number];

/** Kind and plane of every position; class moves by their own. */
const OF: Readonly<Record<string, readonly [Kind, Plane]>> = {
  'front-plank': ['hold', 'front'],
  hollow: ['hold', 'front'],
  'side-plank': ['hold', 'side'],
  'all-fours': ['brace', 'front'],
  'bird-dog': ['brace', 'back'],
  'dead-bug': ['brace', 'front'],
  'curl-up': ['brace', 'front'],
  arch: ['hold', 'back'],
  edge: ['hold', 'back'],
  hanging: ['fold', 'front'],
  compression: ['fold', 'front'],
  'dragon-flag': ['hold', 'front'],
  handstand: ['hold', 'front'],
  rotation: ['turn', 'turning'],
  carry: ['brace', 'side'],
  rollers: ['shape', 'front'],
  'partner-tuck': ['shape', 'front'],
  'overhead-squat': ['brace', 'back'],
  'single-leg-squat': ['brace', 'side'],
  'front-lever': ['hold', 'front'],
  'push-up': ['hold', 'front'],
  'class-moves/brace-head-down': ['brace', 'front'],
  'class-moves/leg-lower': ['brace', 'front'],
  'class-moves/leg-lower-bent': ['brace', 'front'],
  'class-moves/flutter': ['brace', 'front'],
  'class-moves/flutter-high': ['brace', 'front'],
  'class-moves/side-crunch': ['turn', 'side'],
  'class-moves/side-crunch-supported': ['turn', 'side'],
};

/** A class mat move that is not named folds, in front. */
export const kindOf = (move: string): Kind => OF[move]?.[0] ?? OF[move.split('/')[0]!]?.[0] ?? 'fold';
export const planeOf = (move: string): Plane => OF[move]?.[1] ?? OF[move.split('/')[0]!]?.[1] ?? 'front';

/** Positions that stand on the hands or forearms: long times there add up. */
export const ON_THE_HANDS: ReadonlySet<string> = new Set([
  'front-plank',
  'side-plank',
  'all-fours',
  'handstand',
  'push-up',
  'class-moves/knee-drive',
  'class-moves/climber',
]);
/** Positions in which the neck carries the head, or is folded. */
export const ON_THE_NECK: ReadonlySet<string> = new Set([
  'hollow',
  'curl-up',
  'dragon-flag',
  'rollers',
  'partner-tuck',
  'class-moves/crunch',
  'class-moves/sit-up',
  'class-moves/v-up',
  'class-moves/side-crunch',
  'class-moves/flutter',
]);
