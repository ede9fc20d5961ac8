/** A group over a block of weeks: where everybody stands, what goes most often, which versions are used, and what has changed. */
import { addDays, daysBetween, type Day } from '../days.js';
import type { LoggedHold } from '../ladder/holds.js';
import type { UsedWhy } from '../class/used-why.js';
import { t975, Z_975, type Interval } from '../statistics.js';

/** What is known of a member of a group. */
export interface GroupMember {
  id: string;
  holds: readonly LoggedHold[];
  /**
   * Looks of any kind, with the version and the fault that stands out, null where nothing does; of those made in a class, why the version
   * was done.
   */
  looks: readonly { day: Day; place: string; fault: string | null; why?: UsedWhy | null }[];
  /** Today's place on each ladder that the member stands on, by ladder. */
  places: Readonly<Record<string, string>>;
  /** Findings of the newest squat screen; null where none was made. */
  screen: readonly string[] | null;
  /** Days on which the member was here. */
  here: readonly Day[];
}

/** Faults and versions are those of so many days, and the ones before are of as many. */
export const MONTH_DAYS = 30;
/** A change of the group takes so many members whose own can be told. */
export const LEAST_MEMBERS = 3;
const WEEK_DAYS = 7;

/** Clean seconds' change a week, as a factor: 1.05 is five in a hundred more. */
export interface Change {
  perWeek: number;
  /** Looks that it rests on. */
  looks: number;
}
export interface GroupChange {
  /** Of the group's mean, over the whole block, as a factor, with a 95 % interval. */
  factor: Interval;
  members: number;
  looks: number;
  /** Share of the looks that ended at their target: the person could have gone on, and the change may be larger. */
  capped: number;
}
export interface GroupTrends {
  ladders: { ladder: string; places: { place: string; members: string[] }[] }[];
  /** Commonest first: members of whom it stood out this month, looks, and members in the month before. */
  faults: { fault: string; members: number; looks: number; before: number }[];
  squat: { screened: number; faults: { fault: string; members: number }[] };
  /** Of looks made in a class, why the version was done, the commonest first. */
  versions: { place: string; members: number; looks: number; why: { is: UsedWhy; looks: number }[] }[];
  /** Null where fewer than three members can be told about. */
  change: GroupChange | null;
  /** By weeks, oldest first: who was here at least once. */
  attendance: { from: Day; members: number }[];
  members: {
    id: string;
    lastLook: Day | null;
    /** Days here, and looks, in the block. */
    here: number;
    looks: number;
    change: Change | null;
    /** What stood out most often in the block. */
    fault: string | null;
  }[];
}

/** Holds are compared with holds of the same version, side and set-up alone. */
const likeness = ({ place, side, setup }: LoggedHold): string => JSON.stringify([place, side, setup]);

/** What a slope rests on: the sum of squares of its weeks, and of what it leaves over with its degrees of freedom. */
interface Slope {
  /** Of the logarithm, a week. */
  rate: number;
  looks: number;
  sxx: number;
  rest: number;
  free: number;
}
/** Looks that lie closer tell more of the day than of the weeks: two looks ten days apart are the least, weeks squared. */
const LEAST_SPREAD = (10 / WEEK_DAYS) ** 2 / 2;

function slopeOf(holds: readonly LoggedHold[]): Slope | null {
  const groups = new Map<string, { x: number; y: number }[]>();
  for (const hold of holds) {
    if (hold.pain || hold.reps || hold.undecided) continue;
    const key = likeness(hold);
    const at = { x: daysBetween(holds[0]!.day, hold.day) / WEEK_DAYS, y: Math.log(Math.max(1, hold.clean)) };
    groups.set(key, [...(groups.get(key) ?? []), at]);
  }
  let [sxx, sxy, syy, looks, used] = [0, 0, 0, 0, 0];
  for (const points of groups.values()) {
    const mean = (of: (p: { x: number; y: number }) => number): number =>
      points.reduce((sum, p) => sum + of(p), 0) / points.length;
    const [mx, my] = [mean((p) => p.x), mean((p) => p.y)];
    const own = points.reduce((sum, p) => sum + (p.x - mx) ** 2, 0);
    if (own === 0) continue;
    sxx += own;
    sxy += points.reduce((sum, p) => sum + (p.x - mx) * (p.y - my), 0);
    syy += points.reduce((sum, p) => sum + (p.y - my) ** 2, 0);
    looks += points.length;
    used += 1;
  }
  if (sxx < LEAST_SPREAD - 1e-9) return null;
  const rate = sxy / sxx;
  return { rate, looks, sxx, rest: Math.max(0, syy - rate * sxy), free: looks - used - 1 };
}

/**
 * How a member's clean seconds change: one slope of their logarithm a week, within each version, side and set-up (pooled within-group
 * least squares, as in an analysis of covariance). Going on to a harder version is no fall. Reps, and holds that pain ended, are left out.
 * @param holds of the block
 * @returns null where nothing was held twice with ten days between
 */
export function changeOf(holds: readonly LoggedHold[]): Change | null {
  const slope = slopeOf(holds);
  return slope && { perWeek: Math.exp(slope.rate), looks: slope.looks };
}

/** Counts by key, the most first; ties by name. */
function commonest<T, K extends string>(items: readonly T[], of: (item: T) => K | null): [K, T[]][] {
  const found = new Map<K, T[]>();
  for (const item of items) {
    const key = of(item);
    if (key !== null) found.set(key, [...(found.get(key) ?? []), item]);
  }
  return [...found].sort((a, b) => b[1].length - a[1].length || (a[0] < b[0] ? -1 : 1));
}

interface Seen {
  member: string;
  place: string;
  fault: string | null;
  why: UsedWhy | null;
}

/**
 * What a group's records say of a block of weeks.
 * @param today the hall's day
 * @param weeks of the block, ending today, 1–52
 */
export function groupTrends(members: readonly GroupMember[], today: Day, weeks: number): GroupTrends {
  const ago = (day: Day): number => daysBetween(day, today);
  const inBlock = ({ day }: { day: Day }): boolean => ago(day) >= 0 && ago(day) < weeks * WEEK_DAYS;
  const seenIn = (from: number, to: number): Seen[] =>
    members.flatMap(({ id, looks }) =>
      looks
        .filter(({ day }) => ago(day) >= from && ago(day) < to)
        .map(({ place, fault, why = null }) => ({ member: id, place, fault, why })),
    );
  const people = (list: readonly Seen[]): number => new Set(list.map((s) => s.member)).size;
  const [month, before] = [seenIn(0, MONTH_DAYS), seenIn(MONTH_DAYS, 2 * MONTH_DAYS)];
  const byPeople = (list: [string, Seen[]][]): [string, Seen[]][] =>
    [...list].sort((a, b) => people(b[1]) - people(a[1]) || b[1].length - a[1].length || (a[0] < b[0] ? -1 : 1));

  const screened = members.filter((m) => m.screen !== null);
  const squat = commonest(
    screened.flatMap(({ id, screen }) => [...new Set(screen)].map((fault) => ({ id, fault }))),
    (s) => s.fault,
  );
  const own = members.map((m) => ({ member: m, holds: m.holds.filter(inBlock) }));
  const changes = own.map(({ member, holds }) => ({ member, holds, slope: slopeOf(holds), change: changeOf(holds) }));
  const onLadders = members.flatMap(({ id, places }) =>
    Object.entries(places).map(([ladder, place]) => ({ id, ladder, place })),
  );
  return {
    ladders: commonest(onLadders, (p) => p.ladder).map(([ladder, on]) => ({
      ladder,
      places: commonest(on, (p) => p.place).map(([place, at]) => ({ place, members: at.map((p) => p.id) })),
    })),
    faults: byPeople(commonest(month, (s) => s.fault)).map(([fault, seen]) => ({
      fault,
      members: people(seen),
      looks: seen.length,
      before: people(before.filter((s) => s.fault === fault)),
    })),
    squat: { screened: screened.length, faults: squat.map(([fault, on]) => ({ fault, members: on.length })) },
    versions: byPeople(commonest(month, (s) => s.place)).map(([place, seen]) => ({
      place,
      members: people(seen),
      looks: seen.length,
      why: commonest(seen, (s) => s.why).map(([is, of]) => ({ is, looks: of.length })),
    })),
    change: changeOfGroup(
      changes.flatMap(({ holds, slope }) => (slope ? [{ holds, slope }] : [])),
      weeks,
    ),
    attendance: Array.from({ length: weeks }, (_, i) => {
      const from = (weeks - i) * WEEK_DAYS - 1;
      const here = members.filter((m) => m.here.some((d) => ago(d) <= from && ago(d) > from - WEEK_DAYS));
      return { from: addDays(today, -from), members: here.length };
    }),
    members: changes.map(({ member, change }) => {
      const looks = member.looks.filter(inBlock);
      const days = member.looks.map((l) => l.day);
      return {
        id: member.id,
        lastLook: days.length > 0 ? days.reduce((a, b) => (a > b ? a : b)) : null,
        here: member.here.filter((day) => inBlock({ day })).length,
        looks: looks.length,
        change,
        fault: commonest(looks, (l) => l.fault)[0]?.[0] ?? null,
      };
    }),
  };
}

/** Scatter of the logarithm of clean seconds about a member's course, where the looks are too few to tell it. Assumption. */
const SCATTER = 0.2;
/** Degrees of freedom from which the looks tell their scatter themselves. */
const TOLD_BY_LOOKS = 6;

/**
 * The group's mean change over the block: each member's slope by how well it is known (random effects, DerSimonian and Laird 1986,
 * Control. Clin. Trials 7:177), with the interval of Hartung and Knapp (2001, Stat. Med. 20:3875) at Student's t.
 */
function changeOfGroup(
  told: readonly { holds: readonly LoggedHold[]; slope: Slope }[],
  weeks: number,
): GroupChange | null {
  const n = told.length;
  if (n < LEAST_MEMBERS) return null;
  const sum = (of: (slope: Slope, i: number) => number): number => told.reduce((all, t, i) => all + of(t.slope, i), 0);
  const free = sum((s) => s.free);
  const noise = free >= TOLD_BY_LOOKS ? sum((s) => s.rest) / free : SCATTER ** 2;
  const meanBy = (weight: (s: Slope) => number): number => sum((s) => weight(s) * s.rate) / sum(weight);
  const known = (s: Slope): number => s.sxx / Math.max(noise, 1e-6);
  const fixed = meanBy(known);
  const total = sum(known);
  const apart = sum((s) => known(s) * (s.rate - fixed) ** 2) - (n - 1);
  const between = Math.max(0, apart / (total - sum((s) => known(s) ** 2) / total));
  const weight = (s: Slope): number => 1 / (1 / known(s) + between);
  const mean = meanBy(weight);
  const spread = sum((s) => weight(s) * (s.rate - mean) ** 2) / (n - 1);
  // Never surer than the scatter of the looks allows: by chance a few members may agree.
  const half = Math.max(t975(n - 1) * Math.sqrt(spread), Z_975) / Math.sqrt(sum(weight));
  const factor = (rate: number): number => Math.exp(rate * weeks);
  const used = told.flatMap(({ holds }) => holds);
  return {
    factor: { value: factor(mean), low: factor(mean - half), high: factor(mean + half) },
    members: n,
    looks: sum((s) => s.looks),
    capped: used.filter((h) => h.toTarget).length / used.length,
  };
}
