import type { Tone } from '../../core/body/parts.js';

/** The theme's colours for the parts of a drawn figure. */
export const FIGURE_TONES: Record<Tone, string> = {
  block: 'var(--rule)',
  far: 'var(--rule)',
  edge: 'var(--paper)',
  skin: 'var(--soft)',
  shirt: 'var(--sea)',
  shorts: 'var(--ink)',
  shoe: 'var(--soft)',
  hair: 'var(--ink)',
};
