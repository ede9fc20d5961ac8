/** Range that a version asks for: a check of the body's own range, and the low back on the floor before a longer lever on the back. */
import type { Catalog } from '../catalog/index.js';
import { testResult } from '../reason/facts.js';
import type { Observation } from '../formats/observation.js';
import type { Rung } from '../formats/catalog.js';
import { placeKey } from '../catalog/ladders.js';
import type { LoggedHold } from './holds.js';

type Test = keyof NonNullable<Observation['tests']>;

interface RangeGate {
  /** `family/rung` that ask for it. */
  places: readonly string[];
  test: Test;
  /** Degrees at least; without it the check must be negative, that is, find nothing short. */
  atLeast?: number;
}

const places = (family: string, ...rungs: string[]): string[] => rungs.map((r) => `${family}/${r}`);
/** Straight-leg raise with which compression and hanging raises begin, degrees. Practice: range before load; the figure is the usual end of normal. */
const LEG_RAISE = 80;
const RANGE_GATES: readonly RangeGate[] = [
  { places: places('all-fours', 'floor', 'bear'), test: 'flexion-90' },
  {
    places: [
      ...places('compression', 'one-leg', 'both-legs', 'slide-through'),
      ...places('hanging', 'angled-board', 'half', 'full', 'slow-lower'),
    ],
    test: 'leg-raise-passive',
    atLeast: LEG_RAISE,
  },
  {
    places: [
      ...places('hollow', 'overhead', 'low', 'rock'),
      ...places('handstand', 'chest-to-wall', 'push-tall', 'toe-pulls', 'free'),
    ],
    test: 'arms-overhead',
  },
];

/** How a version's range stands: what is short, or not known. */
export type RangeStatus =
  | { is: 'short' | 'unknown'; by: 'test'; test: Test; atLeast: number | null; got: number | null }
  | { is: 'short' | 'unknown'; by: 'back' };

/** Positions on the back whose longer lever waits for a low back that stays down. */
const ON_THE_BACK = new Set(['hollow', 'dead-bug']);

/**
 * What a version asks of range and is not there; empty where all is.
 * @param ranges checks that are known of the person
 * @param before the version before it and the newest hold there
 */
export function rangeStatus(
  catalog: Pick<Catalog, 'tests'>,
  place: string,
  ranges: Observation['tests'] = {},
  before?: { from: Rung; last: LoggedHold },
): RangeStatus[] {
  const own = RANGE_GATES.filter((g) => g.places.includes(place)).flatMap(({ test, atLeast }): RangeStatus[] => {
    const answer = ranges[test];
    const told = {
      by: 'test' as const,
      test,
      atLeast: atLeast ?? null,
      got: typeof answer === 'number' ? answer : null,
    };
    if (answer === undefined) return [{ ...told, is: 'unknown' }];
    const known = catalog.tests.find((t) => t.id === test);
    const short =
      typeof answer === 'number' && atLeast !== undefined
        ? answer < atLeast
        : (known ? testResult(known, answer, ranges) : answer) === 'positive';
    return short ? [{ ...told, is: 'short' }] : [];
  });
  const family = place.split('/')[0]!;
  if (!before || before.from.family !== family || !ON_THE_BACK.has(family) || placeKey(before.from) === place)
    return own;
  const down = before.last.backDown;
  return down === true ? own : [...own, { is: down === null ? 'unknown' : 'short', by: 'back' }];
}
