/** What every resource shares: ids, dates, the error format. */
import { z } from 'zod';

export const idSchema = z.uuid({ error: 'is not an id' }).toLowerCase();
export const daySchema = z.iso.date({ error: 'must be a date like 2026-05-31' });
export const instantSchema = z.iso.datetime({ error: 'must be a time like 2026-05-31T08:00:00Z' });
export const idParams = z.object({ id: idSchema });
/** Text that a person typed: one spelling of each character, trimmed, and bounded. */
export const words = (max: number) => z.string().normalize('NFC').trim().max(max, `is longer than ${max} characters`);

/** Control, format (zero-width, direction) and line-breaking characters: two names that look alike must be alike. */
const UNSEEN = /[\p{Cc}\p{Cf}\p{Zl}\p{Zp}]/u;
/** A name, an e-mail address or a title: one line of characters that can be seen. */
export const seen = <T extends z.ZodString>(text: T) =>
  text.refine((value) => !UNSEEN.test(value), {
    error: 'has a character in it that cannot be seen (a line break, or one that changes the direction of writing)',
  });
export const nameSchema = (max: number) =>
  seen(z.string()).normalize('NFC').trim().min(1, 'is missing').max(max, `is longer than ${max} characters`);

/** Where a page of a list ends: the value it is ordered by and the id, so that equal values lose nobody. */
export const cursorSchema = z
  .string()
  .max(200)
  .regex(/^[^~]*~[0-9a-f-]{36}$/, 'is no place in this list')
  .transform((text) => {
    const [value, id] = text.split('~') as [string, string];
    return { value, id };
  });
export const cursorOf = (value: string, id: string): string => `${value}~${id}`;

/** RFC 9457 problem details with the request's id and, for bad input, a line per field. */
export const problemSchema = z.object({
  type: z.string(),
  title: z.string(),
  status: z.number(),
  detail: z.string().optional(),
  requestId: z.string(),
  problems: z.array(z.object({ path: z.string(), message: z.string() })).optional(),
  /** Of something that somebody else changed meanwhile: what stands now, as the route answers it; null where it is gone. */
  current: z.unknown().optional(),
});
export type ProblemBody = z.infer<typeof problemSchema>;

export const ROLES = ['owner', 'coach', 'assistant'] as const;
export type Role = (typeof ROLES)[number];

/** What a record that two people may change says of its changes. */
export const signedSchema = z.object({
  /** Counts its changes. Old copies on a device have none. */
  version: z.number().int().min(0).optional(),
  /** Who changed it last, and when; null where that is not known. */
  changedBy: z.string().nullable().optional(),
  changedAt: z.string().nullable().optional(),
});
export type Signed = z.infer<typeof signedSchema>;

/** Header that carries the session's token on every request that changes something. */
export const CSRF_HEADER = 'x-anchor-token';
