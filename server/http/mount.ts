/** Mounts the table of routes: role, parameters, query and body are checked before a handler sees them. */
import { json, raw, type Request, type RequestHandler, type Response, type Router } from 'express';
import multer from 'multer';
import type { z } from 'zod';
import type { Account } from '../../api/accounts.js';
import { ROLES, type Role } from '../../api/common.js';
import {
  BODY_BYTES,
  HEAVY_BYTES,
  STRANGERS_BYTES,
  type AnswerOf,
  type BodyOf,
  type ParamsOf,
  type QueryOf,
  type Route,
} from '../../api/route.js';
import { routes, type RouteName, type Routes } from '../../api/routes.js';
import { problemsOf } from '../../core/formats/problems.js';
import { MAX_BYTES } from '../media/pictures.js';
import { answerJson } from './answers.js';
import { HttpProblem, invalid } from './problems.js';

/** What a handler is given: everything checked. */
export interface Asked<R extends Route> {
  params: ParamsOf<R>;
  query: QueryOf<R>;
  /** Checked; of a route that may be sent a long clip, the bytes as they came. */
  body: R extends { heavy: true } ? Buffer : BodyOf<R>;
  /** Of a versioned route: the version that is changed; null where it was not said. */
  version: number | null;
  /** Who asks; for routes that anyone may call it is not looked up. */
  account: R['role'] extends 'anyone' ? null : Account;
  request: Request;
  response: Response;
}

/** The same answer as before, to something that was sent twice. */
export class Again<T> {
  constructor(readonly value: T) {}
}
/** The handler has sent a file itself. */
export const SENT = { sent: true } as const;
export type Sent = typeof SENT;

type Handled<R extends Route> = R['answer'] extends { file: string }
  ? Sent
  : AnswerOf<R> | (R extends { again: 200 } ? Again<AnswerOf<R>> : never);

export type Handler<R extends Route> = R extends { form: string }
  ? {
      /** Runs before the file is read: who may not send one is told so at once. */
      before: (asked: Asked<R>) => Promise<void>;
      handle: (asked: Asked<R>) => Promise<Handled<R>>;
    }
  : (asked: Asked<R>) => Promise<Handled<R>> | Handled<R>;

export type Handlers<Names extends RouteName = RouteName> = { [N in Names]: Handler<Routes[N]> };

/** A checked value. @throws HttpProblem 422 naming every field */
export function take<T>(schema: z.ZodType<T>, value: unknown): T {
  const result = schema.safeParse(value ?? {}, { reportInput: true });
  if (!result.success) throw invalid(problemsOf(result.error));
  return result.data;
}

/** @throws HttpProblem 403 for a role below the least */
export function checkRole(account: Account, least: Role): void {
  if (ROLES.indexOf(account.role) > ROLES.indexOf(least))
    throw new HttpProblem(
      403,
      'Your role does not allow this',
      `It takes ${least === 'owner' ? 'an owner' : 'a coach'}.`,
    );
}

const upload = multer({
  storage: multer.memoryStorage(),
  limits: { fileSize: MAX_BYTES, files: 1, fields: 2, parts: 4, fieldSize: 4096 },
});

type Loose = Handler<Route> & {
  before?: (asked: Asked<Route>) => Promise<void>;
  handle?: (asked: Asked<Route>) => unknown;
};

function answerWith(route: Route, handler: Loose): RequestHandler {
  return async (request, response) => {
    const asked = response.locals.asked as Asked<Route>;
    const given: unknown = await (handler.handle ?? handler)(asked);
    if (given === SENT) return;
    response.locals.answered = given instanceof Again ? given.value : given;
    if (route.answer === 'nothing') response.status(route.status).end();
    else if (given instanceof Again) answerJson(request, response.status(route.again ?? route.status), given.value);
    else answerJson(request, response.status(route.status), given);
  };
}

/** Reads a body no longer than the route takes: after it is known who sends it. */
function reader(route: Route): RequestHandler {
  if (route.heavy) return raw({ type: 'application/json', limit: HEAVY_BYTES });
  return json({ limit: route.role === 'anyone' ? STRANGERS_BYTES : BODY_BYTES });
}

/**
 * Mounts every route on a router.
 * @param requireAccount loads the signed-in account into `response.locals`, or ends the request
 * @param marks what puts a request into the trail of who saw what; null for a route that touches nobody's health data
 * @param slow limits on tries of a route, for those that may answer 429
 */
export function mount(
  router: Router,
  handlers: Handlers,
  requireAccount: RequestHandler,
  slow: (name: RouteName) => readonly RequestHandler[],
  marks: (name: RouteName, route: Route) => RequestHandler | null,
): void {
  for (const [name, route] of Object.entries(routes) as [RouteName, Route][]) {
    const handler = handlers[name] as unknown as Loose;
    const mayCall: RequestHandler = (_request, response, next) => {
      checkRole(response.locals.account!, route.role as Role);
      next();
    };
    const check: RequestHandler = async (request, response, next) => {
      const account = route.role === 'anyone' ? null : response.locals.account!;
      const asked = {
        params: route.params && take(route.params, request.params),
        query: route.query && take(route.query, request.query),
        body: route.body && (route.heavy ? bytesOf(request.body) : take(route.body, request.body)),
        version: route.versioned ? versionOf(request) : null,
        account,
        request,
        response,
      } as Asked<Route>;
      response.locals.asked = asked;
      await handler.before?.(asked);
      next();
    };
    const marked = marks(name, route);
    const steps: RequestHandler[] = [
      ...(route.role === 'anyone' ? [] : [requireAccount, mayCall]),
      ...(route.body ? [reader(route)] : []),
      check,
      ...(marked ? [marked] : []),
      ...(route.problems?.includes(429) ? slow(name) : []),
      ...(route.form ? [upload.single(route.form)] : []),
      answerWith(route, handler),
    ];
    const method = route.method.toLowerCase() as 'get' | 'post' | 'put' | 'patch' | 'delete';
    router[method](route.path, ...steps);
  }
}
/** The version that a request says it changes. @throws HttpProblem 422 for what is no version */
function versionOf(request: Request): number | null {
  const said = request.get('if-match');
  if (said === undefined) return null;
  const number = /^"(\d{1,9})"$/.exec(said)?.[1];
  if (number === undefined) throw invalid([{ path: 'If-Match', message: 'must be a version in quotes, like "3"' }]);
  return Number(number);
}
const bytesOf = (body: unknown): Buffer => (Buffer.isBuffer(body) ? body : Buffer.from('{}'));
