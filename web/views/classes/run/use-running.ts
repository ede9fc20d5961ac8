/** A class that runs on this device: written here at every event, sent when the server is there, and told what other devices note. */
import { useEventListener, useIntervalFn } from '@vueuse/core';
import { computed, onScopeDispose, ref, shallowRef, watch, type ComputedRef, type Ref, type ShallowRef } from 'vue';
import { z } from 'zod';
import type { Run } from '../../../../api/runs.js';
import { runPlanOf, stateOf, type RunState } from '../../../../core/class/run.js';
import { clockAt, timelineOf, workAt, type ClockAt, type Part } from '../../../../core/class/timeline.js';
import { runEventSchema, type RunEvent, type RunSaid } from '../../../../core/formats/run.js';
import { call, OfflineError, wordsOf } from '../../../data/call.js';
import { putDraft, readDraft } from '../../../data/draft-store.js';
import { AT_ONCE, keptRunSchema, merged, runDraft, type KeptRun } from '../../../data/run-keeper.js';
import { joinRun } from '../../../data/runs.js';
import { useSession } from '../../../data/session.js';

/** Asked again after a failure, and besides the stream, ms. */
const AGAIN_MS = 3000;
/** A device's clock that is off by less is taken as it is: the way to the server is no better known, ms. */
const OFF_MS = 2000;

/**
 * Events that the device's store does not have yet: written at once, so that a page that goes in the same moment loses none, and let go
 * when the store has them.
 */
function journalOf(name: string) {
  const key = `anchor.run.${name}`;
  const schema = z.array(runEventSchema);
  let held: RunEvent[] = [];
  const put = (): void => {
    try {
      if (held.length === 0) localStorage.removeItem(key);
      else localStorage.setItem(key, JSON.stringify(held));
    } catch {
      // The store is written besides.
    }
  };
  return {
    add(event: RunEvent): void {
      held = [...held, event];
      put();
    },
    written(events: readonly RunEvent[]): void {
      held = held.filter((e) => !events.some((w) => w.id === e.id));
      put();
    },
    left(): RunEvent[] {
      try {
        held = schema.catch([]).parse(JSON.parse(localStorage.getItem(key) ?? '[]'));
      } catch {
        held = [];
      }
      return held;
    },
  };
}

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

export function useRunning(id: string): Running {
  const account = useSession().account?.id ?? '';
  const run = shallowRef<Run | null>(null);
  const events = shallowRef<RunEvent[]>([]);
  const unsent = shallowRef<string[]>([]);
  const own = shallowRef<string[]>([]);
  const journal = journalOf(`${account} ${id}`);
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
    if (!run.value) return;
    const value: KeptRun = { run: run.value, events: events.value, unsent: unsent.value, own: own.value, since, ahead };
    writing = writing
      .then(() => putDraft(account, runDraft(id), JSON.parse(JSON.stringify(value)), null))
      .then(() => journal.written(value.events))
      .catch(() => void (error.value = 'This device cannot keep the notes; they are sent as they are made.'));
  }
  function learn(found: readonly RunEvent[]): void {
    const all = merged(events.value, found);
    if (all.length > events.value.length) events.value = all;
  }

  let sending: Promise<void> | null = null;
  async function send(): Promise<void> {
    do {
      const ids = new Set(unsent.value.slice(0, AT_ONCE));
      const from = Date.now();
      const answer = await call('runs.note', {
        params: { id },
        body: { events: events.value.filter((e) => ids.has(e.id)), since },
      });
      const off = answer.now - (from + Date.now()) / 2;
      ahead ??= Math.abs(off) > OFF_MS ? Math.round(off) : 0;
      unsent.value = unsent.value.filter((one) => !ids.has(one));
      since = answer.next;
      learn(answer.events);
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
    const draft = await readDraft(account, runDraft(id)).catch(() => null);
    const parsed = keptRunSchema.safeParse(draft?.value);
    if (parsed.success && !run.value) {
      [run.value, events.value] = [parsed.data.run, parsed.data.events];
      [unsent.value, own.value] = [parsed.data.unsent, parsed.data.own];
      [since, ahead] = [parsed.data.since, parsed.data.ahead];
      // What was noted in the last moment before the page went.
      const last = journal.left().filter((e) => !events.value.some((known) => known.id === e.id));
      events.value = [...events.value, ...last];
      unsent.value = [...unsent.value, ...last.map((e) => e.id)];
      own.value = [...own.value, ...last.flatMap((e) => (e.is === 'undo' ? [] : [e.id]))];
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
    const over = clock.value.over || !clock.value.started;
    stopped = true;
    // A class that is over and wholly with the server leaves nothing here.
    void (sending ?? Promise.resolve())
      .catch(() => undefined)
      .then(() => writing)
      .then(() => (over && unsent.value.length === 0 ? putDraft(account, runDraft(id), null, null) : undefined))
      .catch(() => undefined);
  });
  void load();

  function say(event: RunSaid): string {
    latest = Math.max(now(), latest + 1);
    const made = { ...event, id: crypto.randomUUID(), at: latest };
    events.value = [...events.value, made];
    unsent.value = [...unsent.value, made.id];
    journal.add(made);
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
