/** View check: how far the camera stands off the square side view, and what that does to the figures. */
import { clamp, degrees, distance, length, radians, subtract, type Degrees, type Pixels } from '../geometry.js';
import type { Body } from '../body/anthropometry.js';
import type { UprightFrame } from './frame.js';
import type { BaseLandmark, LandmarkName } from '../landmarks.js';

export interface ViewCheck {
  offSquareDegrees: Degrees;
  /** False beyond {@link REFUSE_ABOVE}: no verdict is given. */
  usable: boolean;
  /** Factor on every error figure: 1 up to {@link WARN_ABOVE}, rising to 2 at {@link REFUSE_ABOVE}. */
  widen: number;
  /** What the coach should know of it; null when nothing is wrong. */
  warning: ViewWarning | null;
}
export type ViewWarning = 'too-few-points' | 'off-square' | 'too-far-off' | 'not-known';

export const WARN_ABOVE: Degrees = 12;
export const REFUSE_ABOVE: Degrees = 30;

/** People's segment lengths scatter about the table's by about this share (1 SD). Modelling assumption. */
const PROPORTION_SD = 0.04;
/** Distances between the two hips or shoulders scatter more, share of the distance (1 SD). Modelling assumption. */
const WIDTH_SD = 0.15;
/** Coaches try to stand square: a weak prior, 1 SD in degrees, settles what the ratios cannot tell. */
const PRIOR_SD: Degrees = 20;

interface Sample {
  across: number;
  up: number;
  expected: number;
}

const segments = (body: Body): [LandmarkName, LandmarkName, number][] => [
  ['shoulder', 'hip', body.trunk],
  ['hip', 'knee', body.lengths.thigh],
  ['knee', 'ankle', body.lengths.shank],
  ['shoulder', 'elbow', body.lengths.upperArm],
  ['elbow', 'wrist', body.lengths.forearm],
];

/**
 * Most likely angle between the camera and the square side view.
 *
 * Level segments shrink by cos φ and plumb ones do not, so the ratios of apparent to expected lengths speak for an angle;
 * where far-side shoulder or hip points are placed (`-l`, `-r`), they part by width × sin φ. The angle is the maximum of
 * the posterior of both with a weak prior, on a grid of half degrees from 0 to 60.
 * @param frame upright frame
 * @param body the person's proportions
 * @param sd landmark error, px
 */
export function viewCheck(frame: UprightFrame, body: Body, sd: Pixels): ViewCheck {
  const samples: Sample[] = segments(body)
    .filter(([a, b]) => frame.has(a) && frame.has(b))
    .map(([a, b, expected]) => {
      const d = subtract(frame.at(b), frame.at(a));
      return { across: Math.abs(d[0]), up: Math.abs(d[1]), expected };
    })
    .filter((s) => s.across + s.up > 0);
  const pairs = (
    [
      ['shoulder', body.shoulderWidth],
      ['hip', body.hipWidth],
    ] as [BaseLandmark, number][]
  ).flatMap(([name, width]) =>
    [`${name}-l`, `${name}-r`]
      .filter((far): far is LandmarkName => frame.has(name) && frame.has(far as LandmarkName))
      .map((far) => ({ apart: Math.abs(frame.at(name)[0] - frame.at(far)[0]), width })),
  );
  if (samples.length < 2) return { offSquareDegrees: 0, usable: true, widen: 1, warning: 'too-few-points' };

  let best = { phi: 0, cost: Number.POSITIVE_INFINITY };
  for (let phi = 0; phi <= 60; phi += 0.5) {
    const cos = Math.cos(radians(phi));
    const logs: number[] = [];
    const weights: number[] = [];
    for (const s of samples) {
      const true_ = Math.hypot(s.across / cos, s.up);
      logs.push(Math.log(true_ / s.expected));
      weights.push(1 / (PROPORTION_SD ** 2 + 2 * (sd / true_) ** 2));
    }
    const total = weights.reduce((a, b) => a + b, 0);
    const mean = logs.reduce((a, l, i) => a + l * weights[i]!, 0) / total;
    let cost = logs.reduce((a, l, i) => a + weights[i]! * (l - mean) ** 2, 0) + (phi / PRIOR_SD) ** 2;
    const scale = Math.exp(mean);
    for (const pair of pairs) {
      const predicted = pair.width * scale * Math.sin(radians(phi));
      cost += (pair.apart - predicted) ** 2 / (2 * sd ** 2 + (WIDTH_SD * pair.width * scale) ** 2);
    }
    if (cost < best.cost) best = { phi, cost };
  }
  const phi = best.phi;
  return { offSquareDegrees: phi, ...judgedBy(phi) };
}

/** The check where the lens is told: by the turn that far points tell; nothing is refused or widened where they are not placed. */
export function viewTold(yaw: Degrees | null): ViewCheck {
  if (yaw === null) return { offSquareDegrees: 0, usable: true, widen: 1, warning: 'not-known' };
  const phi = Math.round(2 * Math.abs(yaw)) / 2;
  return { offSquareDegrees: phi, ...judgedBy(phi) };
}
/** What an angle off square does to the verdict. */
const judgedBy = (phi: Degrees): Pick<ViewCheck, 'usable' | 'widen' | 'warning'> => ({
  usable: phi <= REFUSE_ABOVE,
  widen: 1 + clamp((phi - WARN_ABOVE) / (REFUSE_ABOVE - WARN_ABOVE), 0, 1),
  warning: phi > REFUSE_ABOVE ? 'too-far-off' : phi > WARN_ABOVE ? 'off-square' : null,
});

/**
 * Camera roll that the floor line shows, in degrees from level, −90 to 90.
 * @param floor two points, px, y down
 */
export function cameraRoll(floor: readonly [readonly [number, number], readonly [number, number]]): Degrees {
  const d = subtract(floor[1], floor[0]);
  const angle = degrees(Math.atan2(-d[1], d[0]));
  return angle > 90 ? angle - 180 : angle < -90 ? angle + 180 : angle;
}

/** What placing errors are shares of: the shoulder–ankle distance, px; the landmarks' spread without those. */
export function placingUnit(frame: UprightFrame, points: readonly LandmarkName[]): Pixels {
  if (frame.has('shoulder') && frame.has('ankle')) return distance(frame.at('shoulder'), frame.at('ankle'));
  const all = points.map((p) => frame.at(p));
  const spread = all.reduce((far, p) => Math.max(far, ...all.map((q) => length(subtract(p, q)))), 0);
  return spread;
}
