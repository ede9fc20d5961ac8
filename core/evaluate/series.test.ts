import { describe, expect, test } from '@jest/globals';
import { bodyOf } from '../body/anthropometry.js';
import { DEFAULT_CAMERA, simulateAcross, simulatePicture, withFaults } from '../body/simulate.js';
import { rungOf } from '../catalog/index.js';
import { catalog } from '../catalog/shipped.js';
import type { Observation } from '../formats/observation.js';
import { measurePicture, measureValues } from '../measure/measure.js';
import { measureDefinition, seenFrom } from '../measure/measures.js';
import { nobody } from '../person/circumstance.js';
import type { TriedMend } from '../reason/facts.js';
import { swingOf } from '../hold/swing.js';
import { median } from '../statistics.js';
import { watchedPlank } from '../testing.js';
import { judge, type Judged } from './judge.js';
import { pictureAt, see } from './see.js';

const body = bodyOf();
/** A forearm plank with nothing tapped or ended, and what a test says of it. */
const record = (change: object): Observation =>
  watchedPlank({ events: undefined, ended: undefined, target: undefined, ...change });
const shot = (faults: Parameters<typeof withFaults>[1], camera = DEFAULT_CAMERA, rung = 'forearm') =>
  simulatePicture(withFaults(rungOf(catalog, 'front-plank', rung).pose, faults, body), body, camera);
/** Thirty seconds at three frames a second, in which the hips are where `hipLine` has them. */
const clip = (hipLine: (t: number) => number, camera = DEFAULT_CAMERA, change: object = {}) =>
  record({
    floor: shot({}, camera).floor,
    frames: Array.from({ length: 90 }, (_, i) => ({
      t: i / 3,
      points: shot({ hipLine: hipLine(i / 3) }, camera).points,
    })),
    ...change,
  });
const judged = (observation: Observation): Judged => judge(see({ observation }, catalog), catalog, nobody());

describe('frames of a record', () => {
  const { points } = shot({});
  const of = (...times: number[]) =>
    see({ observation: record({ frames: times.map((t) => ({ t, points })) }) }, catalog);

  test('one is a still, two are a hold with a sample each', () => {
    expect([of(0).isHold, of(0).samples]).toEqual([false, []]);
    const two = of(0, 1);
    expect([two.isHold, two.samples.map((s) => s.t)]).toEqual([true, [0, 1]]);
    for (const { values } of two.samples) expect(Math.abs(values.get('hip-line')!)).toBeLessThan(2);
  });
  test('a tap, a rep or an end alone is something that lasted; a record with none of them is not', () => {
    const isHold = (change: object) => see({ observation: record(change) }, catalog).isHold;
    expect(isHold({ evidence: { 'felt-first': 'belly' } })).toBe(false);
    expect(isHold({ evidence: { 'felt-first': 'belly' }, events: [], reps: [] })).toBe(false);
    expect(isHold({ events: [{ t: 2, fault: 'hip-sag', state: 'on' }] })).toBe(true);
    expect(isHold({ reps: [{ t: 2, clean: true }] })).toBe(true);
    expect(isHold({ ended: { t: 5, reason: 'coach' } })).toBe(true);
  });
  test('without any there is no picture, and none that could be used', () => {
    const seen = see({ observation: record({ ended: { t: 5, reason: 'coach' } }) }, catalog);
    expect([seen.picture, seen.usable, seen.samples]).toEqual([null, false, []]);
  });
  test('limits are those of measures that this side shows; what decides the position stays undecided from elsewhere', () => {
    for (const view of ['side', 'rear'] as const) {
      const { limits, undecided } = judged(record({ view, frames: [{ t: 0, points }] }));
      expect(limits.filter((l) => !seenFrom(measureDefinition(l.measure), view))).toEqual([]);
      expect(undecided).toEqual(view === 'side' ? [] : ['hip-line']);
    }
  });
});

describe('a cue or a step of the set-up', () => {
  test('mended it where it helped and stayed; a lever, or one that helped for a moment, did not', () => {
    const observation = record({ ended: { t: 5, reason: 'coach' } });
    const mended = (...mends: [kind: string, result: TriedMend['result']][]): boolean =>
      see({ observation, mends: mends.map(([kind, result]) => ({ kind, result })) }, catalog).mended;
    expect(see({ observation }, catalog).mended).toBe(false);
    expect(mended(['cue', 'helped'])).toBe(true);
    expect(mended(['set-up', 'helped'])).toBe(true);
    expect(mended(['lever', 'helped'], ['cue', 'did-not'])).toBe(false);
    expect(mended(['cue', 'helped-for-a-moment'])).toBe(false);
    expect(mended(['cue', 'did-not'], ['set-up', 'helped'])).toBe(true);
  });
});

describe('a series whose camera stood too far off square', () => {
  const sags = (t: number) => (t < 15 ? 1 : 13);
  test('settles nothing, breaks nothing and shows no drift; the same hold seen squarely does', () => {
    const far = judged(clip(sags, { ...DEFAULT_CAMERA, offSquare: 45 }));
    expect(far.usable).toBe(false);
    expect(far.hold).toMatchObject({ settled: null, clean: 0, breaks: [], firstToGo: null, drift: [] });
    expect([far.findings, far.verdicts]).toEqual([[], []]);
    const square = judged(clip(sags));
    expect(square.hold).toMatchObject({ settled: 0, firstToGo: { fault: 'hip-sag' } });
    expect(square.hold!.total).toBe(far.hold!.total);
  });
  test('is broken by what was tapped all the same', () => {
    const tapped = clip(
      sags,
      { ...DEFAULT_CAMERA, offSquare: 45 },
      { events: [{ t: 9, fault: 'hip-sag', state: 'on' }] },
    );
    expect(judged(tapped).hold).toMatchObject({ firstToGo: { fault: 'hip-sag', t: 9 }, clean: 9 });
  });
});

describe('a break that the frames show', () => {
  test('is a finding as bad as its own stretch was, not as the middle of the hold', () => {
    // Five seconds of a gross sag in thirty: the median of the hold knows nothing of it.
    const found = judged(clip((t) => (t >= 20 && t < 25 ? 20 : 1)));
    expect(found.measures.find((m) => m.id === 'hip-line')!.value).toBeLessThan(3);
    expect(found.verdicts.map((v) => v.fault)).not.toContain('hip-sag');
    expect(found.findings[0]).toMatchObject({
      fault: 'hip-sag',
      severity: 'gross',
      from: 'measured',
      measure: 'hip-line',
    });
    expect(judged(clip((t) => (t >= 20 && t < 25 ? 13 : 1))).findings[0]).toMatchObject({ severity: 'clear' });
  });
  test('measures are medians of what came after settling', () => {
    const found = judged(clip((t) => (t < 10 ? 25 : 1)));
    expect(found.hold!.settled).toBeGreaterThan(9);
    const line = found.measures.find((m) => m.id === 'hip-line')!;
    expect([line.t, Math.round(line.value)]).toEqual([found.hold!.settled, 1]);
    expect(found.verdicts.map((v) => v.fault)).not.toContain('hip-sag');
  });
});

describe('what only some frames of a set of raises show', () => {
  const full = rungOf(catalog, 'hanging', 'full');
  /** A frame a second with the hips shut by so many degrees and the trunk at another place under the bar. */
  const raises = (hips: readonly number[], trunks: readonly number[] = [], without: readonly number[] = []) =>
    record({
      position: 'hanging',
      rung: 'full',
      frames: hips.map((hip, t) => {
        const { points } = simulatePicture({ ...full.pose, hip, trunk: trunks[t] ?? full.pose.trunk }, body);
        const { ankle: _ankle, ...rest } = points;
        return { t, points: without.includes(t) ? rest : points };
      }),
    });
  const measure = (of: Judged, id: string) => of.measures.find((m) => m.id === id);

  test('feet behind the plumb line are told by the bottoms alone, the swing by how far the line moves between them', () => {
    const found = judged(raises([0, 4, 60, 120, 60, 2, 0], [70, 74, 70, 70, 70, 78, 82]));
    const bottoms = found.samples.flatMap(({ values }) => values.get('feet-behind') ?? []);
    expect(bottoms).toHaveLength(4);
    expect(measure(found, 'feet-behind')).toMatchObject({ value: median(bottoms), unit: 'deg', t: 0 });
    const swing = measure(found, 'swing')!;
    expect(swing.value).toBeCloseTo(swingOf(found.samples)!, 9);
    expect(swing.value).toBeGreaterThan(5);
    expect(swing.sd).toBeCloseTo(Math.SQRT2 * measure(found, 'hang-line')!.sd, 9);
  });
  test('with three bottoms there is no swing; with none, no feet either', () => {
    const three = judged(raises([0, 60, 120, 60, 0, 2]));
    expect(measure(three, 'swing')).toBeUndefined();
    expect(measure(three, 'feet-behind')).toBeDefined();
    expect(measure(judged(raises([60, 100, 120, 100, 60])), 'feet-behind')).toBeUndefined();
  });
  test('what a raise reaches is the nearest that it shows, also where its middle frame does not', () => {
    const hips = [0, 60, 100, 120, 90, 40, 0];
    const [seen, hidden] = [judged(raises(hips)), judged(raises(hips, [], [3]))];
    const nearest = (of: Judged): number =>
      Math.min(
        ...of.samples.flatMap(({ t, values }) =>
          t >= (of.hold!.settled ?? 0) ? (values.get('hand-to-ankle') ?? []) : [],
        ),
      );
    for (const look of [seen, hidden]) expect(measure(look, 'hand-to-ankle')!.value).toBeCloseTo(nearest(look), 9);
    expect(nearest(hidden)).toBeGreaterThan(nearest(seen) + 1);
  });
});

describe('a split set with frames', () => {
  const part = (rung: string, from: number) => ({ t: from, rung });
  test('each part is judged by its own version', () => {
    const frames = (kinds: readonly string[]) =>
      kinds.map((rung, i) => ({ t: i / 3, points: shot({}, DEFAULT_CAMERA, rung).points }));
    const kinds = Array.from({ length: 60 }, (_, i) => (i < 30 ? 'forearm' : 'long-lever'));
    const whole = record({ floor: shot({}).floor, frames: frames(kinds) });
    const split = { ...whole, segments: [part('forearm', 0), part('long-lever', 10)] };
    // Elbows far ahead are the fault of a forearm plank, and what a long lever is.
    expect(judged(whole).hold!.firstToGo).toMatchObject({ fault: 'elbows-ahead' });
    expect(judged(split).hold).toMatchObject({
      firstToGo: null,
      segments: [{ rung: 'forearm', total: 10 }, { rung: 'long-lever' }],
    });
    const turned = { ...whole, segments: [part('forearm', 0), part('straight-arm', 10)] };
    expect(judged(turned).hold!.firstToGo).not.toBeNull();
  });
});

describe('a series from the front', () => {
  test('every frame is seen with the turn that the middle one told', () => {
    const frame = (kneeIn: number, t: number) => {
      const { points, floor } = simulateAcross('overhead-squat', 'front', body, { kneeIn });
      return { points, floor, t };
    };
    const [first, middle, last] = [frame(4, 0), frame(20, 1), frame(8, 2)];
    // The person stands a little turned in the middle one: one knee further in than the other.
    const turned = { ...middle, points: { ...middle.points, 'knee-l': moved(middle.points['knee-l']!, 18) } };
    const observation = record({
      position: 'overhead-squat',
      rung: 'free',
      view: 'front',
      floor: first.floor,
      frames: [first, turned, last].map(({ t, points }) => ({ t, points })),
    });
    const seen = see({ observation }, catalog);
    expect(Math.abs(seen.picture!.yaw!)).toBeGreaterThan(1);
    const input = pictureAt(seen, 0);
    const wanted = [measureDefinition('knee-track')];
    const by = (yaw: number | null) => measureValues({ ...input, yaw }, seen.context, wanted).get('knee-track');
    expect(seen.samples[0]!.values.get('knee-track')).toBe(by(seen.picture!.yaw));
    expect(by(seen.picture!.yaw)).not.toBeCloseTo(by(null)!, 1);
    expect(by(null)).toBe(by(0));
    // Alone it would have been seen with its own.
    expect(measurePicture(input, seen.context).yaw).not.toBeCloseTo(seen.picture!.yaw!, 1);
  });
});
const moved = ([x, y]: readonly [number, number], by: number): [number, number] => [x + by, y];
