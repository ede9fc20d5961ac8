import type { Knex } from 'knex';
import { z } from 'zod';
import { parseRow } from './rows.js';

/** The next number of what reached the server; to be taken in the transaction that stores it. */
export async function nextArrival(trx: Knex): Promise<number> {
  await trx('counters').where('name', 'arrivals').increment('value', 1);
  return parseRow('counters', z.object({ value: z.number() }), await trx('counters').where('name', 'arrivals').first())
    .value;
}
