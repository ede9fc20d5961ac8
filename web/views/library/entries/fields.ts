/** What the forms of entries share: text of a field, lists as lines, and ticking. */
export const value = (event: Event): string => (event.target as HTMLInputElement).value;
export const lines = (list: readonly string[]): string => list.join('\n');
export const fromLines = (text: string): string[] =>
  text
    .split('\n')
    .map((l) => l.trim())
    .filter(Boolean);
/** The list with the item in it, or out of it again. */
export const toggled = <T>(list: readonly T[], item: T): T[] =>
  list.includes(item) ? list.filter((x) => x !== item) : [...list, item];
