/** What the commands share: reading a JSON file within limits, and errors as lines. */
import { once } from 'node:events';
import { createReadStream, existsSync, readFileSync, readSync, statSync } from 'node:fs';
import type { z } from 'zod';
import { InputError, problemsOf, type Problem } from '../core/formats/problems.js';

const LIMIT = 64 * 1024 * 1024;

const fail = (message: string): never => {
  throw new InputError([{ path: 'file', message }]);
};

/** Standard input up to the limit: what never ends is given up there. */
function readStandardInput(): string {
  const chunks: Buffer[] = [];
  let size = 0;
  for (;;) {
    const chunk = Buffer.alloc(65536);
    let read: number;
    try {
      read = readSync(0, chunk);
    } catch (error) {
      // What writes is slower than what reads.
      if ((error as NodeJS.ErrnoException).code === 'EAGAIN') continue;
      if ((error as NodeJS.ErrnoException).code === 'EOF') break;
      throw error;
    }
    if (read === 0) break;
    size += read;
    if (size > LIMIT) fail(`is over ${LIMIT / 1048576} MB`);
    chunks.push(chunk.subarray(0, read));
  }
  return Buffer.concat(chunks).toString('utf8');
}

/** The lines of a stream. A line longer than the limit is given as null, and what follows of it is passed over. */
async function* linesOf(input: AsyncIterable<Buffer>, limit = LIMIT): AsyncGenerator<string | null> {
  const decoder = new TextDecoder();
  let rest = '';
  let over = false;
  const line = (text: string): string | null => {
    const whole = over ? null : text.replace(/\r$/, '');
    over = false;
    return whole;
  };
  for await (const chunk of input) {
    const parts = (rest + decoder.decode(chunk, { stream: true })).split('\n');
    rest = parts.pop()!;
    for (const part of parts) yield line(part);
    if (rest.length > limit) over = true;
    if (over) rest = '';
  }
  rest += decoder.decode();
  if (rest !== '' || over) yield line(rest);
}

/** Text of a file, or of standard input for `-`. @throws InputError when missing, empty, a folder or over 64 MB */
export function readInput(file: string): string {
  let text: string;
  try {
    if (file !== '-') {
      const facts = statSync(file);
      if (facts.isDirectory()) fail('is a folder');
      if (facts.size > LIMIT) fail(`is ${Math.round(facts.size / 1048576)} MB; at most ${LIMIT / 1048576} MB are read`);
    }
    text = file === '-' ? readStandardInput() : readFileSync(file, 'utf8');
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

const rounded = (_key: string, value: unknown): unknown =>
  typeof value === 'number' ? Number(value.toFixed(4)) : value;
const problemsFrom = (error: unknown): Problem[] =>
  error instanceof InputError
    ? [...error.problems]
    : [{ path: 'file', message: `cannot be worked out (${(error as Error).message})` }];
function complain(problems: readonly Problem[]): void {
  process.stderr.write(`${problems.map((p) => `${p.path}: ${p.message}`).join('\n')}\n`);
  process.exitCode = 2;
}

/** Runs a command that turns FILE into JSON: exit 0 with JSON, or exit 2 with one line per problem. */
export function runCommand(name: string, work: (text: string) => unknown): void {
  const file = process.argv[2];
  try {
    if (file === undefined || process.argv.length > 3)
      fail(`say which: npm run -s ${name} -- FILE (or - for standard input)`);
    process.stdout.write(`${JSON.stringify(work(readInput(file!)), rounded, 2)}\n`);
  } catch (error) {
    complain(problemsFrom(error));
  }
}

/**
 * Turns each line of a file into a line of JSON, in the same order and with one line in memory. A line that cannot be worked out gives
 * `{"problems":[…]}` in its place, and the exit status is 2.
 */
export async function runLines(file: string | undefined, work: (text: string) => unknown): Promise<void> {
  try {
    if (file === undefined) fail('say which: -- --lines FILE (or - for standard input)');
    if (file !== '-') {
      if (!existsSync(file!)) fail('does not exist');
      if (statSync(file!).isDirectory()) fail('is a folder');
    }
    const input = file === '-' ? process.stdin : createReadStream(file!);
    for await (const line of linesOf(input)) {
      let answer: unknown;
      try {
        if (line === null) throw new InputError([{ path: 'line', message: `is over ${LIMIT / 1048576} MB` }]);
        const text = line.charCodeAt(0) === 0xfeff ? line.slice(1) : line;
        if (text.trim() === '') throw new InputError([{ path: 'line', message: 'is empty' }]);
        answer = work(text);
      } catch (error) {
        answer = { problems: problemsFrom(error) };
        process.exitCode = 2;
      }
      // What reads the answers may be slower than what writes them.
      if (!process.stdout.write(`${JSON.stringify(answer, rounded)}\n`)) await once(process.stdout, 'drain');
    }
  } catch (error) {
    complain(problemsFrom(error));
  }
}
