/** The steps of a fault's mend sequence that fit a position and a person, in the order to try them. */
import { MEND_KINDS, type CautionId, type Fault, type Mend, type Method, type Posture } from '../formats/catalog.js';
import { cueBy } from './by-method.js';

export interface MendStep extends Mend {
  /** Place in the fault's own list: what results are stored under. */
  index: number;
}

export interface MendQuery {
  /** Position in which the fault was seen. */
  family: string;
  cautions: readonly CautionId[];
  /** Standing permission for a hand on the person; it is asked for every time as well. */
  handsOn: boolean;
  /** Steps of this fault that helped this person before. */
  worked: readonly number[];
  /** Its own words for a cue go before the fault's. */
  method?: Pick<Method, 'cues'> & Partial<Pick<Method, 'axes'>>;
}

/** How a body is placed in a position. */
const OWN: Readonly<Record<string, Posture>> = {
  'front-plank': 'support',
  'push-up': 'support',
  'all-fours': 'support',
  'bird-dog': 'support',
  'side-plank': 'side',
  arch: 'prone',
  hanging: 'hang',
  'front-lever': 'hang',
  handstand: 'upside-down',
  compression: 'seated',
  rotation: 'seated',
  carry: 'standing',
  'overhead-squat': 'standing',
  'single-leg-squat': 'standing',
};
/** The posture of a position; what is not named lies on the back. */
export const postureOf = (family: string): Posture => OWN[family] ?? 'on-the-back';

/** Postures to which a position's mend may lead beside its own: the same line standing, the same range on the floor. */
const NEAR: Readonly<Record<Posture, readonly Posture[]>> = {
  'on-the-back': ['standing', 'seated'],
  prone: ['support'],
  support: ['standing'],
  side: ['standing'],
  hang: ['seated', 'standing'],
  'upside-down': ['standing', 'prone', 'support'],
  standing: [],
  seated: [],
};
/** Whether a step's posture fits a position. */
export const postureFits = (family: string, posture: Posture | undefined): boolean =>
  posture === undefined || posture === postureOf(family) || NEAR[postureOf(family)].includes(posture);

const order = (mend: Pick<Mend, 'kind'>): number => MEND_KINDS.indexOf(mend.kind);

/**
 * What helped before comes first, then cue, set-up, touch, prop, lever, uneven, substitute. Steps of other positions, those that a
 * caution excludes, and touch without permission are left out.
 */
export function mendSteps(fault: Fault, { family, cautions, handsOn, worked, method }: MendQuery): MendStep[] {
  return fault.mends
    .map((mend, index) => ({
      ...mend,
      index,
      // A method has its own words for the fault's first cue; a position's own cue stands.
      say: index === 0 && mend.kind === 'cue' && method ? cueBy(fault, mend.say, method) : mend.say,
    }))
    .filter((mend) => !mend.families || mend.families.includes(family))
    .filter((mend) => mend.kind !== 'touch' || handsOn)
    .filter((mend) => !mend.excludedBy?.some((c) => cautions.includes(c)))
    .sort(
      (a, b) =>
        Number(worked.includes(b.index)) - Number(worked.includes(a.index)) || order(a) - order(b) || a.index - b.index,
    );
}
