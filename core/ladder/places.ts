/** Where a person stands on each ladder, and the way from there to a skill. */
import type { Catalog } from '../catalog/index.js';
import { ladderOf, ladders, rungsOnLadder, type Ladder, placeKey } from '../catalog/ladders.js';
import type { SkillGoal } from '../catalog/skill-goals.js';
import type { CautionId, Rung } from '../formats/catalog.js';
import { crossStatus, gateAt, rungAt, type GateAt, type Missing } from './gates.js';
import type { Day } from '../days.js';
import type { LoggedHold } from './holds.js';

/** A step that was accepted or changed by the coach. */
export interface TakenStep {
  /** `family/rung` it led to. */
  to: string;
  day: string;
}

/** The steps that were taken, as proposed or changed: all but those that the coach declined. */
export const takenOf = <Step extends TakenStep & { decision: string }>(steps: readonly Step[]): Step[] =>
  steps.filter((s) => s.decision !== 'declined');

/** Everything that put a person on a rung of a ladder, oldest first; a decision of a day stands over its holds. */
function moves(
  catalog: Pick<Catalog, 'rungs'>,
  ladder: Ladder,
  holds: readonly LoggedHold[],
  taken: readonly TakenStep[],
): { place: string; day: string; order: number }[] {
  const on = new Set(rungsOnLadder(catalog, ladder).map(placeKey));
  return [
    ...holds.filter((h) => on.has(h.place)).map((h) => ({ place: h.place, day: h.day, order: 0 })),
    ...taken.filter((t) => on.has(t.to)).map((t) => ({ place: t.to, day: t.day, order: 1 })),
  ].sort((a, b) => a.day.localeCompare(b.day) || a.order - b.order);
}

/** Places on a ladder over time, newest first: a line for every change, from the day it began. */
export function placeHistory(
  catalog: Pick<Catalog, 'rungs'>,
  ladder: Ladder,
  holds: readonly LoggedHold[],
  taken: readonly TakenStep[],
): { place: string; since: string }[] {
  const all = moves(catalog, ladder, holds, taken);
  return all
    .filter((m, i) => m.place !== all[i - 1]?.place)
    .map(({ place, day }) => ({ place, since: day }))
    .reverse();
}

/** The rung a person works at on a ladder: the newest of what was held and what the coach decided; null where nothing is known. */
export function placeOn(
  catalog: Pick<Catalog, 'rungs'>,
  ladder: Ladder,
  holds: readonly LoggedHold[],
  taken: readonly TakenStep[],
): string | null {
  return moves(catalog, ladder, holds, taken).at(-1)?.place ?? null;
}

/** The gate at somebody's place in a position, and how it stands. */
export interface GateHere extends GateAt {
  rung: Rung;
}
/**
 * What is asked next in a position: the gate of the version where somebody stands on a ladder that goes through it.
 * @param cap longest useful hold by the method in force, s
 * @param today the hall's day
 * @returns null where the person stands on no such ladder in this position, or a caution leaves their version out
 */
export function gateHere(
  catalog: Catalog,
  family: string,
  { cap, cautions, today }: { cap: number; cautions: readonly CautionId[]; today: Day },
  holds: readonly LoggedHold[],
  taken: readonly TakenStep[],
): GateHere | null {
  for (const ladder of ladders) {
    const place = placeOn(catalog, ladder, holds, taken);
    const rung = place !== null && place.split('/')[0] === family ? rungAt(catalog, place) : null;
    if (!rung || rung.excludedBy.some((c) => cautions.includes(c))) continue;
    return { rung, ...gateAt(ladder, rung, { cap, cautions, today }, holds) };
  }
  return null;
}

export interface PathStep {
  place: string;
  rung: Rung;
  /** Clean seconds wanted; of a counted version, about what its reps take. */
  seconds: number;
  /** Clean reps wanted; null where the version is timed. */
  reps: number | null;
  /** The best so far, in reps where the version is counted. */
  best: number;
  /** Best as a share of what is wanted, 0–1. */
  share: number;
  missing: Missing[];
  /** Asked for by a rung of another ladder, `family/rung`; null on the goal's own ladder. */
  askedBy: string | null;
}

/**
 * What is left between today's places and a skill: rungs of its ladder from the person's place on, and what cross gates on the way ask
 * for, each with its gate; those that are passed are left out, and the narrowest gate comes first.
 */
export function pathTo(
  catalog: Catalog,
  goal: SkillGoal,
  holds: readonly LoggedHold[],
  taken: readonly TakenStep[],
  { cap, cautions = [], today }: { cap: (rung: Rung) => number; cautions?: readonly CautionId[]; today?: Day },
): PathStep[] {
  const goalRung = rungAt(catalog, goal.at);
  const ladder = ladderOf(catalog, goalRung);
  if (!ladder) return [];
  const seen = new Set<string>();
  const steps: PathStep[] = [];
  const add = (step: PathStep): void => {
    const known = steps.findIndex((s) => s.place === step.place);
    if (known < 0) steps.push(step);
    else if (steps[known]!.seconds < step.seconds) steps[known] = step;
  };
  const ask = (place: string): void => {
    if (seen.has(place)) return;
    seen.add(place);
    for (const cross of crossStatus(catalog, place, holds, today)) {
      if (cross.passed) continue;
      const rung = rungAt(catalog, cross.gate.from);
      add({
        place: cross.gate.from,
        rung,
        seconds: cross.gate.seconds,
        reps: null,
        best: cross.best,
        share: Math.min(1, cross.best / cross.gate.seconds),
        missing: cross.missing,
        askedBy: place,
      });
      ask(cross.gate.from);
    }
  };
  const way = rungsOnLadder(catalog, ladder).filter((r) => !ladder.sideways.includes(placeKey(r)));
  const end = way.findIndex((r) => placeKey(r) === goal.at);
  const here = placeOn(catalog, ladder, holds, taken);
  const start = Math.max(
    0,
    way.findIndex((r) => placeKey(r) === here),
  );
  for (const rung of way.slice(start, end + 1)) {
    const place = placeKey(rung);
    ask(place);
    const { gate, status } = gateAt(ladder, rung, { cap: cap(rung), cautions, today }, holds);
    if (!status.passed)
      add({
        place,
        rung,
        seconds: gate.seconds,
        reps: gate.reps,
        best: status.best,
        share: Math.min(1, status.best / (gate.reps ?? gate.seconds)),
        missing: status.missing,
        askedBy: null,
      });
  }
  return steps.sort((a, b) => a.share - b.share || order(catalog, a.place) - order(catalog, b.place));
}

const order = (catalog: Catalog, place: string): number => catalog.rungs.findIndex((r) => placeKey(r) === place);

/** Links of the whole graph: rung to the next on its ladder, and cross gates. Sideways rungs hang on the rung before them. */
export function graphLinks(
  catalog: Pick<Catalog, 'rungs' | 'crossGates'>,
): { from: string; to: string; kind: 'ladder' | 'sideways' | 'cross' }[] {
  const along = ladders.flatMap((ladder) => {
    const rungs = rungsOnLadder(catalog, ladder);
    let last: string | null = null;
    return rungs.flatMap((r) => {
      const place = placeKey(r);
      const beside = ladder.sideways.includes(place);
      const link =
        last === null ? [] : [{ from: last, to: place, kind: beside ? ('sideways' as const) : ('ladder' as const) }];
      if (!beside) last = place;
      return link;
    });
  });
  const known = new Set(catalog.rungs.map(placeKey));
  const across = catalog.crossGates
    .filter((g) => !g.off && known.has(g.from) && known.has(g.to))
    .map((g) => ({ from: g.from, to: g.to, kind: 'cross' as const }));
  return [...along, ...across];
}
