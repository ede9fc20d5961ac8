/** Answers changed on a stored look: what is null is taken back. */

/**
 * @param before answers as they stand
 * @param patch changed ones; null takes one back
 * @returns undefined where none is left
 */
export function answersAfter<T extends object>(before: T | undefined, patch: object | undefined): T | undefined {
  const after = Object.entries({ ...before, ...patch }).filter(([, answer]) => answer !== null && answer !== undefined);
  return after.length > 0 ? (Object.fromEntries(after) as T) : undefined;
}
