import { z } from 'zod';
import { doseSchema, type Dose } from '../../../core/formats/catalog.js';

export const wishesSchema = z.object({
  minutes: z.number().min(1).max(120),
  pins: z.array(z.string()),
  bans: z.array(z.string()),
  /** Order set by hand, by drill; those not named come after in their own order. */
  order: z.array(z.string()),
  /** Doses changed by hand, by drill. */
  doses: z.record(z.string(), doseSchema).default({}),
});
/** What the coach wants of the choice of drills. */
export type DrillWishes = z.infer<typeof wishesSchema>;
export const noWishes = (): DrillWishes => ({ minutes: 20, pins: [], bans: [], order: [], doses: {} });

/** The list in the order set by hand. */
export function inHandOrder<T extends { drill: string }>(list: readonly T[], order: readonly string[]): T[] {
  const place = (item: T): number => {
    const at = order.indexOf(item.drill);
    return at < 0 ? order.length + list.indexOf(item) : at;
  };
  return [...list].sort((a, b) => place(a) - place(b));
}

/** The list with the doses that were changed by hand. */
export const withDoses = <T extends { drill: string; dose: Dose }>(
  list: readonly T[],
  doses: Readonly<Record<string, Dose>>,
): T[] => list.map((item) => ({ ...item, dose: doses[item.drill] ?? item.dose }));
