/** A screen that stays awake. */
import { useWakeLock } from '@vueuse/core';
import { onScopeDispose, watch } from 'vue';

/** @param on whether it is to stay awake, read reactively */
export function useAwake(on: () => boolean): void {
  const { isSupported, request, release } = useWakeLock();
  watch(
    on,
    (awake) => {
      if (!isSupported.value) return;
      // A device that is low on power may refuse; what goes on goes on.
      void (awake ? request('screen') : release()).catch(() => undefined);
    },
    { immediate: true },
  );
  onScopeDispose(() => void release().catch(() => undefined));
}
