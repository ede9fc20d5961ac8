/** A person on the ladders: what the page, the look and the lever calculator ask of the core. */
import type { LadderStepInput, OnLadders } from '../../api/ladders.js';
import type { Person } from '../../api/people.js';
import type { Body } from '../../core/body/anthropometry.js';
import { ladderOf, placeKey, type Ladder } from '../../core/catalog/ladders.js';
import type { Rung } from '../../core/formats/catalog.js';
import { crossStatus, gateAt, rungAt, type CrossStatus, type GateAt } from '../../core/ladder/gates.js';
import { nextStep, type Proposal } from '../../core/ladder/next-step.js';
import { placeOn, takenOf } from '../../core/ladder/places.js';
import { capFor, stoppedBy, type Circumstance } from '../../core/person/circumstance.js';
import { loadOf, type Load } from '../../core/statics/load.js';
import { proposalWords, type ProposalWords } from '../../words/proposal.js';
import { catalog } from './catalogue.js';

const loads = new Map<string, Map<Rung, Load | null>>();
/** Bodies whose loads are kept: a hall's people looked at in an hour. */
const BODIES = 40;
/** A version's load as it is, computed once for each body: a graph asks for all of them again and again. */
function loadFor(rung: Rung, body: Body): Load | null {
  const key = `${body.stature}|${body.mass}|${JSON.stringify(body.lengths)}`;
  const known = loads.get(key) ?? new Map<Rung, Load | null>();
  if (!loads.has(key) && loads.size >= BODIES) loads.delete(loads.keys().next().value!);
  loads.set(key, known);
  if (!known.has(rung)) known.set(rung, loadOf(rung, body));
  return known.get(rung)!;
}

/** Whether loads are this person's or a stand-in's. */
export const knowsBody = (person: Pick<Person, 'stature' | 'mass'> | null): boolean =>
  Boolean(person?.stature && person.mass);

export interface RungStanding extends GateAt {
  rung: Rung;
  ladder: Ladder;
  cross: CrossStatus[];
  load: Load | null;
  /** Cautions of this person that leave it out. */
  barred: Rung['excludedBy'];
  here: boolean;
}

/** How a person stands with one version; null for versions of no ladder. */
export function standingAt(
  place: string,
  circumstance: Pick<Circumstance, 'methods' | 'cautions' | 'body' | 'today'>,
  on: OnLadders,
): RungStanding | null {
  const rung = rungAt(catalog, place);
  const ladder = ladderOf(catalog, rung);
  if (!ladder) return null;
  const { cautions, body, today } = circumstance;
  const cap = capFor(catalog, circumstance, rung.family);
  return {
    rung,
    ladder,
    ...gateAt(ladder, rung, { cap, cautions, today }, on.holds),
    cross: crossStatus(catalog, place, on.holds, today),
    load: loadFor(rung, body),
    barred: rung.excludedBy.filter((c) => cautions.includes(c)),
    here: placeOn(catalog, ladder, on.holds, takenOf(on.steps)) === place,
  };
}

/** The proposal for a person at a version; null without a hold there. */
export const proposalAt = (rung: Rung, circumstance: Circumstance, on: OnLadders): Proposal | null =>
  nextStep({
    catalog,
    rung,
    body: circumstance.body,
    holds: on.holds,
    cap: capFor(catalog, circumstance, rung.family),
    cautions: circumstance.cautions,
    pain: stoppedBy(circumstance, rung.family) !== null,
    today: circumstance.today,
    ranges: circumstance.history.tests,
  });

/** A proposal in this device's words. */
export const wordsOfStep = (rung: Rung, body: Body, proposal: Proposal): ProposalWords =>
  proposalWords(catalog, rung, body, proposal);

/** A decision on a proposal as it is stored: what was proposed in codes, and the words that the coach saw. */
export const decided = (
  proposal: Proposal,
  words: ProposalWords,
  from: Rung,
  decision: LadderStepInput['decision'],
  change: Partial<Pick<LadderStepInput, 'to' | 'seconds' | 'reps' | 'setup' | 'rest' | 'reason' | 'lookId'>> = {},
): LadderStepInput => ({
  id: crypto.randomUUID(),
  lookId: null,
  from: placeKey(from),
  rule: proposal.rule,
  kind: proposal.kind,
  proposal: words.says,
  numbers: words.numbers,
  decision,
  to: proposal.to,
  seconds: proposal.seconds,
  step: words.step,
  reps: proposal.reps,
  setup: proposal.setup,
  rest: proposal.rest && { at: proposal.rest.at, seconds: proposal.rest.seconds },
  reason: '',
  ...change,
});

/**
 * The newest decision on a proposal: it stands until another hold changes what is proposed. Decisions are known again by rule, kind and
 * the version that was proposed, not by their words.
 * @param lookId only decisions made at this look; any when null
 */
export const answeredStep = (
  on: Pick<OnLadders, 'steps' | 'holds'>,
  rung: Rung,
  proposal: Proposal,
  lookId: string | null,
): OnLadders['steps'][number] | undefined => {
  const place = placeKey(rung);
  const last = on.holds.find((h) => h.place === place);
  return on.steps.find(
    (s) =>
      s.from === place &&
      s.rule === proposal.rule &&
      s.kind === proposal.kind &&
      (s.decision !== 'accepted' || s.to === proposal.to) &&
      (lookId ? s.lookId === lookId : !last || s.day >= last.day),
  );
};
