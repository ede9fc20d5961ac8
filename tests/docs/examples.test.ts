/** Examples in comments and in the rooms' READMEs are run, so that they stay true: `expression // => result`. */
import { describe, expect, test } from '@jest/globals';
import { readdirSync, readFileSync } from 'node:fs';
import { dirname, join, relative } from 'node:path';
import { fileURLToPath } from 'node:url';

const root = fileURLToPath(new URL('../..', import.meta.url));
const under = (folder: string, fits: (file: string) => boolean): string[] =>
  readdirSync(join(root, folder), { recursive: true, encoding: 'utf8' })
    .map((file) => join(folder, file))
    .filter(fits);
const sources = ['core', 'words', 'api'].flatMap((folder) =>
  under(folder, (file) => file.endsWith('.ts') && !file.endsWith('.test.ts')),
);

type Scope = Record<string, unknown>;
const load = async (file: string): Promise<Scope> => (await import(join(root, file))) as Scope;
const everything: Scope = {};
for (const file of sources) Object.assign(everything, await load(file));
for (const file of ['index', 'shipped']) Object.assign(everything, await load(`core/catalog/${file}.ts`));

/** Runs code whose lines end in `// => result`. @returns pairs of what came and what was promised */
function run(code: string, scope: Scope): { got: unknown; said: string; wanted: unknown }[] {
  const lines = code.split('\n').map((line) => {
    const [, expression, result] = /^\s*(.+?);?\s*\/\/ => (.+?)\s*$/.exec(line) ?? [];
    return expression && result
      ? `out.push({ got: (${expression}), said: ${JSON.stringify(result)}, wanted: (${result}) });`
      : line;
  });
  const names = Object.keys(scope).filter((name) => /^[A-Za-z_$][\w$]*$/.test(name) && name !== 'default');
  const body = `"use strict"; const out = []; ${lines.join('\n')}\nreturn out;`;

  const work = new Function(...names, body) as (...values: unknown[]) => ReturnType<typeof run>;
  return work(...names.map((name) => scope[name]));
}
/** Numbers are meant to the digits that are written. */
function check({ got, said, wanted }: ReturnType<typeof run>[number]): void {
  if (typeof wanted !== 'number') expect(got).toEqual(wanted);
  else expect(got).toBeCloseTo(wanted, /\.(\d+)/.exec(said)?.[1]?.length ?? 0);
}

/** The examples of a file's comments: from `@example` to the next tag or the comment's end. */
function examplesIn(text: string): string[] {
  return [...text.matchAll(/\/\*\*([\s\S]*?)\*\//g)].flatMap(([, comment]) =>
    comment!
      .split('@example')
      .slice(1)
      .map((part) =>
        part
          .split(/\n\s*\*\s*@/)[0]!
          .replace(/^\s*\*\s?/gm, '')
          .trim(),
      ),
  );
}

describe('examples in comments', () => {
  const found = sources.flatMap((file) =>
    examplesIn(readFileSync(join(root, file), 'utf8')).map((code) => [file, code] as const),
  );
  test('there are some, and each promises a result', () => {
    expect(found.length).toBeGreaterThan(20);
    for (const [file, code] of found) expect([file, code]).toEqual([file, expect.stringContaining('// =>')]);
  });
  test.each(found)('%s: %s', async (file, code) => {
    const results = run(code, { ...everything, ...(await load(file)) });
    expect(results.length).toBeGreaterThan(0);
    results.forEach(check);
  });
});

describe('examples in the rooms’ READMEs', () => {
  const rooms = under('core', (file) => file.endsWith('README.md'));
  test('every room of the core has one, with an example', () => {
    const folders = readdirSync(join(root, 'core'), { withFileTypes: true }).filter((d) => d.isDirectory());
    expect(rooms.map((file) => relative('core', dirname(file))).sort()).toEqual(folders.map((d) => d.name).sort());
  });
  test.each(rooms)('%s', async (file) => {
    const blocks = [...readFileSync(join(root, file), 'utf8').matchAll(/```js\n([\s\S]*?)```/g)].map((m) => m[1]!);
    expect(blocks.length).toBeGreaterThan(0);
    for (const block of blocks) {
      const scope: Scope = {};
      const code = block.replace(/^import \{([^}]*)\} from '([^']+)';$/gm, (_all, names: string, from: string) => {
        scope[from] = names.split(',').map((name) => name.trim());
        return '';
      });
      const known: Scope = {};
      for (const [from, names] of Object.entries(scope) as [string, string[]][]) {
        const module = await load(join(dirname(file), from.replace(/\.js$/, '.ts')));
        for (const name of names) {
          expect(module).toHaveProperty(name);
          known[name] = module[name];
        }
      }
      const results = run(code, known);
      expect(results.length).toBeGreaterThan(0);
      results.forEach(check);
    }
  });
});
