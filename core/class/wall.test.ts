import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { RunEvent, RunSaid } from '../formats/run.js';
import { clockAt, standing, timelineOf } from './timeline.js';
import { runPlanOf, stateOf, versionIn } from './run.js';
import { wallOf, wallState } from './wall.js';

const PEOPLE = ['1f0e6c4a-ana', '2b7d9e11-ben', '3c55aa02-cal'];
const NAMES = new Map([
  [PEOPLE[0]!, 'Ana B.'],
  [PEOPLE[1]!, 'Ben'],
  [PEOPLE[2]!, 'Cal'],
]);
const run = {
  name: 'Lunch',
  blocks: [
    { id: 'b1', move: 'front-plank', work: 30, rest: 10, rounds: 2, sides: 'none' as const, pairs: true, stepDown: 20 },
    { id: 'b2', move: 'hollow', work: 20, rest: 5, rounds: 1, sides: 'each' as const },
  ],
  people: PEOPLE.map((id) => ({ id, name: `${NAMES.get(id)!} Berg-Haugen`, fault: 'hip-sag' })),
  plan: {
    blocks: [
      {
        id: 'b1',
        pairs: [
          { first: PEOPLE[0]!, second: PEOPLE[1]! },
          { first: PEOPLE[2]!, second: null },
        ],
        rounds: [1, 2].map((round) => ({
          round,
          assigned: PEOPLE.map((member) => ({
            member,
            version: 'front-plank/forearm',
            then: 'front-plank/knees',
            why: { is: 'instead', caution: 'pregnancy' },
          })),
        })),
      },
      { id: 'b2', rounds: [{ round: 1, assigned: PEOPLE.map((member) => ({ member, version: 'hollow/bent-knee' })) }] },
    ],
  },
};
let made = 0;
const at = (ms: number, event: RunSaid): RunEvent => ({
  ...event,
  id: `00000000-0000-4000-8000-${String((made += 1)).padStart(12, '0')}`,
  at: ms,
});
const where = { block: 'b1', round: 1, side: null };
const member = fc.constantFrom(...PEOPLE);
const said: fc.Arbitrary<RunSaid> = fc.oneof(
  fc.constantFrom<RunSaid>({ is: 'pause' }, { is: 'go-on' }, { is: 'longer', seconds: 10 }, { is: 'to', part: 3 }),
  member.map((m): RunSaid => ({ is: 'seen', member: m, where, fault: 'hip-sag', t: 12 })),
  member.map((m): RunSaid => ({ is: 'pain', member: m, where, t: 9 })),
  member.map((m): RunSaid => ({ is: 'felt', member: m, where, site: 'low-back' })),
  member.map((m): RunSaid => ({ is: 'clean', member: m, where })),
  member.map((m): RunSaid => ({ is: 'left', member: m })),
  member.map((m): RunSaid => ({ is: 'swap', member: m, block: 'b1', round: 2, version: 'front-plank/raised' })),
);
const events = fc
  .array(fc.tuple(fc.integer({ min: 1, max: 90_000 }), said), { maxLength: 20 })
  .map((all) => [at(0, { is: 'start' }), ...all.map(([ms, event]) => at(ms, event))]);

test('a wall tells no id, no full name, nothing noted, no reason and no caution', () => {
  fc.assert(
    fc.property(events, (all) => {
      const text = JSON.stringify(wallOf(run, all, NAMES));
      for (const secret of [
        ...PEOPLE,
        'Berg-Haugen',
        'hip-sag',
        'pain',
        'felt',
        'low-back',
        'clean',
        'pregnancy',
        'why',
      ])
        expect(text).not.toContain(secret);
    }),
  );
});
test('its clock, its versions and who waits are those of the coach’s screen', () => {
  fc.assert(
    fc.property(events, (all) => {
      const wall = wallOf(run, all, NAMES);
      const [own, shown] = [stateOf(runPlanOf(run), all), wallState(wall)];
      const parts = timelineOf(run.blocks);
      for (const now of [5_000, 40_000, 200_000]) {
        const [coach, hall] = [clockAt(parts, standing(all), now), clockAt(timelineOf(wall.blocks), shown.events, now)];
        expect({ ...hall, elapsed: 0, left: 0 }).toEqual({ ...coach, elapsed: 0, left: 0 });
        expect(hall.elapsed).toBeCloseTo(coach.elapsed, 6);
      }
      PEOPLE.forEach((id, i) => {
        const number = `m${i + 1}`;
        expect(shown.away.has(number)).toBe(own.away.has(id));
        expect([...(shown.hurt.get(number) ?? [])]).toEqual([...(own.hurt.get(id) ?? [])]);
        for (const round of [1, 2])
          expect(versionIn(runPlanOf(wall), shown.events, number, 'b1', round)).toBe(
            versionIn(runPlanOf(run), own.events, id, 'b1', round),
          );
      });
      expect(wall.plan.blocks[0]!.pairs).toEqual([
        { first: 'm1', second: 'm2' },
        { first: 'm3', second: null },
      ]);
    }),
  );
});
