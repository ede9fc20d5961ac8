/** The Express application: security headers, sessions, routes, the built interface, one error format. */
import { randomBytes, randomUUID } from 'node:crypto';
import express, { Router, type Express } from 'express';
import helmet from 'helmet';
import type { Knex } from 'knex';
import { pino, type DestinationStream } from 'pino';
import { pinoHttp } from 'pino-http';
import type { Config } from './config.js';
import { answerProblems, noSuchRoute } from './http/problems.js';
import { checkToken, requireAccount, sessions } from './http/session.js';
import { picturesIn } from './media/pictures.js';
import { accountsIn } from './repositories/accounts.js';
import { looksIn } from './repositories/looks.js';
import { peopleIn } from './repositories/people.js';
import { laddersIn } from './repositories/ladders.js';
import { plansIn } from './repositories/plans.js';
import { studioIn } from './repositories/studio.js';
import { accountRoutes, sessionRoutes } from './routes/accounts.js';
import type { Context } from './routes/context.js';
import { lookRoutes } from './routes/looks.js';
import { peopleRoutes } from './routes/people.js';
import { ladderRoutes } from './routes/ladders.js';
import { planRoutes } from './routes/plans.js';
import { studioRoutes } from './routes/studio.js';

export interface Studio {
  app: Express;
  context: Context;
}

/** Ids and the query are kept out of the log: an address must not tell who was looked at. */
const plainPath = (url: string): string => url.split('?')[0]!.replace(/[0-9a-f]{8}-[0-9a-f-]{27}/gi, ':id');

/**
 * Builds the application on an open database.
 * @param logTo where log lines go; standard output when not given
 */
export function createApp(config: Config, db: Knex, logTo?: DestinationStream): Studio {
  const logger = pino({ level: config.logLevel, redact: ['req.headers', 'res.headers'] }, logTo);
  const code = randomBytes(5).toString('hex').toUpperCase();
  const context: Context = {
    config,
    accounts: accountsIn(db),
    people: peopleIn(db),
    looks: looksIn(db),
    studio: studioIn(db),
    plans: plansIn(db),
    ladders: laddersIn(db),
    pictures: picturesIn(config.dataDir),
    ownerCode: () => code,
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
          scriptSrc: ["'self'"],
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

  const api = Router();
  api.get('/health', async (_request, response) => {
    await db.raw('select 1');
    response.json({ ok: true });
  });
  api.use(express.json({ limit: '8mb' }), sessions(db, config), checkToken);
  api.use((_request, response, next) => {
    response.set('Cache-Control', 'no-store');
    next();
  });
  api.use(sessionRoutes(context), accountRoutes(context));
  api.use(requireAccount(context.accounts));
  api.use(
    peopleRoutes(context),
    lookRoutes(context),
    planRoutes(context),
    ladderRoutes(context),
    studioRoutes(context),
    noSuchRoute,
  );
  app.use('/api', api);

  if (config.webDir) {
    const index = `${config.webDir}/index.html`;
    app.use(
      '/assets',
      express.static(`${config.webDir}/assets`, { immutable: true, maxAge: '365d', fallthrough: false }),
    );
    app.use(express.static(config.webDir, { index: false, maxAge: 0 }));
    app.get('/{*path}', (_request, response) => {
      response.set('Cache-Control', 'no-cache').sendFile(index);
    });
  }
  app.use(answerProblems);
  return { app, context };
}
