/** Versions that a member may do in a block, each with its gain. */
import { bodyOf, type Body } from '../body/anthropometry.js';
import { easierBy } from '../catalog/easier.js';
import type { Catalog } from '../catalog/index.js';
import { ladderOf, placeKey, rungsOnLadder, type Ladder } from '../catalog/ladders.js';
import type { CauseId, CautionId, Rung } from '../formats/catalog.js';
import type { ClassBlock, ClassMember, ClassOption } from '../formats/class.js';
import { clamp } from '../geometry.js';
import { gateFor, SLACK } from '../ladder/gates.js';
import { insteadOf } from '../ladder/instead.js';
import { loadOf, type Load } from '../statics/load.js';
import { CLASS_MOVES } from './kinds.js';
import { BAND, kitOf } from './kit.js';
import { workSeconds } from './pace.js';

/** A version's worth falls with this power of the share by which its load is off the working load: half the load, a quarter. Assumption. */
const LOAD_FALL = 2;
/** What a step of the ladder is worth where loads say the same, and where they say nothing. Assumptions. */
const STEP = { told: 0.97, untold: 0.75 } as const;
/** Of a version that answers none of the likely causes this share of the gain is lost. Assumption. */
const CAUSES_WEIGH = 0.3;
/** The same move again in a class is worth this much less each time. Assumption. */
const AGAIN = 0.9;
/** A place held shorter than this share of the work counts as lighter. Assumption. */
const HELD_ENOUGH = 0.8;
const LEAST_HELD = 0.6;

/** Causes that a lighter version answers, and those that less on the hands does. */
const LIGHTER: ReadonlySet<CauseId> = new Set([
  'lever',
  'abs-endurance',
  'flexor-takeover',
  'fatigue-today',
  'over-effort',
]);
const OFF_THE_HANDS: ReadonlySet<CauseId> = new Set(['shoulder-strength', 'serratus-weak', 'wrist']);

export interface MemberInClass extends ClassMember {
  body: Body;
}
/** @throws RangeError where the body cannot be */
export const inClass = (member: ClassMember): MemberInClass => ({ ...member, body: bodyOf(member.athlete) });

const fits = (rung: Rung, cautions: readonly CautionId[]): boolean =>
  !rung.excludedBy.some((c) => cautions.includes(c));

const loads = new WeakMap<Body, Map<string, Load | null>>();
/** The load of a version for a body; null also where the pose cannot stand. Worked out once a body and version. */
function loadFor(rung: Rung, body: Body): Load | null {
  const known = loads.get(body) ?? new Map<string, Load | null>();
  loads.set(body, known);
  const key = placeKey(rung);
  if (!known.has(key)) {
    let load: Load | null = null;
    try {
      load = loadOf(rung, body);
    } catch {
      // Nothing to compare by.
    }
    known.set(key, load);
  }
  return known.get(key)!;
}

/** Of the working load, so much: the place's, less where it was held shorter than the block works. */
function workingShare({ clean }: { clean: number }, block: ClassBlock): number {
  return Math.sqrt(clamp(clean / (HELD_ENOUGH * workSeconds(block)), LEAST_HELD, 1));
}

/** The load of a version against the working load; null where the two cannot be compared. */
function loadRatio(rung: Rung, place: Rung, body: Body, share: number): number | null {
  const [own, working] = [loadFor(rung, body), loadFor(place, body)];
  if (!own || !working || own.governs !== working.governs || !(working.value > 1e-6) || !(own.value > 1e-6))
    return null;
  return own.value / (working.value * share);
}

/** How well a version answers a cause, 0–1; 1 where the version changes nothing about it. */
function answers(cause: CauseId, rung: Rung, ratio: number | null): number {
  if (LIGHTER.has(cause)) return ratio === null ? 0.5 : clamp((1.2 - ratio) / 0.4, 0, 1);
  if (OFF_THE_HANDS.has(cause)) {
    if (rung.support !== 'wrist') return 1;
    return rung.pose.contacts.some((c) => c.at === 'wrist' && c.height) ? 0.7 : 0;
  }
  return 1;
}

/**
 * Gain of a version for a member, 0–1: nearness of its load to the working load (today's place is 1), times how far it answers the likely
 * causes, times variety.
 *
 * Nearness: (load ÷ working load) to the power of ∓{@link LOAD_FALL}, and {@link STEP} for each step of the ladder from the place; where
 * loads cannot be compared, steps alone. Causes: 1 − 0.3 · Σ p · (1 − answer), over causes that a lighter version or less on the hands
 * answers. Variety: {@link AGAIN} to the power of the blocks before with the same move. Rounded to four places, so that totals can be
 * checked by hand.
 * @param steps ladder steps from the place
 * @param before blocks of the class before this one with the same move
 */
export function gainOf(
  member: MemberInClass,
  block: ClassBlock,
  rung: Rung,
  { place, clean, steps, before }: { place: Rung; clean: number; steps: number; before: number },
): number {
  // Of class moves, and of what stands in from another position, loads say nothing about one another.
  const comparable = rung.family === place.family && rung.family !== CLASS_MOVES;
  const ratio = comparable ? loadRatio(rung, place, member.body, workingShare({ clean }, block)) : null;
  const near =
    ratio === null
      ? STEP.untold ** Math.abs(steps)
      : Math.min(ratio, 1 / ratio) ** LOAD_FALL * STEP.told ** Math.abs(steps);
  const lost = member.causes.reduce(
    (sum, { cause, probability }) => sum + probability * (1 - answers(cause, rung, ratio)),
    0,
  );
  const gain = near * (1 - CAUSES_WEIGH * Math.min(1, lost)) * AGAIN ** before;
  return Math.round(1e4 * clamp(gain, 0, 1)) / 1e4;
}

export interface Offered {
  options: ClassOption[];
  /** Today's place, which the gains are counted from. */
  place: Rung;
  /** Clean seconds there; null where the member has no place in the position. */
  clean: number | null;
  /** Cautions that left versions out. */
  barred: CautionId[];
}

/** Where a member with no place on a ladder begins: at the first version that takes no kit, so that nobody waits for a box. */
const firstOf = (all: readonly Rung[]): number =>
  Math.max(
    0,
    all.findIndex((r) => Object.keys(kitOf(r)).length === 0),
  );

/**
 * What a member may do in a block: the versions of its move up to today's place, the next one where its gate is open, and by the table of
 * easier versions or the nearest lighter one what stands in for a version that a caution leaves out. Nothing above a shut gate, nothing
 * that a caution bars.
 * @param cap longest useful hold by the method in force, s
 * @param before blocks before this one with the same move
 * @param versions of the block's move, where they are known already
 */
export function optionsFor(
  catalog: Catalog,
  member: MemberInClass,
  block: ClassBlock,
  {
    cap,
    before,
    versions = movesOf(catalog, block),
  }: { cap: (rung: Rung) => number; before: number; versions?: Moves },
): Offered {
  const [family, move] = block.move.split('/') as [string, string | undefined];
  const { all, ladder } = versions;
  const known = member.places[family];
  // Of a class move itself; who is new to it begins with its easier version, and may do either.
  const begins = member.cautions.includes('heavier-or-beginner') ? 0 : all.length - 1;
  const today = all.findIndex((r) => r.id === known?.rung);
  const at = move ? begins : today < 0 ? firstOf(all) : today;
  const place = all[at]!;
  const clean = known && !move ? known.clean : null;
  const open =
    !move && clean !== null && ladder && clean >= gateFor(ladder, place, cap(place), member.cautions).seconds - SLACK;
  const reach = move ? all : all.slice(0, at + (open ? 2 : 1));
  const may = reach.filter((r) => fits(r, member.cautions));
  const barred = [...new Set(reach.flatMap((r) => r.excludedBy.filter((c) => member.cautions.includes(c))))];
  // Where today's place is barred, what stands in for it is a version of another position perhaps, and never out while there is one.
  const instead = fits(place, member.cautions) ? null : insteadOf(catalog, place, member.cautions, member.body);
  const stands = instead && fits(instead.rung, member.cautions) && !may.includes(instead.rung) ? [instead.rung] : [];
  return {
    options: [...may, ...stands].map((rung): ClassOption => {
      const i = all.indexOf(rung);
      return {
        member: member.id,
        version: placeKey(rung),
        gain: gainOf(member, block, rung, {
          place,
          clean: clean ?? workSeconds(block),
          steps: i < 0 ? 1 : i - at,
          before,
        }),
        kit: block.band ? { ...kitOf(rung), [BAND]: (kitOf(rung)[BAND] ?? 0) + 1 } : kitOf(rung),
      };
    }),
    place,
    clean,
    barred,
  };
}

/** What a block's move has for everybody. */
export interface Moves {
  /** Easiest first. */
  all: readonly Rung[];
  ladder: Ladder | null;
}
export function movesOf(catalog: Catalog, { move }: Pick<ClassBlock, 'move'>): Moves {
  const all = versionsOf(catalog, ...(move.split('/') as [string, string?]));
  return { all, ladder: all[0] ? ladderOf(catalog, all[0]) : null };
}

/** Versions of a move, easiest first: a ladder's, a position's in the catalogue's order, or a class move's own easier ones and itself. */
export function versionsOf(catalog: Catalog, family: string, move?: string): Rung[] {
  const own = catalog.rungs.filter((r) => r.family === family && !catalog.retired.has(`rungs:${r.family}.${r.id}`));
  if (move) {
    const rung = own.find((r) => r.id === move);
    if (!rung) return [];
    const easier = easierBy(rung, 'heavier-or-beginner');
    const to = easier && own.find((r) => placeKey(r) === easier.to);
    return to && to !== rung ? [to, rung] : [rung];
  }
  const ladder = own[0] ? ladderOf(catalog, own[0]) : null;
  // Of a ladder that several positions share, this position's part.
  return ladder ? rungsOnLadder(catalog, ladder).filter((r) => r.family === family) : own;
}
