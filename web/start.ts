/** Puts the application on the page. */
import { createPinia } from 'pinia';
import { createApp } from 'vue';
import App from './App.vue';
import { nextTask } from './next-task.js';
import { fetchPage, router } from './router.js';

export async function start(): Promise<void> {
  // The page's own scripts come while the session is asked for.
  fetchPage(`${location.pathname}${location.search}`);
  const app = createApp(App).use(createPinia()).use(router);
  await nextTask();
  app.mount('#app');
}
