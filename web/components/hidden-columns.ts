/** Which columns of a table this device leaves out. */
import { useLocalStorage } from '@vueuse/core';
import { ref, type Ref } from 'vue';

/**
 * @param id of the table; what is left out is not remembered where it has none
 * @param apart what is left out before anything was chosen
 */
export const useHiddenColumns = (id: string | undefined, apart: readonly string[]): Ref<string[]> =>
  id === undefined ? ref([...apart]) : useLocalStorage<string[]>(`anchor.columns.${id}`, [...apart]);
