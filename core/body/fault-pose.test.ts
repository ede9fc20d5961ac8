import { describe, expect, test } from '@jest/globals';
import { bodyOf } from './anthropometry.js';
import { faultMark, faultPose } from './fault-pose.js';
import { rungOf } from '../catalog/index.js';
import { catalog } from '../catalog/shipped.js';
import { placeFigure } from './figure.js';

const body = bodyOf();
const plank = rungOf(catalog, 'front-plank').pose;

describe('a fault drawn in a pose', () => {
  test('every pad of every position either has a figure that stands, or none', () => {
    for (const family of catalog.families)
      for (const fault of family.pads) {
        const shown = faultPose(rungOf(catalog, family.id).pose, fault, body);
        if (shown) expect(() => placeFigure(shown, body)).not.toThrow();
      }
  });
  test('a sag lowers the hips under the line from shoulder to ankle, a pike lifts them over it', () => {
    const over = (fault: string | null): number => {
      const { shoulder, hip, ankle } = placeFigure(fault ? faultPose(plank, fault, body)! : plank, body);
      const k = (hip[0] - shoulder[0]) / (ankle[0] - shoulder[0]);
      return hip[1] - (shoulder[1] + k * (ankle[1] - shoulder[1]));
    };
    expect(over('hip-sag')).toBeLessThan(over(null) - 0.08);
    expect(over('hip-pike')).toBeGreaterThan(over(null) + 0.08);
  });
  test('a poked chin goes up and a dropped head goes down', () => {
    const ear = (fault: string): number => placeFigure(faultPose(plank, fault, body)!, body).ear[1];
    expect(ear('chin-poke')).toBeGreaterThan(ear('head-drop') + 0.05);
  });
  test('arms that are not overhead have nothing to close, and none goes through the floor', () => {
    const bent = rungOf(catalog, 'hollow', 'bent-knee').pose;
    expect(bent.shoulder).toBeLessThan(90);
    expect(faultPose(bent, 'shoulders-closed', body)).toBeNull();
    const overhead = rungOf(catalog, 'hollow', 'overhead').pose;
    expect(faultPose(overhead, 'shoulders-closed', body)!.shoulder).toBe(overhead.shoulder - 38);
  });
  test('what the side does not show has none', () => {
    for (const fault of ['breath-held', 'feet-apart', 'no-such']) expect(faultPose(plank, fault, body)).toBeNull();
    expect(faultPose({ ...plank, support: undefined }, 'elbows-ahead', body)).toBeNull();
  });
  test('every fault that is drawn has its place, where the fault has moved something', () => {
    for (const family of catalog.families)
      for (const fault of family.pads) {
        const { pose } = rungOf(catalog, family.id);
        const shown = faultPose(pose, fault, body);
        if (!shown) continue;
        const mark = faultMark(placeFigure(shown, body), fault);
        expect([fault, mark !== null]).toEqual([fault, true]);
        expect(mark!.at.every(Number.isFinite)).toBe(true);
      }
    expect(faultMark(placeFigure(plank, body), 'breath-held')).toBeNull();
  });
  test('faults of the whole line come with the line that should be there, to where this version’s line ends', () => {
    const figure = placeFigure(faultPose(plank, 'hip-sag', body)!, body);
    expect(faultMark(figure, 'hip-sag')).toEqual({ at: figure.hip, line: [figure.shoulder, figure.ankle] });
    expect(faultMark(figure, 'hip-sag', 'knee')!.line).toEqual([figure.shoulder, figure.knee]);
    expect(faultMark(figure, 'chin-poke')).toEqual({ at: figure.ear, line: null });
  });
});
