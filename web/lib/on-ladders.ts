/** A person on the ladders: what the page, the look and the lever calculator ask of the core. */
import type { LadderStepInput, OnLadders } from '../../api/ladders.js';
import type { Person } from '../../api/people.js';
import { bodyOf, type Body } from '../../core/body/anthropometry.js';
import { record } from '../../core/catalog/index.js';
import { ladderOf, placeKey, type Ladder } from '../../core/catalog/ladders.js';
import type { Rung } from '../../core/formats/catalog.js';
import { methodInForce } from '../../core/judge/method-in-force.js';
import {
  crossStatus,
  gateFor,
  gateStatus,
  rungAt,
  type CrossStatus,
  type GateStatus,
} from '../../core/ladder/gates.js';
import { nextStep, type Proposal } from '../../core/ladder/next-step.js';
import { placeOn } from '../../core/ladder/places.js';
import type { Gate } from '../../core/catalog/ladders.js';
import { loadOf, type Load } from '../../core/statics/load.js';
import { athleteOf } from './look.js';
import { catalog, studio } from './catalogue.js';

/** Longest useful hold by the method in force for a version's position, s. */
export function capFor(rung: Pick<Rung, 'family'>, person: Person | null): number {
  const family = record(catalog.families, rung.family);
  const id = methodInForce(rung.family, person, studio.defaults) ?? family.defaultMethod;
  return (catalog.methods.find((m) => m.id === id) ?? record(catalog.methods, family.defaultMethod)).cap;
}

const average = bodyOf();
const bodies = new WeakMap<object, Body>();
/** A person's body, made once for each record of them; an average one where nobody is chosen. */
export function bodyOfPerson(person: Pick<Person, 'stature' | 'mass' | 'sex'> | null): Body {
  if (!person) return average;
  const known = bodies.get(person) ?? bodyOf(athleteOf(person));
  bodies.set(person, known);
  return known;
}
const loads = new WeakMap<Body, Map<Rung, Load | null>>();
/** A version's load as it is, computed once for each body: a graph asks for all of them again and again. */
function loadFor(rung: Rung, body: Body): Load | null {
  const known = loads.get(body) ?? new Map<Rung, Load | null>();
  loads.set(body, known);
  if (!known.has(rung)) known.set(rung, loadOf(rung, body));
  return known.get(rung)!;
}

/** Whether loads are this person's or a stand-in's. */
export const knowsBody = (person: Pick<Person, 'stature' | 'mass'> | null): boolean =>
  Boolean(person?.stature && person.mass);

export const loadText = (load: Load | null): string =>
  !load
    ? 'no load figure'
    : load.unit === 'N·m'
      ? `${Math.round(load.value)} N·m`
      : `${Math.round(100 * load.value)} % of body weight`;

export interface RungStanding {
  rung: Rung;
  ladder: Ladder;
  gate: Gate;
  status: GateStatus;
  cross: CrossStatus[];
  load: Load | null;
  /** Cautions of this person that leave it out. */
  barred: Rung['excludedBy'];
  here: boolean;
}

/** How a person stands with one version; null for versions of no ladder. */
export function standingAt(place: string, person: Person | null, on: OnLadders): RungStanding | null {
  const rung = rungAt(catalog, place);
  const ladder = ladderOf(catalog, rung);
  if (!ladder) return null;
  const cautions = person?.cautions ?? [];
  const gate = gateFor(ladder, rung, capFor(rung, person), cautions);
  return {
    rung,
    ladder,
    gate,
    status: gateStatus(
      gate,
      on.holds.filter((h) => h.place === place),
    ),
    cross: crossStatus(catalog, place, on.holds),
    load: loadFor(rung, bodyOfPerson(person)),
    barred: rung.excludedBy.filter((c) => cautions.includes(c)),
    here: placeOn(catalog, ladder, on.holds, taken(on)) === place,
  };
}

/** Steps that were taken, as proposed or changed. */
export const taken = (on: Pick<OnLadders, 'steps'>): { to: string; day: string }[] =>
  on.steps.filter((s) => s.decision !== 'declined').map(({ to, day }) => ({ to, day }));

/** The proposal for a person at a version; null without a hold there. */
export const proposalAt = (rung: Rung, person: Person, on: OnLadders, pain: boolean): Proposal | null =>
  nextStep({
    catalog,
    rung,
    body: bodyOfPerson(person),
    holds: on.holds,
    cap: capFor(rung, person),
    cautions: person.cautions,
    pain,
  });

/** A decision on a proposal as it is stored. */
export const decided = (
  proposal: Proposal,
  from: Rung,
  decision: LadderStepInput['decision'],
  change: Partial<Pick<LadderStepInput, 'to' | 'seconds' | 'reason' | 'lookId'>> = {},
): LadderStepInput => ({
  id: crypto.randomUUID(),
  lookId: null,
  from: placeKey(from),
  rule: proposal.rule,
  kind: proposal.kind,
  proposal: proposal.says,
  numbers: proposal.numbers,
  decision,
  to: proposal.to,
  seconds: proposal.seconds,
  step: proposal.step?.says ?? null,
  reason: '',
  ...change,
});
