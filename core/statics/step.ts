/** The step between two rungs: the knob setting of a version that gives a wanted load. */
import type { Body } from '../body/anthropometry.js';
import type { Rung } from '../formats/catalog.js';
import { closeIn } from '../roots.js';
import { loadOf, stepKnobs } from './load.js';
import type { KnobId } from '../formats/lever.js';
import type { Knobs } from './knobs.js';

export interface Step {
  knob: KnobId;
  value: number;
  /** Load that it gives, N·m or share of body weight as {@link loadOf}. */
  load: number;
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
          const bracket = { low: a, high: b, atLow: ea, atHigh: eb };
          ends.push(closeIn(bracket, error, CLOSE * wanted * 0.25, 24));
          break;
        }
        [a, ea] = [b, eb];
      }
    }
    for (const value of ends) {
      const load = loadOf(rung, body, { ...knobs, [knob.id]: value })!.value;
      if (Math.abs(load - wanted) > CLOSE * wanted) continue;
      const share = Math.abs(value - base) / (knob.high - knob.low) + (knob.id === 'addedMass' ? 1 : 0);
      found.push({ knob: knob.id, value, load, share });
    }
  }
  return found.sort((a, b) => a.share - b.share).map(({ share: _share, ...step }) => step);
}
