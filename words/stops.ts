/** What is said while something stands against loading. Never a diagnosis. */
import type { StopAdvice } from '../core/studio/intake.js';
import { siteText } from './labels.js';

export const ADVICE_WORDS: Readonly<Record<StopAdvice, string>> = {
  now: 'No loading today. This wants a licensed professional now; where it is acute, the emergency number of the place.',
  'before-training': 'No loading of what brings it on. Ask a licensed professional before training goes on.',
};

export const PAIN_HERE = 'Pain ended the last hold of this position.';

/** Why nothing that loads is proposed; '' where nothing stands against it. */
export function stoppedText(stopped: 'signs' | 'pain' | null, advice: StopAdvice | null): string {
  if (stopped === 'pain') return PAIN_HERE;
  return stopped === 'signs' ? ADVICE_WORDS[advice ?? 'before-training'] : '';
}

/** What stands beside a hold that somebody ended by pain, or was away from: where it hurt, and when nobody looked, s. */
export function holdNote(hurts: readonly string[], away: readonly (readonly [from: number, to: number])[]): string {
  const spans = away.map(([from, to]) => `${Math.round(from)}–${Math.round(to)} s`).join(', ');
  return [hurts.length ? `Pain: ${hurts.map(siteText).join(', ')}.` : '', spans ? `Away from the page: ${spans}.` : '']
    .filter(Boolean)
    .join(' ');
}
