/**
 * Mends belong to a fault in a family: which of a fault's own steps a family hears, and the steps that are a family's alone. Steps are
 * known by their place in the fault's list, so what a fault has of its own keeps its place and what is added comes behind.
 */
import type { Fault, Mend } from '../../formats/catalog.js';

const ARMS = ['front-plank', 'push-up', 'all-fours', 'bird-dog'] as const;
const ON_BACK = ['hollow', 'dead-bug', 'class-moves'] as const;
const SQUATS = ['overhead-squat', 'single-leg-squat'] as const;

/** Families that hear a fault's own step, by its place; a step that is not named is heard by all of the fault's families. */
const HEARD: Readonly<Record<string, Readonly<Record<number, readonly string[]>>>> = {
  'hip-sag': { 1: ['front-plank'] },
  'low-back-arch': { 0: ON_BACK, 1: ON_BACK, 2: ON_BACK, 3: ON_BACK, 4: ON_BACK, 5: ON_BACK, 6: ON_BACK },
  'excess-tuck': { 3: ['hollow', 'dead-bug'] },
  'rib-flare': { 1: ON_BACK, 3: ON_BACK, 4: ON_BACK, 5: ON_BACK },
  'chin-poke': { 1: ['front-plank', 'push-up'], 3: ['hollow', 'dead-bug', 'curl-up'], 4: ['hollow', 'dead-bug', 'curl-up'] },
  'soft-knees': { 1: ['front-plank'] },
  'shoulders-closed': { 0: ['hollow'], 2: ['hollow'], 3: ['hollow'], 4: ['handstand'] },
  'ears-leave-arms': { 2: ['hollow', 'edge'] },
  'bearing-down': { 1: ON_BACK, 2: ON_BACK, 3: ON_BACK },
  'side-sag': { 0: ['side-plank'], 1: ['side-plank'], 3: ['side-plank'], 4: ['side-plank'] },
  'folds-sideways': { 2: ['side-plank'] },
  'pelvis-rocks': { 0: ['dead-bug'], 1: ['dead-bug'], 2: ['dead-bug', 'bird-dog'], 3: ['dead-bug', 'bird-dog'] },
  'trunk-twists': { 0: ['bird-dog', 'front-plank'], 1: ['bird-dog', 'front-plank'], 2: ['bird-dog', 'front-plank'] },
  'turns-apart': { 2: ['side-plank'] },
  'arched-line': { 1: ['handstand'], 2: ['dragon-flag', 'front-lever'], 3: ['dragon-flag'] },
  'tail-tucks': { 0: SQUATS, 1: SQUATS, 2: SQUATS },
  'shrugged-shoulders': { 1: ARMS, 2: ['front-plank', 'push-up', 'all-fours'] },
  'hip-drops': { 0: ['bird-dog'], 2: ['bird-dog'], 3: ['bird-dog'] },
  'pulls-in-hang': { 1: ['hanging'], 2: ['hanging'], 3: ['hanging'] },
  'arms-lead': { 2: ['rotation'] },
  'arms-forward': { 0: ['overhead-squat'], 1: ['overhead-squat'], 2: ['overhead-squat'], 3: ['overhead-squat'] },
  'head-thrown-back': { 0: ['all-fours', 'bird-dog', 'arch'], 2: ['all-fours', 'bird-dog'] },
  'neck-pulled': { 1: ['class-moves', 'partner-tuck'] },
  'leg-kicked-high': { 1: ['bird-dog'], 2: ['bird-dog'] },
  swing: { 2: ['hanging'] },
  slack: { 1: ['handstand'], 2: ['handstand'] },
  'feet-follow': { 2: ['rotation'] },
  'chest-drops': { 0: ['carry'], 1: ['carry'], 2: ['carry'] },
  'sunk-shoulders': { 1: ['front-plank'], 2: ARMS, 3: ARMS, 4: ['front-plank', 'push-up', 'all-fours'], 5: ARMS },
};

type Added = Omit<Mend, 'families'>;
const cue = (say: string): Added => ({ kind: 'cue', say });
const setUp = (say: string): Added => ({ kind: 'set-up', say });
const prop = (say: string, more: Partial<Added> = {}): Added => ({ kind: 'prop', say, ...more });
const lever = (say: string, to?: string): Added => ({ kind: 'lever', say, ...(to ? { to } : {}) });
const instead = (say: string, posture: Mend['posture'], more: Partial<Added> = {}): Added => ({ kind: 'substitute', say, posture, ...more });

const CLOSER = lever('Rollers closer together, and hold still in the middle first.');
const WALL_PLANK = lever('Wall plank: feet on the wall at hip height, hands on the floor.', 'handstand/wall-plank');
const ALL_FOURS = { excludedBy: ['knee', 'wrist'] } as const satisfies Partial<Added>;

/** Steps of a fault in a family alone, in the order of their kinds. */
const ADDED: Readonly<Record<string, readonly [families: readonly string[], steps: readonly Added[]][]>> = {
  'hip-sag': [[['push-up'], [setUp('Hands under the shoulders, feet a little wider, start again from the ground up.')]]],
  'low-back-arch': [
    [['front-plank'], [cue('Turn the tail a little under and draw the lowest ribs toward it.'), setUp('Feet a little wider, forearms parallel, built again from the ground up.'), prop('A stick along the back: head, upper back and tail keep touching it.'), lever('Hands on a raised surface, or onto the knees: the same line with less to hold.', 'front-plank/knees'), instead('All-fours, slow reach: ribs over the pelvis there, then back.', 'support', ALL_FOURS)]],
    [['rollers'], [cue('Squeeze belly and seat first, then move as one piece.'), setUp('Rollers closer together.'), lever('Knees bent.')]],
    [['overhead-squat'], [cue('Ribs over the pelvis before the knees bend.'), prop('Hands on a support at chest height.'), lever('Half depth, arms in front.')]],
  ],
  'excess-tuck': [[['front-plank', 'all-fours'], [instead('On all fours: weight into the hands, one long breath out, no tuck at all.', 'support', ALL_FOURS)]]],
  'rib-flare': [[['front-plank'], [setUp('Forearms parallel; breathe out before the knees lift.'), lever('Hands on a raised surface: the ribs stay where the breath left them.', 'front-plank/raised')]]],
  'chin-poke': [
    [['hollow', 'dead-bug', 'curl-up'], [setUp('Eyes on the knees.'), prop('A folded towel under the head.')]],
    [['front-plank', 'push-up'], [lever('Hands on a raised surface, the same long neck.'), instead('Slow chin nods on all fours.', 'support', ALL_FOURS)]],
  ],
  'shoulders-closed': [[['handstand'], [cue('Push tall until the ears are between the arms.'), prop('Toes on the wall, ribs away from it.'), WALL_PLANK]]],
  'ears-leave-arms': [
    [['hanging'], [lever('Feet on a box: hang with a part of the weight.')]],
    [['handstand'], [WALL_PLANK]],
    [['rollers'], [CLOSER]],
  ],
  'bearing-down': [[['front-plank'], [setUp('Breathe out first, then lift the knees.'), lever('Hands on a raised surface.', 'front-plank/raised'), instead('All-fours with a quiet breath. If a ridge stays along the midline, stop this position and refer on.', 'support', ALL_FOURS)]]],
  'side-sag': [
    [['edge'], [cue('Grow long and lift the lower ribs toward the ceiling.'), setUp('Come further in over the block.'), lever('Arms across the chest.', 'edge/on-the-block')]],
    [['rollers'], [cue('Both hip bones at one height: squeeze, then move.'), CLOSER]],
  ],
  'folds-sideways': [[['edge'], [lever('Further in on the block, a shorter clock.', 'edge/on-the-block')]]],
  'pelvis-rocks': [
    [['bird-dog'], [cue('Slower; the standing knee presses the floor.'), prop('A bottle on the low back that stays.')]],
    [['curl-up'], [cue('Slower; the bent leg’s foot stays heavy.'), prop('A bottle across the hip bones that stays.'), lever('Head heavy: brace only.')]],
  ],
  'trunk-twists': [
    [['carry'], [cue('Hips and shoulders look straight ahead.'), prop('A line on the floor to walk along.'), lever('Less weight, or one in each hand.')]],
    [['rollers'], [cue('Belt buckle to the ceiling all the way.'), prop('A stick across the hip bones.'), CLOSER]],
  ],
  'turns-apart': [[['rollers'], [instead('Hollow and arch held still first.', 'on-the-back')]]],
  'arched-line': [
    [['edge'], [setUp('Come further in: a shorter lever in a true line.'), lever('Hips well on the block.', 'edge/on-the-block')]],
    [['rollers'], [prop('A sheet between the heels: keep it.'), CLOSER]],
    [['hanging'], [prop('A wall a hand behind the back.'), lever('The tuck.', 'hanging/tuck'), instead('Long hang with a slight hollow, still.', 'hang')]],
    [['handstand'], [WALL_PLANK]],
    [['front-lever'], [instead('Active hang, then a short tuck.', 'hang')]],
    [['arch'], [setUp('A folded towel under the hip bones.'), lever('Hands by the side, feet just clear of the floor.', 'arch/hands-by-side')]],
  ],
  'tail-tucks': [[['compression'], [cue('Tall first, then fold from the hips only as far as the back stays long.'), prop('Sit on a folded mat.'), lever('Knees bent.', 'compression/bent')]]],
  'shrugged-shoulders': [
    [['side-plank'], [setUp('Elbow straight under the shoulder, forearm across.'), lever('Onto the knees.', 'side-plank/knees')]],
    [['carry'], [setUp('Shoulders back and down before the weight leaves the floor.'), lever('Less weight.')]],
    [['bird-dog'], [lever('Both hands stay, only the leg goes.', 'bird-dog/leg-only')]],
  ],
  'hip-drops': [[['single-leg-squat'], [cue('Push the floor away with the standing foot, hip bones level.'), lever('Shallower, with a support.', 'single-leg-squat/supported')]]],
  'pulls-in-hang': [[['front-lever'], [prop('A strip of tape on the bar: the hands do not roll.'), lever('The tuck.', 'front-lever/tuck'), instead('Active hang, arms straight.', 'hang')]]],
  'arms-lead': [[['partner-tuck'], [lever('A smaller turn, less pull.')]]],
  'arms-forward': [[['handstand'], [cue('Hands under the shoulders, push tall.'), prop('Toes on the wall, ribs away from it.'), WALL_PLANK]]],
  'head-thrown-back': [
    [['arch'], [lever('A smaller lift, eyes on the floor.')]],
    [['handstand'], [cue('Eyes between the hands, and stay there.'), WALL_PLANK]],
  ],
  'neck-pulled': [[['curl-up'], [setUp('Hands back under the low back.')]]],
  'leg-kicked-high': [[['arch'], [prop('A low block beside the feet: no higher than it.'), lever('Feet just clear of the floor.')]]],
  swing: [[['front-lever'], [lever('The tuck, set before it is lifted.', 'front-lever/tuck')]]],
  slack: [
    [['edge'], [setUp('Come further in: a shorter lever in a true line.'), lever('Hips well on the block.', 'edge/on-the-block')]],
    [['rollers'], [prop('A sheet between the heels: keep it.'), CLOSER]],
    [['side-plank'], [setUp('Top hand on the supporting shoulder.'), lever('Onto the knees.', 'side-plank/knees')]],
  ],
  'feet-follow': [[['partner-tuck'], [lever('Less pull, a smaller turn.')]]],
  'chest-drops': [
    [['overhead-squat'], [cue('Breastbone to the wall in front.'), prop('Stand facing a wall, a foot’s length away.'), lever('Half depth with a support.')]],
    [['rotation'], [cue('Grow tall before every turn.'), prop('Sit on a folded mat.'), lever('Heels down, no load.', 'rotation/heels-down')]],
  ],
  'sunk-shoulders': [
    [['push-up', 'all-fours', 'bird-dog'], [setUp('Hands under the shoulders, elbow creases half forward.')]],
    [['bird-dog'], [lever('Both hands stay, only the leg goes.', 'bird-dog/leg-only')]],
    [['side-plank'], [setUp('Elbow straight under the shoulder.'), lever('Onto the knees, shoulder away from the ear.', 'side-plank/knees')]],
    [['handstand'], [setUp('Hands shoulder wide, fingers spread.'), WALL_PLANK]],
  ],
  'soft-knees': [[['hanging', 'front-lever', 'dragon-flag', 'handstand', 'compression'], [setUp('Knees locked and toes pointed before anything leaves the ground.')]]],
};

/** Positions that a fault is also seen in, beside those it names itself. */
const ALSO_SEEN: Readonly<Record<string, readonly string[]>> = {
  'soft-knees': ['hanging', 'compression', 'dragon-flag', 'front-lever', 'handstand', 'edge'],
  'sunk-shoulders': ['push-up', 'all-fours', 'bird-dog', 'side-plank', 'handstand'],
  'head-drop': ['all-fours', 'bird-dog'],
  hurried: ['all-fours', 'bird-dog'],
};

/** A fault with its families' own steps. */
export function byFamily(fault: Fault): Fault {
  const heard = HEARD[fault.id] ?? {};
  const own = fault.mends.map((mend, i): Mend => (heard[i] ? { ...mend, families: [...heard[i]] } : mend));
  const added = (ADDED[fault.id] ?? []).flatMap(([families, steps]) =>
    steps.map((step): Mend => ({ ...step, families: [...families] })),
  );
  return { ...fault, families: [...fault.families, ...(ALSO_SEEN[fault.id] ?? [])], mends: [...own, ...added] };
}

const easily = (id: string, name: string, pad: string, families: string[], seen: string, risk: string, causes: Fault['causes'], mends: Fault['mends']): Fault => ({ id, name, pad, families, seen, risk, causes, mends });
/** Faults that are easily overlooked. */
export const overlookedFaults: readonly Fault[] = [
  easily('forearms-converge', 'Forearms slide together', 'Forearms turn in', ['front-plank'], 'The hands drift toward each other and the elbows out.', 'The shoulders roll in and the blades stop working.', ['serratus-weak', 'set-up', 'pattern'], [cue('Forearms like rails: press the little-finger sides down.'), setUp('A block or a rolled towel between the hands.'), lever('Hands on a raised surface.', 'front-plank/raised')]),
  easily('hips-turn', 'Hips turn with a contact gone', 'Hips turn', ['front-plank'], 'One hip bone rises as a hand or foot leaves the floor.', 'Turning is trained where stillness was meant.', ['obliques-side', 'lever', 'pattern'], [cue('Both hip bones look at the floor before and after.'), prop('A bottle on the low back that stays.'), lever('All contacts down; or lift only a heel.', 'front-plank/forearm')]),
  easily('arms-flap', 'Arms flap in the rock', 'Arms flap', ['hollow', 'rollers'], 'The arms throw the rock instead of riding along.', 'Momentum takes over from the trunk.', ['pattern', 'shoulder-closed', 'lever'], [cue('Arms are part of the boat.'), prop('A stick held wide in both hands.'), lever('Hold still first.')]),
  easily('chin-tucked', 'Chin tucked in the twist', 'Chin tucked', ['rotation'], 'The chin drops to the chest and the upper back rounds.', 'The turn is taken out of the ribs.', ['pattern', 'rotation-limited', 'neck-weak'], [cue('Chin level, eyes travel with the breastbone.'), prop('A mark on the wall at eye height.'), lever('Heels down, smaller turn.', 'rotation/heels-down')]),
  easily('turns-too-far', 'Turns too far', 'Turns too far', ['rotation'], 'The turn goes past where the ribs end and the low back takes it.', 'The low back twists under load.', ['pattern', 'rotation-limited', 'over-effort'], [cue('A little each way: stop where the ribs stop.'), setUp('Sit tall, knees and feet together and still.'), lever('Heels down, no load.', 'rotation/heels-down')]),
];
