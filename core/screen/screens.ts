import type { CauseId } from '../formats/catalog.js';
import type { View } from '../landmarks.js';

/** One thing that is looked for, with the usual pair behind it. Muscles in a coach's words. */
export interface ScreenRow {
  fault: string;
  view: View;
  short: readonly string[];
  quiet: readonly string[];
  /** Causes of the catalogue that it speaks for, the strongest first. */
  causes: readonly CauseId[];
}

export interface Screen {
  id: 'overhead-squat' | 'single-leg-squat';
  name: string;
  how: readonly string[];
  views: readonly View[];
  /** Reps per view when nothing else is set. */
  reps: number;
  sided: boolean;
  rows: readonly ScreenRow[];
}

const toesOut: ScreenRow = {
  fault: 'toes-out',
  view: 'front',
  short: ['calves', 'outer hamstring', 'front-outer hip'],
  quiet: ['inner calf', 'inner hamstring', 'outer and rear hip'],
  causes: ['calf-short', 'ankle-stiff', 'glute-med-weak'],
};
const heels: ScreenRow = {
  fault: 'heels-rise',
  view: 'side',
  short: ['calves'],
  quiet: ['shin'],
  causes: ['calf-short', 'ankle-stiff'],
};
const lean: ScreenRow = {
  fault: 'forward-lean',
  view: 'side',
  short: ['calves', 'hip flexors'],
  quiet: ['shin', 'seat', 'back extensors'],
  causes: ['calf-short', 'flexor-short', 'glute-quiet'],
};
const arch: ScreenRow = {
  fault: 'low-back-arch',
  view: 'side',
  short: ['hip flexors', 'back extensors', 'lats'],
  quiet: ['seat', 'deep trunk'],
  causes: ['flexor-short', 'glute-quiet', 'shoulder-closed'],
};
const tail: ScreenRow = {
  fault: 'tail-tucks',
  view: 'side',
  short: ['hamstrings', 'inner thigh', 'front of the trunk'],
  quiet: ['seat', 'back extensors'],
  causes: ['hamstring-short', 'adductor-short', 'glute-quiet'],
};
const arms: ScreenRow = {
  fault: 'arms-forward',
  view: 'side',
  short: ['lats', 'chest', 'front of the shoulder'],
  quiet: ['mid and low trapezius', 'rear cuff', 'rhomboids'],
  causes: ['shoulder-closed', 'shoulder-strength'],
};
const kneeIn: ScreenRow = {
  fault: 'knee-in',
  view: 'front',
  short: ['inner thigh', 'outer hamstring', 'front-outer hip', 'outer calf', 'outer quad'],
  quiet: ['outer and rear hip', 'inner quad', 'inner calf', 'inner hamstring'],
  causes: ['ankle-stiff', 'calf-short', 'glute-med-weak', 'adductor-short'],
};
const kneeOut: ScreenRow = {
  fault: 'knee-out',
  view: 'front',
  short: ['outer hip', 'rear hip'],
  quiet: ['inner thigh', 'inner hamstring'],
  causes: ['rotation-limited', 'glute-quiet'],
};
const shift: ScreenRow = {
  fault: 'weight-shifts',
  view: 'rear',
  short: [],
  quiet: [],
  causes: ['ankle-stiff', 'glute-med-weak'],
};
const foot: ScreenRow = {
  fault: 'foot-rolls-in',
  view: 'rear',
  short: ['calf', 'outer shin'],
  quiet: ['arch', 'shin', 'rear hip'],
  causes: ['calf-short', 'ankle-stiff', 'glute-med-weak'],
};

export const screens: readonly Screen[] = [
  {
    id: 'overhead-squat',
    name: 'Overhead squat',
    how: [
      'Feet hip width, straight ahead, arms by the ears.',
      'As low as possible before the tail tucks, at an even pace.',
      'The same number of reps from the front, the side and the rear.',
    ],
    views: ['front', 'side', 'rear'],
    reps: 5,
    sided: false,
    rows: [toesOut, kneeIn, kneeOut, heels, lean, arch, tail, arms, shift, foot],
  },
  {
    id: 'single-leg-squat',
    name: 'Single-leg squat',
    how: [
      'On one leg, toward 90° of knee bend, pelvis level.',
      'A light hold on a support is fine; note it.',
      'A few reps a side from the front.',
    ],
    views: ['front'],
    reps: 5,
    sided: true,
    rows: [kneeIn, kneeOut, { ...shift, fault: 'hip-drops', view: 'front' }],
  },
];

/** Quick tests that belong to a screen as range checks. */
export const RANGE_CHECKS = [
  'arms-overhead',
  'leg-raise-passive',
  'leg-raise-active',
  'thigh-drop',
  'knee-to-wall',
  'wall-push',
  'rock-back',
  'rib-spread',
] as const;
