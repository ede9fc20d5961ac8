/** Finds a record's place in the catalogue, and checks one that comes in. */
import { bodyOf } from '../body/anthropometry.js';
import { rungOf, rungsOf, type Catalog } from '../catalog/index.js';
import type { Family, Rung } from '../formats/catalog.js';
import type { Observation } from '../formats/observation.js';
import { InputError, type Problem } from '../formats/problems.js';
import { foreignKnobs, setupKnobsOf } from '../statics/setup.js';

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

/** Taps and reps that name a fault which the position does not have. */
function faultProblems(
  { events, reps }: Pick<Observation, 'events' | 'reps'>,
  family: Family,
  catalog: Catalog,
): Problem[] {
  const known = new Set(catalog.faults.filter((f) => f.families.includes(family.id)).map((f) => f.id));
  const wrong = (list: string) => (entry: { fault?: string }, i: number) =>
    entry.fault === undefined || known.has(entry.fault)
      ? []
      : [{ path: `${list}[${i}].fault`, message: `"${entry.fault}" is no fault of ${family.id}` }];
  return [...(events ?? []).flatMap(wrong('events')), ...(reps ?? []).flatMap(wrong('reps'))];
}

/** Settings that the version lacks, and parts of a split set that are no versions of the position. */
function partProblems(
  { setup, segments, athlete }: Pick<Observation, 'setup' | 'segments' | 'athlete'>,
  { family, rung }: { family: Family; rung: Rung },
  catalog: Catalog,
): Problem[] {
  const body = bodyOf(athlete);
  const has = setupKnobsOf(rung, body).map((k) => k.id);
  const rungs = rungsOf(catalog, family.id).map((r) => r.id);
  return [
    ...foreignKnobs(rung, body, setup).map((id) => ({
      path: `setup.${id}`,
      message: `"${rung.id}" has no such setting; it has: ${has.join(', ') || 'none'}`,
    })),
    ...(segments ?? []).flatMap((part, i) =>
      i === 0 && part.rung !== rung.id
        ? [{ path: 'segments[0].rung', message: `must be the observation's own version, "${rung.id}"` }]
        : rungs.includes(part.rung)
          ? []
          : [
              {
                path: `segments[${i}].rung`,
                message: `"${part.rung}" is no version of ${family.id}; known: ${rungs.join(', ')}`,
              },
            ],
    ),
  ];
}

/**
 * Checks what the schema alone cannot of a record that comes in: position, version, view, faults, settings and parts must stand in the catalogue. What
 * is stored is not asked again: a catalogue that was narrowed since does not take a history away.
 * @throws InputError with a line per problem
 */
export function resolveObservation(
  observation: Pick<Observation, 'position' | 'rung' | 'view' | 'events' | 'setup' | 'segments' | 'reps' | 'athlete'>,
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
  if (family) problems.push(...faultProblems(observation, family, catalog));
  if (place) problems.push(...partProblems(observation, place, catalog));
  if (problems.length > 0 || !place) throw new InputError(problems);
  return place;
}
