/** Colours of charts by the surface they stand on. */
import { computed, type ComputedRef } from 'vue';
import { useSettings } from '../stores/settings.js';

export interface ChartColours {
  ink: string;
  soft: string;
  rule: string;
  /** One for each line; told apart by their marks too. */
  lines: string[];
}
const DARK: ChartColours = {
  ink: '#f2efe7',
  soft: '#b3bfc6',
  rule: '#3a4b56',
  lines: ['#ff9257', '#7fcfc8', '#e3c567', '#b9a3f0', '#8cc4ff'],
};
const LIGHT: ChartColours = {
  ink: '#1b2831',
  soft: '#4d5c66',
  rule: '#cfc8b8',
  lines: ['#b93c0a', '#1d5f63', '#7a5b00', '#5a3fa0', '#0b5cad'],
};

export function useChartColours(): ComputedRef<ChartColours> {
  const settings = useSettings();
  return computed(() => (settings.dark ? DARK : LIGHT));
}
