/** Clips of looks, and the inbox. */
import type { Readable } from 'node:stream';
import { CLIPS_BYTES, type Clip } from '../../api/clips.js';
import type { Account } from '../../api/accounts.js';
import type { clipRoutes } from '../../api/clip-routes.js';
import { Again, SENT, type Handlers } from '../http/mount.js';
import { HttpProblem, invalid, notFound } from '../http/problems.js';
import { personOf, type Context } from './context.js';

const noConsent = (): HttpProblem =>
  new HttpProblem(
    409,
    'No permission for clips',
    'Record the permission on the person’s page first: of pictures, with “clips may be kept”.',
  );

/** Keeping clips, whoever sends them: room for all, the content whole or not at all, and only while the permission stands. */
export function clipKeeping({ people, clips, clipFiles, removals, circumstances, config }: Context) {
  /** @throws HttpProblem 409 where there is no room for so many bytes more */
  async function checkRoom(bytes: number): Promise<void> {
    const most = config.clipsBytes ?? CLIPS_BYTES;
    if ((await clips.bytes()) + bytes > most)
      throw new HttpProblem(
        409,
        'There is no room for this clip',
        `The studio keeps ${Math.round(most / 1024 ** 3)} GB of clips. Delete some that are not needed any more.`,
      );
  }
  return {
    checkRoom,
    /** @throws HttpProblem 409 where the permission was withdrawn or the clip sent anew meanwhile, 404 where it was taken away, and as the files do */
    storeContent: (clip: Clip, content: Readable): Promise<void> =>
      removals.whileWriting(clip.id, async (writer) => {
        // What is on its way counts, this clip too.
        await checkRoom(0);
        const draft = await clipFiles.draft(clip.id, content, clip);
        try {
          const day = await circumstances.today();
          const sent = { writer, at: circumstances.now(), publish: draft.publish };
          let shut = false;
          const became = await clips.arrived(clip.id, sent, async (trx) => {
            shut = clip.byLink && !(await clips.linkOpen(clip.id, sent.at, trx));
            return !shut && people.allowsClip(clip.personId, clip.id, day, trx);
          });
          if (became === 'kept') return;
          if (shut) throw notFound('What this link opened');
          if (became === 'forbidden') throw noConsent();
          if (became === 'gone') throw notFound('This clip');
          // The same clip was sent again meanwhile: that one counts, unless it is here already.
          if ((await clips.find(clip.id))?.arrivedAt == null)
            throw new HttpProblem(409, 'This clip is being sent anew', 'Wait until it is there.');
        } finally {
          await draft.discard();
        }
      }),
  };
}

export function clipHandlers(context: Context): Handlers<keyof typeof clipRoutes> {
  const { people, looks, clips, clipFiles, removals, circumstances } = context;
  const keeping = clipKeeping(context);
  const clipOf = async (account: Account, id: string): Promise<Clip> => {
    const clip = await clips.find(id);
    if (!clip || !(await people.maySee(account, clip.personId))) throw notFound('This clip');
    return clip;
  };
  /** @throws HttpProblem 422 where the look is of somebody else, or of nobody */
  async function checkLook(personId: string, lookId: string | null | undefined): Promise<void> {
    const owner = lookId ? await looks.owner(lookId) : null;
    if (lookId && (owner?.personId !== personId || owner.deleted))
      throw invalid([{ path: 'lookId', message: 'is no look at this person' }]);
  }
  const read = async (id: string): Promise<Clip> => {
    const clip = await clips.find(id);
    if (!clip) throw notFound('This clip');
    return clip;
  };

  return {
    'clips.add': async ({ account, params, body }) => {
      const person = await personOf(context, account, params.id);
      const known = await clips.find(body.id);
      if (known && known.personId !== person.id) throw new HttpProblem(409, 'This clip belongs to somebody else');
      if (known) return new Again(known);
      if (!person.allows.clips) throw noConsent();
      await checkLook(person.id, body.lookId);
      await keeping.checkRoom(body.bytes);
      const added = await clips.add(
        { ...body, personId: person.id, addedAt: circumstances.now(), byLink: false },
        account.id,
      );
      return added ? read(body.id) : new Again(await read(body.id));
    },
    'clips.content': async ({ account, params, request }) => {
      const clip = await clipOf(account, params.id);
      // Sent again, since the answer was lost: it lies here already.
      if (clip.arrivedAt !== null) {
        request.resume();
        return clip;
      }
      await keeping.storeContent(clip, request);
      return read(clip.id);
    },
    'clips.inbox': async ({ account }) => ({ clips: await clips.waiting(people.groupsSeen(account)) }),
    'clips.get': async ({ account, params, response }) => {
      const clip = await clipOf(account, params.id);
      // Every delivery asks whether the permission stands today, by the server's day.
      if (!(await people.allowsClip(clip.personId, clip.id, await circumstances.today()))) throw notFound('This clip');
      if (clip.arrivedAt === null || !(await clipFiles.exists(clip.id))) throw notFound('This clip');
      response
        .set({ 'Cache-Control': 'private, no-store', 'Content-Disposition': 'inline', 'Content-Type': clip.type })
        .sendFile(clipFiles.path(clip.id), { cacheControl: false });
      return SENT;
    },
    'clips.change': async ({ account, params, body }) => {
      const clip = await clipOf(account, params.id);
      await checkLook(clip.personId, body.lookId);
      await clips.change(clip.id, body);
      return read(clip.id);
    },
    'clips.remove': async ({ account, params }) => {
      const clip = await clipOf(account, params.id);
      await clips.remove(clip.id, circumstances.now());
      await removals.sweep();
      return undefined;
    },
  };
}
