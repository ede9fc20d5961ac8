import { describe, expect, test } from '@jest/globals';
import { STRAIGHT } from '../core/body/pose.js';
import { poseText } from './figure.js';

describe('a figure told in angles', () => {
  test('the joints that are bent, and nothing of those that are not', () => {
    expect(poseText({ ...STRAIGHT, orientation: 'supine', hip: 90, knee: 88.6, elbow: 3 })).toBe(
      'on the back, hip 90°, knee 89°',
    );
    expect(poseText({ ...STRAIGHT, hip: -12 })).toBe('face down, hip −12°');
  });
  test('a straight body says so', () => {
    expect(poseText(STRAIGHT)).toBe('face down, straight');
  });
  test('kit that is drawn is told, each kind once', () => {
    const roller = { kind: 'roller' as const, radius: 0.075 };
    const kit = [
      { ...roller, under: 'thorax' as const },
      { ...roller, under: 'knee' as const },
    ];
    expect(poseText({ ...STRAIGHT, kit })).toBe('face down, straight, with a roller');
    expect(poseText({ ...STRAIGHT, kit: [...kit, { kind: 'pad', under: 'knee' }] })).toMatch(
      /with a roller and a pad$/,
    );
  });
  test('a movement tells from and to of what moves', () => {
    const from = { ...STRAIGHT, orientation: 'upright' as const, shoulder: 180 };
    expect(poseText(from, { ...from, knee: 95, hip: 80 })).toBe(
      'upright, hip 0° to 80°, knee 0° to 95°, shoulder 180°',
    );
  });
});
