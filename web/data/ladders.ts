/** A person on the ladders, with the holds that wait on this device. */
import { computed } from 'vue';
import type { LadderStepInput, LoggedHoldOf, OnLadders } from '../../api/ladders.js';
import type { LookInput } from '../../api/observations.js';
import { judge } from '../../core/evaluate/judge.js';
import { see } from '../../core/evaluate/see.js';
import { loggedHold } from '../../core/ladder/holds.js';
import type { Circumstance } from '../../core/person/circumstance.js';
import { call } from './call.js';
import { catalog, studio } from './catalogue.js';
import { useOutbox } from './outbox.js';
import { keep, useRead, type Read } from './query.js';
import { useSession } from './session.js';
import { asLook, laddersWith, NOBODY, waitingLooks } from './waiting.js';

function waitingHold(input: LookInput, personId: string, circumstance: Circumstance): LoggedHoldOf[] {
  const { account, eye } = useSession();
  const look = asLook(input, personId, account ? { ...account, eye } : NOBODY, studio.defaults.timeZone);
  const judged = judge(see(look, catalog), catalog, circumstance);
  const hold = loggedHold(judged, look.day, look.startedAt);
  return hold ? [{ ...hold, values: { ...hold.values }, lookId: look.id }] : [];
}

/** @param circumstance by which looks that wait are judged */
export function useLadders(id: () => string | null, circumstance: () => Circumstance | null): Read<OnLadders> {
  const found = useRead('ladders.get', () => (id() ? { params: { id: id()! } } : null));
  const outbox = useOutbox();
  return {
    ...found,
    value: computed(() => {
      const [on, stands] = [found.value.value, circumstance()];
      if (!on || !stands) return on;
      const waiting = waitingLooks(outbox.waiting, id()!).flatMap((l) => waitingHold(l, id()!, stands));
      return waiting.length > 0 ? laddersWith(on, waiting) : on;
    }),
  };
}
const changed = (id: string, on: OnLadders): void => keep('ladders.get', { params: { id } }, on);
export const decideStep = async (id: string, input: LadderStepInput): Promise<void> =>
  changed(id, await call('steps.add', { params: { id }, body: input }));
export const takeStepBack = async (id: string, record: string): Promise<void> =>
  changed(id, await call('steps.remove', { params: { id, record } }));
export const setGoal = async (id: string, goal: string): Promise<void> =>
  changed(id, await call('goals.set', { params: { id, goal } }));
export const dropGoal = async (id: string, goal: string): Promise<void> =>
  changed(id, await call('goals.drop', { params: { id, goal } }));
