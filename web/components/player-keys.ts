/** Keys of a clip: arrows by frames, Space and K play and pause, J and L by seconds. */
import { useEventListener } from '@vueuse/core';
import { useSettings } from '../stores/settings.js';
import type { Player } from '../drawing/use-player.js';
import { isOnControl, isTyping } from './keys.js';

/** @param withControl what a key does with Ctrl or ⌘ held; true where it did something */
export function usePlayerKeys(player: Player, withControl?: (key: string, event: KeyboardEvent) => boolean): void {
  const settings = useSettings();
  useEventListener(document, 'keydown', (event: KeyboardEvent) => {
    if (isTyping(event) || event.altKey || document.querySelector('[role="dialog"]')) return;
    const key = event.key.toLowerCase();
    if (event.ctrlKey || event.metaKey) {
      if (!withControl?.(key, event)) return;
    } else if (isOnControl(event) && key === ' ') return;
    else if ((event.target as HTMLElement).closest('[role="menu"],[role="listbox"],[role="slider"]')) return;
    else if (key === 'arrowleft') player.stepBy(-1);
    else if (key === 'arrowright') player.stepBy(1);
    else if (key === ' ' && !event.repeat) player.toggle();
    else if (!settings.keys) return;
    else if (key === 'k' && !event.repeat) player.toggle();
    else if (key === 'j') player.seek(player.at.value - 1);
    else if (key === 'l') player.seek(player.at.value + 1);
    else return;
    event.preventDefault();
  });
}
