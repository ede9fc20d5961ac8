import { STRAIGHT } from '../body/pose.js';
import type { Rung } from '../formats/catalog.js';

type Seed = Pick<Rung, 'id' | 'name' | 'how' | 'target' | 'excludedBy' | 'pose'> & Partial<Rung>;
/** What most versions share; each says what differs. */
const of = (family: string, seeds: readonly Seed[]): Rung[] =>
  seeds.map((seed) => ({ family, chordEnd: 'ankle', support: 'wrist', stack: 'floor', ahead: 0, overhead: false, bladesClear: false, ...seed }));

const side: Rung['pose'] = { ...STRAIGHT, shoulder: 90, elbow: 90, contacts: [{ at: 'elbow' }, { at: 'toe' }], support: { joint: 'elbow', ahead: 0 }, far: { shoulder: -90 } };
const fours: Rung['pose'] = { ...STRAIGHT, trunk: 14, bladePush: 12, shoulder: 90, elbow: 0, hip: 76, knee: 90, ankle: 176, contacts: [{ at: 'knee' }], support: { joint: 'wrist', ahead: 0 } };
const back: Rung['pose'] = { ...STRAIGHT, orientation: 'supine', hip: 90, knee: 90, shoulder: 90, contacts: [{ at: 'lowback' }] };
const prone: Rung['pose'] = { ...STRAIGHT, trunk: 12, lumbar: -8, thoracic: -6, neck: 4, shoulder: 8, hip: -14, ankle: 150, contacts: [{ at: 'hip' }] };
const hang: Rung['pose'] = { ...STRAIGHT, orientation: 'upright', trunk: 90, shoulder: 178, ankle: 150, neck: -4, contacts: [{ at: 'wrist', height: 2.6 }] };
const sit: Rung['pose'] = { ...STRAIGHT, orientation: 'upright', trunk: 80, hip: 100, shoulder: 30, ankle: 110, contacts: [{ at: 'hip' }] };
const stand: Rung['pose'] = { ...STRAIGHT, orientation: 'upright', trunk: 90, shoulder: 4, contacts: [{ at: 'heel' }] };
const flag: Rung['pose'] = { ...STRAIGHT, orientation: 'supine', trunk: -30, shoulder: 178, ankle: 150, neck: -10, contacts: [{ at: 'wrist', height: 0.35 }] };
const invert: Rung['pose'] = { ...STRAIGHT, orientation: 'upright', trunk: -90, shoulder: 178, ankle: 160, contacts: [{ at: 'wrist' }] };
const lever: Rung['pose'] = { ...STRAIGHT, orientation: 'supine', trunk: 2, shoulder: 72, ankle: 150, neck: -8, pelvicTilt: -12, contacts: [{ at: 'wrist', height: 2.1 }] };
const hands: Rung['pose'] = { ...STRAIGHT, shoulder: 90, contacts: [{ at: 'wrist' }, { at: 'toe' }], support: { joint: 'wrist', ahead: 0 } };
const noLoad = ['pregnancy', 'abdominal-wall'] as const;
const hard = ['pregnancy', 'abdominal-wall', 'low-back', 'shoulder', 'osteoporosis'] as const;

/** Versions of the families around plank and hollow, easiest first within each. */
export const otherRungs: readonly Rung[] = [
  ...of('side-plank', [
    { id: 'knees-supported', name: 'Knees, hand on the shoulder', how: 'Forearm and knees down, top hand on the supporting shoulder.', target: 20, chordEnd: 'knee', excludedBy: [], pose: { ...side, knee: 90, ankle: 150, contacts: [{ at: 'elbow' }, { at: 'knee' }], far: { shoulder: 60, elbow: 130 } } },
    { id: 'knees', name: 'Knees, arm free', how: 'Forearm and knees down, hips pushed through, top arm up.', target: 30, chordEnd: 'knee', excludedBy: [], pose: { ...side, knee: 90, ankle: 150, contacts: [{ at: 'elbow' }, { at: 'knee' }] } },
    { id: 'knees-banded', name: 'Knees, banded push', how: 'On the knees, a band at the hips pushed through and back, never sitting down.', target: 30, chordEnd: 'knee', excludedBy: ['pregnancy'], pose: { ...side, knee: 90, ankle: 150, contacts: [{ at: 'elbow' }, { at: 'knee' }] } },
    { id: 'staggered', name: 'Feet staggered', how: 'Forearm and both feet, the top foot ahead.', target: 30, excludedBy: ['shoulder'], pose: side },
    { id: 'rolling', name: 'Rolling side, front, side', how: 'From one side through the front plank to the other, as one piece.', target: 30, excludedBy: ['shoulder', 'pregnancy'], pose: side },
    { id: 'stacked', name: 'Feet stacked', how: 'Forearm and the edge of one foot, feet on each other.', target: 30, excludedBy: ['shoulder', 'pregnancy'], pose: side },
    { id: 'top-leg-up', name: 'Top leg up', how: 'Feet stacked, then the top leg lifts.', target: 20, excludedBy: ['shoulder', 'pregnancy', 'hip'], pose: { ...side, far: { shoulder: -90, hip: -24 } } },
    { id: 'feet-raised', name: 'Feet raised', how: 'Feet on a low box.', target: 20, excludedBy: ['shoulder', 'pregnancy', 'low-back'], pose: { ...side, contacts: [{ at: 'elbow' }, { at: 'toe', height: 0.25 }] } },
  ]),
  ...of('all-fours', [
    { id: 'raised-hands', name: 'Hands raised', how: 'Hands on a low box, knees on a pad.', target: 30, chordEnd: 'knee', excludedBy: [], pose: { ...fours, trunk: 24, hip: 66 } },
    { id: 'wedges', name: 'On wedges', how: 'Heels of the hands on wedges.', target: 30, chordEnd: 'knee', excludedBy: [], pose: { ...fours, trunk: 16, hip: 74 } },
    { id: 'floor', name: 'On the floor', how: 'Flat hands, slow long reach, quiet breath.', target: 30, chordEnd: 'knee', excludedBy: ['wrist'], pose: fours },
    { id: 'bear', name: 'Bear hover', how: 'Knees a hand above the floor, back unchanged.', target: 20, chordEnd: 'knee', excludedBy: ['wrist', 'pregnancy'], pose: { ...fours, ankle: 80, hip: 96, knee: 96, contacts: [{ at: 'wrist' }, { at: 'toe' }] } },
  ]),
  ...of('push-up', [
    { id: 'raised', name: 'Hands raised', how: 'Hands on a bar or box, body in one line, all the way down.', target: 8, excludedBy: [], pose: { ...STRAIGHT, shoulder: 90, contacts: [{ at: 'wrist', height: 0.6 }, { at: 'toe' }] }, stack: 'trunk' },
    { id: 'knees', name: 'On the knees', how: 'One line from ear to knee.', target: 8, chordEnd: 'knee', excludedBy: ['wrist'], pose: { ...hands, knee: 90, ankle: 150, contacts: [{ at: 'wrist' }, { at: 'knee' }] } },
    { id: 'full', name: 'Full', how: 'Chest a fist above the floor and back to tall.', target: 8, excludedBy: ['wrist', 'elbow', 'shoulder', 'pregnancy'], pose: hands },
  ]),
  ...of('bird-dog', [
    { id: 'leg-slides', name: 'Leg slides', how: 'One leg slides long on the floor and back.', target: 30, chordEnd: 'knee', excludedBy: [], pose: { ...fours, far: { hip: 10, knee: 10 } } },
    { id: 'arm-only', name: 'Arm only', how: 'One arm reaches long, the legs stay.', target: 20, chordEnd: 'knee', excludedBy: [], pose: { ...fours, far: { shoulder: 172, elbow: 0 } } },
    { id: 'leg-only', name: 'Leg only', how: 'One leg reaches back, the hands stay.', target: 20, chordEnd: 'knee', excludedBy: [], pose: { ...fours, far: { hip: -2, knee: 0 } } },
    { id: 'opposite', name: 'Opposite arm and leg', how: 'Both reach long, neither above the trunk.', target: 10, chordEnd: 'knee', excludedBy: ['wrist'], pose: { ...fours, far: { shoulder: 172, elbow: 0, hip: -2, knee: 0 } } },
    { id: 'sweep', name: 'Sweep', how: 'Touch down lightly and reach again without a pause.', target: 20, chordEnd: 'knee', excludedBy: ['wrist'], pose: { ...fours, far: { shoulder: 172, hip: -2, knee: 0 } } },
    { id: 'shapes', name: 'Drawn shapes', how: 'Hand and foot draw small squares.', target: 20, chordEnd: 'knee', excludedBy: ['wrist'], pose: { ...fours, far: { shoulder: 165, hip: -4, knee: 6 } } },
    { id: 'banded', name: 'Banded', how: 'A band from hand to foot, held, then for reps.', target: 10, chordEnd: 'knee', excludedBy: ['wrist', 'low-back', 'pregnancy'], pose: { ...fours, far: { shoulder: 172, hip: -2, knee: 0 } } },
  ]),
  ...of('dead-bug', [
    { id: 'hand-under', name: 'Hand under the back', how: 'Knees bent, feet down, pressure kept while breathing.', target: 30, chordEnd: 'knee', excludedBy: ['pregnancy'], pose: { ...back, hip: 60, knee: 105, shoulder: 10 } },
    { id: 'heel-slides', name: 'Heel slides', how: 'One heel slides long at a time.', target: 30, chordEnd: 'knee', excludedBy: ['pregnancy'], pose: { ...back, hip: 60, knee: 105, shoulder: 10, far: { hip: 14, knee: 20 } } },
    { id: 'legs', name: 'Legs only', how: 'Knees over hips, one leg lengthens at a time.', target: 30, chordEnd: 'knee', excludedBy: ['pregnancy'], pose: { ...back, far: { hip: 28, knee: 12 } } },
    { id: 'opposite', name: 'Opposite arm and leg', how: 'Opposite limbs reach long together.', target: 30, chordEnd: 'knee', excludedBy: ['pregnancy'], pose: { ...back, far: { hip: 26, knee: 6, shoulder: 170 } } },
    { id: 'loaded', name: 'Loaded', how: 'The same with a light weight or band.', target: 20, chordEnd: 'knee', excludedBy: [...noLoad, 'low-back'], pose: { ...back, far: { hip: 26, knee: 6, shoulder: 170 } } },
  ]),
  ...of('curl-up', [
    { id: 'hands-under', name: 'Hands under the back', how: 'One knee bent, hands under the low back, a thumb’s breadth.', target: 10, excludedBy: [...noLoad], pose: { ...back, trunk: 5, thoracic: 8, neck: -10, shoulder: 8, elbow: 40, hip: 7, knee: 0, far: { hip: 55, knee: 105 } } },
    { id: 'hands-free', name: 'Hands free, braced first', how: 'The brace holds what the hands held.', target: 10, excludedBy: [...noLoad], pose: { ...back, trunk: 5, thoracic: 8, neck: -10, shoulder: 10, hip: 8, knee: 0, far: { hip: 55, knee: 105 } } },
    { id: 'breathing', name: 'Breathing while up', how: 'Two quiet breaths at the top.', target: 10, excludedBy: [...noLoad], pose: { ...back, trunk: 6, thoracic: 9, neck: -10, shoulder: 10, hip: 8, knee: 0, far: { hip: 55, knee: 105 } } },
    { id: 'longer-arms', name: 'Longer arms', how: 'Arms across the chest, then beside the ears.', target: 8, excludedBy: [...noLoad, 'neck', 'osteoporosis'], pose: { ...back, trunk: 6, thoracic: 9, neck: -8, shoulder: 165, hip: 8, knee: 0, far: { hip: 55, knee: 105 } } },
  ]),
  ...of('arch', [
    { id: 'hands-by-side', name: 'Hands by the side', how: 'Chest and straight legs just clear of the floor.', target: 20, excludedBy: ['pregnancy'], pose: prone },
    { id: 'hands-at-ears', name: 'Hands at the ears', how: 'The same with the elbows out.', target: 20, excludedBy: ['pregnancy', 'low-back'], pose: { ...prone, shoulder: 120, elbow: 90 } },
    { id: 'overhead', name: 'Arms long', how: 'Arms beside the ears, long from hands to feet.', target: 20, overhead: true, excludedBy: ['pregnancy', 'low-back', 'shoulder'], pose: { ...prone, shoulder: 174 } },
  ]),
  ...of('edge', [
    { id: 'on-the-block', name: 'Hips well on the block', how: 'Only head and shoulders beyond the edge, partner on the ankles.', target: 15, overhead: true, excludedBy: [...noLoad, 'neck', 'blood-pressure', 'eye-pressure'], pose: { ...STRAIGHT, orientation: 'supine', trunk: 2, shoulder: 172, ankle: 110, contacts: [{ at: 'hip', height: 0.4 }] } },
    { id: 'half', name: 'Half way out', how: 'The low ribs at the edge.', target: 15, overhead: true, excludedBy: [...hard, 'neck', 'blood-pressure', 'eye-pressure'], pose: { ...STRAIGHT, orientation: 'supine', trunk: 1, shoulder: 172, ankle: 110, contacts: [{ at: 'hip', height: 0.4 }] } },
    { id: 'full', name: 'Hip crease at the edge', how: 'The whole trunk beyond the edge.', target: 10, overhead: true, excludedBy: [...hard, 'neck', 'blood-pressure', 'eye-pressure'], pose: { ...STRAIGHT, orientation: 'supine', trunk: 0, shoulder: 174, ankle: 110, contacts: [{ at: 'hip', height: 0.4 }] } },
  ]),
  ...of('compression', [
    { id: 'bent', name: 'Seated lift, bent knees', how: 'Hands beside the knees, bent knees lift and lower slowly.', target: 8, chordEnd: 'knee', excludedBy: ['hip'], pose: { ...sit, hip: 118, knee: 30 } },
    { id: 'one-leg', name: 'Seated lift, one leg', how: 'One straight leg lifts, trunk tall.', target: 8, excludedBy: ['hip'], pose: { ...sit, hip: 108, far: { hip: 92 } } },
    { id: 'both-legs', name: 'Seated lift, both legs', how: 'Both straight legs lift, no lean.', target: 8, excludedBy: ['hip', 'low-back'], pose: { ...sit, hip: 110 } },
    { id: 'slide-through', name: 'Slide-through on blocks', how: 'Hands on blocks, the folded legs pass to the front and back.', target: 6, excludedBy: ['hip', 'wrist', 'shoulder', 'pregnancy'], pose: { ...sit, trunk: 60, hip: 120, shoulder: -10, contacts: [{ at: 'wrist', height: 0.2 }] } },
  ]),
  ...of('hanging', [
    { id: 'tuck', name: 'Hanging tuck', how: 'Knees to the chest and slowly down, still at the bottom.', target: 8, chordEnd: 'knee', overhead: true, excludedBy: ['shoulder', 'pregnancy', 'abdominal-wall'], pose: { ...hang, hip: 110, knee: 120, pelvicTilt: -14 } },
    { id: 'angled-board', name: 'Angled board', how: 'On a sloping board, straight legs to the hands.', target: 8, overhead: true, excludedBy: ['shoulder', 'pregnancy', 'abdominal-wall', 'low-back'], pose: { ...hang, trunk: 40, orientation: 'supine', hip: 70, shoulder: 176, contacts: [{ at: 'lowback', height: 0.4 }] } },
    { id: 'half', name: 'Half raise', how: 'Straight legs to level.', target: 6, overhead: true, excludedBy: [...hard, 'hip'], pose: { ...hang, hip: 90 } },
    { id: 'full', name: 'Full raise', how: 'Straight legs to the bar, no swing.', target: 5, overhead: true, excludedBy: [...hard, 'hip'], pose: { ...hang, trunk: 70, hip: 150, pelvicTilt: -20 } },
    { id: 'slow-lower', name: 'Slow lower', how: 'From the bar down in five counts.', target: 4, overhead: true, excludedBy: [...hard, 'hip'], pose: { ...hang, hip: 100 } },
  ]),
  ...of('dragon-flag', [
    { id: 'tuck', name: 'Tuck', how: 'Knees to the chest, hips and trunk one piece.', target: 6, chordEnd: 'knee', excludedBy: [...hard, 'neck', 'under-16', 'blood-pressure', 'eye-pressure'], pose: { ...flag, trunk: -40, hip: 110, knee: 120 } },
    { id: 'one-leg', name: 'One leg', how: 'One leg long, one tucked.', target: 5, excludedBy: [...hard, 'neck', 'under-16', 'blood-pressure', 'eye-pressure'], pose: { ...flag, trunk: -35, far: { hip: 100, knee: 120 } } },
    { id: 'straddle', name: 'Straddle', how: 'Legs wide and straight.', target: 5, excludedBy: [...hard, 'neck', 'under-16', 'blood-pressure', 'eye-pressure'], pose: flag },
    { id: 'full', name: 'Full', how: 'One line from shoulder to ankle, up and down.', target: 5, excludedBy: [...hard, 'neck', 'under-16', 'blood-pressure', 'eye-pressure'], pose: { ...flag, trunk: -22 } },
  ]),
  ...of('front-lever', [
    { id: 'active-hang', name: 'Active hang', how: 'Straight arms, shoulders pulled down.', target: 30, overhead: true, excludedBy: ['shoulder'], pose: hang },
    { id: 'tuck', name: 'Tuck', how: 'Back level, knees to the chest.', target: 8, chordEnd: 'knee', excludedBy: [...hard, 'elbow'], pose: { ...lever, hip: 120, knee: 125 } },
    { id: 'open-tuck', name: 'Open tuck', how: 'Back level, thighs plumb.', target: 8, chordEnd: 'knee', excludedBy: [...hard, 'elbow'], pose: { ...lever, hip: 90, knee: 100 } },
    { id: 'one-leg', name: 'One leg', how: 'One leg long, one tucked.', target: 6, excludedBy: [...hard, 'elbow'], pose: { ...lever, far: { hip: 110, knee: 120 } } },
    { id: 'straddle', name: 'Straddle', how: 'Legs wide and straight.', target: 5, excludedBy: [...hard, 'elbow'], pose: lever },
    { id: 'full', name: 'Full', how: 'Legs together, one line.', target: 5, excludedBy: [...hard, 'elbow'], pose: lever },
  ]),
  ...of('handstand', [
    { id: 'wall-plank', name: 'Wall plank', how: 'Feet on the wall at hip height, hands on the floor.', target: 30, overhead: true, excludedBy: ['shoulder', 'wrist', 'blood-pressure', 'eye-pressure', 'pregnancy'], pose: { ...invert, trunk: -40, shoulder: 170, hip: 40 } },
    { id: 'chest-to-wall', name: 'Chest to the wall', how: 'Hands a hand from the wall, ribs and toes touch it.', target: 30, overhead: true, excludedBy: ['shoulder', 'wrist', 'elbow', 'neck', 'blood-pressure', 'eye-pressure', 'pregnancy'], pose: invert },
    { id: 'push-tall', name: 'Push-tall reps', how: 'At the wall, shoulders push and settle.', target: 8, overhead: true, excludedBy: ['shoulder', 'wrist', 'elbow', 'neck', 'blood-pressure', 'eye-pressure', 'pregnancy'], pose: invert },
    { id: 'toe-pulls', name: 'Toe pulls', how: 'The toes leave the wall for a breath.', target: 10, overhead: true, excludedBy: ['shoulder', 'wrist', 'elbow', 'neck', 'blood-pressure', 'eye-pressure', 'pregnancy'], pose: invert },
    { id: 'free', name: 'Free line', how: 'Away from the wall.', target: 15, overhead: true, excludedBy: ['shoulder', 'wrist', 'elbow', 'neck', 'blood-pressure', 'eye-pressure', 'pregnancy', 'osteoporosis'], pose: invert },
  ]),
  ...of('rotation', [
    { id: 'heels-down', name: 'Heels down', how: 'Sit, lean back a little, heels down, turn the ribs.', target: 30, chordEnd: 'knee', excludedBy: ['osteoporosis', 'abdominal-wall', 'pregnancy'], pose: { ...sit, trunk: 114, hip: 106, knee: 75, shoulder: 70, elbow: 60 } },
    { id: 'heels-off', name: 'Heels off', how: 'The heels just leave the floor.', target: 30, chordEnd: 'knee', excludedBy: ['osteoporosis', 'abdominal-wall', 'pregnancy', 'low-back'], pose: { ...sit, trunk: 118, hip: 108, knee: 70, shoulder: 70, elbow: 60 } },
    { id: 'loaded', name: 'Loaded, long arms', how: 'A light weight, arms long.', target: 20, chordEnd: 'knee', excludedBy: ['osteoporosis', 'abdominal-wall', 'pregnancy', 'low-back', 'shoulder'], pose: { ...sit, trunk: 118, hip: 108, knee: 70, shoulder: 80 } },
  ]),
  ...of('carry', [
    { id: 'both-hands', name: 'Both hands', how: 'A weight in each hand, slow steps with a pause.', target: 30, excludedBy: ['under-16'], pose: stand },
    { id: 'one-side', name: 'One side', how: 'A weight in one hand, trunk tall.', target: 30, excludedBy: ['under-16', 'abdominal-wall', 'pregnancy'], pose: { ...stand, far: { shoulder: -6 } } },
    { id: 'overhead', name: 'Overhead', how: 'A weight overhead, ribs heavy.', target: 20, overhead: true, excludedBy: ['under-16', 'abdominal-wall', 'pregnancy', 'shoulder', 'blood-pressure', 'neck'], pose: { ...stand, shoulder: 178 } },
  ]),
  ...of('rollers', [
    { id: 'shoulders-and-thighs', name: 'Shoulders and thighs', how: 'Rollers under shoulder blades and mid-thigh; hollow to arch as one piece.', target: 20, overhead: true, excludedBy: [...hard, 'neck'], pose: { ...STRAIGHT, orientation: 'supine', trunk: 4, shoulder: 172, hip: 8, ankle: 150, contacts: [{ at: 'lowback', height: 0.08 }] } },
    { id: 'wider', name: 'Wider', how: 'Rollers further apart.', target: 20, overhead: true, excludedBy: [...hard, 'neck'], pose: { ...STRAIGHT, orientation: 'supine', trunk: 4, shoulder: 172, hip: 6, ankle: 150, contacts: [{ at: 'lowback', height: 0.06 }] } },
    { id: 'elbows-and-knees', name: 'Elbows and knees', how: 'Rollers under elbows and knees.', target: 15, overhead: true, excludedBy: [...hard, 'neck'], pose: { ...STRAIGHT, orientation: 'supine', trunk: 3, shoulder: 174, hip: 4, ankle: 150, contacts: [{ at: 'lowback', height: 0.05 }] } },
  ]),
  ...of('partner-tuck', [
    { id: 'light-pull', name: 'Light pull', how: 'Elbows meet knees and stay while the coach pulls lightly.', target: 8, chordEnd: 'knee', excludedBy: [...hard, 'under-16', 'neck', 'blood-pressure', 'eye-pressure', 'recent-illness'], pose: { ...back, trunk: 32, thoracic: 24, neck: -20, hip: 120, knee: 60, shoulder: 140, elbow: 110 } },
    { id: 'to-lost-shape', name: 'To lost shape', how: 'As hard as the shape survives; resets are counted, a spotter is named.', target: 15, chordEnd: 'knee', excludedBy: [...hard, 'under-16', 'neck', 'blood-pressure', 'eye-pressure', 'recent-illness'], pose: { ...back, trunk: 32, thoracic: 24, neck: -20, hip: 120, knee: 40, shoulder: 140, elbow: 110 } },
  ]),
  ...of('class-moves', [
    { id: 'crunch-cradled', name: 'Crunch, head cradled', how: 'Head heavy in a towel held by both hands, blades only just off.', target: 20, chordEnd: 'knee', excludedBy: ['osteoporosis', 'abdominal-wall', 'pregnancy'], pose: { ...back, trunk: 8, thoracic: 10, neck: -6, hip: 80, knee: 105, shoulder: 130, elbow: 120 } },
    { id: 'brace-head-down', name: 'Brace, head down', how: 'Knees bent, head resting, one long breath out against a firm belly.', target: 30, chordEnd: 'knee', excludedBy: ['pregnancy'], pose: { ...back, hip: 60, knee: 105, shoulder: 6 } },
    { id: 'reverse-curl-small', name: 'Reverse curl, small', how: 'Knees bent, head down, hands press the floor, the tail just unweights.', target: 20, chordEnd: 'knee', excludedBy: ['osteoporosis', 'abdominal-wall', 'pregnancy'], pose: { ...back, hip: 105, knee: 115, shoulder: 6 } },
    { id: 'side-crunch-supported', name: 'Side crunch, hand supports', how: 'Knees forward, lower hand on the floor takes a part, ribs toward the hip.', target: 20, chordEnd: 'knee', excludedBy: ['osteoporosis', 'abdominal-wall', 'pregnancy'], pose: { ...back, trunk: 8, thoracic: 8, hip: 80, knee: 100, shoulder: 30 } },
    { id: 'leg-lower-bent', name: 'Leg lower, bent, one leg', how: 'Knees bent, one foot taps the floor and comes back, half range, low back heavy.', target: 20, chordEnd: 'knee', excludedBy: ['pregnancy'], pose: { ...back, hip: 90, knee: 95, shoulder: 6, far: { hip: 50, knee: 100 } } },
    { id: 'flutter-high', name: 'Flutter, high', how: 'Legs high, one at a time, hands under the seat.', target: 20, excludedBy: ['pregnancy', 'abdominal-wall', 'hip'], pose: { ...back, hip: 80, knee: 20, shoulder: 6, far: { hip: 88 } } },
    { id: 'v-up-bent', name: 'V-up, bent and half', how: 'Knees bent, opposite hand and knee meet, head down between.', target: 16, chordEnd: 'knee', excludedBy: ['osteoporosis', 'abdominal-wall', 'pregnancy'], pose: { ...back, trunk: 10, hip: 95, knee: 100, shoulder: 90 } },
    { id: 'knee-drive-raised', name: 'Knee drive, hands raised', how: 'Hands or fists on a box or bar, one knee forward and back, slowly.', target: 30, excludedBy: ['pregnancy'], pose: { ...STRAIGHT, orientation: 'prone', shoulder: 90, contacts: [{ at: 'wrist', height: 0.6 }, { at: 'toe' }], far: { hip: 60, knee: 80, ankle: 150 } }, stack: 'trunk' },
    { id: 'crunch', name: 'Crunch', how: 'Blades off and slowly back.', target: 30, chordEnd: 'knee', excludedBy: ['osteoporosis', 'abdominal-wall', 'pregnancy', 'neck'], pose: { ...back, trunk: 18, thoracic: 16, neck: -14, hip: 80, knee: 105, shoulder: 130, elbow: 120 } },
    { id: 'reverse-curl', name: 'Reverse curl', how: 'Tail rolls off the floor, knees bent.', target: 30, chordEnd: 'knee', excludedBy: ['osteoporosis', 'abdominal-wall', 'pregnancy', 'low-back'], pose: { ...back, hip: 115, knee: 110, shoulder: 6 } },
    { id: 'side-crunch', name: 'Side crunch', how: 'Knees forward, hand support, ribs toward the hip.', target: 30, chordEnd: 'knee', excludedBy: ['osteoporosis', 'abdominal-wall', 'pregnancy'], pose: { ...back, trunk: 14, thoracic: 12, hip: 80, knee: 100, shoulder: 60 } },
    { id: 'leg-lower', name: 'Leg lower', how: 'To the height the back allows.', target: 30, excludedBy: [...hard], pose: { ...back, hip: 50, knee: 0, shoulder: 6 } },
    { id: 'flutter', name: 'Flutter at 45°', how: 'Small scissors at 45°.', target: 30, excludedBy: [...hard, 'hip'], pose: { ...back, hip: 45, knee: 0, shoulder: 6, far: { hip: 52 } } },
    { id: 'sit-up', name: 'Sit-up', how: 'Slowly up and down, no pull on the neck.', target: 30, chordEnd: 'knee', excludedBy: [...hard, 'neck'], pose: { ...back, trunk: 50, thoracic: 16, hip: 114, knee: 105, shoulder: 90, contacts: [{ at: 'hip' }] } },
    { id: 'v-up', name: 'V-up', how: 'Hands and feet meet.', target: 20, excludedBy: [...hard, 'neck', 'hip'], pose: { ...back, trunk: 42, hip: 100, knee: 0, shoulder: 100, contacts: [{ at: 'hip' }] } },
    { id: 'knee-drive', name: 'Plank knee drive', how: 'From straight arms, a knee to the chest and back.', target: 30, excludedBy: ['wrist', 'shoulder', 'pregnancy'], pose: { ...hands, orientation: 'prone', far: { hip: 112, knee: 130, ankle: 165 } } },
    { id: 'climber', name: 'Climber', how: 'Knee drives at an even tempo.', target: 30, excludedBy: ['wrist', 'shoulder', 'pregnancy', 'blood-pressure'], pose: { ...hands, orientation: 'prone', far: { hip: 104, knee: 130, ankle: 165 } } },
  ]),
  ...of('overhead-squat', [
    { id: 'supported', name: 'With a support', how: 'Hands on a support, to a comfortable depth.', target: 4, excludedBy: [], pose: { ...stand, trunk: 62, hip: 90, knee: 85, ankle: 67, shoulder: 90 } },
    { id: 'free', name: 'Free, arms by the ears', how: 'Five reps from each view.', target: 4, overhead: true, excludedBy: ['shoulder'], pose: { ...stand, trunk: 62, hip: 100, knee: 100, ankle: 62, shoulder: 172 } },
  ]),
  ...of('single-leg-squat', [
    { id: 'supported', name: 'With a support', how: 'A light hold, toward 90° of knee bend.', target: 4, excludedBy: [], pose: { ...stand, trunk: 70, hip: 70, knee: 70, ankle: 70, shoulder: 80, far: { hip: 60, knee: 90 } } },
    { id: 'free', name: 'Free', how: 'No hold.', target: 4, excludedBy: ['knee'], pose: { ...stand, trunk: 66, hip: 80, knee: 80, ankle: 66, shoulder: 80, far: { hip: 60, knee: 90 } } },
  ]),
];
