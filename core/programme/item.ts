/** One item of a day: what is done of it, how long that takes, what it loads. */
import type { Body } from '../body/anthropometry.js';
import type { Catalog } from '../catalog/index.js';
import { placeKey } from '../catalog/ladders.js';
import { versionOf } from '../prescribe/assignable.js';
import type { CauseId, CautionId, Drill, Rung } from '../formats/catalog.js';
import type { Dose } from '../formats/dose.js';
import type { SetsOf } from '../formats/programme.js';
import type { Seconds } from '../geometry.js';
import { loadAsSet } from '../statics/setup.js';

/** Why an item stands where it does. */
export type PlannedWhy =
  | { is: 'pinned' }
  /** Today's place on its ladder, with the seconds or reps that are wanted there. */
  | { is: 'place'; wanted: number; unit: 's' | 'reps' }
  /** The next version, as soon as the one before was held as long as its gate asks. */
  | { is: 'next'; after: string; wanted: number; unit: 's' | 'reps' }
  /** What the goal asks for on another ladder. */
  | { is: 'gate'; goal: string }
  /** In place of a version that a caution leaves out, or that there is no kit for. */
  | { is: 'instead'; of: string; caution: CautionId | null }
  | { is: 'cause'; cause: CauseId; probability: number };

export interface PlannedItem extends SetsOf {
  /** A drill's id, or `family/rung`. */
  item: string;
  /** The hard part of a set and the rest of it on an easier version, s. */
  split: { hard: Seconds; easy: Seconds; rung: string } | null;
  sides: 'none' | 'each';
  tempo: Dose['tempo'] | null;
  /** Seconds that each rep or step is held. */
  hold: Seconds | null;
  kit: Readonly<Record<string, number>>;
  /** Whole of it with its rests. */
  minutes: number;
  why: PlannedWhy;
}

/** A breath as it is asked for lying down: out for six counts, in for three, s. */
const BREATH: Seconds = 9;
/** A rep whose tempo is words, s. Assumption. */
const REP: Seconds = 4;
/** A slow step of a carry, s. Assumption. */
const STEP: Seconds = 1;
/** Getting into an item and out of it, s. Assumption. */
const CHANGE: Seconds = 20;

/** Seconds that one rep, breath or step takes. */
export function beat({
  reps,
  breaths,
  tempo,
  hold,
}: Pick<PlannedItem, 'reps' | 'breaths' | 'tempo' | 'hold'>): Seconds {
  if (breaths !== null) return BREATH;
  if (reps === null) return STEP + (hold ?? 0);
  const moving = Array.isArray(tempo) ? tempo[0] + tempo[1] + tempo[2] : tempo === 'with-breath' ? BREATH : REP;
  return moving + (hold ?? 0);
}
/** Seconds of work in one set, of one side. */
export const setSeconds = (item: Omit<PlannedItem, 'minutes' | 'why'>): Seconds =>
  item.split
    ? item.split.hard + item.split.easy
    : (item.seconds ?? (item.reps ?? item.breaths ?? item.steps ?? 0) * beat(item));

/** Minutes of an item: its sets on each side, the rests between them, and getting into it; to a tenth, upwards. */
export function minutesOf(item: Omit<PlannedItem, 'minutes' | 'why'>): number {
  const work = item.sets * setSeconds(item) * (item.sides === 'each' ? 2 : 1);
  return Math.ceil((work + (item.sets - 1) * item.rest + CHANGE) / 6) / 10;
}

export type LoadAt = (place: string) => { newtonMetres: number } | { share: number } | null;
/** Loads of versions for a body, worked out once each: N·m, or a share of body weight where that is what governs. */
export function loadsFor(catalog: Pick<Catalog, 'rungs'>, body: Body): LoadAt {
  const rungs = new Map(catalog.rungs.map((r): [string, Rung] => [placeKey(r), r]));
  const known = new Map<string, ReturnType<LoadAt>>();
  return (place) => {
    if (!known.has(place)) {
      const rung = rungs.get(place);
      const load = rung ? loadAsSet(rung, body, undefined) : null;
      known.set(place, load && (load.unit === 'N·m' ? { newtonMetres: load.value } : { share: load.value }));
    }
    return known.get(place)!;
  };
}

/** Load × seconds of a day or a week: N·m·s where a moment governs; seconds at whole body weight where hands or what is carried do. */
export interface Work {
  moment: number;
  weight: number;
}
export const noWork = (): Work => ({ moment: 0, weight: 0 });

/** What an item loads, all sets and sides. A drill that is no version has no load figure and adds nothing. */
export function workOf(
  item: Omit<PlannedItem, 'minutes' | 'why'>,
  drill: Pick<Drill, 'id' | 'copiedFrom'>,
  at: LoadAt,
): Work {
  const times = item.sets * (item.sides === 'each' ? 2 : 1);
  const parts: [string | null, Seconds][] = item.split
    ? [
        [item.item, item.split.hard],
        [`${item.item.split('/')[0]!}/${item.split.rung}`, item.split.easy],
      ]
    : [[versionOf(drill), setSeconds(item)]];
  return parts.reduce((sum, [place, seconds]) => {
    const load = place === null ? null : at(place);
    if (!load) return sum;
    return 'newtonMetres' in load
      ? { ...sum, moment: sum.moment + load.newtonMetres * seconds * times }
      : { ...sum, weight: sum.weight + load.share * seconds * times };
  }, noWork());
}
export const addWork = (a: Work, b: Work): Work => ({ moment: a.moment + b.moment, weight: a.weight + b.weight });
