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

/** A permission for pictures, which may be for clips too, or for one clip alone. */
export interface PictureConsent extends ConsentRecord {
  clips: boolean;
  /** Id of the one clip that it is for; null: for all. */
  forClip: string | null;
}
/**
 * Whether pictures of a person may be taken and shown, and clips of them kept, which a permission for pictures says beside; and which
 * clips are allowed by a permission of their own, which allows nothing else.
 */
export function picturesAllowed(
  consents: readonly PictureConsent[],
  day: Day,
  minor: boolean,
): { pictures: boolean; clips: boolean; ownClips: string[] } {
  const stands = (some: readonly PictureConsent[]): boolean => consentStands(some, 'pictures', day, minor);
  const general = consents.filter((c) => c.forClip === null);
  const clips = consents.filter((c) => c.clips);
  const own = new Set(clips.flatMap((c) => (c.forClip === null ? [] : [c.forClip])));
  return {
    pictures: stands(general),
    clips: stands(clips.filter((c) => c.forClip === null)),
    ownClips: [...own].filter((id) => stands(clips.filter((c) => c.forClip === id))),
  };
}
/** Whether one clip may be kept and shown. @param allowed of its person, today */
export const clipAllowed = (allowed: ReturnType<typeof picturesAllowed>, id: string | null): boolean =>
  allowed.clips || (id !== null && allowed.ownClips.includes(id));

/**
 * Whether a permission for clips was taken back, and none for all clips stands since: only a coach records a new one then, from whoever
 * may give it.
 */
export const clipsWithdrawn = (consents: readonly PictureConsent[], day: Day, minor: boolean): boolean =>
  consents.some((c) => c.kind === 'pictures' && c.withdrawnOn !== null) && !picturesAllowed(consents, day, minor).clips;

/** Someone is treated as a minor through the year of the 18th birthday; without a birth year as an adult. */
export const isMinor = (birthYear: number | null, day: Day): boolean =>
  birthYear !== null && Number(day.slice(0, 4)) - birthYear <= 18;
