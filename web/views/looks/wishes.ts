/** What the coach wants of the choice of drills. */
export interface DrillWishes {
  minutes: number;
  pins: string[];
  bans: string[];
  /** Order set by hand, by drill; those not named come after in their own order. */
  order: string[];
}

/** The list in the order set by hand. */
export function inHandOrder<T extends { drill: string }>(list: readonly T[], order: readonly string[]): T[] {
  const place = (item: T): number => {
    const at = order.indexOf(item.drill);
    return at < 0 ? order.length + list.indexOf(item) : at;
  };
  return [...list].sort((a, b) => place(a) - place(b));
}
