/** `npm run told`: writes anew what the core says about the cases of `tests/told`; the diff says which figures a change changed. */
import { writeFileSync } from 'node:fs';
import { catalog } from '../core/catalog/shipped.js';
import { lineOf } from '../tests/told/cases.js';
import { TABLES } from '../tests/told/tables.js';

for (const [name, of] of Object.entries(TABLES)) {
  const lines = catalog.families.flatMap(of).map(lineOf);
  writeFileSync(`tests/told/${name}.txt`, `${lines.join('\n')}\n`);
  process.stdout.write(`tests/told/${name}.txt: ${lines.length} lines\n`);
}
