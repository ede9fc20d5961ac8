import type { CrossGate, FELT_SITES, Rung } from '../formats/catalog.js';

type FeltSite = (typeof FELT_SITES)[number];

/** What passes a rung. A look counts when its clean seconds reach `seconds`, or its clean reps `reps`, nothing is worse than `worst` and no `notFelt` site was felt first. */
export interface Gate {
  /** Looks in one day that reach it. */
  sets: number;
  /** Clean seconds; of a counted version, about what its reps take. */
  seconds: number;
  /** Clean reps, where the version is counted; null where it is timed. */
  reps: number | null;
  worst: 'none' | 'slight' | 'clear';
  /** Separate days. */
  days: number;
  notFelt: readonly FeltSite[];
}

/** As much of a catalogue as ladders need. */
export interface Rungs {
  readonly rungs: readonly Rung[];
  readonly retired?: ReadonlySet<string>;
}

export interface Ladder {
  id: string;
  name: string;
  /** `family` for all of its versions in their order, or `family/rung`. */
  rungs: readonly string[];
  /** Rungs beside the ladder rather than on it: harder for one link, easier for another. */
  sideways: readonly string[];
  /** Why a rung's load does not rise over the one before. */
  exceptions: Readonly<Record<string, string>>;
  /** Sites that must not be felt first at the gate. */
  notFelt: readonly FeltSite[];
}

const turning = 'one contact fewer turns the body; the plane does not show it';
export const ladders: readonly Ladder[] = [
  {
    id: 'hollow', name: 'Hollow', rungs: ['hollow'], sideways: [], notFelt: ['low-back', 'front-of-hip'],
    exceptions: {
      'hollow/low': 'the hips carry more, the low back is already at what the trunk weighs',
      'hollow/rock': 'the rock adds movement to the same shape',
    },
  },
  {
    id: 'front-plank', name: 'Front plank',
    rungs: ['front-plank/raised', 'front-plank/knees', 'front-plank/forearm', 'front-plank/elbows-ahead', 'front-plank/hollow-shaped', 'front-plank/squeezed', 'front-plank/straight-arm', 'front-plank/feet-raised', 'front-plank/long-lever', 'front-plank/minus-one', 'front-plank/minus-two', 'front-plank/banded'],
    sideways: ['front-plank/straight-arm', 'front-plank/knees-straight-arm'], notFelt: ['low-back'],
    exceptions: {
      'front-plank/hollow-shaped': 'back under the shoulders: the shape is the task, not the lever',
      'front-plank/straight-arm': 'harder for the shoulders, easier for the trunk: a sideways rung',
      'front-plank/feet-raised': 'weight moves to hands and shoulders, off the trunk',
      'front-plank/minus-one': turning,
      'front-plank/minus-two': turning,
    },
  },
  {
    id: 'side-plank', name: 'Side plank', rungs: ['side-plank'], sideways: [], notFelt: ['neck'],
    exceptions: {
      'side-plank/rolling': 'the same lever, moving',
      'side-plank/stacked': 'a narrower base under the same lever',
      'side-plank/feet-raised': 'weight moves to the elbow, off the trunk',
      'side-plank/top-leg-up': 'the lower hip works alone; the lever of the trunk is the same',
    },
  },
  {
    id: 'all-fours', name: 'All-fours to push-up', rungs: ['all-fours', 'push-up'], sideways: [], notFelt: ['low-back', 'wrists'],
    exceptions: {
      'all-fours/wedges': 'the wrists bend less, the share is the same',
      'all-fours/floor': 'flat hands ask more of the wrists, the share is the same',
      'push-up/raised': 'a movement on less weight than the hover before it',
    },
  },
  {
    id: 'bird-dog', name: 'Bird dog', rungs: ['bird-dog'], sideways: [], notFelt: ['low-back'],
    exceptions: { 'bird-dog/arm-only': 'an arm turns the trunk; the plane shows little of it' },
  },
  { id: 'dead-bug', name: 'Dead bug', rungs: ['dead-bug'], sideways: [], notFelt: ['low-back', 'front-of-hip'], exceptions: {} },
  {
    id: 'curl-up', name: 'Partial curl-up', rungs: ['curl-up'], sideways: [], notFelt: ['neck', 'low-back'],
    exceptions: { 'curl-up/hands-free': 'the brace does what the hands did; the lever is the same' },
  },
  { id: 'arch', name: 'Arch hold', rungs: ['arch'], sideways: [], notFelt: ['low-back'], exceptions: {} },
  { id: 'edge', name: 'Edge hold', rungs: ['edge'], sideways: [], notFelt: ['low-back', 'neck'], exceptions: {} },
  {
    id: 'hanging', name: 'Compression and hanging raise', rungs: ['compression', 'hanging'], sideways: [], notFelt: ['low-back'],
    exceptions: {
      'hanging/tuck': 'bent knees in the hang weigh less than straight legs on the floor; the grip and the swing are new',
      'hanging/full': 'the same level legs on the way, on a trunk that leans back',
      'hanging/slow-lower': 'the same way down, slower',
    },
  },
  { id: 'dragon-flag', name: 'Dragon flag', rungs: ['dragon-flag'], sideways: [], notFelt: ['low-back', 'neck'], exceptions: {} },
  { id: 'front-lever', name: 'Front lever', rungs: ['front-lever'], sideways: [], notFelt: ['low-back'], exceptions: {} },
  {
    id: 'handstand', name: 'Handstand', rungs: ['handstand'], sideways: [], notFelt: ['low-back', 'neck'],
    exceptions: Object.fromEntries(
      ['chest-to-wall', 'push-tall', 'toe-pulls', 'free'].map((id) => [`handstand/${id}`, 'a plumb line has next to no lever: what grows is balance']),
    ),
  },
  { id: 'rotation', name: 'Rotation', rungs: ['rotation'], sideways: [], notFelt: ['low-back'], exceptions: {} },
  {
    id: 'carry', name: 'Carry', rungs: ['carry'], sideways: [], notFelt: ['low-back'],
    exceptions: {
      'carry/one-side': 'less weight, all on one side',
      'carry/overhead': 'less weight, held over the head',
    },
  },
  { id: 'rollers', name: 'Roller shapes', rungs: ['rollers'], sideways: [], notFelt: ['low-back'], exceptions: {} },
];

const gates: readonly Omit<CrossGate, 'id'>[] = [
  { to: 'dragon-flag/tuck', from: 'hollow/overhead', sets: 3, seconds: 45, says: 'a clean overhead hollow, three times 45 s' },
  { to: 'front-lever/tuck', from: 'dragon-flag/straddle', sets: 3, seconds: 5, says: 'a dragon-flag straddle, three times 5 s' },
  { to: 'front-lever/tuck', from: 'front-lever/active-hang', sets: 1, seconds: 30, says: 'an active hang of 30 s' },
  {
    to: 'handstand/free', from: 'hollow/overhead', sets: 1, seconds: 30, says: 'an overhead hollow of 30 s',
    measure: { id: 'shoulder', atLeast: 172, says: 'shoulders open to within 8° of straight' },
  },
  { to: 'front-plank/long-lever', from: 'front-plank/forearm', sets: 3, seconds: 20, says: 'a forearm plank, three times 20 s' },
  { to: 'front-plank/long-lever', from: 'front-plank/squeezed', sets: 3, seconds: 20, says: 'a squeezed plank, three times 20 s' },
  { to: 'front-plank/minus-one', from: 'front-plank/forearm', sets: 1, seconds: 40, says: 'a forearm plank of 40 s' },
  { to: 'front-plank/banded', from: 'front-plank/forearm', sets: 1, seconds: 30, says: 'the plank held still without the band' },
  { to: 'side-plank/knees-banded', from: 'side-plank/knees', sets: 1, seconds: 30, says: 'the side plank held still without the band' },
  { to: 'bird-dog/banded', from: 'bird-dog/opposite', sets: 1, seconds: 10, says: 'the bird dog held still without the band' },
  { to: 'push-up/full', from: 'all-fours/floor', sets: 1, seconds: 30, says: 'a clean reach on all fours' },
  { to: 'hanging/tuck', from: 'hollow/bent-knee', sets: 1, seconds: 30, says: 'a bent-knee hollow of 30 s' },
];
/** Cross gates as shipped; a studio may change them or take them out of force. */
export const crossGates: readonly CrossGate[] = gates.map((g) => ({ id: `${g.to}-after-${g.from}`.replaceAll('/', '-'), ...g }));

/** `family/rung` of a version. */
export const placeKey = (rung: Pick<Rung, 'family' | 'id'>): string => `${rung.family}/${rung.id}`;

/** Versions on a ladder, easiest first; a studio's own versions stand where their load puts them; what was taken away stands nowhere. */
export function rungsOnLadder(catalog: Rungs, ladder: Ladder): Rung[] {
  const named = new Set(ladder.rungs.filter((r) => r.includes('/')));
  const rungs = catalog.rungs.filter((r) => !catalog.retired?.has(`rungs:${r.family}.${r.id}`));
  const shipped = ladder.rungs.flatMap((entry) =>
    entry.includes('/')
      ? rungs.filter((r) => placeKey(r) === entry && !r.stands)
      : rungs.filter((r) => r.family === entry && !named.has(placeKey(r)) && !r.stands),
  );
  const own = rungs.filter((r) => r.stands?.on === ladder.id);
  if (own.length === 0) return shipped;
  const before = (key: string | null): Rung[] => own.filter((r) => r.stands!.before === key);
  // One whose neighbour was taken away stands at the end.
  const lost = own.filter((r) => r.stands!.before !== null && !shipped.some((s) => placeKey(s) === r.stands!.before));
  return [...shipped.flatMap((r) => [...before(placeKey(r)), r]), ...lost, ...before(null)];
}

/** The ladder that a version stands on; null for versions of no ladder. */
export const ladderOf = (catalog: Rungs, rung: Pick<Rung, 'family' | 'id'>): Ladder | null =>
  ladders.find((ladder) => rungsOnLadder(catalog, ladder).some((r) => r.family === rung.family && r.id === rung.id)) ?? null;
