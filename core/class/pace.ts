/** How the work of a block is paced: how long it takes, and what is done at each of its seconds. */
import type { ClassBlock, Pace } from '../formats/class.js';
import type { Seconds } from '../geometry.js';
import type { TempoPhase } from '../hold/tempo.js';

/** Before the first round where a block says nothing else, and the way to the next block, s. */
export const LEAD_IN: Seconds = 10;
export const TRANSITION: Seconds = 20;
/** A banded block takes this share of the time. */
const BANDED = 0.5;

/** What a new pace begins with: a quiet breath in and a longer one out; a rep up, a pause, and slower down. Assumptions. */
export const NEW_PACE: Readonly<Record<Pace['is'], Pace>> = {
  seconds: { is: 'seconds' },
  breaths: { is: 'breaths', breaths: 5, in: 4, out: 6 },
  reps: { is: 'reps', reps: 8, up: 2, pause: 1, down: 3 },
  shape: { is: 'shape' },
};

type Paced = Pick<ClassBlock, 'work' | 'pace' | 'band'>;
export type Step = 'in' | 'out' | TempoPhase;
interface Beat {
  /** Breaths or reps in one work. */
  count: number;
  steps: { is: Step; seconds: Seconds }[];
}

/** What is counted in a work, and the steps of each; null where it is seconds that are counted. */
function beatOf({ pace, band }: Paced): Beat | null {
  if (!pace || pace.is === 'seconds' || pace.is === 'shape') return null;
  const half = (n: number): number => (band ? Math.ceil(n * BANDED) : n);
  return pace.is === 'breaths'
    ? {
        count: half(pace.breaths),
        steps: [
          { is: 'in', seconds: pace.in },
          { is: 'out', seconds: pace.out },
        ],
      }
    : {
        count: half(pace.reps),
        steps: (['up', 'pause', 'down'] as const)
          .map((is) => ({ is, seconds: pace[is] }))
          .filter((step) => step.seconds > 0),
      };
}
const lengthOf = ({ steps }: Beat): Seconds => steps.reduce((sum, s) => sum + s.seconds, 0);

/**
 * Seconds of one work of a block: its own, those of its breaths or reps, or the most that it may last; half of it with a band.
 * @example workSeconds({ work: 30, pace: { is: 'breaths', breaths: 5, in: 4, out: 6 } }) // => 50
 */
export function workSeconds(block: Paced): Seconds {
  const beat = beatOf(block);
  return beat ? beat.count * lengthOf(beat) : block.band ? block.work * BANDED : block.work;
}
/** Breaths or reps of one work; null where seconds are counted. */
export const counted = (block: Paced): number | null => beatOf(block)?.count ?? null;
/** Whether the work lasts until the shape goes: its end is the coach's to say, and its seconds count up. */
export const isOpen = ({ pace }: Paced): boolean => pace?.is === 'shape';

export interface Pacing {
  step: Step;
  /** The breath or rep under way, from 1, and how many there are. */
  n: number;
  of: number;
  /** To the end of the step. */
  left: Seconds;
  /** Of the step, 0–1. */
  share: number;
}
/**
 * What is done at a second of the work; null where nothing is paced, and after the last breath or rep.
 * @param t second of the work
 */
export function pacingAt(block: Paced, t: Seconds): Pacing | null {
  const beat = beatOf(block);
  if (!beat || t < 0) return null;
  const length = lengthOf(beat);
  // A second that is the sum of tenths is not yet the one before.
  const at = t + 1e-9;
  const n = Math.floor(at / length);
  if (n >= beat.count) return null;
  let into = at - n * length;
  for (const { is, seconds } of beat.steps) {
    if (into < seconds)
      return { step: is, n: n + 1, of: beat.count, left: Math.max(0, seconds - into), share: into / seconds };
    into -= seconds;
  }
  return null;
}

/** Whose turn it is, and on which side, one entry a work of a round. */
export interface Turn {
  side: 'one' | 'other' | null;
  /** Of pairs: who works first, or who spotted first; null: everybody. */
  turn: 'first' | 'second' | null;
}
/** The works of one round in their order. @param round from 1 */
export function turnsOf({ sides, pairs }: Pick<ClassBlock, 'sides' | 'pairs'>, round: number): Turn[] {
  const own: Turn['side'][] =
    sides === 'each'
      ? ['one', 'other']
      : sides === 'each-then-turns'
        ? ['one', 'other', null]
        : sides === 'alternate'
          ? [round % 2 === 1 ? 'one' : 'other']
          : [null];
  const turns: Turn['turn'][] = pairs ? ['first', 'second'] : [null];
  return turns.flatMap((turn) => own.map((side) => ({ side, turn })));
}
/** Working seconds of one round, everybody's turns together. */
export const roundSeconds = (block: ClassBlock): Seconds => workSeconds(block) * turnsOf(block, 1).length;
/** Working seconds of one round for one member. */
export const ownSeconds = (block: ClassBlock): Seconds => roundSeconds(block) / (block.pairs ? 2 : 1);

/** Blocks that run round for round in turn: each joined one with what follows it. The last one of a class has nothing to be joined with. */
export function groupsOf<B extends Pick<ClassBlock, 'joined'>>(blocks: readonly B[]): B[][] {
  const groups: B[][] = [];
  let open = false;
  for (const block of blocks) {
    if (open) groups.at(-1)!.push(block);
    else groups.push([block]);
    open = block.joined === true;
  }
  return groups;
}
/** Seconds of a block with its lead-in and the way to the next; of joined ones, which share both, each its own part. */
export function secondsOf(blocks: readonly ClassBlock[]): Seconds[] {
  return groupsOf(blocks).flatMap((group) =>
    group.map(
      (block, i) =>
        (i === 0 ? (block.leadIn ?? LEAD_IN) : 0) +
        block.rounds * (roundSeconds(block) + block.rest) +
        (i === group.length - 1 ? TRANSITION : 0),
    ),
  );
}

/** Two members who take turns; the odd one is the coach's. */
export interface Pair {
  first: string;
  /** Null: the coach spots. */
  second: string | null;
}
/** When a member of a pair works, and who spots; null where the member is in none. */
export function partnerOf(
  pairs: readonly Pair[],
  member: string,
): { turn: NonNullable<Turn['turn']>; spotter: string | null } | null {
  const own = pairs.find((p) => p.first === member || p.second === member);
  if (!own) return null;
  return own.first === member ? { turn: 'first', spotter: own.second } : { turn: 'second', spotter: own.first };
}
/**
 * Who works with whom: neighbours by size, so that the sum of the differences is least (of a row of numbers the neighbours are the
 * nearest pairs); with an odd number, who is left over is chosen so that the sum over the others is least.
 * @param size what is compared, kg
 * @example pairsOf([{ id: 'a', size: 60 }, { id: 'b', size: 90 }, { id: 'c', size: 63 }]) // => [{ first: 'a', second: 'c' }, { first: 'b', second: null }]
 */
export function pairsOf(members: readonly { id: string; size: number }[]): Pair[] {
  const row = [...members].sort((a, b) => a.size - b.size || (a.id < b.id ? -1 : 1));
  const sum = (list: typeof row): number =>
    list.reduce((total, { size }, i) => (i % 2 === 1 ? total + size - list[i - 1]!.size : total), 0);
  let over = -1;
  if (row.length % 2 === 1) {
    let least = Infinity;
    for (let i = 0; i < row.length; i += 2) {
      const without = sum(row.filter((_, k) => k !== i));
      if (without < least - 1e-12) [least, over] = [without, i];
    }
  }
  const rest = row.filter((_, i) => i !== over);
  const pairs = rest.flatMap((m, i): Pair[] => (i % 2 === 0 ? [{ first: m.id, second: rest[i + 1]!.id }] : []));
  return over < 0 ? pairs : [...pairs, { first: row[over]!.id, second: null }];
}
