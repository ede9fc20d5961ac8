/** A look's request, read. */
import type { LookInput } from '../../api/observations.js';
import type { Catalog } from '../../core/catalog/index.js';
import { resolveObservation } from '../../core/evaluate/resolve.js';
import { InputError } from '../../core/formats/problems.js';
import { recordHash } from '../database/record-hash.js';

/** Everything but the frames, and the record as text that is stored as it is. */
export interface ReadLook {
  input: LookInput;
  record: string;
  hash: string;
}

/** A look checked against the catalogue, as it is stored. @throws InputError naming what the catalogue does not have */
export function lookRead(catalog: Catalog, input: LookInput): ReadLook {
  try {
    resolveObservation(input.observation, catalog);
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    throw new InputError(error.problems.map((p) => ({ ...p, path: `observation.${p.path}` })));
  }
  return {
    input: { ...input, observation: { ...input.observation, frames: [] } },
    record: JSON.stringify(input.observation),
    hash: recordHash(input.observation),
  };
}
