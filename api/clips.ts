/** Clips that the studio keeps: of a look, or waiting in the inbox for one. */
import { z } from 'zod';
import { idSchema, nameSchema, words } from './common.js';

/** Most bytes of one clip, and of all clips of a studio unless it is set up otherwise. */
export const CLIP_BYTES = 200 * 1024 * 1024;
export const CLIPS_BYTES = 20 * 1024 ** 3;
export const CLIP_TYPES = ['video/mp4', 'video/webm', 'video/quicktime'] as const;
export type ClipType = (typeof CLIP_TYPES)[number];
/** A picture waits for its look like a clip; what is kept of the look is a picture of its own. */
export const STILL = 'image/jpeg';
const KEPT_TYPES = [...CLIP_TYPES, STILL] as const;
export type KeptType = (typeof KEPT_TYPES)[number];
export const keptTypeSchema = z.enum(KEPT_TYPES);

export const clipInputSchema = z.strictObject({
  /** Made by the device, so that a clip sent twice is kept once. */
  id: idSchema,
  /** What the coach knows it by. */
  name: nameSchema(120),
  type: keptTypeSchema,
  bytes: z
    .number()
    .int()
    .min(1, 'holds nothing')
    .max(CLIP_BYTES, `is larger than ${CLIP_BYTES / 1024 ** 2} MB`),
  /** The look that it shows; null: it waits in the inbox. */
  lookId: idSchema.nullable().default(null),
  note: words(300).default(''),
});
export type ClipInput = z.input<typeof clipInputSchema>;

export const clipSchema = z.object({
  id: idSchema,
  personId: idSchema,
  name: z.string(),
  type: keptTypeSchema,
  bytes: z.number(),
  lookId: idSchema.nullable(),
  note: z.string(),
  addedAt: z.string(),
  /** Null: its content is still on its way. */
  arrivedAt: z.string().nullable(),
  by: z.string(),
  /** Sent in by the person, by link; `by` made the link. */
  byLink: z.boolean().default(false),
});
export type Clip = z.infer<typeof clipSchema>;

export const waitingClipSchema = clipSchema.extend({ personName: z.string() });
export type WaitingClip = z.infer<typeof waitingClipSchema>;
export const inboxSchema = z.object({ clips: z.array(waitingClipSchema) });

export const clipPatchSchema = z.strictObject({
  lookId: idSchema.nullable().optional(),
  note: words(300).optional(),
});
