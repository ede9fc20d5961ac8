/** Who saw what: which routes touch somebody's health data, how, and the trail of it that owners read. */
import { z } from 'zod';
import { cursorSchema, idSchema } from './common.js';
import type { Route } from './route.js';

export const ACTS = ['read', 'changed', 'exported', 'deleted', 'signed-in', 'refused'] as const;
export type Act = (typeof ACTS)[number];
/** What a read was of: a person's record, pictures and clips of them, or a list of several people. */
export const READS = ['record', 'pictures', 'list'] as const;

/** Where the person stands that a route is about: by the first step of its address. Each is a table with a `person_id`, or people themselves. */
export const OWNERS = {
  people: 'people',
  looks: 'observations',
  media: 'media',
  clips: 'clips',
  prescriptions: 'prescriptions',
  programmes: 'programmes',
  links: 'programme_links',
  letters: 'letters',
} as const;
export type Owner = keyof typeof OWNERS;

/** What a route does with health data. */
export interface TrailMark {
  act: 'read' | 'changed' | 'exported' | 'deleted';
  /** What its `:id` is of; `many` where it is about several people; `answer` where the answer says whom it made. */
  of: Owner | 'many' | 'answer';
  /** Pictures and clips are told apart from the rest. */
  pictures: boolean;
}

/** Routes about several people, which their addresses do not say. */
const MANY = [
  /^\/people$/,
  /^\/floor$/,
  /^\/groups\/:id\/trends/,
  /^\/out\//,
  /^\/imports/,
  /^\/(clips|letters|programmes)$/,
  /^\/classes\/:id\/(plan|cards\.pdf)$/,
  /^\/runs\/:id/,
  /^\/classes\/:id\/runs$/,
  /^\/eye\/blind$/,
  /^\/trail(\/trail\.csv|\/years)?$/,
  /^\/backups(\/:name(\/content|\/restore)?)?$/,
  /^\/clock$/,
  /^\/retention/,
];
/** Asked with a body, and nothing is kept of it. */
const ONLY_ASKED = /\/(try|evaluate)$/;
/** Lets somebody go, with a body that says whom. */
const ERASES = /\/erase$/;
/** Files that a page shows, which are read and not taken away. */
const SHOWN = /^\/(media|clips)\/:id\/(content|thumbnail)$|^\/media\/:id$/;

/**
 * What a route does with somebody's health data, by its address and method; null for one that touches none. Who opens a link is
 * nobody of this studio and is told by the route itself.
 */
export function trailMark(route: Route): TrailMark | null {
  if (route.role === 'anyone') return null;
  const { path, method, answer } = route;
  const file = typeof answer === 'object' && 'file' in answer && !SHOWN.test(path);
  const act =
    method === 'GET'
      ? file || /^\/looks\/:id\/file$/.test(path)
        ? 'exported'
        : 'read'
      : method === 'DELETE' || ERASES.test(path)
        ? 'deleted'
        : ONLY_ASKED.test(path)
          ? 'read'
          : 'changed';
  const pictures = SHOWN.test(path);
  if (path === '/people' && method === 'POST') return { act: 'changed', of: 'answer', pictures };
  if (MANY.some((many) => many.test(path))) return { act, of: 'many', pictures };
  const first = /^\/(\w+)\/:id/.exec(path)?.[1];
  return first !== undefined && first in OWNERS ? { act, of: first as Owner, pictures } : null;
}

export const trailQuerySchema = z.object({
  person: idSchema.optional(),
  account: idSchema.optional(),
  act: z.enum(ACTS).optional(),
  before: cursorSchema.optional(),
  limit: z.coerce.number().int().min(1).max(500).default(100),
});
export type TrailQuery = z.infer<typeof trailQuerySchema>;
export const trailLineSchema = z.object({
  id: z.number().int(),
  at: z.string(),
  act: z.enum(ACTS),
  /** Of a read one of {@link READS}; else the route's name. */
  what: z.string(),
  /** Who it was, by the name of then; null for who opened a link. */
  account: z.object({ id: z.string(), name: z.string(), role: z.string() }).nullable(),
  /** Whose data; null for several people, and for somebody who was erased. */
  person: z.object({ id: idSchema, name: z.string() }).nullable(),
  /** It is about one person, who is not here any more. */
  erased: z.boolean(),
  device: z.string(),
});
export type TrailLine = z.infer<typeof trailLineSchema>;
export const trailPageSchema = z.object({ items: z.array(trailLineSchema), next: z.string().nullable() });
export const trailStateSchema = z.object({
  lines: z.number().int(),
  /** Instant of the oldest line; null where there is none. */
  since: z.string().nullable(),
  /** Whether each line follows from the one before it; the number of the first that does not. */
  brokenAt: z.number().int().nullable(),
  /** Years that a line is kept. */
  years: z.number().int(),
  /** Acts since the start of the program that could not be written down. */
  missed: z.number().int(),
});
export type TrailState = z.infer<typeof trailStateSchema>;
/** A line that is kept for at least a year can still answer who asked. */
export const trailYearsSchema = z.strictObject({ years: z.number().int().min(1).max(10) });
