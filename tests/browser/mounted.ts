/** Views put on a page of their own, with the stores and addresses that they expect. */
import { mount, type VueWrapper } from '@vue/test-utils';
import { createPinia, setActivePinia } from 'pinia';
import type { Component } from 'vue';
import { createMemoryHistory, createRouter } from 'vue-router';
import { useOutbox } from '../../web/data/outbox.js';
import { catalogueReady } from '../../web/data/catalogue.js';
import { closeReads } from '../../web/data/query.js';
import { useSession } from '../../web/data/session.js';
import { closeStore } from '../../web/data/store.js';

// The pages stand behind a door that waits for it.
await catalogueReady();

/** A device on which nobody has worked yet. */
export async function freshDevice(): Promise<void> {
  closeReads();
  await closeStore();
  localStorage.clear();
  for (const { name } of await indexedDB.databases()) indexedDB.deleteDatabase(name!);
  setActivePinia(createPinia());
}

/** Waits until something holds; for states, never for a time. @throws what the last try threw */
export async function until(holds: () => unknown, what = 'the page'): Promise<void> {
  for (let turn = 0; turn < 400; turn += 1) {
    if (holds()) return;
    await new Promise((resolve) => setTimeout(resolve, 5));
  }
  throw new Error(`${what} did not come: ${document.body.textContent?.slice(0, 400)}`);
}

/** Signs in by what the server says, and puts a view at an address. */
export async function show(view: Component, at = '/', props: Record<string, unknown> = {}): Promise<VueWrapper> {
  const pinia = createPinia();
  setActivePinia(pinia);
  await useSession().load();
  await useOutbox().refresh();
  const router = createRouter({
    history: createMemoryHistory(),
    routes: [{ path: '/:rest(.*)*', component: { render: () => null } }],
  });
  await router.push(at);
  return mount(view, { props, attachTo: document.body, global: { plugins: [pinia, router] } });
}
