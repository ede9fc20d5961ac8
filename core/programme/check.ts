/** What a plan query names must be in the catalogue. */
import { bodyOf } from '../body/anthropometry.js';
import type { Catalog } from '../catalog/index.js';
import { placeKey } from '../catalog/ladders.js';
import { InputError, type Problem } from '../formats/problems.js';
import type { PlanQuery } from '../formats/programme.js';

/**
 * Checks what the schema cannot: ids.
 * @throws InputError with a line per problem
 */
export function checkPlan(query: PlanQuery, catalog: Catalog): void {
  const problems: Problem[] = [];
  const say = (path: string, message: string): void => void problems.push({ path, message });
  const families = new Set(catalog.families.map((f) => f.id));
  const kits = new Set([...catalog.drills, ...catalog.tests].flatMap((d) => d.kit));
  const versions = new Set(catalog.rungs.map(placeKey));
  const items = new Set([...versions, ...catalog.drills.map((d) => d.id)]);
  (query.kit ?? []).forEach((k, i) => {
    if (!kits.has(k)) say(`kit[${i}]`, `"${k}" is no kit of the catalogue`);
  });
  for (const [family, { rung }] of Object.entries(query.places)) {
    if (!families.has(family)) say(`places.${family}`, 'is no position');
    else if (!versions.has(`${family}/${rung}`))
      say(`places.${family}.rung`, `there is no version "${rung}" of ${family}`);
  }
  if (query.goal !== undefined && !versions.has(query.goal)) say('goal', `there is no version "${query.goal}"`);
  query.pins.forEach((pin, i) => {
    if (!items.has(pin.item)) say(`pins[${i}].item`, `there is no drill or version "${pin.item}"`);
    if (pin.week > query.weeks) say(`pins[${i}].week`, `is after the last week, ${query.weeks}`);
  });
  query.bans.forEach((id, i) => {
    if (!items.has(id)) say(`bans[${i}]`, `there is no drill or version "${id}"`);
  });
  try {
    bodyOf(query.athlete);
  } catch (error) {
    say('athlete', (error as Error).message);
  }
  if (problems.length > 0) throw new InputError(problems);
}
