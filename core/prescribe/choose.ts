/** The choice of drills: the best use of the minutes there are, found exactly. */
import type { Catalog } from '../catalog/index.js';
import { offered, record } from '../catalog/index.js';
import { postureOf } from './mends.js';
import { curlWorth } from './by-method.js';
import { doseOf } from './dose.js';
import { changesBy } from './given.js';
import type { KitSize, NoSize } from './sizing.js';
import { assignable, assignableRecord, figureOfAssignable, versionOf } from './assignable.js';
import {
  PHASES,
  PLACES_IN_SESSION,
  type CautionId,
  type CauseId,
  type Drill,
  type Method,
  type Posture,
} from '../formats/catalog.js';
import type { Dose, Level } from '../formats/dose.js';

export interface ChosenDrill {
  drill: string;
  dose: Dose;
  /** The one or two causes that it answers most, with their probabilities. */
  answers: { cause: CauseId; probability: number }[];
  /** What the person's cautions change about it. */
  changes: string[];
  /** Size of its kit for this person; null where nothing of it is sized or nobody was given. */
  size: KitSize | NoSize | null;
  minutes: number;
}

/** Why a drill that would have served was not taken. */
export type LeftOutReason =
  | { is: 'caution'; caution: CautionId }
  | { is: 'banned' }
  | { is: 'kit'; kit: string }
  | { is: 'minutes' }
  | { is: 'covered' }
  /** The method avoids repeated bending, or the neck was felt first. */
  | { is: 'bending' }
  /** It just broke grossly. */
  | { is: 'broke' }
  /** It is heavier than what just broke. */
  | { is: 'heavier' }
  | { is: 'others-more' };
export interface LeftOut {
  drill: string;
  why: LeftOutReason;
}

export interface DrillChoice {
  chosen: ChosenDrill[];
  /** Drills that would have served, with the reason why they were not taken; the next best first. */
  leftOut: LeftOut[];
  minutes: number;
  /** Covered weight, for comparing choices. */
  covered: number;
}

export interface ChoiceQuery {
  family: string;
  /** Causes with probabilities. */
  ranking: readonly { cause: CauseId; probability: number }[];
  method: Method;
  cautions?: readonly CautionId[];
  /** Kit in the room or owned; any when not given. */
  kit?: readonly string[];
  /** Minutes there are; 20 when not given. */
  minutes?: number;
  /** How many at the most, 2–5; when not given 3, 4 where the method corrects in four phases, 5 where more than 20 minutes were asked for. */
  count?: number;
  /** Drills of the last two weeks: they count a little less. */
  recent?: readonly string[];
  /** Kinds of what else stands in this person's week: a kind that fills half of it counts a little less. */
  weekKinds?: readonly Drill['kind'][];
  pins?: readonly string[];
  /** Where in a session the coach put an item instead of its own place. */
  places?: Readonly<Record<string, Drill['place']>>;
  bans?: readonly string[];
  /** The version that the next step leads to, with the dose that begins below today; null where none is to be given. */
  rung?: { place: string; dose: Dose } | null;
  /** Versions that just broke grossly: they are not given. */
  broke?: readonly string[];
  /** Versions that are heavier than what just broke: they are no work for today. */
  heavier?: readonly string[];
  /** How far the person is in this position: it chooses within the range of a dose. */
  level?: Level;
  /** Dose of an item that is a version this person has done: below today's usual break; null for others. */
  doseToday?: (drill: Drill) => Dose | null;
  /** Sizes an item's kit for this person. */
  sizeOf?: (drill: Drill) => ChosenDrill['size'];
  /** Where it was felt first: what loads that is not given. */
  felt?: string | null;
}

/** A second and third drill on the same cause count half and a quarter. */
const DIMINISH = 0.5;
/** What a drill of the last two weeks is worth against a new one. */
const RECENT = 0.85;
/** What a drill of a kind that already fills half the week is worth, once the week holds three drills. */
const CROWDED = 0.9;
/** Four-phase correcting: all but the teaching one, which stands by itself. */
const FOUR = PHASES.filter((phase) => phase !== 'teach');

interface Candidate {
  drill: Drill;
  /** Worth for each cause that it serves: probability × weight. */
  worth: readonly (readonly [cause: CauseId, value: number])[];
  pinned: boolean;
}

/** Covered weight of a set: per cause the largest worth in full, the next half, the third a quarter. */
function coveredBy(set: readonly Candidate[]): number {
  const perCause = new Map<CauseId, number[]>();
  for (const { worth } of set)
    for (const [cause, value] of worth) perCause.set(cause, [...(perCause.get(cause) ?? []), value]);
  let sum = 0;
  for (const values of perCause.values())
    values.sort((a, b) => b - a).forEach((value, i) => (sum += value * DIMINISH ** i));
  return sum;
}

interface Rules {
  minutes: number;
  count: number;
  family: string;
  /** Phases of which one is wanted each, as far as candidates exist. */
  phases: readonly Drill['phase'][];
  /** Whether the position itself must be there: some candidate is of it. */
  own: boolean;
  /** Whether something that strengthens must be there. */
  strengthen: boolean;
}
const strengthens = (c: Pick<Candidate, 'drill'>): boolean => c.drill.phase === 'wake' || c.drill.phase === 'use';

/** A drill that serves more positions than this is none of the position's own, and one that serves so many is general. */
const OWN_UP_TO = 3;
const GENERAL_FROM = 12;
/** Whether an item is of the position itself: a version of it, or a drill made for it. */
export const isOwn = (drill: Pick<Drill, 'families'>, family: string): boolean =>
  drill.families.includes(family) && drill.families.length <= OWN_UP_TO;
/** Postures from which a general drill on the back is no way to the position. */
const NOT_LYING: ReadonlySet<Posture> = new Set(['prone', 'side', 'hang', 'upside-down', 'standing', 'seated']);
/** Whether a drill's posture is one in which this position can be worked on at all. */
export function postureServes(catalog: Catalog, drill: Drill, family: string): boolean {
  if (drill.phase === 'ease' || drill.phase === 'lengthen' || isOwn(drill, family)) return true;
  const supine = figureOfAssignable(catalog, drill)?.[0].orientation === 'supine';
  const posture = postureOf(family);
  return !supine || (posture !== 'prone' && !(NOT_LYING.has(posture) && drill.families.length >= GENERAL_FROM));
}
/** A stretch or a roller for a link is given where its cause is at least this likely against the likeliest. */
export const WORTH_STRETCHING = 0.5;

const keeps = (set: readonly Candidate[], rules: Rules): boolean =>
  (rules.own
    ? set.some((c) => isOwn(c.drill, rules.family))
    : set.some((c) => c.drill.families.includes(rules.family))) &&
  (!rules.strengthen || set.some(strengthens)) &&
  rules.phases.every((phase) => set.some((c) => c.drill.phase === phase));

/** Short muscles: they get ease, lengthening and one strengthening drill, whatever the method. */
const SHORT: ReadonlySet<CauseId> = new Set([
  'flexor-short',
  'hamstring-short',
  'calf-short',
  'adductor-short',
  'shoulder-closed',
]);
/** Minutes of a session where nobody asked for others; whoever asks for more gets as many drills as fit and add, up to five. */
const USUAL_MINUTES = 20;
const MOST = 5;
/** What a drill in another posture than the position's is worth, where the posture is what is trained. Assumption. */
const OTHER_POSTURE = 0.95;
/** Worth of the next step's version where it answers none of the causes. */
const A_LITTLE = 0.05;
/** What a pull is worth where the pull is the engine. Assumption. */
const ENGINE = 1.3;
const PULLED: ReadonlySet<string> = new Set(['front-lever', 'dragon-flag', 'hanging']);

/**
 * What a drill is worth in a position, by its posture and by the position's engine: only what wakes or uses is trained in a posture.
 * @returns a factor on its weights, no unit
 */
export function fitsPosition(catalog: Catalog, drill: Drill, family: Catalog['families'][number]): number {
  if (PULLED.has(family.id) && drill.kind === 'pull') return ENGINE;
  if (drill.phase === 'ease' || drill.phase === 'lengthen' || drill.kind === 'pull') return 1;
  const pose = figureOfAssignable(catalog, drill)?.[0];
  return !pose || pose.orientation === family.orientation ? 1 : OTHER_POSTURE;
}

/** Worths of a growing set by cause, largest first: what one more drill adds is read off without counting anew. */
type Covered = ReadonlyMap<CauseId, readonly number[]>;

/** What a worth adds for a cause whose worths are known: its own place in full, those behind it each pushed one place down. */
function added(values: readonly number[], worth: number): number {
  let place = 0;
  while (place < values.length && values[place]! >= worth) place += 1;
  let gain = worth * DIMINISH ** place;
  for (let i = place; i < values.length; i += 1) gain -= values[i]! * (DIMINISH ** i - DIMINISH ** (i + 1));
  return gain;
}
const NOTHING: readonly number[] = [];
const gainOf = (covered: Covered, c: Candidate): number => {
  let sum = 0;
  for (const [cause, value] of c.worth) sum += added(covered.get(cause) ?? NOTHING, value);
  return sum;
};
const joined = (covered: Covered, c: Candidate): Covered => {
  const next = new Map(covered);
  for (const [cause, value] of c.worth)
    next.set(
      cause,
      [...(covered.get(cause) ?? NOTHING), value].sort((a, b) => b - a),
    );
  return next;
};

/**
 * Exact search: depth-first, the largest gain first, cut where even the best remaining gains could not beat what is known. Gains
 * only shrink as the set grows, so that bound is never too low.
 */
function best(candidates: readonly Candidate[], rules: Rules): Candidate[] | null {
  const pinned = candidates.filter((c) => c.pinned);
  const free = candidates.filter((c) => !c.pinned).sort((a, b) => a.drill.id.localeCompare(b.drill.id));
  let found: Candidate[] | null = null;
  let top = -Infinity;

  const visit = (
    set: readonly Candidate[],
    covered: Covered,
    value: number,
    minutes: number,
    open: Candidate[],
  ): void => {
    if (value > top + 1e-12 && set.length > 0 && keeps(set, rules)) [found, top] = [[...set], value];
    const room = rules.count - set.length;
    if (room <= 0) return;
    const missing = rules.phases.filter((phase) => !set.some((c) => c.drill.phase === phase));
    if (missing.length > room) return;
    const gains = open
      .filter((c) => minutes + c.drill.minutes <= rules.minutes)
      .map((c) => ({ c, gain: gainOf(covered, c) }))
      .sort((a, b) => b.gain - a.gain);
    for (let i = 0; i < gains.length; i += 1) {
      let hope = value;
      for (let k = i; k < Math.min(i + room, gains.length); k += 1) hope += gains[k]!.gain;
      if (hope <= top + 1e-12) return;
      const { c, gain } = gains[i]!;
      if (missing.length === room && !missing.includes(c.drill.phase)) continue;
      const rest = gains.slice(i + 1).map((g) => g.c);
      visit([...set, c], joined(covered, c), value + gain, minutes + c.drill.minutes, rest);
    }
  };
  const start = pinned.reduce<Covered>((covered, c) => joined(covered, c), new Map());
  visit(
    pinned,
    start,
    coveredBy(pinned),
    pinned.reduce((sum, c) => sum + c.drill.minutes, 0),
    free,
  );
  return found;
}

function permutations<T>(list: readonly T[]): T[][] {
  return list.length < 2
    ? [[...list]]
    : list.flatMap((item, i) =>
        permutations([...list.slice(0, i), ...list.slice(i + 1)]).map((rest) => [item, ...rest]),
      );
}

/**
 * Order within a session: by the places in it, from the warm-up to after, and by phases within a place; a method that corrects in
 * four phases puts the phases first. As far as that leaves room, no two in a row load one link.
 */
export function inOrder<C extends Pick<Candidate, 'drill' | 'worth'>>(
  catalog: Catalog,
  set: readonly C[],
  fourPhases: boolean,
  places: ChoiceQuery['places'] = {},
): C[] {
  const placeOf = ({ drill }: C): number => PLACES_IN_SESSION.indexOf(places[drill.id] ?? drill.place);
  const mainLink = (c: C): string => {
    const main = [...c.worth].sort((a, b) => b[1] - a[1])[0];
    return main ? record(catalog.causes, main[0]).link : 'none';
  };
  const [placeBack, phaseBack] = fourPhases ? [10, 100] : [100, 10];
  const cost = (list: readonly C[]): number =>
    list.reduce((sum, c, i) => {
      const next = list[i + 1];
      if (!next) return sum;
      const place = placeOf(next) < placeOf(c);
      const phase = PHASES.indexOf(next.drill.phase) < PHASES.indexOf(c.drill.phase);
      const sameLink = mainLink(c) === mainLink(next) && mainLink(c) !== 'none';
      return sum + (place ? placeBack : 0) + (phase ? phaseBack : 0) + (sameLink ? 1 : 0);
    }, 0);
  return permutations(set).reduce((a, b) => (cost(b) < cost(a) ? b : a));
}

/**
 * Chooses drills: covered weight Σ P(cause) × drill weight with diminishing return, subject to minutes, number, cautions, kit,
 * one drill at least in the evaluated family, and one of each phase where the method corrects in four phases.
 * @throws RangeError for a pinned id that does not exist
 */
export function chooseDrills(catalog: Catalog, query: ChoiceQuery): DrillChoice {
  const {
    family,
    ranking,
    method,
    cautions = [],
    kit,
    minutes = USUAL_MINUTES,
    recent = [],
    weekKinds = [],
    pins = [],
    bans = [],
  } = query;
  const fourPhases = method.axes.correcting === 'four-phases';
  const usual = fourPhases ? 4 : 3;
  const asked = query.count ?? (minutes > USUAL_MINUTES ? MOST : usual);
  const count = Math.min(MOST, Math.max(2, asked, pins.length));
  for (const id of pins) assignableRecord(catalog, id);
  const position = record(catalog.families, family);
  const bending = method.axes.bending === 'avoided' || query.felt === 'neck';
  const { rung = null, broke = [] } = query;
  const pool = [
    ...offered(catalog, 'drills'),
    ...[...new Set([...(rung ? [rung.place] : []), ...pins.filter((id) => id.includes('/'))])].flatMap(
      (id) => assignable(catalog, id) ?? [],
    ),
  ];
  const mayGive = (d: Drill): boolean =>
    !d.excludedBy.some((c) => cautions.includes(c)) &&
    !bans.includes(d.id) &&
    !broke.includes(d.id) &&
    !(kit && d.kit.some((item) => !kit.includes(item)));
  /** Versions that are in the pool themselves and may be given. */
  const there = new Set(pool.filter((d) => d.id.includes('/') && mayGive(d)).map((d) => d.id));
  const chance = new Map(ranking.map((r) => [r.cause, r.probability]));
  const likeliest = [...ranking].sort((a, b) => b.probability - a.probability)[0];
  const leftOut: LeftOut[] = [];
  const candidates: Candidate[] = [];
  const crowded = (kind: Drill['kind']): boolean =>
    weekKinds.length >= 3 && weekKinds.filter((k) => k === kind).length >= weekKinds.length / 2;
  for (const drill of pool) {
    const varied =
      (recent.includes(drill.id) ? RECENT : 1) *
      (crowded(drill.kind) ? CROWDED : 1) *
      fitsPosition(catalog, drill, position) *
      curlWorth(drill, method);
    const serves = (Object.entries(drill.causes) as [CauseId, number][])
      .map(([cause, weight]) => [cause, (chance.get(cause) ?? 0) * weight * varied] as const)
      .filter(([, value]) => value > 0);
    // The version that the next step leads to is given whatever the cause: a little, so that it is there when nothing else of the position is.
    const worth =
      serves.length === 0 && likeliest && drill.id === rung?.place ? [[likeliest.cause, A_LITTLE] as const] : serves;
    const pinned = pins.includes(drill.id);
    // Drills for other positions serve when they wake, ease or lengthen a link; a shape of another family does not.
    const loosens = drill.phase === 'ease' || drill.phase === 'lengthen';
    const top = likeliest?.probability ?? 0;
    const loose = (Object.keys(drill.causes) as CauseId[]).some((c) => (chance.get(c) ?? 0) >= WORTH_STRETCHING * top);
    // A thigh that is too weak to lift the leg high is not stretched for it.
    const weak = likeliest?.cause === 'quad-weak-short-range' && drill.causes['flexor-short'] !== undefined;
    const fits = loosens ? loose && !weak : drill.families.includes(family) && postureServes(catalog, drill, family);
    if (!pinned && (worth.length === 0 || !fits)) continue;
    const version = versionOf(drill);
    const caution = drill.excludedBy.find((c) => cautions.includes(c));
    const lacking = kit && drill.kit.find((item) => !kit.includes(item));
    const out = (why: LeftOutReason): void => void leftOut.push({ drill: drill.id, why });
    if (caution) out({ is: 'caution', caution });
    else if (bans.includes(drill.id)) out({ is: 'banned' });
    else if (lacking) out({ is: 'kit', kit: lacking });
    else if (!pinned && version !== null && broke.includes(version)) out({ is: 'broke' });
    else if (!pinned && version !== null && (query.heavier ?? []).includes(version)) out({ is: 'heavier' });
    // The version itself is there, with its dose for today.
    else if (!pinned && version !== null && drill.id !== version && there.has(version)) out({ is: 'covered' });
    else if (bending && drill.kind === 'fold' && drill.phase !== 'lengthen' && !pinned && drill.id !== rung?.place)
      out({ is: 'bending' });
    else candidates.push({ drill, worth, pinned });
  }
  // A phase counts as wanted only where some candidate could fill it.
  const has = (phase: Drill['phase']): boolean => candidates.some((c) => c.drill.phase === phase);
  const short = likeliest !== undefined && SHORT.has(likeliest.cause);
  const phases = fourPhases ? FOUR.filter(has) : short ? (['ease', 'lengthen'] as const).filter(has) : [];
  const own = candidates.some((c) => isOwn(c.drill, family));
  const strengthen = short && candidates.some(strengthens);
  const rules: Rules = { minutes, count, family, phases: phases.slice(0, count), own, strengthen };
  const free = { ...rules, phases: [], strengthen: false };
  const set =
    best(candidates, rules) ??
    best(candidates, free) ??
    best(candidates, { ...free, own: false }) ??
    candidates.filter((c) => c.pinned);
  const ordered = inOrder(catalog, set, fourPhases, query.places);
  const covered = coveredBy(set);
  const spare = candidates
    .filter((c) => !set.includes(c))
    .map((c) => ({ c, gain: coveredBy([...set, c]) - covered }))
    .sort((a, b) => b.gain - a.gain);
  return {
    chosen: ordered.map(({ drill, worth }) => {
      const main = [...worth]
        .sort((a, b) => b[1] - a[1])
        .slice(0, 2)
        .filter(([, v], i, list) => i === 0 || v > 0.35 * list[0]![1]);
      return {
        drill: drill.id,
        dose:
          rung?.place === drill.id
            ? rung.dose
            : (query.doseToday?.(drill) ?? doseOf(catalog, drill, method, cautions, query.level)),
        answers: main.map(([cause]) => ({ cause, probability: chance.get(cause) ?? 0 })),
        changes: changesBy(drill, cautions),
        size: query.sizeOf?.(drill) ?? null,
        minutes: drill.minutes,
      };
    }),
    leftOut: [
      ...spare.map(({ c, gain }): LeftOut => ({
        drill: c.drill.id,
        why: {
          is:
            set.reduce((sum, s) => sum + s.drill.minutes, 0) + c.drill.minutes > minutes && set.length < count
              ? 'minutes'
              : gain < 0.25 * (coveredBy([c]) || 1)
                ? 'covered'
                : 'others-more',
        },
      })),
      ...leftOut,
    ],
    minutes: set.reduce((sum, c) => sum + c.drill.minutes, 0),
    covered,
  };
}
