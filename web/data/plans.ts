/** Prescriptions, stop signs and movement screens, read and changed. */
import { computed } from 'vue';
import {
  prescribedDrillSchema,
  prescriptionSchema,
  type Facts,
  type GivenDrill,
  type IntakeInput,
  type Prescription,
  type PrescriptionInput,
  type Screening,
  type ScreenInput,
} from '../../api/plans.js';
import { alike } from '../../core/studio/merge.js';
import { call, Told } from './call.js';
import { keepChange } from './conflict.js';
import { useOutbox } from './outbox.js';
import { keep, outdated, useRead, type Read } from './query.js';
import { factsWith, waitingLooks } from './waiting.js';
import { plans as wording } from '../../words/pages/data.js';

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
/** What two coaches may both set of a prescription. */
const setOf = ({ items, note, startsOn, relookOn }: PrescriptionInput | Prescription) => ({
  items: items.map(({ drill, dose, size, place }) => ({ drill, dose, size: size ?? null, place: place ?? null })),
  note,
  startsOn,
  relookOn,
});
/** A drill as it was given, to be given again. @throws ZodError for a dose that was written by hand in an old version */
const again = ({ text: _text, ...item }: GivenDrill): PrescriptionInput['items'][number] =>
  prescribedDrillSchema.parse(item);
/**
 * @param runs what ran in its place when it was made; null where nothing did
 * @throws Told where somebody else assigned something meanwhile and the coach left it
 */
export const assign = (id: string, input: PrescriptionInput, runs: Prescription | null): Promise<Prescription[]> =>
  keepChange({
    kind: 'prescription',
    title: wording.whatIsAssigned,
    base: runs && setOf(runs),
    version: runs?.version ?? 0,
    mine: setOf(input),
    async send(set, version, current) {
      const stands = current ? prescriptionSchema.parse(current) : null;
      if (stands && alike(set, setOf(stands))) {
        outdated('prescriptions.list', 'facts.get');
        throw new Told(wording.assignedTheSame(stands.by));
      }
      const theirs = stands !== null && alike(set.items, setOf(stands).items);
      const items = theirs ? stands.items.map(again) : input.items;
      const { note, startsOn, relookOn } = set;
      // One beside what runs stays beside it; any other becomes the version after what stands.
      const beside = runs !== null && input.series === null;
      const series = beside ? null : (stands?.series ?? input.series);
      const body = { ...input, series, items, note, startsOn, relookOn };
      return prescribed(id, await call('prescriptions.add', { params: { id }, body, version }));
    },
    read(current) {
      const now = prescriptionSchema.parse(current);
      return { value: setOf(now), version: now.version, by: now.by, at: now.at };
    },
  });
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
