/** `npm run -s evaluate -- FILE`: an observation in, an evaluation out. */
import { evaluateObservation } from '../core/evaluate.js';
import { observationSchema } from '../core/formats/observation.js';
import { parseInput, runCommand } from './lines.js';

runCommand('evaluate', (text) => evaluateObservation(parseInput(text, observationSchema)).evaluation);
