/** The studio's catalogue on this device: the shipped one at once, the studio's own records as soon as they are read. */
import { shallowReactive, watch } from 'vue';
import type { AllEntryUses, Entry, EntryChange, StudioCatalogue, StudioDefaults } from '../../api/studio.js';
import { catalog as shipped, type Catalog } from '../../core/catalog/index.js';
import type { EntryKind, EntryRecord } from '../../core/formats/entries.js';
import { applyEntries } from '../../core/studio/overlay.js';
import { call } from './call.js';
import { keep, outdated, useRead, type Read } from './query.js';

export { shipped };

/** What stands until the studio's own defaults are read: this device's wall. */
export const unreadDefaults = (): StudioDefaults => ({
  method: null,
  familyMethods: {},
  kit: null,
  // Asked for when it is wanted: the first asking takes a slow phone a tenth of a second.
  get timeZone() {
    return Intl.DateTimeFormat().resolvedOptions().timeZone;
  },
  offlineCopies: true,
});

export const catalog: Catalog = shallowReactive({ ...shipped });
/** The studio's entries and defaults as they were last read. */
export const studio = shallowReactive<{ entries: readonly Entry[]; defaults: StudioDefaults }>({
  entries: [],
  defaults: unreadDefaults(),
});

/** Lays what the server answered over the shipped catalogue. */
export function takeCatalogue(state: StudioCatalogue): void {
  Object.assign(catalog, applyEntries(shipped, state.entries));
  Object.assign(studio, state);
}

/** Reads the studio's records as long as somebody is signed in; without a network what was read last stands. */
export function useCatalogue(signedIn: () => boolean): Read<StudioCatalogue> {
  const found = useRead('catalogue.get', () => (signedIn() ? {} : null));
  watch(found.value, (state) => state && takeCatalogue(state), { immediate: true });
  return found;
}

function changed(state: StudioCatalogue): void {
  keep('catalogue.get', {}, state);
  takeCatalogue(state);
  // What is judged and what is warned of follows the catalogue.
  outdated('looks.list', 'ladders.get', 'prescriptions.list', 'people.list', 'floor.get');
}
export const putEntry = async (kind: EntryKind, key: string, record: EntryRecord): Promise<void> =>
  changed(await call('entries.put', { params: { kind, key }, body: { ...record } }));
/** What speaks of an entry; always asked anew. */
export const readUses = (kind: EntryKind, key: string): Promise<AllEntryUses> =>
  call('entries.uses', { params: { kind, key } });
/** Puts an entry back as it was before it was taken away. */
export const restoreEntry = async (kind: EntryKind, key: string): Promise<void> =>
  changed(await call('entries.restore', { params: { kind, key } }));
export const removeEntry = async (kind: EntryKind, key: string): Promise<void> =>
  changed(await call('entries.remove', { params: { kind, key } }));
export const setDefaults = async (defaults: StudioDefaults): Promise<void> =>
  changed(await call('defaults.set', { body: defaults }));
/** Who changed an entry, newest first; always asked anew. */
export const readChanges = (kind: EntryKind, key: string): Promise<EntryChange[]> =>
  call('entries.changes', { params: { kind, key } });
