/** Two sets of one sitting with one thing changed: what the change went along with. */
import type { Setup } from '../formats/observation.js';
import { byTime, heldEasier, type LoggedHold } from './holds.js';

/** What was done otherwise: a version, a side, a cue that was given, or one setting of the set-up. */
export type Change =
  | { is: 'version'; was: string; now: string }
  | { is: 'side'; was: NonNullable<LoggedHold['side']>; now: NonNullable<LoggedHold['side']> }
  | { is: 'cue'; now: NonNullable<LoggedHold['cue']> }
  /** Its value as declared, null as the version has it; metres, degrees, newtons or kilograms. */
  | { is: 'setting'; knob: keyof Setup; was: number | null; now: number | null };

export interface Beside {
  before: LoggedHold;
  now: LoggedHold;
  change: Change;
  /** Clean seconds, or clean reps where both were counted. */
  unit: 's' | 'reps';
  was: number;
  is: number;
  /** Standard deviation of what two such sets differ by without any change, in the unit. */
  sd: number;
  /** Pairs of this person that it rests on beside the start value. */
  pairs: number;
}

const settingsOf = (hold: LoggedHold): Partial<Record<keyof Setup, number>> =>
  Object.fromEntries(
    Object.entries(hold.setup ?? {}).filter((entry): entry is [string, number] => typeof entry[1] === 'number'),
  );

/** Everything that was done otherwise between two sets of a position. */
export function changesBetween(before: LoggedHold, now: LoggedHold): Change[] {
  const [a, b] = [settingsOf(before), settingsOf(now)];
  const knobs = [...new Set([...Object.keys(a), ...Object.keys(b)])] as (keyof Setup)[];
  return [
    ...(before.place === now.place ? [] : [{ is: 'version' as const, was: before.place, now: now.place }]),
    ...(before.side && now.side && before.side !== now.side
      ? [{ is: 'side' as const, was: before.side, now: now.side }]
      : []),
    ...(now.cue && before.cue === null ? [{ is: 'cue' as const, now: now.cue }] : []),
    ...knobs
      .filter((k) => a[k] !== b[k])
      .map((knob) => ({ is: 'setting' as const, knob, was: a[knob] ?? null, now: b[knob] ?? null })),
  ];
}

const amount = (hold: LoggedHold, unit: Beside['unit']): number => (unit === 'reps' ? hold.reps!.clean : hold.clean);
/** Share of a set by which two sets of a sitting differ before a person's own pairs are known, and how many pairs that is worth. Assumptions. */
const USUAL = { share: 0.15, worth: 4 } as const;

/** Standard deviation of the difference of two neighbouring sets of one day at one version with nothing changed, as a share of their mean. */
function ownScatter(holds: readonly LoggedHold[], unit: Beside['unit']): { share: number; pairs: number } {
  const counted = holds.filter((h) => unit === 's' || h.reps !== null);
  const shares = counted.flatMap((h, i) => {
    const next = counted[i + 1];
    if (!next || next.day !== h.day || next.place !== h.place || changesBetween(h, next).length > 0) return [];
    // A set that was ended at its target could have gone on: it says nothing of the scatter.
    if (h.toTarget || next.toTarget || h.pain || next.pain) return [];
    const mean = (amount(h, unit) + amount(next, unit)) / 2;
    return mean > 0 ? [(amount(next, unit) - amount(h, unit)) / mean] : [];
  });
  const squares = shares.reduce((sum, s) => sum + s * s, USUAL.worth * USUAL.share ** 2);
  return { share: Math.sqrt(squares / (shares.length + USUAL.worth)), pairs: shares.length };
}

/**
 * The newest earlier set of the same sitting and position with exactly one thing changed, beside a set.
 * @param holds of this person with the set itself, any order
 * @returns null where there is none, or where one of the two was ended by pain
 */
export function besideInSitting(holds: readonly LoggedHold[], now: LoggedHold): Beside | null {
  if (now.pain) return null;
  const family = (place: string): string => place.split('/')[0]!;
  const inOrder = [...holds].sort(byTime);
  const before = inOrder
    .filter((h) => h.day === now.day && h.at < now.at && family(h.place) === family(now.place) && !h.pain)
    .findLast((h) => changesBetween(h, now).length === 1);
  if (!before) return null;
  const unit = before.reps && now.reps ? 'reps' : 's';
  const [was, is] = [amount(before, unit), amount(now, unit)];
  const { share, pairs } = ownScatter(
    inOrder.filter((h) => family(h.place) === family(now.place) && !heldEasier(h)),
    unit,
  );
  return { before, now, change: changesBetween(before, now)[0]!, unit, was, is, sd: share * ((was + is) / 2), pairs };
}
