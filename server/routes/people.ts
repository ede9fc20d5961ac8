/** People, groups, cautions, consents, attendance and the floor. */
import { Router } from 'express';
import { z } from 'zod';
import { idSchema } from '../../api/common.js';
import {
  cautionInputSchema,
  consentInputSchema,
  groupInputSchema,
  peopleQuerySchema,
  personInputSchema,
  personPatchSchema,
  type PersonPatch,
} from '../../api/people.js';
import { invalid, notFound } from '../http/problems.js';
import { requireRole } from '../http/session.js';
import { dayOf, me, personOf, take, type Context } from './context.js';

const attendanceSchema = z.strictObject({ here: z.boolean() });
const recordId = (value: unknown): string => take(z.object({ id: idSchema }), { id: value }).id;

export function peopleRoutes(context: Context): Router {
  const { people } = context;
  const router = Router();
  const coach = requireRole('coach');

  const knownGroup = async (id: string | null | undefined): Promise<void> => {
    if (id && !(await people.groupExists(id)))
      throw invalid([{ path: 'groupId', message: 'is no group of this studio' }]);
  };

  /** Methods that are named must be in the studio's catalogue, and positions too. */
  const knownMethods = async (patch: Pick<PersonPatch, 'method' | 'familyMethods'>): Promise<void> => {
    const { catalog } = await context.studio.now();
    const isMethod = (id: string): boolean => catalog.methods.some((m) => m.id === id);
    if (patch.method && !isMethod(patch.method))
      throw invalid([{ path: 'method', message: `there is no method "${patch.method}"` }]);
    for (const [family, method] of Object.entries(patch.familyMethods ?? {}))
      if (!isMethod(method) || !catalog.families.some((f) => f.id === family))
        throw invalid([
          { path: `familyMethods.${family}`, message: 'names a position or a method that does not exist' },
        ]);
  };

  router.get('/floor', async (request, response) => {
    response.json(await people.floor(me(response), dayOf(request)));
  });
  router.get('/groups', async (_request, response) => {
    response.json(await people.groups(me(response)));
  });
  router.post('/groups', coach, async (request, response) => {
    const { name } = take(groupInputSchema, request.body);
    if (await people.groupNamed(name)) throw invalid([{ path: 'name', message: 'is a group already' }]);
    response.status(201).json(await people.addGroup(name));
  });

  router.get('/people', async (request, response) => {
    response.json(await people.list(me(response), take(peopleQuerySchema, request.query), dayOf(request)));
  });
  router.post('/people', coach, async (request, response) => {
    const input = take(personInputSchema, request.body);
    await knownGroup(input.groupId);
    await knownMethods(input);
    const id = await people.add(input);
    response.status(201).json(await people.find(me(response), id, dayOf(request)));
  });
  router.get('/people/:id', async (request, response) => {
    response.json(await personOf(context, request, response));
  });
  router.patch('/people/:id', coach, async (request, response) => {
    const person = await personOf(context, request, response);
    const patch = take(personPatchSchema, request.body);
    await knownGroup(patch.groupId);
    await knownMethods(patch);
    await people.change(person.id, patch);
    response.json(await personOf(context, request, response));
  });
  router.put('/people/:id/attendance', async (request, response) => {
    const person = await personOf(context, request, response);
    await people.attend(person.id, dayOf(request), take(attendanceSchema, request.body).here);
    response.status(204).end();
  });

  router.post('/people/:id/cautions', coach, async (request, response) => {
    const person = await personOf(context, request, response);
    await people.addCaution(person.id, take(cautionInputSchema, request.body), me(response).id);
    response.status(201).json(await personOf(context, request, response));
  });
  router.put('/people/:id/cautions/:record', coach, async (request, response) => {
    const person = await personOf(context, request, response);
    if (
      !(await people.changeCaution(person.id, recordId(request.params.record), take(cautionInputSchema, request.body)))
    )
      throw notFound('This caution');
    response.json(await personOf(context, request, response));
  });
  router.delete('/people/:id/cautions/:record', coach, async (request, response) => {
    const person = await personOf(context, request, response);
    if (!(await people.removeCaution(person.id, recordId(request.params.record)))) throw notFound('This caution');
    response.json(await personOf(context, request, response));
  });

  router.post('/people/:id/consents', coach, async (request, response) => {
    const person = await personOf(context, request, response);
    const input = take(consentInputSchema, request.body);
    if (person.minor && input.relation === 'self')
      throw invalid([{ path: 'relation', message: 'a guardian gives consent for someone under 18' }]);
    await people.addConsent(person.id, input, me(response).id);
    response.status(201).json(await personOf(context, request, response));
  });
  /** Withdrawing the consent for pictures deletes the pictures and keeps the numbers. */
  router.post('/people/:id/consents/:record/withdraw', coach, async (request, response) => {
    const person = await personOf(context, request, response);
    const kind = await people.withdrawConsent(person.id, recordId(request.params.record), dayOf(request));
    if (!kind) throw notFound('This consent');
    const after = await personOf(context, request, response);
    if (kind === 'pictures' && !after.allows.pictures) {
      for (const media of await context.looks.mediaOf(person.id)) {
        await context.looks.removeMedia(media.id);
        await context.pictures.remove(media.id);
      }
    }
    response.json(after);
  });
  return router;
}
