/** A programme: weeks and days of work between two looks, within minutes, kit, cautions and gates. Codes and numbers. */
import { bodyOf } from '../body/anthropometry.js';
import type { Catalog } from '../catalog/index.js';
import { record } from '../catalog/index.js';
import { placeKey } from '../catalog/ladders.js';
import type { SolveLp } from '../class/assign.js';
import type { Day } from '../days.js';
import type { Drill } from '../formats/catalog.js';
import { PHASES, PLACES_IN_SESSION } from '../formats/catalog.js';
import {
  dayOf,
  WEEKDAYS,
  weekdayOf,
  type PlanPin,
  type PlanQuery,
  type SetsOf,
  type Weekday,
} from '../formats/programme.js';
import { crossStatus } from '../ladder/gates.js';
import { bareHold, type LoggedHold } from '../ladder/holds.js';
import { methodFor, nobody, type Circumstance } from '../person/circumstance.js';
import { inOrder } from '../prescribe/choose.js';
import type { Person } from './course.js';
import { checkPlan } from './check.js';
import { addWork, loadsFor, minutesOf, noWork, workOf, type PlannedItem, type Work } from './item.js';
import { cutTo, EASY, RISE, type WeekItems } from './limit.js';
import { barredBy, pinnedStrand, strandsFor, versionDrill, type Barred, type Strand } from './strands.js';
import type { PlannedDay, PlannedWeek, PlanWarning } from './planned.js';
import { missingKinds, rowsOfHeavy } from './to-mind.js';
import { chooseWeek, MOST_ITEMS, type WeekQuery } from './week.js';

/** Weeks between two looks. */
const LOOK_AGAIN = 2;

export type { PlannedDay, PlannedWeek, PlanWarning };
export type UnplacedWhy = Barred | { is: 'no-training-day' } | { is: 'minutes' };
export interface Unplaced {
  pin: PlanPin;
  why: UnplacedWhy;
}

export interface Programme {
  from: Day;
  relook: Day[];
  weeks: PlannedWeek[];
  warnings: PlanWarning[];
  unplaced: Unplaced[];
  proven: boolean;
}

/** What a coach has set by hand beside what a query file can say, and what is past. */
export interface PlanBy {
  circumstance?: Circumstance;
  /** The person's holds; what the places say where they are left out. */
  holds?: readonly LoggedHold[];
  /** Items that do not stand on a day, of one week. */
  offs?: readonly PlanPin[];
  /** Numbers of a pinned item as the coach has set them. */
  sets?: readonly (PlanPin & { as: Partial<SetsOf> })[];
  /** A programme that runs: its days before `until` stay as they are. */
  kept?: { programme: Pick<Programme, 'weeks'>; until: Day };
}

/** Holds that say no more than today's places: as many of a day as a gate may ask for. */
function holdsOf(query: PlanQuery): LoggedHold[] {
  return Object.entries(query.places).flatMap(([family, { rung, clean }]) =>
    Array.from({ length: 3 }, (_, i) =>
      bareHold({ place: `${family}/${rung}`, day: query.from, at: `${query.from}T12:00:0${i}Z`, clean }),
    ),
  );
}

function personOf(
  catalog: Catalog,
  query: PlanQuery,
  { circumstance = nobody(), holds = holdsOf(query) }: PlanBy,
): Person {
  const asked = query.method
    ? { ...circumstance, methods: { ...circumstance.methods, asked: query.method } }
    : circumstance;
  const main = query.goal?.split('/')[0] ?? Object.keys(query.places)[0] ?? 'front-plank';
  return {
    catalog,
    body: bodyOf(query.athlete),
    method: methodFor(catalog, asked, main),
    cautions: query.cautions,
    cap: (rung) => methodFor(catalog, asked, rung.family).cap,
    may: (drill) => barredBy(query, drill) === null,
    open: (place) => crossStatus(catalog, place, holds).every((c) => c.passed),
  };
}

/** An item of a strand in a week, with its minutes; the coach's own numbers on top. */
const itemOf = (strand: Strand, week: number, own: Partial<SetsOf> | undefined, pinned: boolean): PlannedItem => {
  const { done, why } = strand.course.weeks[week - 1]!;
  const as = own ? { ...done, ...own, ...(changesAmount(own) ? { split: null } : {}) } : done;
  return { ...as, minutes: minutesOf(as), why: pinned ? { is: 'pinned' } : why };
};
const changesAmount = (own: Partial<SetsOf>): boolean =>
  own.seconds !== undefined || own.reps !== undefined || own.breaths !== undefined || own.steps !== undefined;

/** The order of a session, worked out once for each set; long ones, that only pins can make, by places and phases alone. */
function ordering(catalog: Catalog, fourPhases: boolean): (strands: readonly Strand[]) => Strand[] {
  const known = new Map<string, Strand[]>();
  const at = (s: Strand): number => PLACES_IN_SESSION.indexOf(s.drill.place) * 10 + PHASES.indexOf(s.drill.phase);
  return (strands) => {
    const key = strands.map((s) => s.id).join();
    const found =
      known.get(key) ??
      (strands.length <= MOST_ITEMS
        ? inOrder(catalog, strands, fourPhases)
        : [...strands].sort((a, b) => at(a) - at(b)));
    known.set(key, found);
    return found;
  };
}

/**
 * Plans the weeks.
 *
 * The days of a week are an exact choice ({@link chooseWeek}); weeks in which nothing is different stand on the same days, with each item's
 * most minutes, so that somebody's Tuesday stays their Tuesday. What is done of an item follows its course (`course.ts`); a week's load is
 * then cut to a fifth over the last ordinary week.
 * @param solve of integer programmes
 * @throws InputError with a line per problem
 */
export function planProgramme(catalog: Catalog, query: PlanQuery, solve: SolveLp, by: PlanBy = {}): Programme {
  checkPlan(query, catalog);
  const person = personOf(catalog, query, by);
  const easier = (week: number): boolean => week === query.easierWeek;
  const days = WEEKDAYS.filter((d) => query.days.includes(d));
  const known = strandsFor(catalog, query, person, easier);
  const unplaced: Unplaced[] = [];
  const strands = [...known];
  const byItem = new Map<string, Strand>();
  for (const s of known) {
    // What a strand becomes later is the same strand.
    for (const w of s.course.weeks) if (!byItem.has(w.done.item)) byItem.set(w.done.item, s);
    byItem.set(s.id, s);
  }
  /** The strand of an item in a week; one is made for what stands nowhere. */
  const strandAt = (item: string, week: number): Strand | Barred => {
    const there = known.find((s) => s.course.weeks[week - 1]!.done.item === item) ?? byItem.get(item);
    if (there) return there;
    const made = pinnedStrand(catalog, query, person, item, easier);
    if ('id' in made) {
      strands.push(made);
      byItem.set(item, made);
    }
    return made;
  };
  const pins = query.pins.flatMap((pin) => {
    const out = (why: UnplacedWhy): [] => {
      unplaced.push({ pin, why });
      return [];
    };
    if (!days.includes(pin.day)) return out({ is: 'no-training-day' });
    const barred = barredAt(catalog, query, pin.item);
    if (barred) return out(barred);
    const strand = strandAt(pin.item, pin.week);
    return 'id' in strand ? [{ pin, strand: strand.id, day: pin.day }] : out(strand);
  });
  const offs = (by.offs ?? []).flatMap((off) => {
    const strand = strandAt(off.item, off.week);
    return 'id' in strand ? [{ ...off, strand: strand.id }] : [];
  });
  const loadAt = loadsFor(catalog, person.body);
  const drillOf = drillIn(catalog);
  const work = (item: PlannedItem): Work => workOf(item, drillOf(item.item), loadAt);
  const ordered = ordering(catalog, person.method.axes.correcting === 'four-phases');
  const warnings: PlanWarning[] = [];
  const weeks: PlannedWeek[] = [];
  const solved = new Map<string, ReturnType<typeof chooseWeek>>();
  let [proven, heavySunday] = [true, false];
  let before: Work | null = null;
  if (known.length === 0) warnings.push({ is: 'nothing' });

  for (let week = 1; week <= query.weeks; week += 1) {
    const past = keptDays(query, by.kept, week, days);
    const mine = pins.filter((p) => p.pin.week === week && !past.closed.includes(p.day));
    const heavyBefore: WeekQuery['heavyBefore'] = [
      ...(heavySunday ? ['sunday-before' as const] : []),
      ...past.days.filter((d) => d.items.some((i) => byItem.get(i.item)?.heavy)).map((d) => weekdayOf(d.day)),
    ];
    const done = new Map<string, number>();
    for (const i of past.days.flatMap((d) => d.items)) {
      const id = byItem.get(i.item)?.id;
      if (id) done.set(id, (done.get(id) ?? 0) + 1);
    }
    const ask = (pinned: typeof mine): WeekQuery => ({
      strands,
      days,
      minutes: query.minutes,
      pullDays: query.pullDays,
      pinned: pinned.map(({ strand, day }) => ({ strand, day })),
      off: offs.filter((o) => o.week === week).map(({ strand, day }) => ({ strand, day })),
      closed: past.closed,
      heavyBefore,
      done,
    });
    const chosenFor = (of: WeekQuery): ReturnType<typeof chooseWeek> => {
      const key = JSON.stringify([
        [of.pinned, of.off, of.closed, of.heavyBefore, [...of.done], of.standing !== undefined],
        [...(of.standing ?? [])].map(([d, list]) => [d, list.map((s) => s.id)]),
      ]);
      if (!solved.has(key)) solved.set(key, chooseWeek(of, solve));
      return solved.get(key)!;
    };
    const plain = chosenFor({ ...ask([]), off: [] });
    const touched = new Set([...mine.map((p) => p.day), ...offs.filter((o) => o.week === week).map((o) => o.day)]);
    const standing = plain && new Map([...plain.on].filter(([d]) => !touched.has(d)));
    /** A week with pins: the days that nobody touched stay as they are; all of them are chosen anew only where that cannot be. */
    const around = (pinned: typeof mine): ReturnType<typeof chooseWeek> =>
      touched.size === 0 ? plain : ((standing && chosenFor({ ...ask(pinned), standing })) ?? chosenFor(ask(pinned)));
    // Pins that together go over a day's minutes: the last of them wait.
    let pinned = mine;
    let chosen = around(pinned);
    while (!chosen && pinned.length > 0) {
      unplaced.push({ pin: pinned.at(-1)!.pin, why: { is: 'minutes' } });
      pinned = pinned.slice(0, -1);
      chosen = around(pinned);
    }
    if (chosen && !chosen.proven) {
      proven = false;
      warnings.push({ is: 'not-proven', week });
    }
    const items: WeekItems = new Map(
      days
        .filter((d) => !past.closed.includes(d))
        .map((d) => [
          d,
          ordered(chosen?.on.get(d) ?? []).map((strand) => {
            const pin = pinned.find((p) => p.strand === strand.id && p.day === d);
            const as = by.sets?.find((s) => s.week === week && s.day === d && byItem.get(s.item)?.id === strand.id)?.as;
            return { strand, item: itemOf(strand, week, as, pin !== undefined), fixed: as !== undefined };
          }),
        ]),
    );
    const pastWork = past.days.flatMap((d) => d.items).reduce((sum, i) => addWork(sum, work(i)), noWork());
    const share = easier(week) ? EASY : RISE;
    const limit: Work | null = before && { moment: share * before.moment, weight: share * before.weight };
    // A kind of load that did not stand in the last week begins as it is.
    const room = limit && {
      moment: limit.moment > 0 ? Math.max(0, limit.moment - pastWork.moment) : Infinity,
      weight: limit.weight > 0 ? Math.max(0, limit.weight - pastWork.weight) : Infinity,
    };
    const cut = room ? cutTo(items, room, work) : items;
    const planned: PlannedDay[] = days.map((d) => {
      const day = dayOf(query.from, week, d);
      const was = past.days.find((p) => p.day === day);
      if (was) return was;
      const list = (cut.get(d) ?? []).map((e) => e.item);
      return { day, minutes: rounded(list.reduce((sum, i) => sum + i.minutes, 0)), items: list };
    });
    const total = planned.flatMap((d) => d.items).reduce((sum, i) => addWork(sum, work(i)), noWork());
    if (limit && limit.moment > 0 && total.moment > limit.moment * (1 + 1e-6))
      warnings.push({ is: 'over-load', week, load: total.moment, limit: limit.moment });
    for (const d of planned)
      if (d.items.length === 0 && !past.days.some((p) => p.day === d.day))
        warnings.push({ is: 'empty-day', day: d.day });
    weeks.push({
      week,
      load: Math.round(total.moment),
      weightLoad: rounded(total.weight),
      easier: easier(week),
      limit: limit && limit.moment > 0 ? Math.round(limit.moment) : null,
      days: planned,
    });
    const sunday = planned.find((d) => weekdayOf(d.day) === 'sun');
    heavySunday = sunday?.items.some((i) => byItem.get(i.item)?.heavy) ?? false;
    if (!easier(week)) before = total;
  }
  warnings.push(...rowsOfHeavy(weeks, (item) => byItem.get(item)?.heavy ?? false));
  const missing = missingKinds(catalog, weeks, known);
  if (missing.length > 0) warnings.push({ is: 'kinds', missing });
  if (query.goal && !person.open(query.goal)) warnings.push({ is: 'goal-shut', goal: query.goal });
  return { from: query.from, relook: relooks(query, days), weeks, warnings, unplaced, proven };
}

const rounded = (n: number): number => Math.round(10 * n) / 10;

/** An item as a drill, once each. */
function drillIn(catalog: Catalog): (item: string) => Pick<Drill, 'id' | 'copiedFrom'> {
  const drills = new Map(catalog.drills.map((d) => [d.id, d]));
  return (item) => drills.get(item) ?? { id: item };
}

/** Why a pinned item may not be given to this person, wherever it stands. */
function barredAt(catalog: Catalog, query: PlanQuery, item: string): Barred | null {
  const rung = catalog.rungs.find((r) => placeKey(r) === item);
  return barredBy(query, rung ? versionDrill(catalog, rung) : record(catalog.drills, item));
}

/** Days of a week that are past, as they were, and training days on which nothing is put any more. */
function keptDays(
  query: PlanQuery,
  kept: PlanBy['kept'],
  week: number,
  days: readonly Weekday[],
): { days: PlannedDay[]; closed: Weekday[] } {
  if (!kept) return { days: [], closed: [] };
  const closed = days.filter((d) => dayOf(query.from, week, d) < kept.until);
  const was = kept.programme.weeks.flatMap((w) => w.days);
  return {
    closed,
    days: closed.map((d) => {
      const day = dayOf(query.from, week, d);
      return was.find((p) => p.day === day) ?? { day, minutes: 0, items: [] };
    }),
  };
}

/** First training days of every second week after the first. */
function relooks(query: PlanQuery, days: readonly Weekday[]): Day[] {
  const list: Day[] = [];
  for (let week = 1 + LOOK_AGAIN; week <= query.weeks; week += LOOK_AGAIN) list.push(dayOf(query.from, week, days[0]!));
  return list;
}
