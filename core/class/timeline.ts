/** The clock of a class that runs: its parts in their order, and where the clock stands after the turns it was given. */
import type { ClassBlock } from '../formats/class.js';
import type { RunEvent, Where } from '../formats/run.js';
import type { Seconds } from '../geometry.js';
import { LEAD_IN, TRANSITION } from './plan.js';

export interface Part {
  block: string;
  is: 'lead-in' | 'work' | 'rest' | 'next';
  /** From 1; 0 before the first round and after the last. */
  round: number;
  side: Where['side'];
  seconds: Seconds;
}

/**
 * The parts of a class: lead-in, work (each side by itself where both have their turn) and rest of every round, and the way to the
 * next block. They take as long as the plan says.
 */
export function timelineOf(blocks: readonly ClassBlock[]): Part[] {
  return blocks.flatMap(({ id: block, work, rest, rounds, sides }) => {
    const parts: Part[] = [{ block, is: 'lead-in', round: 0, side: null, seconds: LEAD_IN }];
    for (let round = 1; round <= rounds; round += 1) {
      const turns: Where['side'][] =
        sides === 'each' ? ['one', 'other'] : sides === 'alternate' ? [round % 2 === 1 ? 'one' : 'other'] : [null];
      for (const side of turns) parts.push({ block, is: 'work', round, side, seconds: work });
      if (rest > 0) parts.push({ block, is: 'rest', round, side: null, seconds: rest });
    }
    parts.push({ block, is: 'next', round: 0, side: null, seconds: TRANSITION });
    return parts;
  });
}

export interface ClockAt {
  /** Index of the part; that of the last one when all is over. */
  part: number;
  /** Into the part, and to its end. */
  elapsed: Seconds;
  left: Seconds;
  going: boolean;
  started: boolean;
  over: boolean;
}

/** Events in the order in which they count: by instant, then by id, whatever device they came from. */
const inOrder = (events: readonly RunEvent[]): RunEvent[] =>
  [...events].sort((a, b) => a.at - b.at || (a.id < b.id ? -1 : a.id > b.id ? 1 : 0));

/** Events that stand: each once, without those that were taken back. */
export function standing(events: readonly RunEvent[]): RunEvent[] {
  const once = new Map(events.map((e) => [e.id, e]));
  const undone = new Set([...once.values()].flatMap((e) => (e.is === 'undo' ? [e.of] : [])));
  return inOrder([...once.values()].filter((e) => e.is !== 'undo' && !undone.has(e.id)));
}

/**
 * Where the clock stands: a function of the instants alone, so that a page in the background, a shut lid or a reload loses nothing and
 * nothing adds up.
 * @param events that stand, see {@link standing}
 * @param now epoch ms; what is later does not count
 */
export function clockAt(parts: readonly Part[], events: readonly RunEvent[], now: number): ClockAt {
  let [part, elapsed, going, started, ended, since] = [0, 0, false, false, false, 0];
  const added = new Map<number, Seconds>();
  const length = (i: number): Seconds => (parts[i]?.seconds ?? 0) + (added.get(i) ?? 0);
  const last = parts.length - 1;
  const goOnTo = (at: number): void => {
    if (going) {
      elapsed += Math.max(0, at - since) / 1000;
      while (part < last && elapsed >= length(part)) {
        elapsed -= length(part);
        part += 1;
      }
      if (part === last && elapsed >= length(last)) [elapsed, going, ended] = [length(last), false, true];
    }
    since = at;
  };
  for (const event of events) {
    if (event.at > now) break;
    goOnTo(event.at);
    switch (event.is) {
      case 'start':
        if (!started) [started, going] = [true, true];
        break;
      case 'pause':
        going = false;
        break;
      case 'go-on':
        if (started && !ended) going = true;
        break;
      case 'to':
        if (!started || event.part > last) break;
        // A class that was over goes on where it is sent back to.
        [part, elapsed, going, ended] = [event.part, 0, going || ended, false];
        break;
      case 'longer':
        if (started && !ended) added.set(part, (added.get(part) ?? 0) + event.seconds);
        break;
      case 'end':
        if (started) [going, ended] = [false, true];
        break;
      default:
        break;
    }
  }
  goOnTo(now);
  return { part, elapsed, left: Math.max(0, length(part) - elapsed), going, started, over: ended };
}

/** Seconds that a clock shows: those begun, and a twentieth of one is not yet another. */
export const secondsShown = ({ left }: Pick<ClockAt, 'left'>): number => Math.max(0, Math.ceil(left - 0.05));

/** The work that a tap now belongs to: the one under way, or the one just done; null before the first. */
export function workAt(parts: readonly Part[], clock: ClockAt): { where: Where; t: Seconds | null } | null {
  for (let i = clock.part; i >= 0; i -= 1) {
    const { is, block, round, side } = parts[i]!;
    if (is === 'work') return { where: { block, round, side }, t: i === clock.part ? clock.elapsed : null };
    // What comes before the lead-in was another move, and everybody has gone on.
    if (is === 'lead-in') return null;
  }
  return null;
}
