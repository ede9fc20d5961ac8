/** Which kit of an item is sized from the body, and to what: what worked comes first. */
import type { Body } from '../body/anthropometry.js';
import type { Catalog } from '../catalog/index.js';
import { daysBetween, type Day } from '../days.js';
import type { Drill, KitSizing } from '../formats/catalog.js';
import { rungAt } from '../ladder/gates.js';
import { amountOf, byTime, type LoggedHold } from '../ladder/holds.js';
import { placeKey } from '../catalog/ladders.js';
import { versionOf } from './assignable.js';
import { knobsOf } from '../statics/knobs.js';
import type { Level } from '../formats/dose.js';
import {
  bandFor,
  blockHeight,
  carryWeight,
  edgeDistanceFor,
  elbowsFor,
  holdingMoment,
  surfaceFor,
} from '../statics/kit.js';
import { governing, loadOf } from '../statics/load.js';
import { rollerRange } from '../statics/rollers.js';
import type { SetupKnobId } from '../statics/setup.js';

export interface KitSize {
  sizing: KitSizing;
  /** Metres; kilograms of a carry, in each loaded hand; newtons of a band. */
  value: number;
  /** It was used and held, it is a start value from the body, or the coach set it. */
  from: 'worked' | 'body' | 'coach';
}
/** Why there is no size: nothing was held twenty clean seconds of late, or no setting gives what is wanted. */
export type NoSize = 'no-hold' | 'out-of-reach';

const KNOB: Readonly<Record<KitSizing, SetupKnobId>> = {
  surface: 'handHeight',
  elbows: 'elbowAhead',
  edge: 'edgeDistance',
  band: 'bandForce',
  blocks: 'blockHeight',
  rollers: 'rollerSpacing',
  'carry-both': 'carriedLeft',
  'carry-one': 'carriedLeft',
  'carry-overhead': 'carriedLeft',
};
/** Share of body weight through the hands on a raised surface, rise of the low back's moment with the elbows ahead, share of today's moment at the edge. Start values, as the kit table proposes them. */
export const KIT_STARTS = { share: 0.5, rise: 1.15, edge: 0.6 } as const;
/** Days that tell today's holding moment, and clean seconds from which a setting worked. */
const LATELY = 28;
const WORKED = 20;

/** Today's holding moment and its margin from trunk work of the last four weeks; null where nothing was held 20 clean seconds. */
export function momentLately(
  catalog: Pick<Catalog, 'rungs'>,
  body: Body,
  holds: readonly LoggedHold[],
  today: Day,
): ReturnType<typeof holdingMoment> {
  return holdingMoment(
    holds
      .filter((h) => daysBetween(h.day, today) <= LATELY && governing(h.place.split('/')[0]!) === 'lumbar')
      .flatMap((h) => {
        const load = loadOf(rungAt(catalog, h.place), body, h.setup ?? undefined);
        return load ? [{ load: load.value, clean: h.clean }] : [];
      }),
  );
}

/** The newest setting at the item's version, or at its positions, that was held: to its target, or for twenty clean seconds. */
function workedAt(
  catalog: Pick<Catalog, 'rungs'>,
  drill: Drill,
  knob: SetupKnobId,
  holds: readonly LoggedHold[],
): number | null {
  const serves = (place: string): boolean =>
    drill.id.includes('/') ? place === drill.id : drill.families.includes(place.split('/')[0]!);
  const good = holds.filter((h) => {
    if (!serves(h.place) || h.setup?.[knob] === undefined || h.worst === 'gross' || h.pain) return false;
    const { unit, clean, target } = amountOf(rungAt(catalog, h.place), h);
    return h.toTarget || (clean !== null && clean >= (unit === 's' ? Math.min(WORKED, target) : target));
  });
  return [...good].sort(byTime).at(-1)?.setup?.[knob] ?? null;
}

/**
 * Size of an item's kit for a person; null where nothing of it is sized.
 * @param holds of this person, any order
 * @param today the hall's day
 */
export function kitSize(
  catalog: Catalog,
  drill: Drill,
  { body, holds, today, level }: { body: Body; holds: readonly LoggedHold[]; today: Day; level: Level },
): KitSize | NoSize | null {
  const { sizing } = drill;
  if (!sizing) return null;
  const worked = workedAt(catalog, drill, KNOB[sizing], holds);
  if (worked !== null) return { sizing, value: worked, from: 'worked' };
  const start = (): number | NoSize => {
    switch (sizing) {
      case 'surface': {
        // A version says how high it is; else the height for the usual share.
        const place = versionOf(drill);
        const rung = catalog.rungs.find((r) => placeKey(r) === place);
        const own = rung && knobsOf(rung, body).find((k) => k.id === 'handHeight')?.base;
        return own || (surfaceFor(catalog, body, KIT_STARTS.share) ?? 'out-of-reach');
      }
      case 'elbows':
        return elbowsFor(catalog, body, KIT_STARTS.rise) ?? 'out-of-reach';
      case 'blocks':
        return blockHeight(body);
      case 'rollers':
        return rollerRange(body, drill.id.split('/')[1] ?? '').own;
      case 'edge': {
        const held = momentLately(catalog, body, holds, today);
        if (!held) return 'no-hold';
        return edgeDistanceFor(catalog, body, held.moment, KIT_STARTS.edge) ?? 'out-of-reach';
      }
      case 'band': {
        const held = momentLately(catalog, body, holds, today);
        return held ? bandFor(catalog, body, held.margin).newtons : 'no-hold';
      }
      case 'carry-both':
        return carryWeight(body, 'both-hands', level).eachHand;
      case 'carry-one':
        return carryWeight(body, 'one-side', level).eachHand;
      case 'carry-overhead':
        return carryWeight(body, 'overhead', level).eachHand;
    }
  };
  const value = start();
  return typeof value === 'number' ? { sizing, value, from: 'body' } : value;
}
