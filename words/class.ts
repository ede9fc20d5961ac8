/** A class plan in words: why somebody does what, whom to watch, what to mind. */
import type { Catalog } from '../core/catalog/index.js';
import type { AssignedWhy, ClassPlan, ClassWarning, OutWhy, Watched } from '../core/class/plan.js';
import type { KitLack } from '../core/class/kit-in-run.js';
import type { Pattern } from '../core/class/pattern.js';
import { counted, isOpen, workSeconds, type Step } from '../core/class/pace.js';
import { CLASS_PLAN_FORMAT, type ClassBlock, type Kind, type Sides } from '../core/formats/class.js';
import { TEMPO_WORDS } from '../core/hold/tempo.js';
import { cautionName, faultName, placeName } from './names.js';

export const KIND_NAMES: Readonly<Record<Kind, string>> = {
  fold: 'fold',
  hold: 'hold',
  shape: 'change shape',
  brace: 'brace and breathe',
  turn: 'turn',
};

const SIDES_OF: Readonly<Record<Sides, string>> = {
  none: '',
  each: 'each side',
  alternate: 'sides in turn by round',
  'each-then-turns': 'one side, the other, then both in turn',
};
/** How a work is paced, in a few words: "30 s", "5 breaths of 4 s in and 6 s out". */
export function paceText(block: Pick<ClassBlock, 'work' | 'pace' | 'band'>): string {
  const { pace } = block;
  const n = counted(block);
  const seconds = `${Math.round(workSeconds(block))} s`;
  if (pace?.is === 'breaths') return `${n} breaths, ${pace.in} s in and ${pace.out} s out`;
  if (pace?.is === 'reps') return `${n} reps, ${pace.up}–${pace.pause}–${pace.down} s`;
  return isOpen(block) ? `until the shape goes, ${seconds} at most` : seconds;
}
/** Everything about how a block runs, in one line. */
export const blockText = (block: ClassBlock): string =>
  [
    `${block.rounds} × ${paceText(block)}`,
    block.rest > 0 ? `${block.rest} s rest` : 'no rest',
    SIDES_OF[block.sides],
    block.stepDown == null ? '' : `easier from ${block.stepDown} s`,
    block.band ? 'with a band' : '',
    block.pairs ? 'in pairs' : '',
    block.joined ? 'in turn with the next' : '',
  ]
    .filter(Boolean)
    .join(', ');
/** What is done at a step of a breath or a rep. */
export const STEP_WORDS: Readonly<Record<Step, string>> = { in: 'In', out: 'Out', ...TEMPO_WORDS };

type Names = Pick<Catalog, 'faults' | 'families' | 'rungs' | 'cautions'>;

export function assignedWhy(catalog: Names, why: AssignedWhy): string {
  switch (why.is) {
    case 'pinned':
      return 'Set by hand.';
    case 'place':
      return 'Today’s version.';
    case 'lighter':
      return 'Lighter than today’s version: it answers what was found last.';
    case 'next':
      return 'The next version: its gate is open.';
    case 'instead':
      return `Stands in for what ${cautionName(catalog, why.caution).toLowerCase()} leaves out.`;
    case 'kit':
      return `${placeName(catalog, why.wanted)} would gain more; others gain more by the ${why.item.replace('-', ' ')}.`;
  }
}
export function outWhy(catalog: Names, why: OutWhy): string {
  switch (why.is) {
    case 'cautions':
      return `Left out: ${why.cautions.map((c) => cautionName(catalog, c).toLowerCase()).join(', ')}, and no version is left.`;
    case 'kit':
      return 'The kit does not go round, and every version needs some.';
    case 'pain':
      return 'The last hold of this position ended by pain: nothing of it until the stop signs are asked again and clear.';
    case 'nothing':
      return 'This move has no version.';
  }
}
export function watchWhy(catalog: Names, { fault, breaksAt }: Watched['why']): string {
  const usual = breaksAt === null ? 'not held here before' : `usually clean for ${breaksAt} s`;
  return fault ? `${faultName(catalog, fault)} last time, ${usual}` : usual[0]!.toUpperCase() + usual.slice(1);
}
const PATTERN_WORDS: Readonly<Record<Pattern, string>> = {
  squat: 'the squat and the drive of hip, knee and ankle',
  hinge: 'the hinge',
  overhead: 'the reach overhead',
  hands: 'support on the hands',
  trunk: 'a trunk that is held',
};
/** @param nameOf names of members, by id */
export function classWarning(catalog: Names, warning: ClassWarning, nameOf: (id: string) => string): string {
  switch (warning.is) {
    case 'nobody':
      return 'Nobody may do this block.';
    case 'some-out':
      return warning.members === 1 ? 'One has nothing to do here.' : `${warning.members} have nothing to do here.`;
    case 'neck-twice':
      return 'The neck works in two blocks in a row.';
    case 'long-on-hands':
      return `${Math.round(warning.seconds)} s in a row on hands and forearms.`;
    case 'too-long':
      return `The class takes ${Math.ceil(warning.minutes)} minutes; it has ${warning.has}.`;
    case 'no-kit':
      return `There is no ${warning.items.join(', no ')} in the room: versions with it are not given.`;
    case 'screen': {
      const by = new Map<Pattern, string[]>();
      for (const { fault, pattern, members } of warning.found)
        by.set(pattern, [
          ...(by.get(pattern) ?? []),
          `${faultName(catalog, fault).toLowerCase()} (${members.map(nameOf).join(', ')})`,
        ]);
      return [...by]
        .map(([pattern, found]) => `It uses ${PATTERN_WORDS[pattern]}; in the movement screen: ${found.join(', ')}.`)
        .join(' ');
    }
  }
}

/** What the room lacks for a version. @param nameOf names of members, by id */
export function lackText({ item, has, needs, with: users }: KitLack, nameOf: (id: string) => string): string {
  const who = users.length > 0 ? ` ${users.map(nameOf).join(', ')} ${users.length === 1 ? 'has' : 'have'} it.` : '';
  return `${item.replace('-', ' ')}: ${needs} needed, ${has} here.${who}`;
}

/** Why somebody is due for a closer look after a class. */
export const DUE_WORDS = {
  pain: 'pain',
  early: 'broke before half of the time',
  faults: 'more than one fault in a hold',
} as const;

/** The plan as an open file. */
export const classPlanFile = (catalog: Names, plan: ClassPlan) => ({
  format: CLASS_PLAN_FORMAT,
  version: 1,
  proven: plan.proven,
  total: plan.total,
  minutes: plan.minutes,
  blocks: plan.blocks.map(({ id, seconds, options, rounds, out }) => ({
    id,
    seconds,
    options,
    rounds: rounds.map(({ round, assigned }) => ({
      round,
      assigned: assigned.map((a) => ({ ...a, why: assignedWhy(catalog, a.why) })),
    })),
    out: out.map((o) => ({ ...o, why: outWhy(catalog, o.why) })),
  })),
  watch: plan.watch.map((w) => ({ ...w, why: watchWhy(catalog, w.why) })),
  balance: plan.balance,
  warnings: plan.warnings.map((w) => ({ block: w.block, says: classWarning(catalog, w, (id) => id) })),
});
