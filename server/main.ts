/** Starts the studio: settings, folder, database, application, one address; ends in order, also when something fails. */
import { existsSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { dirname, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { createApp } from './app.js';
import { readConfig } from './config.js';
import { takeFolder } from './database/folder.js';
import { openDatabase } from './database/open.js';
import { causeOf } from './http/problems.js';

const say = (line: string): void => void process.stdout.write(`${line}\n`);
const complain = (line: string): void => void process.stderr.write(`${line}\n`);
/** Pictures of looks that were taken out are let go this often, ms. */
const TIDY_EVERY = 3_600_000;
/** Requests under way at a stop are given this long, ms. */
const GRACE = 3000;

async function start(): Promise<void> {
  const config = readConfig(process.env);
  const here = dirname(fileURLToPath(import.meta.url));
  const web = resolve(config.webDir ?? resolve(here, '../web'));
  config.webDir = existsSync(`${web}/index.html`) ? web : undefined;
  const worker = resolve(here, 'worker.js');
  config.workerFile = existsSync(worker) ? worker : undefined;
  const letGo = takeFolder(config.dataDir);
  const db = await openDatabase(config.dataDir).catch((error: unknown) => {
    letGo();
    throw error;
  });
  const { app, context } = createApp(config, db);
  await context.pictures.sweepDrafts();
  await context.clipFiles.sweepDrafts();
  await context.removals.ofDeletedLooks();
  const server = app.listen(config.port, config.host);
  server.on('error', (error: NodeJS.ErrnoException) => {
    complain(
      error.code === 'EADDRINUSE'
        ? `Port ${config.port} is in use. Close what uses it, or set PORT to another.`
        : `The server cannot start: ${error.message}`,
    );
    letGo();
    process.exit(1);
  });
  const tidy = setInterval(() => context.behind(context.removals.ofDeletedLooks), TIDY_EVERY);
  server.on('listening', () => {
    void context.accounts.count().then((count) => {
      say(`Upright Anchor is at http://localhost:${(server.address() as AddressInfo).port}`);
      context.behind(context.judging.sweep);
      if (count === 0) say(`No owner yet. Open that address and enter this one-time code: ${context.ownerCode()}`);
    });
  });
  let stopping = false;
  const stop = (code: number): void => {
    if (stopping) return;
    stopping = true;
    clearInterval(tidy);
    context.judging.stop();
    const end = (): void => {
      letGo();
      process.exit(code);
    };
    server.close(() => void Promise.allSettled([db.destroy(), context.work.close()]).then(end));
    server.closeIdleConnections();
    setTimeout(end, GRACE).unref();
  };
  process.on('SIGINT', () => stop(0));
  process.on('SIGTERM', () => stop(0));
  // What nobody caught leaves the program in a state that nobody knows: it is logged without anybody's data, and the process ends.
  const fatal = (error: unknown): void => {
    complain(`The server ends: something failed that nobody caught. ${causeOf(error)}`);
    stop(1);
  };
  process.on('unhandledRejection', fatal);
  process.on('uncaughtException', fatal);
}

start().catch((error: Error) => {
  complain(`The server cannot start: ${error.message}`);
  process.exit(1);
});
