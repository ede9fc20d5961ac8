/** A look with its evaluation, for the result, the comparison and the bench. */
import { evaluateObservation, type EvaluateOptions, type EvaluationDetail } from '../../core/evaluate.js';
import { methodInForce } from '../../core/judge/method-in-force.js';
import type { Observation } from '../../core/formats/observation.js';
import type { Person } from '../../api/people.js';
import type { Standing } from '../../api/plans.js';
import { catalog, studio } from './catalogue.js';

type Who = Pick<Person, 'method' | 'familyMethods' | 'cautions' | 'kit'>;

/** Evaluates a record on this device, as the server would: with the studio's catalogue and defaults and what stands about the person. */
export const evaluateFor = (
  observation: Observation,
  person: Who | null,
  method?: string,
  {
    standing,
    ...more
  }: Omit<EvaluateOptions, 'method' | 'defaultMethod' | 'cautions' | 'catalog'> & {
    standing?: Standing | null;
  } = {},
): EvaluationDetail =>
  evaluateObservation(observation, {
    ...(standing
      ? {
          recent: standing.recent,
          stop: standing.stop !== null || standing.painIn.includes(observation.position),
          history: {
            screen: standing.history.screen,
            tests: Object.fromEntries(
              Object.entries(standing.history.tests).filter(([, answer]) => answer !== null),
            ) as Observation['tests'],
            sides: standing.history.sides ?? undefined,
          },
        }
      : {}),
    kit: person?.kit ?? studio.defaults.kit ?? undefined,
    ...more,
    catalog,
    method,
    defaultMethod: methodInForce(observation.position, person, studio.defaults),
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
