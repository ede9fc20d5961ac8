/** The running hold, written to this device at every tap, so that a reload or a dead battery loses nothing. */
import { z } from 'zod';
import { METHOD_IDS } from '../../../core/formats/catalog.js';
import { VIEWS } from '../../../core/landmarks.js';
import { END_REASONS, eventSchema } from '../../../core/formats/observation.js';

const KEY = 'anchor.hold';

const holdSchema = z.object({
  id: z.string(),
  personId: z.string(),
  relookOf: z.string().nullable(),
  position: z.string(),
  rung: z.string(),
  method: z.enum([...METHOD_IDS, '']),
  target: z.number(),
  elbowAhead: z.number().nullable(),
  view: z.enum(VIEWS).default('side'),
  side: z.enum(['left', 'right']).nullable().default(null),
  /** epoch ms */
  startedAt: z.number(),
  events: z.array(eventSchema),
  /** Seconds at which the clock was stopped; the reason follows. */
  stoppedAt: z.number().nullable(),
  reason: z.enum(END_REASONS).nullable(),
});
export type KeptHold = z.infer<typeof holdSchema>;

export function storedHold(): KeptHold | null {
  try {
    const text = localStorage.getItem(KEY);
    const result = text ? holdSchema.safeParse(JSON.parse(text)) : null;
    return result?.success ? result.data : null;
  } catch {
    return null;
  }
}
export const keepHold = (hold: KeptHold): void => localStorage.setItem(KEY, JSON.stringify(hold));
export const forgetHold = (): void => localStorage.removeItem(KEY);
