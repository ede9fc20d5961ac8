/** What the commands share: reading a JSON file within limits, and errors as lines. */
import { readFileSync, statSync } from 'node:fs';
import type { z } from 'zod';
import { InputError, problemsOf } from '../core/formats/problems.js';

const LIMIT = 64 * 1024 * 1024;

const fail = (message: string): never => {
  throw new InputError([{ path: 'file', message }]);
};

/** Text of a file, or of standard input for `-`. @throws InputError when missing, empty, a folder or over 64 MB */
export function readInput(file: string): string {
  let text: string;
  try {
    if (file !== '-') {
      const facts = statSync(file);
      if (facts.isDirectory()) fail('is a folder');
      if (facts.size > LIMIT) fail(`is ${Math.round(facts.size / 1048576)} MB; at most ${LIMIT / 1048576} MB are read`);
    }
    text = readFileSync(file === '-' ? 0 : file, 'utf8');
  } catch (error) {
    if (error instanceof InputError) throw error;
    const code = (error as NodeJS.ErrnoException).code;
    return fail(code === 'ENOENT' ? 'does not exist' : code === 'EACCES' ? 'may not be read' : 'cannot be read');
  }
  if (text.length > LIMIT) fail(`is over ${LIMIT / 1048576} MB`);
  if (text.trim() === '') fail('is empty');
  return text.charCodeAt(0) === 0xfeff ? text.slice(1) : text;
}

/** JSON text checked by a schema. @throws InputError with every problem */
export function parseInput<T>(text: string, schema: z.ZodType<T>): T {
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch (error) {
    const at = /position (\d+)/.exec((error as Error).message);
    const line = at ? ` near line ${text.slice(0, Number(at[1])).split('\n').length}` : '';
    return fail(`is not JSON${line} (NaN and Infinity are not JSON either)`);
  }
  const result = schema.safeParse(value, { reportInput: true });
  if (!result.success) throw new InputError(problemsOf(result.error));
  return result.data;
}

/** Runs a command that turns FILE into JSON: exit 0 with JSON, or exit 2 with one line per problem. */
export function runCommand(name: string, work: (text: string) => unknown): void {
  const file = process.argv[2];
  try {
    if (file === undefined || process.argv.length > 3)
      fail(`say which: npm run -s ${name} -- FILE (or - for standard input)`);
    const result = work(readInput(file!));
    process.stdout.write(
      `${JSON.stringify(result, (_key, value: unknown) => (typeof value === 'number' ? Number(value.toFixed(4)) : value), 2)}\n`,
    );
  } catch (error) {
    const lines =
      error instanceof InputError
        ? error.problems.map((p) => `${p.path}: ${p.message}`)
        : [`file: cannot be worked out (${(error as Error).message})`];
    process.stderr.write(`${lines.join('\n')}\n`);
    process.exitCode = 2;
  }
}
