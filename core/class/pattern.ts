/** The pattern that a move uses, and the patterns that a finding of a movement screen touches. */

/** Squat and the drive of hip, knee and ankle; hinge; reach overhead; support on the hands; trunk held. */
export const PATTERNS = ['squat', 'hinge', 'overhead', 'hands', 'trunk'] as const;
export type Pattern = (typeof PATTERNS)[number];

/** By position; a class move that uses another pattern than folding the trunk stands by itself. */
const OF: Readonly<Record<string, readonly Pattern[]>> = {
  'front-plank': ['hands', 'trunk'],
  hollow: ['trunk', 'overhead'],
  'side-plank': ['hands', 'trunk'],
  'all-fours': ['hands'],
  'bird-dog': ['hands', 'trunk'],
  'dead-bug': ['trunk', 'overhead'],
  arch: ['trunk', 'overhead'],
  edge: ['trunk', 'hinge'],
  hanging: ['overhead', 'trunk'],
  compression: ['hinge', 'trunk'],
  handstand: ['overhead', 'hands', 'trunk'],
  rollers: ['overhead', 'trunk'],
  'overhead-squat': ['squat', 'hinge', 'overhead'],
  'single-leg-squat': ['squat'],
  'front-lever': ['overhead', 'trunk'],
  'push-up': ['hands', 'trunk'],
  'class-moves/knee-drive': ['squat', 'hands', 'trunk'],
  'class-moves/climber': ['squat', 'hands', 'trunk'],
};
/** Of a move or position that is not named, the trunk. @param move `family`, or `family/rung` */
export const patternsOf = (move: string): readonly Pattern[] => OF[move] ?? OF[move.split('/')[0]!] ?? ['trunk'];

/**
 * Patterns that a screen's finding touches: those in which the joints that the row names work again. A squat's lean, arch and tuck show in
 * a hinge; arms that fall forward are in the way overhead. A finding of the squat alone says nothing of a trunk that is held.
 */
const TOUCHED: Readonly<Record<string, readonly Pattern[]>> = {
  'forward-lean': ['squat', 'hinge'],
  'low-back-arch': ['squat', 'hinge', 'overhead'],
  'tail-tucks': ['squat', 'hinge'],
  'arms-forward': ['overhead'],
};
/** @param fault a fault of a screen: every one touches the squat and the drive of hip, knee and ankle, but for arms */
export const touchedBy = (fault: string): readonly Pattern[] => TOUCHED[fault] ?? ['squat'];

/** The first pattern of a version that a finding touches; null where it touches none. */
export const touches = (fault: string, version: string): Pattern | null =>
  patternsOf(version).find((p) => touchedBy(fault).includes(p)) ?? null;
