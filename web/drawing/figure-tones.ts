import type { Tone } from '../../core/body/parts.js';

/** The theme's colours for the parts of a drawn figure. */
export const FIGURE_TONES: Record<Tone, string> = {
  block: 'color-mix(in oklab, var(--soft) 38%, var(--rule))',
  line: 'var(--ink)',
  far: 'color-mix(in oklab, var(--soft) 20%, var(--rule))',
  edge: 'var(--paper)',
  skin: 'var(--soft)',
  shirt: 'var(--sea)',
  shorts: 'var(--ink)',
  shoe: 'var(--soft)',
  hair: 'var(--ink)',
};
