/** People, their groups, cautions, consents and attendance. */
import { z } from 'zod';
import { CAUTION_IDS } from '../core/formats/catalog.js';
import { MIN_STATURE, STATURE_WORDS } from '../core/formats/observation.js';
import { cursorSchema, daySchema, idSchema, nameSchema, signedSchema, words } from './common.js';

export const groupInputSchema = z.strictObject({ name: nameSchema(60) });
export const groupSchema = z.object({ id: idSchema, name: z.string(), people: z.number().int() });
export type Group = z.infer<typeof groupSchema>;

const personFields = {
  name: nameSchema(80),
  groupId: idSchema.nullable(),
  birthYear: z.number().int().min(1900).max(2100).nullable(),
  /** metres */
  stature: z.number().min(MIN_STATURE, STATURE_WORDS).max(2.6, STATURE_WORDS).nullable(),
  /** kilograms */
  mass: z.number().min(10, 'must be 10–400 kg').max(400, 'must be 10–400 kg').nullable(),
  sex: z.enum(['female', 'male', 'unspecified']),
  /** Where letters go: the person's, or a guardian's. */
  email: z.email('is no e-mail address').max(254).nullable(),
  goal: words(200),
  method: z.string().max(60).nullable(),
  /** Methods for single positions, by family. */
  familyMethods: z.record(z.string().max(60), z.string().max(60)),
  /** Kit the person has; null: the room's. */
  kit: z.array(z.string().max(40)).max(60).nullable(),
  notes: words(4000),
};
export const attendanceSchema = z.strictObject({ here: z.boolean() });

export const personInputSchema = z.strictObject({
  name: personFields.name,
  groupId: personFields.groupId.default(null),
  birthYear: personFields.birthYear.default(null),
  stature: personFields.stature.default(null),
  mass: personFields.mass.default(null),
  sex: personFields.sex.default('unspecified'),
  email: personFields.email.default(null),
  goal: personFields.goal.default(''),
  method: personFields.method.default(null),
  familyMethods: personFields.familyMethods.default({}),
  kit: personFields.kit.default(null),
  notes: personFields.notes.default(''),
});
export type PersonInput = z.infer<typeof personInputSchema>;
/** Only what it names is changed. */
export const personPatchSchema = z.strictObject({ ...personFields, archived: z.boolean() }).partial();
export type PersonPatch = z.infer<typeof personPatchSchema>;

export const cautionInputSchema = z
  .strictObject({
    caution: z.enum(CAUTION_IDS),
    from: daySchema,
    until: daySchema.nullable().default(null),
    note: words(1000).default(''),
  })
  .refine((c) => c.until === null || c.until >= c.from, { path: ['until'], message: 'is before the first day' });
export type CautionInput = z.infer<typeof cautionInputSchema>;
export const personCautionSchema = z.object({
  id: idSchema,
  caution: z.enum(CAUTION_IDS),
  from: daySchema,
  until: daySchema.nullable(),
  note: z.string(),
  setBy: z.string(),
});
export type PersonCaution = z.infer<typeof personCautionSchema>;

export const CONSENT_KINDS = ['pictures', 'hands-on'] as const;
export const consentInputSchema = z
  .strictObject({
    kind: z.enum(CONSENT_KINDS),
    givenBy: nameSchema(80),
    relation: z.enum(['self', 'guardian']),
    purpose: words(300).default(''),
    /** Of pictures: clips may be kept as well. */
    clips: z.boolean().default(false),
    from: daySchema,
    until: daySchema.nullable().default(null),
  })
  .refine((c) => c.until === null || c.until >= c.from, { path: ['until'], message: 'is before the first day' });
export type ConsentInput = z.infer<typeof consentInputSchema>;
export const consentSchema = z.object({
  id: idSchema,
  kind: z.enum(CONSENT_KINDS),
  givenBy: z.string(),
  relation: z.enum(['self', 'guardian']),
  purpose: z.string(),
  clips: z.boolean().default(false),
  from: daySchema,
  until: daySchema.nullable(),
  withdrawnOn: daySchema.nullable(),
  /** The one clip that it is for, sent in by link; null: for all. */
  forClip: idSchema.nullable().default(null),
});
export type Consent = z.infer<typeof consentSchema>;

export const personSummarySchema = z.object({
  id: idSchema,
  name: z.string(),
  group: z.object({ id: idSchema, name: z.string() }).nullable(),
  cautions: z.array(z.enum(CAUTION_IDS)),
  archived: z.boolean(),
  lastLookAt: z.string().nullable(),
  /** No look for two weeks, or none yet. */
  due: z.boolean(),
  here: z.boolean(),
});
export type PersonSummary = z.infer<typeof personSummarySchema>;

export const personSchema = personSummarySchema.extend({
  ...signedSchema.shape,
  birthYear: z.number().nullable(),
  minor: z.boolean(),
  stature: z.number().nullable(),
  mass: z.number().nullable(),
  sex: z.enum(['female', 'male', 'unspecified']),
  email: z.string().nullable().default(null),
  goal: z.string(),
  method: z.string().nullable(),
  familyMethods: z.record(z.string(), z.string()),
  kit: z.array(z.string()).nullable(),
  notes: z.string(),
  cautionRecords: z.array(personCautionSchema),
  consents: z.array(consentSchema),
  /** Permissions in force today. */
  allows: z.object({
    pictures: z.boolean(),
    clips: z.boolean().default(false),
    handsOn: z.boolean(),
    /** Clips that a permission of their own allows. */
    ownClips: z.array(idSchema).default([]),
  }),
});
export type Person = z.infer<typeof personSchema>;

export const peopleQuerySchema = z.object({
  search: words(80).optional(),
  caution: z.enum(CAUTION_IDS).optional(),
  group: idSchema.optional(),
  archived: z.enum(['yes', 'no']).default('no'),
  /** Only those who are marked as here today, or only those who are not. */
  here: z.enum(['yes', 'no']).optional(),
  /** By what the list is ordered, and whether downward; nobody’s look is the longest ago. */
  by: z.enum(['name', 'look']).default('name'),
  down: z.enum(['yes', 'no']).default('no'),
  /** People after this place in the list, of the same order. */
  after: cursorSchema.optional(),
  limit: z.coerce.number().int().min(1).max(200).default(50),
});
export type PeopleQuery = z.infer<typeof peopleQuerySchema>;

/** A page of the roster by name, with how many fit in all. */
export const peoplePageSchema = z.object({
  items: z.array(personSummarySchema),
  total: z.number().int(),
  /** Where the next page begins; null at the end. */
  next: z.string().nullable(),
});
export type PeoplePage = z.infer<typeof peoplePageSchema>;

/** Who is here; who is due and not here, longest ago first; how many looks today. Counts are of all, lists are cut. */
export const floorSchema = z.object({
  here: z.array(personSummarySchema),
  hereCount: z.number().int(),
  due: z.array(personSummarySchema),
  dueCount: z.number().int(),
  looksToday: z.number().int(),
  /** No person that this account may see was ever entered. */
  nobodyYet: z.boolean().default(false),
});
export type FloorState = z.infer<typeof floorSchema>;
