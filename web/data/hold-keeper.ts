/** The running hold of an account, written to this device at every tap, so that a reload or a dead battery loses nothing. */
import { shallowRef } from 'vue';
import { z } from 'zod';
import { METHOD_IDS } from '../../core/formats/catalog.js';
import { VIEWS } from '../../core/landmarks.js';
import { END_REASONS, eventSchema, repSchema, segmentSchema, setupSchema } from '../../core/formats/observation.js';

/** An earlier version's, which says nobody's name. */
const NOBODYS = 'anchor.hold';
export const holdKey = (accountId: string): string => `${NOBODYS}.${accountId}`;

const tapSchema = eventSchema.extend({ id: z.string().default(() => crypto.randomUUID()) });
/** A tap has an id, so that those of two pages are told apart and counted once. */
export type Tap = z.infer<typeof tapSchema>;

const withId = { id: z.string() };
const heldSchema = z.object({
  id: z.string(),
  accountId: z.string().default(''),
  /** '' while nobody was named: it is said before the hold is kept. */
  personId: z.string(),
  relookOf: z.string().nullable(),
  position: z.string(),
  rung: z.string(),
  method: z.enum([...METHOD_IDS, '']),
  target: z.number(),
  /** What was declared of the set-up. */
  knobs: setupSchema.default({}),
  /** Reps instead of seconds; null where the version is timed. */
  targetReps: z.number().int().positive().nullable().default(null),
  /** The easier version that the set may go on at; null where none was planned. */
  rest: z.object({ rung: z.string(), seconds: z.number() }).nullable().default(null),
  view: z.enum(VIEWS).default('side'),
  side: z.enum(['left', 'right']).nullable().default(null),
  /** epoch ms by the device's clock at the start: when it was, not how long. */
  startedAt: z.number(),
  /** Seconds on the clock when it was last written, and epoch ms then: only a reload asks for the difference. */
  elapsed: z.number().min(0).optional(),
  writtenAt: z.number().optional(),
  events: z.array(tapSchema),
  /** Where the set went on at another version, finished reps, and times that the shape was lost and set again. */
  segments: z.array(segmentSchema.extend(withId)).default([]),
  reps: z.array(repSchema.extend(withId)).default([]),
  resets: z.array(z.object({ ...withId, t: z.number() })).default([]),
  /** Short rests within the set; one that still goes on has no length. */
  rests: z.array(z.object({ ...withId, t: z.number(), length: z.number().nullable() })).default([]),
  /** Pressure under the low back, where a pad is used: seconds and 0–100. */
  pad: z.array(z.tuple([z.number(), z.number()])).default([]),
  /** Seconds from and to which the page was hidden or gone. */
  away: z.array(z.tuple([z.number(), z.number()])).default([]),
  /** Taps that were taken back. */
  removed: z.array(z.string()).default([]),
  /** Seconds at which the clock was stopped; the reason follows. */
  stoppedAt: z.number().nullable(),
  reason: z.enum(END_REASONS).nullable(),
  /** Grows when the clock is stopped or goes on: of two pages’ words the newer stands. */
  turn: z.number().default(0),
});
/** What an earlier version kept named one setting only. */
const holdSchema = z.preprocess((value) => {
  if (typeof value !== 'object' || value === null || !('elbowAhead' in value)) return value;
  const { elbowAhead, ...rest } = value;
  return typeof elbowAhead === 'number' ? { knobs: { elbowAhead }, ...rest } : rest;
}, heldSchema);
export type KeptHold = z.infer<typeof heldSchema>;

/** The hold under way of whoever is signed in here, for what shows it on every page. */
export const holdHere = shallowRef<KeptHold | null>(null);

function read(key: string): KeptHold | null {
  try {
    const text = localStorage.getItem(key);
    const result = text ? holdSchema.safeParse(JSON.parse(text)) : null;
    return result?.success ? result.data : null;
  } catch {
    return null;
  }
}

/** The hold that an account has under way on this device. One that an earlier version kept for nobody is whoever's signs in. */
export function storedHold(accountId: string): KeptHold | null {
  const found = ownHold(accountId);
  holdHere.value = found;
  return found;
}
function ownHold(accountId: string): KeptHold | null {
  const own = read(holdKey(accountId));
  if (own) return own.accountId === accountId ? own : null;
  const nobodys = read(NOBODYS);
  if (!nobodys) return null;
  const adopted = { ...nobodys, accountId };
  if (keepHold(adopted)) localStorage.removeItem(NOBODYS);
  return adopted;
}

/** Two pages' words of one hold: all taps, reps and steps of both, once, without those that either took back; clock and end by the newer word. */
export function merged(a: KeptHold, b: KeptHold): KeptHold {
  const removed = [...new Set([...a.removed, ...b.removed])];
  const both = <T extends { id: string; t: number }>(there: readonly T[], here: readonly T[]): T[] =>
    [...new Map([...there, ...here].map((entry) => [entry.id, entry])).values()]
      .filter((entry) => !removed.includes(entry.id))
      .sort((x, y) => x.t - y.t || (x.id < y.id ? -1 : 1));
  const newer = b.turn > a.turn ? b : a;
  return {
    ...newer,
    removed,
    events: both(b.events, a.events),
    segments: both(b.segments, a.segments),
    reps: both(b.reps, a.reps),
    resets: both(b.resets, a.resets),
    rests: both(b.rests, a.rests),
    // One page has the pad.
    pad: a.pad.length >= b.pad.length ? a.pad : b.pad,
  };
}

/** Writes a hold with what another page of this device has written of it. @returns false where the device cannot keep it */
export function keepHold(hold: KeptHold): boolean {
  try {
    const there = read(holdKey(hold.accountId));
    const whole = there?.id === hold.id ? merged(hold, there) : hold;
    localStorage.setItem(holdKey(hold.accountId), JSON.stringify(whole));
    holdHere.value = whole;
    return true;
  } catch {
    return false;
  }
}
export function forgetHold(accountId: string): void {
  holdHere.value = null;
  try {
    localStorage.removeItem(holdKey(accountId));
  } catch {
    // A store that is shut holds nothing either.
  }
}

/** A device that was away longer than this cannot say how long a hold was, s. */
const LONGEST_AWAY = 12 * 3600;
/**
 * Seconds on the clock of a hold that is taken up again.
 * @param now epoch ms; a clock that was set back since adds nothing
 */
export const elapsedOf = (hold: KeptHold, now: number): number => {
  const [elapsed, at] = [hold.elapsed ?? 0, hold.writtenAt ?? hold.startedAt];
  return elapsed + Math.min(LONGEST_AWAY, Math.max(0, (now - at) / 1000));
};
