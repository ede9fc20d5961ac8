/** A drill's dose for a person: the role's, the drill's own fields, the method, the level, and what was done of late. */
import type { Catalog } from '../catalog/index.js';
import type { CautionId, Drill, Method, Rung } from '../formats/catalog.js';
import type { Dose, Level, Span } from '../formats/dose.js';
import { doseBy } from './by-method.js';

/** One number of a range by level: the least, the middle (halves go down), the most. */
function within([least, most]: Span, level: Level): Span {
  const one = level === 'beginner' ? least : level === 'strong' ? most : Math.floor((least + most) / 2);
  return [one, one];
}
/** A dose with its sets and its work settled by a level; rest and days stay a range. */
export const atLevel = (dose: Dose, level: Level): Dose => ({
  ...dose,
  sets: within(dose.sets, level),
  amount: dose.amount && within(dose.amount, level),
});

/** The role's default dose, fitted to the method's way of holding, with the drill's own fields on top; settled where a level is given. */
export function doseOf(
  catalog: Pick<Catalog, 'doses'>,
  drill: Drill,
  method?: Method,
  cautions: readonly CautionId[] = [],
  level?: Level,
): Dose {
  const hold = method?.axes.hold;
  const gentle = cautions.includes('blood-pressure') || cautions.includes('eye-pressure');
  const role =
    drill.role !== 'moderate-holds' || !hold || hold === 'moderate'
      ? drill.role
      : hold === 'short'
        ? gentle
          ? 'short-holds'
          : 'maximal-holds'
        : hold === 'low-load'
          ? 'short-holds'
          : drill.role;
  const longer: Partial<Dose> = drill.role === 'moderate-holds' && hold === 'endurance' ? { amount: [30, 60] } : {};
  // Who works one side works the other too; a drill that changes sides by itself says null.
  const sides: Partial<Dose> = drill.limbs === 'one' && drill.dose?.each === undefined ? { each: 'side' } : {};
  const dose = doseBy({ ...catalog.doses[role]!, ...longer, ...sides, ...drill.dose }, role, method, cautions);
  return level ? atLevel(dose, level) : dose;
}

/** Share of today's usual break at which a hold starts. */
export const BELOW_TODAY = 0.8;
/**
 * A version's dose for a person: seconds start below today's usual break, reps below the usual broken one.
 * @param usual clean seconds or reps of the last sets at it; null where it was not done
 * @param wanted seconds or reps that are aimed at
 */
export function doseBelow(
  dose: Dose,
  rung: Pick<Rung, 'counted' | 'target'>,
  usual: number | null,
  wanted: number,
): Dose {
  const amount = Math.max(1, Math.floor(usual === null ? wanted : Math.min(wanted, BELOW_TODAY * usual)));
  const unit = rung.counted ? UNIT_OF[rung.counted.what] : 's';
  return { ...dose, amount: [amount, amount], unit, clean: unit === 's' || unit === 'reps', remark: '' };
}
const UNIT_OF = { rep: 'reps', step: 'steps', pull: 'pulls', shape: 'shapes' } as const;
/** The unit in which a version's sets are counted. */
export const unitOf = (rung: Pick<Rung, 'counted'>): Dose['unit'] => (rung.counted ? UNIT_OF[rung.counted.what] : 's');
