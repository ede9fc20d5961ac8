/** A camera that looks on: what has been beyond its clear limit for long enough that the person is told while they hold. */
import type { Judged } from '../evaluate/judge.js';
import type { Seconds } from '../geometry.js';
import { breaksClean, LASTING } from '../hold/breaks.js';
import { severityOf } from '../judge/judge.js';

/** Since when each fault has been beyond its clear limit. */
export interface Live {
  since: Readonly<Record<string, Seconds>>;
  /** When somebody was seen last. */
  seen: Seconds | null;
}
export const NOTHING_SEEN: Live = { since: {}, seen: null };
/** Whoever is not seen for so long has begun anew. */
const FORGET: Seconds = 2;

/**
 * @param before as it stood at the look before
 * @param judged this look; null where nobody was found
 * @param t its second
 * @returns how it stands now, and the faults that have lasted {@link LASTING} seconds, the longest first
 */
export function liveAfter(
  before: Live,
  judged: Pick<Judged, 'measures' | 'limits'> | null,
  t: Seconds,
): { live: Live; beyond: string[] } {
  const anew = before.seen === null || t - before.seen > FORGET;
  if (!judged) return { live: anew ? NOTHING_SEEN : before, beyond: [] };
  const now = judged.limits.filter((limit) => {
    const measure = judged.measures.find((m) => m.id === limit.measure);
    const severity = measure ? severityOf(measure.value, limit) : null;
    return severity !== null && breaksClean(severity);
  });
  const since = Object.fromEntries(now.map(({ fault }) => [fault, anew ? t : (before.since[fault] ?? t)]));
  const beyond = Object.entries(since)
    .filter(([, from]) => t - from >= LASTING)
    .sort((a, b) => a[1] - b[1])
    .map(([fault]) => fault);
  return { live: { since, seen: t }, beyond };
}
