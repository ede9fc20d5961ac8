/** Which method judges: the one asked for, the look's own, the person's, the studio's, the position's. */
import { record, type Catalog } from '../catalog/index.js';
import type { Family, Method } from '../formats/catalog.js';

/** Methods chosen somewhere: one for everything, and one for single positions. */
export interface MethodChoice {
  method: string | null;
  familyMethods: Readonly<Record<string, string>>;
}

/** Who has chosen a method. */
export interface MethodLayers {
  /** Asked for now, over everything: "judge by". */
  asked?: string | null;
  person: MethodChoice | null;
  studio: MethodChoice | null;
}

/**
 * The method in force for a position. In this order: asked for, the look's own, the person's for the position, the person's for
 * everything, the studio's for the position, the studio's for everything, the position's own. An id that the catalogue does not have
 * (any more) is passed over.
 * @param own method that the look itself names
 * @throws RangeError for an unknown position
 */
export function methodInForce(
  catalog: Pick<Catalog, 'methods' | 'families'>,
  layers: MethodLayers,
  family: Family | string,
  own?: string,
): Method {
  const position = typeof family === 'string' ? record(catalog.families, family) : family;
  const { asked, person, studio } = layers;
  const wanted = [
    asked,
    own,
    person?.familyMethods[position.id],
    person?.method,
    studio?.familyMethods[position.id],
    studio?.method,
  ];
  for (const id of wanted) {
    const found = id ? catalog.methods.find((m) => m.id === id) : undefined;
    if (found) return found;
  }
  return record(catalog.methods, position.defaultMethod);
}
