import { describe, expect, test } from '@jest/globals';
import { catalog } from '../catalog/shipped.js';
import { InputError } from '../formats/problems.js';
import type { Answered, Dealt, HoldItem, PictureItem } from '../formats/eye.js';
import { nobody } from '../person/circumstance.js';
import { evaluated, watchedPlank } from '../testing.js';
import { catalog as all } from '../catalog/shipped.js';
import { judge } from '../evaluate/judge.js';
import { see } from '../evaluate/see.js';
import { pictureOf, truthOfHold } from './deal.js';
import { eyeFrom, lineOfRound, scoreRound, SPEAK, type Round } from './rounds.js';
import { agreementOf, isWatched, namedIn, saidInRound, saidOf } from './two-eyes.js';

const athlete = { stature: 1.72, mass: 70, sex: 'unspecified' as const };
const hold = (fault: string | null): HoldItem => ({
  family: 'front-plank',
  rung: 'forearm',
  athlete,
  seconds: 20,
  breath: 0,
  faults: fault ? [{ fault, share: 1, from: 8, rise: 2, mended: null }] : [],
});
const picture = (fault: string | null): PictureItem => ({
  family: 'front-plank',
  rung: 'forearm',
  athlete,
  faults: fault ? [{ fault, share: 1 }] : [],
  camera: { distance: 3, height: 0.6, offSquare: 0, roll: 0, pixelsPerMetre: 440 },
});
const holds: Dealt = { kind: 'holds', items: [hold('hip-sag'), hold('chin-poke'), hold(null)] };
const at = truthOfHold(hold('hip-sag'), catalog, nobody()).clean;
const tapped = (late: number, alarm = false): Answered => ({
  kind: 'holds',
  answers: [
    { events: [{ t: at + late, fault: 'hip-sag', state: 'on' }] },
    { events: [] },
    { events: alarm ? [{ t: 4, fault: 'hip-pike', state: 'on' }] : [] },
  ],
});
const round = (dealt: Dealt, answered: Answered, day = '2026-05-20'): Round => ({
  id: day,
  day,
  scored: scoreRound(dealt, answered, catalog, nobody()),
});

describe('rounds', () => {
  test('worked: one of two faults seen half a second late, one alarm: what is said of the eye', () => {
    const { eye, seen, alarms, first, clean, late, faults } = eyeFrom([round(holds, tapped(0.5, true))]);
    expect(seen).toEqual({ hits: 1, of: 2 });
    expect(alarms.hits).toBe(1);
    expect(first).toEqual({ hits: 1, of: 2 });
    expect(late).toEqual({ median: expect.closeTo(0.5, 6), taps: 1 });
    expect(clean!.holds).toBe(3);
    expect(faults.map((f) => f.fault).sort()).toEqual(['chin-poke', 'hip-pike', 'hip-sag']);
    // One of two taps was there: (1 + 9) / (2 + 10).
    expect(eye.taps!.rest).toBeCloseTo(10 / 12, 9);
    expect(eye.placing).toBeNull();
  });
  test('what an eye is worth changes a verdict: a fault that it often taps for nothing is not stated', () => {
    const dealt: Dealt = { kind: 'holds', items: Array.from({ length: 12 }, () => hold(null)) };
    const answered: Answered = {
      kind: 'holds',
      answers: dealt.items.map(() => ({ events: [{ t: 5, fault: 'hip-sag', state: 'on' as const }] })),
    };
    const { eye } = eyeFrom([round(dealt, answered)]);
    const judged = judge(see({ observation: watchedPlank(), eye }, all), all, nobody());
    expect(judged.findings[0]).toMatchObject({ fault: 'hip-sag' });
    expect(judged.findings[0]!.probability).toBeLessThan(0.4);
    expect(evaluated(watchedPlank()).findings[0]!.probability).toBe(0.9);
  });
  test('pictures tell degrees and what *sure* is worth; still pictures say nothing of taps', () => {
    const dealt: Dealt = { kind: 'pictures', items: [picture('hip-sag'), picture(null)] };
    const { eye, degrees, sure } = eyeFrom([
      round(dealt, {
        kind: 'pictures',
        answers: [
          { faults: ['hip-sag'], sure: 'sure', degrees: 14 },
          { faults: ['hip-sag'], sure: 'guess', degrees: 0 },
        ],
      }),
    ]);
    expect(eye.taps).toBeNull();
    expect(degrees!.bias).toBeLessThan(0);
    expect(sure).toMatchObject({ sure: { hits: 1, of: 1 }, guess: { hits: 0, of: 1 } });
  });
  test('the newest check is in force, and of rounds the newest speak: an eye learns', () => {
    const { points } = pictureOf(picture(null), catalog);
    const check = (by: number, day: string): Round =>
      round(
        { kind: 'placing', items: [picture(null)] },
        {
          kind: 'placing',
          answers: [[{ hip: [points.hip![0] + by, points.hip![1]] }, { hip: [points.hip![0] + by, points.hip![1]] }]],
        },
        day,
      );
    const old = Array.from({ length: SPEAK }, () => round(holds, tapped(0.4)));
    const { eye, alarms } = eyeFrom([
      check(2, '2026-05-20'),
      ...old,
      round(holds, tapped(0.4, true)),
      check(60, '2026-01-01'),
    ]);
    expect(eye.placing!.day).toBe('2026-05-20');
    expect(eye.placing!.share.hip).toBeLessThan(0.012);
    expect(alarms.hits).toBe(0);
    expect(lineOfRound(check(60, '2026-01-01'))).toMatchObject({
      kind: 'placing',
      late: null,
      seen: { hits: 0, of: 0 },
    });
    expect(lineOfRound(check(60, '2026-01-01')).placing).toBeGreaterThan(0.012);
  });
  test('answers of another kind, or too few, are told where and what', () => {
    const wrong = (answered: Answered): unknown => {
      try {
        return scoreRound(holds, answered, catalog, nobody());
      } catch (error) {
        return error instanceof InputError && error.problems[0]!.path;
      }
    };
    expect(wrong({ kind: 'pictures', answers: [{ faults: [], sure: 'sure', degrees: null }] })).toBe('kind');
    expect(wrong({ kind: 'holds', answers: [{ events: [] }] })).toBe('answers');
  });
});

describe('two eyes', () => {
  test('one look judged twice: the grades of each fault, the angles, and clean seconds', () => {
    const judged = (t: number, gross = false) =>
      evaluated(
        watchedPlank({
          events: [
            { t, fault: 'hip-sag', state: 'on' },
            ...(gross ? [{ t: t + 2, fault: 'hip-sag', state: 'on' as const }] : []),
          ],
        }),
      );
    const faults = ['hip-sag', 'chin-poke'];
    const first = saidOf(judged(20), faults);
    expect(first.faults).toEqual({ 'hip-sag': 2, 'chin-poke': 0 });
    expect(first.values.clean).toBeCloseTo(20, 6);
    const second = saidOf(judged(21, true), faults);
    const {
      things,
      faults: by,
      limits,
    } = agreementOf([
      [first, second],
      [first, second],
      [first, second],
    ]);
    expect(things).toBe(3);
    expect(by).toEqual([expect.objectContaining({ fault: 'hip-sag', named: 3 })]);
    expect(limits).toEqual([expect.objectContaining({ measure: 'clean', mean: expect.closeTo(1, 6) })]);
  });
  test('where one tapped what the other measured, named or not is compared, and clean seconds', () => {
    const measured = { faults: { 'hip-sag': 3, 'chin-poke': 0 }, values: { 'hip-line': 12, clean: 20 } };
    const tapped = { faults: { 'hip-sag': 1, 'chin-poke': 0 }, values: { clean: 21 } };
    expect(namedIn(measured)).toEqual({ faults: { 'hip-sag': 1, 'chin-poke': 0 }, values: { clean: 20 } });
    expect(namedIn({ faults: {}, values: { 'hip-line': 12 } })).toEqual({ faults: {}, values: {} });
    const pairs = (a: typeof tapped) => Array.from({ length: 3 }, () => [a, tapped] as const);
    expect(agreementOf(pairs(namedIn(measured) as typeof tapped)).all.kappa).toBe(1);
    expect(agreementOf(pairs(measured)).all.kappa).toBeLessThan(1);
    expect([isWatched({ frames: [] }), isWatched({ frames: [{ t: 0, points: {} }] })]).toEqual([true, false]);
  });
  test('one round played by two: as one where both tap the same, apart where one sees what the other does not', () => {
    const a = saidInRound(scoreRound(holds, tapped(0.4), catalog, nobody()));
    const b = saidInRound(
      scoreRound(holds, { kind: 'holds', answers: holds.items.map(() => ({ events: [] })) }, catalog, nobody()),
    );
    const pairs = (other: typeof a) => a.map((said, i) => [said, other[i]!] as const);
    expect(agreementOf(pairs(a)).all.kappa).toBe(1);
    expect(agreementOf(pairs(b)).all.kappa).toBeLessThan(0.1);
    expect(saidInRound({ kind: 'placing', placings: [], pictures: 5 })).toEqual([]);
  });
});
