/** Every test of the core in one file, and the tables of what it says, so that `npm run mutation` loads the core once for each mutant. */
import { readdirSync } from 'node:fs';

const core = new URL('../../core/', import.meta.url);
for (const file of readdirSync(core, { recursive: true, encoding: 'utf8' }))
  if (file.endsWith('.test.ts')) await import(`../../core/${file}`);
await import('../told/told.test.js');
