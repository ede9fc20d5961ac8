/** What stands about a person at a moment. Nothing is evaluated without it, so that every place says the same. */
import { bodyOf, type Body } from '../body/anthropometry.js';
import type { Catalog } from '../catalog/index.js';
import { daysBetween, hallDay, type Day } from '../days.js';
import type { Caution, CautionId, Family, Method } from '../formats/catalog.js';
import type { Observation } from '../formats/observation.js';
import type { LoggedHold } from '../ladder/holds.js';
import { recentDrills } from '../prescribe/prescription.js';
import type { PersonHistory } from '../reason/facts.js';
import { answeredBefore, historyAt, type AnsweredAt } from '../screen/history.js';
import type { ScreenRecord } from '../screen/read-screen.js';
import { intakeDue, type StopAdvice } from '../studio/intake.js';
import { methodInForce, type MethodChoice, type MethodLayers } from './method-in-force.js';

/** As much of a person's record as evaluating takes. */
export interface PersonRecord extends MethodChoice {
  stature: number | null;
  mass: number | null;
  sex: 'female' | 'male' | 'unspecified';
  /** Kit the person has; null: the room's. */
  kit: readonly string[] | null;
  cautionRecords: readonly { caution: CautionId; from: Day; until: Day | null }[];
}

/** As much of a studio's defaults. */
export interface StudioRecord extends MethodChoice {
  /** Kit in the room; null: all of it. */
  kit: readonly string[] | null;
  /** IANA name of the hall's time zone: whose wall the date hangs on. */
  timeZone: string;
}

/** What is stored about a person beside their page; all of it may be in any order. */
export interface StoredFacts {
  /**
   * Askings of the stop signs. `arrival` counts what reached the server, holds and askings together: what came later counts later,
   * whatever the clocks say. `lifts`: asked by somebody who may lift a stop.
   */
  intakes: readonly {
    arrival: number;
    day: Day;
    yes: readonly string[];
    advice: StopAdvice | null;
    lifts: boolean;
  }[];
  /** The hold of each position that arrived last. */
  lastHolds: readonly { position: string; arrival: number; pain: boolean }[];
  screens: readonly { doneAt: string; record: ScreenRecord }[];
  /** Quick tests that were answered on looks. */
  answered?: readonly AnsweredAt[];
  /** Prescriptions, newest version of each series. */
  prescriptions: readonly { startsOn: Day; endedOn: Day | null; drills: readonly string[] }[];
}

export interface Circumstance {
  /** The hall's day now, and at the look. */
  today: Day;
  day: Day;
  /** ISO instant of the look. */
  at: string;
  /** A stop sign stands: when a professional is to be asked. */
  stop: StopAdvice | null;
  /** Stop signs that stand. */
  signs: readonly string[];
  /** Positions whose last hold ended by pain, with no clear asking since. */
  painIn: readonly string[];
  /** The signs are to be asked (again). */
  intakeDue: boolean;
  methods: MethodLayers;
  /** In force today. */
  cautions: readonly CautionId[];
  /** Kit there is; undefined: any. */
  kit: readonly string[] | undefined;
  /** The person's body today as far as it is known, and with averages for the rest. */
  athlete: NonNullable<Observation['athlete']>;
  body: Body;
  /** Screens and range checks that speak for the look. */
  history: PersonHistory;
  /** Drills of the last two weeks, and those in force. */
  recent: readonly string[];
  inForce: readonly string[];
  /** The person's holds before the look; ladders rest on them. */
  logged: readonly LoggedHold[];
}

export interface Moment {
  /** ISO instant now. */
  now: string;
  /** ISO instant of the look that is evaluated; now when left out. */
  look?: string;
}

const NO_FACTS: StoredFacts = { intakes: [], lastHolds: [], screens: [], prescriptions: [] };

/** History with what earlier looks answer: an answer of today's sitting stands before a screen's. */
const withTests = (history: PersonHistory, tests: PersonHistory['tests']): PersonHistory => ({
  ...history,
  tests: { ...history.tests, ...tests },
});

/** Cautions in force on a day, each once, in the order of their records. */
export const cautionsOn = (records: PersonRecord['cautionRecords'], day: Day): CautionId[] => [
  ...new Set(records.filter((r) => r.from <= day && (r.until === null || r.until >= day)).map((r) => r.caution)),
];

/** Body size of a person as it goes into a record: only what is known. */
export const athleteOf = (
  person: Pick<PersonRecord, 'stature' | 'mass' | 'sex'>,
): NonNullable<Observation['athlete']> => ({
  ...(person.stature ? { stature: person.stature } : {}),
  ...(person.mass ? { mass: person.mass } : {}),
  sex: person.sex,
});

/** Positions whose last hold ended by pain and that were not cleared since: an asking without a yes clears what arrived before it. */
function painful(facts: StoredFacts): string[] {
  const cleared = Math.max(-1, ...facts.intakes.filter((i) => i.lifts && i.yes.length === 0).map((i) => i.arrival));
  return facts.lastHolds.filter((h) => h.pain && h.arrival > cleared).map((h) => h.position);
}

/** Signs that stand: those of the last asking that may lift one, and those that anybody has named since. */
function standing({ intakes }: StoredFacts): { signs: string[]; advice: StopAdvice | null } {
  const lifted = Math.max(-1, ...intakes.filter((i) => i.lifts).map((i) => i.arrival));
  const since = intakes.filter((i) => i.arrival >= lifted).sort((a, b) => a.arrival - b.arrival);
  const advice = since.map((i) => i.advice);
  return {
    signs: [...new Set(since.flatMap((i) => i.yes))],
    advice: advice.includes('now') ? 'now' : advice.includes('before-training') ? 'before-training' : null,
  };
}

/**
 * Derives what stands about a person from what is stored about them.
 * Stop signs, pain, cautions, kit and drills are those of now, since advice is given now; screens and range checks are those that
 * speak for the look's own time.
 * @param person null for a record of nobody, like a file
 * @throws RangeError for an unknown time zone or something that is no instant
 */
export function circumstanceOf(
  person: PersonRecord | null,
  studio: StudioRecord,
  facts: StoredFacts = NO_FACTS,
  { now, look = now }: Moment,
): Circumstance {
  const today = hallDay(now, studio.timeZone);
  const last = facts.intakes.reduce<StoredFacts['intakes'][number] | null>(
    (a, i) => (a === null || i.arrival > a.arrival ? i : a),
    null,
  );
  const stop = standing(facts);
  const athlete = person ? athleteOf(person) : {};
  return {
    today,
    day: hallDay(look, studio.timeZone),
    at: look,
    stop: stop.advice,
    signs: stop.signs,
    painIn: painful(facts),
    intakeDue: intakeDue(last?.day ?? null, today),
    methods: { person, studio },
    cautions: person ? cautionsOn(person.cautionRecords, today) : [],
    kit: person?.kit ?? studio.kit ?? undefined,
    athlete,
    body: bodyOf(athlete),
    history: withTests(historyAt(facts.screens, look), answeredBefore(facts.answered ?? [], look, studio.timeZone)),
    recent: recentDrills(
      facts.prescriptions.map((p) => ({ ...p, items: p.drills.map((drill) => ({ drill })) })),
      today,
    ),
    inForce: facts.prescriptions
      .filter((p) => p.endedOn === null || daysBetween(today, p.endedOn) >= 0)
      .flatMap((p) => p.drills),
    logged: [],
  };
}

/** A file has no date of its own. */
const NO_DATE = '9999-12-31T12:00:00Z';

/**
 * The circumstance of a record that belongs to nobody: an observation file on the command line.
 * @example nobody().cautions // => []
 */
export const nobody = (studio: Partial<StudioRecord> = {}): Circumstance =>
  circumstanceOf(null, { method: null, familyMethods: {}, kit: null, timeZone: 'UTC', ...studio }, NO_FACTS, {
    now: NO_DATE,
  });

/** The same circumstance, judged by a method that is asked for. */
export const judgedBy = (circumstance: Circumstance, asked: string | null | undefined): Circumstance =>
  asked ? { ...circumstance, methods: { ...circumstance.methods, asked } } : circumstance;

/** The method in force for a position, see {@link methodInForce}. */
export const methodFor = (
  catalog: Pick<Catalog, 'methods' | 'families'>,
  { methods }: Pick<Circumstance, 'methods'>,
  family: Family | string,
  own?: string,
): Method => methodInForce(catalog, methods, family, own);

/** Longest useful hold by the method in force, s. */
export const capFor = (
  catalog: Pick<Catalog, 'methods' | 'families'>,
  circumstance: Pick<Circumstance, 'methods'>,
  family: Family | string,
): number => methodFor(catalog, circumstance, family).cap;

/** Why nothing that loads a position is proposed; null where nothing stands against it. */
export const stoppedBy = (
  { stop, painIn }: Pick<Circumstance, 'stop' | 'painIn'>,
  family: string,
): 'signs' | 'pain' | null => (stop !== null ? 'signs' : painIn.includes(family) ? 'pain' : null);

/** The cautions in force with what they change, as the studio's table has them. */
export const effectsOf = (
  catalog: Pick<Catalog, 'cautions'>,
  { cautions }: Pick<Circumstance, 'cautions'>,
): Caution[] => catalog.cautions.filter((c) => cautions.includes(c.id));
