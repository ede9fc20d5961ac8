/** `npm run -s class -- FILE`: a class query in, a class plan out. */
import { catalog } from '../core/catalog/shipped.js';
import { planClass } from '../core/class/plan.js';
import { classQuerySchema } from '../core/formats/class.js';
import { classPlanFile } from '../words/class.js';
import { parseInput, runCommand } from './lines.js';
import { loadSolver } from '../server/work/solver.js';

const solve = await loadSolver();
runCommand('class', (text) => classPlanFile(catalog, planClass(parseInput(text, classQuerySchema), catalog, solve)));
