/** The studio's own catalogue entries and defaults. */
import type { Account } from '../../api/accounts.js';
import { recordOf, type StudioCatalogue } from '../../api/studio.js';
import { catalog as shipped } from '../../core/catalog/index.js';
import { entryKey, type EntryKind } from '../../core/formats/entries.js';
import { applyEntries, problemsOfEntry } from '../../core/studio/overlay.js';
import { checkRole, take, type Handlers } from '../http/mount.js';
import { HttpProblem, invalid, notFound } from '../http/problems.js';
import type { Context } from './context.js';

type Names = 'catalogue.get' | 'entries.put' | 'entries.remove' | 'entries.changes' | 'defaults.set';

export function studioHandlers({ studio, judging, behind }: Context): Handlers<Names> {
  const all = async (): Promise<StudioCatalogue> => ({
    entries: await studio.entries(),
    defaults: await studio.defaults(),
  });
  /** Cautions are the studio's policy: an owner's to set. */
  const mayChange = (account: Account, kind: EntryKind): void => {
    if (kind === 'cautions') checkRole(account, 'owner');
  };
  return {
    'catalogue.get': all,
    'entries.put': async ({ account, params: { kind, key }, body }) => {
      mayChange(account, kind);
      const record = take(recordOf(kind), body);
      if (entryKey(kind, record) !== key)
        throw invalid([{ path: 'id', message: `does not fit the address, which says "${key}"` }]);
      const problems = problemsOfEntry((await studio.now()).catalog, { kind, record });
      if (problems.length > 0) throw invalid(problems);
      await studio.put({ kind, record }, account.id);
      behind(judging.sweep);
      return all();
    },
    'entries.remove': async ({ account, params: { kind, key } }) => {
      mayChange(account, kind);
      // What others refer to must not vanish: with a shipped record of the same key nothing does.
      const rest = (await studio.entries()).filter((e) => e.kind !== kind || e.key !== key);
      const after = applyEntries(shipped, rest);
      const broken = rest.flatMap((entry) => problemsOfEntry(after, entry).map((p) => ({ entry, p })))[0];
      if (broken)
        throw new HttpProblem(
          409,
          'Another entry still needs it',
          `${broken.entry.kind} “${broken.entry.key}”: ${broken.p.path} ${broken.p.message}`,
        );
      if (!(await studio.remove(kind, key, account.id))) throw notFound('This entry');
      behind(judging.sweep);
      return all();
    },
    'entries.changes': ({ params: { kind, key } }) => studio.changes(kind, key),
    'defaults.set': async ({ body }) => {
      const { catalog } = await studio.now();
      const known = (ids: readonly { id: string }[], id: string): boolean => ids.some((r) => r.id === id);
      const problems = [
        ...(body.method && !known(catalog.methods, body.method)
          ? [{ path: 'method', message: `there is no method "${body.method}"` }]
          : []),
        ...Object.entries(body.familyMethods).flatMap(([family, method]) =>
          known(catalog.families, family) && known(catalog.methods, method)
            ? []
            : [{ path: `familyMethods.${family}`, message: 'names a position or a method that does not exist' }],
        ),
      ];
      if (problems.length > 0) throw invalid(problems);
      await studio.setDefaults(body);
      behind(judging.sweep);
      return all();
    },
  };
}
