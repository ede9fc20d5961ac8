/** `npm run -s evaluate -- FILE`: an observation in, an evaluation out; `-- --lines FILE`: one a line. */
import { catalog } from '../core/catalog/shipped.js';
import { evaluate } from '../core/evaluate/evaluate.js';
import { resolveObservation } from '../core/evaluate/resolve.js';
import { observationSchema } from '../core/formats/observation.js';
import { nobody } from '../core/person/circumstance.js';
import { evaluationFile } from '../words/evaluation-file.js';
import { parseInput, runCommand, runLines } from './lines.js';

function work(text: string): unknown {
  const observation = parseInput(text, observationSchema);
  resolveObservation(observation, catalog);
  return evaluationFile(catalog, evaluate({ observation }, catalog, nobody()));
}
if (process.argv[2] === '--lines') await runLines(process.argv[3], work);
else runCommand('evaluate', work);
