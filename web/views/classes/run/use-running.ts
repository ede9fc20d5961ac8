/** A class that runs on this device: written here at every event, sent when the server is there, and told what other devices note. */
import { useEventListener, useIntervalFn } from '@vueuse/core';
import { computed, onScopeDispose, ref, shallowRef, watch, type ComputedRef, type Ref, type ShallowRef } from 'vue';
import type { Run } from '../../../../api/runs.js';
import { runPlanOf, stateOf, type RunState } from '../../../../core/class/run.js';
import { clockAt, timelineOf, workAt, type ClockAt, type Part } from '../../../../core/class/timeline.js';
import type { RunEvent, RunSaid } from '../../../../core/formats/run.js';
import { call, OfflineError, wordsOf } from '../../../data/call.js';
import { forgetRun, jot, merged, sendSome, storedRun, storeRun } from '../../../data/run-keeper.js';
import { joinRun } from '../../../data/runs.js';
import { useSession } from '../../../data/session.js';
import { useRunning as wording } from '../../../../words/pages/run.js';

/** Asked again after a failure, and besides the stream, ms. */
const AGAIN_MS = 3000;
/** A device's clock that is off by less is taken as it is: the way to the server is no better known, ms. */
const OFF_MS = 2000;

export interface Running {
  run: ShallowRef<Run | null>;
  parts: ComputedRef<Part[]>;
  state: ComputedRef<RunState | null>;
  clock: ComputedRef<ClockAt>;
  /** What a tap now belongs to. */
  work: ComputedRef<ReturnType<typeof workAt>>;
  /** Notes an event and returns its id. */
  say: (event: RunSaid) => string;
  /** Takes back what this device noted last. */
  undo: () => void;
  canUndo: ComputedRef<boolean>;
  /** Events that the server does not have yet. */
  waiting: ComputedRef<number>;
  reached: Ref<boolean>;
  error: Ref<string | null>;
  /** The run cannot be shown: it is not here, and the server does not answer or does not know it. */
  missing: Ref<string | null>;
  join: (member: string) => Promise<void>;
  load: () => Promise<void>;
  /** All that is noted is with the server. @throws where it cannot be reached */
  settle: () => Promise<void>;
}

/** @param watches only shows what others note: nothing is said, and nothing is kept on this device */
export function useRunning(id: string, { watches = false } = {}): Running {
  const account = useSession().account?.id ?? '';
  const run = shallowRef<Run | null>(null);
  const events = shallowRef<RunEvent[]>([]);
  /** Events that the server has. */
  const sent = shallowRef<ReadonlySet<string>>(new Set());
  const unsent = computed(() => events.value.flatMap((e) => (sent.value.has(e.id) ? [] : [e.id])));
  const own = shallowRef<string[]>([]);
  const [reached, error, missing] = [ref(true), ref<string | null>(null), ref<string | null>(null)];
  const tick = ref(Date.now());
  let [since, ahead, stopped] = [0, null as number | null, false];

  /** The instant of what this device noted last: what comes after it is later, however quick the hand. */
  let latest = 0;
  const now = (): number => Math.max(Math.round(Date.now() + (ahead ?? 0)), latest);
  const parts = computed(() => timelineOf(run.value?.blocks ?? []));
  const state = computed(() => (run.value ? stateOf(runPlanOf(run.value), events.value) : null));
  const clock = computed(() => {
    void tick.value;
    return clockAt(parts.value, state.value?.events ?? [], now());
  });

  // One write after another: the last word stands.
  let writing = Promise.resolve();
  function write(): void {
    if (!run.value || watches) return;
    const kept = { run: run.value, events: events.value, unsent: unsent.value, own: own.value, since, ahead };
    const has = sent.value;
    writing = writing
      .then(() => storeRun(account, kept, has))
      .catch(() => void (error.value = wording.thisDeviceCannotKeep));
  }
  let sending: Promise<void> | null = null;
  async function send(): Promise<void> {
    do {
      const from = Date.now();
      const { sent: these, answer } = await sendSome(id, { events: events.value, unsent: unsent.value, since });
      const off = answer.now - (from + Date.now()) / 2;
      ahead ??= Math.abs(off) > OFF_MS ? Math.round(off) : 0;
      since = answer.next;
      sent.value = new Set([...sent.value, ...these]);
      const all = merged(events.value, answer.events);
      if (all.length > events.value.length) events.value = all;
      write();
    } while (unsent.value.length > 0 && !stopped);
  }
  /** Sends what waits, and learns what others noted. @throws as {@link call} */
  const settle = (): Promise<void> => {
    sending ??= send().finally(() => (sending = null));
    return sending;
  };
  async function sync(): Promise<void> {
    if (!run.value || stopped) return;
    try {
      await settle();
      [reached.value, error.value] = [true, null];
    } catch (problem) {
      reached.value = !(problem instanceof OfflineError);
      if (reached.value) error.value = wordsOf(problem);
    }
  }

  async function load(): Promise<void> {
    missing.value = null;
    const stored = run.value ? null : await storedRun(account, id);
    if (stored && !run.value) {
      const waiting = new Set(stored.unsent);
      [run.value, events.value, own.value] = [stored.run, stored.events, stored.own];
      sent.value = new Set(stored.events.flatMap((e) => (waiting.has(e.id) ? [] : [e.id])));
      [since, ahead] = [stored.since, stored.ahead];
    }
    write();
    try {
      run.value = await call('runs.get', { params: { id } });
      reached.value = true;
    } catch (problem) {
      if (!run.value) missing.value = wordsOf(problem);
      reached.value = !(problem instanceof OfflineError);
    }
    await sync();
  }

  // The page hears at once that there is something new; where it cannot, it asks every few seconds.
  let stream: EventSource | null = null;
  function listen(): void {
    stream?.close();
    if (stopped || typeof EventSource === 'undefined') return;
    stream = new EventSource(`/api/runs/${id}/stream`);
    stream.addEventListener('noted', () => void sync());
    stream.addEventListener('joined', () => void load());
  }
  useIntervalFn(() => {
    if (stream?.readyState === EventSource.CLOSED) listen();
    if (!reached.value || unsent.value.length > 0 || stream?.readyState !== EventSource.OPEN) void sync();
  }, AGAIN_MS);
  useEventListener(window, 'online', () => void sync());
  useEventListener(document, 'visibilitychange', () => document.visibilityState === 'visible' && void sync());

  const ticker = new Worker(new URL('./ticker.ts', import.meta.url), { type: 'module' });
  ticker.onmessage = () => (tick.value = Date.now());
  watch(run, (found, before) => found && !before && listen());
  onScopeDispose(() => {
    ticker.terminate();
    stream?.close();
    stopped = true;
    if (watches) return;
    void (sending ?? Promise.resolve())
      .catch(() => undefined)
      .then(() => writing)
      .then(() => forgetRun(account, id))
      .catch(() => undefined);
  });
  void load();

  function say(event: RunSaid): string {
    latest = Math.max(now(), latest + 1);
    const made = { ...event, id: crypto.randomUUID(), at: latest };
    events.value = [...events.value, made];
    jot(account, id, made);
    if (event.is !== 'undo') own.value = [...own.value, made.id];
    tick.value = Date.now();
    write();
    void sync();
    return made.id;
  }
  return {
    run,
    parts,
    state,
    clock,
    work: computed(() => (clock.value.started ? workAt(parts.value, clock.value) : null)),
    say,
    undo() {
      const last = own.value.at(-1);
      if (last === undefined) return;
      own.value = own.value.slice(0, -1);
      say({ is: 'undo', of: last });
    },
    canUndo: computed(() => own.value.length > 0),
    waiting: computed(() => unsent.value.length),
    reached,
    error,
    missing,
    async join(member) {
      run.value = await joinRun(id, member);
      write();
    },
    load,
    settle,
  };
}
