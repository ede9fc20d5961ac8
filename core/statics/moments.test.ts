import { describe, expect, test } from '@jest/globals';
import { bodyOf } from '../body/anthropometry.js';
import { rungOf } from '../catalog/index.js';
import { catalog } from '../catalog/shipped.js';
import { groundOf, knobsOf, poseWith } from './knobs.js';
import { staticsOf, type Joint } from './statics.js';

const body = bodyOf({ stature: 1.8, mass: 80 });
const momentsIn = (family: string, rung?: string): Record<Joint, number> =>
  staticsOf(rungOf(catalog, family, rung), body).moments;
const contactsIn = (family: string, rung?: string) => staticsOf(rungOf(catalog, family, rung), body).contacts;

/** Positive: the front of the joint works, and for shoulder and knee the side that lifts the arm and bends the knee. */
describe('which side of a joint works', () => {
  test('forearm plank: belly and front of the hip hold the line, the front of the thigh holds the knee', () => {
    const { lumbar, hip, shoulder, knee } = momentsIn('front-plank', 'forearm');
    expect(lumbar).toBeCloseTo(103.6, 1);
    expect(hip).toBeCloseTo(125, 1);
    expect(shoulder).toBeCloseTo(23, 1);
    expect(knee).toBeCloseTo(-98.9, 1);
  });
  test('hollow: the same side works lying on the back; arms overhead turn the shoulder’s side round', () => {
    const [straight, overhead] = [momentsIn('hollow', 'straight'), momentsIn('hollow', 'overhead')];
    expect(straight.lumbar).toBeCloseTo(72, 1);
    expect(straight.hip).toBeCloseTo(93.3, 1);
    expect(straight.knee).toBeCloseTo(-24, 1);
    expect(straight.shoulder).toBeCloseTo(-22.8, 1);
    expect(overhead.shoulder).toBeCloseTo(21.5, 1);
  });
  test('bird dog: back and seat work, and the far knee is held from behind', () => {
    const { lumbar, hip, knee } = momentsIn('bird-dog', 'opposite');
    expect(lumbar).toBeCloseTo(-31.6, 1);
    expect(hip).toBeCloseTo(-60.7, 1);
    expect(knee).toBeCloseTo(43.2, 1);
  });
  test('a dragon flag hangs on the shoulders, and the hands pull', () => {
    expect(momentsIn('dragon-flag', 'tuck').shoulder).toBeCloseTo(133.8, 1);
    const [shoulders, hands] = contactsIn('dragon-flag', 'tuck');
    expect([shoulders!.name, hands!.name]).toEqual(['shoulders', 'hands']);
    expect(hands!.bodyWeight).toBeLessThan(-0.3);
  });
  test('what contacts carry adds up to the body, and each lies where its part of the floor is', () => {
    for (const rung of catalog.rungs) {
      const { contacts } = staticsOf(rung, body);
      expect(contacts.reduce((sum, c) => sum + c.bodyWeight, 0)).toBeCloseTo(1, 3);
    }
  });
  test('each contact lies where its part of the floor is: hands and toes balance the weight’s line', () => {
    for (const id of ['forearm', 'straight-arm']) {
      const { contacts, centre } = staticsOf(rungOf(catalog, 'front-plank', id), body);
      expect(contacts.reduce((sum, c) => sum + c.bodyWeight * c.at[0], 0)).toBeCloseTo(centre.at[0], 3);
    }
    // A hollow lies on seat and low back alone: its one contact is under the centre.
    const { contacts, centre } = staticsOf(rungOf(catalog, 'hollow', 'straight'), body);
    expect(contacts[0]!.at[0]).toBeCloseTo(centre.at[0], 2);
  });
});

describe('how a version meets the ground', () => {
  test('a family that is known stands as it is known, a plank among class moves like a plank', () => {
    expect(groundOf(rungOf(catalog, 'front-plank'))).toBe('prone');
    expect(groundOf(rungOf(catalog, 'hollow'))).toBe('supine');
    const { pose } = rungOf(catalog, 'front-plank');
    expect(groundOf({ family: 'hollow', pose })).toBe('prone');
  });
  test('one that is not known stands by its pose', () => {
    const { pose } = rungOf(catalog, 'front-plank');
    for (const [orientation, ground] of [
      ['prone', 'prone'],
      ['supine', 'supine'],
      ['upright', 'standing'],
    ] as const)
      expect(groundOf({ family: 'the-hall’s-own', pose: { ...pose, orientation } })).toBe(ground);
  });
});

describe('the knobs of a version', () => {
  const ids = (family: string, rung?: string): string[] =>
    knobsOf(rungOf(catalog, family, rung), body).map((k) => k.id);
  test('are those that its shape has', () => {
    expect(ids('dragon-flag', 'tuck')).toEqual(['kneeBend', 'legElevation', 'addedMass']);
    expect(ids('rotation', 'heels-down')).toEqual(['kneeBend', 'addedMass']);
    expect(ids('edge', 'full')).toEqual(['edgeDistance', 'armElevation', 'addedMass']);
    expect(ids('handstand')).toEqual(['addedMass']);
  });
  test('stand at what the version is: a flag’s body above level, raised hands and feet', () => {
    const flag = rungOf(catalog, 'dragon-flag', 'tuck');
    expect(knobsOf(flag, body).find((k) => k.id === 'legElevation')!.base).toBeCloseTo(-flag.pose.trunk, 9);
    const raised = rungOf(catalog, 'front-plank', 'raised');
    const height = raised.pose.contacts.find((c) => c.at === 'wrist' || c.at === 'elbow')!.height!;
    expect(height).toBeGreaterThan(0);
    expect(knobsOf(raised, body).find((k) => k.id === 'handHeight')!.base).toBeCloseTo(height, 9);
    expect(knobsOf(raised, body).find((k) => k.id === 'footHeight')!.base).toBe(0);
  });
  test('turn what they name, and nothing else', () => {
    const settled = (pose: { shoulder: number }): number => pose.shoulder;
    const flag = rungOf(catalog, 'dragon-flag', 'tuck');
    expect(poseWith(flag, { legElevation: 55 }, settled)).toEqual({ ...flag.pose, trunk: -55 });
    expect(poseWith(flag, { kneeBend: 30 }, settled)).toEqual({ ...flag.pose, knee: 30 });
    const seated = rungOf(catalog, 'rotation', 'heels-down');
    expect(poseWith(seated, { kneeBend: 20, legElevation: 60 }, settled)).toEqual({ ...seated.pose, knee: 20 });
    const edge = rungOf(catalog, 'edge', 'full');
    expect(poseWith(edge, { armElevation: 90 }, settled)).toEqual({ ...edge.pose, shoulder: 90 });
    const standing = rungOf(catalog, 'handstand');
    expect(poseWith(standing, { kneeBend: 20 }, settled)).toEqual(standing.pose);
  });
});
