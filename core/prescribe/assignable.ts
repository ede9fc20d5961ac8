/** What can be assigned: every drill, and every version of every ladder beside them. */
import type { Catalog } from '../catalog/index.js';
import { TWINS } from '../catalog/drills/twins.js';
import { figureOf, type Figure } from '../catalog/figures.js';
import { ladderOf, ladders, placeKey, rungsOnLadder } from '../catalog/ladders.js';
import type { CauseId, Drill, KitSizing, Rung } from '../formats/catalog.js';
import { unitOf } from './dose.js';
import { governing, type Governing } from '../statics/load.js';

/** The version that an item is, `family/rung`; null for a drill that is none. A copy is what it was copied from. */
export const versionOf = (drill: Pick<Drill, 'id' | 'copiedFrom'>): string | null =>
  drill.id.includes('/') ? drill.id : (TWINS[drill.id] ?? TWINS[drill.copiedFrom ?? ''] ?? null);

type Weights = Partial<Record<CauseId, 1 | 2 | 3>>;
/** Causes that a version of its own ladder answers: a shorter lever first, then what holds it. Assumptions, as a coach would argue them. */
const BY_LOAD: Readonly<Record<Governing, Weights>> = {
  lumbar: { lever: 3, 'abs-endurance': 2, pattern: 1 },
  'hip-or-lumbar': { lever: 3, 'quad-weak-short-range': 2, 'abs-endurance': 1 },
  shoulder: { lever: 3, 'lat-pull-weak': 2, 'shoulder-strength': 1 },
  hands: { 'shoulder-strength': 3, 'serratus-weak': 2, lever: 1 },
  carried: { 'shoulder-strength': 2, 'obliques-side': 2, lever: 1 },
};
const BY_FAMILY: Readonly<Record<string, Weights>> = {
  'side-plank': { lever: 3, 'obliques-side': 3, pattern: 1 },
  handstand: { 'shoulder-strength': 2, 'shoulder-closed': 1, pattern: 2 },
  rotation: { 'obliques-side': 2, 'rotation-limited': 1, pattern: 1 },
  'all-fours': { 'serratus-weak': 2, pattern: 2, 'flexion-limited': 1 },
};
const KIT: Readonly<Record<string, readonly string[]>> = {
  hanging: ['bar'],
  'front-lever': ['bar'],
  'dragon-flag': ['bench'],
  rollers: ['roller'],
  edge: ['box', 'partner'],
  carry: ['weights'],
  handstand: ['wall'],
  'partner-tuck': ['partner', 'ball'],
  'front-plank/raised': ['box'],
  'push-up/raised': ['box'],
  'front-plank/feet-raised': ['box'],
  'side-plank/feet-raised': ['box'],
  'all-fours/raised-hands': ['box'],
  'all-fours/wedges': ['wedges'],
  'front-plank/banded': ['band'],
  'side-plank/knees-banded': ['band'],
  'bird-dog/banded': ['band'],
  'compression/slide-through': ['box'],
  'handstand/free': [],
};
const SIZING: Readonly<Record<string, KitSizing>> = {
  'front-plank/raised': 'surface',
  'push-up/raised': 'surface',
  'all-fours/raised-hands': 'surface',
  'front-plank/elbows-ahead': 'elbows',
  'front-plank/banded': 'band',
  'edge/on-the-block': 'edge',
  'compression/slide-through': 'blocks',
  rollers: 'rollers',
  'carry/both-hands': 'carry-both',
  'carry/one-side': 'carry-one',
  'carry/overhead': 'carry-overhead',
};
/** Loaded versions and what they are without the load. */
export const UNLOADED: Readonly<Record<string, string>> = {
  'front-plank/banded': 'front-plank/forearm',
  'side-plank/knees-banded': 'side-plank/knees',
  'bird-dog/banded': 'bird-dog/opposite',
  'dead-bug/loaded': 'dead-bug/opposite',
  'rotation/loaded': 'rotation/heels-off',
};
/** Doses of positions where the role's default misleads. */
const DOSES: Readonly<Record<string, Drill['dose']>> = {
  'curl-up': { sets: [3, 5], amount: [10, 10] },
  'bird-dog': { sets: [3, 5], remark: 'more often, not longer' },
  'dead-bug': { each: 'side' },
  'side-plank': { each: 'side' },
  edge: { sets: [2, 2], days: [2, 3] },
  rollers: { sets: [2, 3], hold: [1, 1] },
  rotation: { sets: [2, 3] },
  carry: { hold: [2, 2], days: [5, 6] },
  'partner-tuck': { amount: [2, 8], hold: [4, 5] },
  'dragon-flag': { days: [2, 3] },
  'front-lever': { days: [2, 3] },
};
const KIND: Readonly<Record<string, Drill['kind']>> = {
  rotation: 'turn',
  compression: 'fold',
  rollers: 'shape-change',
  hanging: 'shape-change',
  'dead-bug': 'brace-and-breathe',
  'front-lever': 'pull',
};
/** Pull and lever work stands early, with the main lift. */
const WITH_MAIN_LIFT = new Set(['front-lever', 'dragon-flag', 'hanging', 'handstand']);
const MINUTES = 5;

function roleOf(rung: Rung): Drill['role'] {
  if (rung.family === 'carry') return 'carry';
  if (rung.family === 'partner-tuck') return 'partner';
  if (UNLOADED[placeKey(rung)] && !rung.counted) return 'newly-loaded';
  if (rung.counted) return 'strength-reps';
  return rung.target <= 15 ? 'short-holds' : 'moderate-holds';
}

/** A version as a drill: what it answers, its kit, its dose. Its id is its place, `family/rung`. */
export function rungAsDrill(catalog: Pick<Catalog, 'families'>, rung: Rung): Drill {
  const family = catalog.families.find((f) => f.id === rung.family)!;
  const governs = governing(rung.family);
  const { counted } = rung;
  const sizing = SIZING[placeKey(rung)] ?? SIZING[rung.family];
  return {
    id: placeKey(rung),
    name: `${family.name}: ${rung.name.toLowerCase()}`,
    families: [rung.family],
    phase: 'use',
    role: roleOf(rung),
    causes: BY_FAMILY[rung.family] ?? (governs ? BY_LOAD[governs] : { pattern: 1 }),
    kit: [...(KIT[placeKey(rung)] ?? KIT[rung.family] ?? ['mat'])],
    excludedBy: rung.excludedBy,
    changedBy: {},
    kind: KIND[rung.family] ?? 'hold',
    plane: rung.family === 'side-plank' || rung.family === 'carry' ? 'sideways' : 'forward',
    limbs: 'both',
    space: 'mat',
    place: WITH_MAIN_LIFT.has(rung.family) ? 'with-main-lift' : 'between-sets',
    how: [rung.how, ...family.good.slice(0, 2)],
    breath: 'It goes on: quiet in, longer out.',
    selfCheck: counted ? 'The last rep looks like the first.' : 'It ends when the line goes, not when the clock does.',
    watch: family.pads.slice(0, 3),
    minutes: MINUTES,
    ...(sizing ? { sizing } : {}),
    dose: {
      ...DOSES[rung.family],
      ...(counted
        ? {
            amount: [counted.target, counted.target],
            unit: unitOf(rung),
            clean: counted.what === 'rep',
            tempo: counted.tempo,
          }
        : {}),
    },
  };
}

/** Whether a version is on some ladder and offered. */
const offeredRung = (catalog: Catalog, rung: Rung): boolean =>
  ladderOf(catalog, rung) !== null && !catalog.retired.has(`rungs:${rung.family}.${rung.id}`);

/** A drill or a version by its id; undefined where there is none. */
export function assignable(catalog: Catalog, id: string): Drill | undefined {
  const drill = catalog.drills.find((d) => d.id === id);
  if (drill || !id.includes('/')) return drill;
  const rung = catalog.rungs.find((r) => placeKey(r) === id);
  return rung && offeredRung(catalog, rung) ? rungAsDrill(catalog, rung) : undefined;
}

/** The same, for an id that is known to exist. @throws RangeError naming an unknown id */
export function assignableRecord(catalog: Catalog, id: string): Drill {
  const found = assignable(catalog, id);
  if (!found) throw new RangeError(`there is nothing to assign named ${id}`);
  return found;
}

/** Every version of every ladder, each once. */
export const assignableRungs = (catalog: Catalog): Rung[] =>
  ladders.flatMap((ladder) => rungsOnLadder(catalog, ladder));

/** The figure of a drill or a version. */
export function figureOfAssignable(catalog: Catalog, drill: Pick<Drill, 'id' | 'copiedFrom'>): Figure | undefined {
  const rung = drill.id.includes('/') ? catalog.rungs.find((r) => placeKey(r) === drill.id) : undefined;
  return rung ? [rung.pose] : figureOf(drill);
}
