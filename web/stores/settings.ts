/** What this device prefers: units and light or dark. */
import { StorageSerializers, useLocalStorage, usePreferredDark } from '@vueuse/core';
import { defineStore } from 'pinia';
import { computed, watchEffect } from 'vue';
import type { View } from '../../core/landmarks.js';
import type { Units } from '../../words/units.js';

export const useSettings = defineStore('settings', () => {
  const units = useLocalStorage<Units>('anchor.units', 'metric');
  const theme = useLocalStorage<'light' | 'dark' | 'auto'>('anchor.theme', 'auto');
  /** Single keys start, end and tap; some hands and some voices want them off. */
  const keys = useLocalStorage('anchor.keys', true);
  /** Drawn movements move, or stand still beside one another. */
  const motion = useLocalStorage<'moving' | 'still'>('anchor.motion', 'moving');
  /** Where the lens usually stands in this hall, metres; null while nobody told. */
  const lens = useLocalStorage<{ distance: number; height: number } | null>('anchor.lens', null, {
    serializer: StorageSerializers.object,
  });
  /** The same where it looks down. */
  const overhead = useLocalStorage<{ distance: number; height: number } | null>('anchor.overhead', null, {
    serializer: StorageSerializers.object,
  });
  /** Where a lens for a view stands. */
  const lensFor = (view: View): typeof lens => (view === 'above' ? overhead : lens);
  const prefersDark = usePreferredDark();
  const dark = computed(() => (theme.value === 'auto' ? prefersDark.value : theme.value === 'dark'));
  watchEffect(() => {
    document.documentElement.dataset.theme = dark.value ? 'dark' : 'light';
  });
  return { units, theme, dark, keys, motion, lensFor };
});
