/** A database on a server and a folder of pictures belong to one studio: both hold the same mark, so that neither is opened with another's. */
import { randomUUID } from 'node:crypto';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Knex } from 'knex';
import { plainAddress } from './postgres.js';
import { StartError } from './start-error.js';
import { inTransaction } from './transaction.js';

const NAME = 'studio-id';
const fileIn = (dataDir: string): string => join(dataDir, NAME);

/** Marks both as one studio's. */
export async function tieTogether(trx: Knex, dataDir: string): Promise<void> {
  const id = randomUUID();
  await trx('studio_settings')
    .insert({ name: NAME, value: JSON.stringify(id) })
    .onConflict('name')
    .merge();
  writeFileSync(fileIn(dataDir), `${id}\n`, { mode: 0o600 });
}

/**
 * Marks a new studio's database and folder, and checks those of one that is there.
 * @throws StartError where one of them is another studio's, as a share that is not mounted is
 */
export const belongTogether = (db: Knex, dataDir: string, address: string): Promise<void> =>
  inTransaction(db, async (trx) => {
    const row = await trx<{ name: string; value: string }>('studio_settings').where('name', NAME).first('value');
    const here = row ? (JSON.parse(row.value) as string) : null;
    const there = existsSync(fileIn(dataDir)) ? readFileSync(fileIn(dataDir), 'utf8').trim() : null;
    if (here === null && there === null) return tieTogether(trx, dataDir);
    if (here !== there)
      throw new StartError(
        there === null
          ? `${dataDir} is not the folder of the studio at ${plainAddress(address)}: is the share mounted? Name the folder that its other processes use in ANCHOR_DATA.`
          : `${dataDir} belongs to another studio than ${plainAddress(address)}. Name the folder that belongs to it in ANCHOR_DATA, or the database in ANCHOR_DATABASE.`,
      );
  });
