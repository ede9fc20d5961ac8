/** What was set up before a look, and the record that every look starts from. */
import { catalog, record } from '../../../core/catalog/index.js';
import type { Observation } from '../../../core/formats/observation.js';
import { OBSERVATION_FORMAT } from '../../../core/formats/observation.js';
import type { MethodId } from '../../../core/formats/catalog.js';
import type { Person } from '../../../api/people.js';
import { athleteOf } from '../../lib/look.js';

export interface BenchSetup {
  position: string;
  rung: string;
  method: MethodId;
  target: number;
  /** metres; null: as the version has it */
  elbowAhead: number | null;
}

/** The envelope and the declared things; frames, events and the end are added by what was done. */
export function startRecord(setup: BenchSetup, person: Person | null): Observation {
  return {
    format: OBSERVATION_FORMAT,
    version: 1,
    position: setup.position,
    rung: setup.rung,
    view: record(catalog.families, setup.position).views.includes('side')
      ? 'side'
      : record(catalog.families, setup.position).views[0]!,
    method: setup.method,
    ...(person ? { athlete: athleteOf(person) } : {}),
    picture: { width: 1280, height: 720 },
    frames: [],
    ...(setup.elbowAhead !== null ? { setup: { elbowAhead: setup.elbowAhead } } : {}),
  };
}
