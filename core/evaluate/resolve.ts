/** Finds a record's place in the catalogue, and checks one that comes in. */
import { rungOf, rungsOf, type Catalog } from '../catalog/index.js';
import type { Family, Rung } from '../formats/catalog.js';
import type { Observation } from '../formats/observation.js';
import { InputError, type Problem } from '../formats/problems.js';

/**
 * Position and version of a record.
 * @throws InputError naming what there is instead
 */
export function placeOf(
  observation: Pick<Observation, 'position' | 'rung'>,
  catalog: Catalog,
): { family: Family; rung: Rung } {
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
    throw new InputError([
      {
        path: 'rung',
        message: `"${observation.rung}" is no version of ${family.id}; known: ${rungs.map((r) => r.id).join(', ')}`,
      },
    ]);
  return { family, rung };
}

/**
 * Checks what the schema alone cannot of a record that comes in: position, version, view and faults must stand in the catalogue. What
 * is stored is not asked again: a catalogue that was narrowed since does not take a history away.
 * @throws InputError with a line per problem
 */
export function resolveObservation(
  observation: Pick<Observation, 'position' | 'rung' | 'view' | 'events'>,
  catalog: Catalog,
): { family: Family; rung: Rung } {
  const problems: Problem[] = [];
  let place: { family: Family; rung: Rung } | null = null;
  try {
    place = placeOf(observation, catalog);
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    problems.push(...error.problems);
  }
  const family = catalog.families.find((f) => f.id === observation.position);
  if (family && !family.views.includes(observation.view))
    problems.push({ path: 'view', message: `${family.id} is looked at from: ${family.views.join(', ')}` });
  if (family)
    observation.events?.forEach((event, i) => {
      const fault = catalog.faults.find((f) => f.id === event.fault);
      if (!fault?.families.includes(family.id))
        problems.push({ path: `events[${i}].fault`, message: `"${event.fault}" is no fault of ${family.id}` });
    });
  if (problems.length > 0 || !place) throw new InputError(problems);
  return place;
}
