/** What the application says in passing: shown for a while, and read out to who cannot see it. */
import { ref } from 'vue';

export interface Said {
  id: number;
  text: string;
  /** Takes back what was done; offered while it is shown. */
  undo?: () => unknown;
}
/** The last thing said to everybody. */
export const said = ref<Said | null>(null);
/** The last thing read out to who cannot see it; it takes nothing away that is shown. */
export const announced = ref<Said | null>(null);
let count = 0;

/** Says something that passes, and shows it for a while. What can be taken back is offered to be. */
export function say(text: string, undo?: () => unknown): void {
  said.value = { id: (count += 1), text, ...(undo ? { undo } : {}) };
}
/** Nothing of what was said stands any more: it may have named somebody who is gone. */
export function hush(): void {
  [said.value, announced.value] = [null, null];
}
/** Says what whoever sees the page sees already. */
export function announce(text: string): void {
  announced.value = { id: (count += 1), text };
}
