/** Items dragged by their grips from one list to another. */
import Sortable from 'sortablejs';
import { onBeforeUnmount, watch, type Ref } from 'vue';

/**
 * @param lists the lists' elements by name; each item names itself in `data-item` and has a child of class `grip`; items of class `stays`
 *   stay
 * @param move puts an item of one list on another
 */
export function useDragBetween(
  lists: Ref<ReadonlyMap<string, HTMLElement>>,
  move: (item: string, from: string, to: string) => void,
): void {
  let sortables: Sortable[] = [];
  const nameOf = (element: HTMLElement): string | undefined => [...lists.value].find(([, e]) => e === element)?.[0];
  const end = (): void => sortables.forEach((s) => s.destroy());
  watch(
    lists,
    (now) => {
      end();
      sortables = [...now.values()].map((element) =>
        Sortable.create(element, {
          group: 'between',
          sort: false,
          handle: '.grip',
          filter: '.stays',
          animation: window.matchMedia('(prefers-reduced-motion: reduce)').matches ? 0 : 150,
          onEnd: ({ item, from, to, oldIndex }) => {
            if (from === to) return;
            const [source, target] = [nameOf(from), nameOf(to)];
            // The lists are drawn from the plan: put the node back and let Vue move it.
            from.insertBefore(item, from.children[oldIndex ?? 0] ?? null);
            if (source !== undefined && target !== undefined && item.dataset.item)
              move(item.dataset.item, source, target);
          },
        }),
      );
    },
    { flush: 'post' },
  );
  onBeforeUnmount(end);
}
