import { z } from 'zod';
import { PLACES_IN_SESSION, type Drill } from '../../../core/formats/catalog.js';
import { doseSchema } from '../../../core/formats/dose.js';
import type { ChosenDrill } from '../../../core/prescribe/choose.js';

export const wishesSchema = z.object({
  minutes: z.number().min(1).max(120),
  pins: z.array(z.string()),
  bans: z.array(z.string()),
  /** Order set by hand, by drill; those not named come after in their own order. */
  order: z.array(z.string()),
  /** Doses changed by hand, by drill. */
  doses: z.record(z.string(), doseSchema).default({}).catch({}),
  /** Places in the session and sizes of kit changed by hand, by drill; metres, kilograms a hand, newtons. */
  places: z.record(z.string(), z.enum(PLACES_IN_SESSION)).default({}),
  sizes: z.record(z.string(), z.number()).default({}),
});
/** What the coach wants of the choice of drills. */
export type DrillWishes = z.infer<typeof wishesSchema>;
export const noWishes = (): DrillWishes => ({
  minutes: 20,
  pins: [],
  bans: [],
  order: [],
  doses: {},
  places: {},
  sizes: {},
});

/** The list in the order set by hand. */
export function inHandOrder<T extends { drill: string }>(list: readonly T[], order: readonly string[]): T[] {
  const place = (item: T): number => {
    const at = order.indexOf(item.drill);
    return at < 0 ? order.length + list.indexOf(item) : at;
  };
  return [...list].sort((a, b) => place(a) - place(b));
}

/** An item as the coach changed it. */
export function withEdits<T extends Pick<ChosenDrill, 'drill' | 'dose' | 'size'>>(
  list: readonly T[],
  { doses, places, sizes }: Pick<DrillWishes, 'doses' | 'places' | 'sizes'>,
  record: (id: string) => Drill,
): (T & { record: Drill; place: Drill['place'] })[] {
  return list.map((item) => {
    const drill = record(item.drill);
    const value = sizes[item.drill];
    return {
      ...item,
      record: drill,
      dose: doses[item.drill] ?? item.dose,
      place: places[item.drill] ?? drill.place,
      size: drill.sizing && value !== undefined ? { sizing: drill.sizing, value, from: 'coach' as const } : item.size,
    };
  });
}
