/** Starts the studio: settings, database, application, one address. */
import { existsSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { dirname, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { createApp } from './app.js';
import { readConfig } from './config.js';
import { openDatabase } from './database/open.js';

const say = (line: string): void => void process.stdout.write(`${line}\n`);

async function start(): Promise<void> {
  const config = readConfig(process.env);
  const web = resolve(config.webDir ?? resolve(dirname(fileURLToPath(import.meta.url)), '../web'));
  config.webDir = existsSync(`${web}/index.html`) ? web : undefined;
  const db = await openDatabase(config.dataDir);
  const { app, context } = createApp(config, db);
  const server = app.listen(config.port, config.host);
  server.on('error', (error: NodeJS.ErrnoException) => {
    process.stderr.write(
      error.code === 'EADDRINUSE'
        ? `Port ${config.port} is in use. Close what uses it, or set PORT to another.\n`
        : `The server cannot start: ${error.message}\n`,
    );
    process.exit(1);
  });
  server.on('listening', () => {
    void context.accounts.count().then((count) => {
      say(`Upright Anchor is at http://localhost:${(server.address() as AddressInfo).port}`);
      context.behind(context.judging.sweep);
      if (count === 0) say(`No owner yet. Open that address and enter this one-time code: ${context.ownerCode()}`);
    });
  });
  const stop = (): void => {
    context.judging.stop();
    server.close(() => void db.destroy().then(() => process.exit(0)));
    server.closeIdleConnections();
    setTimeout(() => process.exit(0), 3000).unref();
  };
  process.on('SIGINT', stop);
  process.on('SIGTERM', stop);
}

start().catch((error: Error) => {
  process.stderr.write(`The server cannot start: ${error.message}\n`);
  process.exit(1);
});
