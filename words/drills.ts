/** Why a drill was chosen or left out, and what no longer fits on a sheet. */
import type { Catalog } from '../core/catalog/index.js';
import type { ChosenDrill, LeftOutReason } from '../core/prescribe/choose.js';
import type { PrescriptionWarning } from '../core/prescribe/prescription.js';
import { plain } from './labels.js';
import { causeName, cautionName } from './names.js';
import { percentText } from './numbers.js';

/** @example chosenWhy(catalog, { answers: [{ cause: 'lever', probability: 0.6 }] }) // => 'answers “lever too long for today” (60 %)' */
export const chosenWhy = (catalog: Catalog, { answers }: Pick<ChosenDrill, 'answers'>): string =>
  answers
    .map(({ cause, probability }) => `answers “${causeName(catalog, cause)}” (${percentText(probability)})`)
    .join(' and ');

export function leftOutWhy(catalog: Catalog, why: LeftOutReason): string {
  switch (why.is) {
    case 'caution':
      return `excluded by the caution “${cautionName(catalog, why.caution).toLowerCase()}”`;
    case 'banned':
      return 'banned by the coach';
    case 'kit':
      return `needs ${plain(why.kit)}`;
    case 'minutes':
      return 'no minutes left for it';
    case 'bending':
      return 'repeated bending is avoided here';
    case 'broke':
      return 'it just broke grossly';
    case 'heavier':
      return 'heavier than what just broke';
    case 'covered':
      return 'what it answers is covered already';
    case 'others-more':
      return 'others answer more';
  }
}

/** What no longer fits about an assigned drill, to be read after its name. */
export function warningText(catalog: Catalog, warning: PrescriptionWarning): string {
  switch (warning.kind) {
    case 'gone':
      return 'is taken out of the library';
    case 'excluded':
      return `is excluded by the caution “${cautionName(catalog, warning.caution).toLowerCase()}”: stop it and choose anew`;
    case 'change':
      return `with the caution “${cautionName(catalog, warning.caution).toLowerCase()}”: ${warning.change}`;
  }
}
