/** A list whose items are put in order by dragging their grips. */
import Sortable from 'sortablejs';
import { onBeforeUnmount, watch, type Ref } from 'vue';

/**
 * @param list the list's element; each item has a child of class `grip`
 * @param move puts the item at one place on another
 */
export function useDragOrder(list: Ref<HTMLElement | null>, move: (from: number, to: number) => void): void {
  let sortable: Sortable | null = null;
  watch(list, (element) => {
    sortable?.destroy();
    sortable = element
      ? Sortable.create(element, {
          handle: '.grip',
          animation: window.matchMedia('(prefers-reduced-motion: reduce)').matches ? 0 : 150,
          onEnd: ({ item, oldIndex, newIndex }) => {
            if (oldIndex === undefined || newIndex === undefined || oldIndex === newIndex) return;
            // The list is drawn from the order: put the node back and let Vue move it.
            element.insertBefore(item, element.children[oldIndex + (newIndex < oldIndex ? 1 : 0)] ?? null);
            move(oldIndex, newIndex);
          },
        })
      : null;
  });
  onBeforeUnmount(() => sortable?.destroy());
}
