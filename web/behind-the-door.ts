/** What every page behind the door needs, and the door does not: the bar with the places, and the catalogue. */
import type { Component } from 'vue';
import { catalogueReady } from './data/catalogue.js';

/** The bar with the places. */
export const places = async (): Promise<Component> => (await import('./components/AppHeader.vue')).default;
/** Resolved when all of it is here. */
export const behindTheDoor = async (): Promise<void> => {
  await Promise.all([catalogueReady(), places()]);
};
