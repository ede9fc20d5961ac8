/**
 * The tables of what the core says and every test of it in one file, so that `npm run mutation` loads the core once for each mutant. The tables come
 * first: they are quick, and reach the most.
 */
import { readdirSync } from 'node:fs';

await import('../told/told.test.js');
const core = new URL('../../core/', import.meta.url);
for (const file of readdirSync(core, { recursive: true, encoding: 'utf8' }))
  if (file.endsWith('.test.ts')) await import(`../../core/${file}`);
