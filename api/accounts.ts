/** Accounts, sessions and the first owner. */
import { z } from 'zod';
import { idSchema, nameSchema, ROLES, seen } from './common.js';
import { eyeSchema } from './eye.js';

const email = seen(z.string())
  .normalize('NFC')
  .trim()
  .toLowerCase()
  .max(200)
  .pipe(z.email({ error: 'is not an e-mail address' }));
const password = z.string().min(10, 'needs at least 10 characters').max(200);

export const signInSchema = z.strictObject({
  email,
  password: z.string().min(1).max(200),
  /** Of an account with a second factor: a code of now, or one for when the device is lost. */
  code: z.string().trim().max(40).optional(),
});
export const firstOwnerSchema = z.strictObject({
  code: z.string().min(1).max(40),
  name: nameSchema(80),
  email,
  password,
});
export const accountInputSchema = z.strictObject({
  name: nameSchema(80),
  email,
  password,
  role: z.enum(ROLES),
  groups: z.array(idSchema).max(100).default([]),
});
export const accountPatchSchema = z.strictObject({
  name: nameSchema(80).optional(),
  role: z.enum(ROLES).optional(),
  groups: z.array(idSchema).max(100).optional(),
  disabled: z.boolean().optional(),
  password: password.optional(),
  /** The person that the account's holder is, who is looked at too; null: none. */
  personId: idSchema.nullable().optional(),
  /** Takes the account’s second factor away: its holder has lost the device and the codes. */
  second: z.literal(false).optional(),
});

/** A change of one's own password takes the one before. */
export const ownPasswordSchema = z.strictObject({ before: z.string().min(1).max(200), password });

export const accountSchema = z.object({
  id: idSchema,
  name: z.string(),
  email: z.string(),
  role: z.enum(ROLES),
  /** Groups an assistant may see; owners and coaches see all. */
  groups: z.array(idSchema),
  disabled: z.boolean(),
  /** The person of this studio that the account's holder is; null where that is nobody. */
  personId: idSchema.nullable().default(null),
  /** A code is asked for beside the password. */
  second: z.boolean().default(false),
});
export type Account = z.infer<typeof accountSchema>;

/** A device on which an account is signed in. */
export const deviceSchema = z.object({
  id: z.string(),
  device: z.string(),
  /** Instants; null of sessions from before they were noted. */
  since: z.string().nullable(),
  seen: z.string().nullable(),
  /** The one that asks. */
  here: z.boolean(),
});
export type Device = z.infer<typeof deviceSchema>;
export const signInTriedSchema = z.object({ at: z.string(), device: z.string(), ok: z.boolean() });
export const ownDevicesSchema = z.object({ devices: z.array(deviceSchema), signIns: z.array(signInTriedSchema) });
export type OwnDevices = z.infer<typeof ownDevicesSchema>;

/** A secret for a program that shows codes (RFC 6238): as text, as an address, and as a picture of that address (SVG). */
export const secondBegunSchema = z.object({ secret: z.string(), address: z.string(), picture: z.string() });
export type SecondBegun = z.infer<typeof secondBegunSchema>;
export const secondKeepSchema = z.strictObject({ code: z.string().trim().min(1).max(40) });
/** Each lets in once where the device is lost. */
export const secondCodesSchema = z.object({ codes: z.array(z.string()) });
export const secondOffSchema = z.strictObject({ password: z.string().min(1).max(200) });

export const sessionSchema = z.object({
  account: accountSchema.nullable(),
  /** What is known of the account’s own eye; null where it never practised. */
  eye: eyeSchema.nullable().default(null),
  token: z.string(),
  needsOwner: z.boolean(),
  demo: z.object({ email: z.string(), password: z.string() }).nullable(),
});
export type SessionState = z.infer<typeof sessionSchema>;
