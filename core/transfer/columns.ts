/** Which column of somebody's table is which of ours: guessed from its head, told by the coach. */

/** A field that a column can be; names are compared without case, accents and signs. */
export interface Field {
  id: string;
  /** What its column is headed with in our own tables. */
  head: string;
  /** Other heads that say the same. */
  also: readonly string[];
  needed?: true;
}

export const ROSTER_FIELDS = [
  { id: 'name', head: 'Name', also: ['full name', 'person', 'athlete', 'member', 'client', 'who'], needed: true },
  { id: 'group', head: 'Group', also: ['class', 'squad', 'team', 'crew'] },
  { id: 'born', head: 'Born', also: ['birth year', 'year of birth', 'date of birth', 'birthday', 'birth date', 'dob'] },
  { id: 'height', head: 'Height, m', also: ['height', 'stature', 'height cm', 'height m', 'height in'] },
  { id: 'weight', head: 'Weight, kg', also: ['weight', 'mass', 'body weight', 'weight kg', 'weight lb'] },
  { id: 'sex', head: 'Sex', also: ['gender', 'f m', 'm f'] },
  { id: 'email', head: 'E-mail', also: ['email', 'mail', 'e mail address', 'email address'] },
  { id: 'goal', head: 'Goal', also: ['aim', 'goals'] },
  { id: 'method', head: 'Method', also: [] },
  { id: 'methods', head: 'Methods by position', also: [] },
  { id: 'kit', head: 'Kit', also: ['equipment', 'own kit'] },
  { id: 'notes', head: 'Notes', also: ['note', 'remarks', 'comment', 'comments'] },
] as const satisfies readonly Field[];
export type RosterField = (typeof ROSTER_FIELDS)[number]['id'];

export const SET_FIELDS = [
  { id: 'name', head: 'Name', also: ['person', 'athlete', 'member', 'client', 'who', 'full name'] },
  { id: 'day', head: 'Day', also: ['date', 'when', 'on'], needed: true },
  { id: 'time', head: 'Time', also: ['at', 'clock', 'hour'] },
  { id: 'position', head: 'Position', also: ['exercise', 'move', 'movement', 'hold', 'family'], needed: true },
  { id: 'version', head: 'Version', also: ['variation', 'rung', 'level', 'variant'] },
  { id: 'side', head: 'Side', also: ['left or right'] },
  { id: 'target', head: 'Target, s', also: ['target', 'target seconds', 'goal seconds'] },
  { id: 'held', head: 'Held, s', also: ['held', 'seconds', 'time held', 'duration', 'hold time', 'total', 'secs'] },
  { id: 'clean', head: 'Clean, s', also: ['clean', 'clean seconds', 'good seconds'] },
  { id: 'fault', head: 'First to go', also: ['fault', 'broke', 'break', 'what went'] },
  { id: 'ended', head: 'Ended by', also: ['ended', 'stopped', 'end', 'reason'] },
  { id: 'targetReps', head: 'Target, reps', also: ['target reps'] },
  { id: 'reps', head: 'Reps', also: ['repetitions', 'reps done'] },
  { id: 'cleanReps', head: 'Clean reps', also: ['good reps'] },
  { id: 'setup', head: 'Set-up', also: ['setup', 'set up'] },
  { id: 'note', head: 'Note', also: ['notes', 'remarks', 'comment', 'comments'] },
] as const satisfies readonly Field[];
export type SetField = (typeof SET_FIELDS)[number]['id'];

/** Place of each field's column, from 0; null: the table does not have it. */
export type Columns<F extends string> = Partial<Record<F, number | null>>;

const bare = (text: string): string =>
  text
    .normalize('NFD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim();

/**
 * Columns guessed from a head: each field takes the first column that is called like it, each column at most one field.
 * @example guessColumns(ROSTER_FIELDS, ['Full name', 'Height (cm)']).height // => 1
 */
export function guessColumns<F extends string>(
  fields: readonly (Field & { id: F })[],
  head: readonly string[],
): Columns<F> {
  const heads = head.map(bare);
  const taken = new Set<number>();
  const found: Columns<F> = {};
  // Our own heads come first: a column of another name must not take their place.
  for (const names of [(f: Field) => [f.head], (f: Field) => [f.id, ...f.also]])
    for (const field of fields) {
      if (typeof found[field.id] === 'number') continue;
      const called = new Set(names(field).map(bare));
      const at = heads.findIndex((h, i) => !taken.has(i) && called.has(h));
      found[field.id] = at < 0 ? null : at;
      if (at >= 0) taken.add(at);
    }
  return found;
}

/** The unit that a head names, if it does: `Height (cm)`. */
export function unitTold<U extends string>(head: string, units: readonly U[]): U | null {
  const words = bare(head).split(' ');
  return units.find((u) => words.includes(u)) ?? null;
}
