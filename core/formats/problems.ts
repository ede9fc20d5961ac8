/** Problems of an input as lines a person can act on: `path: what is wrong`. */
import type { z } from 'zod';

export interface Problem {
  /** Like `frames[3].points.hip[0]`; `file` for the whole. */
  path: string;
  message: string;
}

/** Thrown where an input cannot be taken; carries every problem found. */
export class InputError extends Error {
  constructor(readonly problems: readonly Problem[]) {
    super(problems.map((p) => `${p.path}: ${p.message}`).join('\n'));
    this.name = 'InputError';
  }
}

/** One line, whatever a key or a value holds: control characters and line separators as escapes. */
const oneLine = (text: string): string =>
  text.replace(/[\p{Cc}\u2028\u2029]/gu, (c) => `\\u${c.codePointAt(0)!.toString(16).padStart(4, '0')}`);

const joined = (path: readonly PropertyKey[]): string =>
  path.reduce<string>(
    (text, key) => (typeof key === 'number' ? `${text}[${key}]` : text ? `${text}.${String(key)}` : String(key)),
    '',
  ) || 'file';

/** Zod's issues as problems, at most `limit` (a last line counts the rest). */
export function problemsOf(error: z.ZodError, limit = 20): Problem[] {
  const found = error.issues.flatMap((issue): Problem[] => {
    if (issue.code === 'unrecognized_keys') {
      return issue.keys.map((key) => ({ path: joined([...issue.path, key]), message: 'is not a known field' }));
    }
    if (issue.code === 'invalid_type' && issue.input === undefined)
      return [{ path: joined(issue.path), message: missing(issue.message) }];
    return [{ path: joined(issue.path), message: issue.message }];
  });
  const all = found.map(({ path, message }) => ({ path: oneLine(path), message: oneLine(message) }));
  if (all.length <= limit) return all;
  return [...all.slice(0, limit), { path: 'file', message: `and ${all.length - limit} more problems` }];
}

const missing = (message: string): string =>
  message.includes('received undefined') ? message.replace(/Invalid input: /, 'is missing: ') : message;
