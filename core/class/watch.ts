/** Whom one coach looks at when: the visits that are worth most, none of them at once. */
import type { Seconds } from '../geometry.js';

/** A look that would be worth something: when it may begin at the latest and be over, and what it is worth. */
export interface Visit {
  member: string;
  /** From when until when the coach has to stand there, s of the round's clock. */
  from: Seconds;
  to: Seconds;
  /** Expected value, 0 and more. */
  worth: number;
}

/** A look takes so long, and the way to the next mat. Assumptions. */
export const LOOK: Seconds = 4;
export const WAY: Seconds = 2;
/** A hold usually breaks within this share of its usual second, 1 SD: the look begins that much before. Assumption. */
const SCATTER = 0.15;
/** What a look at somebody is worth who was looked at in a round before. Assumption. */
const SEEN_BEFORE = 0.35;

/**
 * When and how much a member is worth a look: about the second at which the version usually breaks for them; most where that lies within
 * the work, more for each fault of the last looks.
 * @param breaksAt usual clean seconds at the version that is done; null where they are not known
 * @param faults faults of the last looks that can be seen here
 * @param seen rounds of this block in which they were looked at
 */
export function visitOf(
  member: string,
  work: Seconds,
  { breaksAt, faults, seen }: { breaksAt: Seconds | null; faults: number; seen: number },
): Visit {
  // Nobody knows when: the last third shows most.
  const at = breaksAt ?? (2 / 3) * work;
  const from = Math.max(0, Math.min(at * (1 - SCATTER), work - LOOK));
  // Chance that it goes within the work, falling off where it usually lasts longer.
  const goes = breaksAt === null ? 0.5 : 1 / (1 + (at / Math.max(1, work)) ** 4);
  return {
    member,
    from,
    to: Math.min(work, from + LOOK),
    worth: goes * (1 + 0.5 * Math.min(3, faults)) * SEEN_BEFORE ** seen,
  };
}

/** What a planned visit lasts with the way there and back, s. */
const AROUND: Seconds = LOOK + 2 * WAY;
/**
 * Whom to look at now: the visit under way, else the next one.
 * @param visits of one round, by the second at which each begins
 * @param t second of the round's clock
 */
export const visitAt = <V extends { at: Seconds }>(visits: readonly V[], t: Seconds): V | null =>
  visits.findLast((v) => v.at <= t && t < v.at + AROUND) ?? visits.find((v) => v.at > t) ?? null;

/**
 * The visits of one round that are worth most together, by time: weighted interval scheduling (Kleinberg and Tardos 2006, ch. 6), exact.
 * Between two of them lies the way from one mat to the next.
 */
export function watchOrder(visits: readonly Visit[]): Visit[] {
  const byEnd = [...visits].sort((a, b) => a.to - b.to || a.from - b.from || a.member.localeCompare(b.member));
  /** Of the first i visits: most worth, and the list. */
  const best: { worth: number; list: Visit[] }[] = [{ worth: 0, list: [] }];
  byEnd.forEach((visit, i) => {
    let before = i;
    while (before > 0 && byEnd[before - 1]!.to + WAY > visit.from) before -= 1;
    const with_ = { worth: best[before]!.worth + visit.worth, list: [...best[before]!.list, visit] };
    best.push(with_.worth > best[i]!.worth + 1e-12 ? with_ : best[i]!);
  });
  return best.at(-1)!.list;
}
