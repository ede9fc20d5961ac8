import { describe, expect, test } from '@jest/globals';
import type { Prescription } from '../../api/plans.js';
import { record } from '../../core/catalog/index.js';
import { catalog } from '../../core/catalog/shipped.js';
import { addDays, type Day } from '../../core/days.js';
import { doseOf } from '../../core/prescribe/dose.js';
import { sheetContent } from './sheet.js';

const FROM = '2026-05-20';
const items = ['bridge', 'dead-bug-legs'].map((drill) => ({
  drill,
  dose: doseOf(catalog, record(catalog.drills, drill)),
  why: 'the quiet seat',
  changes: [],
  minutes: 3,
}));
const sheet = (relookOn: Day, next: string | null = null, cautions: 'low-back'[] = []): string =>
  JSON.stringify(
    sheetContent(
      catalog,
      { name: 'Marit', stature: 1.72, mass: 68, sex: 'female', cautions },
      {
        ...{ family: 'front-plank', items, warnings: [], note: '', by: 'Jonna' },
        startsOn: FROM,
        relookOn,
      } as unknown as Prescription,
      next,
    ),
  );
/** Boxes to tick: cells of the grid without a text. */
const boxes = (of: string): number => (of.match(/,""/g) ?? []).length;

describe('the sheet that goes home', () => {
  test('has a box for each drill on each day until the next look, as far as the paper goes', () => {
    expect(boxes(sheet(addDays(FROM, 7)))).toBe(items.length * 7);
    expect(boxes(sheet(addDays(FROM, 21)))).toBe(items.length * 21);
    expect(boxes(sheet(addDays(FROM, 200)))).toBe(items.length * 28);
    expect(sheet(FROM)).not.toContain('Tick what was done');
  });
  test('says days as they are said, and what is to be shown next where something is', () => {
    expect(sheet('2026-06-03')).toContain('Your coach looks again on Wed 3 June 2026');
    expect(sheet('2026-06-03')).not.toContain('To show next');
    expect(sheet('2026-06-03', 'Forearms, 45 s clean.')).toContain('Forearms, 45 s clean.');
  });
  test('has no words of the coach: counts are told out, a caution is named without its rule', () => {
    const text = sheet('2026-06-03', null, ['low-back']);
    expect(text).toContain('2 s there, 2 s still, 2 s back');
    expect(text).not.toContain('2-2-2');
    expect(text).toContain('Your coach looks after: ');
    expect(text).not.toContain(catalog.cautions.find((c) => c.id === 'low-back')!.effect);
  });
});
