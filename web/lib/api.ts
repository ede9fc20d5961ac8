/** Talking to the server: one function, answers checked by the shared schemas, errors as one kind. */
import { format } from 'date-fns';
import { z } from 'zod';
import { CSRF_HEADER, problemSchema, type ProblemBody } from '../../api/common.js';

/** Today on this device, `2026-05-31`. */
export const today = (): string => format(new Date(), 'yyyy-MM-dd');

export class ApiError extends Error {
  constructor(readonly problem: ProblemBody) {
    super(problem.detail ?? problem.title);
    this.name = 'ApiError';
  }
  /** What is wrong with one field, if anything. */
  of(path: string): string | undefined {
    return this.problem.problems?.find((p) => p.path === path)?.message;
  }
}
/** The server could not be reached at all. */
export class OfflineError extends Error {
  constructor() {
    super('No connection to the studio’s server. What you enter is kept on this device and sent later.');
    this.name = 'OfflineError';
  }
}

let token = '';
export const setToken = (value: string): void => {
  token = value;
};

export interface CallOptions {
  method?: 'GET' | 'POST' | 'PUT' | 'PATCH' | 'DELETE';
  body?: unknown;
  form?: FormData;
}

/**
 * Calls a route below /api.
 * @throws ApiError with the server's problem, OfflineError when it cannot be reached
 */
export async function call<T>(path: string, schema: z.ZodType<T>, options: CallOptions = {}): Promise<T> {
  const headers: Record<string, string> = { 'x-anchor-day': today() };
  if (token) headers[CSRF_HEADER] = token;
  if (options.body !== undefined) headers['content-type'] = 'application/json';
  let response: Response;
  try {
    response = await fetch(`/api${path}`, {
      method: options.method ?? 'GET',
      headers,
      body: options.form ?? (options.body === undefined ? undefined : JSON.stringify(options.body)),
    });
  } catch {
    throw new OfflineError();
  }
  if (response.status === 204) return schema.parse(undefined);
  const body: unknown = await response.json().catch(() => null);
  if (!response.ok) {
    const problem = problemSchema.safeParse(body);
    throw new ApiError(
      problem.success
        ? problem.data
        : {
            type: 'about:blank',
            title: 'The server did not answer as expected',
            status: response.status,
            requestId: '',
          },
    );
  }
  return schema.parse(body);
}

export const nothing = z.undefined();
/** Text for any error, for a line under a form. */
export const wordsOf = (error: unknown): string =>
  error instanceof ApiError || error instanceof OfflineError
    ? error.message
    : 'Something went wrong on this page. Reload it and try again.';
