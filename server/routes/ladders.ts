/** A person on the ladders: derived holds, steps decided, goals. */
import { placeKey } from '../../core/catalog/ladders.js';
import { Router } from 'express';
import { z } from 'zod';
import { goalParams, ladderStepInputSchema, type OnLadders } from '../../api/ladders.js';
import { idSchema } from '../../api/common.js';
import type { Person } from '../../api/people.js';
import { HttpProblem, invalid, notFound } from '../http/problems.js';
import { requireRole } from '../http/session.js';
import { holdsOf } from '../standing.js';
import { dayOf, me, personOf, take, type Context } from './context.js';

export function ladderRoutes(context: Context): Router {
  const { looks, ladders, studio } = context;
  const router = Router();
  const coach = requireRole('coach');
  const all = async (person: Person): Promise<OnLadders> => ({
    holds: await holdsOf(context, person),
    steps: await ladders.stepsOf(person.id),
    goals: await ladders.goalsOf(person.id),
  });

  router.get('/people/:id/ladders', async (request, response) => {
    response.json(await all(await personOf(context, request, response)));
  });

  router.post('/people/:id/ladder-steps', coach, async (request, response) => {
    const person = await personOf(context, request, response);
    const input = take(ladderStepInputSchema, request.body);
    const { catalog } = await studio.now();
    const rungs = new Map(catalog.rungs.map((r) => [placeKey(r), r]));
    const unknown = (['from', 'to'] as const).filter((key) => !rungs.has(input[key]));
    if (unknown.length > 0)
      throw invalid(unknown.map((path) => ({ path, message: `there is no version "${input[path]}"` })));
    const barred = rungs.get(input.to)!.excludedBy.filter((c) => person.cautions.includes(c));
    if (input.decision !== 'declined' && input.kind !== 'leave' && barred.length > 0)
      throw invalid([{ path: 'to', message: `is left out for a caution of this person (${barred.join(', ')})` }]);
    if (input.lookId && (await looks.owner(input.lookId))?.personId !== person.id)
      throw invalid([{ path: 'lookId', message: 'is no look at this person' }]);
    const owner = await ladders.stepOwner(input.id);
    if (owner && owner !== person.id) throw new HttpProblem(409, 'This step belongs to somebody else');
    await ladders.addStep(person.id, input, dayOf(request), me(response).id);
    response.status(owner ? 200 : 201).json(await all(person));
  });

  router.delete('/people/:id/ladder-steps/:step', coach, async (request, response) => {
    const person = await personOf(context, request, response);
    const { step } = take(z.object({ step: idSchema }), { step: request.params.step });
    if (!(await ladders.removeStep(person.id, step))) throw notFound('This step');
    response.json(await all(person));
  });

  router.put('/people/:id/goals/:goal', coach, async (request, response) => {
    const person = await personOf(context, request, response);
    await ladders.setGoal(person.id, take(goalParams, request.params).goal);
    response.json(await all(person));
  });
  router.delete('/people/:id/goals/:goal', coach, async (request, response) => {
    const person = await personOf(context, request, response);
    await ladders.removeGoal(person.id, take(goalParams, request.params).goal);
    response.json(await all(person));
  });
  return router;
}
