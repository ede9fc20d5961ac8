/** Takes a person out of plain data that speaks of several people. */

/**
 * The data without somebody: what is theirs in a list is left out of it, what only names them elsewhere is null.
 * @param own keys by which an element of a list is somebody’s
 * @example without({ members: ['a', 'b'], pairs: [{ first: 'b', second: 'a' }] }, 'a') // => { members: ['b'], pairs: [{ first: 'b', second: null }] }
 */
export function without<T>(value: T, id: string, own: readonly string[] = ['member', 'id', 'personId', 'first']): T {
  const theirs = (v: unknown): boolean =>
    typeof v === 'string'
      ? v.includes(id)
      : typeof v === 'object' && v !== null && own.some((key) => (v as Record<string, unknown>)[key] === id);
  const of = (v: unknown): unknown => {
    if (Array.isArray(v)) return v.filter((one) => !theirs(one)).map(of);
    if (typeof v === 'string') return v.includes(id) ? null : v;
    if (typeof v !== 'object' || v === null) return v;
    return Object.fromEntries(Object.entries(v).flatMap(([key, one]) => (key.includes(id) ? [] : [[key, of(one)]])));
  };
  return of(value) as T;
}
