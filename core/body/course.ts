/** Faults with a time course: what a simulated person does during a hold, known to the second. */
import type { Degrees, Seconds } from '../geometry.js';
import type { PoseFaults } from './simulate.js';

/** A sag of the body line: when it begins, how fast it comes, how far, and when it is mended, if it is. */
export interface Sag {
  from: Seconds;
  /** Degrees a second. */
  rate: number;
  most: Degrees;
  /** From here it goes back as fast as it came; null: never. */
  mended: Seconds | null;
}
export interface Course {
  /** Body line while nothing is wrong; positive sags. */
  rest: Degrees;
  sags: readonly Sag[];
  /** Amplitude of a tremble at nine beats a second, and from when on. */
  shaking: { from: Seconds; degrees: Degrees } | null;
  /** Amplitude with which the line goes with the breath, fifteen breaths a minute. */
  breath: Degrees;
}
export const STILL: Course = { rest: 0, sags: [], shaking: null, breath: 0 };

/** Beats and breaths a second. */
const TREMBLE = 9;
const BREATH = 0.25;

const sagAt = ({ from, rate, most, mended }: Sag, t: Seconds): Degrees => {
  const down = (at: Seconds): Degrees => Math.min(most, Math.max(0, (at - from) * rate));
  return mended === null || t <= mended ? down(t) : Math.max(0, down(mended) - (t - mended) * rate);
};

/** Body line at a second, degrees; positive sags. */
export function lineAt(course: Course, t: Seconds): Degrees {
  const shake =
    course.shaking && t >= course.shaking.from ? course.shaking.degrees * Math.sin(2 * Math.PI * TREMBLE * t) : 0;
  return (
    course.rest +
    course.sags.reduce((sum, sag) => sum + sagAt(sag, t), 0) +
    course.breath * Math.sin(2 * Math.PI * BREATH * t) +
    shake
  );
}
/** The pose's departures at a second. */
export const faultsAt = (course: Course, t: Seconds): PoseFaults => ({ hipLine: lineAt(course, t) });

/** Stretches during which the line is beyond a limit, s; found at a hundredth of a second. */
export function stretchesOver(course: Course, limit: Degrees, length: Seconds): { from: Seconds; to: Seconds }[] {
  const found: { from: Seconds; to: Seconds }[] = [];
  const STEP = 0.01;
  let from: Seconds | null = null;
  for (let i = 0; i <= Math.round(length / STEP); i += 1) {
    const t = i * STEP;
    const over = lineAt(course, t) > limit;
    if (over) from ??= t;
    else if (from !== null) {
      found.push({ from, to: t });
      from = null;
    }
  }
  if (from !== null) found.push({ from, to: length });
  return found;
}
