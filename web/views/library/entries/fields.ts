/** What the forms of entries share: lists as lines. */
export const lines = (list: readonly string[]): string => list.join('\n');
export const fromLines = (text: string): string[] =>
  text
    .split('\n')
    .map((l) => l.trim())
    .filter(Boolean);
