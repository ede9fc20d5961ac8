/** What a method changes beside limits, cap and phases: the words of breath and effort, where a set ends, how reps are done. */
import type { CautionId, Drill, Fault, Method } from '../formats/catalog.js';
import type { Dose } from '../formats/dose.js';

type Axes = Method['axes'];

const BREATH: Readonly<Record<Axes['breath'], string>> = {
  'out-as-limb-goes': 'Out as the limb goes, in as it comes back.',
  'out-as-limb-returns': 'In as the limb goes, out as it returns.',
  'out-both-ways': 'Out with force both ways, a sip in between.',
  'quiet-in-long-out': 'Quiet in through the nose, long slow out.',
  'hard-blow-at-peak': 'A hard blow at the hardest point.',
};
/** Where the breath is held back the blow is not said. */
const NO_BLOW: readonly CautionId[] = ['blood-pressure', 'eye-pressure', 'abdominal-wall', 'pregnancy'];

/** Drills in which a limb moves, or the breath is what is trained. */
const breathes = (drill: Pick<Drill, 'limbs' | 'kind' | 'phase'>): boolean =>
  drill.phase !== 'ease' &&
  drill.phase !== 'lengthen' &&
  (drill.limbs !== 'both' || drill.kind === 'brace-and-breathe');

/** A drill's breath by a method; its own where no limb moves. */
export function breathBy(drill: Drill, method: Method | undefined, cautions: readonly CautionId[] = []): string {
  if (!method || !breathes(drill)) return drill.breath;
  const { breath } = method.axes;
  const blow = breath === 'hard-blow-at-peak' && NO_BLOW.some((c) => cautions.includes(c));
  return BREATH[blow ? 'out-as-limb-goes' : breath];
}

const EFFORT: Readonly<Record<Axes['effort'], string>> = {
  brace: 'Brace all round first.',
  'draw-in': 'Draw the belly in and up first.',
  unbraced: 'With the least effort that keeps it.',
};
/** Faults whose cue is about the trunk: they hear the method's effort. */
const TRUNK: ReadonlySet<string> = new Set([
  'hip-sag',
  'low-back-arch',
  'arched-line',
  'low-back-sags',
  'slack',
  'rib-flare',
]);
const PELVIS: Readonly<Record<Axes['pelvisCue'], string>> = {
  'strong-tuck': 'Tuck the tail hard under, as if to show your belt buckle to your chin.',
  'slight-tuck': '',
  none: 'Leave the pelvis alone: press lightly through heels or knees and get longer.',
};
/** Faults whose cue is about the pelvis, in a line that is held on hands or forearms. */
const PELVIC: ReadonlySet<string> = new Set(['hip-sag']);

/** A fault's first cue by a method: its own words, then the pelvis it wants cued, then the effort. */
export function cueBy(
  fault: Pick<Fault, 'id'>,
  say: string,
  method: Pick<Method, 'cues'> & Partial<Pick<Method, 'axes'>>,
): string {
  const own = method.cues[fault.id];
  if (own) return own;
  if (!method.axes) return say;
  const { pelvisCue, effort } = method.axes;
  const pelvis = PELVIC.has(fault.id) ? PELVIS[pelvisCue] : '';
  return [pelvis || say, ...(TRUNK.has(fault.id) ? [EFFORT[effort]] : [])].join(' ');
}

/** Nobody under sixteen, and nobody whose pressure is watched, is taken to failure. */
const NO_FAILURE: readonly CautionId[] = [
  'under-16',
  'blood-pressure',
  'eye-pressure',
  'pregnancy',
  'recent-illness',
  'abdominal-wall',
  'osteoporosis',
];
const TO_FAILURE: ReadonlySet<Drill['role']> = new Set(['partner']);

/** Seconds of pause in every rep, where the method wants one. */
const PAUSE: Dose['hold'] = [2, 2];

/** A dose by where the method ends a set, and by whether it holds first or pauses in every rep. */
export function doseBy(
  dose: Dose,
  role: Drill['role'],
  method: Method | undefined,
  cautions: readonly CautionId[],
): Dose {
  if (!method) return dose;
  const { endOfSet, order } = method.axes;
  const failure =
    endOfSet === 'failure-with-spotter' && TO_FAILURE.has(role) && !NO_FAILURE.some((c) => cautions.includes(c));
  const counted = role === 'strength-reps' || role === 'class-reps' || role === 'wake';
  return {
    ...dose,
    ...(failure ? { amount: null, remark: 'to position failure with a spotter' } : {}),
    ...(counted && order === 'reps-with-pauses' && dose.unit === 'reps' && !dose.hold ? { hold: PAUSE } : {}),
  };
}

const TUCKED: ReadonlySet<string> = new Set([
  'hollow-crunch',
  'vertical-leg-hip-lift',
  'reverse-curl',
  'tucked-crunch',
]);
const QUIET: ReadonlySet<string> = new Set([
  'partial-curl-up',
  'curl-up-hands-free',
  'head-cradled-curl',
  'class-crunch',
]);
/** What a curl is worth that does the pelvis the other way than the method. Assumption. */
const OTHER_PELVIS = 0.5;
/** A factor on a drill's worth by what the method does with the pelvis in a curl, no unit. */
export const curlWorth = (drill: Pick<Drill, 'id'>, method: Method): number =>
  (method.axes.curlPelvis === 'quiet' ? TUCKED : QUIET).has(drill.id) ? OTHER_PELVIS : 1;
