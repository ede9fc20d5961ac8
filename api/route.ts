/** What a route is: who may call it, what goes in, what comes out. */
import type { z } from 'zod';
import type { Role } from './common.js';

/** Most bytes of JSON that a route takes: who is not signed in, who is, and where a clip may come. */
export const STRANGERS_BYTES = 4 * 1024;
export const BODY_BYTES = 256 * 1024;
export const HEAVY_BYTES = 8 * 1024 * 1024;

export interface Route {
  method: 'GET' | 'POST' | 'PUT' | 'PATCH' | 'DELETE';
  /** Below `/api`, with `:name` for parameters. */
  path: string;
  /** The least role that may call it; `anyone` without signing in. */
  role: Role | 'anyone';
  /** The least role for what somebody else made; the same where it is not said. */
  others?: Role;
  says: string;
  params?: z.ZodType;
  query?: z.ZodType;
  /** JSON; or a multipart form with one file in this field. */
  body?: z.ZodType;
  /** The body may be a long clip: taken up to {@link HEAVY_BYTES} and read beside the requests. */
  heavy?: true;
  form?: 'picture';
  /** A change of what two people may change at once: says in `If-Match` which version it changes. */
  versioned?: true;
  /** The body is a file as it is, read by the handler itself. */
  stream?: true;
  /** The answer's schema, `nothing` for an empty one, or the type of a file. */
  answer: z.ZodType | 'nothing' | { file: string };
  /** Status of a right answer, and of one to something sent twice. */
  status: 200 | 201 | 204;
  again?: 200;
  /** Problems beside 422, 401, 403, 413, 500, 503 and 507, which any route may answer with. */
  problems?: readonly (400 | 404 | 409 | 413 | 429)[];
}

type Parsed<T, Side extends 'input' | 'output', None = undefined> = T extends z.ZodType
  ? Side extends 'input'
    ? z.input<T>
    : z.output<T>
  : None;

export type ParamsOf<R extends Route, Side extends 'input' | 'output' = 'output'> = Parsed<R['params'], Side>;
export type QueryOf<R extends Route, Side extends 'input' | 'output' = 'output'> = Parsed<R['query'], Side>;
export type BodyOf<R extends Route, Side extends 'input' | 'output' = 'output'> = Parsed<R['body'], Side>;
export type AnswerOf<R extends Route> = R['answer'] extends z.ZodType ? z.output<R['answer']> : undefined;

/**
 * An address with its parameters filled in.
 * @throws RangeError for a parameter that is missing
 * @example addressOf('/people/:id/looks', { id: 'a b' }) // => '/people/a%20b/looks'
 */
export const addressOf = (path: string, params: Readonly<Record<string, string>> = {}): string =>
  path.replace(/:(\w+)/g, (_all, name: string) => {
    const value = params[name];
    if (value === undefined) throw new RangeError(`${path} wants ${name}`);
    return encodeURIComponent(value);
  });
