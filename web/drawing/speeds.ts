/** Speeds at which clips play. */
export const SPEEDS = [1, 0.5, 0.25] as const;
export type Speed = (typeof SPEEDS)[number];
/** The next slower one; after the slowest, the clip's own. */
export const slowerThan = (speed: Speed): Speed => SPEEDS[(SPEEDS.indexOf(speed) + 1) % SPEEDS.length]!;
export const SPEED_WORDS: Readonly<Record<Speed, string>> = { 1: '1 ×', 0.5: '½ ×', 0.25: '¼ ×' };
