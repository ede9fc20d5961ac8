/** What a look found, in one sentence. */
import type { Catalog } from '../core/catalog/index.js';
import type { Judged } from '../core/evaluate/judge.js';
import type { Finding } from '../core/judge/finding.js';
import { doneText } from './counts.js';
import { secondsText } from './numbers.js';
import { faultName } from './names.js';

/**
 * Clean seconds of a hold and the stated finding that stands first.
 * @param top null where nothing is stated
 */
export function foundText(
  catalog: Pick<Catalog, 'faults'>,
  judged: Pick<Judged, 'hold' | 'observation' | 'undecided'>,
  top: Pick<Finding, 'fault' | 'severity'> | null,
): string {
  const { hold } = judged;
  const held = !hold ? '' : hold.reps ? `${doneText(hold)}. ` : `${doneText(hold)} of ${secondsText(hold.total)}. `;
  if (judged.observation.ended?.reason === 'pain') return `${held}Pain ended the hold: leave this position for now.`;
  if (!top && judged.undecided.length > 0) return `${held}Not judged yet: what decides this position was not placed.`;
  return `${held}${top ? `${faultName(catalog, top.fault)}, ${top.severity}.` : 'No stated fault.'}`;
}
