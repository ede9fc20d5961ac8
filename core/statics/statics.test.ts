import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { bodyOf, type Body } from '../body/anthropometry.js';
import { rungOf } from '../catalog/index.js';
import { catalog } from '../catalog/shipped.js';
import { ladders, rungsOnLadder } from '../catalog/ladders.js';
import { leverQuerySchema } from '../formats/lever.js';
import { GRAVITY, shareLoad } from './balance.js';
import { blockHeight, bandFor, carryWeight, edgeDistanceFor, elbowsFor, holdingMoment, surfaceFor } from './kit.js';
import { rollerSpacing } from './rollers.js';
import { knobsOf, type Knobs } from './knobs.js';
import { leverReport } from './lever.js';
import { loadOf, momentsOf, referenceFor } from './load.js';
import { checkKnobs, staticsOf } from './statics.js';
import { findSteps } from './step.js';
import { hamstringBand } from './tight.js';
import { ladderLoads, SAME } from './table.js';

const man = bodyOf({ stature: 1.741, mass: 80, sex: 'male' });
const rung = (place: string) => rungOf(catalog, ...(place.split('/') as [string, string]));
const share = (place: string, at: string, body: Body, knobs: Knobs = {}): number =>
  staticsOf(rung(place), body, knobs).contacts.find((c) => c.name === at)?.bodyWeight ?? 0;

const bodies = fc
  .record({
    stature: fc.integer({ min: 145, max: 205 }).map((n) => n / 100),
    mass: fc.integer({ min: 40, max: 130 }),
    sex: fc.constantFrom('female' as const, 'male' as const, 'unspecified' as const),
  })
  .map((input) => bodyOf(input));
const places = fc.constantFrom(...catalog.rungs);
/** A version with one of its knobs somewhere in its range. */
const set = fc.tuple(places, bodies, fc.nat(), fc.integer({ min: 0, max: 1000 })).map(([r, body, pick, k]) => {
  const knobs = knobsOf(r, body);
  const knob = knobs[pick % Math.max(1, knobs.length)];
  return { rung: r, body, knob, value: knob ? knob.low + ((knob.high - knob.low) * k) / 1000 : 0 };
});

describe('load sharing', () => {
  test('by hand: 100 N at 0.4 m between supports at 0 and 1 m', () => {
    const supports = [0, 1].map((x) => ({ x, stiffness: 1, held: false }));
    expect(shareLoad(supports, 100, 0.4).forces).toEqual([60, 40]);
  });
  test('by hand: three equal springs at 0, 1 and 2 m under 90 N at 1.5 m carry 7.5, 30 and 52.5 N', () => {
    const supports = [0, 1, 2].map((x) => ({ x, stiffness: 1, held: false }));
    const { forces } = shareLoad(supports, 90, 1.5);
    [7.5, 30, 52.5].forEach((n, i) => expect(forces[i]).toBeCloseTo(n, 9));
  });
  test('what would pull lets go unless it is held', () => {
    const at = (held: boolean): number[] =>
      shareLoad(
        [
          { x: 0, stiffness: 1, held },
          { x: 1, stiffness: 1, held: false },
        ],
        100,
        1.2,
      ).forces;
    expect(at(false)).toEqual([0, 100]);
    expect(at(true)[0]).toBeCloseTo(-20, 9);
  });
  test('forces and moments balance for any supports; nothing unheld pulls', () => {
    const support = fc.record({
      x: fc.integer({ min: -100, max: 100 }).map((n) => n / 50),
      stiffness: fc.integer({ min: 1, max: 100 }).map((n) => n / 50),
      held: fc.boolean(),
    });
    fc.assert(
      fc.property(
        fc.array(support, { minLength: 1, maxLength: 6 }),
        fc.integer({ min: -100, max: 100 }),
        (supports, c) => {
          const { forces, residual } = shareLoad(supports, 500, c / 50);
          expect(forces.reduce((a, b) => a + b, 0)).toBeCloseTo(500, 6);
          expect(forces.reduce((sum, f, i) => sum + f * supports[i]!.x, 0) - (500 * c) / 50).toBeCloseTo(residual, 6);
          forces.forEach((f, i) => expect(supports[i]!.held || f >= -1e-6).toBe(true));
        },
      ),
    );
    expect(() => shareLoad([], 1, 0)).toThrow(RangeError);
  });
});

describe('worked by hand', () => {
  // The man of the table: lengths in m and masses in kg as printed, 80 kg.
  const m = {
    thigh: 11.328,
    shank: 3.464,
    foot: 1.096,
    head: 5.552,
    upper: 12.768,
    middle: 13.064,
    arm: 2.168,
    fore: 1.296,
    hand: 0.488,
  };
  test('a raise that passes level is as hard as level; one that stops short, as hard as where it stops', () => {
    const legs = (degrees: number): number => loadOf(rung('hanging/half'), man, { legElevation: degrees })!.value;
    const level = legs(90);
    const above = loadOf(rung('hanging/full'), man, { legElevation: 150 })!.value;
    // Above level the legs' own lever shortens; what had to be passed does not.
    expect(legs(140)).toBeCloseTo(level, 6);
    expect(above).toBeGreaterThanOrEqual(loadOf(rung('hanging/full'), man, { legElevation: 90 })!.value - 1e-9);
    expect(legs(50)).toBeLessThan(level);
  });
  test('hanging, legs level: thigh 0.1729 m, shank 0.6157 m, foot about 0.89 m from the hip, two of each', () => {
    const moment = 2 * GRAVITY * (m.thigh * 0.1729 + m.shank * 0.6157 + m.foot * 0.89);
    expect(moment).toBeCloseTo(99.4, 0);
    expect(Math.abs(staticsOf(rung('hanging/half'), man).moments.hip) / moment).toBeCloseTo(1, 1);
  });
  test('edge hold, hip crease at the edge: everything above the low back, by its distance from it', () => {
    // Low back 0.1457 m above the hip; arms by the ears. Distances of the centres from the low back, m.
    const moment =
      GRAVITY *
      (m.middle * (0.2155 - 0.097) +
        m.upper * (0.2155 + 0.1543 * (1 - 0.2999)) +
        m.head * (0.3698 + 0.2 + 0.02) +
        2 * (m.arm * (0.3698 + 0.1626) + m.fore * (0.3698 + 0.2817 + 0.123) + m.hand * (0.3698 + 0.5506 + 0.149)));
    expect(moment).toBeCloseTo(140.4, 0);
    const found = Math.abs(staticsOf(rung('edge/full'), man).moments.lumbar);
    expect(found / moment).toBeGreaterThan(0.93);
    expect(found / moment).toBeLessThan(1.07);
  });
  test('straight-arm plank: hands carry what the centre’s place between toes and hands says', () => {
    const s = staticsOf(rung('front-plank/straight-arm'), man);
    const [hands, toes] = ['hands', 'toes'].map((n) => s.contacts.find((c) => c.name === n)!);
    const expected = (s.centre.at[0] - toes!.at[0]) / (hands!.at[0] - toes!.at[0]);
    expect(hands!.bodyWeight).toBeCloseTo(expected, 9);
    expect(hands!.newtons + toes!.newtons).toBeCloseTo(80 * GRAVITY, 6);
  });
});

describe('against published shares of body weight on the hands', () => {
  // Suprak et al. 2011, J. Strength Cond. Res. 25:497–503: 69.16 % up, 75.04 % down, on the knees 53.56 % up.
  test.each([
    ['front-plank/straight-arm', {}, 0.6916],
    ['front-plank/push-up-bottom', {}, 0.7504],
    ['front-plank/knees-straight-arm', {}, 0.5356],
    // Ebben et al. 2011, J. Strength Cond. Res. 25:2891–2894, against its own 64 % on the floor: hands raised 30.5 cm 55 %, 61 cm 41 %.
    ['front-plank/straight-arm', { handHeight: 0.305 }, 0.55],
    ['front-plank/straight-arm', { handHeight: 0.61 }, 0.41],
  ])('%s %j: about %f', (place, knobs, published) => {
    expect(Math.abs(share(place, 'hands', man, knobs) - published)).toBeLessThan(0.04);
  });
});

describe('laws that hold for every version, body and knob', () => {
  test('shares add to one with what is added and pulled; forces balance', () => {
    fc.assert(
      fc.property(set, ({ rung: r, body, knob, value }) => {
        const knobs = knob ? { [knob.id]: value } : {};
        const s = staticsOf(r, body, knobs);
        const sum = s.contacts.reduce((total, c) => total + c.newtons, 0);
        expect(sum + s.band[1]).toBeCloseTo(s.centre.kilograms * GRAVITY, 5);
        if (!knob || (knob.id !== 'addedMass' && knob.id !== 'bandForce'))
          // The table's own rows sum to 99.99 and 100.01 %.
          expect(s.contacts.reduce((total, c) => total + c.bodyWeight, 0)).toBeCloseTo(1, 3);
      }),
      { numRuns: 150 },
    );
  });
  test('a body twice as heavy has twice the moments and the same shares', () => {
    fc.assert(
      fc.property(places, fc.integer({ min: 40, max: 100 }), (r, mass) => {
        const [one, two] = [mass, 2 * mass].map((m2) => staticsOf(r, bodyOf({ stature: 1.7, mass: m2 })));
        for (const joint of ['lumbar', 'hip', 'shoulder', 'knee'] as const)
          expect(two!.moments[joint]).toBeCloseTo(2 * one!.moments[joint], 6);
        one!.contacts.forEach((c, i) => expect(two!.contacts[i]!.bodyWeight).toBeCloseTo(c.bodyWeight, 9));
      }),
      { numRuns: 80 },
    );
  });
  test('left and right exchanged: the same figure from the other side', () => {
    for (const r of catalog.rungs.filter((x) => x.pose.far && x.pose.orientation === 'supine')) {
      const { far, ...near } = r.pose;
      const swapped = {
        ...r,
        pose: {
          ...near,
          ...far,
          far: { hip: near.hip, knee: near.knee, shoulder: near.shoulder, elbow: near.elbow, ankle: near.ankle },
        },
      };
      const [a, b] = [staticsOf(r, man), staticsOf(swapped, man)];
      expect(b.moments.lumbar).toBeCloseTo(a.moments.lumbar, 6);
      expect(b.moments.hip).toBeCloseTo(a.moments.hip, 6);
    }
  });
  test('raised hands lower their share, raised feet raise it, all the way', () => {
    fc.assert(
      fc.property(bodies, fc.integer({ min: 0, max: 880 }), fc.integer({ min: 0, max: 680 }), (body, hand, foot) => {
        const at = (knobs: Knobs): number => share('front-plank/straight-arm', 'hands', body, knobs);
        expect(at({ handHeight: (hand + 20) / 1000 })).toBeLessThan(at({ handHeight: hand / 1000 }));
        expect(at({ footHeight: (foot + 20) / 1000 })).toBeGreaterThan(at({ footHeight: foot / 1000 }));
      }),
      { numRuns: 60 },
    );
  });
  test('a longer lever costs more: elbows further ahead, legs lower, arms further up, a plate', () => {
    const rises = (place: string, id: keyof Knobs, from: number, to: number, body: Body): void => {
      const at = (v: number): number => loadOf(rung(place), body, { [id]: v })!.value;
      const values = Array.from({ length: 7 }, (_, i) => at(from + ((to - from) * i) / 6));
      values.slice(1).forEach((v, i) => expect(v).toBeGreaterThan(values[i]! * 0.9999));
      expect(values.at(-1)!).toBeGreaterThan(values[0]! * 1.05);
    };
    fc.assert(
      fc.property(bodies, (body) => {
        rises('front-plank/forearm', 'elbowAhead', 0, 0.2, body);
        rises('front-plank/long-lever', 'elbowAhead', 0, 0.4, body);
        rises('front-plank/forearm', 'addedMass', 0, 30, body);
        rises('hollow/straight', 'legElevation', 85, 5, body);
        rises('hollow/straight', 'armElevation', 20, 170, body);
        rises('edge/half', 'edgeDistance', -0.42, -0.12, body);
        rises('hanging/half', 'kneeBend', 120, 10, body);
        rises('dragon-flag/full', 'legElevation', 75, 10, body);
      }),
      { numRuns: 25 },
    );
  });
  test('a small turn of a knob is a small change of load', () => {
    fc.assert(
      fc.property(set, ({ rung: r, body, knob, value }) => {
        if (!knob) return;
        const span = knob.high - knob.low;
        const near = Math.min(knob.high, value + span / 2000);
        const [a, b] = [value, near].map((v) => loadOf(r, body, { [knob.id]: v })?.value);
        if (a === undefined || b === undefined) return;
        const scale = Math.max(a, b, loadOf(r, body)!.unit === 'N·m' ? 20 : 0.1);
        expect(Math.abs(a - b) / scale).toBeLessThan(0.02);
      }),
      { numRuns: 150 },
    );
  });
  test('nor does a load jump at the ends of any knob of any version, or where it stands', () => {
    for (const r of catalog.rungs)
      for (const knob of knobsOf(r, man)) {
        const tiny = (knob.high - knob.low) / 2000;
        for (const value of [knob.low, knob.base, Math.min(90, knob.high), knob.high]) {
          const near = value + (value + tiny <= knob.high ? tiny : -tiny);
          const [a, b] = [value, near].map((v) => loadOf(r, man, { [knob.id]: v })?.value);
          if (a === undefined || b === undefined) continue;
          const jump = Math.abs(a - b) / Math.max(a, b, loadOf(r, man)!.unit === 'N·m' ? 20 : 0.1);
          expect([r.family, r.id, knob.id, value, jump < 0.03]).toEqual([r.family, r.id, knob.id, value, true]);
        }
      }
  });
  test('a longer arm or a heavier head from measurement changes the answer', () => {
    const longer = bodyOf({ stature: 1.741, mass: 80, sex: 'male', lengths: { thigh: 0.5 } });
    expect(Math.abs(staticsOf(rung('hanging/half'), longer).moments.hip)).toBeGreaterThan(
      Math.abs(staticsOf(rung('hanging/half'), man).moments.hip) * 1.1,
    );
  });
  test('nobody falls over: every supine hold that is not moving is balanced', () => {
    for (const family of ['hollow', 'dead-bug', 'curl-up'])
      for (const r of catalog.rungs.filter((x) => x.family === family))
        expect([r.id, staticsOf(r, man).balanced]).toEqual([r.id, true]);
    // Half way up a sit-up only speed carries the trunk.
    expect(staticsOf(rung('class-moves/sit-up'), man).balanced).toBe(false);
  });
});

describe('ladders rise', () => {
  test('each version costs what the one before does or more, or says why not', () => {
    for (const body of [man, bodyOf({ stature: 1.6, mass: 55, sex: 'female' })]) {
      const rows = ladderLoads(catalog, body);
      const unexplained = rows.filter(
        (r) => r.step !== null && r.step < 1 - SAME && !r.exception && !r.load?.moreEffort,
      );
      expect(unexplained.map((r) => r.place)).toEqual([]);
    }
  });
  test('an exception names a version of its ladder, and every version has its row', () => {
    const rows = ladderLoads(catalog, man).map((r) => r.place);
    for (const ladder of ladders) {
      const on = rungsOnLadder(catalog, ladder).map((r) => `${r.family}/${r.id}`);
      expect(on.length).toBeGreaterThan(2);
      expect(Object.keys(ladder.exceptions).filter((p) => !on.includes(p))).toEqual([]);
      for (const place of on) expect(rows).toContain(place);
    }
  });
  test('turning and squeezing carry no figure of their own', () => {
    expect(loadOf(rung('rotation/loaded'), man)).toBeNull();
    expect(loadOf(rung('front-plank/squeezed'), man)).toMatchObject({
      moreEffort: true,
      value: loadOf(rung('front-plank/forearm'), man)!.value,
    });
  });
});

describe('steps between', () => {
  test('a step found has the wanted load, whatever the version, body and wish', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(
          ...catalog.rungs.filter((r) =>
            ['front-plank', 'hollow', 'edge', 'hanging', 'dragon-flag', 'push-up'].includes(r.family),
          ),
        ),
        bodies,
        fc.integer({ min: 70, max: 130 }),
        (r, body, percent) => {
          const wanted = (loadOf(r, body)!.value * percent) / 100;
          for (const step of findSteps(r, body, wanted)) {
            expect(Math.abs(loadOf(r, body, { [step.knob]: step.value })!.value / wanted - 1)).toBeLessThan(0.005);
            const knob = knobsOf(r, body).find((k) => k.id === step.knob)!;
            expect(step.value).toBeGreaterThanOrEqual(knob.low - 1e-9);
            expect(step.value).toBeLessThanOrEqual(knob.high + 1e-9);
          }
        },
      ),
      { numRuns: 25 },
    );
  });
  test('15 % above a forearm plank: elbows some centimetres ahead', () => {
    const [step] = findSteps(rung('front-plank/forearm'), man, loadOf(rung('front-plank/forearm'), man)!.value * 1.15);
    expect(step).toMatchObject({ knob: 'elbowAhead' });
    expect(step!.value).toBeGreaterThan(0.03);
    expect(step!.value).toBeLessThan(0.1);
  });
  test('out of reach is no step', () => {
    expect(findSteps(rung('front-plank/forearm'), man, 5000)).toEqual([]);
    expect(findSteps(rung('rotation/loaded'), man, 10)).toEqual([]);
  });
});

describe('kit', () => {
  test('a surface carries the share it was asked for; a floor carries no less', () => {
    fc.assert(
      fc.property(bodies, fc.integer({ min: 35, max: 65 }), (body, percent) => {
        const height = surfaceFor(catalog, body, percent / 100);
        if (height === null) return;
        expect(share('front-plank/straight-arm', 'hands', body, { handHeight: height })).toBeCloseTo(percent / 100, 3);
      }),
      { numRuns: 25 },
    );
    expect(surfaceFor(catalog, man, 0.95)).toBeNull();
  });
  test('the holding moment by hand, with its margin', () => {
    expect(
      holdingMoment([
        { load: 90, clean: 25 },
        { load: 60, clean: 40 },
        { load: 120, clean: 8 },
      ]),
    ).toEqual({ moment: 90, margin: 30 });
    expect(holdingMoment([{ load: 90, clean: 25 }])).toEqual({ moment: 90, margin: 13.5 });
    expect(holdingMoment([{ load: 90, clean: 12 }])).toBeNull();
  });
  test('a band adds half of the margin', () => {
    const { newtons } = bandFor(catalog, man, 14);
    const forearm = rung('front-plank/forearm');
    const added =
      staticsOf(forearm, man, { bandForce: newtons, bandAngle: -90 }).moments.lumbar -
      staticsOf(forearm, man).moments.lumbar;
    expect(Math.abs(added)).toBeCloseTo(7, 6);
  });
  test('elbows and edge give what they were asked for', () => {
    const elbows = elbowsFor(catalog, man, 1.2)!;
    const plank = rung('front-plank/forearm');
    expect(loadOf(plank, man, { elbowAhead: elbows })!.value / loadOf(plank, man)!.value).toBeCloseTo(1.2, 2);
    const edge = edgeDistanceFor(catalog, man, 100, 0.6)!;
    expect(loadOf(rung('edge/on-the-block'), man, { edgeDistance: edge })!.value).toBeCloseTo(60, 0);
  });
  test('longer arms want lower blocks; rollers go out; a carry grows with body and level', () => {
    const longArms = bodyOf({ stature: 1.741, mass: 80, sex: 'male', lengths: { forearm: 0.32 } });
    expect(blockHeight(longArms)).toBeLessThan(blockHeight(man));
    expect(rollerSpacing(man, 1)).toBeGreaterThan(rollerSpacing(man, 0) + 0.2);
    expect(carryWeight(man, 'both-hands', 'trained')).toEqual({ eachHand: 12, all: 24 });
    expect(carryWeight(man, 'overhead', 'beginner').all).toBeLessThan(carryWeight(man, 'overhead', 'strong').all);
  });
});

describe('the lever query', () => {
  const query = (change: object = {}) =>
    leverQuerySchema.parse({
      format: 'upright-anchor/lever-query',
      version: 1,
      athlete: { stature: 1.8, mass: 80, sex: 'male' },
      position: 'front-plank',
      rung: 'straight-arm',
      knobs: { handHeight: 0.3, footHeight: 0, edgeDistance: 0 },
      ...change,
    });
  test('is answered with contacts, moments and balance', () => {
    const report = leverReport(catalog, query());
    expect(report).toMatchObject({ format: 'upright-anchor/lever-report', version: 1, balanced: true });
    expect(report.contacts.map((c) => c.at)).toEqual(['hands', 'toes']);
    expect(report.moments.map((m) => m.joint)).toEqual(['lumbar', 'hip', 'shoulder', 'knee']);
    const lumbar = report.moments[0]!;
    expect(lumbar.perBody).toBeCloseTo(lumbar.newtonMetres / (80 * GRAVITY * 1.8), 9);
  });
  test('the reference version is 1 against itself', () => {
    for (const place of ['front-plank/forearm', 'hollow/bent-knee']) {
      const { moments } = momentsOf(catalog, rung(place), man);
      expect(moments.find((m) => m.joint === 'lumbar')!.relative).toBe(1);
      expect(referenceFor(catalog, rung(place)).id).toBe(rung(place).id);
    }
  });
  test.each([
    [{ position: 'mast' }, 'position: "mast" is not known'],
    [{ rung: 'mast' }, 'rung: "mast" is no version of front-plank'],
    [{ knobs: { edgeDistance: 0.2 } }, 'knobs.edgeDistance: straight arms has no such knob'],
    [{ knobs: { handHeight: 3 } }, 'knobs.handHeight: must be from 0 to 1.08 m, got 3'],
  ])('%j is refused with its place', (change, says) => {
    expect(() => leverReport(catalog, query(change))).toThrow(says);
  });
  test('every version takes its own knobs at both ends and in the middle', () => {
    for (const r of catalog.rungs)
      for (const knob of knobsOf(r, man))
        for (const value of [knob.low, knob.base, (knob.low + knob.high) / 2, knob.high]) {
          expect(checkKnobs(r, man, { [knob.id]: value })).toEqual([]);
          expect(Number.isFinite(staticsOf(r, man, { [knob.id]: value }).moments.lumbar)).toBe(true);
        }
  });
});

describe('a short muscle', () => {
  test('by hand: 65° of range in a half raise, 80 kg: 25° short, 16 to 60 N·m', () => {
    expect(hamstringBand(rung('hanging/half'), 80, 65)).toEqual({
      needed: 90,
      measured: 65,
      low: expect.closeTo(16, 6),
      high: expect.closeTo(60, 6),
    });
  });
  test('enough range, bent knees, an unknown range and other positions add nothing', () => {
    expect(hamstringBand(rung('hanging/half'), 80, 95)).toBeNull();
    expect(hamstringBand(rung('hanging/tuck'), 80, 65)).toBeNull();
    expect(hamstringBand(rung('hanging/half'), 80, undefined)).toBeNull();
    expect(hamstringBand(rung('front-plank/forearm'), 80, 30)).toBeNull();
  });
  test('shorter is never less', () => {
    fc.assert(
      fc.property(fc.integer({ min: 30, max: 160 }), fc.integer({ min: 1, max: 40 }), (range, less) => {
        const [a, b] = [range, range - less].map((r) => hamstringBand(rung('compression/both-legs'), 70, r));
        expect(b?.high ?? 0).toBeGreaterThanOrEqual(a?.high ?? 0);
        if (b) expect(b.high).toBeGreaterThan(b.low);
      }),
    );
  });
});
