/** Looks, their history, evaluation and export; mends tried; pictures. */
import { randomUUID } from 'node:crypto';
import { Router, type Request, type Response } from 'express';
import multer from 'multer';
import { z } from 'zod';
import { idSchema } from '../../api/common.js';
import {
  historyQuerySchema,
  lookInputSchema,
  lookPatchSchema,
  mendInputSchema,
  type HistoryItem,
  type Look,
} from '../../api/observations.js';
import { evaluateObservation, resolveObservation, type EvaluateOptions } from '../../core/evaluate.js';
import { methodInForce } from '../../core/judge/method-in-force.js';
import { observationSchema } from '../../core/formats/observation.js';
import { holdsBefore } from '../../core/ladder/holds.js';
import { historyAt } from '../../core/screen/history.js';
import { HttpProblem, invalid, notFound } from '../http/problems.js';
import { requireRole } from '../http/session.js';
import { MAX_BYTES } from '../media/pictures.js';
import { holdsOf, optionsFor } from '../standing.js';
import { dayOf, idOf, me, methodNamed, personOf, take, type Context } from './context.js';

/** A history line: the record's own facts and what the one evaluation says of them. */
function historyItem(look: Look, options: EvaluateOptions): HistoryItem {
  const { evaluation, rung } = evaluateObservation(look.observation, {
    ...options,
    brief: true,
    mends: look.mends,
    overruled: look.overrule?.cause,
  });
  const top = evaluation.findings[0];
  const line = evaluation.view?.usable ? evaluation.measures.find((m) => m.id === 'hip-line') : undefined;
  return {
    id: look.id,
    startedAt: look.startedAt,
    position: look.observation.position,
    rung: rung.id,
    mediaId: look.mediaId,
    relookOf: look.relookOf,
    target: look.observation.target ?? null,
    clean: evaluation.hold?.clean ?? null,
    total: evaluation.hold?.total ?? null,
    endedBy: evaluation.hold?.endedBy ?? null,
    bodyLine: line ? { value: line.value, sd: line.sd } : null,
    top: top ? { fault: top.fault, severity: top.severity, probability: top.probability } : null,
    takeoverIndex: evaluation.takeoverIndex,
    helped: look.mends.filter((m) => m.result === 'helped').map(({ fault, step }) => ({ fault, step })),
  };
}

export function lookRoutes(context: Context): Router {
  const { people, looks, pictures, plans, studio } = context;
  const router = Router();

  const lookOf = async (request: Request, response: Response): Promise<Look> => {
    const look = await looks.find(idOf(request));
    if (!look || !(await people.maySee(me(response), look.personId))) throw notFound('This look');
    return look;
  };

  router.post('/evaluate', async (request, response) => {
    const { catalog, defaults } = await studio.now();
    const observation = take(observationSchema, request.body);
    const method = methodNamed(catalog, request);
    const defaultMethod = methodInForce(observation.position, null, defaults);
    response.json(evaluateObservation(observation, { catalog, method, defaultMethod }).evaluation);
  });

  router.get('/people/:id/looks', async (request, response) => {
    const person = await personOf(context, request, response);
    const query = take(historyQuerySchema, request.query);
    const { catalog, defaults } = await studio.now();
    const method = methodNamed(catalog, request);
    const found = await looks.ofPerson(person.id, query.limit + 1, query.before);
    const screens = await plans.screensOf(person.id);
    response.json({
      items: found.slice(0, query.limit).map((look) =>
        historyItem(look, {
          catalog,
          method,
          defaultMethod: methodInForce(look.observation.position, person, defaults),
          history: historyAt(screens, look.startedAt),
        }),
      ),
      more: found.length > query.limit,
    });
  });

  router.post('/people/:id/looks', async (request, response) => {
    const person = await personOf(context, request, response);
    const input = take(lookInputSchema, request.body);
    resolveObservation(input.observation, (await studio.now()).catalog);
    const known = await looks.owner(input.id);
    if (known) {
      if (known.personId !== person.id) throw new HttpProblem(409, 'This look belongs to somebody else');
    } else {
      const media = input.mediaId ? await looks.findMedia(input.mediaId) : null;
      if (input.mediaId && media?.personId !== person.id)
        throw invalid([{ path: 'mediaId', message: 'is no picture of this person' }]);
      if (input.relookOf && (await looks.owner(input.relookOf))?.personId !== person.id)
        throw invalid([{ path: 'relookOf', message: 'is no look at this person' }]);
      await looks.add(person.id, input, me(response).id);
    }
    const look = await looks.find(input.id);
    response.status(known ? 200 : 201).json(look);
  });

  router.get('/looks/:id', async (request, response) => {
    response.json(await lookOf(request, response));
  });
  router.patch('/looks/:id', async (request, response) => {
    const look = await lookOf(request, response);
    await looks.change(look, take(lookPatchSchema, request.body));
    response.json(await looks.find(look.id));
  });
  router.delete('/looks/:id', requireRole('coach'), async (request, response) => {
    const look = await lookOf(request, response);
    await looks.setDeleted(look.id, true);
    response.status(204).end();
  });
  router.post('/looks/:id/restore', requireRole('coach'), async (request, response) => {
    const id = idOf(request);
    const owner = await looks.owner(id);
    if (!owner || !(await people.maySee(me(response), owner.personId))) throw notFound('This look');
    await looks.setDeleted(id, false);
    response.json(await looks.find(id));
  });
  router.get('/looks/:id/evaluation', async (request, response) => {
    const look = await lookOf(request, response);
    const person = await people.find(me(response), look.personId, dayOf(request));
    if (!person) throw notFound('This look');
    const options = await optionsFor(context, person, look.observation.position, dayOf(request), look.startedAt);
    response.json(
      evaluateObservation(look.observation, {
        ...options,
        day: look.startedAt.slice(0, 10),
        logged: holdsBefore(await holdsOf(context, person), look.id),
        method: methodNamed(options.catalog!, request),
        mends: look.mends,
        overruled: look.overrule?.cause,
      }).evaluation,
    );
  });
  router.get('/looks/:id/file', async (request, response) => {
    const look = await lookOf(request, response);
    response.attachment(`look-${look.startedAt.slice(0, 10)}.json`).json(look.observation);
  });

  router.post('/looks/:id/mends', async (request, response) => {
    const look = await lookOf(request, response);
    await looks.addMend(look.id, take(mendInputSchema, request.body));
    response.status(201).json(await looks.find(look.id));
  });
  router.delete('/looks/:id/mends/:mend', async (request, response) => {
    const look = await lookOf(request, response);
    const { mend } = take(z.object({ mend: idSchema }), { mend: request.params.mend });
    if (!(await looks.removeMend(look.id, mend))) throw notFound('This step');
    response.json(await looks.find(look.id));
  });

  const upload = multer({
    storage: multer.memoryStorage(),
    limits: { fileSize: MAX_BYTES, files: 1, fields: 2, parts: 4 },
  }).single('picture');
  router.post(
    '/people/:id/media',
    async (request, response, next) => {
      // Permission first: without it the file is not even read.
      const person = await personOf(context, request, response);
      if (!person.allows.pictures)
        throw new HttpProblem(409, 'No consent for pictures', 'Record the consent on the person’s page first.');
      response.locals.person = person;
      next();
    },
    upload,
    async (request, response) => {
      if (!request.file) throw invalid([{ path: 'picture', message: 'is missing' }]);
      const id = randomUUID();
      const size = await pictures.store(id, request.file.buffer);
      const media = {
        id,
        personId: (response.locals.person as { id: string }).id,
        ...size,
        takenAt: new Date().toISOString(),
      };
      await looks.addMedia(media, me(response).id);
      response.status(201).json(media);
    },
  );
  const send =
    (thumbnail: boolean) =>
    async (request: Request, response: Response): Promise<void> => {
      const media = await looks.findMedia(idOf(request));
      if (
        !media ||
        !(await people.maySee(me(response), media.personId)) ||
        !(await pictures.exists(media.id, thumbnail))
      )
        throw notFound('This picture');
      response
        .set({ 'Cache-Control': 'private, no-store', 'Content-Disposition': 'inline' })
        .type('jpeg')
        .sendFile(pictures.path(media.id, thumbnail), { cacheControl: false });
    };
  router.get('/media/:id', send(false));
  router.get('/media/:id/thumbnail', send(true));
  router.delete('/media/:id', requireRole('coach'), async (request, response) => {
    const media = await looks.findMedia(idOf(request));
    if (!media || !(await people.maySee(me(response), media.personId))) throw notFound('This picture');
    await looks.removeMedia(media.id);
    await pictures.remove(media.id);
    response.status(204).end();
  });
  return router;
}
