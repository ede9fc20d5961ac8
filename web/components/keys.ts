import { ref } from 'vue';

/** The list of keys is open. */
export const keysShown = ref(false);

/** Whether a key press belongs to a field and not to a shortcut. */
export function isTyping(event: KeyboardEvent): boolean {
  const target = event.target as HTMLElement | null;
  return target !== null && (/^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName) || target.isContentEditable);
}

/** Whether Space or Enter on this target would press a button by itself. */
export const isOnControl = (event: KeyboardEvent): boolean =>
  (event.target as HTMLElement | null)?.closest('button, a, [role="option"], [role="menuitem"]') !== null;
