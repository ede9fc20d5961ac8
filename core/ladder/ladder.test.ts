import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { bodyOf } from '../body/anthropometry.js';
import { record, rungOf } from '../catalog/index.js';
import { catalog } from '../catalog/shipped.js';
import { ladderOf, ladders, placeKey, rungsOnLadder } from '../catalog/ladders.js';
import { skillGoals } from '../catalog/skill-goals.js';
import { addDays } from '../days.js';
import type { CautionId, Rung } from '../formats/catalog.js';
import { loadOf } from '../statics/load.js';
import { findSteps } from '../statics/step.js';
import { applyEntries, problemsOfEntry } from '../studio/overlay.js';
import { evaluated, plankHold, watchedPlank } from '../testing.js';
import { crossStatus, gateFor, gateStatus, neighbours, rungAt } from './gates.js';
import { holdsBefore, loggedHold, type LoggedHold } from './holds.js';
import {
  easierVersion,
  lengthened,
  nextStep,
  noProgress,
  sideGap,
  weekLoad,
  type NextStepQuery,
  type Proposal,
} from './next-step.js';
import { sessionsAt, workOrder } from './next-gate.js';
import { gateHere, graphLinks, pathTo, placeHistory, placeOn } from './places.js';

const body = bodyOf({ stature: 1.75, mass: 75, sex: 'male' });
const hold = plankHold;
const day = (n: number): string => addDays('2026-05-20', n);
const next = (holds: LoggedHold[], change: Partial<NextStepQuery> = {}) =>
  nextStep({ catalog, rung: rungAt(catalog, holds.at(-1)!.place), body, holds, cap: 45, ...change });
const percentOfWeek = (p: Proposal): number =>
  Math.round(100 * p.numbers.find((n) => n.is === 'week-against-last')!.value);
const rungOfPlace = (place: string): Rung => rungAt(catalog, place);

describe('the graph of ladders', () => {
  test('every ladder, cross gate and goal names versions that exist; a version stands on one ladder at most', () => {
    const all = ladders.flatMap((l) => rungsOnLadder(catalog, l).map((r) => `${r.family}/${r.id}`));
    expect(new Set(all).size).toBe(all.length);
    for (const g of catalog.crossGates) for (const place of [g.from, g.to]) expect(all).toContain(place);
    for (const goal of skillGoals) expect(all).toContain(goal.at);
    for (const l of ladders)
      for (const s of l.sideways.filter((p) => all.includes(p)))
        expect(rungsOnLadder(catalog, l).map((r) => `${r.family}/${r.id}`)).toContain(s);
  });
  test('has no way round in a circle', () => {
    const links = graphLinks(catalog);
    const state = new Map<string, 'open' | 'done'>();
    const visit = (place: string): void => {
      expect(state.get(place)).not.toBe('open');
      if (state.get(place) === 'done') return;
      state.set(place, 'open');
      links.filter((l) => l.from === place).forEach((l) => visit(l.to));
      state.set(place, 'done');
    };
    links.forEach((l) => visit(l.from));
    expect(links.filter((l) => l.kind === 'cross')).toHaveLength(catalog.crossGates.length);
  });
  test('sideways rungs are passed over on the way up', () => {
    const plank = ladderOf(catalog, rungOfPlace('front-plank/forearm'))!;
    const way = neighbours(plank, rungsOnLadder(catalog, plank), 'front-plank/squeezed');
    expect([way.before?.id, way.next?.id]).toEqual(['hollow-shaped', 'feet-raised']);
  });
  test('a studio’s own version of a family stands on its ladder', () => {
    const own = { ...rungOfPlace('edge/full'), id: 'past-the-gunwale' };
    const more = { ...catalog, rungs: [...catalog.rungs, own] };
    expect(ladderOf(more, own)?.id).toBe('edge');
    expect(graphLinks(more)).toContainEqual({ from: 'edge/full', to: 'edge/past-the-gunwale', kind: 'ladder' });
  });
});

describe('gates', () => {
  const ladder = ladders.find((l) => l.id === 'front-plank')!;
  const rung = rungOfPlace('front-plank/forearm');
  test('the target cut to the cap; a low-back caution doubles it, in days where the cap stands in the way', () => {
    expect(gateFor(ladder, rung, 45)).toMatchObject({ seconds: 40, days: 1, sets: 1 });
    expect(gateFor(ladder, rung, 15)).toMatchObject({ seconds: 15, days: 1 });
    expect(gateFor(ladder, rung, 90, ['low-back'])).toMatchObject({ seconds: 80, days: 1 });
    expect(gateFor(ladder, rung, 45, ['low-back'])).toMatchObject({ seconds: 45, days: 2 });
  });
  test('what is missing is said', () => {
    const gate = { ...gateFor(ladder, rung, 45), sets: 2, days: 2 };
    expect(gateStatus(gate, [hold({ clean: 31 })]).missing[0]).toEqual({ is: 'seconds', more: 9, wanted: 40 });
    expect(gateStatus(gate, [hold({ clean: 40 })]).missing).toEqual([
      { is: 'sets', more: 1, wanted: 2 },
      { is: 'days', more: 2, wanted: 2 },
    ]);
    expect(gateStatus(gate, [hold({ clean: 40 }), hold({ clean: 41 })]).missing).toEqual([
      { is: 'days', more: 1, wanted: 2 },
    ]);
    expect(gateStatus({ ...gate, sets: 1, days: 1 }, [hold({ clean: 40, felt: 'low-back' })]).missing).toEqual([
      { is: 'felt', site: 'low-back' },
    ]);
    expect(gateStatus({ ...gate, sets: 1, days: 1 }, [hold({ clean: 40, worst: 'clear' })]).missing).toEqual([
      { is: 'worst', worst: 'slight' },
    ]);
    expect(gateStatus({ ...gate, sets: 1, days: 1 }, [hold({ clean: 40, worst: 'clear', broke: true })]).passed).toBe(
      true,
    );
  });
  test('more holds close a gate only by a gross fault or a break before half', () => {
    const any = fc.record({
      clean: fc.integer({ min: 1, max: 60 }),
      d: fc.integer({ min: 0, max: 5 }),
      worst: fc.constantFrom(null, 'slight' as const, 'gross' as const),
      broke: fc.boolean(),
    });
    fc.assert(
      fc.property(
        fc.array(any, { maxLength: 12 }),
        any,
        fc.integer({ min: 1, max: 3 }),
        fc.integer({ min: 1, max: 3 }),
        (list, more, sets, days) => {
          const of = (l: typeof list) => l.map(({ d, ...h }) => hold({ ...h, day: day(d) }));
          const gate = { ...gateFor(ladder, rung, 45), sets, days };
          const [before, after] = [gateStatus(gate, of(list)), gateStatus(gate, of([...list, more]))];
          const against = more.worst === 'gross' || (more.broke && more.clean < 20);
          if (before.passed && !against) expect(after.passed).toBe(true);
          expect(before.passed).toBe(before.missing.length === 0);
        },
      ),
    );
  });
  test('a gate counts for six weeks, and what came since can open it again', () => {
    const gate = gateFor(ladder, rung, 45);
    const passed = hold({ clean: 40, day: day(0) });
    expect(gateStatus(gate, [passed], day(42)).passed).toBe(true);
    expect(gateStatus(gate, [passed], day(43))).toMatchObject({
      passed: false,
      missing: [{ is: 'expired' }],
      best: 40,
    });
    for (const since of [hold({ clean: 12, broke: true, worst: 'clear' }), hold({ clean: 30, worst: 'gross' })])
      expect(gateStatus(gate, [passed, { ...since, day: day(3) }])).toMatchObject({
        passed: false,
        missing: [{ is: 'reopened' }],
      });
    // A break after half of the working time says nothing against it, and neither does one before it was passed.
    expect(gateStatus(gate, [passed, hold({ clean: 25, broke: true, day: day(3) })]).passed).toBe(true);
    expect(gateStatus(gate, [hold({ clean: 5, broke: true, day: day(-3) }), passed]).passed).toBe(true);
  });
  test('a hold on an easier set-up, or one that was not judged by what decides, passes no gate', () => {
    const gate = gateFor(ladder, rung, 45);
    expect(gateStatus(gate, [hold({ clean: 40, share: 0.7 })])).toMatchObject({
      passed: false,
      best: 40,
      missing: [{ is: 'set-up' }],
    });
    expect(gateStatus(gate, [hold({ clean: 40, share: 0.98 })]).passed).toBe(true);
    expect(gateStatus(gate, [hold({ clean: 40, share: 1.15 })])).toMatchObject({ passed: true, share: 1.15 });
    expect(gateStatus(gate, [hold({ clean: 40, undecided: true })]).missing).toEqual([{ is: 'undecided' }]);
  });
  test('a counted version asks for reps, and a set that was only timed shows none', () => {
    const raise = rungOfPlace('hanging/half');
    const gate = gateFor(ladderOf(catalog, raise)!, raise, 15);
    expect(gate).toMatchObject({ reps: 6, sets: 1, days: 1 });
    const set = (clean: number) => hold({ place: 'hanging/half', clean: 8, reps: { done: 8, clean, target: 6 } });
    expect(gateStatus(gate, [set(6)]).passed).toBe(true);
    expect(gateStatus(gate, [set(4)])).toMatchObject({ best: 4, missing: [{ is: 'reps', more: 2, wanted: 6 }] });
    expect(gateStatus(gate, [hold({ place: 'hanging/half', clean: 60 })])).toMatchObject({ passed: false, best: 0 });
    expect(gateFor(ladderOf(catalog, raise)!, raise, 15, ['low-back'])).toMatchObject({ reps: 6, days: 2 });
  });
  test('a studio’s gate stands in place of the shipped one; one out of force asks for nothing', () => {
    const [gate] = catalog.crossGates.filter((g) => g.to === 'dragon-flag/tuck');
    const own = (change: object) => applyEntries(catalog, [{ kind: 'crossGates', record: { ...gate!, ...change } }]);
    const once = [hold({ place: 'hollow/overhead', clean: 21 })];
    expect(crossStatus(catalog, 'dragon-flag/tuck', once)[0]!.passed).toBe(false);
    expect(crossStatus(own({ sets: 1, seconds: 20 }), 'dragon-flag/tuck', once)[0]!.passed).toBe(true);
    expect(crossStatus(own({ off: true }), 'dragon-flag/tuck', [])).toEqual([]);
    expect(graphLinks(own({ off: true })).filter((l) => l.kind === 'cross')).toHaveLength(
      catalog.crossGates.length - 1,
    );
    expect(problemsOfEntry(catalog, { kind: 'crossGates', record: { ...gate!, from: gate!.to } })).toMatchObject([
      { path: 'from' },
    ]);
    expect(problemsOfEntry(catalog, { kind: 'crossGates', record: { ...gate!, to: 'mast/top' } })).toMatchObject([
      { path: 'to' },
    ]);
  });
  test('a cross gate asks for its own sets on one day, whatever the cap, and for its measure', () => {
    const sets = [0, 0, 0].map((d) => hold({ place: 'hollow/overhead', clean: 46, day: day(d) }));
    expect(crossStatus(catalog, 'dragon-flag/tuck', sets.slice(1))[0]).toMatchObject({ passed: false, best: 46 });
    expect(crossStatus(catalog, 'dragon-flag/tuck', sets)[0]!.passed).toBe(true);
    const harder = sets.map((h) => ({ ...h, place: 'hollow/low' }));
    expect(crossStatus(catalog, 'dragon-flag/tuck', harder)[0]!.passed).toBe(true);
    expect(
      crossStatus(
        catalog,
        'dragon-flag/tuck',
        sets.map((h) => ({ ...h, place: 'hollow/straight' })),
      )[0]!.passed,
    ).toBe(false);
    expect(crossStatus(catalog, 'handstand/free', sets)[0]!.missing.map((m) => m.is)).toEqual(['measure']);
    expect(crossStatus(catalog, 'handstand/free', [...sets, hold({ values: { shoulder: 175 } })])[0]!.passed).toBe(
      true,
    );
  });
});

describe('the next step, first rule that fits', () => {
  test('1: pain, or a caution that now applies', () => {
    expect(next([hold({ clean: 45, pain: true })])).toMatchObject({ rule: 1, kind: 'leave' });
    expect(next([hold({ clean: 45 })], { pain: true })).toMatchObject({ rule: 1 });
    expect(next([hold({ clean: 45 })], { cautions: ['pregnancy'] })).toMatchObject({
      rule: 1,
      because: 'caution',
      barred: ['pregnancy'],
    });
  });
  test('a cross gate is passed by its own version, by a harder one of the same position, and by nothing else', () => {
    for (const gate of catalog.crossGates.filter((g) => !g.off && !g.measure)) {
      const ladder = ladderOf(catalog, rungOfPlace(gate.from))!;
      const way = rungsOnLadder(catalog, ladder)
        .filter((r) => r.family === rungOfPlace(gate.from).family)
        .map((r) => `${r.family}/${r.id}`);
      const at = way.indexOf(gate.from);
      for (const [i, place] of way.entries()) {
        const held = Array.from({ length: gate.sets }, () => hold({ place, clean: gate.seconds }));
        const status = crossStatus(catalog, gate.to, held).find((c) => c.gate === gate)!;
        const counts = i === at || (i > at && !ladder.sideways.includes(place));
        expect([gate.from, place, status.passed]).toEqual([gate.from, place, counts]);
        expect(status.best).toBe(counts ? gate.seconds : 0);
        if (counts && gate.sets > 1)
          expect(crossStatus(catalog, gate.to, held.slice(1)).find((c) => c.gate === gate)!.passed).toBe(false);
      }
    }
  });
  test('2: the span is three weeks to the day, and at most four back', () => {
    const over = (...days: number[]) => noProgress(days.map((n) => hold({ day: day(n), clean: 20 })));
    expect(over(0, 7, 14, 20)).toBeNull();
    expect(over(0, 7, 14, 21)).toEqual({ days: 4, slope: 0, error: 0 });
    expect(over(0, 14, 21)).toBeNull();
    // A day longer ago than four weeks does not speak any more.
    expect(over(0, 10, 20, 29)).toBeNull();
    expect(over(0, 10, 20, 28)).toEqual({ days: 4, slope: 0, error: 0 });
  });
  test('2: four days over three weeks without a rise', () => {
    const flat = [-24, -16, -8, 0].map((d, i) => hold({ day: day(d), clean: 30 - i, broke: true, worst: 'clear' }));
    expect(next(flat)).toMatchObject({ rule: 2, kind: 'easier-week', seconds: 20 });
    expect(noProgress(flat.slice(1))).toBeNull();
    expect(next(flat.map((h, i) => ({ ...h, clean: 20 + 4 * i })))!.rule).toBe(6);
  });
  test('3: gate passed: up, or the step between where the next is too far', () => {
    const up = next([hold({ clean: 40 })]);
    const ratio =
      loadOf(rungOfPlace('front-plank/elbows-ahead'), body)!.value /
      loadOf(rungOfPlace('front-plank/forearm'), body)!.value;
    expect(ratio).toBeGreaterThan(1.25);
    expect(up).toMatchObject({ rule: 3, kind: 'between', to: 'front-plank/forearm', step: { knob: 'elbowAhead' } });
    expect(up!.numbers).toContainEqual({ is: 'load-of-the-next', value: ratio, unit: 'of-this' });
    expect(up!.step!.load / loadOf(rungOfPlace('front-plank/forearm'), body)!.value).toBeCloseTo(1.15, 2);
    expect(next([hold({ place: 'hollow/one-leg', clean: 30, target: 30 })])).toMatchObject({
      rule: 3,
      kind: 'step-up',
      to: 'hollow/straight',
    });
    expect(next([hold({ place: 'edge/full', clean: 15, target: 10 })])).toMatchObject({ rule: 3, kind: 'top' });
  });
  test('3: a cross gate that is not passed comes first', () => {
    const flag = [hold({ place: 'front-plank/feet-raised', clean: 30, target: 30 })];
    const asked = next(flag)!;
    expect(asked).toMatchObject({ rule: 3, kind: 'first', to: 'front-plank/feet-raised' });
    expect(asked.held?.by === 'gates' && asked.held.gates.map((g) => g.gate.from)).toEqual([
      'front-plank/forearm',
      'front-plank/squeezed',
    ]);
  });
  test('3: a next version that a caution leaves out is not proposed', () => {
    const asked = next([hold({ clean: 40 }), hold({ clean: 41, day: day(1) })], { cautions: ['shoulder'] })!;
    expect(asked.kind).toBe('between');
    expect(asked).toMatchObject({ held: { by: 'caution' }, barred: ['shoulder'] });
  });
  test('4: clean to the method’s cap is made harder, not longer, even where the gate is still shut', () => {
    const low = next([hold({ clean: 45, felt: 'low-back', target: 45 })])!;
    expect(low).toMatchObject({ rule: 4, because: 'cap-reached', cap: 45 });
  });
  test('5: a gross fault, or a break before half: down, or the step between where down is far', () => {
    const down = next([hold({ clean: 12, broke: true, worst: 'clear', total: 20 })])!;
    expect(down).toMatchObject({ rule: 5, kind: 'between' });
    expect(down.step!.load / loadOf(rungOfPlace('front-plank/forearm'), body)!.value).toBeCloseTo(0.8, 2);
    expect(next([hold({ clean: 38, broke: true, worst: 'gross', total: 40 })])!.rule).toBe(5);
    expect(
      next([hold({ place: 'hollow/straight', target: 30, clean: 9, broke: true, worst: 'clear', total: 12 })]),
    ).toMatchObject({
      rule: 5,
      kind: 'step-down',
      to: 'hollow/one-leg',
    });
    expect(
      next([
        hold({ place: 'rotation/heels-down', worst: 'gross', broke: true, reps: { done: 5, clean: 2, target: 12 } }),
      ]),
    ).toMatchObject({ rule: 5, kind: 'stay', reps: 6 });
  });
  test('6: a break between half and the whole: split one second before the usual break', () => {
    const split = next(
      [26, 25, 27].map((clean, i) => hold({ clean, day: day(i), broke: true, worst: 'clear', total: 34 })),
    )!;
    expect(split).toMatchObject({ rule: 6, kind: 'split', seconds: 25 });
    expect(split.rest).toEqual({ at: 'front-plank/knees', seconds: 15, reps: null });
  });
  test('5: mended by one cue, an early break or a gross fault is no reason to go down: the same again with it', () => {
    for (const worst of ['clear', 'gross'] as const)
      expect(next([hold({ clean: 15, broke: true, worst, total: 20, cue: 'mended' })])).toMatchObject({
        rule: 5,
        kind: 'stay',
        because: 'mended-by-cue',
        to: 'front-plank/forearm',
      });
  });
  test('7: clean to a working time below the gate: lengthen, five seconds or a fifth, ten at most', () => {
    expect(next([hold({ clean: 20, target: 20 })])).toMatchObject({ rule: 7, kind: 'lengthen', seconds: 25 });
    expect([10, 30, 40, 100].map(lengthened)).toEqual([15, 36, 48, 110]);
    const twice = [
      ...[-7, 0].map((d) => hold({ clean: 20, target: 20, day: day(d) })),
      hold({ clean: 20, target: 20, day: day(0) }),
    ];
    expect(next(twice)!.dropSet).toBe(true);
    expect(weekLoad(twice, () => 2, day(0))).toBe(80);
    expect(weekLoad(twice, () => 2, day(-7))).toBe(40);
  });
  test('7: only what is held at this version grows the week, each version by its own load', () => {
    const knees = [-8, -7].map((d) => hold({ place: 'front-plank/knees', clean: 40, day: day(d) }));
    const easy = [...knees, ...[-1, 0].map((d) => hold({ clean: 20, target: 20, day: day(d) }))];
    const knee = loadOf(rungOfPlace('front-plank/knees'), body)!.value;
    const full = loadOf(rungOfPlace('front-plank/forearm'), body)!.value;
    const share = Math.round((100 * 2 * full * 25) / (2 * knee * 40));
    const asked = next(easy)!;
    expect(asked.dropSet).toBe(share > 120);
    if (share > 120) expect(percentOfWeek(asked)).toBe(share);
    const heavy = [...easy.slice(0, 2), ...[-2, -1, 0].map((d) => hold({ clean: 20, target: 20, day: day(d) }))];
    expect(percentOfWeek(next(heavy)!)).toBe(Math.round((100 * 3 * full * 25) / (2 * knee * 40)));
  });
  test('3: the step between is known again when it is done, and the next is counted from it', () => {
    const own = loadOf(rungOfPlace('front-plank/forearm'), body)!.value;
    const ratio = loadOf(rungOfPlace('front-plank/elbows-ahead'), body)!.value / own;
    const first = next([hold({ clean: 40 })])!;
    expect(first.setup).toEqual({ elbowAhead: first.step!.value });
    const done = hold({ clean: 40, setup: first.setup, share: first.step!.load / own, day: day(3) });
    const after = next([hold({ clean: 40 }), done])!;
    expect(ratio / 1.15).toBeLessThan(1.25);
    expect(after).toMatchObject({ rule: 3, kind: 'step-up', to: 'front-plank/elbows-ahead', setup: null });
    // Broken late on the step, it is the step again.
    const broke = { ...done, clean: 25, broke: true, worst: 'clear' as const };
    const again = next([hold({ clean: 40 }), broke])!;
    expect(again).toMatchObject({ rule: 3, kind: 'between' });
    expect(again.step!.value).toBeCloseTo(first.step!.value, 3);
  });
  test('3: range that is short comes first, range that is not known is to be checked', () => {
    const held = [hold({ place: 'hollow/straight', clean: 40, target: 30, backDown: true })];
    const asked = next(held, { ranges: { 'arms-overhead': 'positive' } })!;
    expect(asked).toMatchObject({ kind: 'first', held: { by: 'range', next: 'hollow/overhead' } });
    const open = next(held, { ranges: { 'arms-overhead': 'negative' } })!;
    expect(open.check).toEqual([]);
    expect(['step-up', 'between']).toContain(open.kind);
    const onBack = (backDown: boolean | null) =>
      next([hold({ place: 'hollow/one-leg', clean: 30, target: 30, backDown })])!;
    expect(onBack(true)).toMatchObject({ kind: 'step-up', check: [] });
    expect(onBack(null)).toMatchObject({ kind: 'step-up', check: [{ is: 'unknown', by: 'back' }] });
    expect(onBack(false)).toMatchObject({
      kind: 'first',
      held: { by: 'range', ranges: [{ is: 'short', by: 'back' }] },
    });
  });
  test('3: a straight-leg raise under 80° keeps straight-leg raises away, in degrees or in words', () => {
    const tuck = [
      hold({ place: 'hanging/tuck', clean: 16, reps: { done: 8, clean: 8, target: 8 } }),
      hold({ place: 'hollow/bent-knee', clean: 30 }),
    ];
    const at = (answer: number) =>
      nextStep({
        catalog,
        rung: rungOfPlace('hanging/tuck'),
        body,
        holds: tuck,
        cap: 90,
        ranges: { 'leg-raise-passive': answer },
      })!;
    expect(at(79)).toMatchObject({ kind: 'first', held: { by: 'range', ranges: [{ atLeast: 80, got: 79 }] } });
    expect(at(80).held?.by).not.toBe('range');
  });
  test('2: days that ended at their target are no plateau, and a rise within its own error is none', () => {
    const days = [-24, -16, -8, 0];
    const to = (clean: number[], toTarget = false) =>
      noProgress(days.map((d, i) => hold({ day: day(d), clean: clean[i]!, toTarget })));
    expect(to([30, 30, 30, 30])).not.toBeNull();
    expect(to([30, 30, 30, 30], true)).toBeNull();
    expect(to([30, 31, 32, 33])).toBeNull();
    expect(to([30, 36, 26, 31])).not.toBeNull();
  });
  test('6: this side’s usual break splits the set, and a clean hard part grows by five seconds after a week', () => {
    const broke = (clean: number, side: 'left' | 'right', d: number) =>
      hold({
        place: 'side-plank/stacked',
        clean,
        side,
        day: day(d),
        broke: true,
        worst: 'clear',
        target: 30,
        total: 30,
      });
    const both = next([broke(28, 'right', -2), broke(27, 'right', -1), broke(20, 'left', 0)])!;
    expect(both).toMatchObject({ rule: 6, kind: 'split', seconds: 19 });
    expect(both.rest!.seconds).toBe(11);
    const parted = (d: number, hard: number) =>
      hold({
        clean: hard,
        total: hard,
        day: day(d),
        target: 40,
        split: { hard, rung: 'knees', easy: 40 - hard },
      });
    expect(next([parted(-3, 25), parted(0, 25)])).toMatchObject({ kind: 'split', seconds: 25 });
    expect(next([parted(-7, 25), parted(0, 25)])).toMatchObject({ kind: 'split', seconds: 30, rest: { seconds: 10 } });
  });
  test('7: however many looks a week has, it grows by ten seconds at most', () => {
    const grow = (targets: [number, number][]) =>
      next(targets.map(([d, target]) => hold({ clean: target, target, day: day(d), felt: 'low-back' })))!;
    expect(grow([[0, 20]])).toMatchObject({ kind: 'lengthen', seconds: 25 });
    expect(
      grow([
        [-3, 20],
        [0, 26],
      ]),
    ).toMatchObject({ kind: 'lengthen', seconds: 30 });
    expect(
      grow([
        [-5, 20],
        [-3, 25],
        [0, 30],
      ]),
    ).toMatchObject({ kind: 'stay', because: 'lengthened-this-week', seconds: 30 });
    expect(
      grow([
        [-12, 20],
        [0, 30],
      ]),
    ).toMatchObject({ kind: 'lengthen', seconds: 36 });
  });
  test('a counted version speaks of reps in every rule, and of nothing where it was only timed', () => {
    const set = (clean: number, done = clean, target = 6) =>
      hold({
        place: 'hanging/half',
        clean: 5,
        broke: done > clean,
        worst: done > clean ? 'clear' : null,
        reps: { done, clean, target },
      });
    expect(next([set(6)])).toMatchObject({ rule: 3 });
    expect(next([set(2, 6)])).toMatchObject({ rule: 5 });
    expect(next([set(4, 6)])).toMatchObject({ rule: 6, kind: 'split', reps: 3, rest: { reps: 3 } });
    expect(next([set(4, 4, 4)])).toMatchObject({ rule: 7, kind: 'lengthen', reps: 5 });
    expect(next([hold({ place: 'hanging/half', clean: 40 })])).toBeNull();
  });
  test('holds before a look: those behind it in the list, none where it is not listed', () => {
    const list = ['c', 'b', 'a'].map((lookId) => ({ lookId }));
    expect(holdsBefore(list, 'b')).toEqual([{ lookId: 'a' }]);
    expect(holdsBefore(list, 'x')).toEqual([]);
  });
  test('sides a fifth apart: the weak one first and one set more, whatever the rule', () => {
    const sided = (side: 'left' | 'right', clean: number) =>
      hold({ place: 'side-plank/knees', target: 30, side, clean, broke: true, worst: 'clear', total: 30 });
    const both = next([sided('left', 18), sided('right', 25)])!;
    expect(both.sides).toEqual({ weak: 'left', gap: expect.closeTo(0.28, 6) });
    expect(sideGap([sided('left', 21), sided('right', 25)])).toBeNull();
    // A fifth is a gap.
    expect(sideGap([sided('left', 20), sided('right', 25)])).toEqual({ weak: 'left', gap: 0.2 });
  });
  test('sides are compared over four weeks up to the newest hold, the last day of them counted', () => {
    const on = (side: 'left' | 'right', clean: number, n: number) => ({ ...hold({ side, clean }), day: day(n) });
    expect(sideGap([on('left', 40, -28), on('right', 20, 0)])).toMatchObject({ weak: 'right' });
    expect(sideGap([on('left', 40, -29), on('right', 20, 0)])).toBeNull();
    // A good day long ago does not hide what is weak now, in whatever order the holds come.
    expect(sideGap([on('right', 60, -40), on('right', 20, 0), on('left', 40, -3)])).toMatchObject({ weak: 'right' });
    expect(sideGap([on('left', 40, -3), on('right', 20, 0), on('right', 60, -40)])).toMatchObject({ weak: 'right' });
  });
  test('a painful last hold alone keeps the load as it is not: leave it', () => {
    const said = next([hold({ clean: 20, pain: true })]);
    expect(said).toMatchObject({ rule: 1, barred: [] });
    expect(next([hold({ clean: 20 })], { pain: true })?.rule).toBe(1);
    expect(next([hold({ clean: 20, pain: true }), hold({ clean: 20, day: day(1) })])?.rule).not.toBe(1);
  });
  test('any history on any rung gets one proposal that keeps its promises', () => {
    const one = fc.record({
      clean: fc.integer({ min: 1, max: 70 }),
      extra: fc.integer({ min: 0, max: 20 }),
      d: fc.integer({ min: 0, max: 40 }),
      worst: fc.constantFrom(null, 'slight' as const, 'clear' as const, 'gross' as const),
      felt: fc.constantFrom(null, 'low-back', 'belly'),
    });
    fc.assert(
      fc.property(
        fc.constantFrom(...ladders.flatMap((l) => rungsOnLadder(catalog, l))),
        fc.array(one, { minLength: 1, maxLength: 8 }),
        fc.constantFrom(15, 30, 45, 90),
        fc.subarray<CautionId>(['low-back', 'shoulder', 'wrist', 'neck']),
        (rung, list, cap, cautions) => {
          const place = `${rung.family}/${rung.id}`;
          const holds = list.map((h) =>
            hold({
              place,
              clean: h.clean,
              total: h.clean + h.extra,
              broke: h.extra > 0,
              day: day(h.d),
              worst: h.worst,
              felt: h.felt,
              target: rung.target,
              ...(rung.counted
                ? { reps: { done: h.clean + h.extra, clean: h.clean, target: rung.counted.target } }
                : {}),
            }),
          );
          const p = nextStep({ catalog, rung, body, holds, cap, cautions })!;
          expect(p.reps === null).toBe(!rung.counted);
          expect(p.numbers.length > 0 || p.kind === 'leave').toBe(true);
          expect(p.step !== null).toBe(p.kind === 'between');
          if (p.kind === 'step-up') {
            const to = rungAt(catalog, p.to);
            expect(to.excludedBy.filter((c) => cautions.includes(c))).toEqual([]);
            // Too far a step is taken only where no knob gives one in between.
            const [a, b] = [loadOf(rung, body), loadOf(to, body)];
            if (a && b && a.governs === b.governs && a.value > 2 && b.value / a.value > 1.25)
              expect(findSteps(rung, body, a.value * 1.15)).toEqual([]);
          }
          if (p.kind === 'step-down' || p.kind === 'split') {
            const easier = rungAt(catalog, p.kind === 'split' ? p.rest!.at : p.to);
            const [a, b] = [loadOf(rung, body), loadOf(easier, body)];
            // Never a heavier one because it stands lower in the list.
            if (a && b && a.governs === b.governs && a.value > 2) expect(b.value / a.value).toBeLessThanOrEqual(0.97);
            expect(easier.excludedBy.filter((c) => cautions.includes(c))).toEqual([]);
          }
          if (p.kind === 'split') expect(p.reps ?? p.seconds).toBeLessThan(rung.counted?.target ?? rung.target);
          if (rung.excludedBy.some((c) => cautions.includes(c))) expect(p.rule).toBe(1);
        },
      ),
      { numRuns: 120 },
    );
  });
  test('without a hold there is nothing to say', () => {
    expect(nextStep({ catalog, rung: rungOfPlace('hollow/straight'), body, holds: [], cap: 45 })).toBeNull();
    expect(
      nextStep({
        catalog,
        rung: rungOfPlace('class-moves/crunch'),
        body,
        holds: [hold({ place: 'class-moves/crunch' })],
        cap: 45,
      }),
    ).toBeNull();
  });
});

describe('the easier version', () => {
  const plank = ladderOf(catalog, rungOfPlace('front-plank/forearm'))!;
  const below = (place: string, load = loadOf(rungOfPlace(place), body), cautions: CautionId[] = [], of = catalog) => {
    const found = easierVersion({ catalog: of, body, cautions }, plank, rungOfPlace(place), load);
    return found && [placeKey(found.rung), found.ratio === null ? null : Math.round(100 * found.ratio)];
  };
  const share = (place: string, of: string): number =>
    Math.round((100 * loadOf(rungOfPlace(place), body)!.value) / loadOf(rungOfPlace(of), body)!.value);

  test('is the nearest one below that is lighter for this body, with how much lighter', () => {
    expect(below('front-plank/forearm')).toEqual([
      'front-plank/knees',
      share('front-plank/knees', 'front-plank/forearm'),
    ]);
    expect(below('front-plank/knees')).toEqual([
      'front-plank/raised',
      share('front-plank/raised', 'front-plank/knees'),
    ]);
    expect(below('front-plank/raised')).toBeNull();
  });
  test('one that is no lighter than what was set is passed over', () => {
    const load = loadOf(rungOfPlace('front-plank/knees'), body)!;
    expect(below('front-plank/forearm', load)).toEqual([
      'front-plank/raised',
      share('front-plank/raised', 'front-plank/knees'),
    ]);
    // Three hundredths lighter is lighter, less is not.
    expect(below('front-plank/forearm', { ...load, value: load.value / 0.97 })![0]).toBe('front-plank/knees');
    expect(below('front-plank/forearm', { ...load, value: load.value / 0.98 })![0]).toBe('front-plank/raised');
  });
  test('one that a caution leaves out is passed over; where loads cannot be compared the order of the ladder stands', () => {
    const barred = {
      ...catalog,
      rungs: catalog.rungs.map((r) =>
        placeKey(r) === 'front-plank/knees' ? { ...r, excludedBy: ['neck' as const] } : r,
      ),
    };
    expect(below('front-plank/forearm', undefined, ['neck'], barred)![0]).toBe('front-plank/raised');
    expect(below('front-plank/forearm', undefined, ['wrist'], barred)![0]).toBe('front-plank/knees');
    expect(below('front-plank/forearm', null)).toEqual(['front-plank/knees', null]);
    const nothing = { ...loadOf(rungOfPlace('front-plank/forearm'), body)!, value: 1.9 };
    expect(below('front-plank/forearm', nothing)).toEqual(['front-plank/knees', null]);
  });
});

describe('in the evaluation', () => {
  test('a hold that settled late and then held did not break: broken means something went', () => {
    const late = {
      ...evaluated(watchedPlank()),
      hold: { ...evaluated(watchedPlank()).hold!, settled: 1.95, clean: 38.05, firstToGo: null },
    };
    expect(loggedHold(late, '2026-05-20', '2026-05-20T09:00:00Z')).toMatchObject({ broke: false, clean: 38.05 });
  });
  test('a cue that helped, told by a mend, reaches rule 5 as one told in words does', () => {
    const early = watchedPlank({ events: [{ t: 12, fault: 'hip-sag', state: 'on' }] });
    expect(evaluated(early).step!.rule).toBe(5);
    for (const kind of ['cue', 'set-up'])
      expect(evaluated(early, { mends: [{ kind, result: 'helped' }] }).step!.because).toBe('mended-by-cue');
    expect(evaluated(early, { mends: [{ kind: 'lever', result: 'helped' }] }).step!.because).toBe('broke-early');
    expect(evaluated({ ...early, evidence: { cue: 'mended' } }).step!.because).toBe('mended-by-cue');
  });
  test('the last hold painful means the last one, whatever the order they are listed in', () => {
    const [first, second] = ['T09:00:00Z', 'T17:00:00Z'].map((t) => `2026-05-20${t}`);
    const sore = (at: string, pain: boolean) => hold({ at, pain, clean: 30, target: 30 });
    for (const flip of [false, true]) {
      const order = (list: LoggedHold[]): LoggedHold[] => (flip ? [...list].reverse() : list);
      expect(next(order([sore(first!, true), sore(second!, false)]))!.rule).not.toBe(1);
      expect(next(order([sore(first!, false), sore(second!, true)]))!.rule).toBe(1);
    }
  });
  test('a watched hold carries rule, proposal and load; a still carries none', () => {
    expect(evaluated(watchedPlank({ athlete: { stature: 1.75, mass: 75 } }))).toMatchObject({
      step: { rule: 6 },
      load: 1,
    });
    expect(evaluated(watchedPlank({ events: [], ended: undefined, evidence: { breath: 'steady' } }))).toMatchObject({
      step: null,
      load: null,
    });
  });
  test('a hold read off a look keeps what gates ask for', () => {
    const look = watchedPlank({ evidence: { 'felt-first': 'low-back', cue: 'not-mended' } });
    expect(loggedHold(evaluated(look), '2026-05-20', '2026-05-20T09:00:00Z')).toMatchObject({
      place: 'front-plank/forearm',
      clean: 21.4,
      total: 40,
      worst: 'clear',
      broke: true,
      felt: 'low-back',
      cue: 'not-mended',
    });
  });
});

describe('who holds a harder version holds the easier one as well', () => {
  const gate = { id: 'own', to: 'dragon-flag/tuck', sets: 1, seconds: 20, says: 'asked' };
  const asks = (from: string) => ({ ...catalog, crossGates: [{ ...gate, from }] });
  const passes = (from: string, place: string): boolean =>
    crossStatus(asks(from), 'dragon-flag/tuck', [hold({ place, clean: 30, total: 30, worst: null, broke: false })])[0]!
      .passed;
  const plank = ladders.find((l) => l.id === 'front-plank')!;
  const way = rungsOnLadder(catalog, plank).map((r) => `${r.family}/${r.id}`);
  test('on the same ladder, from the version that is asked for upward, and never beside it', () => {
    const asked = 'front-plank/forearm';
    for (const place of way) {
      const above = way.indexOf(place) >= way.indexOf(asked) && !plank.sideways.includes(place);
      expect([place, passes(asked, place)]).toEqual([place, above || place === asked]);
    }
  });
  test('a version beside the ladder proves itself, and another position’s proves nothing', () => {
    for (const place of plank.sideways.filter((p) => way.includes(p))) expect(passes(place, place)).toBe(true);
    expect(passes('all-fours/floor', 'push-up/full')).toBe(false);
    expect(passes('class-moves/none', 'front-plank/forearm')).toBe(false);
  });
});

describe('places and paths', () => {
  const plank = ladders.find((l) => l.id === 'front-plank')!;
  test('the newest of hold and decision is where a person stands', () => {
    expect(placeOn(catalog, plank, [], [])).toBeNull();
    expect(placeOn(catalog, plank, [hold({ day: day(0) })], [{ to: 'front-plank/elbows-ahead', day: day(0) }])).toBe(
      'front-plank/elbows-ahead',
    );
    expect(placeOn(catalog, plank, [hold({ day: day(1) })], [{ to: 'front-plank/elbows-ahead', day: day(0) }])).toBe(
      'front-plank/forearm',
    );
  });
  test('what is asked next in a position: the gate at the place there, none elsewhere or where a caution bars it', () => {
    const standing = { cap: 45, cautions: [] as CautionId[], today: day(3) };
    const holds = [hold({ day: day(1), clean: 21, total: 30 })];
    const here = gateHere(catalog, 'front-plank', standing, holds, [])!;
    expect([placeKey(here.rung), here.gate.seconds, here.status.best]).toEqual(['front-plank/forearm', 40, 21]);
    expect(gateHere(catalog, 'hollow', standing, holds, [])).toBeNull();
    expect(gateHere(catalog, 'front-plank', standing, [], [])).toBeNull();
    const moved = gateHere(catalog, 'front-plank', standing, holds, [{ to: 'front-plank/elbows-ahead', day: day(2) }])!;
    expect([placeKey(moved.rung), moved.status.best]).toEqual(['front-plank/elbows-ahead', 0]);
    const [bar] = moved.rung.excludedBy;
    expect(bar).toBeDefined();
    const barred = { ...standing, cautions: [bar!] };
    expect(gateHere(catalog, 'front-plank', barred, holds, [{ to: placeKey(moved.rung), day: day(2) }])).toBeNull();
  });
  test('places over time: a line for each change, newest first', () => {
    const holds = [hold({ day: day(0) }), hold({ day: day(3) }), hold({ place: 'front-plank/knees', day: day(5) })];
    expect(placeHistory(catalog, plank, holds, [{ to: 'front-plank/elbows-ahead', day: day(6) }])).toEqual([
      { place: 'front-plank/elbows-ahead', since: day(6) },
      { place: 'front-plank/knees', since: day(5) },
      { place: 'front-plank/forearm', since: day(0) },
    ]);
  });
  const cap = (rung: Rung): number => record(catalog.methods, record(catalog.families, rung.family).defaultMethod).cap;
  test('the way to a dragon flag leads over the overhead hollow, the narrowest gate first', () => {
    const goal = skillGoals.find((g) => g.id === 'dragon-flag')!;
    const path = pathTo(catalog, goal, [hold({ place: 'hollow/overhead', clean: 30, target: 30 })], [], { cap });
    const asked = path.find((p) => p.place === 'hollow/overhead')!;
    expect(asked).toMatchObject({ askedBy: 'dragon-flag/tuck', seconds: 45, best: 30, share: 30 / 45 });
    expect(path.map((p) => p.share)).toEqual([...path.map((p) => p.share)].sort((a, b) => a - b));
    expect(path.map((p) => p.place)).toContain('dragon-flag/full');
  });
  test('the way grows shorter as gates are passed, and ends', () => {
    const goal = skillGoals.find((g) => g.id === 'hanging-raise')!;
    const none = pathTo(catalog, goal, [], [], { cap });
    const done = none.map((p) =>
      hold({
        place: p.place,
        clean: p.seconds,
        target: p.seconds,
        reps: p.reps === null ? null : { done: p.reps, clean: p.reps, target: p.reps },
      }),
    );
    for (let n = 0; n <= done.length; n += 1)
      expect(pathTo(catalog, goal, done.slice(0, n), [], { cap }).length).toBeLessThanOrEqual(none.length - n);
    expect(pathTo(catalog, goal, done, [], { cap })).toEqual([]);
  });
  test('front lever asks through the dragon flag for the hollow', () => {
    const path = pathTo(
      catalog,
      skillGoals.find((g) => g.id === 'front-lever')!,
      [],
      [],
      { cap },
    );
    expect(path.map((p) => p.place)).toEqual(
      expect.arrayContaining(['dragon-flag/straddle', 'front-lever/active-hang']),
    );
  });
  test('what is worked on next: open gates by weeks to go, the longest first; the rest waits along the ladder', () => {
    const goal = skillGoals.find((g) => g.id === 'dragon-flag')!;
    // The tuck has the larger gap, the overhead hollow the longer way: it holds up the rest.
    const log = (place: string, from: number, rise: number, sets: number) =>
      Array.from({ length: sets }, (_, i) =>
        hold({ place, day: day(4 * i), clean: from + 4 * rise * i, broke: true, target: 60 }),
      );
    const holds = [...log('dragon-flag/tuck', 1.2, 0.2, 6), ...log('hollow/overhead', 36, 0.2, 10)];
    const path = pathTo(catalog, goal, holds, [], { cap, today: day(36) });
    const order = workOrder(catalog, path, holds, day(36));
    expect(order.map((s) => s.place).sort()).toEqual(path.map((s) => s.place).sort());
    const [first] = order;
    expect(first).toMatchObject({ place: 'hollow/overhead', askedBy: 'dragon-flag/tuck', open: true });
    expect(first!.weeks).toBeGreaterThan(1);
    const tuck = order.find((s) => s.place === 'dragon-flag/tuck')!;
    expect(tuck.open).toBe(true);
    expect(tuck.weeks ?? 0).toBeLessThan(first!.weeks!);
    expect(tuck.share).toBeLessThan(first!.share);
    const open = order.map((s) => s.open);
    expect(open).toEqual([...open].sort((a, b) => Number(b) - Number(a)));
    expect(order.filter((s) => !s.open).every((s) => s.weeks === null && s.askedBy === null)).toBe(true);
  });
});

describe('what was told of work alone', () => {
  const rung = rungOf(catalog, 'front-plank', 'forearm');
  test('stands for days on which nobody watched, and only at its version', () => {
    const holds = [plankHold({ day: '2026-05-20', clean: 20 })];
    const said = [
      { place: 'front-plank/forearm', day: '2026-05-20', clean: 60 },
      { place: 'front-plank/forearm', day: '2026-05-22', clean: 25 },
      { place: 'front-plank/forearm', day: '2026-05-22', clean: 28 },
      { place: 'hollow/straight', day: '2026-05-23', clean: 12 },
    ];
    expect(sessionsAt(rung, holds, said)).toEqual([
      { day: '2026-05-20', clean: 20, atLeast: false },
      { day: '2026-05-22', clean: 28, said: true },
    ]);
  });
});
