/** Why a cause is thought of, and what a test would tell. */
import type { Catalog } from '../core/catalog/index.js';
import type { Evidenced, ProposedTest } from '../core/reason/rank.js';
import { causeName, faultName, testName } from './names.js';
import { percentText } from './numbers.js';

/** A piece of evidence. @example evidenceText(catalog, { is: 'finding', fault: 'hip-sag' }) // => 'seen: hips sag' */
export function evidenceText(catalog: Catalog, from: Evidenced): string {
  switch (from.is) {
    case 'finding':
      return `seen: ${faultName(catalog, from.fault).toLowerCase()}`;
    case 'row':
      return catalog.evidence.find((row) => row.id === from.row)?.says ?? from.row;
    case 'test':
      return `${testName(catalog, from.test).toLowerCase()}: ${from.result}`;
  }
}

/** What either answer of a proposed test would make of the likeliest cause. */
export function testWhy(catalog: Catalog, { now, ifPositive, ifNegative }: ProposedTest): string {
  const name = (cause: string): string => `“${causeName(catalog, cause)}”`;
  return ifPositive.cause === ifNegative.cause
    ? `Would move ${name(now.cause)} from ${percentText(now.probability)} to ${percentText(ifPositive.probability)} or ${percentText(ifNegative.probability)}.`
    : `Positive would make ${name(ifPositive.cause)} likeliest (${percentText(ifPositive.probability)}), negative ${name(ifNegative.cause)} (${percentText(ifNegative.probability)}).`;
}

/** Causes below this are not said to fit too, and below that not to add. */
const FITS_TOO = 0.4;
const COULD_ADD = 0.15;
/**
 * How a cause fits, in the words that lead; empty where it does not.
 * @param place from 0, likeliest first
 * @param flat nothing stands out
 */
export function fitText(place: number, probability: number, flat: boolean): string {
  if (place === 0 && !flat) return 'Fits best';
  if (probability >= FITS_TOO) return 'Fits too';
  return probability >= COULD_ADD ? 'Could add' : '';
}

/** What would change the verdict: evidence without which another cause would come first; empty where there is none. */
export function turningText(catalog: Catalog, turning: readonly Evidenced[]): string {
  if (turning.length === 0) return '';
  const pieces = turning.map((from) => `“${evidenceText(catalog, from)}”`);
  const all = pieces.length === 1 ? pieces[0]! : `${pieces.slice(0, -1).join(', ')} or ${pieces.at(-1)!}`;
  return `Without ${all} another cause would come first.`;
}
