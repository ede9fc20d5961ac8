/** The open evaluation file: what was derived, with sentences where the format asks for them. */
import { bodyOf } from '../core/body/anthropometry.js';
import type { Catalog } from '../core/catalog/index.js';
import type { Advised } from '../core/evaluate/advise.js';
import type { CauseId } from '../core/formats/catalog.js';
import type { Dose } from '../core/formats/dose.js';
import type { Hold } from '../core/hold/hold.js';
import type { Finding } from '../core/judge/finding.js';
import type { Proposal } from '../core/ladder/next-step.js';
import type { Measure } from '../core/measure/measure.js';
import { evidenceText, testWhy } from './causes.js';
import { chosenWhy } from './drills.js';
import { proposalWords } from './proposal.js';

/** What the file holds; fields as the contract of the formats has them. */
export interface Evaluation {
  format: 'upright-anchor/evaluation';
  version: 1;
  /** null when there was no picture */
  view: { offSquareDegrees: number; usable: boolean } | null;
  measures: readonly Omit<Measure, 'estimated' | 'side'>[];
  findings: readonly Finding[];
  /** Deciding measures of the position that could not be judged; empty when all were. */
  undecided: readonly string[];
  hold: Hold | null;
  /** Those of at least {@link WORTH_TELLING}, likeliest first; empty when nothing was found. */
  causes: { cause: CauseId; probability: number; because: string[] }[];
  nextTest: { test: string; why: string } | null;
  takeoverIndex: number | null;
  drills: { drill: string; dose: Dose; why: string }[];
  ladder: { rule: Proposal['rule']; proposal: string; load: number | null } | null;
}

/** Causes below this are not listed. */
export const WORTH_TELLING = 0.2;

/** An evaluated look as the file has it. */
export function evaluationFile(catalog: Catalog, advised: Advised): Evaluation {
  const { picture, measures, findings, undecided, hold, pain, ranking, nextTest, takeover, choice, step, load, rung } =
    advised;
  return {
    format: 'upright-anchor/evaluation',
    version: 1,
    view: picture && { offSquareDegrees: picture.view.offSquareDegrees, usable: picture.view.usable },
    measures: measures.map(({ estimated: _estimated, side: _side, ...measure }) => measure),
    findings,
    undecided,
    hold,
    causes: pain
      ? [{ cause: 'pain', probability: 0.99, because: ['pain ended the hold'] }]
      : ranking
          .filter((r) => r.probability >= WORTH_TELLING)
          .map(({ cause, probability, reasons }) => ({
            cause,
            probability,
            because: reasons.map((r) => evidenceText(catalog, r.from)),
          })),
    nextTest: nextTest && { test: nextTest.test, why: testWhy(catalog, nextTest) },
    takeoverIndex: takeover,
    drills: choice.chosen.map((c) => ({ drill: c.drill, dose: c.dose, why: chosenWhy(catalog, c) })),
    ladder: step && {
      rule: step.rule,
      proposal: proposalWords(catalog, rung, bodyOf(advised.observation.athlete), step).says,
      load,
    },
  };
}
