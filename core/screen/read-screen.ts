/** Reps counted in a movement screen to findings: noise, watch or finding, with the pair behind each. */
import type { CauseId } from '../formats/catalog.js';
import type { Evidence } from '../formats/observation.js';
import type { ScreenRow } from './screens.js';
import { screens, type Screen } from './screens.js';

export interface ScreenRecord {
  screen: Screen['id'];
  /** Reps done from each view, and on each side where the screen is sided (`front.left`). */
  reps: Readonly<Record<string, number>>;
  /** Reps that showed a fault, by `view/fault` or `view.side/fault`. */
  counts: Readonly<Record<string, number>>;
  /** A stance that is wide on purpose turns the toes out and is no fault. */
  wideStance: boolean;
  supported: boolean;
  /** Answers to range checks, as quick tests. */
  tests: Readonly<Record<string, 'positive' | 'negative' | number>>;
}

export type ScreenVerdict = 'noise' | 'watch' | 'finding';
export interface ScreenFinding {
  fault: string;
  /** `front`, or `front.left` on a sided screen. */
  where: string;
  seen: number;
  reps: number;
  verdict: ScreenVerdict;
  row: ScreenRow;
}

/** Up to a quarter of the reps is noise, from a half on it is a finding. */
export const verdictOf = (seen: number, reps: number): ScreenVerdict =>
  seen / reps >= 0.5 ? 'finding' : seen / reps > 0.25 ? 'watch' : 'noise';

const SIDES = ['left', 'right'] as const;

/** The places where a row is counted: its view, or its view on each side. */
export const placesOf = (screen: Screen, row: ScreenRow): string[] =>
  screen.sided ? SIDES.map((side) => `${row.view}.${side}`) : [row.view];

/** The definition of a screen. @throws RangeError for an unknown id */
export function screenOf(id: string): Screen {
  const found = screens.find((s) => s.id === id);
  if (!found) throw new RangeError(`there is no screen ${id}`);
  return found;
}

/**
 * Findings of a screen, the surest first; rows that nobody saw are left out, and so are turned-out toes in a stance that is wide
 * on purpose.
 * @throws RangeError for more faults than reps
 */
export function readScreen(record: ScreenRecord): ScreenFinding[] {
  const screen = screenOf(record.screen);
  const found = screen.rows.flatMap((row): ScreenFinding[] =>
    placesOf(screen, row).flatMap((where) => {
      const [seen, reps] = [record.counts[`${where}/${row.fault}`] ?? 0, record.reps[where] ?? 0];
      if (seen > reps) throw new RangeError(`${where}/${row.fault}: seen in ${seen} of ${reps} reps`);
      if (seen === 0 || (row.fault === 'toes-out' && record.wideStance)) return [];
      return [{ fault: row.fault, where, seen, reps, verdict: verdictOf(seen, reps), row }];
    }),
  );
  return found.sort((a, b) => b.seen / b.reps - a.seen / a.reps);
}

/** Left against right on a sided screen: worse where a fault is found on that side only. */
export function worseSide(findings: readonly ScreenFinding[]): NonNullable<Evidence['sides']> {
  const on = (side: string): number =>
    findings.filter((f) => f.verdict === 'finding' && f.where.endsWith(`.${side}`)).length;
  const [left, right] = [on('left'), on('right')];
  return left === right ? 'even' : left > right ? 'left-worse' : 'right-worse';
}

/** How much a finding of a screen says about the first, second and third cause it speaks for. Assumption; tests settle it. */
const SAYS = [0.6, 0.45, 0.3, 0.25] as const;
/** A verdict of *watch* says this much of what a finding says. */
const WATCH = 0.5;

/**
 * Causes by what the screen says of them, likeliest first: each finding speaks for its causes, independent ones add up
 * (1 − Π(1 − p)); an answered range check moves the causes it is for up to 0.85, or down to a quarter.
 * @param tests the catalogue's quick tests with the causes they are for, and how an answer reads
 */
export function screenCauses(
  findings: readonly ScreenFinding[],
  tests: readonly { for: readonly CauseId[]; result: 'positive' | 'negative' }[],
): { cause: CauseId; probability: number }[] {
  const not = new Map<CauseId, number>();
  for (const f of findings) {
    if (f.verdict === 'noise') continue;
    f.row.causes.forEach((cause, i) => {
      const p = (SAYS[i] ?? SAYS[SAYS.length - 1]!) * (f.verdict === 'watch' ? WATCH : 1);
      not.set(cause, (not.get(cause) ?? 1) * (1 - p));
    });
  }
  const chance = new Map([...not].map(([cause, n]) => [cause, 1 - n]));
  for (const test of tests)
    for (const [i, cause] of test.for.entries()) {
      const known = chance.get(cause) ?? 0.1;
      chance.set(cause, test.result === 'positive' ? Math.max(known, i === 0 ? 0.85 : 0.5) : known / 4);
    }
  return [...chance]
    .map(([cause, probability]) => ({ cause, probability }))
    .sort((a, b) => b.probability - a.probability || a.cause.localeCompare(b.cause));
}
