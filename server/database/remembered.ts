/** What is read whole and kept until it changes. Where several processes serve a studio each asks first whether another changed it. */
import type { Knex } from 'knex';
import { onPostgres } from './dialect.js';

export interface Remembered<T> {
  now: () => Promise<T>;
  /** A change forgets what was read after it is stored, so that a read that began before never stands after it. */
  forget: () => void;
}

/**
 * @param stamp what tells one state from another: cheap to ask, another after every change
 * @param read reads all of it; one that failed is tried again
 */
export function remembered<T>(db: Knex, stamp: () => Promise<string>, read: () => Promise<T>): Remembered<T> {
  let known: { of: string; read: Promise<T> } | null = null;
  const shared = onPostgres(db);
  return {
    async now() {
      // Asked before it is read: what changes in between is read again next time.
      const of = shared ? await stamp() : '';
      if (known?.of !== of) {
        const begun = { of, read: read() };
        known = begun;
        begun.read.catch(() => {
          if (known === begun) known = null;
        });
      }
      return known.read;
    },
    forget() {
      known = null;
    },
  };
}
