/** `npm run -s evaluate -- FILE`: an observation in, an evaluation out. */
import { catalog } from '../core/catalog/index.js';
import { evaluate } from '../core/evaluate/evaluate.js';
import { observationSchema } from '../core/formats/observation.js';
import { nobody } from '../core/person/circumstance.js';
import { evaluationFile } from '../words/evaluation-file.js';
import { parseInput, runCommand } from './lines.js';

runCommand('evaluate', (text) =>
  evaluationFile(catalog, evaluate({ observation: parseInput(text, observationSchema) }, catalog, nobody())),
);
