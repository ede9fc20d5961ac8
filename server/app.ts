/** The Express application: security headers, sessions, routes, the built interface, one error format. */
import { createHmac, randomBytes, randomUUID } from 'node:crypto';
import { resolve } from 'node:path';
import compression from 'compression';
import express, { Router, type Express } from 'express';
import expressStaticGzip from 'express-static-gzip';
import helmet from 'helmet';
import type { Knex } from 'knex';
import { pino, type DestinationStream } from 'pino';
import { pinoHttp } from 'pino-http';
import type { Config } from './config.js';
import { openapi } from '../api/openapi.js';
import { backupsIn } from './backup/keeper.js';
import { alone, LOCKS } from './database/locks.js';
import { erasureIn } from './erasure/erase.js';
import { letGoInTime, retentionIn } from './erasure/retention.js';
import { backupHandlers } from './routes/backups.js';
import { secondIn } from './http/second.js';
import { SessionStore } from './http/session-store.js';
import { keepingHandlers } from './routes/keeping.js';
import { newsBetween, newsHere } from './news.js';
import { marksIn } from './trail/mark.js';
import { trailIn } from './trail/trail.js';
import { answerProblems, causeOf, HttpProblem, noSuchRoute } from './http/problems.js';
import { checkToken, requireAccount, sessions, sessionSecret } from './http/session.js';
import { slowDown } from './http/tries.js';
import { clipFilesIn } from './media/clips.js';
import { simulatedPost } from './mail/post.js';
import { sealWith } from './mail/seal.js';
import { tellShutIn } from './mail/to-account.js';
import { picturesIn } from './media/pictures.js';
import { removalsIn } from './media/removals.js';
import { workIn } from './work/work.js';
import { accountsIn } from './repositories/accounts.js';
import { clipsIn } from './repositories/clips.js';
import { classesIn } from './repositories/classes.js';
import { eyesIn } from './repositories/eyes.js';
import { looksIn } from './repositories/looks.js';
import { peopleIn } from './repositories/people.js';
import { mediaNotesIn } from './repositories/media-notes.js';
import { importsIn } from './repositories/imports.js';
import { lettersIn } from './repositories/letters.js';
import { laddersIn } from './repositories/ladders.js';
import { runsIn } from './repositories/runs.js';
import { wallsIn } from './repositories/walls.js';
import { personFilesIn } from './repositories/person-files.js';
import { plansIn } from './repositories/plans.js';
import { programmesIn } from './repositories/programmes.js';
import { studioIn } from './repositories/studio.js';
import { msOf } from './clock.js';
import { clockGuardIn } from './clock-guard.js';
import { circumstancesIn } from './circumstance.js';
import { mount, type Handlers } from './http/mount.js';
import { judgingIn } from './jobs/judging.js';
import { accountHandlers } from './routes/accounts.js';
import type { Context } from './routes/context.js';
import { classHandlers } from './routes/classes.js';
import { clipHandlers } from './routes/clips.js';
import { eyeHandlers } from './routes/eye.js';
import { groupHandlers } from './routes/groups.js';
import { letterHandlers } from './routes/letters.js';
import { ladderHandlers } from './routes/ladders.js';
import { lookHandlers } from './routes/looks.js';
import { peopleHandlers } from './routes/people.js';
import { planHandlers } from './routes/plans.js';
import { programmeHandlers } from './routes/programmes.js';
import { soloHandlers } from './routes/solo.js';
import { runHandlers } from './routes/runs.js';
import { transferHandlers } from './routes/transfer.js';
import { wallHandlers } from './routes/walls.js';
import { studioHandlers } from './routes/studio.js';

export interface Studio {
  app: Express;
  context: Context;
  /** The routes' own functions, by the table's names. */
  handlers: Handlers;
}

/** Ids and the query are kept out of the log: an address must not tell who was looked at. */
const plainPath = (url: string): string => url.split('?')[0]!.replace(/[0-9a-f]{8}-[0-9a-f-]{27}/gi, ':id');

/**
 * Builds the application on an open database.
 * @param logTo where log lines go; standard output when not given
 */
export function createApp(config: Config, db: Knex, logTo?: DestinationStream): Studio {
  const logger = pino({ level: config.logLevel, redact: ['req.headers', 'res.headers'] }, logTo);
  const { clock } = config;
  const eyes = eyesIn(db);
  const [people, looks, plans, studio] = [
    peopleIn(db, clock),
    looksIn(db, eyes, clock),
    plansIn(db, clock),
    studioIn(db, clock),
  ];
  const [programmes, accounts] = [programmesIn(db), accountsIn(db, clock)];
  const circumstances = circumstancesIn({ people, looks, plans, programmes, studio }, clock);
  const failed = (error: unknown): void => logger.error({ cause: causeOf(error) }, 'work behind a request failed');
  const [clips, pictures, clipFiles] = [clipsIn(db), picturesIn(config.dataDir), clipFilesIn(config.dataDir)];
  const work = workIn(config.workerFile);
  const secret = sessionSecret(config);
  const shared = config.database !== undefined;
  // Whichever of several processes is asked knows the same code.
  const code = (shared ? createHmac('sha256', secret).update('first owner').digest() : randomBytes(5))
    .toString('hex', 0, 5)
    .toUpperCase();
  const trail = trailIn(config, clock, failed);
  const store = new SessionStore(db, failed);
  const second = secondIn(accounts, sealWith(secret, 'second factor'), clock);
  const guard = clockGuardIn(db, clock);
  const keeper = backupsIn(db, {
    guard,
    dataDir: config.dataDir,
    folder: config.backupsDir ?? `${resolve(config.dataDir)}-backups`,
    clock,
    zone: async () => (await studio.now()).defaults.timeZone,
    // Packing and unpacking take their time: nobody waits for them.
    archive: {
      backup: async (dataDir, file, now) =>
        work.run('backup', await studio.now(), { dataDir, file, now, database: config.database }, 1, 0),
      restore: async (file, dataDir) => work.run('restore', await studio.now(), { file, dataDir }, 1, 0),
    },
    // A demo's folder is thrown away.
    scheduled: !config.demo,
  });
  const removals = removalsIn({ looks, clips, notes: mediaNotesIn(db), pictures, clipFiles }, clock, failed, shared);
  const erasure = erasureIn(db, { removals, clock: clock });
  const retention = retentionIn(db, clock);
  const context: Context = {
    config,
    // Of several processes one does it.
    upkeep: [
      removals.sweep,
      guard.whenBelieved(removals.ofDeletedLooks),
      guard.whenBelieved(trail.tidy),
      () => keeper.sweepLeftovers(),
      erasure.tidy,
      guard.whenBelieved(letGoInTime(retention, erasure, trail)),
      keeper.keepUp,
    ].map((work: () => Promise<unknown>, n) => () => alone(db, LOCKS.upkeep + n, work)),
    trail,
    news: config.database === undefined ? newsHere() : newsBetween(db, config.database, failed),
    accounts,
    people,
    looks,
    clips,
    eyes,
    classes: classesIn(db),
    runs: runsIn(db),
    walls: wallsIn(db),
    studio,
    plans,
    programmes,
    ladders: laddersIn(db, clock),
    pictures,
    clipFiles,
    removals,
    work,
    circumstances,
    judging: judgingIn({ eyes, looks, people, plans, studio, circumstances, work }, config.build, failed),
    sweepLeftovers: keeper.sweepLeftovers,
    ownerCode: () => code,
    behind: (task) => {
      if (config.background) task().catch(failed);
    },
  };
  const app = express();
  app.disable('x-powered-by');
  if (config.trustProxy) app.set('trust proxy', 1);
  app.use(
    pinoHttp({
      logger,
      genReqId: (_request, response) => {
        const id = randomUUID();
        response.setHeader('x-request-id', id);
        return id;
      },
      serializers: {
        req: (r: { id: string; method: string; url: string }) => ({
          id: r.id,
          method: r.method,
          path: plainPath(r.url),
        }),
        res: (r: { statusCode: number }) => ({ status: r.statusCode }),
        err: () => undefined,
      },
    }),
  );
  app.use(
    helmet({
      contentSecurityPolicy: {
        useDefaults: false,
        directives: {
          defaultSrc: ["'self'"],
          // The pose detector is WebAssembly of our own server.
          scriptSrc: ["'self'", "'wasm-unsafe-eval'"],
          styleSrc: ["'self'", "'unsafe-inline'"],
          imgSrc: ["'self'", 'blob:', 'data:'],
          mediaSrc: ["'self'", 'blob:'],
          connectSrc: ["'self'"],
          workerSrc: ["'self'"],
          fontSrc: ["'self'"],
          objectSrc: ["'none'"],
          baseUri: ["'none'"],
          frameAncestors: ["'none'"],
          formAction: ["'self'"],
        },
      },
      strictTransportSecurity: config.trustProxy,
      crossOriginOpenerPolicy: config.trustProxy,
    }),
  );

  // Pictures and sheets are compressed by their own formats.
  app.use(compression({ threshold: 1024 }));

  const api = Router();
  api.use(sessions(store, secret), checkToken(secret));
  api.use((_request, response, next) => {
    response.set('Cache-Control', 'no-store');
    next();
  });
  const personFiles = personFilesIn(db, clock);
  const [letters, post] = [lettersIn(db, sealWith(secret, 'letters')), simulatedPost()];
  const handlers: Handlers = {
    'health.get': async () => {
      await db.raw('select 1');
      return { ok: true };
    },
    'openapi.get': () => ({ openapi: '3.1.0', ...openapi() }),
    ...accountHandlers(context, secret, second, tellShutIn(context, letters, post)),
    ...keepingHandlers(context, { store, second }),
    ...backupHandlers(context, { keeper, guard, erasure, retention, files: personFiles }),
    ...peopleHandlers(context),
    ...groupHandlers(context),
    ...lookHandlers(context),
    ...clipHandlers(context),
    ...planHandlers(context),
    ...programmeHandlers(context),
    ...soloHandlers(context),
    ...letterHandlers(context, { letters, post }),
    ...transferHandlers(context, db, { imports: importsIn(db), files: personFiles }),
    ...ladderHandlers(context),
    ...eyeHandlers(context),
    ...classHandlers(context),
    ...runHandlers(context),
    ...wallHandlers(context),
    ...studioHandlers(context),
  };
  mount(api, handlers, requireAccount(context.accounts), slowDown(db, msOf(clock)), marksIn(db, trail));
  // Who is not signed in is not told which addresses there are.
  api.use(requireAccount(context.accounts), noSuchRoute);
  app.use('/api', api);

  if (config.webDir) {
    const index = `${config.webDir}/index.html`;
    app.use(
      '/assets',
      expressStaticGzip(`${config.webDir}/assets`, {
        enableBrotli: true,
        orderPreference: ['br', 'gz'],
        index: false,
        serveStatic: { immutable: true, maxAge: '365d', fallthrough: false },
      }),
    );
    // The address names the version of what lies there.
    app.use(
      '/vision',
      express.static(`${config.webDir}/vision`, { index: false, immutable: true, maxAge: '365d', fallthrough: false }),
    );
    app.use(express.static(config.webDir, { index: false, maxAge: 0 }));
    app.get('/{*path}', (_request, response) => {
      response.set('Cache-Control', 'no-cache').sendFile(index);
    });
  }
  // Nothing but pages lies here, and a page is only read.
  app.use((request) => {
    throw new HttpProblem(
      request.method === 'GET' ? 404 : 405,
      'There is nothing here',
      `${request.method} is not answered at this address.`,
    );
  });
  app.use(answerProblems);
  return { app, context, handlers };
}
