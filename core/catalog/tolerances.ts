import type { Limits, Tolerance } from '../formats/catalog.js';

/** A limit on either side of nought with the same three figures. */
const beyond = (id: string, family: string, measure: string, above: string, below: string, limits: Limits, more: Partial<Tolerance> = {}): Tolerance[] => [
  { id: `${id}-above`, family, measure, fault: above, side: 'above', axis: null, limits: { any: limits }, ...more },
  { id: `${id}-below`, family, measure, fault: below, side: 'below', axis: null, limits: { any: limits.map((l) => -l) as Limits }, ...more },
];
const one = (id: string, family: string, measure: string, fault: string, side: 'above' | 'below', limits: Limits, more: Partial<Tolerance> = {}): Tolerance => ({ id, family, measure, fault, side, axis: null, limits: { any: limits }, ...more });
const tilt = (family: string, forward: string): Tolerance[] => [
  { id: `${family}-tilt-forward`, family, measure: 'pelvic-tilt', fault: forward, side: 'above', axis: 'spine', limits: { straight: [8, 14, 22], hollow: [0, 6, 12] } },
  { id: `${family}-tilt-back`, family, measure: 'pelvic-tilt', fault: 'excess-tuck', side: 'below', axis: 'spine', limits: { straight: [-12, -18, -26], hollow: [-22, -28, -36] } },
];
/** All-fours and bird dog: a back level with the floor, or as far up as arms longer than thighs make it on this body. */
const fours = (family: string): Tolerance[] => [
  one(`${family}-shoulders-high`, family, 'trunk-level', 'base-off-square', 'above', [6, 10, 16], { from: 'pose' }),
  one(`${family}-hips-high`, family, 'trunk-level', 'base-off-square', 'below', [-6, -10, -16]),
];

/** How much gap a method lets pass: where the natural curve is kept over the hands there is nothing to judge. */
const GAP: Record<string, Limits | null> = { 'pressed-flat': [1, 2, 4], 'just-flat': [1, 2, 4.5], unforced: [1.5, 3, 5], natural: null };
const gap = (family: string): Tolerance => ({ id: `${family}-gap`, family, measure: 'low-back-gap', fault: 'low-back-arch', side: 'above', axis: 'floorBack', limits: GAP });

/** Limits of the families around plank and hollow, and of the other views. */
const otherTolerances: readonly Tolerance[] = [
  ...beyond('side-line', 'side-plank', 'side-line', 'side-sag', 'side-hiked', [4, 8, 14]),
  ...beyond('depth-line', 'side-plank', 'depth-line', 'hips-back', 'folds-sideways', [6, 12, 20]),
  ...fours('all-fours'),
  ...fours('bird-dog'),
  one('all-fours-hip-open', 'all-fours', 'hip', 'base-off-square', 'above', [10, 18, 28], { from: 'pose' }),
  one('all-fours-hip-closed', 'all-fours', 'hip', 'base-off-square', 'below', [80, 72, 62]),
  one('all-fours-shoulder-open', 'all-fours', 'shoulder', 'base-off-square', 'above', [100, 108, 118]),
  one('all-fours-shoulder-closed', 'all-fours', 'shoulder', 'base-off-square', 'below', [-10, -18, -28], { from: 'pose' }),
  ...tilt('all-fours', 'low-back-sags'),
  one('bird-dog-arm', 'bird-dog', 'arm-over', 'arm-too-high', 'above', [4, 9, 15], { rungs: ['arm-only', 'opposite', 'sweep', 'banded', 'banded-reps'] }),
  one('bird-dog-leg', 'bird-dog', 'leg-over', 'leg-kicked-high', 'above', [4, 9, 15], { rungs: ['leg-only', 'opposite', 'sweep', 'banded', 'banded-reps'] }),
  ...beyond('bird-dog-change', 'bird-dog', 'hip-line-change', 'back-changes', 'back-changes', [5, 9, 14]),
  ...beyond('bird-dog-pelvis', 'bird-dog', 'level-pelvis', 'hip-drops', 'hip-drops', [5, 9, 14]),
  ...beyond('bird-dog-shoulders', 'bird-dog', 'level-shoulders', 'shoulder-drops', 'shoulder-drops', [5, 9, 14]),
  ...beyond('dead-bug-pelvis', 'dead-bug', 'level-pelvis', 'pelvis-rocks', 'pelvis-rocks', [4, 8, 12]),
  ...tilt('dead-bug', 'low-back-arch'),
  gap('dead-bug'),
  // 7, 11 and 17 % of the trunk above lying flat; the version's pose is a thumb's breadth, 4 %, above that already.
  one('curl-up-high', 'curl-up', 'shoulder-clearance', 'lifts-too-high', 'above', [3, 7, 13], { from: 'pose' }),
  ...beyond('rollers-plan', 'rollers', 'hip-line', 'arched-line', 'slack', [8, 14, 22], { from: 'pose' }),
  one('rollers-knee', 'rollers', 'knee', 'soft-knees', 'below', [170, 160, 150]),
  one('rollers-ears', 'rollers', 'ear-to-arm', 'ears-leave-arms', 'above', [15, 28, 45]),
  one('rotation-arms', 'rotation', 'arm-lead', 'arms-lead', 'above', [10, 20, 35]),
  ...beyond('carry-lean', 'carry', 'side-lean', 'leans-sideways', 'leans-sideways', [4, 8, 13]),
  one('carry-forward', 'carry', 'trunk-lean', 'chest-drops', 'above', [6, 12, 20]),
  one('hang-lean', 'hanging', 'trunk-lean', 'pulls-in-hang', 'below', [-8, -15, -25], { rungs: ['tuck', 'half', 'slow-lower'] }),
  one('hang-swing', 'hanging', 'swing', 'swing', 'above', [10, 20, 35]),
  one('hang-feet', 'hanging', 'feet-behind', 'feet-behind', 'above', [4, 10, 18]),
  one('hang-knee', 'hanging', 'knee', 'bent-knees', 'below', [170, 160, 150], { rungs: ['angled-board', 'half', 'full', 'slow-lower'] }),
  ...['overhead-squat', 'single-leg-squat'].flatMap((family) => [
    one(`${family}-lean`, family, 'lean-difference', 'forward-lean', 'above', [10, 18, 28]),
    one(`${family}-knee-in`, family, 'knee-track', 'knee-in', 'above', [8, 14, 20]),
    one(`${family}-knee-out`, family, 'knee-track', 'knee-out', 'below', [-8, -14, -20]),
    one(`${family}-heel`, family, 'heel-lift', 'heels-rise', 'above', [0.7, 1.5, 3]),
  ]),
  one('squat-toes', 'overhead-squat', 'toe-out', 'toes-out', 'above', [12, 20, 30]),
  one('squat-arms', 'overhead-squat', 'arm-drop', 'arms-forward', 'above', [12, 22, 35], { when: 'overhead' }),
];

/** Default limits (slight, clear, gross) of the measured faults; degrees, % or cm as the measure is. Editable per method. */
export const tolerances: readonly Tolerance[] = [
  { id: 'plank-sag', family: 'front-plank', measure: 'hip-line', fault: 'hip-sag', side: 'above', axis: 'spine', limits: { straight: [4, 8, 14], hollow: [0, 5, 10] } },
  { id: 'plank-pike', family: 'front-plank', measure: 'hip-line', fault: 'hip-pike', side: 'below', axis: 'spine', limits: { straight: [-6, -12, -20], hollow: [-14, -20, -28] } },
  { id: 'plank-knee', family: 'front-plank', measure: 'knee', fault: 'soft-knees', side: 'below', axis: null, limits: { any: [172, 165, 155] }, when: 'straight-knees' },
  { id: 'plank-neck-back', family: 'front-plank', measure: 'neck', fault: 'chin-poke', side: 'above', axis: 'head', limits: { long: [12, 20, 30], 'chin-in': [4, 10, 18], supported: null } },
  { id: 'plank-neck-down', family: 'front-plank', measure: 'neck', fault: 'head-drop', side: 'below', axis: 'head', limits: { long: [-12, -20, -30], 'chin-in': [-28, -36, -45], supported: null } },
  { id: 'plank-stack-ahead', family: 'front-plank', measure: 'shoulder-stack', fault: 'elbows-ahead', side: 'above', axis: 'lean', limits: { 'elbows-plumb': [15, 25, 40], 'shoulders-ahead': [0, 10, 25] }, from: 'declared' },
  { id: 'plank-stack-behind', family: 'front-plank', measure: 'shoulder-stack', fault: 'elbows-behind', side: 'below', axis: 'lean', limits: { 'elbows-plumb': [-15, -25, -40], 'shoulders-ahead': [-30, -40, -55] }, from: 'declared' },
  { id: 'plank-blades-sunk', family: 'front-plank', measure: 'blade-push', fault: 'sunk-shoulders', side: 'below', axis: 'blades', limits: { apart: [7, 4, 1], 'set-back': [-4, -7, -10] } },
  { id: 'plank-blades-high', family: 'front-plank', measure: 'blade-push', fault: 'upper-back-crunch', side: 'above', axis: 'blades', limits: { apart: null, 'set-back': [6, 9, 13] } },
  { id: 'plank-crunched', family: 'front-plank', measure: 'blade-push', fault: 'upper-back-crunch', side: 'above', axis: 'spine', limits: { straight: [18, 24, 30], hollow: [24, 30, 36] } },
  { id: 'plank-tilt-forward', family: 'front-plank', measure: 'pelvic-tilt', fault: 'low-back-arch', side: 'above', axis: 'spine', limits: { straight: [8, 14, 22], hollow: [0, 6, 12] } },
  { id: 'plank-tilt-back', family: 'front-plank', measure: 'pelvic-tilt', fault: 'excess-tuck', side: 'below', axis: 'spine', limits: { straight: [-12, -18, -26], hollow: [-22, -28, -36] } },
  gap('hollow'),
  { id: 'hollow-tilt-forward', family: 'hollow', measure: 'pelvic-tilt', fault: 'low-back-arch', side: 'above', axis: 'spine', limits: { straight: [8, 14, 22], hollow: [0, 6, 12] } },
  { id: 'hollow-tilt-back', family: 'hollow', measure: 'pelvic-tilt', fault: 'excess-tuck', side: 'below', axis: 'spine', limits: { straight: [-12, -18, -26], hollow: [-22, -28, -36] } },
  { id: 'hollow-knee', family: 'hollow', measure: 'knee', fault: 'soft-knees', side: 'below', axis: null, limits: { any: [170, 160, 150] }, when: 'straight-knees' },
  { id: 'hollow-blades', family: 'hollow', measure: 'shoulder-clearance', fault: 'blades-down', side: 'below', axis: null, limits: { any: [10, 6, 3] }, when: 'blades-clear' },
  { id: 'hollow-hands-high', family: 'hollow', measure: 'hand-foot-level', fault: 'hands-feet-uneven', side: 'above', axis: null, limits: { any: [10, 16, 24] } },
  { id: 'hollow-feet-high', family: 'hollow', measure: 'hand-foot-level', fault: 'hands-feet-uneven', side: 'below', axis: null, limits: { any: [-10, -16, -24] } },
  { id: 'hollow-shoulder', family: 'hollow', measure: 'shoulder', fault: 'shoulders-closed', side: 'below', axis: null, limits: { any: [165, 155, 140] }, when: 'overhead' },
  { id: 'hollow-ears', family: 'hollow', measure: 'ear-to-arm', fault: 'ears-leave-arms', side: 'above', axis: null, limits: { any: [15, 28, 45] }, when: 'overhead' },
  { id: 'push-up-sag', family: 'push-up', measure: 'hip-line', fault: 'hip-sag', side: 'above', axis: 'spine', limits: { straight: [4, 8, 14], hollow: [0, 5, 10] } },
  { id: 'push-up-pike', family: 'push-up', measure: 'hip-line', fault: 'hip-pike', side: 'below', axis: 'spine', limits: { straight: [-6, -12, -20], hollow: [-14, -20, -28] } },
  { id: 'edge-arched', family: 'edge', measure: 'hip-line', fault: 'arched-line', side: 'above', axis: null, limits: { any: [6, 12, 20] } },
  { id: 'edge-folded', family: 'edge', measure: 'hip-line', fault: 'slack', side: 'below', axis: null, limits: { any: [-6, -12, -20] } },
  { id: 'edge-ears', family: 'edge', measure: 'ear-to-arm', fault: 'ears-leave-arms', side: 'above', axis: null, limits: { any: [15, 28, 45] } },
  { id: 'flag-arched', family: 'dragon-flag', measure: 'hip-line', fault: 'arched-line', side: 'above', axis: null, limits: { any: [8, 15, 24] }, rungs: ['one-leg', 'straddle', 'full'] },
  { id: 'flag-folded', family: 'dragon-flag', measure: 'hip-line', fault: 'folds-going-up', side: 'below', axis: null, limits: { any: [-8, -15, -24] }, rungs: ['one-leg', 'straddle', 'full'] },
  { id: 'lever-arched', family: 'front-lever', measure: 'hip-line', fault: 'arched-line', side: 'above', axis: null, limits: { any: [8, 15, 24] }, rungs: ['one-leg', 'straddle', 'full'] },
  { id: 'lever-folded', family: 'front-lever', measure: 'hip-line', fault: 'folds-going-up', side: 'below', axis: null, limits: { any: [-8, -15, -24] }, rungs: ['one-leg', 'straddle', 'full'] },
  { id: 'handstand-shoulder', family: 'handstand', measure: 'shoulder', fault: 'shoulders-closed', side: 'below', axis: null, limits: { any: [172, 163, 150] }, rungs: ['chest-to-wall', 'push-tall', 'toe-pulls', 'free'] },
  { id: 'handstand-arched', family: 'handstand', measure: 'hip-line', fault: 'arched-line', side: 'above', axis: null, limits: { any: [6, 12, 20] }, rungs: ['chest-to-wall', 'push-tall', 'toe-pulls', 'free'] },
  { id: 'handstand-folded', family: 'handstand', measure: 'hip-line', fault: 'slack', side: 'below', axis: null, limits: { any: [-6, -12, -20] }, rungs: ['chest-to-wall', 'push-tall', 'toe-pulls', 'free'] },
  { id: 'handstand-ears', family: 'handstand', measure: 'ear-to-arm', fault: 'ears-leave-arms', side: 'above', axis: null, limits: { any: [15, 28, 45] } },
  { id: 'hang-ears', family: 'hanging', measure: 'ear-to-arm', fault: 'ears-leave-arms', side: 'above', axis: null, limits: { any: [15, 28, 45] } },
  { id: 'hang-elbow', family: 'hanging', measure: 'elbow', fault: 'pulls-in-hang', side: 'below', axis: null, limits: { any: [170, 160, 140] } },
  ...otherTolerances,
];
