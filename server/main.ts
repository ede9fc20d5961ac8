/** Starts the studio: settings, folder, database, application, one address; ends in order, also when something fails. */
import { existsSync } from 'node:fs';
import { createServer, type RequestListener } from 'node:http';
import type { AddressInfo } from 'node:net';
import { dirname, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import type { ProblemBody } from '../api/common.js';
import { createApp, type Studio } from './app.js';
import { finishRestore, isStaged } from './backup/swap.js';
import { readConfig, type Config } from './config.js';
import { takeFolder } from './database/folder.js';
import { openDatabase } from './database/open.js';
import { causeOf } from './http/problems.js';
import { BROKEN_MS } from './media/drafts.js';

const say = (line: string): void => void process.stdout.write(`${line}\n`);
const complain = (line: string): void => void process.stderr.write(`${line}\n`);
/** What the studio does by itself (old pictures, backups that are due, who is archived long enough) is done this often, ms. */
const TIDY_EVERY = 3_600_000;
/** Requests under way at a stop are given this long, ms. */
const GRACE = 3000;
/** The same where a backup takes the studio's place: the answer that says so has to arrive, ms. */
const REOPEN_GRACE = 500;

/** A studio that is open: what answers, and how it is closed. */
interface Open {
  studio: Studio;
  close: () => Promise<void>;
}
async function openStudio(config: Config): Promise<Open> {
  const swapped = config.database === undefined ? finishRestore(config.dataDir) : null;
  if (swapped !== null) say(`A backup was restored. The studio as it was lies beside it, in ${swapped}.`);
  // On a server other processes use the folder too.
  const letGo = config.database === undefined ? takeFolder(config.dataDir) : () => undefined;
  try {
    const db = await openDatabase(config.dataDir, config.database);
    const studio = createApp(config, db);
    const { context } = studio;
    const broken = config.database === undefined ? 0 : BROKEN_MS;
    await context.pictures.sweepDrafts(broken);
    await context.clipFiles.sweepDrafts(broken);
    await context.removals.ofBrokenWritings();
    await context.removals.sweep();
    await context.sweepLeftovers(broken);
    return {
      studio,
      async close() {
        context.judging.stop();
        await Promise.allSettled([context.news.close(), context.work.close(), context.trail.close()]);
        await db.destroy();
        letGo();
      },
    };
  } catch (error) {
    letGo();
    throw error;
  }
}
/** What is answered while no studio is open: a backup takes its place. */
const closed: RequestListener = (_request, response) => {
  const body: ProblemBody = {
    type: 'about:blank',
    title: 'The studio is being restored',
    status: 503,
    detail: 'It opens again in a moment. Nothing was changed; try again.',
    requestId: '',
  };
  response.writeHead(503, { 'Content-Type': 'application/problem+json', 'Retry-After': '2' }).end(JSON.stringify(body));
};

async function start(): Promise<void> {
  const config = readConfig(process.env);
  const here = dirname(fileURLToPath(import.meta.url));
  const web = resolve(config.webDir ?? resolve(here, '../web'));
  config.webDir = existsSync(`${web}/index.html`) ? web : undefined;
  const worker = resolve(here, 'worker.js');
  config.workerFile = existsSync(worker) ? worker : undefined;
  let stopping = false;
  let open: Open | null = null;
  // Another server's studio is not moved from under it: its folder must be free, before anything is swapped.
  if (config.database === undefined && isStaged(config.dataDir) && existsSync(config.dataDir))
    takeFolder(config.dataDir)();
  config.reopen = () => void reopen().catch(fatal);
  open = await openStudio(config);
  const server = createServer((request, response) => {
    const answers = (open?.studio.app as RequestListener | undefined) ?? closed;
    answers(request, response);
  }).listen(config.port, config.host);
  /** Closes the studio, lets the restored one take its place, and opens that. */
  async function reopen(): Promise<void> {
    const before = open;
    if (!before || stopping) return;
    open = null;
    // What is under way is answered; what does not end, a class that is followed, is cut off.
    await new Promise((done) => setTimeout(done, REOPEN_GRACE));
    server.closeAllConnections();
    await before.close();
    open = await openStudio(config);
    open.studio.context.behind(open.studio.context.judging.sweep);
  }
  server.on('error', (error: NodeJS.ErrnoException) => {
    complain(
      error.code === 'EADDRINUSE'
        ? `Port ${config.port} is in use. Close what uses it, or set PORT to another.`
        : `The server cannot start: ${error.message}`,
    );
    void open?.close().finally(() => process.exit(1));
  });
  const upkeep = (): void => {
    const context = open?.studio.context;
    for (const work of context?.upkeep ?? []) context!.behind(async () => void (await work()));
  };
  const tidy = setInterval(upkeep, TIDY_EVERY);
  server.on('listening', () => {
    const { context } = open!.studio;
    void context.accounts.count().then((count) => {
      say(`Upright Anchor is at http://localhost:${(server.address() as AddressInfo).port}`);
      context.behind(context.judging.sweep);
      upkeep();
      if (count === 0) say(`No owner yet. Open that address and enter this one-time code: ${context.ownerCode()}`);
    });
  });
  const stop = (code: number): void => {
    if (stopping) return;
    stopping = true;
    clearInterval(tidy);
    open?.studio.context.judging.stop();
    const end = (): void => process.exit(code);
    server.close(() => void (open?.close() ?? Promise.resolve()).finally(end));
    server.closeIdleConnections();
    setTimeout(end, GRACE).unref();
  };
  process.on('SIGINT', () => stop(0));
  process.on('SIGTERM', () => stop(0));
  // What nobody caught leaves the program in a state that nobody knows: it is logged without anybody's data, and the process ends.
  function fatal(error: unknown): void {
    complain(`The server ends: something failed that nobody caught. ${causeOf(error)}`);
    stop(1);
  }
  process.on('unhandledRejection', fatal);
  process.on('uncaughtException', fatal);
}

start().catch((error: Error) => {
  complain(`The server cannot start: ${error.message}`);
  process.exit(1);
});
