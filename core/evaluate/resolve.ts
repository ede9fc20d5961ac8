/** Checks a record against the catalogue. */
import { rungOf, rungsOf, type Catalog } from '../catalog/index.js';
import type { Family, Rung } from '../formats/catalog.js';
import type { Observation } from '../formats/observation.js';
import { InputError, type Problem } from '../formats/problems.js';

/**
 * Finds a record's position and version, and checks what the schema alone cannot: family, rung, view and faults must stand in the catalogue.
 * @throws InputError with a line per problem
 */
export function resolveObservation(
  observation: Pick<Observation, 'position' | 'rung' | 'view' | 'events'>,
  catalog: Catalog,
): { family: Family; rung: Rung } {
  const problems: Problem[] = [];
  const family = catalog.families.find((f) => f.id === observation.position);
  if (!family)
    throw new InputError([
      {
        path: 'position',
        message: `"${observation.position}" cannot be evaluated; known: ${catalog.families.map((f) => f.id).join(', ')}`,
      },
    ]);
  const rungs = rungsOf(catalog, family.id);
  const rung =
    observation.rung === undefined ? rungOf(catalog, family.id) : rungs.find((r) => r.id === observation.rung);
  if (!rung)
    problems.push({
      path: 'rung',
      message: `"${observation.rung}" is no version of ${family.id}; known: ${rungs.map((r) => r.id).join(', ')}`,
    });
  if (!family.views.includes(observation.view))
    problems.push({ path: 'view', message: `${family.id} is looked at from: ${family.views.join(', ')}` });
  observation.events?.forEach((event, i) => {
    const fault = catalog.faults.find((f) => f.id === event.fault);
    if (!fault?.families.includes(family.id))
      problems.push({ path: `events[${i}].fault`, message: `"${event.fault}" is no fault of ${family.id}` });
  });
  if (problems.length > 0 || !rung) throw new InputError(problems);
  return { family, rung };
}
