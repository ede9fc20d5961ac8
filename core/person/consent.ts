/** Whether a permission stands on a day. */
import type { Day } from '../days.js';

export interface ConsentRecord {
  kind: string;
  relation: 'self' | 'guardian';
  from: Day;
  /** Last day; null: until it is withdrawn. */
  until: Day | null;
  withdrawnOn: Day | null;
}

/**
 * A permission stands from its first to its last day, both counted, unless it was withdrawn; for a minor only a guardian's stands.
 * @param day the hall's day by the server's clock
 * @example consentStands([{ kind: 'pictures', relation: 'self', from: '2026-05-01', until: null, withdrawnOn: null }], 'pictures', '2026-05-20', false) // => true
 */
export const consentStands = (consents: readonly ConsentRecord[], kind: string, day: Day, minor: boolean): boolean =>
  consents.some(
    (c) =>
      c.kind === kind &&
      c.withdrawnOn === null &&
      c.from <= day &&
      (c.until === null || c.until >= day) &&
      (!minor || c.relation === 'guardian'),
  );

/** Whether pictures of a person may be taken and shown, and clips of them kept, which a permission for pictures says beside. */
export const picturesAllowed = (
  consents: readonly (ConsentRecord & { clips: boolean })[],
  day: Day,
  minor: boolean,
): { pictures: boolean; clips: boolean } => ({
  pictures: consentStands(consents, 'pictures', day, minor),
  clips: consentStands(
    consents.filter((c) => c.clips),
    'pictures',
    day,
    minor,
  ),
});

/** Someone is treated as a minor through the year of the 18th birthday; without a birth year as an adult. */
export const isMinor = (birthYear: number | null, day: Day): boolean =>
  birthYear !== null && Number(day.slice(0, 4)) - birthYear <= 18;
