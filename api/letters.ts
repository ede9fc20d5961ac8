/** Letters to people, and the outbox in which they can be read. */
import { z } from 'zod';
import { idSchema, words } from './common.js';

export const LETTER_KINDS = ['sheet', 'programme', 'record'] as const;
export type LetterKind = (typeof LETTER_KINDS)[number];
/** Days for which a letter can be read in the outbox. */
export const LETTER_DAYS = 30;

export const letterInputSchema = z
  .strictObject({
    /** Made by the device, so that a letter sent twice leaves once. */
    id: idSchema,
    what: z.enum(LETTER_KINDS),
    /** The prescription or the programme that it is about; null for the record. */
    of: idSchema.nullable(),
    to: z.email('is no e-mail address').max(254),
    /** In the coach's own words. */
    note: words(1000).default(''),
    /** Of a programme: days for which its link opens. */
    days: z.number().int().min(1, 'must be 1–120').max(120, 'must be 1–120').default(30),
  })
  .refine((l) => (l.what === 'record') === (l.of === null), { path: ['of'], message: 'does not fit what is sent' });
export type LetterInput = z.input<typeof letterInputSchema>;

/** What letters to accounts are about, which the studio writes by itself. */
export const ACCOUNT_LETTER_KINDS = ['second-shut'] as const;
export const letterLineSchema = z.object({
  id: idSchema,
  /** Null: to who has an account. */
  personId: idSchema.nullable(),
  /** Whom it is to. */
  personName: z.string(),
  what: z.enum([...LETTER_KINDS, ...ACCOUNT_LETTER_KINDS]),
  /** Null: sealed by another installation's secret, it can be read no more. */
  to: z.string().nullable(),
  subject: z.string().nullable(),
  at: z.string(),
  /** Null: the studio by itself. */
  by: z.string().nullable(),
});
export type LetterLine = z.infer<typeof letterLineSchema>;
export const outboxSchema = z.object({
  /** Whether letters really leave; else they are simulated and lie here alone. */
  leaves: z.boolean(),
  letters: z.array(letterLineSchema),
});
export type OutboxOfStudio = z.infer<typeof outboxSchema>;
export const letterSchema = letterLineSchema.extend({
  text: z.string(),
  attachments: z.array(z.object({ name: z.string(), type: z.string(), bytes: z.number() })),
});
export type Letter = z.infer<typeof letterSchema>;
