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
  ) {
    super(title);
    this.name = 'HttpProblem';
  }
}

export const notFound = (what: string): HttpProblem => new HttpProblem(404, `${what} was not found`);
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

/** What a database or file system that cannot write says, in words; null for anything else. */
export function storageProblem(error: unknown): HttpProblem | null {
  const code = String((error as { code?: unknown } | null)?.code ?? '');
  if (/^SQLITE_(BUSY|LOCKED)/.test(code))
    return new HttpProblem(
      503,
      'The studio’s data are in use',
      'Another program holds them for a moment. Nothing was changed; try again.',
      undefined,
      2,
    );
  if (/^SQLITE_FULL/.test(code) || ['ENOSPC', 'EDQUOT'].includes(code))
    return new HttpProblem(
      507,
      'The server’s disk is full',
      'Nothing was changed. Reading goes on; what you enter stays on this device until there is room.',
    );
  if (
    /^SQLITE_(READONLY|CANTOPEN|IOERR|PERM)/.test(code) ||
    ['EROFS', 'EACCES', 'EPERM', 'ENOTDIR', 'ENOENT'].includes(code)
  )
    return new HttpProblem(
      507,
      'The server cannot write to its folder',
      'Nothing was changed. Reading goes on. Tell whoever runs the server: the folder is read-only, or its disk fails.',
    );
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
  const text = String(code).startsWith('SQLITE') ? `database: ${message.split(' - ').at(-1)!}` : message;
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
  };
  if (problem.retryAfter !== undefined) response.set('Retry-After', String(problem.retryAfter));
  response.status(problem.status).type('application/problem+json').send(JSON.stringify(body));
};

export const noSuchRoute: RequestHandler = (request) => {
  throw new HttpProblem(404, 'There is nothing here', `${request.method} is not answered at this address.`);
};
