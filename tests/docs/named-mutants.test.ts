import { expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { named } from '../mutation/named.mjs';

test('every named mutant still finds the one place that it breaks', () => {
  const places = named.map(({ name, file, find }) => ({
    name,
    found: readFileSync(file, 'utf8').split(find).length - 1,
  }));
  expect(places.filter(({ found }) => found !== 1)).toEqual([]);
});
