/** What a class that ran says of each member: who was there, which version was done, what was seen of it, and the looks that come of that. */
import type { FELT_SITES } from '../formats/catalog.js';
import type { ClassBlock } from '../formats/class.js';
import type { Observation } from '../formats/observation.js';
import { OBSERVATION_FORMAT } from '../formats/observation.js';
import type { RunEvent, Where } from '../formats/run.js';
import type { Seconds } from '../geometry.js';
import type { View } from '../landmarks.js';
import type { AssignedWhy } from './plan.js';
import type { UsedWhy } from './used-why.js';
import { counted, isOpen, partnerOf, workSeconds, type Turn } from './pace.js';
import { spentIn, standing, timelineOf } from './timeline.js';

/** The plan as it stood when the class began. */
export interface RunPlan {
  blocks: readonly ClassBlock[];
  /** Versions by block, round and member; who is not named is out. */
  assigned: readonly { block: string; round: number; member: string; version: string; then?: string }[];
  pairs: readonly { block: string; first: string; second: string | null }[];
}
/** What is stored of a run's plan. */
export interface RunOf {
  blocks: readonly ClassBlock[];
  plan: {
    blocks: readonly {
      id: string;
      pairs?: readonly { first: string; second: string | null }[];
      rounds: readonly { round: number; assigned: readonly { member: string; version: string; then?: string }[] }[];
    }[];
  };
}
/** The plan of a run from what is stored of it. */
export const runPlanOf = (run: RunOf): RunPlan => ({
  blocks: run.blocks,
  assigned: run.plan.blocks.flatMap(({ id, rounds }) =>
    rounds.flatMap(({ round, assigned }) =>
      assigned.map(({ member, version, then }) => ({ block: id, round, member, version, ...(then ? { then } : {}) })),
    ),
  ),
  pairs: run.plan.blocks.flatMap(({ id, pairs = [] }) => pairs.map((pair) => ({ block: id, ...pair }))),
});

/** What was noted of one member in one work. */
export interface WorkNote {
  /** Names the note within its run. */
  key: string;
  member: string;
  where: Where;
  /** `family/rung`. */
  version: string;
  /** The easier version from a second on, where the block steps down. */
  then: { version: string; from: Seconds } | null;
  /** Seconds that were to be held, or the most that could be. */
  work: Seconds;
  /** Until the shape goes: there was nothing to be reached. */
  open: boolean;
  /** Reps that were to be done, and the seconds of each; null where seconds were held. */
  reps: { count: number; each: Seconds } | null;
  /** Epoch ms at which the work began, as well as the notes tell. */
  began: number;
  /** What went, in the order of its seconds; null: seen, at an unknown second. */
  seen: { id: string; fault: string; t: Seconds | null }[];
  /** Second at which it hurt. */
  pain: Seconds | null;
  /** Watched to the end without a fault. */
  clean: boolean;
  felt: (typeof FELT_SITES)[number] | null;
}
export interface RunState {
  /** Events that stand, in their order. */
  events: RunEvent[];
  away: ReadonlySet<string>;
  /** Members with pain, and the position that gave it: nothing more of that is theirs today. */
  hurt: ReadonlyMap<string, ReadonlySet<string>>;
  notes: WorkNote[];
}

export const noteKey = (member: string, { block, round, side }: Where): string =>
  [member, block, round, side ?? ''].join('|');
/**
 * Why the member of a note did its version.
 * @param note its key
 * @param version `family/rung`, as the note has it
 * @returns null where the plan holds no such work
 */
export function usedWhy(
  blocks: readonly { id: string; rounds: readonly { round: number; assigned: readonly Assigned[] }[] }[],
  note: string,
  version: string,
): UsedWhy | null {
  for (const { id, rounds } of blocks)
    for (const { round, assigned } of rounds)
      for (const a of assigned)
        if (note.startsWith(noteKey(a.member, { block: id, round, side: null })))
          return a.version === version || a.then === version ? a.why.is : 'swapped';
  return null;
}
interface Assigned {
  member: string;
  version: string;
  then?: string;
  why: Pick<AssignedWhy, 'is'>;
}
const sameWork = (a: Where, b: Where): boolean => a.block === b.block && a.round === b.round && a.side === b.side;
const familyOf = (version: string): string => version.split('/')[0]!;

/** The version of a member in a round: the plan's, or what it was swapped for from that round on; null where they are out. */
export function versionIn(
  plan: RunPlan,
  events: readonly RunEvent[],
  member: string,
  block: string,
  round: number,
): string | null {
  const swapped = events.findLast(
    (e) => e.is === 'swap' && e.member === member && e.block === block && e.round <= round,
  );
  if (swapped?.is === 'swap') return swapped.version;
  return ownIn(plan, member, block, round)?.version ?? null;
}
const ownIn = (plan: RunPlan, member: string, block: string, round: number): RunPlan['assigned'][number] | undefined =>
  plan.assigned.find((a) => a.block === block && a.round === round && a.member === member);
/** The easier version of a block that steps down; null where there is none, and where the version is another one than the plan's. */
export function thenIn(
  plan: RunPlan,
  events: readonly RunEvent[],
  member: string,
  block: string,
  round: number,
): string | null {
  const own = ownIn(plan, member, block, round);
  return own?.then !== undefined && versionIn(plan, events, member, block, round) === own.version ? own.then : null;
}
const pairsIn = (plan: RunPlan, block: string): RunPlan['pairs'] => plan.pairs.filter((p) => p.block === block);
/** In whose turn a member works; null where everybody works at once. Who came later works first, and the coach spots. */
export function turnIn(plan: RunPlan, member: string, block: string): Turn['turn'] {
  const pairs = pairsIn(plan, block);
  return pairs.length === 0 ? null : (partnerOf(pairs, member)?.turn ?? 'first');
}
/**
 * The second of a member's own work that a tap now belongs to, s; null: their work is over, and the second is not known;
 * undefined: of a pair, their turn has not come yet.
 */
export function secondOf(
  plan: RunPlan,
  { where, turn, t }: { where: Pick<Where, 'block'>; turn: Turn['turn']; t: Seconds | null },
  member: string,
): Seconds | null | undefined {
  const own = turnIn(plan, member, where.block);
  if (turn === null || own === null || own === turn) return t;
  return own === 'first' ? null : undefined;
}
/** Who spots a member; null: the coach, or nobody has to. */
export const spotterOf = (plan: RunPlan, member: string, block: string): string | null =>
  partnerOf(pairsIn(plan, block), member)?.spotter ?? null;
/** Whether a version is of a position that hurt a member today: nothing more of that is theirs. */
export const isHurtBy = ({ hurt }: Pick<RunState, 'hurt'>, member: string, version: string): boolean =>
  hurt.get(member)?.has(familyOf(version)) ?? false;

/** Ids of all events that say a fault of a note: one fault may have been tapped twice. */
export const eventsSaying = (events: readonly RunEvent[], { key }: Pick<WorkNote, 'key'>, fault: string): string[] =>
  events.flatMap((e) => (e.is === 'seen' && e.fault === fault && noteKey(e.member, e.where) === key ? [e.id] : []));

/**
 * Everything that the events of a run say, whatever order and however often they arrived.
 * A note of a work that its member had no version of is left out.
 */
export function stateOf(plan: RunPlan, all: readonly RunEvent[]): RunState {
  const events = standing(all);
  const away = new Set<string>();
  const hurt = new Map<string, Set<string>>();
  const notes = new Map<string, WorkNote>();
  const parts = timelineOf(plan.blocks);
  const spent = plan.blocks.some(isOpen) ? spentIn(parts, events) : new Map<number, Seconds>();
  /** Seconds that a member's work lasted; where it is open, until the clock was sent on. */
  const lasted = (block: ClassBlock, where: Where, member: string): Seconds => {
    if (!isOpen(block)) return workSeconds(block);
    const turn = turnIn(plan, member, block.id);
    const at = parts.findIndex((p) => p.is === 'work' && p.turn === turn && sameWork(p, where));
    return spent.get(at) || workSeconds(block);
  };
  const noted = (member: string, where: Where, at: number, t: Seconds | null): WorkNote | null => {
    const block = plan.blocks.find((b) => b.id === where.block);
    const version = versionIn(plan, events, member, where.block, where.round);
    if (version === null || !block) return null;
    const key = noteKey(member, where);
    // What is noted without a second is noted when the work is over.
    const began = at - (t ?? workSeconds(block)) * 1000;
    const known = notes.get(key);
    if (known) {
      known.began = Math.min(known.began, began);
      return known;
    }
    const easier = thenIn(plan, events, member, where.block, where.round);
    const count = block.pace?.is === 'reps' ? counted(block) : null;
    const note: WorkNote = {
      key,
      member,
      where,
      version,
      then: easier !== null && block.stepDown != null ? { version: easier, from: block.stepDown } : null,
      work: lasted(block, where, member),
      open: isOpen(block),
      reps: count === null ? null : { count, each: workSeconds(block) / count },
      began,
      seen: [],
      pain: null,
      clean: false,
      felt: null,
    };
    notes.set(key, note);
    return note;
  };
  for (const e of events)
    switch (e.is) {
      case 'came':
        away.delete(e.member);
        break;
      case 'left':
        away.add(e.member);
        break;
      case 'seen': {
        const note = noted(e.member, e.where, e.at, e.t);
        // The same fault twice is one fault, at the second at which it was seen first.
        const before = note?.seen.find((s) => s.fault === e.fault);
        if (before && e.t !== null && (before.t === null || e.t < before.t)) [before.t, before.id] = [e.t, e.id];
        else if (note && !before) note.seen.push({ id: e.id, fault: e.fault, t: e.t });
        break;
      }
      case 'clean': {
        const note = noted(e.member, e.where, e.at, null);
        if (note) note.clean = true;
        break;
      }
      case 'pain': {
        const note = noted(e.member, e.where, e.at, e.t);
        if (!note) break;
        note.pain = Math.min(note.pain ?? Infinity, e.t);
        const of = hurt.get(e.member) ?? new Set();
        hurt.set(e.member, of.add(familyOf(note.version)));
        break;
      }
      case 'felt': {
        const note = noted(e.member, e.where, e.at, null);
        if (note) note.felt = e.site;
        break;
      }
      default:
        break;
    }
  for (const note of notes.values()) note.seen.sort((a, b) => (a.t ?? Infinity) - (b.t ?? Infinity));
  return { events, away, hurt, notes: [...notes.values()] };
}

/** Whether a note can be kept as a look: something was watched of it, and every second is known. */
export const isWhole = ({ seen, pain, clean }: WorkNote): boolean =>
  (seen.length > 0 || pain !== null || clean) && seen.every((s) => s.t !== null);

/**
 * Second at which a hold ended: by pain, or with the work; work that was given more time lasted to what was seen in it, at least, and
 * work until the shape goes to the last thing that went.
 */
export const endOf = ({ work, open, seen, pain }: WorkNote): Seconds =>
  pain ?? Math.max(open && seen.length > 0 ? 0 : work, ...seen.map((s) => s.t ?? 0));

/** Clean seconds of a note: to the first thing seen, or to its end; null while a second is not known. */
export const cleanOf = (note: WorkNote): Seconds | null =>
  isWhole(note) ? Math.min(endOf(note), ...note.seen.map((s) => s.t!)) : null;

/**
 * The watched hold that a note is.
 * @param view from where it was watched
 * @param athlete the body as it is known on that day: metres, kilograms
 * @param counts the version is one that is counted in reps
 * @throws Error for a note that {@link isWhole} does not hold of
 */
export function observationOf(
  note: WorkNote,
  view: View,
  athlete: Observation['athlete'],
  counts = false,
): Observation {
  if (!isWhole(note)) throw new Error(`the note ${note.key} is not whole`);
  const end = endOf(note);
  const [position, rung] = note.version.split('/') as [string, string];
  const { then } = note;
  const toReach = repsOf(note, end, counts) ?? (note.open ? {} : { target: note.work });
  return {
    format: OBSERVATION_FORMAT,
    version: 1,
    position,
    rung,
    view,
    ...(athlete ? { athlete } : {}),
    frames: [],
    events: note.seen.filter((s) => s.t! <= end).map(({ fault, t }) => ({ t: t!, fault, state: 'on' as const })),
    ...(then && then.from < end
      ? {
          segments: [
            { t: 0, rung },
            { t: then.from, rung: then.version.split('/')[1]! },
          ],
        }
      : {}),
    ended: { t: end, reason: note.pain !== null ? 'pain' : note.open ? 'coach' : 'target' },
    ...toReach,
    ...(note.felt ? { evidence: { 'felt-first': note.felt } } : {}),
  };
}

/** The reps of a note of a version that is counted: each finished by its tempo, clean where nothing was seen in it. */
function repsOf(
  { reps, seen }: WorkNote,
  end: Seconds,
  counts: boolean,
): Pick<Observation, 'reps' | 'targetReps'> | null {
  if (!reps || !counts) return null;
  const done = Math.min(reps.count, Math.floor(end / reps.each + 1e-9));
  return {
    targetReps: reps.count,
    reps: Array.from({ length: done }, (_, i) => {
      const [from, to] = [i * reps.each, (i + 1) * reps.each];
      const fault = seen.find((s) => s.t! >= from && (s.t! < to || (i === done - 1 && s.t! <= end)))?.fault;
      return { t: Math.min(to, end), clean: fault === undefined, ...(fault ? { fault } : {}) };
    }),
  };
}

/** Members who are due for a closer look, the most pressing first: pain, then an early break, then the most faults. */
export function dueForALook(notes: readonly WorkNote[]): { member: string; why: 'pain' | 'early' | 'faults' }[] {
  const found = new Map<string, { member: string; why: 'pain' | 'early' | 'faults'; rank: number }>();
  for (const note of notes) {
    const clean = cleanOf(note);
    const why =
      note.pain !== null
        ? 'pain'
        : clean !== null && !note.open && clean < note.work / 2
          ? 'early'
          : note.seen.length > 1
            ? 'faults'
            : null;
    if (!why) continue;
    const rank = why === 'pain' ? -1 : (clean ?? note.work) / note.work;
    const before = found.get(note.member);
    if (!before || rank < before.rank) found.set(note.member, { member: note.member, why, rank });
  }
  return [...found.values()].sort((a, b) => a.rank - b.rank).map(({ member, why }) => ({ member, why }));
}

/** How many members each fault was seen on, the commonest first. */
export function commonest(notes: readonly WorkNote[]): { fault: string; members: number }[] {
  const of = new Map<string, Set<string>>();
  for (const { member, seen } of notes)
    for (const { fault } of seen) of.set(fault, (of.get(fault) ?? new Set()).add(member));
  return [...of]
    .map(([fault, who]) => ({ fault, members: who.size }))
    .sort((a, b) => b.members - a.members || (a.fault < b.fault ? -1 : 1));
}
