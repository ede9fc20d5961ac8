import { readFileSync } from 'node:fs';
import { describe, expect, test } from '@jest/globals';
import { catalog } from '../../core/catalog/shipped.js';
import { lineOf, type Told } from './cases.js';
import { TABLES } from './tables.js';

/** Lines of a table by their names. */
const table = (name: string): Map<string, string> =>
  new Map(
    readFileSync(`tests/told/${name}.txt`, 'utf8')
      .split('\n')
      .filter(Boolean)
      .map((line) => [line.slice(0, line.indexOf(': {') === -1 ? line.indexOf(':') : line.indexOf(': {')), line]),
  );
type Family = (typeof catalog.families)[number];
const told = new Map<string, readonly Told[]>();
/** What is told of a position, worked out once. */
function toldOf(name: string, of: (family: Family) => Told[], family: Family): readonly Told[] {
  const key = `${name} ${family.id}`;
  const known = told.get(key) ?? of(family);
  told.set(key, known);
  return known;
}

describe.each(Object.entries(TABLES))('%s', (name, of) => {
  const stands = table(name);
  // Every line as it stands in its table; `npm run told` writes them anew, and the diff says what changed.
  test.each(catalog.families.map((f) => [f.id, f] as const))(
    'of %s are told as they stand in the table',
    (_, family) => {
      const cases = toldOf(name, of, family);
      expect(cases.map(lineOf)).toEqual(cases.map(([key]) => stands.get(key)));
    },
  );
  test('the table holds nothing that is told no more', () => {
    const names = catalog.families.flatMap((family) => toldOf(name, of, family)).map(([key]) => key);
    expect([...stands.keys()].sort()).toEqual(names.sort());
  });
});
