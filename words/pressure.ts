/** Pressure under the low back, in words. */
import { gapOf, SLIP_ERROR, type PressureReading, type PressureState } from '../core/hold/pressure.js';
import { secondsText } from './numbers.js';

export const PRESSURE_WORDS: Readonly<Record<PressureState, string>> = {
  kept: 'kept',
  slipping: 'slipping',
  gone: 'gone',
};
/** "Kept 24.3 s (± 2 s), then slipping, gone at 31.0 s." */
export function pressureText({ kept, slipped, gone }: PressureReading): string {
  const first =
    slipped === null ? `Kept ${secondsText(kept)}, to the end` : `Kept ${secondsText(kept)} (± ${SLIP_ERROR} s)`;
  return [
    first,
    ...(slipped === null ? [] : ['then slipping']),
    ...(gone === null ? [] : [`gone at ${secondsText(gone)}`]),
  ]
    .join(', ')
    .concat('.');
}
/** What the reading is taken as, where no hand said otherwise. */
export const GAP_WORDS = {
  nothing: 'no gap',
  fingertips: 'a gap for fingertips',
  'flat-hand': 'a gap for a flat hand',
  fist: 'a gap for a fist',
} as const;
export const takenAsText = (reading: PressureReading): string =>
  `Taken as ${GAP_WORDS[gapOf(reading)]} under the low back.`;
