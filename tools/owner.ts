/**
 * `npm run owner -- E-MAIL [NAME]`: for whoever has the server's console and nobody who can sign in. Gives that account a new password
 * and an owner's rights, or makes it; its sessions end. The password is printed once.
 */
import { randomInt } from 'node:crypto';
import { hash } from '@node-rs/argon2';
import { accountInputSchema } from '../api/accounts.js';
import { problemsOf } from '../core/formats/problems.js';
import { readConfig } from '../server/config.js';
import { openDatabase } from '../server/database/open.js';
import { accountsIn } from '../server/repositories/accounts.js';
import { runTool } from './run-tool.js';

/** Without letters and digits that are taken for one another. */
const LETTERS = 'abcdefghjkmnpqrstuvwxyz23456789';
const newPassword = (): string =>
  Array.from({ length: 4 }, () => Array.from({ length: 4 }, () => LETTERS[randomInt(LETTERS.length)]).join('')).join(
    '-',
  );

await runTool('owner', 2, async ([email, name]) => {
  const password = newPassword();
  const input = accountInputSchema.safeParse({ email, name: name ?? email, password, role: 'owner' });
  if (!input.success)
    throw new Error(
      problemsOf(input.error)
        .map((p) => `${p.path}: ${p.message}`)
        .join('; '),
    );
  const { dataDir, database, clock } = readConfig(process.env);
  const db = await openDatabase(dataDir, database);
  try {
    const accounts = accountsIn(db, clock);
    const passwordHash = await hash(password);
    const known = await accounts.credentials(input.data.email);
    if (known) {
      await accounts.change(known.id, { role: 'owner', disabled: false, passwordHash, ...(name ? { name } : {}) });
      // The device that shows its codes may be lost, or the secret that seals them another one.
      await accounts.dropSecond(known.id);
    } else await accounts.add({ ...input.data, passwordHash });
    return `${input.data.email} is an owner. Password, shown once: ${password}\nSign in with it and change it.`;
  } finally {
    await db.destroy();
  }
});
