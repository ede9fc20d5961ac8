import { describe, expect, test } from '@jest/globals';
import { catalog } from '../../core/catalog/shipped.js';
import { planQuerySchema } from '../../core/formats/programme.js';
import { planProgramme, type Programme } from '../../core/programme/plan.js';
import { loadSolver, NotWorkedOut, solverFor } from './solver.js';

const query = planQuerySchema.parse({
  ...{ format: 'upright-anchor/plan-query', version: 1, cautions: [], pins: [], bans: [], pullDays: [] },
  ...{ from: '2026-11-30', weeks: 1, days: ['mon', 'wed', 'fri'], minutes: 20 },
  places: { 'front-plank': { rung: 'forearm', clean: 32 } },
  causes: [{ cause: 'pattern', probability: 0.3 }],
});
const itemsOf = ({ weeks }: Programme): string[][] => weeks[0]!.days.map((d) => d.items.map((i) => i.item));

describe('a machine that is too busy to find anything in the time there was', () => {
  test('is given longer: that nothing was found yet is never told as that nothing fits', async () => {
    const hurried = await solverFor({ best: 0, any: 60 });
    const plan = planProgramme(catalog, query, hurried);
    expect(plan.warnings.map((w) => w.is)).not.toContain('empty-day');
    expect(itemsOf(plan)).toEqual(itemsOf(planProgramme(catalog, query, await loadSolver())));
  });
  test('says so where that was not enough either', async () => {
    const hurried = await solverFor({ best: 0, any: 0 });
    expect(() => planProgramme(catalog, query, hurried)).toThrow(NotWorkedOut);
  });
  test('what cannot be is told at once, without a time', async () => {
    const hurried = await solverFor({ best: 5, any: 0 });
    const lp = ['Maximize', ' obj: x', 'Subject To', ' a: x >= 2', ' b: x <= 1', 'End'].join('\n');
    expect(hurried(lp)).toMatchObject({ optimal: false });
  });
});
