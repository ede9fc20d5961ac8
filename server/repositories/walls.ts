/** Walls of classes that run: a code for each run, and a key for each screen that was opened with it. Only hashes are kept. */
import { createHash, randomInt, randomUUID } from 'node:crypto';
import type { Knex } from 'knex';
import { z } from 'zod';
import { CODE_LENGTH, CODE_LETTERS } from '../../api/walls.js';
import { maybeRow } from '../database/rows.js';
import { inTransaction } from '../database/transaction.js';

/** A class and its evening. */
const LASTS_MS = 12 * 3_600_000;
const hashOf = (secret: string): string => createHash('sha256').update(secret).digest('hex');
const row = z.object({ run_id: z.string(), until: z.string() });

export type Walls = ReturnType<typeof wallsIn>;

export function wallsIn(db: Knex) {
  const shut = async (trx: Knex, runId: string): Promise<void> => {
    for (const table of ['wall_codes', 'walls']) await trx(table).where('run_id', runId).delete();
  };
  return {
    /** A new code for a run. Walls that were opened with the one before are shut. */
    async code(runId: string, now: string): Promise<{ code: string; until: string }> {
      const code = Array.from({ length: CODE_LENGTH }, () => CODE_LETTERS[randomInt(CODE_LETTERS.length)]).join('');
      const until = new Date(Date.parse(now) + LASTS_MS).toISOString();
      await inTransaction(db, async (trx) => {
        await shut(trx, runId);
        // What is over opens nothing, and goes.
        for (const table of ['wall_codes', 'walls']) await trx(table).where('until', '<=', now).delete();
        await trx('wall_codes').insert({ run_id: runId, code_hash: hashOf(code), until });
      });
      return { code, until };
    },
    shut: (runId: string): Promise<void> => inTransaction(db, (trx) => shut(trx, runId)),
    /** A key for one screen; null where the code opens nothing. */
    async open(code: string, now: string): Promise<{ key: string; until: string } | null> {
      const found = maybeRow('wall_codes', row, await db('wall_codes').where('code_hash', hashOf(code)).first());
      if (!found || found.until <= now) return null;
      const key = randomUUID();
      await db('walls').insert({ key_hash: hashOf(key), run_id: found.run_id, until: found.until });
      return { key, until: found.until };
    },
    /** The run that a key shows; null where it shows nothing, or nothing more. */
    async runOf(key: string, now: string): Promise<string | null> {
      const found = maybeRow('walls', row, await db('walls').where('key_hash', hashOf(key)).first());
      return found && found.until > now ? found.run_id : null;
    },
  };
}
