/** Numbers with their units, a true minus and their error. */
import { STATED_FROM } from '../core/formats/catalog.js';
import { measureDefinition } from '../core/measure/measures.js';

const UNITS = { deg: '°', '%': ' %', cm: ' cm' } as const;

/** A number with a true minus. @example fixed(-9.34) // => '−9.3' */
export const fixed = (value: number, digits = 1): string => value.toFixed(digits).replace('-', '−');

/** Standard deviations on each side of a value that hold the truth nineteen times in twenty. */
const HALF_WIDTH = 1.96;
/** The one ± of the application: half the width of the band that holds the truth nineteen times in twenty. @example plusMinus(1.2, '°') // => '± 2.4°' */
export const plusMinus = (sd: number, unit: string): string => `± ${(HALF_WIDTH * sd).toFixed(1)}${unit}`;
/** What ± says, where it is first met on a page. */
export const PLUS_MINUS_SAYS = '± holds the true value nineteen times in twenty.';

/** A measure with its error, and whose it is where it is one side's. @example measureText({ id: 'hip-line', value: -9.34, sd: 1.2 }) // => '−9.3° ± 2.4°' */
export function measureText(m: { id: string; value: number; sd: number; side?: 'left' | 'right' }): string {
  const unit = UNITS[measureDefinition(m.id).unit];
  return `${fixed(m.value)}${unit} ${plusMinus(m.sd, unit)}${m.side ? `, ${m.side}` : ''}`;
}

/** Seconds to a tenth. @example secondsText(21.44) // => '21.4 s' */
export const secondsText = (s: number): string => `${s.toFixed(1)} s`;
/** Seconds, a tenth only where there is one. @example shortSeconds(40) // => '40 s' */
export const shortSeconds = (s: number): string => `${Math.round(s * 10) / 10} s`;
/** A share as a percentage. @example percentText(0.284) // => '28 %' */
export const percentText = (share: number): string => `${Math.round(100 * share)} %`;
/** Metres as whole centimetres. @example cmText(0.304) // => '30 cm' */
export const cmText = (metres: number): string => `${Math.round(metres * 100)} cm`;

/** How sure, in words a coach says, with the percentage beside it; never a hundred. */
export function sureText(probability: number): string {
  const percent = percentText(Math.min(0.99, probability));
  if (probability >= 0.95) return `sure (${percent})`;
  return probability >= STATED_FROM ? `fairly sure (${percent})` : `borderline (${percent})`;
}
