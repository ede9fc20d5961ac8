import type { Caution, Dose, Method } from '../formats/catalog.js';

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

/** Doses by a drill's role; a drill may override single fields. */
export const doses: Readonly<Record<string, Dose>> = {
  teach: { sets: '1–2', work: '5–6 slow breaths', tempo: 'with the breath', rest: 'as needed', days: 'daily' },
  'slow-reach': { sets: '1', work: '8 each side', tempo: 'with the breath', rest: 'as needed', days: 'most days' },
  ease: { sets: '1', work: '30–60 s a spot', tempo: 'slow', rest: 'none', days: 'daily' },
  lengthen: { sets: '2', work: '30 s, or 3 contract–relax rounds', tempo: 'slow', rest: '15 s', days: '4–7 days a week' },
  wake: { sets: '2', work: '8–12 reps, 2 s hold', tempo: '2-2-2', rest: '30 s', days: '3–5 days a week' },
  'short-holds': { sets: '3–4', work: '5–10 s each; more reps, not longer', tempo: 'steady', rest: '10 s', days: 'most days' },
  'moderate-holds': { sets: '3', work: '20–40 s clean', tempo: 'steady', rest: '60 s', days: '2–4 days a week' },
  'maximal-holds': { sets: '4–6', work: '5–15 s', tempo: 'full tension', rest: '60–90 s', days: '2–3 days a week' },
  'strength-reps': { sets: '3', work: '5–8 reps', tempo: 'controlled, a pause at each end', rest: '90 s', days: '2–3 days a week' },
  'class-reps': { sets: '2–3 rounds', work: '30 s blocks or 10–15 reps', tempo: 'even', rest: '30 s', days: 'as classes run' },
  'newly-loaded': { sets: '3', work: 'half the seconds of the unloaded version', tempo: 'steady', rest: '60 s', days: '2–3 days a week' },
  carry: { sets: '2–3', work: '15–25 m slow', tempo: 'a pause each step', rest: '60 s', days: '2–5 days a week' },
  partner: { sets: '1–2', work: 'to lost shape, resets counted', tempo: 'slow', rest: '2 min', days: '1 day a week' },
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
