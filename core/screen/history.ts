/** What movement screens say to a look: the newest of each kind within reach of its day. */
import { DAY_MS, hallDay } from '../days.js';
import type { Observation } from '../formats/observation.js';
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

/** Tests that were answered on a look. */
export interface AnsweredAt {
  /** ISO instant of the look. */
  at: string;
  tests: NonNullable<Observation['tests']>;
}

/**
 * What earlier looks answer for a look, so that it is not asked again: everything of the same sitting, that is of the hall's day, and
 * measured ranges as long as a screen speaks. The newest answer of each test stands.
 * @param answered in any order
 * @param at ISO instant of the look; what was answered at it or later says nothing to it
 */
export function answeredBefore(
  answered: readonly AnsweredAt[],
  at: string,
  timeZone: string,
): NonNullable<Observation['tests']> {
  const day = hallDay(at, timeZone);
  const before = answered.filter((a) => a.at < at).sort((a, b) => a.at.localeCompare(b.at));
  const speaks = (of: AnsweredAt, answer: unknown): boolean =>
    hallDay(of.at, timeZone) === day ||
    (typeof answer === 'number' && Date.parse(at) - Date.parse(of.at) <= SCREEN_SPEAKS.after * DAY_MS);
  return Object.fromEntries(
    before.flatMap((of) => Object.entries(of.tests).filter(([, answer]) => speaks(of, answer))),
  );
}
