import { describe, expect, test } from '@jest/globals';
import { addDays } from '../days.js';
import type { LoggedHold } from '../ladder/holds.js';
import { median, seededRandom, t975 } from '../statistics.js';
import { plankHold } from '../testing.js';
import { changeOf, groupTrends, type GroupMember } from './group.js';
import { coverage } from './simulated-group.js';

const today = '2026-05-20';
const ago = (days: number): string => addDays(today, -days);
const hold = (days: number, clean: number, change: Partial<LoggedHold> = {}): LoggedHold =>
  plankHold({ day: ago(days), clean, ...change });
const member = (id: string, change: Partial<GroupMember> = {}): GroupMember => ({
  id,
  holds: [],
  looks: [],
  places: {},
  screen: null,
  here: [],
  ...change,
});
const look = (days: number, fault: string | null, place = 'front-plank/forearm') => ({ day: ago(days), fault, place });

describe('a member’s own change', () => {
  test('twice as long in seven weeks is a tenth more a week', () => {
    expect(changeOf([hold(0, 40), hold(49, 20)])).toEqual({ perWeek: expect.closeTo(2 ** (1 / 7), 9), looks: 2 });
  });
  test('going on to a harder version is no fall, and each version counts by itself', () => {
    const rising = [hold(42, 20), hold(28, 22), hold(14, 9, { place: 'front-plank/long-lever' })];
    const after = hold(0, 10, { place: 'front-plank/long-lever' });
    expect(changeOf([...rising, after])!.perWeek).toBeCloseTo(Math.exp(Math.log(1.1) / 4 + Math.log(10 / 9) / 4), 2);
    expect(changeOf([...rising, after])!.perWeek).toBeGreaterThan(1);
  });
  test('another side or set-up is another thing; pain, reps and one day alone say nothing', () => {
    expect(changeOf([hold(0, 40, { side: 'left' }), hold(30, 20, { side: 'right' })])).toBeNull();
    expect(changeOf([hold(0, 40, { setup: { handHeight: 0.3 } }), hold(30, 20)])).toBeNull();
    expect(changeOf([hold(0, 40, { pain: true }), hold(30, 20)])).toBeNull();
    expect(changeOf([hold(7, 40), hold(7, 20)])).toBeNull();
    // Nine days apart tell more of the day than of the weeks.
    expect(changeOf([hold(0, 40), hold(9, 20)])).toBeNull();
    expect(changeOf([hold(0, 40), hold(10, 20)])).not.toBeNull();
    expect(changeOf([])).toBeNull();
  });
});

describe('a group', () => {
  test('counts members before looks, and the month before beside it', () => {
    const { faults, versions } = groupTrends(
      [
        member('a', { looks: [look(1, 'hip-sag'), look(2, 'hip-sag'), look(3, 'hip-sag'), look(40, 'rib-flare')] }),
        member('b', { looks: [look(5, 'rib-flare'), look(6, null, 'hollow/bent-knee')] }),
        member('c', { looks: [look(29, 'rib-flare'), look(45, 'rib-flare'), look(61, 'hip-sag')] }),
      ],
      today,
      8,
    );
    expect(faults).toEqual([
      { fault: 'rib-flare', members: 2, looks: 2, before: 2 },
      { fault: 'hip-sag', members: 1, looks: 3, before: 0 },
    ]);
    expect(versions).toEqual([
      { place: 'front-plank/forearm', members: 3, looks: 5, why: [] },
      { place: 'hollow/bent-knee', members: 1, looks: 1, why: [] },
    ]);
  });
  test('of looks made in classes it says why the version was done, the commonest first', () => {
    const looks = [
      { ...look(1, null), why: 'kit' as const },
      { ...look(2, null), why: 'place' as const },
      { ...look(3, null), why: 'place' as const },
      { ...look(4, null), why: null },
      { ...look(40, null), why: 'pinned' as const },
    ];
    expect(groupTrends([member('a', { looks })], today, 8).versions).toMatchObject([
      {
        looks: 4,
        why: [
          { is: 'place', looks: 2 },
          { is: 'kit', looks: 1 },
        ],
      },
    ]);
  });
  test('says who stands where, who was here in which week, and what the squat screen found', () => {
    const trends = groupTrends(
      [
        member('a', { places: { plank: 'front-plank/forearm' }, here: [ago(0), ago(6), ago(7)], screen: ['heels-up'] }),
        member('b', { places: { plank: 'front-plank/forearm' }, here: [ago(13)], screen: [] }),
        member('c', { places: { plank: 'front-plank/knees' }, here: [ago(14)] }),
      ],
      today,
      2,
    );
    expect(trends.ladders).toEqual([
      {
        ladder: 'plank',
        places: [
          { place: 'front-plank/forearm', members: ['a', 'b'] },
          { place: 'front-plank/knees', members: ['c'] },
        ],
      },
    ]);
    expect(trends.attendance).toEqual([
      { from: ago(13), members: 2 },
      { from: ago(6), members: 1 },
    ]);
    expect(trends.squat).toEqual({ screened: 2, faults: [{ fault: 'heels-up', members: 1 }] });
    expect(trends.members.map((m) => m.here)).toEqual([3, 1, 0]);
  });
  test('its change takes three members, and tells how much ended at the target', () => {
    const rising = (id: string, toTarget = false): GroupMember =>
      member(id, { holds: [hold(0, 40, { toTarget }), hold(49, 20)], looks: [look(0, null), look(49, 'hip-sag')] });
    expect(groupTrends([rising('a'), rising('b')], today, 8).change).toBeNull();
    const { change, members } = groupTrends([rising('a'), rising('b', true), rising('c')], today, 8);
    expect(change).toMatchObject({ members: 3, looks: 6 });
    expect(change!.capped).toBeCloseTo(1 / 6, 9);
    expect(change!.factor.value).toBeCloseTo(2 ** (8 / 7), 6);
    expect(members[0]).toMatchObject({ lastLook: today, looks: 2, fault: 'hip-sag' });
    // What lies before the block is not of it.
    expect(groupTrends([rising('a'), rising('b'), rising('c')], today, 4).change).toBeNull();
  });
});

test('Student’s t beyond the table goes on where it ends', () => {
  expect(t975(31)).toBeCloseTo(2.04, 2);
  expect(t975(120)).toBeCloseTo(1.98, 2);
});
test.each([4, 8, 16])(
  'the range holds the true mean of people like %i unknown ones about 95 times of a hundred',
  (n) => {
    const { kept, told, widths } = coverage(seededRandom(11 + n), n, 400);
    expect(told).toBeGreaterThan(300);
    expect(kept / told).toBeGreaterThan(0.92);
    // And not by being so wide that it says nothing.
    expect(median(widths)).toBeLessThan(n >= 16 ? 1.75 : 5);
  },
);
