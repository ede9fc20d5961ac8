/** Knob settings and loads in a coach's words, with the numbers. */
import type { Rung } from '../core/formats/catalog.js';
import type { Governing, Load } from '../core/statics/load.js';
import type { Knob, Knobs } from '../core/statics/knobs.js';
import { stepKnobs } from '../core/statics/load.js';
import type { Body } from '../core/body/anthropometry.js';
import type { Step } from '../core/statics/step.js';
import { cmText as cm, percentText } from './numbers.js';

/** Breadth of a hand across the knuckles and length of a foot, metres: what words count in. About an adult's; a modelling assumption. */
const HAND = 0.085;
const FOOT = 0.26;

const times = (n: number, one: string, many: string): string => {
  const half = Math.round(n * 2) / 2;
  if (half <= 0.5) return `half a ${one}`;
  return half === 1 ? `one ${one}` : `${half % 1 ? `${Math.floor(half) || ''}½`.trim() : half} ${many}`;
};

/** A knob setting in a coach's words, with the number. */
export function knobWords(rung: Rung, knob: Knob, value: number): string {
  const change = value - knob.base;
  switch (knob.id) {
    case 'elbowAhead': {
      const joint = rung.support === 'wrist' ? 'Hands' : 'Elbows';
      if (Math.abs(value) < 0.01) return `${joint} under the shoulders (0 cm)`;
      return `${joint} ${times(Math.abs(value) / HAND, 'hand-width', 'hand-widths')} ${value > 0 ? 'ahead of' : 'behind'} the shoulders (${cm(Math.abs(value))})`;
    }
    case 'handHeight':
      return `${rung.support === 'wrist' ? 'Hands' : 'Elbows'} on a surface ${cm(value)} high`;
    case 'footHeight':
      return `Feet on a surface ${cm(value)} high`;
    case 'edgeDistance':
      return value <= 0
        ? `Hip crease ${value > -0.01 ? 'at the edge (0 cm)' : `${times(-value / FOOT, 'foot-length', 'foot-lengths')} back from the edge (${cm(-value)})`}`
        : `Hip crease ${cm(value)} beyond the edge`;
    case 'kneeBend':
      return `Knees bent ${Math.round(value)}°${value < 8 ? ', next to straight' : value > 80 && value < 100 ? ', a right angle' : ''}`;
    case 'legElevation':
      return rung.family === 'front-plank' || rung.family === 'side-plank' || rung.family === 'push-up'
        ? `One leg lifted ${Math.round(value)}°`
        : `Legs ${Math.round(value)}° above ${rung.family === 'hanging' || rung.family === 'front-lever' ? 'the line of the trunk' : 'level'}`;
    case 'armElevation':
      return `Arms ${Math.round(value)}° from beside the body${value < 20 ? ', beside it' : value > 160 ? ', by the ears' : Math.abs(value - 90) < 10 ? ', straight up' : ''}`;
    case 'addedMass':
      return `A plate of ${Math.round(value * 2) / 2} kg`;
    case 'bandForce':
      return `A band pulling ${Math.round(value)} N`;
    case 'bandAngle':
      return `The band ${Math.round(value)}° from the floor (${change >= 0 ? 'up' : 'down'})`;
  }
}

/** What to do for an in-between step. */
export function stepText(rung: Rung, body: Body, step: Pick<Step, 'knob' | 'value'>): string {
  const knob = stepKnobs(rung, body).find((k) => k.id === step.knob);
  return knob ? knobWords(rung, knob, step.value) : '';
}

/** Settings that differ from the version's own, for a line. */
export const settingsText = (rung: Rung, known: readonly Knob[], knobs: Knobs): string =>
  known
    .filter((k) => knobs[k.id] !== undefined && Math.abs(knobs[k.id]! - k.base) > 1e-6)
    .map((k) => knobWords(rung, k, knobs[k.id]!))
    .join('; ');

export const GOVERNING_WORDS: Readonly<Record<Governing, string>> = {
  lumbar: 'moment at the low back',
  'hip-or-lumbar': 'larger of the moments at hip and low back',
  shoulder: 'moment at the shoulders',
  hands: 'share of body weight on the hands',
  carried: 'carried mass as a share of body mass',
};

/** A load with its unit. */
export const loadText = (load: Load | null): string =>
  !load
    ? 'no load figure'
    : load.unit === 'N·m'
      ? `${Math.round(load.value)} N·m`
      : `${percentText(load.value)} of body weight`;
