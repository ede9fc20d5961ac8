import { readFileSync } from 'node:fs';
import { describe, expect, test } from '@jest/globals';
import { catalog } from '../../core/catalog/shipped.js';
import { lineOf, loadsOf, looksOf, type Told } from './cases.js';
import { choicesOf, laddersOf, reasonsOf } from './people.js';

const TABLES = { looks: looksOf, loads: loadsOf, ladders: laddersOf, choices: choicesOf, reasons: reasonsOf };

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
  test.each(Object.entries(TABLES))('%s are told as they stand in the table', (name, of) => asTold(name, of(family)));
});
test.each(Object.entries(TABLES))('the table of %s holds nothing that is told no more', (name, of) => {
  expect([...table(name).keys()].sort()).toEqual(
    catalog.families
      .flatMap((family) => of(family))
      .map(([key]) => key)
      .sort(),
  );
});
