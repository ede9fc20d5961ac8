import type { Drill } from '../../formats/catalog.js';
import { everyFamily } from './every-family.js';

const onTheBack = ['pregnancy'] as const;
const lyingLoaded = ['pregnancy', 'abdominal-wall', 'osteoporosis'] as const;
const planks = ['front-plank'];
const limbs = ['hollow', 'front-plank', 'dead-bug', 'rollers', 'bird-dog'];
const shapes = ['hollow', 'dragon-flag', 'front-lever', 'edge', 'rollers', 'handstand', 'hanging', 'partner-tuck', 'class-moves', 'arch'];
const folds = ['hollow', 'front-plank', 'curl-up', 'class-moves', 'partner-tuck', 'hanging', 'dragon-flag'];
const pushes = ['front-plank', 'push-up', 'class-moves'];

/** Trunk, front: teaching, waking and using. */
export const frontDrills: readonly Drill[] = [
  {
    id: 'find-the-middle', name: 'Finding the low back’s middle', families: everyFamily, phase: 'teach', role: 'teach',
    causes: { pattern: 3, 'over-effort': 2, 'flexor-takeover': 1 }, kit: ['mat'], excludedBy: [...onTheBack], changedBy: { osteoporosis: 'Tiny range only.' },
    kind: 'brace-and-breathe', plane: 'forward', limbs: 'both', space: 'mat', place: 'warm-up',
    how: ['On the back, knees bent, a hand under the low back.', 'Arch and flatten a few times, each time smaller.', 'Settle a little to the flat side of the middle and stay for the breaths.'],
    breath: 'Quiet in through the nose, long out.', selfCheck: 'The hand feels even pressure through the whole breath.', watch: ['excess-tuck', 'breath-held'], harder: 'flattening-breath', minutes: 3,
  },
  {
    id: 'flattening-breath', name: 'Flattening breath', families: everyFamily, phase: 'teach', role: 'teach',
    causes: { pattern: 3, breath: 2, 'abs-endurance': 1, 'flexor-takeover': 1 }, kit: ['mat', 'towel'], excludedBy: [...onTheBack], changedBy: {},
    kind: 'brace-and-breathe', plane: 'forward', limbs: 'both', space: 'mat', place: 'warm-up',
    how: ['On the back, knees bent, a folded towel under the low back.', 'Breathe out long; the back lies down on the towel.', 'Keep half of that pressure as the breath comes in.'],
    breath: 'Out for six counts, in for three.', selfCheck: 'The towel cannot be pulled out.', watch: ['excess-tuck', 'bearing-down'], easier: 'find-the-middle', harder: 'dead-bug-arms', minutes: 3,
  },
  {
    id: 'seat-squeeze-plank', name: 'Seat squeeze in a half plank', families: planks, phase: 'teach', role: 'short-holds',
    causes: { 'glute-quiet': 3, pattern: 2, 'flexor-takeover': 1 }, kit: ['mat', 'pad'], excludedBy: ['pregnancy'], changedBy: { knee: 'Double pad under the knees.', wrist: 'On forearms.' },
    kind: 'hold', plane: 'forward', limbs: 'both', space: 'mat', place: 'warm-up',
    how: ['Plank on knees and forearms.', 'Squeeze the seat for five seconds until the front of the hips opens.', 'Let go without losing the line; repeat.'],
    breath: 'Out on the squeeze.', selfCheck: 'A hand on the front of the hip feels it lengthen.', watch: ['hip-sag', 'excess-tuck'], harder: 'plank-knees', minutes: 3,
  },
  {
    id: 'wall-plank', name: 'Wall plank', families: planks, phase: 'teach', role: 'short-holds',
    causes: { pattern: 3, 'serratus-weak': 1, lever: 1 }, kit: ['wall'], excludedBy: [], changedBy: { shoulder: 'Forearms lower than shoulder height.' },
    kind: 'hold', plane: 'forward', limbs: 'both', space: 'wall', place: 'warm-up',
    how: ['Forearms on a wall, a step back, body in one line.', 'Push tall out of the shoulders, ribs over pelvis.', 'Five slow breaths without the line changing.'],
    breath: 'Quiet in, long out.', selfCheck: 'Back of the head, upper back and tail would touch one stick.', watch: ['hip-sag', 'chin-poke'], harder: 'plank-raised', minutes: 2,
  },
  {
    id: 'stick-line', name: 'Stick along the back', families: everyFamily, phase: 'teach', role: 'teach',
    causes: { pattern: 3, 'neck-weak': 1 }, kit: ['stick'], excludedBy: [], changedBy: { wrist: 'On forearms.' },
    kind: 'hold', plane: 'forward', limbs: 'both', space: 'mat', place: 'warm-up',
    how: ['A stick along head, upper back and tail, on all fours or in a knee plank.', 'Keep all three touching while you breathe.', 'Rock a hand forward and back without losing one.'],
    breath: 'Quiet in, long out.', selfCheck: 'The stick does not roll off.', watch: ['hip-sag', 'head-drop', 'chin-poke'], harder: 'plank-knees', minutes: 3,
  },
  {
    id: 'all-fours-reach', name: 'All-fours tuck and reach', families: ['front-plank', 'hollow', 'all-fours', 'bird-dog', 'push-up'], phase: 'teach', role: 'teach',
    causes: { 'serratus-weak': 2, pattern: 2, 'rotation-limited': 2, 'over-effort': 1 }, kit: ['mat'], excludedBy: [], changedBy: { wrist: 'Fists or wedges under the hands.', knee: 'Pad under the knees.' },
    kind: 'brace-and-breathe', plane: 'forward', limbs: 'both', space: 'mat', place: 'warm-up',
    how: ['Hands under shoulders, knees under hips, begin in the sag.', 'Soft tuck, weight into the hands, slow long reach through the floor.', 'Eyes a little ahead; five silent breaths.'],
    breath: 'Silent in, long out.', selfCheck: 'Chest stays level with the floor on a side photo.', watch: ['upper-back-crunch', 'sunk-shoulders'], harder: 'plank-raised', minutes: 3,
  },
  {
    id: 'slow-reach-arms', name: 'Slow reach, arms', dose: { amount: [10, 10], days: [7, 7] }, families: limbs, phase: 'teach', role: 'slow-reach',
    causes: { pattern: 2, 'shoulder-closed': 1, 'over-effort': 2, breath: 1 }, kit: ['mat'], excludedBy: [...onTheBack], changedBy: { shoulder: 'Only as far as it is free of pain.' },
    kind: 'brace-and-breathe', plane: 'forward', limbs: 'both', space: 'mat', place: 'warm-up',
    how: ['On the back, knees bent.', 'One arm reaches back for a whole breath out.', 'Ribs and pelvis stay quiet; eight a side.'],
    breath: 'Out as the arm goes.', selfCheck: 'Hand on the ribs feels nothing move.', watch: ['rib-flare', 'low-back-arch'], harder: 'slow-reach-heel', minutes: 4,
  },
  {
    id: 'slow-reach-heel', name: 'Slow reach, heel slide', dose: { amount: [10, 10], days: [7, 7] }, families: limbs, phase: 'teach', role: 'slow-reach',
    causes: { pattern: 2, 'flexor-takeover': 3, 'over-effort': 1 }, kit: ['mat', 'towel'], excludedBy: [...onTheBack], changedBy: {},
    kind: 'brace-and-breathe', plane: 'forward', limbs: 'one', space: 'mat', place: 'warm-up',
    how: ['On the back, knees bent, one heel on a towel.', 'Slide it long, pull the foot up at the end, slide home.', 'Back pressure stays the same; eight a side.'],
    breath: 'Out as the leg goes.', selfCheck: 'The hand under the back feels one even pressure.', watch: ['low-back-arch'], easier: 'slow-reach-arms', harder: 'dead-bug-legs', minutes: 4,
  },
  {
    id: 'dead-bug-arms', name: 'Dead bug, arms only', dose: { amount: [20, 30], unit: 's', each: 'side', hold: null, remark: 'then alternating' }, families: limbs, phase: 'wake', role: 'wake',
    causes: { 'shoulder-closed': 1, pattern: 2, 'abs-endurance': 1 }, kit: ['mat'], excludedBy: [...onTheBack], changedBy: { shoulder: 'Only to where it is comfortable.' },
    kind: 'brace-and-breathe', plane: 'forward', limbs: 'both', space: 'mat', place: 'warm-up',
    how: ['Knees over hips, arms up.', 'Arms go overhead together as far as the back stays heavy.', 'Pause, come back.'],
    breath: 'Out as the arms go.', selfCheck: 'A towel under the back stays pinned.', watch: ['rib-flare', 'low-back-arch'], easier: 'slow-reach-arms', harder: 'dead-bug-opposite', minutes: 3,
  },
  {
    id: 'dead-bug-legs', name: 'Dead bug, legs only', dose: { amount: [20, 30], unit: 's', each: 'side', hold: null, remark: 'then alternating' }, families: limbs, phase: 'wake', role: 'wake',
    causes: { 'flexor-takeover': 3, 'abs-endurance': 2, lever: 1 }, kit: ['mat'], excludedBy: [...onTheBack], changedBy: { 'low-back': 'Tap the heel with the knee bent.' },
    kind: 'brace-and-breathe', plane: 'forward', limbs: 'one', space: 'mat', place: 'warm-up',
    how: ['Knees over hips, arms up.', 'One leg lengthens only as far as the back stays heavy.', 'Two counts there, back, other side.'],
    breath: 'Out as the leg goes.', selfCheck: 'A towel under the back stays pinned.', watch: ['low-back-arch'], easier: 'slow-reach-heel', harder: 'dead-bug-opposite', minutes: 3,
  },
  {
    id: 'dead-bug-opposite', name: 'Dead bug, opposite arm and leg', dose: { amount: [20, 30], unit: 's', each: 'side', hold: null, remark: 'then alternating' }, families: limbs, phase: 'use', role: 'wake',
    causes: { 'flexor-takeover': 2, 'abs-endurance': 2, lever: 2, pattern: 1 }, kit: ['mat'], excludedBy: [...onTheBack], changedBy: { 'low-back': 'Shorter reach, knee bent.' },
    kind: 'brace-and-breathe', plane: 'forward', limbs: 'opposite', space: 'mat', place: 'between-sets',
    how: ['Knees over hips, arms up.', 'Opposite arm and leg reach long together.', 'Two counts there, back, other side.'],
    breath: 'Out as the limbs go.', selfCheck: 'A towel under the back stays pinned.', watch: ['low-back-arch', 'rib-flare'], easier: 'dead-bug-legs', harder: 'hollow-one-leg', minutes: 4,
  },
  {
    id: 'dead-bug-ball', name: 'Dead bug, ball squeezed', dose: { amount: [20, 30], unit: 's', each: 'side', hold: null, remark: 'then alternating' }, families: limbs, phase: 'use', role: 'wake',
    causes: { 'abs-endurance': 2, 'obliques-side': 2, 'flexor-takeover': 1 }, kit: ['mat', 'soft-ball'], excludedBy: [...onTheBack], changedBy: { 'blood-pressure': 'Half the squeeze, breath going on.' },
    kind: 'brace-and-breathe', plane: 'forward', limbs: 'opposite', space: 'mat', place: 'between-sets',
    how: ['Squeeze a ball between one hand and the opposite knee.', 'The free arm and leg reach long.', 'Two counts, change after the set.'],
    breath: 'Out as the limbs go.', selfCheck: 'The ball never slips.', watch: ['low-back-arch', 'breath-held'], easier: 'dead-bug-legs', minutes: 4,
  },
  {
    id: 'hollow-knees-in', name: 'Knees-in hold, head down', families: shapes, phase: 'wake', role: 'moderate-holds',
    causes: { 'abs-endurance': 2, lever: 2, 'neck-weak': 2, pattern: 1 }, kit: ['mat'], excludedBy: [...onTheBack], changedBy: {},
    kind: 'hold', plane: 'forward', limbs: 'both', space: 'mat', place: 'end',
    how: ['On the back, knees over the hips, head down.', 'Low back heavy, arms press lightly to the ceiling.', 'Hold while the back stays down.'],
    breath: 'Small and steady.', selfCheck: 'No finger fits under the back.', watch: ['low-back-arch', 'breath-held'], easier: 'flattening-breath', harder: 'hollow-bent-knee', minutes: 4,
  },
  {
    id: 'hollow-bent-knee', name: 'Bent-knee hollow', families: shapes, phase: 'use', role: 'moderate-holds',
    causes: { 'abs-endurance': 3, lever: 3, pattern: 1 }, kit: ['mat'], excludedBy: ['pregnancy', 'abdominal-wall'], changedBy: { neck: 'Head down or cradled.', osteoporosis: 'Head and blades stay down.' },
    kind: 'hold', plane: 'forward', limbs: 'both', space: 'mat', place: 'end',
    how: ['Knees over hips, blades off the floor, arms long with palms up.', 'Ribs heavy, chin slightly in.', 'Stop at the first lasting break.'],
    breath: 'Small and steady.', selfCheck: 'A towel under the back stays pinned.', watch: ['low-back-arch', 'blades-down'], easier: 'hollow-knees-in', harder: 'hollow-one-leg', minutes: 5,
  },
  {
    id: 'hollow-one-leg', name: 'Hollow, one leg long', dose: { each: null }, families: shapes, phase: 'use', role: 'moderate-holds',
    causes: { lever: 3, 'abs-endurance': 2, 'flexor-takeover': 1 }, kit: ['mat'], excludedBy: [...lyingLoaded], changedBy: { neck: 'Head cradled.', 'low-back': 'Heel of the long leg on a block.' },
    kind: 'hold', plane: 'forward', limbs: 'one', space: 'mat', place: 'end',
    how: ['From the bent-knee hollow lengthen one leg.', 'Keep both hip bones level and the back heavy.', 'Change legs every set.'],
    breath: 'Small and steady.', selfCheck: 'A towel under the back stays pinned.', watch: ['low-back-arch', 'soft-knees'], easier: 'hollow-bent-knee', harder: 'hollow-straight', minutes: 5,
  },
  {
    id: 'hollow-straight', name: 'Straight-leg hollow', families: shapes, phase: 'use', role: 'moderate-holds',
    causes: { lever: 2, 'abs-endurance': 3 }, kit: ['mat'], excludedBy: [...lyingLoaded, 'low-back'], changedBy: { neck: 'Head cradled.' },
    kind: 'hold', plane: 'forward', limbs: 'both', space: 'mat', place: 'end',
    how: ['Both legs long and together, arms beside with palms up.', 'Level the boat, low back heavy.', 'Stop at the first lasting break.'],
    breath: 'Small and steady.', selfCheck: 'No light under the back in a side photo.', watch: ['low-back-arch', 'soft-knees', 'hands-feet-uneven'], easier: 'hollow-one-leg', minutes: 5,
  },
  {
    id: 'tucked-crunch', name: 'Hollow crunch, short lift', families: folds, phase: 'wake', role: 'strength-reps',
    causes: { 'abs-endurance': 3, 'flexor-takeover': 2 }, kit: ['mat'], excludedBy: [...lyingLoaded, 'neck'], changedBy: { 'low-back': 'Half range.' },
    kind: 'fold', plane: 'forward', limbs: 'both', space: 'mat', place: 'between-sets',
    how: ['On the back, pelvis tucked, knees bent wide, feet free.', 'Peel the blades off in two counts, pause, lower in two.', 'No pull from the hips.'],
    breath: 'Out on the way up.', selfCheck: 'The fronts of the hips stay soft under the fingers.', watch: ['neck-lifts', 'breath-held'], harder: 'hollow-bent-knee', minutes: 4,
  },
  {
    id: 'vertical-leg-lift', name: 'Vertical-leg hip lift', families: folds, phase: 'use', role: 'strength-reps',
    causes: { 'abs-endurance': 3, 'flexor-takeover': 2 }, kit: ['mat'], excludedBy: [...lyingLoaded, 'low-back'], changedBy: { neck: 'Head stays down.' },
    kind: 'fold', plane: 'forward', limbs: 'both', space: 'mat', place: 'end',
    how: ['Legs straight up, arms beside.', 'Roll the tail a hand off the floor by the tuck alone.', 'Lower over three counts.'],
    breath: 'Out as the tail rises.', selfCheck: 'The feet go up, not toward the face.', watch: ['breath-held'], easier: 'tucked-crunch', minutes: 4,
  },
  {
    id: 'partial-curl-up', name: 'Partial curl-up', dose: { sets: [3, 5], amount: [10, 10] }, families: folds, phase: 'wake', role: 'short-holds',
    causes: { 'abs-endurance': 2, 'neck-weak': 1, pattern: 1 }, kit: ['mat'], excludedBy: ['pregnancy', 'abdominal-wall'], changedBy: { osteoporosis: 'Only unload the head.', neck: 'Head cradled in a towel.' },
    kind: 'brace-and-breathe', plane: 'forward', limbs: 'both', space: 'mat', place: 'warm-up',
    how: ['One knee bent, hands under the low back.', 'Brace first; then head, neck and upper back just unload the floor, a thumb’s breadth.', 'Hold, rest a breath, next.'],
    breath: 'Breathing while up.', selfCheck: 'The hands under the back feel no change.', watch: ['chin-poke', 'neck-lifts'], minutes: 4,
  },
  {
    id: 'leg-lower', name: 'Leg lower to the height the back allows', families: shapes, phase: 'use', role: 'strength-reps',
    causes: { 'flexor-takeover': 2, lever: 2, 'abs-endurance': 2 }, kit: ['mat', 'towel'], excludedBy: [...lyingLoaded, 'low-back'], changedBy: { hip: 'Knees bent.' },
    kind: 'brace-and-breathe', plane: 'forward', limbs: 'both', space: 'mat', place: 'end',
    how: ['Legs up, a folded towel under the back.', 'Lower together until the towel would slip, stop a hand before.', 'Bend the knees to come back.'],
    breath: 'Out on the way down.', selfCheck: 'The towel stays pinned.', watch: ['low-back-arch'], easier: 'dead-bug-legs', minutes: 4,
  },
  {
    id: 'plank-raised', name: 'Plank on a raised surface', sizing: 'surface', families: pushes, phase: 'use', role: 'moderate-holds',
    causes: { lever: 3, 'serratus-weak': 2, 'shoulder-strength': 2, 'abs-endurance': 1, pattern: 1 }, kit: ['box'], excludedBy: [], changedBy: { wrist: 'Hold a bar, or forearms on the box.', elbow: 'Forearms on the box.', 'blood-pressure': 'Short holds, breath going on.' },
    kind: 'hold', plane: 'forward', limbs: 'both', space: 'standing', place: 'end',
    how: ['Hands on a box or bar about hip height, arms square to the trunk.', 'Push tall, ribs to pelvis, seat tight.', 'Stop at the first lasting break.'],
    breath: 'Steady; able to speak.', selfCheck: 'A stick along the back keeps three contacts.', watch: ['hip-sag', 'sunk-shoulders'], easier: 'wall-plank', harder: 'plank-knees', minutes: 5,
  },
  {
    id: 'plank-knees', name: 'Plank on knees', families: pushes, phase: 'use', role: 'moderate-holds',
    causes: { lever: 3, 'abs-endurance': 2, pattern: 1 }, kit: ['mat', 'pad'], excludedBy: [], changedBy: { knee: 'Double pad, or use the raised surface.', 'blood-pressure': 'Short holds, breath going on.', pregnancy: 'Only if a licensed professional agrees; else the wall.' },
    kind: 'hold', plane: 'forward', limbs: 'both', space: 'mat', place: 'end',
    how: ['Forearms and knees down, one line from shoulder to knee.', 'Ribs to pelvis, seat tight, push tall.', 'Stop at the first lasting break.'],
    breath: 'Steady; able to speak.', selfCheck: 'A bottle on the low back stays upright.', watch: ['hip-sag', 'hip-pike'], easier: 'plank-raised', harder: 'plank-forearm', minutes: 5,
  },
  {
    id: 'plank-forearm', name: 'Forearm plank, clean seconds', families: pushes, phase: 'use', role: 'moderate-holds',
    causes: { 'abs-endurance': 3, lever: 1 }, kit: ['mat'], excludedBy: ['pregnancy'], changedBy: { 'low-back': 'Half the seconds, more sets.', 'blood-pressure': 'Ten-second holds, breath going on.', 'abdominal-wall': 'Raised surface instead.' },
    kind: 'hold', plane: 'forward', limbs: 'both', space: 'mat', place: 'end',
    how: ['Elbows under shoulders, feet together.', 'Set from the ground up, then start the clock.', 'Stop at the first lasting break, not at the last second.'],
    breath: 'Steady; able to speak.', selfCheck: 'A bottle on the low back stays upright.', watch: ['hip-sag', 'sunk-shoulders', 'breath-held'], easier: 'plank-knees', harder: 'plank-squeezed', minutes: 6,
  },
  {
    id: 'plank-squeezed', name: 'Plank pulling elbows and toes together', families: planks, phase: 'use', role: 'maximal-holds',
    causes: { 'abs-endurance': 2, pattern: 1, 'glute-quiet': 1 }, kit: ['mat'], excludedBy: ['pregnancy', 'blood-pressure', 'eye-pressure', 'abdominal-wall'], changedBy: { 'low-back': 'Half the effort.' },
    kind: 'hold', plane: 'forward', limbs: 'both', space: 'mat', place: 'end',
    how: ['Forearm plank.', 'Pull elbows and toes toward each other without moving, seat and thighs tight.', 'Ten seconds, rest, again.'],
    breath: 'Short breaths behind the tension.', selfCheck: 'The mat wrinkles between elbows and toes.', watch: ['breath-held', 'hip-pike'], easier: 'plank-forearm', minutes: 6,
  },
  {
    id: 'body-saw', name: 'Body saw', families: planks, phase: 'use', role: 'strength-reps',
    causes: { lever: 2, 'abs-endurance': 2 }, kit: ['mat', 'sliders'], excludedBy: ['pregnancy', 'low-back', 'shoulder', 'abdominal-wall'], changedBy: {},
    kind: 'brace-and-breathe', plane: 'forward', limbs: 'both', space: 'mat', place: 'end',
    how: ['Forearm plank, feet on sliders.', 'Push back a hand, pull home, the line unchanged.', 'Range ends where the line does.'],
    breath: 'Out on the way back.', selfCheck: 'The hip neither rises nor sinks on a side clip.', watch: ['hip-sag'], easier: 'plank-forearm', minutes: 5,
  },
  {
    id: 'soft-object-lift', name: 'Belly lift clear of a soft object', families: planks, phase: 'teach', role: 'wake',
    causes: { pattern: 2, 'flexor-takeover': 1, 'abs-endurance': 1 }, kit: ['mat', 'soft-ball'], excludedBy: ['pregnancy'], changedBy: {},
    kind: 'brace-and-breathe', plane: 'forward', limbs: 'both', space: 'mat', place: 'warm-up',
    how: ['Face down, a soft ball under the belly.', 'Draw the belly off it with ribs, legs and seat quiet.', 'Two counts clear, then settle.'],
    breath: 'Out as the belly lifts.', selfCheck: 'The ball rolls free.', watch: ['hip-pike', 'breath-held'], minutes: 3,
  },
];
