/** Talking to the server: one function with the types of the table of routes, answers checked by its schemas, errors as one kind. */
import type { z } from 'zod';
import { CSRF_HEADER, problemSchema, type ProblemBody } from '../../api/common.js';
import { addressOf, type AnswerOf, type BodyOf, type ParamsOf, type QueryOf, type Route } from '../../api/route.js';
import { routes, type RouteName, type Routes } from '../../api/routes.js';
import { InputError } from '../../core/formats/problems.js';
import { connected } from './connection.js';
import { NotTaken } from './not-taken.js';
import { call as wording } from '../../words/pages/data.js';

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
    super(wording.noConnection);
    this.name = 'OfflineError';
  }
}

/** Something went wrong that can be told as it stands. */
export class Told extends Error {}

let token = '';
export const setToken = (value: string): void => {
  token = value;
};
export const hasToken = (): boolean => token !== '';

type Given<T, K extends string> = undefined extends T ? { [P in K]?: undefined } : { [P in K]: T };
/** What a route is asked with: parameters, query and body as its schemas take them. */
export type Ask<N extends RouteName> = Given<ParamsOf<Routes[N], 'input'>, 'params'> &
  (undefined extends QueryOf<Routes[N], 'input'> ? { query?: undefined } : { query?: QueryOf<Routes[N], 'input'> }) &
  Given<BodyOf<Routes[N], 'input'>, 'body'> &
  (Routes[N] extends { form: string } ? { form: FormData } : { form?: undefined }) &
  (Routes[N] extends { stream: true } ? { file: Blob } : { file?: undefined }) &
  (Routes[N] extends { versioned: true } ? { version?: number } : { version?: undefined }) & { signal?: AbortSignal };
export type Answer<N extends RouteName> = AnswerOf<Routes[N]>;

const search = (query: object | undefined): string => {
  const pairs = Object.entries(query ?? {}).filter(([, v]) => v !== undefined && v !== '');
  return pairs.length === 0 ? '' : `?${new URLSearchParams(pairs.map(([k, v]) => [k, String(v)])).toString()}`;
};

/**
 * Calls a route.
 * @throws ApiError with the server's problem, OfflineError when it cannot be reached, AbortError when it was called off
 */
export async function call<N extends RouteName>(
  name: N,
  ...[ask]: object extends Ask<N> ? [Ask<N>?] : [Ask<N>]
): Promise<Answer<N>> {
  const route: Route = routes[name];
  const { params, query, body, form, file, version, signal } = (ask ?? {}) as {
    params?: Record<string, string>;
    query?: object;
    body?: unknown;
    form?: FormData;
    file?: Blob;
    version?: number;
    signal?: AbortSignal;
  };
  const headers: Record<string, string> = {};
  if (token && route.method !== 'GET') headers[CSRF_HEADER] = token;
  if (body !== undefined) headers['content-type'] = 'application/json';
  if (version !== undefined) headers['if-match'] = `"${version}"`;
  if (file) headers['content-type'] = 'application/octet-stream';
  let response: Response;
  try {
    response = await fetch(`/api${addressOf(route.path, params)}${search(query)}`, {
      method: route.method,
      headers,
      body: form ?? file ?? (body === undefined ? undefined : JSON.stringify(body)),
      signal,
    });
  } catch (error) {
    if (signal?.aborted) throw error;
    connected.value = false;
    throw new OfflineError();
  }
  connected.value = true;
  if (response.status === 204) return undefined as Answer<N>;
  const answer: unknown = await response.json().catch(() => null);
  if (!response.ok) {
    const problem = problemSchema.safeParse(answer);
    throw new ApiError(
      problem.success
        ? problem.data
        : {
            type: 'about:blank',
            title: wording.theServerDid,
            status: response.status,
            requestId: '',
          },
    );
  }
  return (route.answer as z.ZodType).parse(answer) as Answer<N>;
}

/** Text for any error, for a line under a form. */
export const wordsOf = (error: unknown): string =>
  error instanceof ApiError ||
  error instanceof OfflineError ||
  error instanceof Told ||
  error instanceof InputError ||
  error instanceof NotTaken
    ? error.message
    : error instanceof DOMException && error.name === 'QuotaExceededError'
      ? wording.thisDevicesStorage
      : wording.somethingWentWrong;
