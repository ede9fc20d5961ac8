/** The best version for everybody under the kit there is: exact, and proven so. */
import type { ClassOption, KitCount } from '../formats/class.js';

/** One round of a block: at most one version a member, no more kit than there is, the sum of gains as large as it can be. */
export interface Assignment {
  /** Place in the list of options, by member; a member without one has nothing to do. */
  chosen: ReadonlyMap<string, number>;
  total: number;
}

/** A solver of integer programmes in the LP text format: the values of its columns, and whether they are proven best. */
export type SolveLp = (lp: string) => { optimal: boolean; columns: Readonly<Record<string, number>> };

export interface Assigned extends Assignment {
  proven: boolean;
}

/** What evenness weighs against gain: gains have four places, and all of it together stays below one step of them. */
const EVEN = 1e-9;

const scarceOf = (kit: KitCount): string[] => Object.keys(kit).filter((k) => (kit[k] ?? 0) > 0);

/** Options that the room can never serve are none. */
const servable = (option: ClassOption, room: KitCount): boolean =>
  scarceOf(option.kit).every((k) => (room[k] ?? 0) >= option.kit[k]!);

/** Items of which there may not be enough for all who could take them; of the others there is no need to count. */
export function scarceItems(options: readonly ClassOption[], room: KitCount): ReadonlySet<string> {
  const most = new Map<string, Map<string, number>>();
  for (const { member, kit } of options)
    for (const [k, n] of Object.entries(kit)) {
      const of = most.get(k) ?? new Map<string, number>();
      of.set(member, Math.max(of.get(member) ?? 0, n));
      most.set(k, of);
    }
  return new Set(
    [...most].filter(([k, of]) => [...of.values()].reduce((a, b) => a + b, 0) > (room[k] ?? 0)).map(([k]) => k),
  );
}

/**
 * Whether a block is a transportation problem: each option takes one unit of one scarce item at most.
 */
const isTransport = (options: readonly ClassOption[], scarce: ReadonlySet<string>): boolean =>
  options.every((o) => {
    const taken = scarceOf(o.kit).filter((k) => scarce.has(k));
    return taken.length === 0 || (taken.length === 1 && o.kit[taken[0]!] === 1);
  });

/**
 * The best assignment of one round.
 * @param options of all members; gains with four places at most
 * @param room kit there is, by id
 * @param had how often each member had scarce kit in the rounds before: among the best the one that shares it most evenly is taken
 * @param solve for blocks that are no transportation problem
 * @throws RangeError where a solver is needed and none is given
 */
export function assign(
  options: readonly ClassOption[],
  room: KitCount,
  had: ReadonlyMap<string, number> = new Map(),
  solve?: SolveLp,
): Assigned {
  const may = options.map((o, i) => ({ o, i })).filter(({ o }) => servable(o, room));
  const scarce = scarceItems(
    may.map(({ o }) => o),
    room,
  );
  const list = may.map(({ o }) => o);
  const chosen = isTransport(list, scarce)
    ? { places: transport(list, room, scarce, had), optimal: true }
    : programme(list, room, scarce, had, solve);
  const found = new Map(chosen.places.map((k) => [list[k]!.member, may[k]!.i] as const));
  return {
    chosen: found,
    total: [...found.values()].reduce((sum, i) => sum + options[i]!.gain, 0),
    proven: chosen.optimal,
  };
}

/** What a turn with scarce kit costs somebody who had it so often before: the sum over rounds is least where it is shared evenly. */
const turnCost = (had: ReadonlyMap<string, number>, member: string): number => EVEN * (2 * (had.get(member) ?? 0) + 1);

/**
 * Transportation by successive best augmenting paths (Busacker and Gowen 1961; Ford and Fulkerson 1962): members on one side, items with
 * their counts on the other. Each member's best option without scarce kit is what an item has to better.
 * @returns places in the list, one a member at most
 */
function transport(
  options: readonly ClassOption[],
  room: KitCount,
  scarce: ReadonlySet<string>,
  had: ReadonlyMap<string, number>,
): number[] {
  const members = [...new Set(options.map((o) => o.member))];
  const items = [...scarce];
  /** Best option of a member with an item; at the end of the list the best without any. */
  const best = members.map((member) => {
    const of = (item: string | null): number => {
      let at = -1;
      options.forEach((o, i) => {
        const takes = scarceOf(o.kit).find((k) => scarce.has(k)) ?? null;
        if (o.member === member && takes === item && (at < 0 || o.gain > options[at]!.gain)) at = i;
      });
      return at;
    };
    return [...items.map((item) => of(item)), of(null)];
  });
  const FREE = items.length;
  const worth = (m: number, item: number): number => {
    const at = best[m]![item]!;
    if (at < 0) return item === FREE ? 0 : -Infinity;
    return options[at]!.gain - (item === FREE ? 0 : turnCost(had, members[m]!));
  };
  const holds = members.map(() => FREE);
  const left = items.map((item) => room[item] ?? 0);
  for (;;) {
    // Longest path from any member that has nothing scarce, over members that give theirs up, to an item with one left.
    const gain = items.map(() => -Infinity);
    const by = items.map((): { m: number; from: number } | null => null);
    let changed = true;
    for (let pass = 0; changed && pass <= items.length; pass += 1) {
      changed = false;
      for (let m = 0; m < members.length; m += 1) {
        const from = holds[m]!;
        // A member without an item begins a path; one with an item goes on from it where a path has reached that item.
        const start = from === FREE ? 0 : gain[from]!;
        if (start === -Infinity) continue;
        for (let k = 0; k < items.length; k += 1) {
          if (k === from) continue;
          const to = start + worth(m, k) - worth(m, from);
          if (to > gain[k]! + 1e-12) {
            gain[k] = to;
            by[k] = { m, from };
            changed = true;
          }
        }
        if (from === FREE) continue;
      }
    }
    // A path may also end with somebody giving an item up for nothing scarce.
    let end = -1;
    let most = 1e-12;
    let gives: number | null = null;
    for (let k = 0; k < items.length; k += 1) {
      if (left[k]! > 0 && gain[k]! > most) [end, most, gives] = [k, gain[k]!, null];
      if (gain[k]! === -Infinity) continue;
      members.forEach((_, m) => {
        if (holds[m] !== k) return;
        const to = gain[k]! + worth(m, FREE) - worth(m, k);
        if (to > most) [end, most, gives] = [k, to, m];
      });
    }
    if (end < 0) break;
    if (gives === null) left[end]! -= 1;
    else holds[gives] = FREE;
    for (let k = end, step = 0; ; step += 1) {
      const { m, from } = by[k]!;
      holds[m] = k;
      if (from === FREE || step > members.length) break;
      k = from;
    }
  }
  return members.flatMap((_, m) => {
    const at = best[m]![holds[m]!]!;
    return at < 0 ? [] : [at];
  });
}

/** A binary programme in the LP text format: maximise, one option a member, kit within the room, and lines of its own. */
function lpOf(
  options: readonly ClassOption[],
  room: KitCount,
  scarce: ReadonlySet<string>,
  weight: (option: ClassOption) => number,
  more: readonly string[] = [],
): string {
  const sum = (of: (o: ClassOption) => number): string =>
    options.flatMap((o, i) => (of(o) === 0 ? [] : [`${of(o) < 0 ? '-' : '+'} ${Math.abs(of(o))} x${i}`])).join(' ') ||
    '0 x0';
  const members = [...new Set(options.map((o) => o.member))];
  return [
    'Maximize',
    ` all: ${sum(weight)}`,
    'Subject To',
    ...members.map((m, k) => ` m${k}: ${sum((o) => (o.member === m ? 1 : 0))} <= 1`),
    ...[...scarce].map((item, k) => ` k${k}: ${sum((o) => o.kit[item] ?? 0)} <= ${room[item] ?? 0}`),
    ...more,
    'Binary',
    ` ${options.map((_, i) => `x${i}`).join(' ')}`,
    'End',
  ].join('\n');
}

/** By the solver: first the most gain, then among those the evenest sharing. */
function programme(
  options: readonly ClassOption[],
  room: KitCount,
  scarce: ReadonlySet<string>,
  had: ReadonlyMap<string, number>,
  solve: SolveLp | undefined,
): { places: number[]; optimal: boolean } {
  if (!solve) throw new RangeError('this class needs a solver of integer programmes');
  const taken = ({ columns }: ReturnType<SolveLp>): number[] =>
    options.flatMap((_, i) => ((columns[`x${i}`] ?? 0) > 0.5 ? [i] : []));
  const first = solve(lpOf(options, room, scarce, (o) => o.gain));
  const places = taken(first);
  const total = places.reduce((sum, i) => sum + options[i]!.gain, 0);
  if (had.size === 0 || !first.optimal) return { places, optimal: first.optimal };
  const costs = (o: ClassOption): number =>
    scarceOf(o.kit).some((k) => scarce.has(k)) ? 2 * (had.get(o.member) ?? 0) + 1 : 0;
  // No less than the most, but for what four places hide.
  const least = ` t: ${options.map((o, i) => `+ ${o.gain} x${i}`).join(' ')} >= ${total - 5e-5}`;
  const second = solve(lpOf(options, room, scarce, (o) => -costs(o), [least]));
  const even = taken(second);
  const same = Math.abs(even.reduce((sum, i) => sum + options[i]!.gain, 0) - total) < 5e-5;
  return second.optimal && same ? { places: even, optimal: true } : { places, optimal: true };
}
