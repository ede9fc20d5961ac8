/**
 * The studio's catalogue on this device: the shipped one from when somebody is signed in, the studio's own records as soon as they are
 * read. The door, which is what a new device loads first, does without.
 */
import { ref, shallowReactive, watch } from 'vue';
import type { Signed } from '../../api/common.js';
import {
  defaultsSchema,
  entrySchema,
  type AllEntryUses,
  type Entry,
  type EntryChange,
  type StudioCatalogue,
  type StudioDefaults,
} from '../../api/studio.js';
import type { Catalog } from '../../core/catalog/index.js';
import { entryKey, type EntryKind, type EntryRecord } from '../../core/formats/entries.js';
import type { applyEntries } from '../../core/studio/overlay.js';
import { call } from './call.js';
import { keepChange } from './conflict.js';
import { keep, outdated, useRead, type Read } from './query.js';
import { catalogue as wording } from '../../words/pages/data.js';

const empty = (): Catalog => ({
  families: [],
  rungs: [],
  tolerances: [],
  faults: [],
  drills: [],
  methods: [],
  cautions: [],
  doses: {},
  causes: [],
  evidence: [],
  tests: [],
  crossGates: [],
  pads: [],
  retired: new Set(),
});
/** The catalogue that ships; nothing until {@link catalogueReady}. */
export const shipped: Catalog = empty();

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

export const catalog: Catalog = shallowReactive(empty());
/** The shipped catalogue is here. */
export const catalogueHere = ref(false);
/** The studio's entries and defaults as they were last read. */
export const studio = shallowReactive<{ entries: readonly Entry[]; defaults: StudioDefaults; signed?: Signed }>({
  entries: [],
  defaults: unreadDefaults(),
});

let laid: typeof applyEntries;
let coming: Promise<void> | undefined;
/** Resolved when the shipped catalogue is here; asked again after it could not be fetched. */
export const catalogueReady = (): Promise<void> =>
  (coming ??= Promise.all([import('../../core/catalog/shipped.js'), import('../../core/studio/overlay.js')]).then(
    ([data, overlay]) => {
      laid = overlay.applyEntries;
      Object.assign(shipped, data.catalog);
      Object.assign(catalog, data.catalog);
      catalogueHere.value = true;
    },
    (error: unknown) => {
      coming = undefined;
      throw error;
    },
  ));

/** Lays what the server answered over the shipped catalogue, which must be here. */
export function takeCatalogue(state: StudioCatalogue): void {
  Object.assign(catalog, laid(shipped, state.entries));
  Object.assign(studio, state);
}

/** Reads the studio's records as long as somebody is signed in; without a network what was read last stands. */
export function useCatalogue(signedIn: () => boolean): Read<StudioCatalogue> {
  const found = useRead('catalogue.get', () => (signedIn() ? {} : null));
  watch([found.value, catalogueHere], ([state, here]) => state && here && takeCatalogue(state), { immediate: true });
  return found;
}

function changed(state: StudioCatalogue): void {
  keep('catalogue.get', {}, state);
  takeCatalogue(state);
  // What is judged and what is warned of follows the catalogue.
  outdated('looks.list', 'ladders.get', 'prescriptions.list', 'people.list', 'floor.get');
}
/** An entry as a change of it begins: the record, and the version that stands; 0 where the studio has none of its own. */
export interface EntryBefore {
  record: EntryRecord | null;
  version: number;
}
export function entryBefore(kind: EntryKind, key: string): EntryBefore {
  const own = studio.entries.find((e) => e.kind === kind && e.key === key && !e.retired);
  const list = shipped[kind] as readonly EntryRecord[];
  return { record: own?.record ?? list.find((r) => entryKey(kind, r) === key) ?? null, version: own?.version ?? 0 };
}
/** @throws Told where somebody else changed it too and the coach left it */
export const putEntry = (
  kind: EntryKind,
  key: string,
  record: EntryRecord,
  before: EntryBefore = entryBefore(kind, key),
): Promise<void> =>
  keepChange({
    kind: 'entry',
    title: 'name' in record ? record.name : key,
    base: before.record,
    version: before.version,
    mine: record,
    send: async (body, version) =>
      changed(await call('entries.put', { params: { kind, key }, body: { ...body }, version })),
    read(current) {
      const now = entrySchema.parse(current);
      return { value: now.record, version: now.version ?? 0, by: now.by, at: now.at };
    },
  });
/** What speaks of an entry; always asked anew. */
export const readUses = (kind: EntryKind, key: string): Promise<AllEntryUses> =>
  call('entries.uses', { params: { kind, key } });
/** Puts an entry back as it was before it was taken away. */
export const restoreEntry = async (kind: EntryKind, key: string): Promise<void> =>
  changed(await call('entries.restore', { params: { kind, key } }));
export const removeEntry = async (kind: EntryKind, key: string): Promise<void> =>
  changed(await call('entries.remove', { params: { kind, key } }));
/** @param before the defaults as the change began, and their version */
export const setDefaults = (
  defaults: StudioDefaults,
  before: { defaults: StudioDefaults; version: number | undefined },
): Promise<void> =>
  keepChange({
    kind: 'defaults',
    title: wording.theHallsDefaults,
    base: before.defaults,
    version: before.version,
    mine: defaults,
    send: async (body, version) => changed(await call('defaults.set', { body, version })),
    read(current) {
      const { version, changedBy, changedAt, ...rest } = current as StudioDefaults & Signed;
      return { value: defaultsSchema.parse(rest), version: version ?? 0, by: changedBy ?? null, at: changedAt ?? null };
    },
  });
/** Who changed an entry, newest first; always asked anew. */
export const readChanges = (kind: EntryKind, key: string): Promise<EntryChange[]> =>
  call('entries.changes', { params: { kind, key } });
