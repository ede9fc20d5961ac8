/** What can be assigned: every drill, and every version of every ladder beside them. */
import type { Catalog } from '../catalog/index.js';
import { figureOf, type Figure } from '../catalog/figures.js';
import { ladderOf, ladders, placeKey, rungsOnLadder } from '../catalog/ladders.js';
import type { CauseId, Dose, Drill, Rung } from '../formats/catalog.js';
import { governing, type Governing } from '../statics/load.js';

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
  if (rung.counted) return 'strength-reps';
  return rung.target <= 15 ? 'short-holds' : 'moderate-holds';
}

/** A version as a drill: what it answers, its kit, its dose. Its id is its place, `family/rung`. */
export function rungAsDrill(catalog: Pick<Catalog, 'families'>, rung: Rung): Drill {
  const family = catalog.families.find((f) => f.id === rung.family)!;
  const governs = governing(rung.family);
  const { counted } = rung;
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
    ...(counted
      ? {
          dose: {
            work: `${counted.target} ${counted.what === 'step' ? 'slow steps' : `clean ${counted.what}s`}`,
            tempo: counted.tempo.join('-'),
          },
        }
      : {}),
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

/** Share of today's usual break at which a hold starts. */
const BELOW_TODAY = 0.8;
/**
 * A version's dose for a person: seconds start below today's usual break, reps below the usual broken one.
 * @param usual clean seconds or reps of the last sets at it; null where it was not done
 */
export function doseBelow(
  dose: Dose,
  rung: Pick<Rung, 'counted' | 'target'>,
  usual: number | null,
  wanted: number,
): Dose {
  const amount = Math.max(1, Math.floor(usual === null ? wanted : Math.min(wanted, BELOW_TODAY * usual)));
  return {
    ...dose,
    work: rung.counted ? `${amount} clean ${rung.counted.what}${amount === 1 ? '' : 's'}` : `${amount} s clean`,
  };
}
