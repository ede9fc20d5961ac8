import type { Caution, Drill, Method } from '../formats/catalog.js';
import type { Dose } from '../formats/dose.js';

export const methods: readonly Method[] = [
  {
    id: 'straight',
    name: 'Straight and strong',
    summary: 'The normal curve of the spine kept under a brace: the line that carries over to standing and lifting.',
    axes: { spine: 'straight', effort: 'brace', floorBack: 'just-flat', breath: 'out-as-limb-goes', bending: 'avoided', curlPelvis: 'quiet', lean: 'elbows-plumb', blades: 'apart', head: 'long', hold: 'moderate', base: 'together', correcting: 'position-first', endOfSet: 'first-break', pelvisCue: 'slight-tuck', order: 'hold-first' },
    cap: 45,
    cues: {},
  },
  {
    id: 'hollow',
    name: 'Hollow shapes',
    summary: 'Pelvis tucked, upper back gently rounded, belly drawn in: the base shape of bar, lever and handstand work.',
    axes: { spine: 'hollow', effort: 'draw-in', floorBack: 'pressed-flat', breath: 'out-as-limb-goes', bending: 'used', curlPelvis: 'tucked', lean: 'elbows-plumb', blades: 'apart', head: 'chin-in', hold: 'endurance', base: 'together', correcting: 'position-first', endOfSet: 'first-break', pelvisCue: 'strong-tuck', order: 'reps-with-pauses' },
    cap: 90,
    cues: { 'hip-sag': 'Pull your belt buckle up to your ribs and round the upper back a touch.', 'low-back-arch': 'Tail up, navel down: paint the floor with your low back.' },
  },
  {
    id: 'quiet',
    name: 'Quiet control',
    summary: 'The least effort that keeps the shape, with silent breath: control first, stiffness later.',
    axes: { spine: 'straight', effort: 'unbraced', floorBack: 'unforced', breath: 'quiet-in-long-out', bending: 'avoided', curlPelvis: 'quiet', lean: 'elbows-plumb', blades: 'set-back', head: 'supported', hold: 'low-load', base: 'hip-width', correcting: 'four-phases', endOfSet: 'first-break', pelvisCue: 'none', order: 'hold-first' },
    cap: 30,
    cues: { 'hip-sag': 'Press lightly through your heels and let the breath go out long.', 'low-back-arch': 'Let a long breath out settle your back; no forcing.' },
  },
  {
    id: 'short',
    name: 'Short and hard',
    summary: 'A hollow shape at full tension for a few seconds, shoulders ahead of the elbows, with a hard blow at the peak.',
    axes: { spine: 'hollow', effort: 'brace', floorBack: 'pressed-flat', breath: 'hard-blow-at-peak', bending: 'used', curlPelvis: 'tucked', lean: 'shoulders-ahead', blades: 'apart', head: 'long', hold: 'short', base: 'together', correcting: 'position-first', endOfSet: 'failure-with-spotter', pelvisCue: 'strong-tuck', order: 'hold-first' },
    cap: 15,
    cues: { 'hip-sag': 'Drag elbows and toes together, tuck hard, blow out.' },
  },
];

const MIN = 60;
/** A dose of a role; what most share stands once. */
const dose = (over: Pick<Dose, 'sets' | 'amount' | 'unit' | 'days'> & Partial<Dose>): Dose => ({
  clean: false, each: null, hold: null, tempo: 'steady', rest: [MIN, MIN], remark: '', ...over,
});

/** Doses by a drill's role, from the least to the most; a drill may override single fields, the person's level chooses within. */
export const doses: Readonly<Record<Drill['role'], Dose>> = {
  teach: dose({ sets: [1, 2], amount: [5, 6], unit: 'breaths', tempo: 'with-breath', rest: null, days: [7, 7], remark: 'slow' }),
  'slow-reach': dose({ sets: [1, 1], amount: [8, 8], unit: 'reps', each: 'side', tempo: 'with-breath', rest: null, days: [5, 7] }),
  ease: dose({ sets: [1, 1], amount: [30, 60], unit: 's', each: 'spot', tempo: 'slow', rest: [0, 0], days: [7, 7] }),
  lengthen: dose({ sets: [2, 2], amount: [30, 30], unit: 's', tempo: 'slow', rest: [15, 15], days: [4, 7], remark: 'or 3 contract–relax rounds' }),
  wake: dose({ sets: [2, 2], amount: [8, 12], unit: 'reps', hold: [2, 2], tempo: [2, 2, 2], rest: [30, 30], days: [3, 5] }),
  'short-holds': dose({ sets: [3, 4], amount: [5, 10], unit: 's', rest: [10, 10], days: [5, 6], remark: 'more often, not longer' }),
  'moderate-holds': dose({ sets: [3, 3], amount: [20, 40], unit: 's', clean: true, days: [2, 4] }),
  'maximal-holds': dose({ sets: [4, 6], amount: [5, 15], unit: 's', tempo: 'full-tension', rest: [60, 90], days: [2, 3] }),
  'strength-reps': dose({ sets: [3, 3], amount: [5, 8], unit: 'reps', tempo: 'controlled', rest: [90, 90], days: [2, 3] }),
  'class-reps': dose({ sets: [2, 3], amount: [10, 15], unit: 'reps', tempo: 'even', rest: [30, 30], days: null, remark: 'or 30 s blocks' }),
  'newly-loaded': dose({ sets: [3, 3], amount: [10, 20], unit: 's', clean: true, days: [2, 3], remark: 'half of what the unloaded one takes' }),
  carry: dose({ sets: [2, 3], amount: [15, 25], unit: 'm', tempo: 'pause-each-step', days: [2, 5] }),
  partner: dose({ sets: [1, 2], amount: null, unit: 'pulls', tempo: 'slow', rest: [120, 120], days: [1, 1], remark: 'resets counted' }),
};

/** General cautions for a coach, not medical advice; a studio edits them to its own policy. */
export const cautions: readonly Caution[] = [
  { id: 'low-back', name: 'Low back', effect: 'No long-lever leg lowering, no fast sit-ups; a long lever waits for twice the usual gate.', excludes: [], allows: [] },
  { id: 'neck', name: 'Neck', effect: 'Head down or cradled; nothing where the neck does the lifting.', excludes: [], allows: [] },
  { id: 'shoulder', name: 'Shoulder', effect: 'No overhead and no long-lever work on hands; use a raised surface.', excludes: [], allows: [] },
  { id: 'wrist', name: 'Wrist', effect: 'Forearms, fists or wedges instead of flat hands.', excludes: [], allows: [] },
  { id: 'elbow', name: 'Elbow', effect: 'No locked straight arms under load; use the forearms.', excludes: [], allows: [] },
  { id: 'hip', name: 'Hip', effect: 'No end-range raises; bend the knees.', excludes: [], allows: [] },
  { id: 'knee', name: 'Knee', effect: 'No kneeling without a pad; shallow squats.', excludes: [], allows: [] },
  { id: 'abdominal-wall', name: 'Abdominal wall (hernia, midline, after surgery)', effect: 'Small levers, no bulging along the midline; advice of a licensed professional first.', excludes: [], allows: [] },
  { id: 'pregnancy', name: 'Pregnancy and after birth', effect: 'No long lying flat, no prone loading; advice of a licensed professional first.', excludes: [], allows: [] },
  { id: 'blood-pressure', name: 'Raised blood pressure', effect: 'No held breath, no long maximal holds, no head-down positions.', excludes: [], allows: [] },
  { id: 'eye-pressure', name: 'Eye pressure', effect: 'No head-down positions, no held breath.', excludes: [], allows: [] },
  { id: 'hypermobility', name: 'Hypermobility', effect: 'No end-range stretching; elbows and knees a little short of locked.', excludes: [], allows: [] },
  { id: 'osteoporosis', name: 'Low bone density', effect: 'No loaded bending and twisting of the spine.', excludes: [], allows: [] },
  { id: 'under-16', name: 'Under 16', effect: 'No work to failure, no added load outside the studio’s rule; guardian’s consents.', excludes: [], allows: [] },
  { id: 'recent-illness', name: 'Recent illness', effect: 'A lower level for two weeks.', excludes: [], allows: [] },
  { id: 'heavier-or-beginner', name: 'Heavier body or beginner', effect: 'Easier versions first; nothing is excluded.', excludes: [], allows: [] },
];
