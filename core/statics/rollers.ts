/** Two rollers under a lying body: how far apart they lie, and where that meets it. */
import type { Body } from '../body/anthropometry.js';
import { clamp, type Metres } from '../geometry.js';

/** How far out a version's rollers lie: 0 under blades and mid-thigh, 1 under elbows and knees. */
const OUT: Readonly<Record<string, number>> = { wider: 0.5, 'elbows-and-knees': 1 };

/**
 * Distance between two rollers, from under the blades to mid-thigh to start; 0 to 1 moves both ends out toward elbows and knees.
 * @returns metres along the body
 */
export function rollerSpacing(body: Body, out = 0): Metres {
  const start = 0.85 * body.trunk + 0.5 * body.lengths.thigh;
  const widest = body.trunk + 0.95 * body.lengths.upperArm + body.lengths.thigh;
  return start + clamp(out, 0, 1) * (widest - start);
}

/** The range of the rollers' distance for a body, and a version's own, metres. */
export const rollerRange = (body: Body, version: string): { start: Metres; widest: Metres; own: Metres } => ({
  start: rollerSpacing(body),
  widest: rollerSpacing(body, 1),
  own: rollerSpacing(body, OUT[version]),
});

/**
 * How far out rollers lie, 0–1; nearer than under blades and mid-thigh is negative.
 * @param spacing metres as declared; the version's own where it was not
 */
export function rollersOut(version: string, body: Body, spacing?: Metres): number {
  const { start, widest } = rollerRange(body, version);
  return spacing === undefined ? (OUT[version] ?? 0) : clamp((spacing - start) / (widest - start), -0.6, 1);
}
