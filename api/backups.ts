/** Backups, what is let go of a person, and what is let go after a time. */
import { z } from 'zod';
import { idSchema } from './common.js';

/** Made by the program or taken in by it: the name says when and how. */
export const backupName = z
  .string()
  .regex(/^anchor-\d{8}-\d{6}-(scheduled|made|taken)\.zip$/, 'is no backup of this studio');
export const BACKUP_KINDS = ['scheduled', 'made', 'taken'] as const;
export const backupLineSchema = z.object({
  name: backupName,
  at: z.string(),
  kind: z.enum(BACKUP_KINDS),
  bytes: z.number().int(),
  /** Its name tells a time still to come: the clock was wrong when it was made. It counts for nothing. */
  future: z.boolean(),
});
export type BackupLine = z.infer<typeof backupLineSchema>;
export const backupScheduleSchema = z.strictObject({
  every: z.enum(['off', 'day', 'week']),
  /** Hour of the hall’s clock. */
  hour: z.number().int().min(0).max(23),
  /** Scheduled ones that are kept; those made by hand stay. */
  keep: z.number().int().min(1).max(60),
});
export type BackupSchedule = z.infer<typeof backupScheduleSchema>;
export const backupsSchema = z.object({
  folder: z.string(),
  schedule: backupScheduleSchema,
  items: z.array(backupLineSchema),
  /** The newest is older than the schedule allows, or there is none. */
  late: z.boolean(),
  /** Why the last scheduled one failed; null where it did not. */
  failed: z.string().nullable(),
  /** Studios as they were before a restore: whole, beside this one. */
  before: z.array(z.string()),
  /** The clock jumped by more than a day from what was seen last: nothing goes by itself until an owner says that it is right. */
  clock: z.object({ seen: z.string(), now: z.string() }).nullable(),
});
export type Backups = z.infer<typeof backupsSchema>;
export const backupParams = z.object({ name: backupName });
export const beforeParams = z.object({
  folder: z.string().regex(/^[\w.-]{1,80}\.before-\d{8}-\d{6}$/, 'is no such folder'),
});
/** What a backup that was checked holds. */
export const backupCheckedSchema = z.object({
  madeAt: z.string(),
  files: z.number().int(),
  people: z.number().int(),
  looks: z.number().int(),
  /** Pictures and clips that had a record and no file when it was made; null for one of before, which says nothing of them. */
  without: z.number().int().nullable(),
});
export type BackupChecked = z.infer<typeof backupCheckedSchema>;
export const restoreInputSchema = z.strictObject({ password: z.string().min(1).max(200) });

/** What was let go of a person; nothing in it says of whom. */
export const receiptSchema = z.object({
  number: z.string(),
  at: z.string(),
  by: z.string(),
  /** How many of each there were. */
  counts: z.record(z.string(), z.number().int()),
  /** What was freed in the database file is overwritten; where the disk had no room for it, it is done later. */
  overwritten: z.boolean(),
  /** Backups and folders from before, which still hold a copy. */
  copies: z.array(z.string()),
});
export type Receipt = z.infer<typeof receiptSchema>;
/** The person’s name, typed: nobody is erased by a slip. */
export const eraseInputSchema = z.strictObject({ name: z.string().trim().min(1).max(80) });

export const retentionInputSchema = z.strictObject({
  /** Who is archived longer than so many months is erased; null: nobody is. */
  months: z.number().int().min(1).max(120).nullable(),
});
export const retentionSchema = z.object({
  months: retentionInputSchema.shape.months,
  /** Whom a rule of so many months would let go today. */
  people: z.array(
    z.object({
      id: idSchema,
      name: z.string(),
      archivedAt: z.string(),
      looks: z.number().int(),
      pictures: z.number().int(),
      clips: z.number().int(),
      /** Whether the rule in force lets them go. */
      due: z.boolean(),
    }),
  ),
});
export type Retention = z.infer<typeof retentionSchema>;
