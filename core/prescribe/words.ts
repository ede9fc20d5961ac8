/** Words of a prescription that screen and sheet share. */
import type { Drill } from '../formats/catalog.js';

const PLACES: Readonly<Record<Drill['place'], string>> = {
  'warm-up': 'in the warm-up',
  'with-main-lift': 'with a main lift',
  'between-sets': 'between sets',
  end: 'at the end',
  after: 'after the session',
};

/** Where in a session a drill stands. */
export const placeOf = (place: Drill['place']): string => PLACES[place];
