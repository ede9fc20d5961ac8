import type { Knex } from 'knex';
import { z } from 'zod';
import { parseRow } from './rows.js';

/** The next number of what reached the server; to be taken in the transaction that stores it. */
export const nextArrival = (trx: Knex): Promise<number> => nextArrivals(trx, 1);
/** The first of the next so many numbers. */
export async function nextArrivals(trx: Knex, many: number): Promise<number> {
  await trx('counters').where('name', 'arrivals').increment('value', many);
  const row: unknown = await trx('counters').where('name', 'arrivals').first();
  return parseRow('counters', z.object({ value: z.number() }), row).value - many + 1;
}
