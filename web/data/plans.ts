/** Prescriptions, stop signs and movement screens, read and changed. */
import { computed } from 'vue';
import type { Facts, IntakeInput, Prescription, PrescriptionInput, Screening, ScreenInput } from '../../api/plans.js';
import { call } from './call.js';
import { useOutbox } from './outbox.js';
import { keep, outdated, useRead, type Read } from './query.js';
import { factsWith, waitingLooks } from './waiting.js';

/** What is stored beside a person's page, with the holds that wait on this device. */
export function useFacts(id: () => string | null): Read<Facts> {
  const found = useRead('facts.get', () => (id() ? { params: { id: id()! } } : null));
  const outbox = useOutbox();
  return {
    ...found,
    value: computed(() => found.value.value && factsWith(found.value.value, waitingLooks(outbox.waiting, id()!))),
  };
}
export const usePrescriptions = (id: () => string): Read<Prescription[]> =>
  useRead('prescriptions.list', () => ({ params: { id: id() } }));
export const useScreens = (id: () => string | null): Read<Screening[]> =>
  useRead('screens.list', () => (id() ? { params: { id: id()! } } : null));

function prescribed(id: string, list: Prescription[]): Prescription[] {
  keep('prescriptions.list', { params: { id } }, list);
  outdated('facts.get');
  return list;
}
export const assign = async (id: string, input: PrescriptionInput): Promise<Prescription[]> =>
  prescribed(id, await call('prescriptions.add', { params: { id }, body: input }));
/** Ends a series on a day, or takes the end back with null. */
export const endPrescription = async (personId: string, id: string, day: string | null): Promise<Prescription[]> =>
  prescribed(personId, await call('prescriptions.end', { params: { id }, body: { day } }));
export async function askSigns(id: string, input: IntakeInput): Promise<void> {
  keep('facts.get', { params: { id } }, await call('intakes.add', { params: { id }, body: input }));
}
export async function keepScreen(id: string, input: ScreenInput): Promise<Screening[]> {
  const list = await call('screens.add', { params: { id }, body: input });
  keep('screens.list', { params: { id } }, list);
  outdated('facts.get', 'looks.list');
  return list;
}
