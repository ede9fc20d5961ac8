/** Kit while a class runs: what lacks when somebody takes another version than the plan gave. */
import type { ClassOption, KitCount } from '../formats/class.js';
import { isHurtBy, turnIn, versionIn, type RunPlan, type RunState } from './run.js';

/** Kit of which more would be used than the room has, and who has it now. */
export interface KitLack {
  item: string;
  needs: number;
  has: number;
  with: string[];
}

/**
 * What would lack if a member took a version in a round. Who is away or waits takes nothing; of pairs only those count who work in the
 * same turn, since a pair shares what it takes.
 * @param now.options of the block, with what each takes
 * @param now.kit counts in the room; what is not named is not there
 * @param now.here ids of everybody who came
 */
export function lacking(
  plan: RunPlan,
  state: Pick<RunState, 'events' | 'away' | 'hurt'>,
  now: { options: readonly ClassOption[]; kit: KitCount; here: readonly string[]; block: string; round: number },
  { member, version }: { member: string; version: string },
): KitLack[] {
  const kitOf = (of: string): KitCount => now.options.find((o) => o.version === of)?.kit ?? {};
  const turn = turnIn(plan, member, now.block);
  const others = now.here.flatMap((id) => {
    if (id === member || state.away.has(id) || turnIn(plan, id, now.block) !== turn) return [];
    const own = versionIn(plan, state.events, id, now.block, now.round);
    return own === null || isHurtBy(state, id, own) ? [] : [{ id, kit: kitOf(own) }];
  });
  return Object.entries(kitOf(version)).flatMap(([item, needed]) => {
    const users = others.filter((o) => o.kit[item]);
    const needs = users.reduce((sum, o) => sum + o.kit[item]!, needed);
    const has = now.kit[item] ?? 0;
    return needs > has ? [{ item, needs, has, with: users.map((o) => o.id) }] : [];
  });
}
