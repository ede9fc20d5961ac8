/** One error format for every route: problem details as JSON, never a stack trace. */
import type { ErrorRequestHandler, RequestHandler } from 'express';
import { MulterError } from 'multer';
import { ZodError } from 'zod';
import type { ProblemBody } from '../../api/common.js';
import { InputError, problemsOf, type Problem } from '../../core/formats/problems.js';

/** An error that is meant for the person at the screen. */
export class HttpProblem extends Error {
  constructor(
    readonly status: number,
    readonly title: string,
    readonly detail?: string,
    readonly problems?: readonly Problem[],
    /** When it is worth trying again, s. */
    readonly retryAfter?: number,
    /** Of a conflict: what stands. */
    readonly current?: unknown,
  ) {
    super(title);
    this.name = 'HttpProblem';
  }
}

export const notFound = (what: string): HttpProblem => new HttpProblem(404, `${what} was not found`);
/**
 * Somebody else changed it meanwhile.
 * @param what as the start of a sentence: “This person”
 * @param current what stands, as the route answers it; null where it is gone
 * @param by who changed it last, where that is known
 */
export const changedMeanwhile = (what: string, current: unknown, by?: string | null): HttpProblem =>
  new HttpProblem(
    409,
    `${what} was ${current === null ? 'taken away' : 'changed'} meanwhile`,
    `${by ?? 'Somebody else'} ${current === null ? 'took it away' : 'changed it'} after you opened it. Nothing of yours was kept yet: compare both and choose.`,
    undefined,
    undefined,
    current,
  );
/** What stands and whose the last change was, for {@link changedMeanwhile}. */
export const whose = <T extends { changedBy?: string | null }>(current: T): [T, string | null | undefined] => [
  current,
  current.changedBy,
];
export const invalid = (problems: readonly Problem[]): HttpProblem =>
  new HttpProblem(
    422,
    'Some of this cannot be taken',
    problems[0] && `${problems[0].path}: ${problems[0].message}`,
    problems,
  );

const OF_MULTER: Partial<Record<MulterError['code'], HttpProblem>> = {
  LIMIT_FILE_SIZE: new HttpProblem(413, 'The picture is over 20 MB', 'Take it smaller, or save it as JPEG.'),
};

/** Codes of a server's database for: waited too long for another writer, or two waited for each other. */
const WAITED = ['55P03', '40P01', '40001'];
/** Whether a server's database does not answer, or broke off. */
const isAway = (error: unknown, code: string): boolean =>
  /^(57P0[1-5]|08...|25P03|ECONNREFUSED|ECONNRESET|EPIPE|ETIMEDOUT|ENOTFOUND|EAI_AGAIN|EHOSTUNREACH)$/.test(code) ||
  (error instanceof Error &&
    (error.name === 'KnexTimeoutError' ||
      /Connection (terminated|ended)|timeout exceeded when trying to connect/i.test(error.message)));

/** What a database or file system that cannot write says, in words; null for anything else. */
export function storageProblem(error: unknown): HttpProblem | null {
  const code = String((error as { code?: unknown } | null)?.code ?? '');
  if (/^SQLITE_(BUSY|LOCKED)/.test(code) || WAITED.includes(code))
    return new HttpProblem(
      503,
      'The studio’s data are in use',
      'Another program holds them for a moment. Nothing was changed; try again.',
      undefined,
      2,
    );
  if (isAway(error, code))
    return new HttpProblem(
      503,
      'The studio’s database does not answer',
      'It may not have kept what you sent. Try again in a moment, and look before you repeat a change.',
      undefined,
      2,
    );
  if (/^SQLITE_FULL/.test(code) || ['ENOSPC', 'EDQUOT', '53100'].includes(code))
    return new HttpProblem(
      507,
      'The server’s disk is full',
      'Nothing was changed. Reading goes on; what you enter stays on this device until there is room.',
    );
  if (
    /^SQLITE_(READONLY|CANTOPEN|IOERR|PERM)/.test(code) ||
    ['EROFS', 'EACCES', 'EPERM', 'ENOTDIR', 'ENOENT', '25006'].includes(code)
  )
    return new HttpProblem(
      507,
      'The server cannot write to its folder',
      'Nothing was changed. Reading goes on. Tell whoever runs the server: the folder is read-only, or its disk fails.',
    );
  // A character that text on a server cannot hold.
  if (['22021', '22P05'].includes(code))
    return new HttpProblem(422, 'Some of this cannot be taken', 'A text holds a character that cannot be kept.');
  return null;
}

function asProblem(error: unknown): HttpProblem {
  if (error instanceof HttpProblem) return error;
  const storage = storageProblem(error);
  if (storage) return storage;
  if (error instanceof ZodError) return invalid(problemsOf(error));
  if (error instanceof InputError) return invalid(error.problems);
  if (error instanceof MulterError)
    return (
      OF_MULTER[error.code] ??
      new HttpProblem(400, 'The upload is not as expected', 'Send one file in the field “picture”.')
    );
  const known = error as { type?: string; status?: number; message?: string };
  if (known.type === 'entity.too.large')
    return new HttpProblem(413, 'This is too large', 'It holds more than this address takes at once.');
  if (known.type === 'entity.parse.failed') return new HttpProblem(400, 'The data is not JSON');
  if (known.message === 'Unexpected end of form' || known.message?.startsWith('Multipart:'))
    return new HttpProblem(400, 'The upload broke off', 'Send it again.');
  if (known.status && known.status >= 400 && known.status < 500)
    return new HttpProblem(known.status, 'The request cannot be taken');
  return new HttpProblem(500, 'Something went wrong here', 'It has been logged. Nothing was changed.');
}

/** Errors of a query begin with its text, whatever went wrong with it. */
const ofDatabase = (message: string, code: unknown): boolean =>
  String(code).startsWith('SQLITE') ||
  /^(select|insert|update|delete|with|begin|commit|rollback|create|alter)\b/i.test(message);

/** What the log may hold of an error: a database error's text repeats the values of the query, which can be health notes, so only its end is kept. */
export function causeOf(error: unknown): string {
  const {
    name = 'Error',
    message,
    stack = '',
    code = '',
  } = error as { name?: string; message?: string; stack?: string; code?: unknown };
  if (typeof message !== 'string') return typeof error;
  const places = stack.split('\n').filter((line) => /^\s+at /.test(line));
  const text = ofDatabase(message, code) ? `database: ${message.split(' - ').at(-1)!}` : message;
  return [`${name}: ${text}`, ...places].join('\n');
}

export const answerProblems: ErrorRequestHandler = (error, request, response, next) => {
  if (response.headersSent) return next(error);
  const problem = asProblem(error);
  if (problem.status >= 500) request.log.error({ cause: causeOf(error) }, 'request failed');
  const body: ProblemBody = {
    type: 'about:blank',
    title: problem.title,
    status: problem.status,
    detail: problem.detail,
    requestId: String(request.id),
    problems: problem.problems ? [...problem.problems] : undefined,
    current: problem.current,
  };
  if (problem.retryAfter !== undefined) response.set('Retry-After', String(problem.retryAfter));
  response.status(problem.status).type('application/problem+json').send(JSON.stringify(body));
};

export const noSuchRoute: RequestHandler = (request) => {
  throw new HttpProblem(404, 'There is nothing here', `${request.method} is not answered at this address.`);
};
