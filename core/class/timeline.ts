/** The clock of a class that runs: its parts in their order, and where the clock stands after the turns it was given. */
import type { ClassBlock } from '../formats/class.js';
import type { RunEvent, Where } from '../formats/run.js';
import type { Seconds } from '../geometry.js';
import { groupsOf, LEAD_IN, TRANSITION, turnsOf, workSeconds, type Turn } from './pace.js';

export interface Part {
  block: string;
  is: 'lead-in' | 'work' | 'rest' | 'next';
  /** From 1; 0 before the first round and after the last. */
  round: number;
  side: Where['side'];
  /** Of pairs: whose turn it is. */
  turn: Turn['turn'];
  seconds: Seconds;
}

/**
 * The parts of a class: lead-in, work (each side and each turn of a pair by itself) and rest of every round, and the way to the next
 * block; joined blocks take turns round by round, with one lead-in. They take as long as the plan says.
 */
export function timelineOf(blocks: readonly ClassBlock[]): Part[] {
  return groupsOf(blocks).flatMap((group) => {
    const [first, last] = [group[0]!, group.at(-1)!];
    const plain = { round: 0, side: null, turn: null } as const;
    const parts: Part[] = [{ ...plain, block: first.id, is: 'lead-in', seconds: first.leadIn ?? LEAD_IN }];
    const rounds = Math.max(...group.map((b) => b.rounds));
    for (let round = 1; round <= rounds; round += 1)
      for (const block of group.filter((b) => round <= b.rounds)) {
        const own = { block: block.id, round };
        for (const turn of turnsOf(block, round))
          parts.push({ ...own, ...turn, is: 'work', seconds: workSeconds(block) });
        if (block.rest > 0) parts.push({ ...own, side: null, turn: null, is: 'rest', seconds: block.rest });
      }
    parts.push({ ...plain, block: last.id, is: 'next', seconds: TRANSITION });
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
export const clockAt = (parts: readonly Part[], events: readonly RunEvent[], now: number): ClockAt =>
  wound(parts, events, now).clock;
/** Seconds that each part lasted, by its index: one that the clock was sent on from lasted until then. */
export const spentIn = (parts: readonly Part[], events: readonly RunEvent[]): ReadonlyMap<number, Seconds> =>
  wound(parts, events, Infinity).spent;

function wound(
  parts: readonly Part[],
  events: readonly RunEvent[],
  now: number,
): { clock: ClockAt; spent: Map<number, Seconds> } {
  const spent = new Map<number, Seconds>();
  let [part, elapsed, going, started, ended, since] = [0, 0, false, false, false, 0];
  const added = new Map<number, Seconds>();
  /** In whole milliseconds, so that what is noted between changes nothing of the sum. */
  const length = (i: number): number => Math.round(1000 * ((parts[i]?.seconds ?? 0) + (added.get(i) ?? 0)));
  const last = parts.length - 1;
  const goOnTo = (at: number): void => {
    if (going) {
      elapsed += Math.max(0, at - since);
      while (part < last && elapsed >= length(part)) {
        spent.set(part, length(part) / 1000);
        elapsed -= length(part);
        part += 1;
      }
      if (part === last && elapsed >= length(last)) [elapsed, going, ended] = [length(last), false, true];
    }
    spent.set(part, Math.min(elapsed, length(part)) / 1000);
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
  const left = Math.max(0, length(part) - elapsed) / 1000;
  return { clock: { part, elapsed: elapsed / 1000, left, going, started, over: ended }, spent };
}

/** Seconds that a clock shows: those begun, and a twentieth of one is not yet another. */
export const secondsShown = ({ left }: Pick<ClockAt, 'left'>): number => Math.max(0, Math.ceil(left - 0.05));

/** The work that a tap now belongs to: the one under way, or the one just done; null before the first. */
export function workAt(
  parts: readonly Part[],
  clock: ClockAt,
): { where: Where; turn: Part['turn']; t: Seconds | null } | null {
  for (let i = clock.part; i >= 0; i -= 1) {
    const { is, block, round, side, turn } = parts[i]!;
    if (is === 'work') return { where: { block, round, side }, turn, t: i === clock.part ? clock.elapsed : null };
    // What comes before the lead-in was another move, and everybody has gone on.
    if (is === 'lead-in') return null;
  }
  return null;
}
