/** `npm run told`: writes anew what the core says about the cases of `tests/told`; the diff says which figures a change changed. */
import { writeFileSync } from 'node:fs';
import { catalog } from '../core/catalog/shipped.js';
import { lineOf, loadsOf, looksOf } from '../tests/told/cases.js';
import { choicesOf, laddersOf, reasonsOf } from '../tests/told/people.js';

for (const [name, of] of [
  ['looks', looksOf],
  ['loads', loadsOf],
  ['ladders', laddersOf],
  ['choices', choicesOf],
  ['reasons', reasonsOf],
] as const) {
  const lines = catalog.families.flatMap(of).map(lineOf);
  writeFileSync(`tests/told/${name}.txt`, `${lines.join('\n')}\n`);
  process.stdout.write(`tests/told/${name}.txt: ${lines.length} lines\n`);
}
