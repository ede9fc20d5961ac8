/** Two people, one record: a change that comes after somebody else's is laid beside theirs and kept as the coach chooses. */
import { shallowRef } from 'vue';
import { differences, merged, type FieldDifference, type Side } from '../../core/studio/merge.js';
import { ApiError, Told } from './call.js';
import { say } from './said.js';
import { conflict as wording } from '../../words/pages/data.js';

/** Kinds of record that two people may change at once. */
export type Versioned = 'person' | 'look' | 'prescription' | 'entry' | 'defaults' | 'class' | 'programme';

/** What stands now of a record that was changed here. */
export interface Stands<T> {
  value: T;
  version: number;
  by: string | null;
  /** ISO instant. */
  at: string | null;
}
export interface Conflict {
  kind: Versioned;
  /** Whose or what it is, as a title: “Marit Solheim”. */
  title: string;
  /** null where it was taken away. */
  stands: Stands<unknown> | null;
  fields: readonly FieldDifference[];
}
/** The one that is asked about, and what to do with the answer. */
export const asked = shallowRef<{
  conflict: Conflict;
  answer: (picks: Readonly<Record<string, Side>> | null) => void;
} | null>(null);

/** Asks the coach; null where they leave it. One question at a time. */
export async function ask(conflict: Conflict): Promise<Readonly<Record<string, Side>> | null> {
  while (asked.value) await new Promise<void>((done) => setTimeout(done, 200));
  return new Promise((resolve) => {
    asked.value = {
      conflict,
      answer(picks) {
        asked.value = null;
        resolve(picks);
      },
    };
  });
}
/** What a problem says stands, where it is of a conflict; undefined where it is not. */
export const standsIn = (error: unknown): unknown =>
  error instanceof ApiError && error.problem.status === 409 ? error.problem.current : undefined;

export interface Change<T extends object, Answer> {
  kind: Versioned;
  title: string;
  /** The fields as they were when the change began; null where nothing stood. */
  base: T | null;
  version: number | undefined;
  mine: T;
  send: (value: T, version: number | undefined, stands: unknown) => Promise<Answer>;
  /** Reads what stands out of the server's answer. */
  read: (current: unknown) => Stands<T>;
}

/** Changes may come in between again; after so many it is let be. */
const MOST_TRIES = 10;

/**
 * Keeps a change. Where somebody else changed the same record meanwhile, what only one of both touched is kept of each, and what both did
 * is asked.
 * @throws Told where the coach left it as it stands; what the server said for anything else
 */
export async function keepChange<T extends object, Answer>(change: Change<T, Answer>): Promise<Answer> {
  const { kind, title, read, send } = change;
  let { base, version, mine } = change;
  let current: unknown = null;
  let theirs: string[] = [];
  for (let tries = 0; tries < MOST_TRIES; tries += 1) {
    try {
      const answer = await send(mine, version, current);
      if (theirs.length > 0) say(wording.keptSomebodyElseChanged(theirs.join(', ')));
      return answer;
    } catch (error) {
      current = standsIn(error);
      if (current === undefined) throw error;
      const stands = current === null ? null : read(current);
      const fields = differences(base, mine, stands?.value ?? null);
      const asks = stands === null || fields.some((f) => f.by === 'both');
      const picks = asks ? await ask({ kind, title, stands, fields }) : {};
      if (picks === null) throw new Told(wording.nothingWasChanged);
      // The names of fields are fetched when two people meet, which is seldom.
      const { fieldName } = await import('../../words/fields.js');
      theirs = asks ? [] : fields.filter((f) => f.by === 'them').map((f) => fieldName(kind, f.field).toLowerCase());
      // Of one that was taken away all of mine is kept.
      mine = stands === null ? mine : merged(mine, fields, picks);
      [base, version] = [stands?.value ?? null, stands?.version ?? 0];
    }
  }
  throw new Told(wording.othersAreChanging);
}
