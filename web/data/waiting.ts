/** Changes that wait on this device, laid over what the server last answered. */
import type { Account } from '../../api/accounts.js';
import { answersAfter } from '../../core/reason/patch.js';
import type { Look, LookInput } from '../../api/observations.js';
import type { OnLadders } from '../../api/ladders.js';
import type { Facts } from '../../api/plans.js';
import { routes } from '../../api/routes.js';
import { hallDay } from '../../core/days.js';
import { KEPT, lookIdOf, type OutboxItem, type Waiting } from './waiting-item.js';

/** A request kept by its address, as an earlier version did. */
export function waitingFromPath(method: string, path: string, body: unknown): Waiting | null {
  for (const name of KEPT) {
    const route = routes[name];
    const found =
      route.method === method && new RegExp(`^${route.path.replace(/:(\w+)/g, '(?<$1>[^/]+)')}$`).exec(path);
    if (found) return { name, ask: { params: { ...found.groups }, body } } as unknown as Waiting;
  }
  return null;
}

/** Looks of a person that wait, newest first. */
export const waitingLooks = (items: readonly Waiting[], personId: string): LookInput[] =>
  items
    .flatMap((i) => (i.name === 'looks.add' && i.ask.params.id === personId ? [i.ask.body as LookInput] : []))
    .reverse();

/** Whose account keeps what waits. */
export type Maker = Pick<Account, 'id' | 'name'> & { eye?: Look['eye'] };
export const NOBODY: Maker = { id: '00000000-0000-0000-0000-000000000000', name: '' };

/** A waiting look as the server will answer it. */
export const asLook = (input: LookInput, personId: string, by: Maker, timeZone: string): Look => ({
  id: input.id,
  personId,
  startedAt: input.startedAt,
  day: hallDay(input.startedAt, timeZone),
  observation: input.observation,
  mediaId: input.mediaId ?? null,
  relookOf: input.relookOf ?? null,
  relooks: [],
  togetherWith: input.togetherWith ?? null,
  together: input.togetherWith ? [input.togetherWith] : [],
  marks: input.marks ?? [],
  anchors: input.anchors ?? [],
  pad: input.pad ?? [],
  runId: null,
  clipId: null,
  note: input.note ?? '',
  mends: [],
  overrule: null,
  by: by.name,
  madeBy: by.id,
  eye: input.fromFile ? null : (by.eye ?? null),
});

/** Lays one waiting change over a look. */
function changed(look: Look, item: Waiting): Look {
  switch (item.name) {
    case 'looks.change': {
      const { evidence, tests, overrule, note, marks } = item.ask.body;
      return {
        ...look,
        note: note ?? look.note,
        marks: marks ?? look.marks,
        overrule: overrule === undefined ? look.overrule : overrule,
        observation: {
          ...look.observation,
          ...(evidence ? { evidence: answersAfter(look.observation.evidence, evidence) } : {}),
          ...(tests ? { tests: answersAfter(look.observation.tests, tests) } : {}),
        },
      };
    }
    case 'mends.add': {
      const mend = item.ask.body;
      return look.mends.some((m) => m.id === mend.id)
        ? look
        : { ...look, mends: [...look.mends, { ...mend, at: look.startedAt }] };
    }
    case 'mends.remove':
      return { ...look, mends: look.mends.filter((m) => m.id !== (item.ask.params as { record: string }).record) };
    default:
      return look;
  }
}

/**
 * A look with everything that waits for it laid over, in the order it was entered.
 * @param known what the server last answered; null where it was never asked, and the look itself may wait
 */
export function withWaiting(
  known: Look | null,
  items: readonly OutboxItem[],
  id: string,
  by: Maker,
  timeZone: string,
): Look | null {
  const own = items.filter((i) => lookIdOf(i) === id && !i.refused);
  const first = own.find((i) => i.name === 'looks.add');
  const look =
    known ??
    (first?.name === 'looks.add' ? asLook(first.ask.body as LookInput, first.ask.params.id, by, timeZone) : null);
  return look && own.reduce(changed, look);
}

/** Whether something of a look waits. */
export const isWaiting = (items: readonly OutboxItem[], id: string): boolean =>
  items.some((i) => !i.refused && lookIdOf(i) === id);

/**
 * Facts with the holds that wait: pain that ended one counts at once, as what will arrive last. A waiting hold without pain lifts
 * nothing until the server has it.
 */
export function factsWith(facts: Facts, waiting: readonly LookInput[]): Facts {
  const painful = new Map(
    waiting
      .filter((l) => l.observation.ended?.reason === 'pain')
      .map(({ observation, startedAt }) => [
        observation.position,
        { position: observation.position, at: startedAt, arrival: Number.MAX_SAFE_INTEGER, pain: true },
      ]),
  );
  return {
    ...facts,
    lastHolds: [...facts.lastHolds.filter((h) => !painful.has(h.position)), ...painful.values()],
    answered: [
      ...waiting.flatMap(({ observation, startedAt }) =>
        observation.tests ? [{ at: startedAt, tests: observation.tests }] : [],
      ),
      ...facts.answered,
    ],
  };
}
/** Ladders with the holds that wait, newest first; what is sent already is not counted twice. */
export const laddersWith = (on: OnLadders, waiting: readonly OnLadders['holds'][number][]): OnLadders => ({
  ...on,
  holds: [...waiting.filter((w) => !on.holds.some((h) => h.lookId === w.lookId)), ...on.holds],
});
