/** The studio's own catalogue entries and defaults. */
import { Router } from 'express';
import { defaultsSchema, entryParams, recordOf, type StudioCatalogue } from '../../api/studio.js';
import { catalog as shipped } from '../../core/catalog/index.js';
import { applyEntries, problemsOfEntry } from '../../core/studio/overlay.js';
import { entryKey } from '../../core/formats/entries.js';
import { HttpProblem, invalid, notFound } from '../http/problems.js';
import { requireRole } from '../http/session.js';
import { me, take, type Context } from './context.js';

export function studioRoutes(context: Context): Router {
  const { studio } = context;
  const router = Router();
  const all = async (): Promise<StudioCatalogue> => ({
    entries: await studio.entries(),
    defaults: await studio.defaults(),
  });

  router.get('/catalogue', async (_request, response) => {
    response.json(await all());
  });

  router.put('/catalogue/:kind/:key', requireRole('coach'), async (request, response) => {
    const { kind, key } = take(entryParams, request.params);
    // Cautions are the studio's policy: an owner's to set.
    if (kind === 'cautions' && me(response).role !== 'owner')
      throw new HttpProblem(403, 'Your role does not allow this', 'The cautions table is an owner’s to change.');
    const record = take(recordOf(kind), request.body);
    if (entryKey(kind, record) !== key)
      throw invalid([{ path: 'id', message: `does not fit the address, which says "${key}"` }]);
    const problems = problemsOfEntry((await studio.now()).catalog, { kind, record });
    if (problems.length > 0) throw invalid(problems);
    await studio.put({ kind, record }, me(response).id);
    response.json(await all());
  });

  router.delete('/catalogue/:kind/:key', requireRole('coach'), async (request, response) => {
    const { kind, key } = take(entryParams, request.params);
    if (kind === 'cautions' && me(response).role !== 'owner')
      throw new HttpProblem(403, 'Your role does not allow this', 'The cautions table is an owner’s to change.');
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
    if (!(await studio.remove(kind, key, me(response).id))) throw notFound('This entry');
    response.json(await all());
  });

  router.get('/catalogue/:kind/:key/changes', async (request, response) => {
    const { kind, key } = take(entryParams, request.params);
    response.json(await studio.changes(kind, key));
  });

  router.put('/studio/defaults', requireRole('owner'), async (request, response) => {
    const value = take(defaultsSchema, request.body);
    const { catalog } = await studio.now();
    const known = (ids: readonly { id: string }[], id: string): boolean => ids.some((r) => r.id === id);
    const problems = [
      ...(value.method && !known(catalog.methods, value.method)
        ? [{ path: 'method', message: `there is no method "${value.method}"` }]
        : []),
      ...Object.entries(value.familyMethods).flatMap(([family, method]) =>
        known(catalog.families, family) && known(catalog.methods, method)
          ? []
          : [{ path: `familyMethods.${family}`, message: 'names a position or a method that does not exist' }],
      ),
    ];
    if (problems.length > 0) throw invalid(problems);
    await studio.setDefaults(value);
    response.json(await all());
  });
  return router;
}
