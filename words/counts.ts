/** Seconds and reps of a set in words. */
import type { Rung } from '../core/formats/catalog.js';
import type { Observation } from '../core/formats/observation.js';
import type { Hold } from '../core/hold/hold.js';
import { secondsText } from './numbers.js';

type What = NonNullable<Rung['counted']>['what'];
const MANY: Readonly<Record<What, string>> = { rep: 'reps', step: 'steps', pull: 'pulls', shape: 'shapes' };

/** @example countWord('step', 10) // => 'steps' */
export const countWord = (what: What, n: number): string => (n === 1 ? what : MANY[what]);

/** What was done clean: reps where they were counted, else seconds. */
export const doneText = (line: { clean: number | null; reps?: { done: number; clean: number } | null }): string =>
  line.reps ? `${line.reps.clean} of ${line.reps.done} reps clean` : `${secondsText(line.clean ?? 0)} clean`;

/** A set's total as it is compared with what was clean. */
export const totalText = (hold: Pick<Hold, 'total' | 'reps'>): string =>
  hold.reps ? `${hold.reps.done} reps in ${secondsText(hold.total)}` : secondsText(hold.total);

/** Resets and short rests within a set; empty where there were none. */
export function restsText({ resets = 0, rests = [] }: Pick<Observation, 'resets' | 'rests'>): string {
  const told = [
    ...(resets > 0 ? [`set again ${resets === 1 ? 'once' : `${resets} times`}`] : []),
    ...(rests.length > 0
      ? [
          `${rests.length} short ${rests.length === 1 ? 'rest' : 'rests'}, ${secondsText(rests.reduce((s, r) => s + r.length, 0))} in all`,
        ]
      : []),
  ];
  return told.length > 0 ? `${told.join('; ')}.` : '';
}
