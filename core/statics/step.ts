/** The step between two rungs: the knob setting of a version that gives a wanted load, in words and centimetres. */
import type { Body } from '../body/anthropometry.js';
import type { Rung } from '../formats/catalog.js';
import { loadOf, stepKnobs } from './load.js';
import type { KnobId } from '../formats/lever.js';
import type { Knob, Knobs } from './knobs.js';

export interface Step {
  knob: KnobId;
  value: number;
  load: number;
  /** What to do, in words, with the number beside. */
  says: string;
}

/** Breadth of a hand across the knuckles and length of a foot, metres: what words count in. About an adult's; a modelling assumption. */
const HAND = 0.085;
const FOOT = 0.26;

const times = (n: number, one: string, many: string): string => {
  const half = Math.round(n * 2) / 2;
  if (half <= 0.5) return `half a ${one}`;
  return half === 1 ? `one ${one}` : `${half % 1 ? `${Math.floor(half) || ''}½`.trim() : half} ${many}`;
};
const cm = (metres: number): string => `${Math.round(metres * 100)} cm`;

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

const SAMPLES = 4;
/** Wanted and found load may differ by this share. */
const CLOSE = 0.004;

/**
 * Knob settings of a version that give a wanted load. Each knob is searched alone from the version's own setting outward, others as
 * they are set, where its end lies beyond the wish; a plate comes last. Loads are continuous in every knob, so a root between two samples is closed in on by regula falsi.
 * @param wanted same unit as {@link loadOf}: N·m or share of body weight
 * @param knobs settings to start from
 * @returns the smallest change first, measured against each knob's range; none where no knob reaches it
 */
export function findSteps(rung: Rung, body: Body, wanted: number, knobs: Knobs = {}): Step[] {
  const start = loadOf(rung, body, knobs);
  if (!start || !(wanted > 0)) return [];
  const found: (Step & { share: number })[] = [];
  for (const knob of stepKnobs(rung, body)) {
    const base = knobs[knob.id] ?? knob.base;
    const error = (value: number): number => {
      try {
        return (loadOf(rung, body, { ...knobs, [knob.id]: value })?.value ?? NaN) - wanted;
      } catch (problem) {
        // A setting in which this body cannot stand ends the search on that side.
        if (problem instanceof RangeError) return NaN;
        throw problem;
      }
    };
    const ends: number[] = [];
    for (const end of [knob.low, knob.high]) {
      const span = end - base;
      if (Math.abs(span) < 1e-6) continue;
      let [a, ea] = [base, start.value - wanted];
      // A knob whose end stays on this side of the wish does not reach it; where the end cannot be stood in, the way there still may.
      const atEnd = error(end);
      if (Number.isFinite(atEnd) && ea * atEnd > 0) continue;
      for (let i = 1; i <= SAMPLES; i += 1) {
        const b = base + (span * i) / SAMPLES;
        const eb = error(b);
        if (!Number.isFinite(eb)) break;
        if (ea * eb <= 0) {
          let [low, high, el, eh] = [a, b, ea, eb];
          let middle = b;
          for (let k = 0, side = 0; k < 24; k += 1) {
            middle = eh === el ? (low + high) / 2 : (low * eh - high * el) / (eh - el);
            const em = error(middle);
            if (Math.abs(em) < CLOSE * wanted * 0.25) break;
            if (em * el > 0) {
              [low, el] = [middle, em];
              if (side === -1) eh /= 2;
              side = -1;
            } else {
              [high, eh] = [middle, em];
              if (side === 1) el /= 2;
              side = 1;
            }
          }
          ends.push(middle);
          break;
        }
        [a, ea] = [b, eb];
      }
    }
    for (const value of ends) {
      const load = loadOf(rung, body, { ...knobs, [knob.id]: value })!.value;
      if (Math.abs(load - wanted) > CLOSE * wanted) continue;
      const share = Math.abs(value - base) / (knob.high - knob.low) + (knob.id === 'addedMass' ? 1 : 0);
      found.push({ knob: knob.id, value, load, says: knobWords(rung, knob, value), share });
    }
  }
  return found.sort((a, b) => a.share - b.share).map(({ share: _share, ...step }) => step);
}
