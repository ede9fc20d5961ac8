/** What an item becomes from week to week: seconds or reps up, seconds of a split moved from easy to hard, the next version at the gate. */
import type { Body } from '../body/anthropometry.js';
import type { Catalog } from '../catalog/index.js';
import { ladderOf, placeKey, rungsOnLadder } from '../catalog/ladders.js';
import type { CautionId, Drill, Method, Rung } from '../formats/catalog.js';
import type { Dose, Level } from '../formats/dose.js';
import type { Seconds } from '../geometry.js';
import { gateFor, neighbours, SLACK } from '../ladder/gates.js';
import { easierVersion, lengthened, moreReps } from '../ladder/next-step.js';
import { kitOf } from '../class/kit.js';
import { rungAsDrill } from '../prescribe/assignable.js';
import { BELOW_TODAY, doseOf } from '../prescribe/dose.js';
import { loadAsSet } from '../statics/setup.js';
import { minutesOf, type PlannedItem, type PlannedWhy } from './item.js';

/** An item with its numbers, before it stands on a day. */
export type Done = Omit<PlannedItem, 'minutes' | 'why'>;

/** Walking step as a share of stature (Winter 2009, Biomechanics and Motor Control of Human Movement, 4th ed.: about 0.41). */
const STEP_LENGTH = 0.41;
/** A set is split where this much of the gate is clean, and not yet so much that sets below today's break come near it. Assumption. */
const SPLIT = { from: 0.5, to: 0.7 } as const;
/** Seconds that go from the easy to the hard part of a split set in a week. */
const MOVED: Seconds = 5;
/** A part of a split set shorter than this is none. */
const LEAST_PART: Seconds = 5;
/** Teaching goes on to its next drill after so many weeks. */
const TEACHING_WEEKS = 2;

export interface Person {
  catalog: Catalog;
  body: Body;
  method: Method;
  cautions: readonly CautionId[];
  cap: (rung: Rung) => Seconds;
  /** Whether a version or a drill may be given at all: kit, cautions, bans. */
  may: (drill: Drill) => boolean;
  /** Whether what other ladders ask for before a version is there. */
  open: (place: string) => boolean;
}

const kitCount = (kit: readonly string[]): Record<string, number> => Object.fromEntries(kit.map((k) => [k, 1]));

/** Sets of a dose with an amount in its unit; metres become steps of this body. */
export function doneOf(
  drill: Pick<Drill, 'id' | 'kit'>,
  dose: Dose,
  amount: number,
  body: Pick<Body, 'stature'>,
): Done {
  const whole = Math.max(1, Math.round(amount));
  const units: Pick<Done, 'seconds' | 'reps' | 'breaths' | 'steps'> = {
    seconds: null,
    reps: null,
    breaths: null,
    steps: null,
  };
  if (dose.unit === 's') units.seconds = whole;
  else if (dose.unit === 'breaths') units.breaths = whole;
  else if (dose.unit === 'steps') units.steps = whole;
  else if (dose.unit === 'm') units.steps = Math.max(1, Math.round(amount / (STEP_LENGTH * body.stature)));
  else units.reps = whole;
  return {
    item: drill.id,
    sets: dose.sets[0],
    ...units,
    rest: dose.rest?.[0] ?? 60,
    split: null,
    sides: dose.each === null ? 'none' : 'each',
    tempo: dose.unit === 's' ? null : dose.tempo,
    // A hold is said of something that is counted.
    hold: dose.unit === 's' ? null : (dose.hold?.[0] ?? null),
    kit: kitCount(drill.kit),
  };
}

/** Half of the work, for a week that is meant to be easy. */
export function halved(done: Done): Done {
  const half = (n: number | null, least = 1): number | null => (n === null ? null : Math.max(least, Math.round(n / 2)));
  return {
    ...done,
    // Of a split set both parts.
    split: done.split && {
      ...done.split,
      hard: half(done.split.hard, 1)!,
      easy: half(done.split.easy, 1)!,
    },
    seconds: done.split ? half(done.split.hard, 1)! + half(done.split.easy, 1)! : half(done.seconds, 1),
    reps: half(done.reps),
    breaths: half(done.breaths),
    steps: half(done.steps),
  };
}

const levelOf = (person: Person, share: number): Level =>
  person.cautions.includes('heavier-or-beginner') || person.cautions.includes('recent-illness')
    ? 'beginner'
    : share <= 0
      ? 'beginner'
      : share <= 0.5
        ? 'trained'
        : 'strong';

export interface CourseWeek {
  done: Done;
  why: PlannedWhy;
}
/** What is done in each week, and the dose that it began from. */
export interface Course {
  weeks: CourseWeek[];
  dose: Dose;
}

/** A state on a ladder: the version, what is worked at it, and the seconds of a split that are still easy. */
interface State {
  rung: Rung;
  amount: number;
  split: { easy: Seconds; rung: string } | null;
  why: PlannedWhy;
  /** Weeks at the gate's amount. */
  atGate: number;
}

/**
 * The course of a version from today's place.
 *
 * It begins below today's usual break (0.8 of it), or as a split set where half of the gate is clean and more is wanted; gains 5 s, or a
 * fifth up to 10 s, a week (reps: one, or a fifth up to two); moves 5 s of a split from easy to hard; and goes to the next version after a
 * week at the gate's amount, with as much load × seconds as before. Practice: the weekly rules of a programme.
 * @param clean usual clean seconds, or reps of a counted version; nought where it was never held
 * @param easier whether a week is an easier one: half of the work, and no step forward
 */
export function ladderCourse(
  person: Person,
  start: Rung,
  clean: number,
  weeks: number,
  easier: (week: number) => boolean,
  why?: PlannedWhy,
): Course {
  const { catalog, body, method, cautions } = person;
  const ladder = ladderOf(catalog, start);
  const way = ladder ? rungsOnLadder(catalog, ladder) : [start];
  const share = (rung: Rung): number => way.findIndex((r) => placeKey(r) === placeKey(rung)) / Math.max(1, way.length);
  const doseAt = (rung: Rung): Dose =>
    doseOf(catalog, rungAsDrill(catalog, rung), method, cautions, levelOf(person, share(rung)));
  const leastAt = (rung: Rung): number | undefined =>
    doseOf(catalog, rungAsDrill(catalog, rung), method, cautions, 'beginner').amount?.[0];
  const gateAt = (rung: Rung): { wanted: number; days: number } => {
    const cap = person.cap(rung);
    if (!ladder) return { wanted: rung.counted?.target ?? Math.min(rung.target, cap), days: 1 };
    const gate = gateFor(ladder, rung, cap, cautions);
    return { wanted: gate.reps ?? gate.seconds, days: gate.days };
  };
  const unit = (rung: Rung): 's' | 'reps' => (rung.counted ? 'reps' : 's');
  const placed = (rung: Rung): PlannedWhy => ({ is: 'place', wanted: gateAt(rung).wanted, unit: unit(rung) });
  /** The next version, where it may be done and its gates stand. */
  const after = (rung: Rung): Rung | null => {
    const next = ladder ? neighbours(ladder, way, placeKey(rung)).next : null;
    return next?.family === rung.family && person.may(rungAsDrill(catalog, next)) && person.open(placeKey(next))
      ? next
      : null;
  };
  const secondsAt = (rung: Rung, amount: number): Seconds =>
    rung.counted ? amount * Math.max(1, rung.counted.tempo[0] + rung.counted.tempo[1] + rung.counted.tempo[2]) : amount;
  /** The next version with as much load × seconds as the one before; half of its gate where loads cannot be compared. */
  const stepUp = (from: Rung, to: Rung, amount: number): State => {
    const [own, next] = [loadAsSet(from, body, undefined), loadAsSet(to, body, undefined)];
    const { wanted } = gateAt(to);
    const same = own && next && own.governs === next.governs && next.value > 1e-6;
    const seconds = same ? (secondsAt(from, amount) * own.value) / next.value : secondsAt(to, wanted) / 2;
    const begin = to.counted ? seconds / secondsAt(to, 1) : seconds;
    const gate = gateAt(from);
    return {
      rung: to,
      amount: Math.max(1, Math.min(wanted, Math.floor(begin))),
      split: null,
      why: { is: 'next', after: placeKey(from), wanted: gate.wanted, unit: unit(from) },
      atGate: 0,
    };
  };
  const first = (): State => {
    const { wanted, days } = gateAt(start);
    const next = after(start);
    if (clean >= wanted - SLACK && days === 1 && next) return stepUp(start, next, wanted);
    const base = { rung: start, split: null, why: why ?? placed(start), atGate: 0 };
    if (clean <= 0) return { ...base, amount: Math.min(wanted, leastAt(start) ?? wanted) };
    const below = Math.max(1, Math.min(wanted, Math.floor(BELOW_TODAY * clean)));
    const easy =
      !start.counted && ladder && clean >= SPLIT.from * wanted && below < SPLIT.to * wanted
        ? easierVersion({ catalog, body, cautions }, ladder, start, loadAsSet(start, body, undefined))
        : null;
    const hard = Math.floor(clean) - 1;
    if (
      easy?.rung.family === start.family &&
      person.may(rungAsDrill(catalog, easy.rung)) &&
      hard >= LEAST_PART &&
      wanted - hard >= LEAST_PART
    )
      return { ...base, amount: hard, split: { easy: wanted - hard, rung: easy.rung.id } };
    return { ...base, amount: below };
  };
  const onward = (s: State): State => {
    const { wanted, days } = gateAt(s.rung);
    if (s.split) {
      const easy = s.split.easy - MOVED;
      return easy < LEAST_PART
        ? { ...s, amount: wanted, split: null }
        : { ...s, amount: wanted - easy, split: { ...s.split, easy } };
    }
    if (s.amount >= wanted) {
      const next = s.atGate + 1 >= days ? after(s.rung) : null;
      return next ? stepUp(s.rung, next, s.amount) : { ...s, atGate: s.atGate + 1 };
    }
    const more = s.rung.counted ? moreReps(s.amount) : Math.floor(lengthened(s.amount));
    return { ...s, amount: Math.min(wanted, more) };
  };
  const told = (s: State): Done => {
    const drill = rungAsDrill(catalog, s.rung);
    const done = doneOf(drill, doseAt(s.rung), s.amount, body);
    const kit = { ...kitOf(s.rung) };
    return s.split
      ? {
          ...done,
          kit,
          seconds: s.amount + s.split.easy,
          split: { hard: s.amount, easy: s.split.easy, rung: s.split.rung },
        }
      : { ...done, kit };
  };
  const list: CourseWeek[] = [];
  let state = first();
  let worked = false;
  for (let week = 1; week <= weeks; week += 1) {
    // An easier week is one of what is known: the step forward waits for the week after.
    if (worked && !easier(week)) state = onward(state);
    worked ||= !easier(week);
    list.push({ done: easier(week) ? halved(told(state)) : told(state), why: state.why });
  }
  return { weeks: list, dose: doseAt(start) };
}

/**
 * The course of a drill that is no version: from the least to the most of its dose, and of teaching, its next drill after two weeks.
 * @param easier whether a week is an easier one: half of the work, and no step forward
 */
export function drillCourse(
  person: Person,
  start: Drill,
  why: PlannedWhy,
  weeks: number,
  easier: (week: number) => boolean,
): Course {
  const { catalog, body, method, cautions } = person;
  const doseFor = (drill: Drill): Dose => doseOf(catalog, drill, method, cautions);
  const gentle = levelOf(person, 1) === 'beginner';
  const rise = (drill: Drill, dose: Dose, after: number): Done => {
    const [least, most] = dose.amount ?? [1, 1];
    const top = gentle ? Math.floor((least + most) / 2) : most;
    const step = dose.unit === 's' || dose.unit === 'm' ? MOVED : 1;
    return doneOf(drill, dose, Math.min(Math.max(least, top), least + step * after), body);
  };
  const list: CourseWeek[] = [];
  let [drill, ordinary] = [start, 0];
  for (let week = 1; week <= weeks; week += 1) {
    const next = drill.phase === 'teach' && ordinary >= TEACHING_WEEKS ? nextTaught(person, drill) : undefined;
    if (next && !easier(week)) [drill, ordinary] = [next, 0];
    const done = rise(drill, doseFor(drill), Math.max(0, ordinary - (easier(week) ? 1 : 0)));
    list.push({ done: easier(week) ? halved(done) : done, why });
    if (!easier(week)) ordinary += 1;
  }
  return { weeks: list, dose: doseFor(start) };
}

/** The next drill of a teaching series, where it may be given and has an amount. */
function nextTaught({ catalog, method, cautions, may }: Person, drill: Drill): Drill | undefined {
  const next = catalog.drills.find((d) => d.id === drill.harder);
  return next?.phase === 'teach' && may(next) && doseOf(catalog, next, method, cautions).amount ? next : undefined;
}
/** Where a teaching series begins: with the easiest drill that leads to this one and may be given. */
export function firstTaught({ catalog, may }: Pick<Person, 'catalog' | 'may'>, drill: Drill): Drill {
  const seen = new Set([drill.id]);
  for (let at = drill; ;) {
    const easier = catalog.drills.find((d) => d.id === at.easier);
    if (easier?.phase !== 'teach' || !may(easier) || seen.has(easier.id)) return at;
    seen.add(easier.id);
    at = easier;
  }
}

/** Most minutes that a course takes in any week. */
export const mostMinutes = (course: Course): number => Math.max(...course.weeks.map((w) => minutesOf(w.done)));
