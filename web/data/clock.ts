/** The hall's day now, by this device's clock and the hall's wall. */
import { useNow } from '@vueuse/core';
import { computed, type ComputedRef } from 'vue';
import { hallDay, type Day } from '../../core/days.js';
import { studio } from './catalogue.js';

export const today = (): Day => hallDay(Date.now(), studio.defaults.timeZone);

/** The instant now, to the minute: what is derived from it is derived anew when it moves. */
export function useMinute(): ComputedRef<string> {
  const now = useNow({ interval: 60_000 });
  return computed(() => now.value.toISOString());
}
