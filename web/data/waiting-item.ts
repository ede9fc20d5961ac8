/** One request that waits on this device, and what is known of its sending. */
import type { ProblemBody } from '../../api/common.js';
import type { LookPatch } from '../../api/observations.js';
import type { Route } from '../../api/route.js';
import { routes } from '../../api/routes.js';
import { problemsOf, type Problem } from '../../core/formats/problems.js';
import type { Ask } from './call.js';
import { NotTaken } from './not-taken.js';

/** Routes whose requests are kept until they are sent. */
export const KEPT = ['looks.add', 'looks.change', 'mends.add', 'mends.remove'] as const;
export type KeptRoute = (typeof KEPT)[number];
/** A request that waits. */
export type Waiting = { [N in KeptRoute]: { name: N; ask: Ask<N> } }[KeptRoute];

/** What the server said to an item that it does not take. */
export interface RefusedItem {
  status: number;
  title: string;
  detail?: string;
  problems: Problem[];
  /** ISO instant by this device. */
  at: string;
  /** Of what somebody else changed meanwhile: what stands. */
  current?: unknown;
}
export type OutboxItem = Waiting & {
  key?: number;
  accountId: string;
  /** ISO instant by this device at which it was kept; items of earlier versions have none. */
  keptAt?: string;
  /** Of a change: what it changes, as it stood when it was made. */
  was?: LookPatch;
  /** Set when the server does not take it; it stays until the coach decides. */
  refused?: RefusedItem;
  /** How often the server failed at it, and from when (epoch ms) it is tried again. */
  tries?: number;
  after?: number;
};

/** A failing item is tried again after this long, twice as long each time, ms. */
const FIRST_PAUSE = 10_000;
const LONGEST_PAUSE = 600_000;
export const pauseAfter = (tries: number): number => Math.min(LONGEST_PAUSE, FIRST_PAUSE * 2 ** (tries - 1));

export const refusedBy = (problem: ProblemBody, at: string): RefusedItem => ({
  status: problem.status,
  title: problem.title,
  detail: problem.detail,
  problems: problem.problems ?? [],
  at,
  ...(problem.current === undefined ? {} : { current: problem.current }),
});

/** The look that an item is about: what waits for one look is sent in order. */
export const lookIdOf = (item: Waiting): string => (item.name === 'looks.add' ? item.ask.body.id : item.ask.params.id);

/** The looks that must be with the server before an item can be: its own, and the one that it looks at again. */
export const looksBefore = (item: Waiting): string[] =>
  item.name === 'looks.add' && item.ask.body.relookOf ? [item.ask.body.relookOf, item.ask.body.id] : [lookIdOf(item)];

/** Checks a request by the route's own schema. @throws NotTaken with what is wrong */
export function checkWaiting(waiting: Waiting): void {
  const route: Route = routes[waiting.name];
  const result = route.body?.safeParse((waiting.ask as { body?: unknown }).body, { reportInput: true });
  if (result && !result.success) throw new NotTaken(problemsOf(result.error));
}

type Step = string | number;
/** A problem's path in steps: `observation.events[0].t` is observation, events, 0, t. */
export const stepsOf = (path: string): Step[] =>
  [...path.matchAll(/([^.[\]]+)|\[(\d+)\]/g)].map(([, name, index]) => name ?? Number(index));

/** The value at a path, undefined where there is none. */
export const valueAt = (value: unknown, path: string): unknown =>
  stepsOf(path).reduce<unknown>(
    (at, step) => (typeof at === 'object' && at !== null ? (at as Record<Step, unknown>)[step] : undefined),
    value,
  );

/** A copy with the value at a path replaced; undefined takes the field away. */
export function withValueAt<T>(value: T, path: string, next: unknown): T {
  const copy = structuredClone(value);
  const steps = stepsOf(path);
  const last = steps.pop();
  const parent = steps.reduce<unknown>(
    (at, step) => (typeof at === 'object' && at !== null ? (at as Record<Step, unknown>)[step] : undefined),
    copy,
  );
  if (last === undefined || typeof parent !== 'object' || parent === null) return copy;
  if (next === undefined) delete (parent as Record<Step, unknown>)[last];
  else (parent as Record<Step, unknown>)[last] = next;
  return copy;
}
