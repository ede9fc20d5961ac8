/** What this device keeps of a class that runs, and sends when its page is closed and the server is there again. */
import { z } from 'zod';
import { runSchema, type Notes } from '../../api/runs.js';
import { clockAt, standing, timelineOf } from '../../core/class/timeline.js';
import { runEventSchema, type RunEvent } from '../../core/formats/run.js';
import { call } from './call.js';
import { changeDraft, draftsOf, readDraft } from './draft-store.js';

const keptRunSchema = z.object({
  run: runSchema,
  events: z.array(runEventSchema),
  unsent: z.array(z.string()),
  /** What this device noted itself, for taking it back. */
  own: z.array(z.string()),
  /** Arrival of the last event that the server told. */
  since: z.number(),
  /** What the server's clock is ahead of this device's, ms; null until it was asked. */
  ahead: z.number().nullable(),
});
export type KeptRun = z.infer<typeof keptRunSchema>;
const parsed = (value: unknown): KeptRun | null => keptRunSchema.safeParse(value).data ?? null;

const PREFIX = 'run/';
const draftOf = (id: string): string => `${PREFIX}${id}`;
/** Events that are sent at once. */
export const AT_ONCE = 300;

/** Events that are known, and those that are new, each once. */
export function merged(known: readonly RunEvent[], found: readonly RunEvent[]): RunEvent[] {
  const ids = new Set(known.map((e) => e.id));
  return [...known, ...found.filter((e) => !ids.has(e.id))];
}

/**
 * Events that the device's store does not have yet: written at once, so that a page that goes in the same moment loses none, and let go
 * when the store has them. Where the page's small store is full they are only in the other.
 */
const journal = {
  key: (account: string, id: string): string => `anchor.run.${account} ${id}`,
  read(key: string): RunEvent[] {
    try {
      return z.array(runEventSchema).safeParse(JSON.parse(localStorage.getItem(key) ?? '[]')).data ?? [];
    } catch {
      return [];
    }
  },
  write(key: string, events: readonly RunEvent[]): void {
    try {
      if (events.length === 0) localStorage.removeItem(key);
      else localStorage.setItem(key, JSON.stringify(events));
    } catch {
      // The store is written besides.
    }
  },
};
/** Writes an event where it is at once. */
export function jot(account: string, id: string, event: RunEvent): void {
  const key = journal.key(account, id);
  journal.write(key, [...journal.read(key), event]);
}

function withJournal(account: string, kept: KeptRun): KeptRun {
  const ids = new Set(kept.events.map((e) => e.id));
  const last = journal.read(journal.key(account, kept.run.id)).filter((e) => !ids.has(e.id));
  return {
    ...kept,
    events: [...kept.events, ...last],
    unsent: [...kept.unsent, ...last.map((e) => e.id)],
    own: [...kept.own, ...last.flatMap((e) => (e.is === 'undo' ? [] : [e.id]))],
  };
}
/** What lies here of a class; null where nothing does, or the device's store is shut. */
export async function storedRun(account: string, id: string): Promise<KeptRun | null> {
  const kept = parsed((await readDraft(account, draftOf(id)).catch(() => null))?.value);
  return kept && withJournal(account, kept);
}
/**
 * Writes what a page knows over what lies here: what another page of this device noted and has not sent stays.
 * @param sent ids of events that the server has
 * @throws where the device cannot keep it
 */
export async function storeRun(account: string, kept: KeptRun, sent: ReadonlySet<string>): Promise<void> {
  const { id } = kept.run;
  const plain = JSON.parse(JSON.stringify(kept)) as KeptRun;
  await changeDraft(account, draftOf(id), (value) => {
    const before = parsed(value);
    if (!before) return plain;
    const unsent = [...new Set([...plain.unsent, ...before.unsent])].filter((one) => !sent.has(one));
    return { ...plain, unsent, events: merged(plain.events, before.events) };
  });
  const key = journal.key(account, id);
  journal.write(
    key,
    journal.read(key).filter((e) => !kept.events.some((k) => k.id === e.id)),
  );
}
const isOver = ({ run, events }: KeptRun): boolean => {
  const { over, started } = clockAt(timelineOf(run.blocks), standing(events), Date.now());
  return over || !started;
};
/** A class that is over and wholly with the server leaves nothing here. @throws where the device's store is shut */
export const forgetRun = (account: string, id: string): Promise<void> =>
  changeDraft(account, draftOf(id), (value) => {
    const kept = parsed(value);
    return kept && kept.unsent.length === 0 && isOver(kept) ? null : value;
  });

/**
 * Sends as many unsent events as go at once, and learns what others noted.
 * @returns the ids that the server has now, and its answer
 * @throws as {@link call}
 */
export async function sendSome(
  id: string,
  { events, unsent, since }: Pick<KeptRun, 'events' | 'unsent' | 'since'>,
): Promise<{ sent: string[]; answer: Notes }> {
  const some = new Set(unsent.slice(0, AT_ONCE));
  const answer = await call('runs.note', {
    params: { id },
    body: { events: events.filter((e) => some.has(e.id)), since },
  });
  return { sent: [...some, ...answer.events.map((e) => e.id)], answer };
}
/**
 * Sends what classes noted here and the server does not have yet. A class that is over then lies here no longer.
 * @throws as {@link call} where the server cannot be asked; nothing is lost
 */
export async function sendRuns(account: string): Promise<void> {
  for (const draft of await draftsOf(account)) {
    const id = draft.id.slice(account.length + 1 + PREFIX.length);
    const stored = draft.id.startsWith(`${account} ${PREFIX}`) && parsed(draft.value);
    if (!stored) continue;
    let kept = withJournal(account, stored);
    if (kept.unsent.length === 0) continue;
    const all = new Set<string>();
    while (kept.unsent.length > 0) {
      const { sent, answer } = await sendSome(id, kept);
      sent.forEach((one) => all.add(one));
      const unsent = kept.unsent.filter((one) => !all.has(one));
      kept = { ...kept, unsent, since: answer.next, events: merged(kept.events, answer.events) };
    }
    await storeRun(account, kept, all);
    await forgetRun(account, id);
  }
}
