/** Two hands on one record: what each changed of it, field by field, and what comes of both. */

export interface FieldDifference {
  field: string;
  /** As it was when both began; undefined where there was nothing. */
  base: unknown;
  mine: unknown;
  theirs: unknown;
  /** `alike`: both changed it to the same. `both`: both changed it, to different values. */
  by: 'me' | 'them' | 'alike' | 'both';
}
/** Whose value of a field is kept. */
export type Side = 'mine' | 'theirs';

/** Plain data as text, whatever the order of its keys; nothing and null are alike, as they are in JSON. */
function textOf(value: unknown): string {
  if (Array.isArray(value)) return `[${value.map(textOf).join(',')}]`;
  if (typeof value !== 'object' || value === null) return JSON.stringify(value ?? null);
  const entries = Object.entries(value).filter(([, v]) => v !== undefined);
  return `{${entries
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([k, v]) => `${JSON.stringify(k)}:${textOf(v)}`)
    .join(',')}}`;
}
/** Whether two plain values say the same. */
export const alike = (a: unknown, b: unknown): boolean => textOf(a) === textOf(b);

/**
 * The fields that somebody changed, of those that `mine` names.
 * @param base as it was when both began; null where nothing stood
 * @param theirs as it stands now; null where it was taken away
 * @example differences({ goal: 'a', note: '' }, { goal: 'b', note: '' }, { goal: 'c', note: '' }).map((d) => d.by) // => ['both']
 */
export function differences(base: object | null, mine: object, theirs: object | null): FieldDifference[] {
  const of = (from: object | null, field: string): unknown => (from as Record<string, unknown> | null)?.[field];
  return Object.keys(mine).flatMap((field) => {
    const [was, my, their] = [of(base, field), of(mine, field), of(theirs, field)];
    const [iDid, theyDid] = [!alike(was, my), !alike(was, their)];
    if (!iDid && !theyDid) return [];
    const by = !theyDid ? 'me' : !iDid ? 'them' : alike(my, their) ? 'alike' : 'both';
    return [{ field, base: was, mine: my, theirs: their, by }];
  });
}

/**
 * What is to be kept: what one changed alone as they changed it, what both changed as it was picked.
 * @param picks by field; a field that both changed and nobody picked stays theirs
 */
export function merged<T extends object>(
  mine: T,
  found: readonly FieldDifference[],
  picks: Readonly<Record<string, Side>>,
): T {
  const theirs = found.filter((d) => d.by === 'them' || (d.by === 'both' && picks[d.field] !== 'mine'));
  return { ...mine, ...Object.fromEntries(theirs.map((d) => [d.field, d.theirs])) };
}
