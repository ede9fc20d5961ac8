/** Which method judges a look when the look itself names none. */

/** Methods chosen somewhere: one for everything, and one for single positions. */
export interface MethodChoice {
  method: string | null;
  familyMethods: Readonly<Record<string, string>>;
}

/**
 * The person's choice for the position, then for everything, then the studio's for the position, then for everything.
 * @returns undefined where nobody chose: the position's own default stands
 */
export function methodInForce(
  family: string,
  person: MethodChoice | null | undefined,
  studio: MethodChoice | null | undefined,
): string | undefined {
  return (
    person?.familyMethods[family] ?? person?.method ?? studio?.familyMethods[family] ?? studio?.method ?? undefined
  );
}
