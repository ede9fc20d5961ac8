/** Third stage: why it happens, and the one test that would tell most. */
import type { Catalog } from '../catalog/index.js';
import { isStated } from '../formats/catalog.js';
import type { Circumstance } from '../person/circumstance.js';
import {
  nextBestTest,
  openTests,
  reasonAbout,
  takeoverIndex,
  type ProposedTest,
  type RankedCause,
  type Reasoned,
} from '../reason/rank.js';
import type { Judged } from './judge.js';

export interface Explained extends Judged {
  /** Pain ended the hold: the search ends, cautions come first. */
  pain: boolean;
  /** Causes of what was stated, likeliest first; empty when nothing was stated or pain ended it. */
  ranking: readonly RankedCause[];
  /** What the ranking as a whole says; null where there is none, or the coach decided. */
  whole: Pick<Reasoned, 'nothing' | 'flat' | 'pair' | 'turning'> | null;
  nextTest: ProposedTest | null;
  /** 0–100; null while nothing speaks about it. */
  takeover: number | null;
}

/** The coach's own verdict stands first, as good as sure. */
const OVERRULED = 0.99;

const ranked = (ranking: RankedCause[], overruled: Judged['overruled']): RankedCause[] =>
  overruled
    ? [
        // What the coach knows need not be among what the position's faults can have.
        {
          ...(ranking.find((r) => r.cause === overruled) ?? { reasons: [], all: [] }),
          cause: overruled,
          probability: OVERRULED,
        },
        ...ranking.filter((r) => r.cause !== overruled),
      ]
    : ranking;

/** Explains what was judged, from the evidence there is. */
export function explain(judged: Judged, catalog: Catalog, circumstance: Circumstance): Explained {
  const { facts, family, findings, overruled, observation } = judged;
  const pain = observation.ended?.reason === 'pain';
  const stated = findings.filter(isStated);
  const reasoned =
    stated.length === 0 || pain
      ? null
      : reasonAbout(catalog, facts, family, stated, judged.hold?.firstToGo?.fault ?? null);
  const ranking = reasoned ? ranked(reasoned.ranking, overruled) : [];
  return {
    ...judged,
    pain,
    ranking,
    whole: overruled || !reasoned ? null : reasoned,
    nextTest:
      overruled || !reasoned
        ? null
        : nextBestTest(reasoned, openTests(catalog, facts, family, circumstance, judged.asSet)),
    takeover: takeoverIndex(catalog, facts, family),
  };
}
