/** `npm run -s lever -- FILE`: a lever query in, a lever report out. `-- --table [stature mass sex]` prints every version's load. */
import { bodyOf, type Sex } from '../core/body/anthropometry.js';
import { catalog } from '../core/catalog/shipped.js';
import { leverQuerySchema } from '../core/formats/lever.js';
import { leverReport } from '../core/statics/lever.js';
import { loadTable } from '../words/load-table.js';
import { parseInput, runCommand } from './lines.js';

const [first, stature = '1.75', mass = '75', sex = 'unspecified'] = process.argv.slice(2);
if (first === '--table') {
  try {
    const body = bodyOf({ stature: Number(stature), mass: Number(mass), sex: sex as Sex });
    process.stdout.write(`${loadTable(catalog, body)}\n`);
  } catch (error) {
    process.stderr.write(`--table: ${(error as Error).message}\n`);
    process.exitCode = 2;
  }
} else runCommand('lever', (text) => leverReport(catalog, parseInput(text, leverQuerySchema)));
