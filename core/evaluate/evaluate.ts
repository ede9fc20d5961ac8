/** The one evaluation: see → judge → explain → advise. Each caller stops at the stage it needs; this is the whole of it. */
import type { Catalog } from '../catalog/index.js';
import type { Circumstance } from '../person/circumstance.js';
import { advise, type Advised, type Wishes } from './advise.js';
import { explain } from './explain.js';
import { judge } from './judge.js';
import { see, type LookRecord } from './see.js';

/**
 * Evaluates a stored look: measures with errors, verdicts, hold, causes, drills and the next step. The record is not altered, so
 * another method (see `judgedBy`) judges the same one anew.
 * @throws InputError when position, rung, view or a fault is not in the catalogue
 * @example
 * const plank = { format: 'upright-anchor/observation', version: 1, position: 'front-plank', view: 'side', frames: [],
 *   picture: { width: 1280, height: 720 }, events: [{ t: 21.4, fault: 'hip-sag', state: 'on' }], ended: { t: 40, reason: 'target' } };
 * evaluate({ observation: plank }, catalog, nobody()).hold.clean // => 21.4
 */
export const evaluate = (record: LookRecord, catalog: Catalog, circumstance: Circumstance, wishes?: Wishes): Advised =>
  advise(
    explain(judge(see(record, catalog), catalog, circumstance), catalog, circumstance),
    catalog,
    circumstance,
    wishes,
  );
