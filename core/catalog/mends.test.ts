import { describe, expect, test } from '@jest/globals';
import { bodyOf } from '../body/anthropometry.js';
import { MEND_KINDS } from '../formats/catalog.js';
import { rungAt } from '../ladder/gates.js';
import { mendSteps, postureFits, postureOf } from '../prescribe/mends.js';
import { loadOf } from '../statics/load.js';
import { faultsOf, rungOf } from './index.js';
import { catalog } from './shipped.js';

const everything = { cautions: [], handsOn: true, worked: [] };
/** Every fault in every position that shows it. */
const pairs = catalog.faults.flatMap((fault) => fault.families.map((family) => ({ fault, family })));

describe('a mend belongs to a fault in a family', () => {
  test('every pair has a whole sequence, in the order of the kinds, each step in a posture that fits', () => {
    for (const { fault, family } of pairs) {
      const steps = mendSteps(fault, { ...everything, family });
      const kinds = steps.map((s) => MEND_KINDS.indexOf(s.kind));
      const place = `${fault.id} in ${family}`;
      expect([place, steps.length >= 3]).toEqual([place, true]);
      expect([place, steps[0]!.kind]).toEqual([place, 'cue']);
      expect([place, kinds]).toEqual([place, [...kinds].sort((a, b) => a - b)]);
      expect([place, steps.filter((s) => !postureFits(family, s.posture))]).toEqual([place, []]);
      expect([place, steps.some((s) => ['lever', 'substitute', 'uneven'].includes(s.kind))]).toEqual([place, true]);
    }
  });
  /** What is never said to a body in a posture. */
  const NEVER: Readonly<Record<string, RegExp>> = {
    support: /lay the low back|under the back|^knees in\b|flattening|heel on the floor|arms overhead|ribs on it/i,
    'on-the-back': /onto the knees|raised surface|all.fours|elbows? (checked|under)|forearms parallel|wall plank/i,
    side: /knees in\b|flattening|chest-to-wall|rollers|block/i,
    hang: /onto the knees|raised surface|all.fours|flattening|lay the low back|further in/i,
    'upside-down': /onto the knees|raised surface|all.fours|flattening|lay the low back|further in|squat/i,
    standing: /onto the knees|all.fours|flattening|lay the low back|further in|leg slides/i,
    seated: /onto the knees|all.fours|flattening|lay the low back|raised surface|a box at/i,
    prone: /onto the knees|raised surface|lay the low back|flattening|further in/i,
  };
  test('nothing is said that belongs to another posture', () => {
    for (const { fault, family } of pairs)
      for (const step of mendSteps(fault, { ...everything, family }).filter((s) => s.posture === undefined)) {
        const place = `${fault.id} in ${family}: ${step.say}`;
        expect([place, NEVER[postureOf(family)]!.test(step.say)]).toEqual([place, false]);
      }
  });
  test('a version that a mend leads to is never heavier for a middle body than any it replaces, nor behind a gate', () => {
    const body = bodyOf({});
    for (const { fault, family } of pairs)
      for (const step of mendSteps(fault, { ...everything, family })) {
        if (!step.to) continue;
        const to = rungAt(catalog, step.to);
        const place = `${fault.id} in ${family} to ${step.to}`;
        expect([place, catalog.crossGates.some((g) => g.to === step.to && !g.off)]).toEqual([
          place,
          step.to === 'hanging/tuck' || step.to === 'front-lever/tuck',
        ]);
        const [here, there] = [loadOf(rungOf(catalog, family), body), loadOf(to, body)];
        if (here && there && here.governs === there.governs && here.value > 2)
          expect([place, there.value <= here.value * 1.01]).toEqual([place, true]);
      }
  });
  test('a kneeling version shows no faults of straight legs; every other pad stays', () => {
    const family = catalog.families.find((f) => f.id === 'front-plank')!;
    const ids = (rung: string) => {
      const { pads, more } = faultsOf(catalog, family, rungOf(catalog, 'front-plank', rung));
      return [...pads, ...more].map((f) => f.id);
    };
    const straight = ids('forearm');
    expect(straight).toEqual(expect.arrayContaining(['soft-knees', 'feet-apart', 'forearms-converge', 'hips-turn']));
    expect(ids('knees')).toEqual(straight.filter((id) => !['soft-knees', 'feet-apart', 'loose-legs'].includes(id)));
  });
});
