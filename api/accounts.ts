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

export const signInSchema = z.strictObject({ email, password: z.string().min(1).max(200) });
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
});
export type Account = z.infer<typeof accountSchema>;

export const sessionSchema = z.object({
  account: accountSchema.nullable(),
  /** What is known of the account’s own eye; null where it never practised. */
  eye: eyeSchema.nullable().default(null),
  token: z.string(),
  needsOwner: z.boolean(),
  demo: z.object({ email: z.string(), password: z.string() }).nullable(),
});
export type SessionState = z.infer<typeof sessionSchema>;
