import { GLOSSARY } from './glossary.js';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { bodyOf } from '../core/body/anthropometry.js';
import { catalog } from '../core/catalog/shipped.js';
import { ladders, placeKey, rungsOnLadder } from '../core/catalog/ladders.js';
import { FELT_SITES, type CautionId } from '../core/formats/catalog.js';
import { END_REASONS } from '../core/formats/observation.js';
import { nextStep } from '../core/ladder/next-step.js';
import { knobsOf } from '../core/statics/knobs.js';
import { loadOf } from '../core/statics/load.js';
import { findSteps } from '../core/statics/step.js';
import { evaluated, plankHold, watchedPlank } from '../core/testing.js';
import { evidenceText, testWhy } from './causes.js';
import { classWarning } from './class.js';
import { chosenWhy, leftOutWhy, warningText } from './drills.js';
import { evaluationFile, WORTH_TELLING } from './evaluation-file.js';
import { gateText, missingText, noForecastText } from './gates.js';
import { END_WORDS, SITE_WORDS, siteText, viewWords } from './labels.js';
import { loadTable } from './load-table.js';
import { knobWords, loadText, settingsText, stepText } from './loads.js';
import { cautionName, familyName, faultName, placeName, rungName } from './names.js';
import { measureText, secondsText, sureText } from './numbers.js';
import { proposalWords } from './proposal.js';
import { seenWarning, seenWarnings } from './seen.js';
import { ADVICE_WORDS, stoppedText } from './stops.js';

const body = bodyOf({ stature: 1.75, mass: 75, sex: 'male' });
const rungOf = (place: string) => catalog.rungs.find((r) => placeKey(r) === place)!;

describe('numbers and names', () => {
  test('numbers carry units, a true minus and their error', () => {
    expect(measureText({ id: 'hip-line', value: -9.34, sd: 1.2 })).toBe('−9.3° ± 2.4°');
    expect(measureText({ id: 'low-back-gap', value: 2, sd: 0.5 })).toBe('2.0 cm ± 1.0 cm');
    expect(measureText({ id: 'knee-track', value: 12, sd: 5, side: 'left' })).toBe('12.0° ± 9.8°, left');
    expect(secondsText(21.44)).toBe('21.4 s');
  });
  test('how sure: words with the percentage, and never a hundred', () => {
    expect([1, 0.86, 0.5].map(sureText)).toEqual(['sure (99 %)', 'fairly sure (86 %)', 'borderline (50 %)']);
  });
  test('every id that a screen can meet has a name; one of another studio is shown rather than lost', () => {
    for (const family of catalog.families) expect(familyName(catalog, family.id)).toBe(family.name);
    for (const rung of catalog.rungs) expect(rungName(catalog, rung.family, rung.id)).toBe(rung.name);
    for (const fault of catalog.faults) expect(faultName(catalog, fault.id)).toBe(fault.name);
    for (const caution of catalog.cautions) expect(cautionName(catalog, caution.id)).toBe(caution.name);
    for (const site of FELT_SITES) expect(SITE_WORDS[site]).toBeTruthy();
    for (const reason of END_REASONS) expect(END_WORDS[reason]).toBeTruthy();
    expect(faultName(catalog, 'home-made-fault')).toBe('home-made-fault');
    expect(siteText('left-ear')).toBe('left ear');
  });
  test('a body on its back is seen from its feet', () => {
    expect([viewWords('front', 'supine'), viewWords('front', 'upright')]).toEqual(['From the feet', 'From the front']);
  });
});

describe('loads and steps', () => {
  test('the step a tenth and a half above a forearm plank, in hand-widths and centimetres', () => {
    const rung = rungOf('front-plank/forearm');
    const [step] = findSteps(rung, body, loadOf(rung, body)!.value * 1.15);
    expect(stepText(rung, body, step!)).toMatch(/^Elbows (half a|one) hand-width ahead of the shoulders \(\d+ cm\)$/);
  });
  test('every knob of every version has words at its ends and in the middle', () => {
    for (const rung of catalog.rungs)
      for (const knob of knobsOf(rung, body))
        for (const value of [knob.low, knob.base, (knob.low + knob.high) / 2, knob.high])
          expect(knobWords(rung, knob, value)).toMatch(/\d/);
  });
  test('only what differs from the version’s own is told', () => {
    const rung = rungOf('front-plank/straight-arm');
    const knobs = knobsOf(rung, body);
    expect(settingsText(rung, knobs, {})).toBe('');
    expect(settingsText(rung, knobs, { handHeight: 0.3, kneeBend: knobs.find((k) => k.id === 'kneeBend')!.base })).toBe(
      'Hands on a surface 30 cm high',
    );
  });
  test('the table has a row for every version of every ladder', () => {
    const table = loadTable(catalog, body);
    for (const ladder of ladders)
      for (const r of rungsOnLadder(catalog, ladder)) expect(table).toContain(`| ${placeKey(r)} |`);
    expect(loadText(null)).toBe('no load figure');
    expect(loadText(loadOf(rungOf('push-up/full'), body))).toMatch(/^\d+ % of body weight$/);
  });
});

describe('gates and forecasts', () => {
  test('what is missing is said', () => {
    const [gate] = catalog.crossGates.filter((g) => g.measure);
    const said = (
      [
        { is: 'seconds', more: 9, wanted: 40 },
        { is: 'felt', site: 'low-back' },
        { is: 'worst', worst: 'slight' },
        { is: 'sets', more: 1, wanted: 2 },
        { is: 'days', more: 2, wanted: 2 },
        { is: 'held', gate: gate! },
        { is: 'measure', gate: gate! },
      ] as const
    ).map(missingText);
    expect(said).toEqual([
      '9 s more, 40 s clean',
      'not felt first in the low back',
      'nothing worse than slight',
      '1 more of 2 sets in one day',
      '2 more of 2 days',
      gate!.says,
      gate!.measure!.says,
    ]);
    expect(gateText({ sets: 3, seconds: 20, reps: null, worst: 'slight', days: 2, notFelt: ['low-back'] })).toBe(
      '3 × 20 s clean, nothing worse than slight, on 2 days, not felt first: low back.',
    );
    expect(noForecastText({ is: 'few-sessions', sessions: 2, wanted: 4 }, String)).toBe(
      'Cannot say yet: 2 of 4 sessions.',
    );
    expect(noForecastText({ is: 'rises-or-levels-off', from: '2026-06-01', fan: [] }, String)).toContain(
      'from 2026-06-01',
    );
    expect(noForecastText({ is: 'not-on-this-course', middle: 33.6, chance: 0.1 }, String)).toContain('about 34');
    expect(noForecastText({ is: 'within-a-week' }, String)).toContain('within one week');
  });
});

describe('proposals', () => {
  test('any history on any rung is told in a whole sentence without a hole in it', () => {
    const one = fc.record({
      clean: fc.integer({ min: 1, max: 70 }),
      extra: fc.integer({ min: 0, max: 20 }),
      day: fc.integer({ min: 1, max: 28 }).map((d) => `2026-05-${String(d).padStart(2, '0')}`),
      worst: fc.constantFrom(null, 'slight' as const, 'clear' as const, 'gross' as const),
      side: fc.constantFrom(null, 'left' as const, 'right' as const),
      cue: fc.constantFrom(null, 'mended' as const, 'not-mended' as const),
      pain: fc.constantFrom(false, false, false, true),
    });
    fc.assert(
      fc.property(
        fc.constantFrom(...ladders.flatMap((l) => rungsOnLadder(catalog, l))),
        fc.array(one, { minLength: 1, maxLength: 6 }),
        fc.constantFrom(15, 45, 90),
        fc.subarray<CautionId>(['low-back', 'shoulder', 'pregnancy']),
        (rung, list, cap, cautions) => {
          const holds = list.map(({ extra, ...h }) =>
            plankHold({
              ...h,
              place: placeKey(rung),
              total: h.clean + extra,
              broke: extra > 0,
              target: rung.target,
              ...(rung.counted ? { reps: { done: h.clean + extra, clean: h.clean, target: 8 } } : {}),
            }),
          );
          const p = nextStep({ catalog, rung, body, holds, cap, cautions })!;
          const { says, numbers, step } = proposalWords(catalog, rung, body, p);
          expect(says).toMatch(/^[A-Z].{15,}\.$/);
          expect(says).not.toMatch(/undefined|null|NaN| {2}|\.\./);
          expect(numbers.length).toBeGreaterThan(0);
          for (const n of numbers) expect(`${n.label}${n.value}`).not.toMatch(/undefined|null|NaN/);
          if (p.step) expect(says).toContain(step!);
          if (p.sides) expect(says).toContain(`Weak side first (${p.sides.weak})`);
        },
      ),
      { numRuns: 150 },
    );
  });
  test('what a gate between ladders asks for stands in the sentence, and in the numbers with the best so far', () => {
    const rung = rungOf('front-plank/feet-raised');
    const hold = plankHold({ place: 'front-plank/feet-raised', clean: 30, target: 30 });
    const told = proposalWords(catalog, rung, body, nextStep({ catalog, rung, body, holds: [hold], cap: 45 })!);
    expect(told.says).toContain('a forearm plank, three times 20 s; a squeezed plank, three times 20 s');
    expect(told.numbers).toContainEqual({
      label: placeName(catalog, 'front-plank/forearm'),
      value: 'best 30 s of 20 s', // a hold of a harder version proves it too
    });
  });
});

describe('causes, drills, pictures, stops', () => {
  const advised = evaluated(watchedPlank({ evidence: { 'felt-first': 'front-of-hip' } }), { kit: ['mat'] });
  test('every reason, the test and every drill of an evaluation has its words', () => {
    for (const r of advised.ranking)
      for (const reason of r.all) expect(evidenceText(catalog, reason.from).length).toBeGreaterThan(5);
    expect(evidenceText(catalog, { is: 'test', test: 'talk', result: 'negative' })).toMatch(/: negative$/);
    expect(testWhy(catalog, advised.nextTest!)).toMatch(/\d+ %/);
    for (const c of advised.choice.chosen) expect(chosenWhy(catalog, c)).toMatch(/^answers “.*” \(\d+ %\)/);
    for (const l of advised.choice.leftOut) expect(leftOutWhy(catalog, l.why).length).toBeGreaterThan(8);
    expect(leftOutWhy(catalog, { is: 'caution', caution: 'neck' })).toContain('caution “');
    expect(leftOutWhy(catalog, { is: 'banned' })).toBe('banned by the coach');
  });
  test('what screens found is said once a pattern, with whom', () => {
    const found = [
      { fault: 'knee-in', pattern: 'squat' as const, members: ['a', 'b'] },
      { fault: 'heels-rise', pattern: 'squat' as const, members: ['b'] },
      { fault: 'arms-forward', pattern: 'overhead' as const, members: ['a'] },
    ];
    const said = classWarning(catalog, { block: 'x', is: 'screen', found }, (id) => id.toUpperCase());
    expect(said).toBe(
      'It uses the squat and the drive of hip, knee and ankle; in the movement screen: knee goes in (A, B), heels rise (B). It uses the reach overhead; in the movement screen: arms fall forward (A).',
    );
  });
  test('warnings of a sheet are read after the drill’s name', () => {
    expect(warningText(catalog, { drill: 'x', kind: 'gone' })).toBe('is taken out of the library');
    expect(warningText(catalog, { drill: 'x', kind: 'excluded', caution: 'neck' })).toContain(
      'stop it and choose anew',
    );
    expect(warningText(catalog, { drill: 'x', kind: 'change', caution: 'wrist', change: 'on fists' })).toMatch(
      /: on fists$/,
    );
  });
  test('what is wrong with a picture, and what stands against loading', () => {
    expect(seenWarning('too-far-off', 44.6)).toContain('about 45°');
    expect(seenWarnings({ warnings: ['no-floor', 'only-watched'], picture: null })).toHaveLength(2);
    for (const w of ['too-few-points', 'off-square', 'points-missing'] as const)
      expect(seenWarning(w, 20)).toMatch(/\.$/);
    expect(stoppedText(null, null)).toBe('');
    expect(stoppedText('signs', 'now')).toBe(ADVICE_WORDS.now);
    expect(stoppedText('pain', null)).toContain('Pain ended');
  });
  test('the evaluation file keeps its sentences', () => {
    const file = evaluationFile(catalog, advised);
    expect(file).toMatchObject({ format: 'upright-anchor/evaluation', version: 1, view: null, hold: { clean: 21.4 } });
    expect(file.causes.every((c) => c.probability >= WORTH_TELLING && c.because.length > 0)).toBe(true);
    expect(file.ladder!.proposal).toMatch(/^Stay, or split the set: 20 s here, the other 20 s at “/);
    expect(file.drills.map((d) => d.drill)).toEqual(advised.choice.chosen.map((c) => c.drill));
    const pain = evaluationFile(catalog, evaluated(watchedPlank({ ended: { t: 30, reason: 'pain' } })));
    expect(pain).toMatchObject({ causes: [{ cause: 'pain' }], nextTest: null, drills: [], ladder: { rule: 1 } });
  });
});

test('each word of the glossary is explained once, in a sentence or two, and the words lie in order', () => {
  const terms = GLOSSARY.map((g) => g.term);
  expect(new Set(terms).size).toBe(terms.length);
  expect(terms).toEqual([...terms].sort((a, b) => a.localeCompare(b, 'en')));
  for (const { says } of GLOSSARY) {
    expect(says).toMatch(/^[A-Z].*\.$/);
    expect(says.split(/\s+/).length).toBeLessThanOrEqual(26);
  }
});
