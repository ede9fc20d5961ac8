/** What the application says in passing: shown for a while, and read out to who cannot see it. */
import { ref } from 'vue';

export interface Said {
  id: number;
  text: string;
  /** Only read out: whoever sees the page sees it happen. */
  quiet: boolean;
}
/** The last thing said. */
export const said = ref<Said | null>(null);
let count = 0;

/** Says something that passes, and shows it for a while. */
export function say(text: string): void {
  said.value = { id: (count += 1), text, quiet: false };
}
/** Says what whoever sees the page sees already. */
export function announce(text: string): void {
  said.value = { id: (count += 1), text, quiet: true };
}
