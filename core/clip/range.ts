/** How sure the clean seconds of a measured series are: what is wrong with the points all the time moves every second of it alike. */
import type { Judged } from '../evaluate/judge.js';
import type { Seconds } from '../geometry.js';
import { analyseHold } from '../hold/hold.js';
import type { AppliedLimit } from '../judge/judge.js';
import { Z_975 } from '../statistics.js';

/**
 * Of measures of found points: 95 of 100 lay within this of the truth on the application's own drawn people, in the measure's unit (`npm run
 * accuracy:detector`, docs/measuring.md). Narrower than the band of a single picture, which takes points to err by themselves.
 */
const WITHIN: Readonly<Record<string, number>> = {
  'hip-line': 4.7,
  'hip-offset': 1.9,
  hip: 4.9,
  knee: 7.1,
  shoulder: 6.3,
  'shoulder-stack': 9.3,
  neck: 15.4,
  elbow: 11,
  'leg-elevation': 3.6,
  'leg-over': 4.7,
  'trunk-lean': 4.5,
  'trunk-level': 4.5,
  'arm-elevation': 6.2,
  'arm-over': 6,
  'lean-difference': 5.9,
};

/**
 * Clean seconds had the points been wrong by the measures' own 95 % the one way or the other: each limit is drawn nearer by that much, one
 * measure at a time, and then further away for the measure that went first. By 95 % of what found points are off, where that is known.
 * @returns null where nothing was measured over time
 */
export function cleanRange({
  samples,
  limits,
  measures,
  observation,
  hold,
  usable,
}: Pick<Judged, 'samples' | 'limits' | 'measures' | 'observation' | 'hold' | 'usable'>): {
  low: Seconds;
  high: Seconds;
} | null {
  if (!hold || samples.length < 2 || !usable) return null;
  const cleanWith = (measure: string, way: 1 | -1): Seconds => {
    const band = Z_975 * (measures.find((m) => m.id === measure)?.sd ?? 0);
    const by = way * Math.min(band, WITHIN[measure] ?? Infinity);
    const moved = limits.map((l): AppliedLimit => {
      if (l.measure !== measure) return l;
      const d = l.side === 'above' ? by : -by;
      return { ...l, limits: [l.limits[0] + d, l.limits[1] + d, l.limits[2] + d] as AppliedLimit['limits'] };
    });
    return analyseHold({ samples, events: observation.events ?? [], limits: moved, ended: observation.ended }).hold
      .clean;
  };
  const judged = [...new Set(limits.map((l) => l.measure))].filter((id) => samples.some((s) => s.values.has(id)));
  const first = hold.breaks[0]?.measure ?? null;
  return {
    low: Math.min(hold.clean, ...judged.map((id) => cleanWith(id, -1))),
    high: Math.max(hold.clean, first === null ? hold.clean : cleanWith(first, 1)),
  };
}
