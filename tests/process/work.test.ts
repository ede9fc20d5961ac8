/** The threads of the built server: a computation that takes too long is ended, and the next one is answered. */
import { afterAll, expect, test } from '@jest/globals';
import { existsSync } from 'node:fs';
import { resolve } from 'node:path';
import { catalog } from '../../core/catalog/shipped.js';
import { InputError } from '../../core/formats/problems.js';
import type { Known } from '../../server/repositories/studio.js';
import { workIn } from '../../server/work/work.js';

const known: Known = { catalog, entries: [], revision: 0 } as unknown as Known;
const worker = resolve('dist/server/worker.js');
const work = workIn(worker, { readImport: 1 });
afterAll(() => work.close());

test('what takes too long is ended and refused in words; others go on in a thread of their own', async () => {
  expect(existsSync(worker)).toBe(true);
  const rows = Array.from({ length: 19_000 }, (_, i) => `Person ${i},1990`).join('\n');
  const file = { bytes: Buffer.from(`Name,Born\n${rows}\n`), name: 'a.csv' };
  const slow = work.run('readImport', known, { ...file, as: 'roster' } as never, 1, 0);
  await expect(slow).rejects.toBeInstanceOf(InputError);
  await expect(slow).rejects.toThrow(/takes too much time/);
  const right = await work.run('evaluateBody', known, { body: '{', circumstance: null } as never, 1, 0).catch(String);
  expect(right).toContain('The data is not JSON');
});
