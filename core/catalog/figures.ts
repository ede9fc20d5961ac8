import type { KitPiece } from '../formats/kit-piece.js';
import { STRAIGHT, type Pose } from '../body/pose.js';
import type { Drill } from '../formats/catalog.js';
import { drillKit, rungKit } from './kit-drawn.js';
import { otherRungs } from './rungs-other.js';
import { rungs } from './rungs.js';

/** One pose, or the two ends of a movement. */
export type Figure = readonly [Pose] | readonly [Pose, Pose];

const of = (place: string, over: Partial<Pose> = {}): Pose => {
  const [family, id] = place.split('/');
  const found = [...rungs, ...otherRungs].find((r) => r.family === family && r.id === id);
  if (!found) throw new RangeError(`the catalogue has no version ${place}`);
  const kit = rungKit[place];
  return { ...found.pose, ...(kit ? { kit } : {}), ...over };
};

const lie: Pose = {
  ...STRAIGHT,
  orientation: 'supine',
  hip: 58,
  knee: 108,
  shoulder: -4,
  ankle: 130,
  contacts: [{ at: 'lowback' }],
};
const flatLie: Pose = {
  ...STRAIGHT,
  orientation: 'supine',
  hip: 2,
  shoulder: -4,
  ankle: 110,
  contacts: [{ at: 'lowback' }],
};
/** On a long roller, the feet on the floor. */
const alongRoller: Pose = { ...lie, hip: 40, knee: 104, ankle: 116, contacts: [{ at: 'lowback', height: 0.15 }] };
const tabletop: Pose = { ...lie, hip: 90, knee: 90, shoulder: 90 };
const alongTabletop: Pose = { ...tabletop, contacts: alongRoller.contacts };
const fours = of('all-fours/floor');
const elbowsFours: Pose = { ...fours, trunk: -8, hip: 98, elbow: 90, support: { joint: 'elbow', ahead: 0 } };
const proneLie: Pose = { ...STRAIGHT, shoulder: 10, ankle: 160, contacts: [{ at: 'hip' }] };
const stand: Pose = { ...STRAIGHT, orientation: 'upright', trunk: 90, shoulder: 4, contacts: [{ at: 'heel' }] };
const sit: Pose = {
  ...STRAIGHT,
  orientation: 'upright',
  trunk: 84,
  hip: 95,
  shoulder: 20,
  ankle: 95,
  contacts: [{ at: 'hip' }],
};
const halfKneel: Pose = {
  ...STRAIGHT,
  orientation: 'upright',
  trunk: 90,
  hip: -4,
  knee: 92,
  ankle: 172,
  shoulder: 6,
  far: { hip: 98, knee: 98, ankle: 90 },
  contacts: [{ at: 'knee' }],
};
const bridge: Pose = {
  ...STRAIGHT,
  orientation: 'supine',
  trunk: -27,
  hip: -4,
  knee: 112,
  ankle: 96,
  shoulder: -30,
  neck: -24,
  contacts: [{ at: 'heel' }],
};
const hang = of('front-lever/active-hang');
const wallHands: Pose = {
  ...STRAIGHT,
  orientation: 'upright',
  trunk: 78,
  shoulder: 84,
  hip: 0,
  ankle: 78,
  contacts: [{ at: 'heel' }],
};
const hinge: Pose = { ...stand, trunk: 32, hip: 62, knee: 12, ankle: 86, shoulder: 50 };
const overBall: Pose = {
  ...STRAIGHT,
  trunk: 6,
  shoulder: 40,
  hip: 20,
  knee: 10,
  ankle: 120,
  contacts: [{ at: 'hip', height: 0.42 }],
};
const sideLie: Pose = { ...STRAIGHT, shoulder: 168, elbow: 10, ankle: 150, contacts: [{ at: 'hip' }] };
const roller: Pose = { ...proneLie, trunk: 16, shoulder: 80, elbow: 90, hip: -8, contacts: [{ at: 'elbow' }] };
const seatedRoll: Pose = { ...sit, trunk: 112, hip: 68, shoulder: -40, contacts: [{ at: 'hip' }] };
const squat = of('overhead-squat/free');

/** Poses of drills, without the kit of their own. */
const drillPoses: Readonly<Record<string, Figure>> = {
  'find-the-middle': [
    { ...lie, pelvicTilt: 8, lumbar: -6 },
    { ...lie, pelvicTilt: -8 },
  ],
  'flattening-breath': [{ ...lie, pelvicTilt: -8 }],
  'seat-squeeze-plank': [of('front-plank/knees', { hip: 12 }), of('front-plank/knees')],
  'wall-plank': [{ ...wallHands, elbow: 60, shoulder: 92 }],
  'stick-line': [fours],
  'all-fours-reach': [
    { ...fours, bladePush: 2, thoracic: -6 },
    { ...fours, bladePush: 14, thoracic: 6 },
  ],
  'slow-reach-arms': [
    { ...lie, shoulder: 90 },
    { ...lie, shoulder: 170 },
  ],
  'slow-reach-heel': [lie, { ...lie, far: { hip: 6, knee: 8 } }],
  'slow-reach-both': [
    { ...lie, shoulder: 90 },
    { ...lie, shoulder: 168, far: { hip: 6, knee: 8 } },
  ],
  'slow-reach-feet-off': [tabletop, { ...tabletop, shoulder: 168, far: { hip: 30, knee: 10 } }],
  'dead-bug-arms': [tabletop, { ...tabletop, shoulder: 168 }],
  'dead-bug-legs': [tabletop, of('dead-bug/legs')],
  'dead-bug-opposite': [tabletop, of('dead-bug/opposite')],
  'dead-bug-ball': [
    { ...tabletop, shoulder: 70 },
    { ...tabletop, shoulder: 70, far: { shoulder: 168, hip: 30, knee: 10 } },
  ],
  'dead-bug-same-side': [
    tabletop,
    { ...tabletop, shoulder: 168, hip: 28, knee: 8, far: { shoulder: 90, hip: 90, knee: 90 } },
  ],
  'hollow-knees-in': [of('hollow/knees-in')],
  'hollow-bent-knee': [of('hollow/bent-knee')],
  'hollow-one-leg': [of('hollow/one-leg')],
  'hollow-straight': [of('hollow/straight')],
  'tucked-crunch': [
    { ...lie, pelvicTilt: -10 },
    { ...lie, pelvicTilt: -10, hip: 70, trunk: 14, thoracic: 16, neck: -14, shoulder: 30 },
  ],
  'vertical-leg-lift': [
    { ...flatLie, hip: 90 },
    { ...flatLie, hip: 104, lumbar: 14, pelvicTilt: -24 },
  ],
  'partial-curl-up': [{ ...of('curl-up/hands-under'), trunk: 0, thoracic: 0, neck: 0 }, of('curl-up/hands-under')],
  'curl-up-hands-free': [{ ...of('curl-up/hands-free'), trunk: 0, thoracic: 0, neck: 0 }, of('curl-up/hands-free')],
  'head-cradled-curl': [
    { ...lie, shoulder: 140, elbow: 130 },
    { ...lie, shoulder: 140, elbow: 130, hip: 72, trunk: 16, thoracic: 16, neck: -10 },
  ],
  'leg-lower': [
    { ...flatLie, hip: 88 },
    { ...flatLie, hip: 45 },
  ],
  'plank-raised': [of('front-plank/raised')],
  'plank-knees': [of('front-plank/knees')],
  'plank-forearm': [of('front-plank/forearm')],
  'plank-squeezed': [of('front-plank/squeezed')],
  'body-saw': [of('front-plank/forearm'), of('front-plank/elbows-ahead')],
  'soft-object-lift': [
    { ...proneLie, contacts: [{ at: 'hip', height: 0.05 }] },
    { ...proneLie, lumbar: 12, pelvicTilt: -14, contacts: [{ at: 'hip', height: 0.05 }] },
  ],
  'push-up-plus-wall': [
    { ...wallHands, bladePush: 2 },
    { ...wallHands, bladePush: 16 },
  ],
  'push-up-plus-knees': [
    of('front-plank/knees-straight-arm', { bladePush: 2 }),
    of('front-plank/knees-straight-arm', { bladePush: 16 }),
  ],
  'overhead-lean': [
    { ...fours, trunk: 4, hip: 92, knee: 104, shoulder: 164, support: undefined, contacts: [{ at: 'wrist', height: 0.42 }, { at: 'knee' }] },
  ],
  'lat-over-bench': [
    { ...fours, trunk: 0, hip: 94, knee: 104, shoulder: 156, support: undefined, contacts: [{ at: 'elbow', height: 0.42 }, { at: 'knee' }] },
  ],
  'chin-nod': [lie, { ...lie, neck: -14 }],
  'head-nod-lift': [lie, { ...lie, neck: -26, thoracic: 2 }],
  bridge: [lie, bridge],
  'single-leg-bridge': [{ ...bridge, far: { hip: 100, knee: 110 } }],
  'hip-flexor-stretch': [halfKneel],
  'hip-flexor-turn': [{ ...halfKneel, shoulder: 80 }],
  'ease-front-thigh': [roller],
  'hamstring-contract-relax': [{ ...flatLie, far: { hip: 78 } }],
  'knee-lock-last-part': [
    { ...sit, hip: 113, knee: 34 },
    { ...sit, hip: 100, knee: 2 },
  ],
  'forearm-alignment': [of('front-plank/forearm')],
  'counted-breath-hold': [of('front-plank/knees')],
  'paper-between-heels': [of('hollow/straight')],
  'easy-week': [of('front-plank/knees')],
  'side-plank-knees': [of('side-plank/knees')],
  'side-plank-staggered': [of('side-plank/staggered')],
  'side-plank-stacked': [of('side-plank/stacked')],
  'side-plank-band': [of('side-plank/knees-banded', { hip: 24 }), of('side-plank/knees-banded')],
  // The top arm stays on the shoulder: free, it would have to swing through the floor in this plane.
  'side-roll': [of('front-plank/forearm'), of('side-plank/rolling', { far: { shoulder: 60, elbow: 130 } })],
  'bear-hover': [fours, of('all-fours/bear')],
  'all-fours-raised': [of('all-fours/raised-hands')],
  'push-up-raised': [of('push-up/raised'), of('push-up/raised', { shoulder: 34, elbow: 86 })],
  'push-up-knees': [of('push-up/knees'), of('push-up/knees', { shoulder: 24, elbow: 96, support: undefined })],
  'bird-dog-leg': [fours, of('bird-dog/leg-only')],
  'bird-dog-arm': [fours, of('bird-dog/arm-only')],
  'bird-dog-opposite': [fours, of('bird-dog/opposite')],
  'arch-hold': [proneLie, of('arch/hands-by-side')],
  'edge-inside': [of('edge/on-the-block')],
  'rollers-close': [
    of('rollers/shoulders-and-thighs', { hip: 20, thoracic: 10 }),
    of('rollers/shoulders-and-thighs', { hip: 0, lumbar: -6, thoracic: -4 }),
  ],
  'hanging-tuck': [hang, of('hanging/tuck')],
  'board-raise': [of('hanging/angled-board', { hip: 28 }), of('hanging/angled-board')],
  'seated-lift': [of('compression/one-leg', { far: {} }), of('compression/one-leg', { far: { hip: 100 } })],
  'tuck-lever-hold': [of('front-lever/tuck')],
  'dragon-tuck': [of('dragon-flag/tuck', { trunk: -58 }), of('dragon-flag/tuck')],
  'chest-to-wall': [of('handstand/chest-to-wall')],
  'wall-plank-feet': [of('handstand/wall-plank')],
  'twist-heels-down': [of('rotation/heels-down')],
  'press-out': [
    { ...halfKneel, shoulder: 60, elbow: 110 },
    { ...halfKneel, shoulder: 84 },
  ],
  'carry-both': [of('carry/both-hands')],
  'carry-one': [of('carry/one-side')],
  'partner-tuck-light': [of('partner-tuck/light-pull')],
  'class-crunch': [{ ...of('class-moves/crunch'), trunk: 0, thoracic: 0, neck: 0 }, of('class-moves/crunch')],
  'class-reverse-curl': [tabletop, of('class-moves/reverse-curl', { lumbar: 12 })],
  'class-flutter': [of('class-moves/flutter'), of('class-moves/flutter', { hip: 54, far: { hip: 42 } })],
  'box-squat-overhead': [{ ...stand, shoulder: 172 }, squat],
  'banded-squat': [
    { ...stand, shoulder: 80 },
    { ...squat, shoulder: 80 },
  ],
  'single-leg-support': [{ ...stand, shoulder: 60, far: { hip: 30, knee: 40 } }, of('single-leg-squat/supported')],
  'active-hang': [hang],
  'still-hang': [hang],
  'pull-down': [
    { ...stand, trunk: 80, hip: 10, shoulder: 160 },
    { ...stand, trunk: 80, hip: 10, shoulder: 20 },
  ],
  'row-hold': [{ ...STRAIGHT, orientation: 'supine', trunk: 22, shoulder: 60, elbow: 70, contacts: [{ at: 'heel' }] }],
  'rear-shoulder-raise': [hinge, { ...hinge, shoulder: 100 }],
  'wall-slide': [
    { ...stand, shoulder: 80, elbow: 96 },
    { ...stand, shoulder: 128, elbow: 40 },
  ],
  'push-tall': [of('handstand/push-tall', { neck: 8 }), of('handstand/push-tall')],
  'prone-letters': [
    { ...overBall, shoulder: 90 },
    { ...overBall, shoulder: 150 },
  ],
  'hip-extension-ball': [
    { ...overBall, hip: 30, knee: 20 },
    { ...overBall, hip: -4 },
  ],
  'heel-raise': [
    { ...stand, shoulder: 76 },
    { ...stand, shoulder: 70, ankle: 130, contacts: [{ at: 'toe' }] },
  ],
  'toe-raise': [stand, { ...stand, ankle: 76 }],
  'knee-straighten': [
    { ...flatLie, hip: 20, knee: 36 },
    { ...flatLie, hip: 6, knee: 4 },
  ],
  'toe-spread': [stand],
  'mid-back-row': [
    { ...stand, shoulder: 78 },
    { ...stand, shoulder: -20, elbow: 100 },
  ],
  'shoulder-outward': [{ ...stand, elbow: 90 }],
  'hip-outward': [{ ...sideLie, knee: 60, far: { hip: -14, knee: 60 } }],
  'band-side-steps': [{ ...stand, hip: 24, knee: 30, trunk: 80, ankle: 78 }],
  'outer-hip-raise': [sideLie, { ...sideLie, far: { hip: -24 } }],
  'hamstring-curl': [bridge, { ...bridge, trunk: -19, hip: -6, knee: 54 }],
  'hinge-to-wall': [stand, hinge],
  'roller-leg-changes': [alongTabletop, { ...alongTabletop, far: { hip: 60, knee: 90 } }],
  'roller-right-angle': [{ ...alongTabletop, shoulder: 40 }],
  'roller-small-curl': [
    { ...alongRoller, shoulder: 140, elbow: 130 },
    { ...alongRoller, shoulder: 140, elbow: 130, hip: 50, trunk: 10, thoracic: 12, neck: -8 },
  ],
  'roller-small-turn': [
    { ...alongRoller, shoulder: 90 },
    { ...alongRoller, shoulder: 78, far: { shoulder: 100 } },
  ],
  'dead-bug-both-arms': [tabletop, { ...tabletop, shoulder: 168 }],
  'dead-bug-wide': [tabletop, { ...tabletop, shoulder: 128, far: { hip: 44, knee: 14 } }],
  'dead-bug-scissor': [
    { ...tabletop, hip: 86, knee: 14 },
    { ...tabletop, hip: 86, knee: 14, far: { hip: 34, knee: 10 } },
  ],
  'dead-bug-pull-over': [tabletop, { ...tabletop, shoulder: 158, elbow: 14 }],
  'dead-bug-head-circle': [tabletop, { ...tabletop, shoulder: 130, elbow: 60 }],
  'push-up-plus-full': [of('front-plank/straight-arm', { bladePush: 2 }), of('front-plank/straight-arm', { bladePush: 16 })],
  'hip-inward': [{ ...lie, shoulder: 20 }],
  'curl-up-elbows-lifted': [{ ...of('curl-up/hands-under'), trunk: 0, thoracic: 0, neck: 0 }, of('curl-up/hands-under')],
  'edge-face-down': [{ ...proneLie, trunk: 2, shoulder: 10, contacts: [{ at: 'hip', height: 0.5 }] }],
  'edge-side': [{ ...sideLie, shoulder: 20, contacts: [{ at: 'hip', height: 0.5 }] }],
  'rollers-face-up': [
    of('rollers/shoulders-and-thighs', { hip: 14, thoracic: 8 }),
    of('rollers/shoulders-and-thighs', { hip: 0, lumbar: 0, thoracic: 0 }),
  ],
  'rollers-face-down': [
    { ...proneLie, shoulder: 172, contacts: [{ at: 'hip', height: 0.15 }] },
    { ...proneLie, shoulder: 172, trunk: 8, hip: -10, lumbar: -10, contacts: [{ at: 'hip', height: 0.15 }] },
  ],
  'carry-mixed': [of('carry/overhead', { far: { shoulder: 24, elbow: 140 } })],
  'plank-opposite-forearm': [of('front-plank/forearm'), of('front-plank/forearm', { far: { shoulder: 150, elbow: 4, hip: -8 } })],
  'side-plank-hinge': [of('side-plank/knees', { hip: 40 }), of('side-plank/knees')],
  'partner-contract-relax': [{ ...flatLie, far: { hip: 78 } }],
  'long-roller-lie': [{ ...alongRoller, shoulder: 40 }],
  'rib-breath': [{ ...sit, shoulder: 40, elbow: 120 }],
  'slow-count': [of('class-moves/crunch')],
  'wrist-wedges': [fours],
  'feet-lines': [stand],
  'calf-straight': [{ ...wallHands, ankle: 66, trunk: 70, shoulder: 78 }],
  'calf-bent': [{ ...wallHands, knee: 30, hip: 22, ankle: 62, trunk: 78 }],
  'inner-thigh': [
    { ...elbowsFours, hip: 70 },
    { ...elbowsFours, hip: 104 },
  ],
  'pancake-lean': [sit, { ...sit, trunk: 48, hip: 131, shoulder: 102 }],
  'pike-good-morning': [sit, { ...sit, trunk: 44, hip: 135, shoulder: 130, elbow: 130 }],
  'chest-doorway': [{ ...stand, shoulder: 60, elbow: 90 }],
  'belly-over-ball': [
    {
      ...STRAIGHT,
      orientation: 'supine',
      trunk: -8,
      lumbar: -14,
      thoracic: -12,
      shoulder: 160,
      hip: 30,
      knee: 96,
      ankle: 96,
      contacts: [{ at: 'hip', height: 0.36 }],
    },
  ],
  'shoulder-hip-inward': [{ ...lie, shoulder: 80, elbow: 90 }],
  'ease-calf': [seatedRoll],
  'ease-hamstring': [{ ...seatedRoll, hip: 58, contacts: [{ at: 'hip', height: 0.13 }] }],
  'ease-inner-thigh': [{ ...roller, far: { hip: 0, knee: 30 } }],
  'ease-outer-thigh': [{ ...sideLie, trunk: 16, hip: -9, shoulder: 80, elbow: 90, contacts: [{ at: 'elbow' }] }],
  'ease-front-of-hip': [{ ...proneLie, contacts: [{ at: 'hip', height: 0.07 }] }],
  'ease-lats': [{ ...sideLie, trunk: 12, hip: -10, shoulder: 164, elbow: 10 }],
  'ease-upper-back': [{ ...bridge, trunk: -4, hip: 42, knee: 112, shoulder: 130, elbow: 130, neck: -8 }],
};

const withKit = (pose: Pose, kit: readonly KitPiece[]): Pose => ({ ...pose, kit: [...(pose.kit ?? []), ...kit] });

/** What a drill looks like: one pose for a hold, two for a movement, with its kit. */
export const drillFigures: Readonly<Record<string, Figure>> = Object.fromEntries(
  Object.entries(drillPoses).map(([id, [first, second]]): [string, Figure] => {
    const kit = drillKit[id];
    if (!kit) return [id, second ? [first, second] : [first]];
    return [id, second ? [withKit(first, kit), withKit(second, kit)] : [withKit(first, kit)]];
  }),
);

/** How a quick test looks when it is taken. */
export const testFigures: Readonly<Record<string, Figure>> = {
  'set-anew': [of('all-fours/floor'), of('front-plank/forearm')],
  rested: [flatLie, of('front-plank/forearm')],
  'support-knees': [of('front-plank/knees-straight-arm')],
  'hollow-arms-free': [of('hollow/straight')],
  'half-effort': [of('front-plank/forearm')],
  'heels-dig': [{ ...lie, shoulder: 40 }, { ...of('curl-up/hands-free'), hip: 60, knee: 100, far: {} }],
  'seat-squeezed': [of('front-plank/forearm', { hip: 10 }), of('front-plank/forearm')],
  'ten-breaths': [of('front-plank/knees')],
  'knee-to-wall-straight': [{ ...stand, trunk: 80 }],
  'frog-lying': [{ ...lie, shoulder: 20 }],
  'outer-hip-hold': [sideLie, { ...sideLie, far: { hip: -24 } }],
  'side-hold-knees': [of('side-plank/knees')],
  'outward-rotation': [{ ...lie, shoulder: 80, elbow: 90 }],
  'hand-under-back': [lie],
  'hand-under-back-leg': [lie, { ...lie, far: { hip: 6, knee: 6 } }],
  'knees-in': [of('hollow/straight'), of('hollow/knees-in')],
  'arms-down': [of('hollow/overhead'), of('hollow/straight')],
  'one-cue': [of('front-plank/forearm', { hip: -8 }), of('front-plank/forearm')],
  'tucked-crunch': drillFigures['tucked-crunch']!,
  'hip-lift': drillFigures['vertical-leg-lift']!,
  'flexion-90': [lie, { ...lie, shoulder: 90, hip: 90, knee: 90 }],
  'inward-rotation': [{ ...lie, shoulder: 80, elbow: 90 }],
  'rib-spread': drillFigures['rib-breath']!,
  'thigh-drop': [
    { ...flatLie, hip: -4, knee: 70, far: { hip: 122, knee: 110 }, contacts: [{ at: 'lowback', height: 0.45 }] },
  ],
  'leg-raise-passive': [flatLie, { ...flatLie, far: { hip: 80 } }],
  'leg-raise-active': [flatLie, { ...flatLie, far: { hip: 66 } }],
  'arms-overhead': [
    { ...lie, shoulder: 90 },
    { ...lie, shoulder: 178 },
  ],
  'rock-back': [fours, { ...fours, trunk: 6, hip: 118, knee: 130, shoulder: 140, support: undefined }],
  'single-leg-bridge': [{ ...bridge, far: { hip: 100, knee: 110 } }],
  'head-nod': drillFigures['head-nod-lift']!,
  'wall-push': drillFigures['push-up-plus-wall']!,
  'hang-compare': [of('hanging/tuck'), of('hanging/half')],
  'knee-to-wall': [{ ...halfKneel, trunk: 84, hip: 20, knee: 106, ankle: 172, far: { hip: 107, knee: 97, ankle: 66 } }],
  talk: [of('front-plank/forearm')],
  'sides-compare': [of('side-plank/knees'), of('side-plank/staggered')],
  'wrist-lean': [fours, { ...fours, support: { joint: 'wrist', ahead: -0.1 } }],
};

/** The figure of a drill: its own, or that of the drill it was copied from; undefined for a studio's drill made from nothing. */
export const figureOf = (drill: Pick<Drill, 'id' | 'copiedFrom'>): Figure | undefined =>
  drillFigures[drill.id] ?? (drill.copiedFrom ? drillFigures[drill.copiedFrom] : undefined);
