import { readFileSync } from 'node:fs';
import { describe, expect, test } from '@jest/globals';
import { catalog } from '../../core/catalog/shipped.js';
import { lineOf, loadsOf, looksOf, type Told } from './cases.js';

/** Lines of a table by their names. */
const table = (name: string): Map<string, string> =>
  new Map(
    readFileSync(`tests/told/${name}.txt`, 'utf8')
      .split('\n')
      .filter(Boolean)
      .map((line) => [line.slice(0, line.indexOf(': {') === -1 ? line.indexOf(':') : line.indexOf(': {')), line]),
  );
/** Every line as it stands in its table; `npm run told` writes them anew, and the diff says what changed. */
function asTold(name: string, cases: readonly Told[]): void {
  const stands = table(name);
  expect(cases.map(lineOf)).toEqual(cases.map(([key]) => stands.get(key)));
}

describe.each(catalog.families.map((f) => [f.id, f] as const))('%s', (_, family) => {
  test('looks are told as they stand in the table', () => asTold('looks', looksOf(family)));
  test('loads are told as they stand in the table', () => asTold('loads', loadsOf(family)));
});
test('the tables hold nothing that is told no more', () => {
  const told = (of: (family: (typeof catalog.families)[number]) => Told[]): string[] =>
    catalog.families.flatMap(of).map(([name]) => name);
  expect([...table('looks').keys()].sort()).toEqual(told(looksOf).sort());
  expect([...table('loads').keys()].sort()).toEqual(told(loadsOf).sort());
});
