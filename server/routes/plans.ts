/** Prescriptions with their sheet, intakes, movement screens, and what stands about a person. */
import { Router, type Request, type Response } from 'express';
import { z } from 'zod';
import { daySchema, instantSchema } from '../../api/common.js';
import { intakeInputSchema, prescriptionInputSchema, screenInputSchema, type Prescription } from '../../api/plans.js';
import type { Person } from '../../api/people.js';
import { stopSigns } from '../../core/studio/intake.js';
import { prescriptionWarnings } from '../../core/prescribe/prescription.js';
import { screenOf } from '../../core/screen/read-screen.js';
import { HttpProblem, invalid, notFound } from '../http/problems.js';
import { requireRole } from '../http/session.js';
import { sheetPdf } from '../media/sheet.js';
import type { StoredPrescription } from '../repositories/plans.js';
import { standingOf } from '../standing.js';
import { dayOf, idOf, me, personOf, take, type Context } from './context.js';

export function planRoutes(context: Context): Router {
  const { people, looks, plans, studio } = context;
  const router = Router();
  const coach = requireRole('coach');

  const warned = async (stored: StoredPrescription, person: Pick<Person, 'cautions'>): Promise<Prescription> => ({
    ...stored,
    warnings: prescriptionWarnings((await studio.now()).catalog, stored.items, person.cautions),
  });
  const all = async (person: Person): Promise<Prescription[]> =>
    Promise.all((await plans.prescriptionsOf(person.id)).map((p) => warned(p, person)));

  router.get('/people/:id/standing', async (request, response) => {
    const person = await personOf(context, request, response);
    const { at } = take(z.object({ at: instantSchema.optional() }), request.query);
    response.json(await standingOf(context, person.id, dayOf(request), at));
  });

  router.get('/people/:id/prescriptions', async (request, response) => {
    response.json(await all(await personOf(context, request, response)));
  });

  router.post('/people/:id/prescriptions', coach, async (request, response) => {
    const person = await personOf(context, request, response);
    const input = take(prescriptionInputSchema, request.body);
    const { catalog } = await studio.now();
    const standing = await standingOf(context, person.id, dayOf(request));
    if (standing.stop || standing.painIn.includes(input.family))
      throw new HttpProblem(
        409,
        'Nothing that loads is assigned now',
        standing.stop ?? 'Pain ended the last hold of this position. Ask the stop signs again first.',
      );
    const family = catalog.families.find((f) => f.id === input.family);
    if (!family) throw invalid([{ path: 'family', message: `there is no position "${input.family}"` }]);
    const barred = prescriptionWarnings(catalog, input.items, person.cautions).filter((w) => w.kind !== 'change');
    if (barred.length > 0)
      throw invalid(
        barred.map((w) => ({
          path: `items[${input.items.findIndex((i) => i.drill === w.drill)}].drill`,
          message: w.says,
        })),
      );
    if (input.lookId && (await looks.owner(input.lookId))?.personId !== person.id)
      throw invalid([{ path: 'lookId', message: 'is no look at this person' }]);
    if (input.series && !(await plans.prescriptionsOf(person.id)).some((p) => p.series === input.series))
      throw invalid([{ path: 'series', message: 'is no prescription of this person' }]);
    await plans.addPrescription(person.id, input, me(response).id);
    response.status(201).json(await all(person));
  });

  /** A prescription and its person. @throws 404 also where the account may not see the person */
  const found = async (
    request: Request,
    response: Response,
  ): Promise<{ prescription: Prescription; person: Person }> => {
    const stored = await plans.findPrescription(idOf(request));
    const person = stored && (await people.find(me(response), stored.personId, dayOf(request)));
    if (!stored || !person) throw notFound('This prescription');
    const { personId: _own, ...rest } = stored;
    return { prescription: await warned(rest, person), person };
  };

  router.post('/prescriptions/:id/end', coach, async (request, response) => {
    const { prescription, person } = await found(request, response);
    const { day } = take(z.strictObject({ day: daySchema.nullable() }), request.body);
    await plans.endSeries(prescription.series, day);
    response.json(await all(person));
  });

  router.get('/prescriptions/:id/sheet.pdf', async (request, response) => {
    const { prescription, person } = await found(request, response);
    const pdf = await sheetPdf((await studio.now()).catalog, person, prescription);
    response
      .set({ 'Cache-Control': 'private, no-store', 'Content-Disposition': 'inline; filename="drills.pdf"' })
      .type('application/pdf')
      .send(pdf);
  });

  router.get('/people/:id/intakes', async (request, response) => {
    const person = await personOf(context, request, response);
    response.json((await plans.intakesOf(person.id)).map(({ askedAt: _at, ...intake }) => intake));
  });
  router.post('/people/:id/intakes', async (request, response) => {
    const person = await personOf(context, request, response);
    const input = take(intakeInputSchema, request.body);
    const missing = stopSigns.filter((s) => input.answers[s.id] === undefined);
    const strange = Object.keys(input.answers).filter((id) => !stopSigns.some((s) => s.id === id));
    if (missing.length + strange.length > 0)
      throw invalid([
        ...missing.map((s) => ({ path: `answers.${s.id}`, message: 'wants a yes or a no' })),
        ...strange.map((id) => ({ path: `answers.${id}`, message: 'is not asked' })),
      ]);
    await plans.addIntake(person.id, input, dayOf(request), me(response).id);
    response.status(201).json(await standingOf(context, person.id, dayOf(request)));
  });

  router.get('/people/:id/screens', async (request, response) => {
    const person = await personOf(context, request, response);
    response.json(await plans.screensOf(person.id));
  });
  router.post('/people/:id/screens', async (request, response) => {
    const person = await personOf(context, request, response);
    const input = take(screenInputSchema, request.body);
    const rows = screenOf(input.record.screen).rows;
    const strange = Object.keys(input.record.counts).filter((key) => !rows.some((r) => key.endsWith(`/${r.fault}`)));
    if (strange.length > 0)
      throw invalid(
        strange.map((key) => ({ path: `record.counts.${key}`, message: 'is not looked for in this screen' })),
      );
    const owner = await plans.screenOwner(input.id);
    if (owner && owner !== person.id) throw new HttpProblem(409, 'This screen belongs to somebody else');
    await plans.addScreen(person.id, input, me(response).id);
    response.status(owner ? 200 : 201).json(await plans.screensOf(person.id));
  });
  router.delete('/people/:id/screens/:record', coach, async (request, response) => {
    const person = await personOf(context, request, response);
    const { record } = take(z.object({ record: z.uuid() }), { record: request.params.record });
    if (!(await plans.removeScreen(person.id, record))) throw notFound('This screen');
    response.json(await plans.screensOf(person.id));
  });
  return router;
}
