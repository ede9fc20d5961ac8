/** One's own eye: rounds of practice and what they say; pictures judged blind; where the eyes of a studio differ. */
import type { Blind, Deal, OwnEye, Played, Practice, Second, StudioEyes } from '../../api/eye.js';
import type { Answered } from '../../core/formats/eye.js';
import type { Observation } from '../../core/formats/observation.js';
import { nobody, type Circumstance } from '../../core/person/circumstance.js';
import { studio } from './catalogue.js';
import { call, type Ask } from './call.js';
import { keep, kept, outdated, useRead, type Read } from './query.js';
import { useSession } from './session.js';

export const useEye = (): Read<OwnEye> => useRead('eye.get', () => ({}));
export const usePractice = (): Read<Practice> => useRead('practice.get', () => ({}));

/** A deal belongs to nobody: it is judged by the hall's methods. */
export const hallCircumstance = (): Circumstance => nobody(studio.defaults);

/** What rounds say now is where readers look, and in every verdict from now on. */
function changed(own: OwnEye): OwnEye {
  keep('eye.get', {}, own);
  useSession().seeWith(own.summary.eye);
  outdated('practice.get', 'looks.get', 'looks.list', 'ladders.get', 'eyes.list');
  return own;
}
export async function dealRound(wish: Omit<Ask<'deals.add'>['body'], 'id'>): Promise<Deal> {
  const deal = await call('deals.add', { body: { id: crypto.randomUUID(), ...wish } });
  keep('deals.get', { params: { id: deal.id } }, deal);
  return deal;
}
export const useDeal = (id: () => string): Read<Deal> => useRead('deals.get', () => ({ params: { id: id() } }));
export async function answerRound(id: string, answered: Answered): Promise<Played> {
  const played = await call('deals.answer', { params: { id }, body: { answered } });
  changed(played.own);
  const dealt = kept('deals.get', { params: { id } });
  if (dealt) keep('deals.get', { params: { id } }, { ...dealt, line: played.line });
  return played;
}
export const removeRound = async (id: string): Promise<OwnEye> =>
  changed(await call('deals.remove', { params: { id } }));

export const useBlindList = (): Read<Blind[]> => useRead('blind.list', () => ({}));
export const useBlind = (id: () => string): Read<Blind> => useRead('blind.get', () => ({ params: { id: id() } }));
export async function keepSecond(id: string, observation: Observation): Promise<Second[]> {
  const list = await call('seconds.set', { params: { id }, body: { observation } });
  keep('seconds.list', { params: { id } }, list);
  outdated('blind.list', 'eyes.list');
  return list;
}
/** @param id of a look that the server has; null asks nothing */
export const useSeconds = (id: () => string | null): Read<Second[]> =>
  useRead('seconds.list', () => (id() ? { params: { id: id()! } } : null));
export const useStudioEyes = (owner: () => boolean): Read<StudioEyes> =>
  useRead('eyes.list', () => (owner() ? {} : null));
