import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { programmeSettingsSchema } from '../../../api/programmes.js';
import { WEEKDAYS, weekdayOf } from '../../../core/formats/programme.js';
import {
  allowed,
  banned,
  blankSettings,
  copied,
  freed,
  isPinned,
  moved,
  nextMonday,
  numbered,
  pinned,
  setByHand,
  swapped,
  takenOff,
  trimmed,
  unpinned,
  weeksFrom,
} from './settings.js';

const blank = blankSettings('2026-05-20');
const at = { week: 2, day: 'mon' as const, item: 'front-plank/forearm' };

describe('settings under the hand', () => {
  test('begin on a Monday that is not past', () => {
    fc.assert(
      fc.property(
        fc.date({ min: new Date('2020-01-01'), max: new Date('2040-01-01'), noInvalidDate: true }),
        (date) => {
          const today = date.toISOString().slice(0, 10);
          const monday = nextMonday(today);
          expect(weekdayOf(monday)).toBe('mon');
          expect(monday >= today).toBe(true);
          expect(programmeSettingsSchema.safeParse(blankSettings(today)).success).toBe(true);
        },
      ),
      { numRuns: 50 },
    );
  });

  test('moved: off the one day, pinned on the other with its own numbers; moved back, nothing is off', () => {
    const own = numbered(blank, at, { sets: 2 }, [2]);
    const there = moved(own, at, 'fri', [2]);
    expect(there.offs).toEqual([at]);
    expect(there.pins).toEqual([{ ...at, day: 'fri' }]);
    expect(there.sets).toEqual([{ ...at, day: 'fri', as: { sets: 2 } }]);
    const back = moved(there, { ...at, day: 'fri' }, 'mon', [2]);
    expect(back.offs).toEqual([{ ...at, day: 'fri' }]);
    expect(back.pins).toEqual([at]);
    expect(back.sets).toEqual([{ ...at, as: { sets: 2 } }]);
  });

  test('this week, or this one and those after', () => {
    expect(weeksFrom(3, blank, false)).toEqual([3]);
    expect(weeksFrom(3, blank, true)).toEqual([3, 4]);
    expect(takenOff(blank, at, weeksFrom(2, blank, true)).offs.map((p) => p.week)).toEqual([2, 3, 4]);
  });

  test('swapped, copied, left out, let in again, freed', () => {
    const other = swapped(pinned(blank, at, [2]), at, 'side-plank/knees', [2]);
    expect(isPinned(other, at)).toBe(false);
    expect(isPinned(other, { ...at, item: 'side-plank/knees' })).toBe(true);
    const out = banned(other, 'side-plank/knees');
    expect([out.pins, out.bans]).toEqual([[], ['side-plank/knees']]);
    expect(allowed(out, 'side-plank/knees').bans).toEqual([]);
    expect(copied(blank, ['a', 'b'], 'wed', [1]).pins).toEqual([
      { week: 1, day: 'wed', item: 'a' },
      { week: 1, day: 'wed', item: 'b' },
    ]);
    expect(setByHand(out)).toBeGreaterThan(0);
    expect(setByHand(freed(out))).toBe(0);
  });

  test('always: whatever is done, the settings can be sent, and nothing stands twice or off and pinned at once', () => {
    const items = ['a', 'b', 'c'];
    const step = fc.record({
      is: fc.constantFrom('pin', 'unpin', 'off', 'move', 'swap', 'number', 'ban', 'allow', 'copy', 'days', 'weeks'),
      week: fc.integer({ min: 1, max: 4 }),
      day: fc.constantFrom(...WEEKDAYS),
      to: fc.constantFrom(...WEEKDAYS),
      item: fc.constantFrom(...items),
      other: fc.constantFrom(...items),
      after: fc.boolean(),
    });
    fc.assert(
      fc.property(fc.array(step, { maxLength: 12 }), (steps) => {
        let s = { ...blank, days: [...WEEKDAYS] };
        for (const { is, week, day, to, item, other, after } of steps) {
          if (week > s.weeks || !s.days.includes(day)) continue;
          const here = { week, day, item };
          const weeks = weeksFrom(week, s, after);
          if (is === 'pin') s = pinned(s, here, weeks);
          else if (is === 'unpin') s = unpinned(s, here, weeks);
          else if (is === 'off') s = takenOff(s, here, weeks);
          else if (is === 'move' && to !== day && s.days.includes(to)) s = moved(s, here, to, weeks);
          else if (is === 'swap' && other !== item) s = swapped(s, here, other, weeks);
          else if (is === 'number') s = numbered(s, here, { sets: 2 }, weeks);
          else if (is === 'ban') s = banned(s, item);
          else if (is === 'allow') s = allowed(s, item);
          else if (is === 'copy' && s.days.includes(to)) s = copied(s, items, to, weeks);
          else if (is === 'days')
            s = trimmed({ ...s, days: s.days.length > 1 ? s.days.filter((d) => d !== day) : s.days });
          else if (is === 'weeks') s = trimmed({ ...s, weeks: Math.max(1, s.weeks - 1) });
        }
        expect(programmeSettingsSchema.safeParse(s).success).toBe(true);
        const keys = (list: readonly { week: number; day: string; item: string }[]): string[] =>
          list.map((p) => `${p.week}${p.day}${p.item}`);
        for (const list of [s.pins, s.offs, s.sets]) expect(new Set(keys(list)).size).toBe(list.length);
        expect(keys(s.pins).filter((k) => keys(s.offs).includes(k))).toEqual([]);
        for (const p of [...s.pins, ...s.offs, ...s.sets]) {
          expect(p.week).toBeLessThanOrEqual(s.weeks);
          expect(s.days).toContain(p.day);
        }
      }),
      { numRuns: 100 },
    );
  });
});
