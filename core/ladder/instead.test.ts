import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { bodyOf } from '../body/anthropometry.js';
import { EASIER, OPERATORS, REASONS } from '../catalog/easier.js';
import { catalog } from '../catalog/shipped.js';
import { CAUTION_IDS, type CautionId } from '../formats/catalog.js';
import { loadOf } from '../statics/load.js';
import { rungAt } from './gates.js';
import { insteadOf } from './instead.js';

const body = bodyOf({});
const CLASS_MOVES = [
  'crunch',
  'reverse-curl',
  'side-crunch',
  'leg-lower',
  'flutter',
  'sit-up',
  'v-up',
  'knee-drive',
  'climber',
];

describe('easier instead of excluded', () => {
  test('each class move and each reason names its operators and a concrete version', () => {
    expect(Object.keys(EASIER).sort()).toEqual(CLASS_MOVES.map((m) => `class-moves/${m}`).sort());
    for (const [move, row] of Object.entries(EASIER))
      for (const reason of REASONS) {
        const { to, operators } = row[reason];
        expect(operators.length).toBeGreaterThan(0);
        for (const o of operators) expect(OPERATORS[o].length).toBeGreaterThan(3);
        expect(to).not.toBe(move);
        const cautions = CAUTION_IDS.filter((c) => c === reason || (reason === 'tight-back' && c === 'low-back'));
        if (reason !== 'tight-back')
          expect([move, reason, rungAt(catalog, to).excludedBy.filter((c) => cautions.includes(c))]).toEqual([
            move,
            reason,
            [],
          ]);
      }
  });
  test('by hand: leg lower with a low back bends, halves and takes one leg; a sit-up becomes a crunch; knee drives are raised', () => {
    const instead = (move: string, ...cautions: CautionId[]) =>
      insteadOf(catalog, rungAt(catalog, `class-moves/${move}`), cautions, body);
    expect(instead('leg-lower', 'low-back')).toMatchObject({
      rung: { id: 'leg-lower-bent' },
      operators: ['bend-knees', 'half-range', 'one-leg'],
    });
    expect(instead('sit-up', 'low-back')).toMatchObject({ rung: { id: 'crunch' } });
    expect(instead('knee-drive', 'shoulder')).toMatchObject({ rung: { id: 'knee-drive-raised' } });
    expect(instead('crunch', 'neck')).toMatchObject({ rung: { id: 'crunch-cradled' } });
    expect(instead('leg-lower', 'low-back', 'pregnancy')).toMatchObject({ rung: { family: 'all-fours' } });
  });
  test('heavier or beginner excludes nothing', () => {
    for (const entry of [...catalog.rungs, ...catalog.drills, ...catalog.tests])
      expect(entry.excludedBy).not.toContain('heavier-or-beginner');
  });
  test('what is done instead is never left out by the same cautions, nor heavier; nothing is changed without a reason', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...catalog.rungs),
        fc.subarray([...CAUTION_IDS], { maxLength: 4 }),
        (rung, cautions) => {
          const found = insteadOf(catalog, rung, cautions, body);
          const out = rung.excludedBy.some((c) => cautions.includes(c));
          if (!out) {
            expect(found).toBeNull();
            return;
          }
          if (!found) return;
          expect(found.rung.excludedBy.filter((c) => cautions.includes(c))).toEqual([]);
          const [a, b] = [loadOf(rung, body), loadOf(found.rung, body)];
          if (a && b && found.rung.family === rung.family && a.governs === b.governs && found.operators.length === 0)
            expect(b.value).toBeLessThanOrEqual(a.value * 1.01 + 1e-9);
        },
      ),
      { numRuns: 400 },
    );
  });
  test('nobody is out where the table has a version: every class move with every single caution', () => {
    for (const move of CLASS_MOVES)
      for (const caution of CAUTION_IDS) {
        const rung = rungAt(catalog, `class-moves/${move}`);
        if (!rung.excludedBy.includes(caution)) continue;
        expect([move, caution, insteadOf(catalog, rung, [caution], body)?.rung.id ?? 'none']).not.toEqual([
          move,
          caution,
          'none',
        ]);
      }
  });
});
