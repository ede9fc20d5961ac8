/** One verdict from several views: pictures, clips or watched holds of the same doing, each judged from where it was seen. */
import type { Finding } from '../judge/finding.js';
import { findingRank, type Verdict } from '../judge/judge.js';
import type { Hold } from '../hold/hold.js';
import type { Measure } from '../measure/measure.js';
import type { Facts } from '../reason/facts.js';

/** As much of what was judged as views have in common. */
interface View {
  hold: Hold | null;
  measures: readonly Measure[];
  verdicts: readonly Verdict[];
  findings: readonly Finding[];
  undecided: readonly string[];
  facts: Facts;
}

/** One a fault: the surer and worse of those that several views gave. */
function worstEach<F extends Pick<Finding, 'fault' | 'severity' | 'probability'>>(
  lists: readonly (readonly F[])[],
): F[] {
  const worst = new Map<string, F>();
  for (const found of lists.flat()) {
    const known = worst.get(found.fault);
    if (!known || findingRank(found) > findingRank(known)) worst.set(found.fault, found);
  }
  return [...worst.values()];
}

/**
 * Judges views as one: a fault that one of them shows is found, a measure that one of them allows is known, and undecided is what none of
 * them could decide. Clean seconds stay the first view's: the others may have been done after it.
 * @param own the look that is asked about
 * @param others judged by the same method
 * @param facts of the merged look
 */
export function judgedTogether<J extends View>(own: J, others: readonly View[], facts: Facts = own.facts): J {
  if (others.length === 0) return own;
  const all: View[] = [own, ...others];
  const order = own.findings.map((f) => f.fault);
  const first = own.hold?.firstToGo?.fault;
  const place = (f: Finding): number => {
    const at = order.indexOf(f.fault);
    // What went first in the hold is told first, here as there.
    return findingRank(f) + (f.fault === first && at === 0 ? 100 : 0);
  };
  const known = new Set<string>();
  return {
    ...own,
    measures: all.flatMap((j) => j.measures).filter((m) => !known.has(m.id) && known.add(m.id)),
    verdicts: worstEach<Verdict>(all.map((j) => j.verdicts)).sort((a, b) => findingRank(b) - findingRank(a)),
    findings: worstEach<Finding>(all.map((j) => j.findings)).sort((a, b) => place(b) - place(a)),
    undecided: own.undecided.filter((id) => others.every((j) => j.undecided.includes(id))),
    facts: {
      known: new Set(all.flatMap((j) => [...j.facts.known]).concat([...facts.known])),
      tests: new Map([...others.flatMap((j) => [...j.facts.tests]), ...facts.tests]),
    },
  };
}
