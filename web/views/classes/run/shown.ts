/** What the hall is shown of a class that runs: the move, the versions with who does each, and what comes next. */
import { rungOf, type Catalog } from '../../../../core/catalog/index.js';
import type { Pose } from '../../../../core/body/pose.js';
import { pacingAt, type Pacing } from '../../../../core/class/pace.js';
import {
  isHurtBy,
  runPlanOf,
  spotterOf,
  thenIn,
  turnIn,
  versionIn,
  type RunState,
} from '../../../../core/class/run.js';
import type { WallRun } from '../../../../core/class/wall.js';
import type { ClockAt, Part } from '../../../../core/class/timeline.js';
import { FELT_SITES } from '../../../../core/formats/catalog.js';
import type { RunEvent, Where } from '../../../../core/formats/run.js';
import { paceText } from '../../../../words/class.js';
import { SITE_WORDS } from '../../../../words/labels.js';
import type { Choice } from '../../../components/choice.js';
import { nameWithin } from '../../../../words/names.js';
import { moveName } from '../moves.js';
import { anywhere } from '../../../../words/pages/anywhere.js';
import { shown as wording } from '../../../../words/pages/run.js';

export const SIDE_NAMES = { one: wording.oneSide, other: wording.otherSide } as const;
/** Of pairs: whose turn it is. */
export const TURN_NAMES = { first: wording.firstOfEachPair, second: wording.theOtherOfEach } as const;

type Felt = Extract<RunEvent, { is: 'felt' }>['site'];
/** Where it was felt first. */
export const SITES: (Choice & { id: Felt })[] = FELT_SITES.map((id) => ({ id, name: SITE_WORDS[id] }));
export const siteOf = (id: string): Felt | undefined => SITES.find((s) => s.id === id)?.id;

export interface ShownVersion {
  version: string;
  name: string;
  pose: Pose;
  members: { id: string; spotter: string | null }[];
}

/**
 * The work that a part is, or leads to; the last one at the end.
 * @param before what was said last: it is said again where nothing has changed, so that nothing is worked out anew at every tick
 */
export function roundAt(parts: readonly Part[], clock: Pick<ClockAt, 'part'>, before?: Where | null): Where | null {
  const isWork = (p: Part): boolean => p.is === 'work';
  const found = parts.slice(clock.part).find(isWork) ?? parts.findLast(isWork);
  return found ? sameWhere({ block: found.block, round: found.round, side: found.side }, before) : null;
}
/** The same object as before where it says the same. */
export const sameWhere = (now: Where, before?: Where | null): Where =>
  before && before.block === now.block && before.round === now.round && before.side === now.side ? before : now;

/** Whose turn a part is, or leads to; null where everybody works. */
export const turnAt = (parts: readonly Part[], clock: Pick<ClockAt, 'part'>): Part['turn'] =>
  (parts.slice(clock.part).find((p) => p.is === 'work') ?? parts.findLast((p) => p.is === 'work'))?.turn ?? null;

/** Breath or rep under way, by the second of the work; null where nothing is paced. */
export function pacingNow(run: WallRun, part: Part | undefined, clock: ClockAt): Pacing | null {
  const block = part?.is === 'work' && clock.started && run.blocks.find((b) => b.id === part.block);
  return block ? pacingAt(block, clock.elapsed) : null;
}
/** Whether a block that steps down has done so, at a second of its work. */
export function hasStepped(run: WallRun, part: Part | undefined, clock: Pick<ClockAt, 'elapsed' | 'over'>): boolean {
  const at = part?.is === 'work' && !clock.over ? run.blocks.find((b) => b.id === part.block)?.stepDown : null;
  return at != null && clock.elapsed >= at;
}

/**
 * Versions of a round, the most members first, and who waits; who spots is with who is spotted.
 * @param now.turn of pairs, whose turn it is: the others spot
 * @param now.stepped the easier versions stand
 */
export function versionsOf(
  catalog: Catalog,
  run: WallRun,
  state: RunState,
  { block, round }: { block: string; round: number },
  now: { turn?: Part['turn']; stepped?: boolean } = {},
): { shown: ShownVersion[]; waiting: string[] } {
  const plan = runPlanOf(run);
  const move = run.blocks.find((b) => b.id === block)!.move;
  const by = new Map<string, ShownVersion['members']>();
  const waiting: string[] = [];
  for (const { id } of run.people) {
    if (state.away.has(id)) continue;
    if (now.turn && turnIn(plan, id, block) !== now.turn) continue;
    const easier = now.stepped ? thenIn(plan, state.events, id, block, round) : null;
    const version = easier ?? versionIn(plan, state.events, id, block, round);
    // Who was hurt by a position today does no more of it.
    if (version === null || isHurtBy(state, id, version)) waiting.push(id);
    else by.set(version, [...(by.get(version) ?? []), { id, spotter: now.turn ? spotterOf(plan, id, block) : null }]);
  }
  const shown = [...by].map(([version, members]) => {
    const [family, rung] = version.split('/') as [string, string];
    return {
      version,
      members,
      name: nameWithin(catalog, version, moveName(catalog, move)),
      pose: rungOf(catalog, family, rung).pose,
    };
  });
  return { shown: shown.sort((a, b) => b.members.length - a.members.length), waiting };
}

/** What a part is called. */
export function partName(catalog: Catalog, run: WallRun, part: Part): string {
  const block = run.blocks.find((b) => b.id === part.block)!;
  const move = moveName(catalog, block.move);
  switch (part.is) {
    case 'lead-in':
      return wording.getReady(move);
    case 'work':
      return [move, part.side && SIDE_NAMES[part.side], part.turn && TURN_NAMES[part.turn]].filter(Boolean).join(', ');
    case 'rest':
      return anywhere.rest;
    case 'next':
      return wording.restNextBlock;
  }
}
/** What comes after the part under way; empty at the end. */
export function nextName(catalog: Catalog, run: WallRun, parts: readonly Part[], clock: ClockAt): string {
  const next = parts.slice(clock.part + 1).find((p) => p.is === 'work' || p.is === 'rest');
  if (!next) return '';
  const block = run.blocks.find((b) => b.id === next.block)!;
  return `${partName(catalog, run, next)}, ${next.is === 'work' ? paceText(block) : `${Math.round(next.seconds)} s`}`;
}
