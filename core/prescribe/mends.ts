/** The steps of a fault's mend sequence that fit a person, in the order to try them. */
import type { CautionId, Fault, Mend, Method } from '../formats/catalog.js';

export interface MendStep extends Mend {
  /** Place in the fault's own sequence: what results are stored under. */
  index: number;
}

export interface MendQuery {
  cautions: readonly CautionId[];
  /** Standing permission for a hand on the person; it is asked for every time as well. */
  handsOn: boolean;
  /** Steps of this fault that helped this person before. */
  worked: readonly number[];
  /** Its own words for a cue go before the fault's. */
  method?: Pick<Method, 'cues'>;
}

/**
 * What helped before comes first, then cue, set-up, touch, prop, lever, uneven, substitute. Steps that a caution excludes and touch
 * without permission are left out.
 */
export function mendSteps(fault: Fault, { cautions, handsOn, worked, method }: MendQuery): MendStep[] {
  return fault.mends
    .map((mend, index) => ({
      ...mend,
      index,
      say: mend.kind === 'cue' ? (method?.cues[fault.id] ?? mend.say) : mend.say,
    }))
    .filter((mend) => mend.kind !== 'touch' || handsOn)
    .filter((mend) => !mend.excludedBy?.some((c) => cautions.includes(c)))
    .sort((a, b) => Number(worked.includes(b.index)) - Number(worked.includes(a.index)) || a.index - b.index);
}
