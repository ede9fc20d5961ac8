import type { Tolerance } from '../formats/catalog.js';

/** Default limits (slight, clear, gross) of the measured faults; degrees, % or cm as the measure is. Editable per method. */
export const tolerances: readonly Tolerance[] = [
  { id: 'plank-sag', family: 'front-plank', measure: 'hip-line', fault: 'hip-sag', side: 'above', axis: 'spine', limits: { straight: [4, 8, 14], hollow: [0, 5, 10] } },
  { id: 'plank-pike', family: 'front-plank', measure: 'hip-line', fault: 'hip-pike', side: 'below', axis: 'spine', limits: { straight: [-6, -12, -20], hollow: [-14, -20, -28] } },
  { id: 'plank-knee', family: 'front-plank', measure: 'knee', fault: 'soft-knees', side: 'below', axis: null, limits: { any: [172, 165, 155] }, when: 'straight-knees' },
  { id: 'plank-neck-back', family: 'front-plank', measure: 'neck', fault: 'chin-poke', side: 'above', axis: 'head', limits: { long: [12, 20, 30], 'chin-in': [4, 10, 18], supported: null } },
  { id: 'plank-neck-down', family: 'front-plank', measure: 'neck', fault: 'head-drop', side: 'below', axis: 'head', limits: { long: [-12, -20, -30], 'chin-in': [-28, -36, -45], supported: null } },
  { id: 'plank-stack-ahead', family: 'front-plank', measure: 'shoulder-stack', fault: 'elbows-ahead', side: 'above', axis: null, limits: { any: [15, 25, 40] }, fromDeclared: true },
  { id: 'plank-stack-behind', family: 'front-plank', measure: 'shoulder-stack', fault: 'elbows-behind', side: 'below', axis: null, limits: { any: [-15, -25, -40] }, fromDeclared: true },
  { id: 'plank-blades-sunk', family: 'front-plank', measure: 'blade-push', fault: 'sunk-shoulders', side: 'below', axis: 'blades', limits: { apart: [7, 4, 1], 'set-back': [-4, -7, -10] } },
  { id: 'plank-blades-high', family: 'front-plank', measure: 'blade-push', fault: 'upper-back-crunch', side: 'above', axis: 'blades', limits: { apart: null, 'set-back': [6, 9, 13] } },
  { id: 'plank-crunched', family: 'front-plank', measure: 'blade-push', fault: 'upper-back-crunch', side: 'above', axis: 'spine', limits: { straight: [18, 24, 30], hollow: [24, 30, 36] } },
  { id: 'plank-tilt-forward', family: 'front-plank', measure: 'pelvic-tilt', fault: 'low-back-arch', side: 'above', axis: 'spine', limits: { straight: [8, 14, 22], hollow: [0, 6, 12] } },
  { id: 'plank-tilt-back', family: 'front-plank', measure: 'pelvic-tilt', fault: 'excess-tuck', side: 'below', axis: 'spine', limits: { straight: [-12, -18, -26], hollow: [-22, -28, -36] } },
  { id: 'hollow-gap', family: 'hollow', measure: 'low-back-gap', fault: 'low-back-arch', side: 'above', axis: null, limits: { any: [1, 2, 4] } },
  { id: 'hollow-tilt-forward', family: 'hollow', measure: 'pelvic-tilt', fault: 'low-back-arch', side: 'above', axis: 'spine', limits: { straight: [8, 14, 22], hollow: [0, 6, 12] } },
  { id: 'hollow-tilt-back', family: 'hollow', measure: 'pelvic-tilt', fault: 'excess-tuck', side: 'below', axis: 'spine', limits: { straight: [-12, -18, -26], hollow: [-22, -28, -36] } },
  { id: 'hollow-knee', family: 'hollow', measure: 'knee', fault: 'soft-knees', side: 'below', axis: null, limits: { any: [170, 160, 150] }, when: 'straight-knees' },
  { id: 'hollow-blades', family: 'hollow', measure: 'shoulder-clearance', fault: 'blades-down', side: 'below', axis: null, limits: { any: [10, 6, 3] }, when: 'blades-clear' },
  { id: 'hollow-hands-high', family: 'hollow', measure: 'hand-foot-level', fault: 'hands-feet-uneven', side: 'above', axis: null, limits: { any: [10, 16, 24] } },
  { id: 'hollow-feet-high', family: 'hollow', measure: 'hand-foot-level', fault: 'hands-feet-uneven', side: 'below', axis: null, limits: { any: [-10, -16, -24] } },
  { id: 'hollow-shoulder', family: 'hollow', measure: 'shoulder', fault: 'shoulders-closed', side: 'below', axis: null, limits: { any: [165, 155, 140] }, when: 'overhead' },
  { id: 'hollow-ears', family: 'hollow', measure: 'ear-to-arm', fault: 'ears-leave-arms', side: 'above', axis: null, limits: { any: [15, 28, 45] }, when: 'overhead' },
];
