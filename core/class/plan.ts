/** A class planned: versions and kit for everybody in every round, whom to watch, minutes, balance, warnings. Codes and numbers. */
import type { Catalog } from '../catalog/index.js';
import { placeKey } from '../catalog/ladders.js';
import type { CautionId, Rung } from '../formats/catalog.js';
import type { ClassBlock, ClassOption, ClassQuery, Kind } from '../formats/class.js';
import { KINDS } from '../formats/class.js';
import { InputError, type Problem } from '../formats/problems.js';
import type { Seconds } from '../geometry.js';
import type { View } from '../landmarks.js';
import { capFor, nobody, type Circumstance } from '../person/circumstance.js';
import { loadOf } from '../statics/load.js';
import { assign, scarceItems, type SolveLp } from './assign.js';
import { kindOf, ON_THE_HANDS, ON_THE_NECK, planeOf, PLANES, type Plane } from './kinds.js';
import { inClass, movesOf, optionsFor, versionsOf, type MemberInClass, type Offered } from './options.js';
import { touches, type Pattern } from './pattern.js';
import { ownSeconds, pairsOf, roundSeconds, secondsOf, workSeconds, type Pair } from './pace.js';
import { visitOf, watchOrder } from './watch.js';

/** Why a version was given: today's place, something lighter or harder by its gain, or what the kit left. */
export type AssignedWhy =
  | { is: 'pinned' }
  | { is: 'place' }
  | { is: 'lighter' }
  | { is: 'next' }
  | { is: 'instead'; caution: CautionId }
  | { is: 'kit'; item: string; wanted: string };
/** Why nobody gives somebody anything to do. */
export type OutWhy = { is: 'pain' } | { is: 'cautions'; cautions: CautionId[] } | { is: 'kit' } | { is: 'nothing' };

export interface PlannedRound {
  round: number;
  /** `then`: the easier version of a block that steps down, from its second on. */
  assigned: { member: string; version: string; why: AssignedWhy; then?: string }[];
}
export interface PlannedBlock {
  id: string;
  seconds: Seconds;
  /** Of a block in pairs: who works with whom. */
  pairs?: Pair[];
  options: ClassOption[];
  rounds: PlannedRound[];
  out: { member: string; why: OutWhy }[];
}
export interface Watched {
  block: string;
  round: number;
  /** Second of the round's clock. */
  at: Seconds;
  member: string;
  from: View;
  why: { fault: string | null; breaksAt: Seconds | null };
}
export type ClassWarning =
  | { block: string; is: 'nobody' }
  | { block: string; is: 'some-out'; members: number }
  | { block: string; is: 'neck-twice' }
  | { block: string; is: 'long-on-hands'; seconds: Seconds }
  | { block: string; is: 'too-long'; minutes: number; has: number }
  | { block: string; is: 'no-kit'; items: string[] }
  | { block: string; is: 'screen'; found: ScreenTouched[] };
/** What was found in a movement screen, the pattern of the block's move that it touches, and of whom. */
export interface ScreenTouched {
  fault: string;
  pattern: Pattern;
  members: string[];
}

export interface ClassPlan {
  proven: boolean;
  total: number;
  minutes: number;
  blocks: PlannedBlock[];
  watch: Watched[];
  /** Share of the working seconds by kind; adds up to 1. */
  balance: Record<Kind, number>;
  /** The same by the side of the body that works. */
  planes: Record<Plane, number>;
  warnings: ClassWarning[];
}

/** So long in a row on hands or forearms is a long time. Assumption. */
const LONG_ON_HANDS: Seconds = 150;

/**
 * Checks what the schema cannot: ids.
 * @throws InputError with a line per problem
 */
export function checkClass(query: ClassQuery, catalog: Catalog): void {
  const problems: Problem[] = [];
  const say = (path: string, message: string): void => void problems.push({ path, message });
  const kits = new Set([...catalog.drills, ...catalog.tests].flatMap((d) => d.kit));
  for (const item of Object.keys(query.kit)) if (!kits.has(item)) say(`kit.${item}`, 'is no kit of the catalogue');
  const faults = new Set(catalog.faults.map((f) => f.id));
  const families = new Set(catalog.families.map((f) => f.id));
  const twice = (list: readonly { id: string }[], path: string): void =>
    list.forEach(({ id }, i) => {
      if (list.findIndex((x) => x.id === id) < i) say(`${path}[${i}].id`, `"${id}" stands twice`);
    });
  twice(query.members, 'members');
  twice(query.blocks, 'blocks');
  query.members.forEach((member, i) => {
    for (const [family, { rung }] of Object.entries(member.places)) {
      if (!families.has(family)) say(`members[${i}].places.${family}`, 'is no position');
      else if (!catalog.rungs.some((r) => r.family === family && r.id === rung))
        say(`members[${i}].places.${family}.rung`, `there is no version "${rung}" of ${family}`);
    }
    member.faults.forEach((id, k) => {
      if (!faults.has(id)) say(`members[${i}].faults[${k}]`, `there is no fault "${id}"`);
    });
    try {
      inClass(member);
    } catch (error) {
      say(`members[${i}].athlete`, (error as Error).message);
    }
  });
  query.blocks.forEach((block, i) => {
    const { move } = block;
    const [family, rung] = move.split('/') as [string, string | undefined];
    if (!families.has(family)) say(`blocks[${i}].move`, `there is no move "${move}"`);
    else if (family === 'class-moves' ? !rung || versionsOf(catalog, family, rung).length === 0 : rung !== undefined)
      say(`blocks[${i}].move`, `there is no move "${move}": a position, or class-moves/ with one of its versions`);
    const work = workSeconds(block);
    if (block.stepDown != null && block.stepDown >= work)
      say(`blocks[${i}].stepDown`, `comes after the work, which takes ${Math.round(work)} s`);
  });
  if (problems.length > 0) throw new InputError(problems);
}

/** How long a member usually stays clean at a version: the place's seconds, by how much lighter or heavier the version is. */
function breaksAt({ place, clean }: Offered, rung: Rung | undefined, member: MemberInClass): Seconds | null {
  if (clean === null || !rung) return null;
  try {
    const [a, b] = [loadOf(place, member.body), loadOf(rung, member.body)];
    if (!a || !b || a.governs !== b.governs || !(b.value > 0)) return clean;
    return clean * (a.value / b.value);
  } catch {
    return clean;
  }
}

/** Versions that a coach has set by hand, by block and member. */
export type Pins = ReadonlyMap<string, string>;
export const pinKey = (block: string, member: string): string => `${block}\n${member}`;
/** Positions in which somebody's last hold ended by pain: nothing of them is given until the signs were asked again. */
export type Pain = readonly { member: string; family: string }[];
/** Findings of movement screens that speak today, of those who have any. */
export type Screens = readonly { member: string; faults: readonly string[] }[];

interface Planned {
  block: PlannedBlock;
  watch: Watched[];
  total: number;
  proven: boolean;
}

/** One block with all of its rounds. */
function planBlock(
  query: ClassQuery,
  catalog: Catalog,
  block: ClassBlock,
  members: readonly MemberInClass[],
  at: {
    cap: (rung: Rung) => number;
    before: number;
    seconds: Seconds;
    solve: SolveLp | undefined;
    pins: Pins;
    pain: Pain;
  },
): Planned {
  const known = { ...at, versions: movesOf(catalog, block) };
  const hurts = (member: string, version: string): boolean =>
    at.pain.some((p) => p.member === member && p.family === version.split('/')[0]);
  const offered = new Map(
    members.map((m) => {
      const all = optionsFor(catalog, m, block, known);
      return [m.id, { ...all, options: all.options.filter((o) => !hurts(m.id, o.version)) }] as const;
    }),
  );
  const all = [...offered.values()].flatMap((o) => o.options);
  // A pin counts as far as the member may still do it.
  const pinned = (o: ClassOption): string | undefined => {
    const to = at.pins.get(pinKey(block.id, o.member));
    return to !== undefined && offered.get(o.member)!.options.some((x) => x.version === to) ? to : undefined;
  };
  const options = all.filter((o) => (pinned(o) ?? o.version) === o.version);
  const rungs = new Map(catalog.rungs.map((r) => [placeKey(r), r]));
  const scarce = scarceItems(options, query.kit);
  const may = members.filter((m) => offered.get(m.id)!.options.length > 0);
  const pairs = block.pairs ? pairsOf(may.map((m) => ({ id: m.id, size: m.body.mass }))) : null;
  /** Who is on the mat at once: of pairs the first of each, then the others, so that a pair shares what it takes. */
  const turns = pairs
    ? [pairs.map((p) => p.first), pairs.flatMap((p) => p.second ?? [])].map((own) => new Set(own))
    : [new Set(members.map((m) => m.id))];
  const had = new Map<string, number>();
  const seen = new Map<string, number>();
  const rounds: PlannedRound[] = [];
  const watch: Watched[] = [];
  let [total, proven] = [0, true];
  let last: ReadonlyMap<string, ClassOption> = new Map();
  for (let round = 1; round <= block.rounds; round += 1) {
    const chosen = new Map<string, ClassOption>();
    for (const turn of turns) {
      const own = options.filter((o) => turn.has(o.member));
      const found = assign(own, query.kit, had, at.solve);
      for (const [member, i] of found.chosen) chosen.set(member, own[i]!);
      total += found.total;
      proven &&= found.proven;
    }
    last = chosen;
    const assigned = members.flatMap((m) => {
      const option = chosen.get(m.id);
      return option ? [{ member: m.id, option }] : [];
    });
    for (const { member, option } of assigned)
      if (Object.keys(option.kit).some((k) => scarce.has(k))) had.set(member, (had.get(member) ?? 0) + 1);
    rounds.push({
      round,
      assigned: assigned.map(({ member, option }) => ({
        member,
        version: option.version,
        why: whyOf(offered.get(member)!, option, rungs, pinned(option) !== undefined),
        ...thenOf(block, offered.get(member)!.options, option),
      })),
    });
    const visits = assigned.map(({ member, option }) => {
      const who = members.find((m) => m.id === member)!;
      return visitOf(member, workSeconds(block), {
        breaksAt: breaksAt(offered.get(member)!, rungs.get(option.version), who),
        faults: faultsHere(catalog, who, option.version).length,
        seen: seen.get(member) ?? 0,
      });
    });
    // Of pairs, who works second is looked at in a work of its own.
    const ordered = turns.flatMap((turn) => watchOrder(visits.filter((v) => turn.has(v.member))));
    for (const visit of ordered) {
      seen.set(visit.member, (seen.get(visit.member) ?? 0) + 1);
      const who = members.find((m) => m.id === visit.member)!;
      const version = assigned.find((a) => a.member === visit.member)!.option.version;
      const [fault] = faultsHere(catalog, who, version);
      const usual = breaksAt(offered.get(visit.member)!, rungs.get(version), who);
      watch.push({
        block: block.id,
        round,
        at: Math.round(10 * visit.from) / 10,
        member: visit.member,
        from: catalog.families.find((f) => f.id === version.split('/')[0])?.views[0] ?? 'side',
        why: { fault: fault ?? null, breaksAt: usual === null ? null : Math.round(usual) },
      });
    }
  }
  const out = members
    .filter((m) => !last.has(m.id))
    .map((m): PlannedBlock['out'][number] => {
      const { options: own, barred } = offered.get(m.id)!;
      const why: OutWhy = hurts(m.id, block.move)
        ? { is: 'pain' }
        : own.length > 0
          ? { is: 'kit' }
          : barred.length > 0
            ? { is: 'cautions', cautions: barred }
            : { is: 'nothing' };
      return { member: m.id, why };
    });
  const planned = { id: block.id, seconds: at.seconds, ...(pairs ? { pairs } : {}), options: all, rounds, out };
  return { block: planned, watch, total, proven };
}

/** The version that a member steps down to: the next easier of theirs that takes nothing they do not have by then. */
function thenOf({ stepDown }: ClassBlock, options: readonly ClassOption[], given: ClassOption): { then?: string } {
  if (stepDown == null) return {};
  const at = options.findIndex((o) => o.version === given.version);
  const has = (o: ClassOption): boolean => Object.entries(o.kit).every(([k, n]) => (given.kit[k] ?? 0) >= n);
  // Options stand easiest first; what stands in from another position is no step of this one.
  const family = given.version.split('/')[0];
  const easier = options.slice(0, Math.max(0, at)).findLast((o) => has(o) && o.version.split('/')[0] === family);
  return easier ? { then: easier.version } : {};
}

/** Faults of the last looks that the version can show. */
const faultsHere = (catalog: Catalog, { faults }: MemberInClass, version: string): string[] =>
  faults.filter((id) => catalog.faults.find((f) => f.id === id)?.families.includes(version.split('/')[0]!));

function whyOf(
  { options, place, barred }: Offered,
  given: ClassOption,
  rungs: ReadonlyMap<string, Rung>,
  pinned: boolean,
): AssignedWhy {
  if (pinned) return { is: 'pinned' };
  const [best] = [...options].sort((a, b) => b.gain - a.gain);
  const item = Object.keys(best?.kit ?? {})[0];
  if (best && best.gain > given.gain && item) return { is: 'kit', item, wanted: best.version };
  if (given.version === placeKey(place)) return { is: 'place' };
  const rung = rungs.get(given.version)!;
  const [caution] = barred;
  if (rung.family !== place.family || (caution && place.excludedBy.includes(caution)))
    return caution ? { is: 'instead', caution } : { is: 'lighter' };
  const at = (version: string): number => options.findIndex((o) => o.version === version);
  return at(given.version) > at(placeKey(place)) ? { is: 'next' } : { is: 'lighter' };
}

/** Findings of screens that touch what their members are given in a block, the most members first. */
function screensTouched({ rounds }: PlannedBlock, screens: Screens): ScreenTouched[] {
  const found = new Map<string, ScreenTouched>();
  for (const { member, faults } of screens)
    for (const fault of faults) {
      const given = rounds.flatMap((r) => r.assigned).filter((a) => a.member === member);
      const pattern = given.map((a) => touches(fault, a.version)).find((p) => p !== null);
      if (!pattern) continue;
      const of = found.get(fault) ?? { fault, pattern, members: [] };
      found.set(fault, { ...of, members: [...of.members, member] });
    }
  return [...found.values()].sort((a, b) => b.members.length - a.members.length || (a.fault < b.fault ? -1 : 1));
}

function warningsOf(
  query: ClassQuery,
  blocks: readonly PlannedBlock[],
  minutes: number,
  screens: Screens,
): ClassWarning[] {
  const warnings: ClassWarning[] = [];
  const familyOf = (move: string): string =>
    ON_THE_HANDS.has(move) || ON_THE_NECK.has(move) ? move : move.split('/')[0]!;
  let onHands = 0;
  query.blocks.forEach((block, i) => {
    const { out, options } = blocks[i]!;
    if (out.length === query.members.length) warnings.push({ block: block.id, is: 'nobody' });
    else if (out.length > 0) warnings.push({ block: block.id, is: 'some-out', members: out.length });
    const missing = [...new Set(options.flatMap((o) => Object.keys(o.kit)))].filter((k) => !query.kit[k]);
    if (missing.length > 0) warnings.push({ block: block.id, is: 'no-kit', items: missing });
    const touched = screensTouched(blocks[i]!, screens);
    if (touched.length > 0) warnings.push({ block: block.id, is: 'screen', found: touched });
    const before = query.blocks[i - 1];
    if (before && ON_THE_NECK.has(familyOf(before.move)) && ON_THE_NECK.has(familyOf(block.move)))
      warnings.push({ block: block.id, is: 'neck-twice' });
    onHands = ON_THE_HANDS.has(familyOf(block.move)) ? onHands + block.rounds * ownSeconds(block) : 0;
    if (onHands > LONG_ON_HANDS) warnings.push({ block: block.id, is: 'long-on-hands', seconds: onHands });
  });
  if (minutes > query.minutes)
    warnings.push({ block: query.blocks.at(-1)!.id, is: 'too-long', minutes, has: query.minutes });
  return warnings;
}

/**
 * Plans a class. Each round of each block is an integer programme of its own: most gain under the kit there is, exact; among plans of a
 * block with the same total the one that shares scarce kit most evenly over its rounds stands, round by round.
 * @param solve solver for blocks in which a version takes more than one unit, or of more than one scarce item
 * @param studio what the hall's methods are, where nobody asks for one
 * @param stands.pins versions set by hand, see {@link pinKey}; one that a caution bars by now is passed over
 * @param stands.pain positions that hurt somebody
 * @param stands.screens findings of movement screens that speak today
 * @throws InputError for ids that are not known or stand twice, a line per problem
 */
export function planClass(
  query: ClassQuery,
  catalog: Catalog,
  solve?: SolveLp,
  studio: Circumstance = nobody(),
  { pins = new Map(), pain = [], screens = [] }: { pins?: Pins; pain?: Pain; screens?: Screens } = {},
): ClassPlan {
  checkClass(query, catalog);
  const circumstance: Circumstance = query.method
    ? { ...studio, methods: { ...studio.methods, asked: query.method } }
    : studio;
  const cap = (rung: Rung): number => capFor(catalog, circumstance, rung.family);
  const members = query.members.map(inClass);
  const seconds = secondsOf(query.blocks);
  const planned = query.blocks.map((block, i) =>
    planBlock(query, catalog, block, members, {
      cap,
      seconds: seconds[i]!,
      before: query.blocks.slice(0, i).filter((b) => b.move === block.move).length,
      solve,
      pins,
      pain,
    }),
  );
  const blocks = planned.map((p) => p.block);
  const minutes = blocks.reduce((sum, b) => sum + b.seconds, 0) / 60;
  const work = query.blocks.map((b) => ({
    kind: kindOf(b.move),
    plane: planeOf(b.move),
    seconds: b.rounds * roundSeconds(b),
  }));
  const all = work.reduce((sum, w) => sum + w.seconds, 0);
  const share = (fits: (w: (typeof work)[number]) => boolean): number =>
    work.reduce((sum, w) => sum + (fits(w) ? w.seconds : 0), 0) / all;
  return {
    proven: planned.every((p) => p.proven),
    total: Math.round(1e4 * planned.reduce((sum, p) => sum + p.total, 0)) / 1e4,
    minutes: Math.round(10 * minutes) / 10,
    blocks,
    watch: planned.flatMap((p) => p.watch),
    balance: Object.fromEntries(KINDS.map((kind) => [kind, share((w) => w.kind === kind)])) as Record<Kind, number>,
    planes: Object.fromEntries(PLANES.map((plane) => [plane, share((w) => w.plane === plane)])) as Record<
      Plane,
      number
    >,
    warnings: warningsOf(query, blocks, minutes, screens),
  };
}
