/** The studio's catalogue on this device: the shipped one at once, the studio's own records as soon as they are fetched. */
import { shallowReactive } from 'vue';
import { studioCatalogueSchema, type Entry, type StudioCatalogue, type StudioDefaults } from '../../api/studio.js';
import { catalog as shipped, type Catalog } from '../../core/catalog/index.js';
import { applyEntries } from '../../core/studio/overlay.js';
import { call } from './api.js';

export { shipped };
export const catalog: Catalog = shallowReactive({ ...shipped });
/** The studio's entries and defaults as they were last fetched. */
export const studio = shallowReactive<{ entries: readonly Entry[]; defaults: StudioDefaults }>({
  entries: [],
  defaults: { method: null, familyMethods: {}, kit: null },
});

/** Lays what the server answered over the shipped catalogue. */
export function takeCatalogue(state: StudioCatalogue): void {
  Object.assign(catalog, applyEntries(shipped, state.entries));
  Object.assign(studio, state);
}

/** Fetches the studio's records; offline, what is known stands. */
export async function loadCatalogue(): Promise<void> {
  takeCatalogue(await call('/catalogue', studioCatalogueSchema));
}
