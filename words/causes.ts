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
