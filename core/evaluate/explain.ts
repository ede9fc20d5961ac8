/** Third stage: why it happens, and the one test that would tell most. */
import type { Catalog } from '../catalog/index.js';
import { isStated } from '../formats/catalog.js';
import type { Circumstance } from '../person/circumstance.js';
import {
  nextBestTest,
  openTests,
  rankCauses,
  takeoverIndex,
  type ProposedTest,
  type RankedCause,
} from '../reason/rank.js';
import type { Judged } from './judge.js';

export interface Explained extends Judged {
  /** Pain ended the hold: the search ends, cautions come first. */
  pain: boolean;
  /** Causes of what was stated, likeliest first; empty when nothing was stated or pain ended it. */
  ranking: readonly RankedCause[];
  nextTest: ProposedTest | null;
  /** 0–100; null while nothing speaks about it. */
  takeover: number | null;
}

/** The coach's own verdict stands first, as good as sure. */
const OVERRULED = 0.99;

const ranked = (ranking: RankedCause[], overruled: Judged['overruled']): RankedCause[] =>
  overruled
    ? [
        ...ranking.filter((r) => r.cause === overruled).map((r) => ({ ...r, probability: OVERRULED })),
        ...ranking.filter((r) => r.cause !== overruled),
      ]
    : ranking;

/** Explains what was judged, from the evidence there is. */
export function explain(judged: Judged, catalog: Catalog, circumstance: Circumstance): Explained {
  const { facts, family, findings, overruled, observation } = judged;
  const pain = observation.ended?.reason === 'pain';
  const stated = findings.filter(isStated);
  const ranking = stated.length === 0 || pain ? [] : ranked(rankCauses(catalog, facts, family, stated), overruled);
  return {
    ...judged,
    pain,
    ranking,
    nextTest: overruled ? null : nextBestTest(ranking, openTests(catalog, facts, family, circumstance, judged.asSet)),
    takeover: takeoverIndex(catalog, facts, family),
  };
}
