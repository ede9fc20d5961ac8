/** Kit sized from the body, in words. */
import type { KitSizing } from '../core/formats/catalog.js';
import type { KitSize, NoSize } from '../core/prescribe/sizing.js';
import { GRAVITY } from '../core/statics/balance.js';
import { cmText } from './numbers.js';

/** What is sized, and its unit in a field. */
export const SIZING_WORDS: Readonly<Record<KitSizing, { name: string; unit: 'cm' | 'kg' | 'N' }>> = {
  surface: { name: 'Surface, height', unit: 'cm' },
  elbows: { name: 'Elbows ahead of the shoulders', unit: 'cm' },
  edge: { name: 'Hip crease beyond the edge', unit: 'cm' },
  band: { name: 'Band pull', unit: 'N' },
  blocks: { name: 'Blocks, height', unit: 'cm' },
  rollers: { name: 'Rollers apart', unit: 'cm' },
  'carry-both': { name: 'Weight in each hand', unit: 'kg' },
  'carry-one': { name: 'Weight in one hand', unit: 'kg' },
  'carry-overhead': { name: 'Weight overhead', unit: 'kg' },
};
/** Steps in which kit comes: centimetres, half kilograms, five newtons. */
const half = (kg: number): string => `${Math.round(kg * 2) / 2} kg`;

/** @example sizeText({ sizing: 'rollers', value: 0.74, from: 'body' }) // => 'Rollers 74 cm apart' */
export function sizeText({ sizing, value }: Pick<KitSize, 'sizing' | 'value'>): string {
  switch (sizing) {
    case 'surface':
      return `Surface ${cmText(value)} high`;
    case 'elbows':
      return `Elbows ${cmText(value)} ahead of the shoulders`;
    case 'edge':
      return value < 0 ? `Hip crease ${cmText(-value)} on the block` : `Hip crease ${cmText(value)} beyond the edge`;
    case 'band':
      return `Band ${Math.round(value / 5) * 5} N, about ${half(value / GRAVITY)} of pull`;
    case 'blocks':
      return `Blocks ${cmText(value)} high`;
    case 'rollers':
      return `Rollers ${cmText(value)} apart`;
    case 'carry-both':
      return `${half(value)} in each hand`;
    case 'carry-one':
      return `${half(value)} in one hand`;
    case 'carry-overhead':
      return `${half(value)} overhead`;
  }
}
export const FROM_WORDS: Readonly<Record<KitSize['from'], string>> = {
  worked: 'as it was held last',
  body: 'start value for this body',
  coach: 'as you set it',
};
export const NO_SIZE_WORDS: Readonly<Record<NoSize, string>> = {
  'no-hold': 'Kit size: hold 20 clean seconds first, then it is told.',
  'out-of-reach': 'Kit size: no setting gives what is wanted for this body.',
};
/** A size in its field's unit, and back. */
export const sizeToForm = ({ sizing, value }: Pick<KitSize, 'sizing' | 'value'>): number => {
  const { unit } = SIZING_WORDS[sizing];
  return unit === 'cm' ? Math.round(value * 100) : unit === 'kg' ? Math.round(value * 2) / 2 : Math.round(value);
};
export const sizeFromForm = (sizing: KitSizing, value: number): number =>
  SIZING_WORDS[sizing].unit === 'cm' ? value / 100 : value;
