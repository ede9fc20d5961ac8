/** What a block can be of, and a class to begin with. */
import type { ClassInput, ClassOfStudio } from '../../../api/classes.js';
import { offeredRungs, rungOf, type Catalog } from '../../../core/catalog/index.js';
import { CLASS_MOVES } from '../../../core/class/kinds.js';
import { movesOf } from '../../../core/class/options.js';
import { NEW_PACE } from '../../../core/class/pace.js';
import type { Day } from '../../../core/days.js';
import type { ClassBlock, Pace, Sides } from '../../../core/formats/class.js';
import { familyName, rungName } from '../../../words/names.js';
import type { Choice } from '../../components/choice.js';
import { moves as wording } from '../../../words/pages/classes.js';

export const SIDES_WORDS: Readonly<Record<Sides, string>> = {
  none: wording.bothAtOnce,
  each: wording.oneSideThen,
  alternate: wording.sidesInTurn,
  'each-then-turns': wording.oneTheOtherThen,
};

/** Positions by name, and class mat moves by theirs. */
export const moveChoices = (catalog: Catalog): Choice[] => [
  ...catalog.families
    .filter((f) => f.id !== CLASS_MOVES)
    .map((f) => ({
      id: f.id,
      name: familyName(catalog, f.id),
      pose: rungOf(catalog, f.id).pose,
    })),
  ...offeredRungs(catalog, CLASS_MOVES).map((r) => ({
    id: `${CLASS_MOVES}/${r.id}`,
    name: r.name,
    note: wording.matMove,
    pose: r.pose,
  })),
];
export function moveName(catalog: Catalog, move: string): string {
  const [family, rung] = move.split('/') as [string, string?];
  return rung ? rungName(catalog, family, rung) : familyName(catalog, family);
}

export const newBlock = (move: string): ClassBlock => ({
  id: crypto.randomUUID().slice(0, 8),
  move,
  work: 30,
  rest: 15,
  rounds: 3,
  sides: move === 'side-plank' ? 'each' : 'none',
});

export const PACE_WORDS: Readonly<Record<Pace['is'], string>> = {
  seconds: wording.seconds,
  breaths: wording.breaths,
  reps: wording.repsWithATempo,
  shape: wording.untilTheShapeGoes,
};
/** What a block begins with when its pace is changed: reps as the move's own version is counted, where it is. */
export function paceFor(catalog: Catalog, move: string, is: Pace['is']): Pace {
  const counted = is === 'reps' ? movesOf(catalog, { move }).all.find((r) => r.counted)?.counted : undefined;
  if (!counted) return NEW_PACE[is];
  const [up, pause, down] = counted.tempo;
  return { is: 'reps', reps: counted.target, up, pause, down };
}

export const emptyClass = (day: Day | null): ClassInput => ({
  id: crypto.randomUUID(),
  name: day === null ? wording.newTemplate : wording.newClass,
  day,
  minutes: 45,
  kit: {},
  members: [],
  blocks: [newBlock('front-plank'), newBlock('side-plank'), newBlock('bird-dog')],
  pins: [],
});

/** A copy for another day, or of no day: a template carries no names. */
export const copyOf = (
  { by: _by, changedAt: _at, version: _version, ...one }: ClassOfStudio,
  day: Day | null,
): ClassInput => ({
  ...one,
  id: crypto.randomUUID(),
  day,
  ...(day === null ? { members: [], pins: [] } : {}),
});

/** What a version takes, in a few words; empty where it takes nothing. */
export const kitText = (kit: Readonly<Record<string, number>>): string =>
  Object.entries(kit)
    .map(([k, n]) => (n > 1 ? `${n} ${k.replace('-', ' ')}` : k.replace('-', ' ')))
    .join(', ');
