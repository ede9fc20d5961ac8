/** A person's whole record, and a studio's, as JSON: the same goes out and comes in. Pictures and clips are not in it. */
import { z } from 'zod';
import { DECISIONS, ladderStepSchema } from './ladders.js';
import { daySchema, idSchema, instantSchema, ROLES, words } from './common.js';
import { anchorSchema, MEND_RESULTS, markSchema, overruleSchema, padSchema } from './observations.js';
import { cautionInputSchema, consentSchema, personInputSchema } from './people.js';
import { prescriptionSchema, screenSchema } from './plans.js';
import { itemLogInputSchema, plannedSchema, programmeSettingsSchema } from './programmes.js';
import { MEND_KINDS } from '../core/formats/catalog.js';
import { ENTRY_KINDS } from '../core/formats/entries.js';
import { recordSchema } from '../core/formats/observation.js';
import { defaultsSchema } from './studio.js';

export const PERSON_FORMAT = 'upright-anchor/person';
export const STUDIO_FORMAT = 'upright-anchor/studio';
const version = z.literal(1, { error: 'cannot be read; this program reads version 1' });
/** Who made it, as they were called; who takes it in stands for them there. */
const by = words(200);

/** Looks, askings and logs in the order in which they reached the server: what came later counts later, whatever the clocks say. */
const arrival = z.number().int().min(0);

/** As what they did it: what an assistant asked or watched lifts no stop. */
const as = z.enum(ROLES);

const lookOfFile = z.strictObject({
  id: idSchema,
  arrival,
  as,
  startedAt: instantSchema,
  day: daySchema,
  observation: recordSchema,
  relookOf: idSchema.nullable(),
  togetherWith: idSchema.nullable(),
  marks: z.array(markSchema),
  anchors: z.array(anchorSchema),
  pad: padSchema.default([]),
  note: words(2000),
  mends: z.array(
    z.strictObject({
      fault: z.string().min(1).max(60),
      step: z.number().int().min(0).max(20),
      kind: z.enum(MEND_KINDS),
      result: z.enum(MEND_RESULTS),
      at: z.string(),
    }),
  ),
  overrule: overruleSchema.nullable(),
  by,
});
const intakeOfFile = z.strictObject({
  arrival,
  as,
  day: daySchema,
  askedAt: z.string(),
  answers: z.record(z.string().max(40), z.boolean()),
  note: words(1000),
  by,
});
const prescriptionOfFile = prescriptionSchema.omit({ warnings: true, newest: true }).extend({ by }).strict();
const screenOfFile = screenSchema.omit({ id: true }).extend({ by }).strict();
const stepOfFile = ladderStepSchema
  .omit({ id: true })
  .extend({ by, decision: z.enum(DECISIONS) })
  .strict();
const programmeOfFile = z.strictObject({
  id: idSchema,
  version: z.number().int().min(1),
  from: daySchema,
  until: daySchema,
  endedOn: daySchema.nullable(),
  settings: programmeSettingsSchema,
  planned: plannedSchema,
  at: z.string(),
  by,
  logs: z.array(itemLogInputSchema.extend({ arrival, by: by.nullable(), at: z.string() })).max(20_000),
});

const recordOfFile = {
  person: personInputSchema.omit({ groupId: true }).extend({
    /** Name of the group. */
    group: words(60).nullable(),
    archived: z.boolean(),
  }),
  cautions: z.array(cautionInputSchema).max(500),
  consents: z.array(consentSchema.omit({ id: true }).strict()).max(500),
  attendance: z.array(daySchema).max(20_000),
  looks: z.array(lookOfFile).max(20_000, 'are more than 20,000'),
  intakes: z.array(intakeOfFile).max(5000),
  screens: z.array(screenOfFile).max(5000),
  prescriptions: z.array(prescriptionOfFile).max(5000),
  steps: z.array(stepOfFile).max(5000),
  goals: z.array(z.string().max(121)).max(200),
  programmes: z.array(programmeOfFile).max(500),
};
/** A person's record. Times are ISO instants or days of the hall; lengths m, masses kg, loads N, angles deg, points px. */
export const personFileSchema = z.strictObject({
  format: z.literal(PERSON_FORMAT, { error: `must be "${PERSON_FORMAT}"` }),
  version,
  ...recordOfFile,
});
export type PersonFile = z.infer<typeof personFileSchema>;
/** A person's record without the envelope of a file. */
export type RecordOfFile = Omit<PersonFile, 'format' | 'version'>;

/** A studio: its people, its own entries of the catalogue, its defaults. Accounts, pictures and clips are in a backup, not here. */
export const studioFileSchema = z.strictObject({
  format: z.literal(STUDIO_FORMAT, { error: `must be "${STUDIO_FORMAT}"` }),
  version,
  defaults: defaultsSchema,
  entries: z
    .array(
      z.strictObject({
        kind: z.enum(ENTRY_KINDS),
        key: z.string().max(122),
        record: z.record(z.string(), z.unknown()),
      }),
    )
    .max(5000),
  people: z.array(z.strictObject(recordOfFile)).max(20_000),
});
export type StudioFile = z.infer<typeof studioFileSchema>;
