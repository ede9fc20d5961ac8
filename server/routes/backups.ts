/** Backups, the way out for a person, and what is let go. */
import { createReadStream, statSync } from 'node:fs';
import { verify } from '@node-rs/argon2';
import { PERSON_FORMAT } from '../../api/person-file.js';
import { BackupError } from '../backup/archive.js';
import type { BackupKeeper } from '../backup/keeper.js';
import { stageRestore } from '../backup/swap.js';
import type { Erasure } from '../erasure/erase.js';
import type { retentionIn } from '../erasure/retention.js';
import type { Handlers } from '../http/mount.js';
import { HttpProblem, invalid } from '../http/problems.js';
import type { PersonFiles } from '../repositories/person-files.js';
import { everythingOf } from '../transfer/everything.js';
import { recordsOut } from '../transfer/record-out.js';
import { recordTables } from '../../words/tables.js';
import { trailTable } from '../../words/trail.js';
import { personOf, type Context } from './context.js';
import type { ClockGuard } from '../clock-guard.js';
import { streamFile } from './send-file.js';

type Names =
  | 'people.everything'
  | 'people.erase'
  | 'retention.get'
  | 'retention.set'
  | 'backups.list'
  | 'clock.believe'
  | 'backups.make'
  | 'backups.take'
  | 'backups.schedule'
  | 'backups.content'
  | 'backups.check'
  | 'backups.restore'
  | 'backups.remove'
  | 'backups.forget';

/** A backup that is taken in is no longer than this: clips make most of it. */
const MOST_BYTES = 200 * 1024 ** 3;

export function backupHandlers(
  context: Context,
  {
    keeper,
    erasure,
    retention,
    guard,
    files,
  }: {
    keeper: BackupKeeper;
    guard: ClockGuard;
    erasure: Erasure;
    retention: ReturnType<typeof retentionIn>;
    files: PersonFiles;
  },
): Handlers<Names> {
  const { config, accounts, looks, clips, pictures, clipFiles, trail, studio, circumstances } = context;
  const out = recordsOut(context);
  return {
    'people.everything': async ({ account, params, response }) => {
      const { person, record } = await out.of(account, params.id);
      const { catalog, defaults } = await studio.now();
      const lines = (await trail.of(person.id)).map((r) => ({
        at: r.at,
        act: r.act,
        what: r.what,
        account: r.account_id === null ? null : { name: r.account_name ?? '', role: r.account_role ?? '' },
        person,
        erased: false,
        device: r.device,
      }));
      const zip = everythingOf({
        record: { format: PERSON_FORMAT, version: 1, ...(await files.read(person)) },
        name: person.name,
        hall: defaults.name ?? '',
        at: circumstances.now(),
        tables: recordTables(catalog, record, defaults.timeZone),
        trail: trailTable(lines),
        pictures: (await looks.mediaOf(person.id)).map((m) => ({
          name: `pictures/${m.id}.jpg`,
          taken: m.takenAt,
          from: pictures.path(m.id, false),
        })),
        clips: (await clips.arrivedOf(person.id)).map((c) => ({
          name: `clips/${c.id}.${c.type === 'video/webm' ? 'webm' : c.type === 'image/jpeg' ? 'jpg' : 'mp4'}`,
          taken: c.addedAt,
          from: clipFiles.path(c.id),
        })),
      });
      return streamFile(response, { type: 'application/zip', name: 'everything.zip', content: zip });
    },
    'people.erase': async ({ account, params, body }) => {
      const person = await personOf(context, account, params.id);
      if (body.name.normalize('NFC') !== person.name.normalize('NFC'))
        throw invalid([{ path: 'name', message: 'is not the name of this person' }]);
      return erasure.erase(person, account.name, [...keeper.copies(), ...keeper.leftovers()]);
    },
    'retention.get': ({ query }) => retention.preview(query.months),
    'retention.set': async ({ body }) => {
      await retention.set(body.months);
      return retention.preview();
    },
    'backups.list': () => keeper.list(),
    'clock.believe': async () => {
      await guard.believe();
      return keeper.list();
    },
    'backups.make': () => keeper.make('made'),
    'backups.take': ({ request }) => keeper.take(request, MOST_BYTES),
    'backups.schedule': async ({ body }) => {
      await keeper.setSchedule(body);
      return keeper.list();
    },
    'backups.content': async ({ params, response }) => {
      const path = keeper.pathOf(params.name);
      return streamFile(response, {
        type: 'application/zip',
        name: params.name,
        content: createReadStream(path),
        bytes: statSync(path).size,
      });
    },
    'backups.check': ({ params }) => keeper.check(params.name),
    'backups.restore': async ({ account, params, body, response }) => {
      const path = keeper.pathOf(params.name);
      const { passwordHash } = (await accounts.credentialsOf(account.id))!;
      if (!(await verify(passwordHash, body.password))) throw invalid([{ path: 'password', message: 'is not yours' }]);
      if (config.database !== undefined)
        throw new HttpProblem(
          409,
          'A studio on a server is restored by hand',
          'Its processes are stopped, the backup is restored into a folder (npm run restore), and that is moved to an empty database (npm run move). docs/running.md says how.',
        );
      if (!config.reopen)
        throw new HttpProblem(409, 'This server cannot open itself anew', 'Stop it and use npm run restore.');
      try {
        await stageRestore(path, config.dataDir, circumstances.now(), keeper.archive.restore);
      } catch (error) {
        if (error instanceof BackupError) throw new HttpProblem(409, 'This backup cannot be restored', error.message);
        throw error;
      }
      response.on('finish', config.reopen);
      return { closing: true };
    },
    'backups.remove': async ({ params }) => {
      await keeper.remove(params.name);
      return undefined;
    },
    'backups.forget': async ({ params }) => {
      await keeper.forget(params.folder);
      return undefined;
    },
  };
}
