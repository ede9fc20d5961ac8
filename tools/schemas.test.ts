import { readFileSync } from 'node:fs';
import { describe, expect, test } from '@jest/globals';
import { schemaFiles } from './schemas.js';

describe('schemas of files', () => {
  test('stand in the documents as the program has them; `npm run -s schemas` writes them anew', async () => {
    for (const [path, text] of await schemaFiles()) expect([path, readFileSync(path, 'utf8')]).toEqual([path, text]);
  });
});
