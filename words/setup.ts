/** A set-up in a coach's words: what was declared, with its numbers, and what it makes of the load. */
import type { Body } from '../core/body/anthropometry.js';
import type { Rung } from '../core/formats/catalog.js';
import type { Setup } from '../core/formats/observation.js';
import { kilogramsOf, settings, setupKnobsOf, type SetupKnob } from '../core/statics/setup.js';
import { cmText, fixed } from './numbers.js';

/** A setting's number with its unit; a band's pull as a scale shows it beside newtons. */
export function settingText(knob: Pick<SetupKnob, 'unit'>, value: number): string {
  switch (knob.unit) {
    case 'm':
      return cmText(value).replace('-', '−');
    case '°':
      return `${fixed(value, 0)}°`;
    case 'kg':
      return `${fixed(Math.round(value * 2) / 2, value % 1 ? 1 : 0)} kg`;
    case 'N':
      return `${fixed(value, 0)} N (${fixed(kilogramsOf(value))} kg of stretch)`;
  }
}

/** What was declared, in a line; empty where nothing was. */
export function setupText(rung: Rung, body: Body, setup: Setup | null | undefined): string {
  const set = settings(rung, body, setup ?? undefined);
  return setupKnobsOf(rung, body)
    .filter((k) => set[k.id] !== undefined)
    .map((k) => `${k.name.toLowerCase()} ${settingText(k, set[k.id]!)}`)
    .join(', ');
}

/** A load as set against the version's own. @example shareText(0.824) // => '0.82 of the version’s load' */
export const shareText = (share: number): string => `${share.toFixed(2)} of the version’s load`;
