/** Words for the codes that records hold. */
import type { Drill, FELT_SITES, MendKind, Severity } from '../core/formats/catalog.js';
import type { EndReason } from '../core/formats/observation.js';
import type { TriedMend } from '../core/reason/facts.js';
import type { View } from '../core/landmarks.js';

export const END_WORDS: Readonly<Record<EndReason, string>> = {
  target: 'Target reached',
  'position-lost': 'Position lost',
  coach: 'Stopped by coach',
  'stopped-early': 'Stopped early',
  pain: 'Pain',
};

export const SITE_WORDS: Readonly<Record<(typeof FELT_SITES)[number], string>> = {
  belly: 'Belly',
  'front-of-hip': 'Front of hip',
  'front-of-thigh': 'Front of thigh',
  'low-back': 'Low back',
  seat: 'Seat',
  hamstrings: 'Hamstrings',
  shoulders: 'Shoulders',
  arms: 'Arms',
  wrists: 'Wrists',
  neck: 'Neck',
  calves: 'Calves',
  'ribs-side': 'Ribs, side',
  nowhere: 'Nowhere',
};
/** From where the body map is seen. */
export const MAP_VIEW_WORDS = { front: 'Front', rear: 'Back' } as const;
/** A felt site within a sentence; an unknown one is shown as it is. */
export const siteText = (site: string): string =>
  ((SITE_WORDS as Readonly<Record<string, string>>)[site] ?? site.replaceAll('-', ' ')).toLowerCase();

/** … and by itself, as on a button. */
export const siteName = (site: string): string => {
  const text = siteText(site);
  return text.charAt(0).toUpperCase() + text.slice(1);
};

export const MEND_WORDS: Readonly<Record<MendKind, string>> = {
  cue: 'Say',
  'set-up': 'Set up',
  touch: 'Touch, with permission',
  prop: 'Prop',
  lever: 'Shorter lever',
  uneven: 'Uneven',
  substitute: 'Instead',
};
export const MEND_RESULT_WORDS: Readonly<Record<TriedMend['result'], string>> = {
  helped: 'Helped',
  'helped-for-a-moment': 'For a moment',
  'did-not': 'Did not',
};

export const PHASE_WORDS: Readonly<Record<Drill['phase'], string>> = {
  teach: 'learn',
  ease: 'ease',
  lengthen: 'lengthen',
  wake: 'wake',
  use: 'use',
};
export const KIND_WORDS: Readonly<Record<Drill['kind'], string>> = {
  fold: 'folding',
  hold: 'holding still',
  'shape-change': 'changing shape as one piece',
  'brace-and-breathe': 'brace and breathe',
  pull: 'pulling',
  turn: 'turning',
  lengthen: 'lengthening',
};
/** Where in a session a drill stands. */
export const PLACE_WORDS: Readonly<Record<Drill['place'], string>> = {
  'warm-up': 'in the warm-up',
  'with-main-lift': 'with a main lift',
  'between-sets': 'between sets',
  end: 'at the end',
  after: 'after the session',
};

export const SEVERITY_WORDS: Readonly<Record<Severity, string>> = { slight: 'slight', clear: 'clear', gross: 'gross' };

export const VIEW_WORDS: Readonly<Record<View, string>> = {
  side: 'From the side',
  front: 'From the front',
  rear: 'From the rear',
  above: 'From above',
};
/** A view, for a body that may lie on its back: its front is seen from the feet. */
export const viewWords = (view: View, orientation: 'prone' | 'supine' | 'upright'): string =>
  view === 'front' && orientation === 'supine' ? 'From the feet' : VIEW_WORDS[view];

/** An id as words: what has no wording of its own. @example plain('hip-width') // => 'hip width' */
export const plain = (id: string): string => id.replaceAll('-', ' ');
