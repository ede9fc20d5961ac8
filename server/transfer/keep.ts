/** Takes in what was weighed, all of it or nothing, and takes it back again. */
import type { Knex } from 'knex';
import type { Account } from '../../api/accounts.js';
import type { ImportKind } from '../../api/imports.js';
import type { Day } from '../../core/days.js';
import { entryKey, ENTRY_KINDS } from '../../core/formats/entries.js';
import { nameKey } from '../../core/transfer/roster.js';
import { inTransaction } from '../database/transaction.js';
import { eyesIn } from '../repositories/eyes.js';
import { importsIn, type StoredImport, type Undo } from '../repositories/imports.js';
import { looksIn } from '../repositories/looks.js';
import { peopleIn } from '../repositories/people.js';
import { personFilesIn } from '../repositories/person-files.js';
import { studioIn } from '../repositories/studio.js';
import type { Acts } from './weigh.js';

interface Moment {
  day: Day;
  now: string;
}

/**
 * Keeps everything in one transaction.
 * @param familyOf the position of an item
 * @returns the import's id
 */
export function keepImport(
  db: Knex,
  kind: ImportKind,
  acts: Acts,
  by: Account,
  { day, now, familyOf }: Moment & { familyOf: (item: string) => string },
): Promise<string> {
  return inTransaction(db, async (trx) => {
    const clock = (): string => now;
    const people = peopleIn(trx, clock);
    const looks = looksIn(trx, eyesIn(trx), clock);
    const files = personFilesIn(trx, clock);
    const studio = studioIn(trx, clock);
    const made = new Map<string, string>();
    for (const name of acts.groups) made.set(nameKey(name), (await people.addGroup(name)).id);
    const newGroups = [...made.values()];
    for (const g of await people.groups(by)) made.set(nameKey(g.name), g.id);
    const groupId = (name: string | null): string | null => (name === null ? null : (made.get(nameKey(name)) ?? null));

    for (const entry of acts.entries) await studio.put(entry, by.id);
    const added = await people.addMany(acts.add.map(({ input, group }) => ({ ...input, groupId: groupId(group) })));
    for (const { id, patch, group } of acts.change)
      await people.change(id, group === null ? patch : { ...patch, groupId: groupId(group) }, {
        by: by.id,
        version: null,
      });
    await looks.addMany(acts.looks, by);
    for (const { record, looks: read } of acts.records)
      added.push(await files.write(record, read, groupId(record.person.group), by, { looks, familyOf, now }));

    const prints = await files.fingerprints([...added, ...acts.change.map((c) => c.id)]);
    const undo: Undo = {
      people: added.map((id) => ({ id, fingerprint: prints.get(id)! })),
      changed: acts.change.map(({ id, before }) => ({ id, before, fingerprint: prints.get(id)! })),
      looks: acts.looks.map((l) => l.look.input.id),
      groups: newGroups,
      entries: [],
    };
    undo.entries = acts.entries.map((e) => ({ kind: e.kind, key: entryKey(e.kind, e.record) }));
    const counts = {
      adds: added.length + acts.looks.length + acts.entries.length,
      changes: acts.change.length,
    };
    return importsIn(trx).add({ kind, day, at: now, counts, undo }, by.id);
  });
}

/**
 * Takes an import back in one transaction. Who was added to or changed meanwhile stays as they are, and is named; so does a look that was
 * changed or looked at again.
 */
export function undoImport(db: Knex, { id, undo }: StoredImport, by: Account, { day, now }: Moment): Promise<void> {
  return inTransaction(db, async (trx) => {
    const clock = (): string => now;
    const people = peopleIn(trx, clock);
    const files = personFilesIn(trx, clock);
    const studio = studioIn(trx, clock);
    const stayed: string[] = [];
    const prints = await files.fingerprints([...undo.people, ...undo.changed].map((p) => p.id));
    const untouched = async ({ id: of, fingerprint }: { id: string; fingerprint: string }): Promise<boolean> => {
      if (prints.get(of) === fingerprint) return true;
      const person = await people.find(by, of, day);
      if (person) stayed.push(person.name);
      return false;
    };
    stayed.push(...(await looksIn(trx, eyesIn(trx), clock).removeUntouched(undo.looks)));
    const gone: string[] = [];
    for (const one of undo.people) if (await untouched(one)) gone.push(one.id);
    await people.removeAll(gone);
    for (const one of undo.changed)
      if (await untouched(one)) await people.change(one.id, one.before, { by: by.id, version: null });
    for (const group of undo.groups) await people.removeEmptyGroup(group);
    for (const { kind, key } of undo.entries) {
      const known = ENTRY_KINDS.find((k) => k === kind);
      if (!known) continue;
      const uses = await studio.usesOf(known, key);
      if (Object.values(uses).every((n) => n === 0)) await studio.remove(known, key, by.id, false);
    }
    await importsIn(trx).undone(id, now, [...new Set(stayed)].slice(0, 200));
  });
}
