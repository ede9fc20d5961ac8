/** What this device keeps of a class that runs, and sends when its page is closed and the server is there again. */
import { z } from 'zod';
import { runSchema } from '../../api/runs.js';
import { runEventSchema, type RunEvent } from '../../core/formats/run.js';
import { call } from './call.js';
import { draftsOf, putDraft } from './draft-store.js';

export const keptRunSchema = z.object({
  run: runSchema,
  events: z.array(runEventSchema),
  unsent: z.array(z.string()),
  /** What this device noted itself, for taking it back. */
  own: z.array(z.string()),
  since: z.number(),
  /** What the server's clock is ahead of this device's, ms; null until it was asked. */
  ahead: z.number().nullable(),
});
export type KeptRun = z.infer<typeof keptRunSchema>;

const PREFIX = 'run/';
export const runDraft = (id: string): string => `${PREFIX}${id}`;
/** Events that are sent at once. */
export const AT_ONCE = 300;

/** Events that are known, and those that are new, each once. */
export function merged(known: readonly RunEvent[], found: readonly RunEvent[]): RunEvent[] {
  const ids = new Set(known.map((e) => e.id));
  return [...known, ...found.filter((e) => !ids.has(e.id))];
}

/**
 * Sends what classes noted here and the server does not have yet. What is sent stays here no longer.
 * @throws as {@link call} where the server cannot be asked; nothing is lost
 */
export async function sendRuns(account: string): Promise<void> {
  for (const draft of await draftsOf(account)) {
    const of = draft.id.slice(account.length + 1);
    const found = of.startsWith(PREFIX) ? keptRunSchema.safeParse(draft.value) : null;
    if (!found?.success || found.data.unsent.length === 0) continue;
    const kept = found.data;
    while (kept.unsent.length > 0) {
      const ids = new Set(kept.unsent.slice(0, AT_ONCE));
      const answer = await call('runs.note', {
        params: { id: kept.run.id },
        body: { events: kept.events.filter((e) => ids.has(e.id)), since: kept.since },
      });
      kept.unsent = kept.unsent.filter((one) => !ids.has(one));
      [kept.since, kept.events] = [answer.next, merged(kept.events, answer.events)];
    }
    await putDraft(account, of, null, null);
  }
}
