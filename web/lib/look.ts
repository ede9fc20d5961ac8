/** A look with its evaluation, for the result, the comparison and the bench. */
import { evaluateObservation, type EvaluateOptions, type EvaluationDetail } from '../../core/evaluate.js';
import type { MethodId } from '../../core/formats/catalog.js';
import type { Observation } from '../../core/formats/observation.js';
import type { Person } from '../../api/people.js';

/** Evaluates a record on this device, as the server would. */
export const evaluateFor = (
  observation: Observation,
  person: Pick<Person, 'method' | 'cautions'> | null,
  method?: MethodId,
  more: Omit<EvaluateOptions, 'method' | 'defaultMethod' | 'cautions'> = {},
): EvaluationDetail =>
  evaluateObservation(observation, {
    ...more,
    method,
    defaultMethod: person?.method ?? undefined,
    cautions: person?.cautions,
  });

/** Body size of a person as it goes into a record. */
export function athleteOf(person: Pick<Person, 'stature' | 'mass' | 'sex'>): NonNullable<Observation['athlete']> {
  return {
    ...(person.stature ? { stature: person.stature } : {}),
    ...(person.mass ? { mass: person.mass } : {}),
    sex: person.sex,
  };
}
