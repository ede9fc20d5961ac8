/** `npm run -s plan -- FILE`: a plan query in, a programme out. */
import { catalog } from '../core/catalog/shipped.js';
import { planQuerySchema } from '../core/formats/programme.js';
import { planProgramme } from '../core/programme/plan.js';
import { programmeFile } from '../words/programme.js';
import { parseInput, runCommand } from './lines.js';
import { loadSolver } from '../server/work/solver.js';

const solve = await loadSolver();
runCommand('plan', (text) => programmeFile(catalog, planProgramme(catalog, parseInput(text, planQuerySchema), solve)));
