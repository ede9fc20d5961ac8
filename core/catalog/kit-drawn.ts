/** Which kit a version or a drill is drawn with, and where on the figure. Boxes and bars under contacts are drawn by themselves. */
import type { KitPiece, Spot } from '../formats/kit-piece.js';

const grip: Spot = ['wrist', 'fingertip', 0.55];
const wallAhead: KitPiece[] = [{ kind: 'wall', touch: 'fingertip', side: 'ahead' }];
const wallBehind = (touch: Spot): KitPiece[] => [{ kind: 'wall', touch, side: 'behind' }];
const chestWall = (gap: number): KitPiece[] => [{ kind: 'wall', touch: 'ribs', side: 'behind', gap }];
const post: KitPiece[] = [{ kind: 'post', touch: 'fingertip', side: 'ahead' }];
const under = (kind: 'pad' | 'towel' | 'wedges' | 'sliders', spot: Spot): KitPiece[] => [{ kind, under: spot }];
const ROLLER = 0.075;
const roller = (spot: Spot, bears?: 'lowback' | 'hip' | 'knee' | 'elbow'): KitPiece => ({
  kind: 'roller',
  under: spot,
  radius: ROLLER,
  ...(bears ? { bears } : {}),
});
const alongRoller: KitPiece[] = [
  { kind: 'long-roller', from: ['hip', 'shoulder', -0.14], to: 'vertex', bears: 'lowback' },
];
const weight: KitPiece[] = [{ kind: 'weights', at: grip }];
/** A weight hangs from the hand. */
const inHand: KitPiece = { kind: 'weights', at: 'fingertip', off: [0, -0.03] };
const heldDown = (at: Spot): KitPiece[] => [{ kind: 'partner', at, from: 62 }];
const fromAhead = (to: Spot, y: number): KitPiece[] => [{ kind: 'band', from: { room: [1.15, y] }, to }];
/** A band that pulls from the side is seen where it is held. */
const roundHand: KitPiece[] = [{ kind: 'loop', round: grip, toward: 'fingertip' }];
const kneesLoop: KitPiece[] = [{ kind: 'loop', round: ['knee', 'hip', 0.14], toward: 'hip' }];

/** By `family/version`. */
export const rungKit: Readonly<Record<string, KitPiece[]>> = {
  'front-plank/knees': under('pad', 'knee'),
  'front-plank/knees-straight-arm': under('pad', 'knee'),
  'front-plank/banded': [{ kind: 'loop', round: ['hip', 'lumbar', 0.7], toward: 'shoulder' }],
  'side-plank/knees-banded': [{ kind: 'loop', round: ['hip', 'knee', 0.06], toward: 'knee' }],
  'all-fours/raised-hands': [{ kind: 'box', under: 'wrist', ahead: 0.05 }, ...under('pad', 'knee')],
  'all-fours/wedges': under('wedges', 'wrist'),
  'bird-dog/banded': [{ kind: 'band', from: { far: 'fingertip' }, to: { far: 'heel' } }],
  'dead-bug/loaded': [{ kind: 'weights', at: grip }],
  'rotation/loaded': weight,
  'edge/on-the-block': heldDown('ankle'),
  'edge/half': heldDown('ankle'),
  'edge/full': heldDown('ankle'),
  'hanging/angled-board': [{ kind: 'board', from: 'hip', to: 'vertex', off: -0.1, bears: 'lowback' }],
  'handstand/wall-plank': wallBehind('toe'),
  'handstand/chest-to-wall': chestWall(0.06),
  'handstand/push-tall': chestWall(0.06),
  'handstand/toe-pulls': chestWall(0.1),
  'carry/both-hands': [{ kind: 'weights', at: { far: 'fingertip' }, off: [0, -0.03] }, inHand],
  'carry/one-side': [inHand],
  'carry/overhead': weight,
  'rollers/shoulders-and-thighs': [roller('thorax', 'lowback'), roller(['hip', 'knee', 0.5])],
  'rollers/wider': [roller('shoulder', 'lowback'), roller(['hip', 'knee', 0.8])],
  'rollers/elbows-and-knees': [roller('elbow', 'lowback'), roller('knee')],
  'partner-tuck/light-pull': [{ kind: 'partner', at: 'elbow', from: 40 }],
  'partner-tuck/to-lost-shape': [{ kind: 'partner', at: 'elbow', from: 40 }],
  'class-moves/crunch-cradled': under('towel', 'ear'),
  'overhead-squat/supported': post,
  'single-leg-squat/supported': post,
};

/** By drill; a drill that is drawn as a version has that one's kit too. */
export const drillKit: Readonly<Record<string, KitPiece[]>> = {
  'flattening-breath': under('towel', 'lowback'),
  'seat-squeeze-plank': under('pad', 'knee'),
  'wall-plank': wallAhead,
  'forearm-alignment': [{ kind: 'tape', under: 'elbow' }],
  'feet-lines': [{ kind: 'tape', under: ['heel', 'toe', 0.5], length: 0.6 }],
  'stick-line': [{ kind: 'stick', from: ['hip', 'shoulder', 0.05], to: 'shoulder', off: 0.12 }],
  'slow-reach-heel': [{ kind: 'towel', under: { far: 'heel' } }],
  'dead-bug-ball': [{ kind: 'soft-ball', at: ['knee', 'fingertip', 0.5] }],
  'leg-lower': under('towel', 'lowback'),
  'plank-knees': under('pad', 'knee'),
  'body-saw': under('sliders', 'toe'),
  'push-up-plus-wall': wallAhead,
  'push-up-plus-knees': under('pad', 'knee'),
  'lat-over-bench': [{ kind: 'stick-end', at: grip }],
  'chin-nod': under('towel', 'ear'),
  'hip-flexor-stretch': under('pad', 'knee'),
  'hip-flexor-turn': under('pad', 'knee'),
  'ease-front-thigh': [roller(['hip', 'knee', 0.5], 'knee')],
  'hamstring-contract-relax': [{ kind: 'strap', from: 'fingertip', to: { far: 'toe' } }],
  'knee-lock-last-part': [{ kind: 'towel', under: 'knee' }],
  'paper-between-heels': [{ kind: 'sheet', at: 'heel' }],
  'press-out': [...roundHand, ...under('pad', 'knee')],
  'partner-tuck-light': [{ kind: 'soft-ball', at: ['knee', 'elbow', 0.5] }],
  'box-squat-overhead': [
    { kind: 'soft-ball', at: 'lumbar', off: [-0.2, 0] },
    { kind: 'wall', touch: 'lumbar', side: 'behind', gap: 0.29 },
    { kind: 'box', under: 'heel', ahead: -0.36, height: 0.4 },
  ],
  'banded-squat': kneesLoop,
  'single-leg-support': post,
  'pull-down': [{ kind: 'band', from: { room: [0.75, 2.1] }, to: 'fingertip' }],
  'rear-shoulder-raise': weight,
  'wall-slide': wallAhead,
  'prone-letters': [{ kind: 'ball', under: 'hip', radius: 0.21, bears: 'hip' }],
  'hip-extension-ball': [{ kind: 'ball', under: 'hip', radius: 0.21, bears: 'hip' }],
  'belly-over-ball': [{ kind: 'ball', under: 'lumbar', radius: 0.2, bears: 'hip' }],
  'heel-raise': [{ kind: 'wall', touch: 'fingertip', side: 'ahead' }],
  'toe-raise': [{ kind: 'wall', touch: 'psis', side: 'behind', gap: 0.06 }],
  'knee-straighten': under('towel', 'knee'),
  'row-hold': [{ kind: 'bar', at: grip }],
  'mid-back-row': fromAhead('fingertip', 1.3),
  'shoulder-outward': roundHand,
  'band-side-steps': [{ kind: 'loop', round: ['knee', 'ankle', 0.5], toward: 'ankle' }],
  'hamstring-curl': under('sliders', 'heel'),
  'hinge-to-wall': [{ kind: 'wall', touch: 'heel', side: 'behind', gap: 0.12 }],
  'head-cradled-curl': under('towel', 'ear'),
  'soft-object-lift': [{ kind: 'ball', under: 'ribs', radius: 0.05, bears: 'hip' }],
  'roller-leg-changes': alongRoller,
  'long-roller-lie': alongRoller,
  'roller-right-angle': alongRoller,
  'roller-small-curl': alongRoller,
  'roller-small-turn': alongRoller,
  'wrist-wedges': under('wedges', 'wrist'),
  'calf-straight': wallAhead,
  'calf-bent': wallAhead,
  'inner-thigh': under('pad', 'knee'),
  'chest-doorway': post,
  'ease-calf': [{ kind: 'ball', under: ['knee', 'ankle', 0.4], radius: 0.05 }],
  'ease-hamstring': [roller(['hip', 'knee', 0.2], 'hip')],
  'ease-inner-thigh': [roller(['hip', 'knee', 0.5], 'knee')],
  'ease-outer-thigh': [roller(['hip', 'knee', 0.5], 'knee')],
  'ease-front-of-hip': [{ kind: 'ball', under: 'asis', radius: 0.04, bears: 'hip' }],
  'ease-lats': [roller(['hip', 'shoulder', 0.9])],
  'ease-upper-back': [roller('midback')],
  'dead-bug-pull-over': weight,
  'dead-bug-head-circle': [{ kind: 'soft-ball', at: 'fingertip' }],
  'edge-face-down': heldDown(['knee', 'ankle', 0.5]),
  'edge-side': heldDown('ankle'),
  'rollers-face-down': [roller('ribs', 'hip'), roller(['hip', 'knee', 0.5])],
  'carry-mixed': [{ kind: 'weights', at: { far: 'fingertip' } }, ...weight],
  'side-plank-hinge': [{ kind: 'band', from: { room: [-0.9, 0.25] }, to: 'hip' }],
  'partner-contract-relax': [{ kind: 'partner', at: { far: 'heel' }, from: 20 }],
};
