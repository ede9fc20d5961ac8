/** What movement screens say to a look: the newest of each kind within reach of its day. */
import { DAY_MS } from '../days.js';
import type { PersonHistory } from '../reason/facts.js';
import { readScreen, screenOf, worseSide, type ScreenRecord } from './read-screen.js';

/** A screen speaks for looks up to this long after it, and a little before it, days. Assumption: range changes in weeks. */
export const SCREEN_SPEAKS = { after: 60, before: 14 } as const;

/**
 * History for a look at an instant: findings of the newest screen of each kind, the newest answer of each range check, and the
 * worse side from the newest sided screen.
 * @param screens in any order, with ISO instants
 * @param at ISO instant of the look
 */
export function historyAt(
  screens: readonly { readonly doneAt: string; readonly record: ScreenRecord }[],
  at: string,
): Required<Pick<PersonHistory, 'screen' | 'tests'>> & PersonHistory {
  const time = Date.parse(at);
  const near = screens
    .filter(({ doneAt }) => {
      const days = (time - Date.parse(doneAt)) / DAY_MS;
      return days <= SCREEN_SPEAKS.after && days >= -SCREEN_SPEAKS.before;
    })
    .sort((a, b) => b.doneAt.localeCompare(a.doneAt));
  const newest = near.filter((s, i) => near.findIndex((o) => o.record.screen === s.record.screen) === i);
  const sided = newest.find((s) => screenOf(s.record.screen).sided);
  const found = newest.flatMap((s) => readScreen(s.record).filter((f) => f.verdict === 'finding'));
  return {
    screen: [...new Set(found.map((f) => f.fault))],
    tests: Object.assign({}, ...[...near].reverse().map((s) => s.record.tests)) as ScreenRecord['tests'],
    ...(sided ? { sides: worseSide(readScreen(sided.record)) } : {}),
  };
}
