/** What a free angle or distance comes to. */
import type { FreeMeasure } from '../core/measure/free.js';
import { fixed, plusMinus } from './numbers.js';

const UNIT: Readonly<Record<FreeMeasure['unit'], string>> = { deg: '°', cm: ' cm', share: ' % of the stature' };
/** @example freeText({ value: 91.26, sd: 2.5, unit: 'deg' }) // => '91.3° ± 4.9°' */
export const freeText = (m: FreeMeasure | null): string =>
  m === null
    ? 'cannot be read here'
    : `${fixed(m.value)}${UNIT[m.unit]} ${plusMinus(m.sd, m.unit === 'share' ? ' %' : UNIT[m.unit])}`;
/** As it stands on the picture: short. @example freeShort({ value: 91.26, sd: 2.5, unit: 'deg' }) // => '91°' */
export const freeShort = (m: FreeMeasure | null): string =>
  m === null ? '?' : `${Math.round(m.value)}${m.unit === 'share' ? ' %' : UNIT[m.unit]}`;
