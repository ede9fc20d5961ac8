/** Puts the application on the page. */
import { createPinia } from 'pinia';
import { createApp } from 'vue';
import App from './App.vue';
import { behindTheDoor } from './behind-the-door.js';
import { opensMoreThanTheDoor } from './known-device.js';
import { nextTask } from './next-task.js';
import { fetchPage, router } from './router.js';

export async function start(): Promise<void> {
  // The page's own scripts come while the session is asked for. A device that knows nobody opens the door, or a link.
  if (opensMoreThanTheDoor()) {
    fetchPage(`${location.pathname}${location.search}`);
    void behindTheDoor().catch(() => undefined);
  }
  const app = createApp(App).use(createPinia()).use(router);
  await nextTask();
  app.mount('#app');
}
