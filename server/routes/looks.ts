/** Looks, their history, evaluation and export; mends tried; pictures. */
import { randomUUID } from 'node:crypto';
import type { Account } from '../../api/accounts.js';
import type { z } from 'zod';
import type { AnswerOf } from '../../api/route.js';
import { blurSchema, type Look, type LookInput } from '../../api/observations.js';
import type { Person } from '../../api/people.js';
import { holdsBefore } from '../../core/ladder/holds.js';
import { judgedBy } from '../../core/person/circumstance.js';
import { Again, checkRole, SENT, take, type Asked, type Handlers, type Sent } from '../http/mount.js';
import { changedMeanwhile, HttpProblem, invalid, notFound, whose } from '../http/problems.js';
import type { Routes } from '../../api/routes.js';
import { recordOf } from '../jobs/judging.js';
import type { ReadLook } from '../work/look-read.js';
import { LONG_BODY, LONG_CLIP } from '../work/work.js';
import { judgedPerson, methodNamed, personOf, type Context } from './context.js';

type Names =
  | 'looks.evaluate'
  | 'looks.list'
  | 'looks.add'
  | 'looks.get'
  | 'looks.change'
  | 'looks.remove'
  | 'looks.restore'
  | 'looks.evaluation'
  | 'looks.file'
  | 'mends.add'
  | 'mends.remove'
  | 'media.add'
  | 'media.get'
  | 'media.thumbnail'
  | 'media.remove';

const noConsent = (): HttpProblem =>
  new HttpProblem(409, 'No consent for pictures', 'Record the consent on the person’s page first.');

const evaluationAnswer = (file: Record<string, unknown>): AnswerOf<Routes['looks.evaluate']> =>
  file as AnswerOf<Routes['looks.evaluate']>;

/** Places to be blurred, as the form's field has them. @throws HttpProblem 422 */
function blurOf(field: unknown): z.infer<typeof blurSchema> {
  if (field === undefined || field === '') return [];
  try {
    return take(blurSchema, JSON.parse(String(field)));
  } catch (error) {
    if (error instanceof SyntaxError) throw invalid([{ path: 'blur', message: 'is not JSON' }]);
    throw error;
  }
}

/** A body in a file may differ from the person's by this much and still be theirs: metres, kilograms. */
const SAME_BODY = { stature: 0.05, mass: 12 } as const;

const otherBody = ({ athlete }: LookInput['observation'], person: Person): boolean =>
  (athlete?.stature !== undefined &&
    person.stature !== null &&
    Math.abs(athlete.stature - person.stature) > SAME_BODY.stature) ||
  (athlete?.mass !== undefined && person.mass !== null && Math.abs(athlete.mass - person.mass) > SAME_BODY.mass);

export function lookHandlers(context: Context): Handlers<Names> {
  const { people, looks, pictures, removals, studio, circumstances, judging, work } = context;

  const lookOf = async (account: Account, id: string): Promise<Look> => {
    const look = await looks.find(id);
    if (!look || !(await people.maySee(account, look.personId))) throw notFound('This look');
    return look;
  };
  /** A look that this account may change: an assistant only what it made itself. */
  const ownLook = async (account: Account, id: string): Promise<Look> => {
    const look = await lookOf(account, id);
    const owner = await looks.owner(id);
    if (owner?.madeBy !== account.id) checkRole(account, 'coach');
    return look;
  };
  const read = async (id: string): Promise<Look> => {
    const look = await looks.find(id);
    if (!look) throw notFound('This look');
    return look;
  };

  /** A file may come twice, or be of somebody else: that is asked before it is kept. @throws HttpProblem 409 with what to confirm */
  async function checkFile(account: Account, person: Person, { input, hash }: ReadLook): Promise<void> {
    const ask = (path: LookInput['confirmed'][number], message: string): void => {
      if (!input.confirmed.includes(path))
        throw new HttpProblem(409, 'Is this the right file?', message, [{ path, message }]);
    };
    const same = await looks.like(hash);
    if (same.some((l) => l.personId === person.id))
      ask('known-here', `${person.name} has this look already: the file says the same.`);
    const [elsewhere] = same.filter((l) => l.personId !== person.id);
    if (elsewhere) {
      const other = await people.find(account, elsewhere.personId, await circumstances.today());
      ask('known-elsewhere', `This is a look at ${other?.name ?? 'somebody else'}: the file says the same.`);
    }
    if (otherBody(input.observation, person))
      ask('other-body', `The file is of a body of another size than ${person.name}’s.`);
  }

  const media =
    (thumbnail: boolean) =>
    async ({
      account,
      params,
      response,
    }: Pick<Asked<Routes['media.get']>, 'account' | 'params' | 'response'>): Promise<Sent> => {
      const found = await looks.findMedia(params.id);
      if (!found || !(await people.maySee(account, found.personId))) throw notFound('This picture');
      // Every delivery asks whether the permission stands today, by the server's day.
      if (!(await people.allowsPictures(found.personId, await circumstances.today()))) throw notFound('This picture');
      if (!(await pictures.exists(found.id, thumbnail))) throw notFound('This picture');
      response
        .set({ 'Cache-Control': 'private, no-store', 'Content-Disposition': 'inline' })
        .type('jpeg')
        .sendFile(pictures.path(found.id, thumbnail), { cacheControl: false });
      return SENT;
    };

  return {
    'looks.evaluate': async ({ body, query }) => {
      const known = await studio.now();
      const asked = methodNamed(known.catalog, query.method);
      const circumstance = judgedBy(await circumstances.of(null), asked);
      const given = { body: body.toString('utf8'), circumstance };
      return evaluationAnswer(await work.run('evaluateBody', known, given, body.length, LONG_BODY));
    },
    'looks.list': async ({ account, params, query }) => {
      const person = await judgedPerson(context, account, params.id);
      const asked = methodNamed((await studio.now()).catalog, query.method);
      return judging.history(person, asked, query.limit, query.before);
    },
    'looks.add': async ({ account, params, body }) => {
      const person = await personOf(context, account, params.id);
      const look = await work.run(
        'readLook',
        await studio.now(),
        { body: body.toString('utf8') },
        body.length,
        LONG_BODY,
      );
      const { input } = look;
      const known = await looks.owner(input.id);
      if (known) {
        if (known.personId !== person.id) throw new HttpProblem(409, 'This look belongs to somebody else');
        if (known.deleted)
          throw new HttpProblem(409, 'This look was taken out', 'Put it back on the person’s page to see it again.');
        return new Again(await read(input.id));
      }
      const picture = input.mediaId ? await looks.findMedia(input.mediaId) : null;
      if (picture && picture.personId !== person.id)
        throw invalid([{ path: 'mediaId', message: 'is no picture of this person' }]);
      if (input.relookOf && (await looks.owner(input.relookOf))?.personId !== person.id)
        throw invalid([{ path: 'relookOf', message: 'is no look at this person' }]);
      if (input.togetherWith && (await looks.owner(input.togetherWith))?.personId !== person.id)
        throw invalid([{ path: 'togetherWith', message: 'is no look at this person' }]);
      if (input.fromFile) await checkFile(account, person, look);
      // A picture whose permission was withdrawn meanwhile is gone; the numbers are kept.
      const togetherWith = input.togetherWith && (await looks.firstOf(input.togetherWith));
      const kept = { ...look, input: { ...input, mediaId: picture?.id ?? null, togetherWith } };
      const added = await looks.add(person.id, kept, await circumstances.dayOf(input.startedAt), account);
      return added ? read(input.id) : new Again(await read(input.id));
    },
    'looks.get': ({ account, params }) => lookOf(account, params.id),
    'looks.change': async ({ account, params, body, version }) => {
      const look = await ownLook(account, params.id);
      if ((version !== null && version !== look.version) || !(await looks.change(look, body, account.id)))
        throw changedMeanwhile('This look', ...whose(await read(look.id)));
      return read(look.id);
    },
    'looks.remove': async ({ account, params }) => {
      const look = await lookOf(account, params.id);
      await looks.setDeleted(look.id, look.personId, circumstances.now());
      return undefined;
    },
    'looks.restore': async ({ account, params }) => {
      const owner = await looks.owner(params.id);
      if (!owner || !(await people.maySee(account, owner.personId))) throw notFound('This look');
      await looks.setDeleted(params.id, owner.personId, null);
      return read(params.id);
    },
    'looks.evaluation': async ({ account, params, query }) => {
      const look = await lookOf(account, params.id);
      const known = await studio.now();
      const asked = methodNamed(known.catalog, query.method);
      const person = await judgedPerson(context, account, look.personId);
      const circumstance = {
        ...judgedBy(await circumstances.of(person.id, look.startedAt), asked),
        logged: holdsBefore(await judging.holdsOf(person), look.id),
      };
      const others = (await looks.records(look.together)).flatMap((r) => (r.look ? [recordOf(r.look)] : []));
      const frames = [look, ...others].reduce((sum, l) => sum + l.observation.frames.length, 0);
      return evaluationAnswer(
        await work.run(
          'evaluateRecord',
          known,
          { record: { ...recordOf(look), others }, circumstance },
          frames,
          LONG_CLIP,
        ),
      );
    },
    'looks.file': async ({ account, params, response }) => {
      const look = await lookOf(account, params.id);
      response.attachment(`look-${look.day}.json`).json(look.observation);
      return SENT;
    },

    'mends.add': async ({ account, params, body }) => {
      const look = await lookOf(account, params.id);
      const known = await looks.mendOwner(body.id);
      if (known && known !== look.id) throw new HttpProblem(409, 'This answer belongs to another look');
      await looks.addMend(look.id, body);
      return read(look.id);
    },
    'mends.remove': async ({ account, params }) => {
      const look = await ownLook(account, params.id);
      if (!(await looks.removeMend(look.id, params.record))) throw notFound('This step');
      return read(look.id);
    },

    'media.add': {
      before: async ({ account, params }) => {
        const person = await personOf(context, account, params.id);
        if (!person.allows.pictures) throw noConsent();
      },
      handle: async ({ account, params, request }) => {
        if (!request.file) throw invalid([{ path: 'picture', message: 'is missing' }]);
        const { buffer } = request.file;
        const blur = blurOf((request.body as { blur?: unknown } | undefined)?.blur);
        const id = randomUUID();
        return removals.whileWriting(id, async (writer) => {
          const size = await pictures.store(id, buffer, blur);
          const stored = { id, personId: params.id, ...size, takenAt: circumstances.now() };
          const day = await circumstances.today();
          // The permission may have been withdrawn while the file was on its way.
          if (await looks.addMedia(stored, account.id, writer, (trx) => people.allowsPictures(params.id, day, trx)))
            return stored;
          await pictures.remove(id);
          throw noConsent();
        });
      },
    },
    'media.get': media(false),
    'media.thumbnail': media(true),
    'media.remove': async ({ account, params }) => {
      const found = await looks.findMedia(params.id);
      if (!found || !(await people.maySee(account, found.personId))) throw notFound('This picture');
      await looks.removeMedia(found.id, circumstances.now());
      await removals.sweep();
      return undefined;
    },
  };
}
