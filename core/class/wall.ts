/** What a wall shows of a class that runs: the clock, the moves, who does which version. Nothing that was noted, and nobody's own id. */
import { CLOCK_EVENTS, type RunEvent } from '../formats/run.js';
import type { ClassBlock } from '../formats/class.js';
import { runPlanOf, stateOf, type RunOf, type RunState } from './run.js';

/** A run as far as the hall reads it. */
export interface WallRun extends RunOf {
  name: string;
  blocks: readonly ClassBlock[];
  people: readonly { id: string; name: string }[];
}
export interface Wall {
  name: string;
  blocks: ClassBlock[];
  people: { id: string; name: string }[];
  plan: {
    blocks: {
      id: string;
      pairs?: { first: string; second: string | null }[];
      rounds: { round: number; assigned: { member: string; version: string; then?: string }[] }[];
    }[];
  };
  /** Positions that somebody does no more of today, for whatever reason. */
  waits: { member: string; family: string }[];
  events: RunEvent[];
}

/** Kinds of events that the hall may follow: the clock's turns, other versions, who came and left. */
const SHOWN: ReadonlySet<RunEvent['is']> = new Set([...CLOCK_EVENTS, 'swap', 'came', 'left']);

/**
 * A run for a wall that nobody is signed in at: members by number, names as they are shown, and only what may be seen from the mat.
 * @param names what each member is called in the hall, by id
 */
export function wallOf(run: WallRun, all: readonly RunEvent[], names: ReadonlyMap<string, string>): Wall {
  const number = new Map(run.people.map(({ id }, i) => [id, `m${i + 1}`]));
  const known = (id: string): boolean => number.has(id);
  const state = stateOf(runPlanOf(run), all);
  return {
    name: run.name,
    blocks: [...run.blocks],
    people: run.people.map(({ id }) => ({ id: number.get(id)!, name: names.get(id) ?? '' })),
    plan: {
      blocks: run.plan.blocks.map(({ id, pairs, rounds }) => ({
        id,
        ...(pairs
          ? {
              pairs: pairs
                .filter((p) => known(p.first))
                .map(({ first, second }) => ({
                  first: number.get(first)!,
                  second: second === null ? null : (number.get(second) ?? null),
                })),
            }
          : {}),
        rounds: rounds.map(({ round, assigned }) => ({
          round,
          assigned: assigned
            .filter((a) => known(a.member))
            .map(({ member, version, then }) => ({
              member: number.get(member)!,
              version,
              ...(then === undefined ? {} : { then }),
            })),
        })),
      })),
    },
    waits: [...state.hurt].flatMap(([member, families]) =>
      known(member) ? [...families].map((family) => ({ member: number.get(member)!, family })) : [],
    ),
    events: state.events.flatMap((event): RunEvent[] => {
      if (!SHOWN.has(event.is)) return [];
      if (!('member' in event)) return [event];
      return known(event.member) ? [{ ...event, member: number.get(event.member)! }] : [];
    }),
  };
}

/** The state that a wall shows. */
export function wallState(wall: Wall): RunState {
  const hurt = new Map<string, Set<string>>();
  for (const { member, family } of wall.waits) hurt.set(member, (hurt.get(member) ?? new Set()).add(family));
  return { ...stateOf(runPlanOf(wall), wall.events), hurt };
}
