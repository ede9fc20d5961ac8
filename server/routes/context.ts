/** What routes are made of, and the checks that most of them share. */
import type { Request, Response } from 'express';
import { z } from 'zod';
import type { Account } from '../../api/accounts.js';
import { daySchema, idParams } from '../../api/common.js';
import type { Person } from '../../api/people.js';
import type { Catalog } from '../../core/catalog/index.js';
import { problemsOf } from '../../core/formats/problems.js';
import type { Config } from '../config.js';
import { invalid, notFound } from '../http/problems.js';
import type { Pictures } from '../media/pictures.js';
import type { Accounts } from '../repositories/accounts.js';
import type { Ladders } from '../repositories/ladders.js';
import type { Looks } from '../repositories/looks.js';
import type { People } from '../repositories/people.js';
import type { Plans } from '../repositories/plans.js';
import type { StudioStore } from '../repositories/studio.js';

export interface Context {
  config: Config;
  accounts: Accounts;
  people: People;
  looks: Looks;
  studio: StudioStore;
  plans: Plans;
  ladders: Ladders;
  pictures: Pictures;
  /** Code that makes the first owner; null when there is one. */
  ownerCode: () => string | null;
}

/** A checked body, query or parameters. @throws HttpProblem 422 naming every field */
export function take<T>(schema: z.ZodType<T>, value: unknown): T {
  const result = schema.safeParse(value ?? {}, { reportInput: true });
  if (!result.success) throw invalid(problemsOf(result.error));
  return result.data;
}

export const me = (response: Response): Account => response.locals.account as Account;
export const idOf = (request: Request): string => take(idParams, { id: request.params.id }).id;
/** The device's calendar day, since "today" is the hall's and not the server's. */
export const dayOf = (request: Request): string =>
  daySchema.catch(new Date().toISOString().slice(0, 10)).parse(request.get('x-anchor-day'));

/** The method that the query names, which must be in the studio's catalogue. @throws HttpProblem 422 */
export function methodNamed(catalog: Catalog, request: Request): string | undefined {
  const { method } = take(z.object({ method: z.string().max(60).optional() }), request.query);
  if (method !== undefined && !catalog.methods.some((m) => m.id === method))
    throw invalid([{ path: 'method', message: `there is no method "${method}"` }]);
  return method;
}

/** The person of the address. @throws 404 also where the account may not see them, so that ids tell nothing */
export async function personOf(context: Context, request: Request, response: Response): Promise<Person> {
  const person = await context.people.find(me(response), idOf(request), dayOf(request));
  if (!person) throw notFound('This person');
  return person;
}
