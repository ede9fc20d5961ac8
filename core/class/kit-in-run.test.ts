import { describe, expect, test } from '@jest/globals';
import type { ClassOption } from '../formats/class.js';
import type { RunEvent } from '../formats/run.js';
import { lacking } from './kit-in-run.js';
import type { RunPlan } from './run.js';

const options: ClassOption[] = ['ana', 'ben', 'cleo'].flatMap((member): ClassOption[] => [
  { member, version: 'front-plank/raised', gain: 0.9, kit: { box: 1 } },
  { member, version: 'front-plank/knees', gain: 0.5, kit: {} },
]);
const plan = (pairs: RunPlan['pairs'] = []): RunPlan => ({
  blocks: [{ id: 'b', move: 'front-plank', work: 30, rest: 10, rounds: 2, sides: 'none' }],
  assigned: [1, 2].flatMap((round) => [
    { block: 'b', round, member: 'ana', version: 'front-plank/raised' },
    { block: 'b', round, member: 'ben', version: 'front-plank/knees' },
    { block: 'b', round, member: 'cleo', version: 'front-plank/knees' },
  ]),
  pairs,
});
const quiet = { events: [] as RunEvent[], away: new Set<string>(), hurt: new Map<string, ReadonlySet<string>>() };
const now = { options, kit: { box: 1 }, here: ['ana', 'ben', 'cleo'], block: 'b', round: 1 };
const raised = (member: string) => ({ member, version: 'front-plank/raised' });

describe('kit when somebody takes another version', () => {
  test('the one box is with somebody, and it is said with whom', () => {
    expect(lacking(plan(), quiet, now, raised('ben'))).toEqual([{ item: 'box', needs: 2, has: 1, with: ['ana'] }]);
    expect(lacking(plan(), quiet, { ...now, kit: { box: 2 } }, raised('ben'))).toEqual([]);
    expect(lacking(plan(), quiet, now, raised('ana'))).toEqual([]);
    expect(lacking(plan(), quiet, now, { member: 'ben', version: 'front-plank/knees' })).toEqual([]);
  });
  test('who left, and who was hurt by it, has none; who was swapped to it has', () => {
    expect(lacking(plan(), { ...quiet, away: new Set(['ana']) }, now, raised('ben'))).toEqual([]);
    const hurt = new Map([['ana', new Set(['front-plank'])]]);
    expect(lacking(plan(), { ...quiet, hurt }, now, raised('ben'))).toEqual([]);
    const swap = {
      is: 'swap',
      id: '00000000-0000-4000-8000-000000000001',
      at: 0,
      member: 'cleo',
      block: 'b',
      round: 2,
      version: 'front-plank/raised',
    } as const;
    const two = { ...now, kit: { box: 2 } };
    expect(lacking(plan(), { ...quiet, events: [swap] }, two, raised('ben'))).toEqual([]);
    expect(lacking(plan(), { ...quiet, events: [swap] }, { ...two, round: 2 }, raised('ben'))).toEqual([
      { item: 'box', needs: 3, has: 2, with: ['ana', 'cleo'] },
    ]);
  });
  test('a pair shares what it takes, and what the room does not name is not there', () => {
    const pairs = [{ block: 'b', first: 'ana', second: 'ben' }];
    expect(lacking(plan(pairs), quiet, now, raised('ben'))).toEqual([]);
    // Who came later works with the first of each pair.
    expect(lacking(plan(pairs), quiet, now, raised('cleo'))).toMatchObject([{ with: ['ana'] }]);
    expect(lacking(plan(), quiet, { ...now, kit: {} }, raised('ana'))).toEqual([
      { item: 'box', needs: 1, has: 0, with: [] },
    ]);
  });
});
