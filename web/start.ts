/** Puts the application on the page. */
import { createPinia } from 'pinia';
import { createApp } from 'vue';
import App from './App.vue';
import { fetchPage, router } from './router.js';

export function start(): void {
  // The page's own scripts come while the session is asked for.
  fetchPage(`${location.pathname}${location.search}`);
  createApp(App).use(createPinia()).use(router).mount('#app');
}
