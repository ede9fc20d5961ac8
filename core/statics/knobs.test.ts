import { describe, expect, test } from '@jest/globals';
import { rungOf } from '../catalog/index.js';
import { catalog } from '../catalog/shipped.js';
import type { Pose } from '../body/pose.js';
import { knobsOf, poseWith, type Knobs } from './knobs.js';
import { bodyOf } from '../body/anthropometry.js';

const body = bodyOf({ stature: 1.75, mass: 75 });
const rung = (place: string) => rungOf(catalog, ...(place.split('/') as [string, string]));
const set = (place: string, knobs: Knobs): Pose => poseWith(rung(place), knobs, () => 70);

describe('what a knob moves', () => {
  test('nothing set, the version stands as it is drawn', () => {
    for (const r of catalog.rungs.filter((x) => !x.pose.contacts.some((c) => c.height)))
      expect(poseWith(r, {}, () => 70)).toBe(r.pose);
  });
  test('on the back: legs above the floor turn the hip, knees and arms their own joints', () => {
    const { pose } = rung('hollow/straight');
    const lifted = set('hollow/straight', { legElevation: 40 });
    expect(lifted.hip - lifted.trunk).toBeCloseTo(40, 9);
    expect(lifted.knee).toBe(pose.knee);
    expect(set('hollow/straight', { kneeBend: 60 }).knee).toBe(60);
    expect(set('hollow/straight', { armElevation: 120 }).shoulder).toBe(120);
    expect(set('hollow/straight', { armElevation: 120 }).hip).toBeCloseTo(pose.hip, 9);
  });
  test('under the bar: legs turn the hip, the knee its own', () => {
    const { pose } = rung('hanging/half');
    expect(set('hanging/half', { legElevation: 60 })).toMatchObject({ hip: 60, knee: pose.knee });
    expect(set('hanging/half', { kneeBend: 80 })).toMatchObject({ hip: pose.hip, knee: 80 });
  });
  test('a flag drops as one piece', () => {
    expect(set('dragon-flag/full', { legElevation: 35 }).trunk).toBeCloseTo(-35, 9);
  });
  test('in a plank: raised hands open the shoulder toward square, raised feet take the hands back', () => {
    const hands = (metres: number): Pose => set('front-plank/straight-arm', { handHeight: metres });
    expect(hands(0.2).shoulder).toBeGreaterThan(70);
    expect(hands(0.8).shoulder).toBeGreaterThan(hands(0.2).shoulder);
    expect(hands(5).shoulder).toBeLessThanOrEqual(90);
    expect(hands(0.4).contacts.find((c) => c.at === 'wrist')!.height).toBe(0.4);
    const base = rung('front-plank/straight-arm').pose;
    const feet = set('front-plank/straight-arm', { footHeight: 0.4 });
    expect(feet.support!.ahead).toBeLessThan(base.support!.ahead);
    expect(feet.contacts.find((c) => c.at === 'toe')!.height).toBe(0.4);
    expect(set('front-plank/forearm', { elbowAhead: 0.12 }).support!.ahead).toBe(0.12);
  });
  test('a lifted leg lifts one, and only one', () => {
    const { pose } = rung('front-plank/forearm');
    const lifted = set('front-plank/forearm', { legElevation: 15 });
    expect(lifted.far!.hip).toBeCloseTo(pose.hip - 15, 9);
    expect(lifted.hip).toBe(pose.hip);
    expect(set('front-plank/forearm', { legElevation: 0 }).far?.hip).toBeUndefined();
  });
  test('a lifted arm opens its shoulder and straightens on the way up', () => {
    const half = set('front-plank/forearm', { armElevation: 30 });
    const full = set('front-plank/forearm', { armElevation: 60 });
    expect(half.far!.shoulder! - full.far!.shoulder!).toBeCloseTo(-30, 9);
    expect(full.far!.elbow).toBeCloseTo(0, 9);
    expect(half.far!.elbow).toBeCloseTo(rung('front-plank/forearm').pose.elbow / 2, 9);
  });
});

describe('the knobs that a version offers', () => {
  test('each begins where the version stands, inside its own range', () => {
    for (const r of catalog.rungs)
      for (const knob of knobsOf(r, body)) {
        expect([r.id, knob.id, knob.base >= knob.low - 1e-9 && knob.base <= knob.high + 1e-9]).toEqual([
          r.id,
          knob.id,
          true,
        ]);
        expect(knob.low).toBeLessThan(knob.high);
      }
  });
  test('no version offers the same one twice', () => {
    for (const r of catalog.rungs) {
      const ids = knobsOf(r, body).map((k) => k.id);
      expect(new Set(ids).size).toBe(ids.length);
    }
  });
});
