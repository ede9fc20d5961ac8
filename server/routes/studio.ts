/** The studio's own catalogue entries and defaults. */
import type { Account } from '../../api/accounts.js';
import { recordOf, type AllEntryUses, type StudioCatalogue } from '../../api/studio.js';
import { catalog as shipped } from '../../core/catalog/shipped.js';
import { entryKey, RETIRABLE, type EntryKind, type StudioEntry } from '../../core/formats/entries.js';
import { applyEntries, problemsOfEntry } from '../../core/studio/overlay.js';
import { checkRole, take, type Handlers } from '../http/mount.js';
import { changedMeanwhile, HttpProblem, invalid, notFound } from '../http/problems.js';
import type { Context } from './context.js';

type Names =
  | 'catalogue.get'
  | 'entries.put'
  | 'entries.uses'
  | 'entries.remove'
  | 'entries.restore'
  | 'entries.changes'
  | 'defaults.set';

export function studioHandlers({ studio, judging, behind }: Context): Handlers<Names> {
  const all = async (): Promise<StudioCatalogue> => ({
    entries: await studio.entries(),
    ...(await studio.signedDefaults()),
  });
  /** Cautions are the studio's policy: an owner's to set. */
  const mayChange = (account: Account, kind: EntryKind): void => {
    if (kind === 'cautions') checkRole(account, 'owner');
  };
  const put = async (account: Account, entry: StudioEntry, version: number | null): Promise<void> => {
    const problems = problemsOfEntry((await studio.now()).catalog, entry);
    if (problems.length > 0) throw invalid(problems);
    if (!(await studio.put(entry, account.id, version))) {
      const key = entryKey(entry.kind, entry.record);
      const stands = (await studio.entries()).find((e) => e.kind === entry.kind && e.key === key && !e.retired);
      throw changedMeanwhile('This entry', stands ?? null, stands?.by);
    }
    behind(judging.sweep);
  };
  /** Everything that speaks of an entry: people's records, and other entries that would not resolve without it. */
  const usesOf = async (kind: EntryKind, key: string): Promise<AllEntryUses> => {
    const rest = (await studio.entries()).filter((e) => e.kind !== kind || e.key !== key);
    const after = applyEntries(shipped, rest);
    const entries = rest.filter((entry) => problemsOfEntry(after, entry).length > 0);
    return { ...(await studio.usesOf(kind, key)), entries: entries.map((e) => ({ kind: e.kind, key: e.key })) };
  };
  return {
    'catalogue.get': all,
    'entries.put': async ({ account, params: { kind, key }, body, version }) => {
      mayChange(account, kind);
      const record = take(recordOf(kind), body);
      if (entryKey(kind, record) !== key)
        throw invalid([{ path: 'id', message: `does not fit the address, which says "${key}"` }]);
      await put(account, { kind, record }, version);
      return all();
    },
    'entries.uses': ({ params: { kind, key } }) => usesOf(kind, key),
    'entries.remove': async ({ account, params: { kind, key } }) => {
      mayChange(account, kind);
      const { entries: others, ...uses } = await usesOf(kind, key);
      const used = others.length > 0 || Object.values(uses).some((n) => n > 0);
      const isShipped = shipped[kind].some((r) => entryKey(kind, r) === key);
      const retirable = !isShipped && RETIRABLE.some((k) => k === kind);
      // What others refer to must not vanish: where a shipped record takes its place, or it is retired, nothing does.
      if (others.length > 0 && !retirable)
        throw new HttpProblem(
          409,
          'Another entry still needs it',
          `${others[0]!.kind} “${others[0]!.key}” refers to it. Change that first.`,
        );
      if (!(await studio.remove(kind, key, account.id, retirable && used))) throw notFound('This entry');
      behind(judging.sweep);
      return all();
    },
    'entries.restore': async ({ account, params: { kind, key } }) => {
      mayChange(account, kind);
      const record = await studio.lastRecord(kind, key);
      if (!record) throw notFound('This entry');
      await put(account, { kind, record }, null);
      return all();
    },
    'entries.changes': ({ params: { kind, key } }) => studio.changes(kind, key),
    'defaults.set': async ({ account, body, version }) => {
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
      if (!(await studio.setDefaults(body, { by: account.id, version }))) {
        const { defaults, signed } = await studio.signedDefaults();
        throw changedMeanwhile('The hall’s defaults', { ...defaults, ...signed }, signed.changedBy);
      }
      behind(judging.sweep);
      return all();
    },
  };
}
