/** The watched hold: clock, taps, undo; kept on the device at every change, and shared by the pages that show it. */
import { useEventListener, useIntervalFn } from '@vueuse/core';
import { computed, onScopeDispose, ref, shallowRef, watch } from 'vue';
import type { EndReason, Observation, ObservationEvent } from '../../../core/formats/observation.js';
import { analyseHold } from '../../../core/hold/hold.js';
import {
  elapsedOf,
  forgetHold,
  holdKey,
  keepHold,
  merged,
  storedHold,
  type KeptHold,
  type Tap,
} from '../../data/hold-keeper.js';
import { useHoldLock } from './hold-lock.js';
import { padStateOf, SLIP, tapCounts, type PadState } from './taps.js';

const rounded = (t: number): number => Math.round(t * 100) / 100;
/** The seconds on the clock are written this often beside the taps, ms. */
const WRITE_EVERY = 1000;
/** Ten minutes of a pad that speaks ten times a second: more is not kept with a hold. */
const MOST_SAMPLES = 6000;
/** Shorter than this nobody was away, s. */
const AWAY = 2;

/** Taps as they go into a record. */
export const recordOf = (taps: readonly Tap[]): ObservationEvent[] => taps.map(({ id: _id, ...event }) => event);

/** Second of the newest tap, rep or step; 0 where there is none. */
const lastOf = (hold: KeptHold): number =>
  [...hold.events, ...hold.segments, ...hold.reps].reduce((t, e) => Math.max(t, e.t), 0);

/** What a hold is begun with. */
export type HoldStart = Omit<
  KeptHold,
  | 'accountId'
  | 'startedAt'
  | 'elapsed'
  | 'writtenAt'
  | 'events'
  | 'segments'
  | 'reps'
  | 'resets'
  | 'rests'
  | 'pad'
  | 'away'
  | 'removed'
  | 'stoppedAt'
  | 'reason'
  | 'turn'
>;

type Timed = { id: string; t: number };
/** Entries as they go into a record: without what tells two pages' apart. */
const plainOf = <T extends Timed>(list: readonly T[]): Omit<T, 'id'>[] => list.map(({ id: _id, ...entry }) => entry);

/** What was done within the set, as a record holds it; a rest that still went on when the clock stopped ends there. */
export function partsOf(hold: KeptHold): Pick<Observation, 'segments' | 'reps' | 'resets' | 'rests' | 'targetReps'> {
  const end = hold.stoppedAt ?? Infinity;
  const rests = hold.rests
    .map(({ t, length }) => ({ t, length: Math.round(100 * (length ?? Math.max(0.1, end - t))) / 100 }))
    .filter((r) => r.t <= end && Number.isFinite(r.length));
  return {
    ...(hold.segments.length > 0 ? { segments: [{ t: 0, rung: hold.rung }, ...plainOf(hold.segments)] } : {}),
    ...(hold.targetReps === null ? {} : { reps: plainOf(hold.reps), targetReps: hold.targetReps }),
    ...(hold.resets.length > 0 ? { resets: hold.resets.length } : {}),
    ...(rests.length > 0 ? { rests } : {}),
  };
}

/** @param accountId whose hold it is: another account of this device neither sees nor continues it */
export function useHold(kept: KeptHold | null, accountId: string) {
  const hold = shallowRef<KeptHold | null>(kept);
  const lock = useHoldLock();
  /** This device cannot keep the hold; it stands on this page alone. */
  const unkept = ref(false);
  /** Another page of this device has kept the hold, or thrown it away. */
  const endedElsewhere = ref(false);
  // Seconds come from the monotonic clock: a device's clock that is set while a hold runs changes nothing.
  let base = { elapsed: kept ? elapsedOf(kept, Date.now()) : 0, at: performance.now() };
  const clock = (): number => base.elapsed + (performance.now() - base.at) / 1000;
  const now = ref(clock());
  const tick = useIntervalFn(() => (now.value = clock()), 100, { immediate: kept !== null });
  const beat = useIntervalFn(
    () => hold.value?.stoppedAt === null && lock.mine.value && write(hold.value),
    WRITE_EVERY,
    {
      immediate: kept !== null,
    },
  );
  function write(value: KeptHold): void {
    const stamped = { ...value, elapsed: clock(), writtenAt: Date.now() };
    unkept.value = !keepHold(stamped);
  }
  watch(hold, (value, before) => {
    if (value) write(value);
    else if (before && !endedElsewhere.value) forgetHold(accountId);
  });
  watch(
    () => hold.value?.id,
    (id) => (id ? void lock.ask(id) : lock.letGo()),
    { immediate: true },
  );
  // What another page of this device writes of the same hold is laid over what stands here.
  useEventListener(window, 'storage', (event: StorageEvent) => {
    if (event.key !== holdKey(accountId)) return;
    const there = storedHold(accountId);
    const here = hold.value;
    if (!here) return;
    if (there?.id !== here.id) {
      endedElsewhere.value = true;
      stopClock();
      hold.value = null;
      return;
    }
    if (!lock.mine.value) base = { elapsed: elapsedOf(there, Date.now()), at: performance.now() };
    const next = merged(here, there);
    if (JSON.stringify([next.events, next.turn]) !== JSON.stringify([here.events, here.turn])) hold.value = next;
  });
  const stopClock = (): void => {
    tick.pause();
    beat.pause();
  };
  onScopeDispose(stopClock);

  const elapsed = computed(() => (hold.value ? (hold.value.stoppedAt ?? Math.max(0, now.value)) : 0));
  const padState = (fault: string): PadState => padStateOf(hold.value?.events ?? [], fault);
  const pick = ({ segments, reps }: ReturnType<typeof partsOf>): Pick<Observation, 'segments' | 'reps'> => ({
    segments,
    reps,
  });
  /** Clean seconds so far, by the same rules as the stored hold. */
  const soFar = computed(
    () =>
      analyseHold({
        samples: [],
        events: recordOf(hold.value?.events ?? []),
        limits: [],
        ended: { t: elapsed.value, reason: 'coach' },
        ...(hold.value ? pick(partsOf(hold.value)) : {}),
      }).hold,
  );
  const change = (next: Partial<KeptHold>): void => {
    if (hold.value) hold.value = { ...hold.value, ...next };
  };
  /** Marks the time that the page was not looked at: what was not seen is not known. */
  function away(from: number): void {
    const value = hold.value;
    const to = clock();
    if (value?.stoppedAt === null && to - from >= AWAY) change({ away: [...value.away, [rounded(from), rounded(to)]] });
  }
  if (kept) away(kept.elapsed ?? 0);
  let hiddenAt: number | null = null;
  useEventListener(document, 'visibilitychange', () => {
    if (document.visibilityState === 'hidden') hiddenAt = clock();
    else if (hiddenAt !== null) {
      away(hiddenAt);
      hiddenAt = null;
    }
  });
  /** Changes what the clock does: of two pages' words the newer stands. */
  const turn = (next: Partial<Pick<KeptHold, 'stoppedAt' | 'reason' | 'personId'>>): void =>
    change({ ...next, turn: (hold.value?.turn ?? 0) + 1 });
  const tap = (fault: string, state: ObservationEvent['state']): void => {
    const value = hold.value;
    if (!value || value.stoppedAt !== null) return;
    if (!tapCounts(value.events, { fault, state, t: clock() })) return;
    change({ events: [...value.events, { id: crypto.randomUUID(), t: moment(value), fault, state }] });
  };
  /** The next moment of the clock that nothing stands at: times strictly ascend, so that an undo never meets two of one moment. */
  const moment = (value: KeptHold): number => {
    const last = [...value.events, ...value.segments, ...value.reps].reduce((t, e) => Math.max(t, e.t), -0.01);
    return Math.max(rounded(clock()), rounded(last + 0.01));
  };
  /** A rep is finished: clean, or broken with a fault. */
  function rep(fault?: string): void {
    const value = hold.value;
    if (!value || value.stoppedAt !== null) return;
    if (clock() - (value.reps.at(-1)?.t ?? -Infinity) < SLIP) return;
    const entry = {
      id: crypto.randomUUID(),
      t: moment(value),
      clean: fault === undefined,
      ...(fault ? { fault } : {}),
    };
    change({ reps: [...value.reps, entry], rests: restsEnded(value) });
  }
  /** The set goes on at an easier version without stopping; what was tapped belongs to the version before. */
  function stepDown(rung: string): void {
    const value = hold.value;
    if (!value || value.stoppedAt !== null) return;
    const open = [...new Set(value.events.map((e) => e.fault))].filter((fault) => padState(fault) !== 'off');
    let t = moment(value);
    const events = open.map((fault) => {
      const off = { id: crypto.randomUUID(), t, fault, state: 'off' as const };
      t = rounded(t + 0.01);
      return off;
    });
    change({
      events: [...value.events, ...events],
      segments: [...value.segments, { id: crypto.randomUUID(), t, rung }],
    });
  }
  const restsEnded = (value: KeptHold): KeptHold['rests'] =>
    value.rests.map((r) => (r.length === null ? { ...r, length: Math.max(0.1, rounded(clock() - r.t)) } : r));
  /** A rest within the set begins, or the one that goes on ends. */
  function rest(): void {
    const value = hold.value;
    if (!value || value.stoppedAt !== null) return;
    const resting = value.rests.some((r) => r.length === null);
    const t = rounded(clock());
    change({ rests: resting ? restsEnded(value) : [...value.rests, { id: crypto.randomUUID(), t, length: null }] });
  }
  /** The shape was lost and is set again: counted. */
  function reset(): void {
    const value = hold.value;
    if (value?.stoppedAt === null)
      change({ resets: [...value.resets, { id: crypto.randomUUID(), t: rounded(clock()) }] });
  }
  /** What a pad under the back said since it was last asked; what is still on its way when the clock stops belongs to it. */
  function press(samples: KeptHold['pad']): void {
    const value = hold.value;
    const own = value ? samples.filter(([t]) => t <= (value.stoppedAt ?? Infinity)) : [];
    if (value && own.length > 0) change({ pad: [...value.pad, ...own].slice(0, MOST_SAMPLES) });
  }
  /** The hold with every tap of every page, for its record. */
  function whole(): KeptHold {
    const here = hold.value!;
    const there = storedHold(accountId);
    return there?.id === here.id ? merged(here, there) : here;
  }
  return {
    hold,
    whole,
    elapsed,
    soFar,
    padState,
    tap,
    rep,
    stepDown,
    rest,
    reset,
    press,
    unkept,
    endedElsewhere,
    mine: lock.mine,
    takeOver: lock.takeOver,
    start(begin: HoldStart): void {
      base = { elapsed: 0, at: performance.now() };
      now.value = 0;
      endedElsewhere.value = false;
      hold.value = {
        ...begin,
        accountId,
        startedAt: Date.now(),
        events: [],
        segments: [],
        reps: [],
        resets: [],
        rests: [],
        pad: [],
        away: [],
        removed: [],
        stoppedAt: null,
        reason: null,
        turn: 0,
      };
      tick.resume();
      beat.resume();
    },
    /** Takes back the newest tap, rep, step or reset; a step takes the taps back that it closed. */
    undo(): void {
      const value = hold.value;
      if (!value) return;
      const all = [...value.events, ...value.segments, ...value.reps, ...value.resets].sort((a, b) => a.t - b.t);
      const last = all.at(-1);
      if (!last) return;
      const step = value.segments.includes(last as (typeof value.segments)[number]);
      const closed = step ? value.events.filter((e) => e.state === 'off' && last.t - e.t < 0.1) : [];
      const gone = new Set([last, ...closed].map((e) => e.id));
      const left = <T extends Timed>(list: T[]): T[] => list.filter((e) => !gone.has(e.id));
      change({
        events: left(value.events),
        segments: left(value.segments),
        reps: left(value.reps),
        resets: left(value.resets),
        removed: [...value.removed, ...gone],
      });
    },
    /** The hold ended at another second than the clock was stopped: not before the last tap. */
    endedAt(seconds: number): void {
      const value = hold.value;
      if (value?.stoppedAt != null)
        turn({ stoppedAt: Math.max(rounded(seconds), lastOf(value)), reason: value.reason });
    },
    /** Stops the clock now, never before the last tap; the reason is asked afterwards so that asking costs no seconds. */
    stop(reason: EndReason | null = null): void {
      if (hold.value?.stoppedAt !== null) return;
      turn({ stoppedAt: Math.max(rounded(clock()), lastOf(hold.value)), reason });
    },
    resume(): void {
      turn({ stoppedAt: null, reason: null });
      now.value = clock();
    },
    /** Says whose the hold is that was begun with nobody named. */
    belongsTo(personId: string): void {
      if (hold.value) turn({ personId });
    },
    because(reason: EndReason): void {
      if (hold.value) turn({ stoppedAt: hold.value.stoppedAt, reason });
    },
    /** The hold is kept as a look: nothing on this device goes on with it. What is on the page stays until it is cleared. */
    kept(): void {
      stopClock();
      forgetHold(accountId);
    },
    clear(): void {
      hold.value = null;
      stopClock();
    },
  };
}
