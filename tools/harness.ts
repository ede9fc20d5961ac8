/** A filled demo studio on a port of its own and a real browser: for the interface tests and the screenshots. */
import { spawn, type ChildProcess } from 'node:child_process';
import { existsSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { basename, dirname, join } from 'node:path';
import { filledFolder } from './filled.mjs';
import { freePort } from './free-port.js';
import { putClock } from './page-clock.js';
import { aheadNow, testDayEnv } from './test-day.mjs';
import puppeteer, { type Browser, type BrowserContext, type Page } from 'puppeteer-core';

const CHROMIUM = [process.env.CHROMIUM, '/usr/bin/chromium', '/usr/bin/chromium-browser', '/usr/bin/google-chrome'];

export interface Hall {
  url: string;
  browser: Browser;
  /** Epoch ms now on the studio's clock. */
  now: () => number;
  /** A fresh page in a context of its own. */
  page: () => Promise<Page>;
  /** A page signed in as the demo's coach. */
  coach: () => Promise<Page>;
  /** Another page of the same device as one. */
  beside: (page: Page) => Promise<Page>;
  /** What the server printed so far: an empty studio's one-time code. */
  printed: () => string;
  /** Closes all pages: open ones go on working and slow the next. */
  tidy: () => Promise<void>;
  /** Ends the server without a goodbye, as a dead machine would. */
  kill: () => Promise<void>;
  /** Starts it again on the same port and data. */
  revive: () => Promise<void>;
  close: () => Promise<void>;
}

async function answered(url: string): Promise<void> {
  for (let i = 0; i < 600; i += 1) {
    const ok = await fetch(`${url}/api/health`).then(
      (r) => r.ok,
      () => false,
    );
    if (ok) return;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  throw new Error('the server did not start within a minute');
}

/**
 * @param open.web folder of another built interface than the project's own
 * @param open.empty a new studio instead of the filled demo: nobody owns it yet
 * @throws Error when the interface is not built or no browser is found
 */
export async function openHall({ web, empty = false }: { web?: string; empty?: boolean } = {}): Promise<Hall> {
  if (!existsSync('dist/web/index.html') || !existsSync('dist/server/main.js'))
    throw new Error('build first: npm run build');
  const executablePath = CHROMIUM.find((path) => path && existsSync(path));
  if (!executablePath) throw new Error('no Chromium found; set CHROMIUM to its path');
  const data = empty ? mkdtempSync(join(tmpdir(), 'anchor-hall-')) : filledFolder();
  const port = await freePort();
  const url = `http://127.0.0.1:${port}`;
  // A studio that is started again goes on with its day.
  const ahead = aheadNow();
  const env = {
    ...process.env,
    ...testDayEnv(ahead),
    ANCHOR_DATA: data,
    ...(empty ? {} : { ANCHOR_DEMO: '1' }),
    PORT: String(port),
    LOG_LEVEL: 'warn',
    ...(web ? { ANCHOR_WEB: web } : {}),
  };
  let server: ChildProcess;
  let printed = '';
  const start = async (): Promise<void> => {
    server = spawn(process.execPath, ['dist/server/main.js'], { env, stdio: ['ignore', 'pipe', 'inherit'] });
    server.stdout!.on('data', (piece) => (printed += String(piece)));
    await answered(url);
  };
  const end = (signal: NodeJS.Signals): Promise<void> =>
    new Promise((resolve) => {
      if (server.exitCode !== null || server.signalCode !== null) return resolve();
      server.once('exit', () => resolve());
      server.kill(signal);
    });
  await start();
  const profile = mkdtempSync(join(tmpdir(), 'anchor-browser-'));
  const browser = await puppeteer.launch({
    executablePath,
    userDataDir: profile,
    args: [
      '--headless',
      '--no-sandbox',
      '--disable-gpu',
      '--disable-quic',
      '--no-first-run',
      '--disable-background-networking',
      '--disable-component-update',
      '--disable-sync',
      '--force-color-profile=srgb',
    ],
    defaultViewport: { width: 1280, height: 800 },
  });
  const contexts: BrowserContext[] = [];
  const page = async (): Promise<Page> => {
    const context = await browser.createBrowserContext();
    contexts.push(context);
    const opened = await context.newPage();
    opened.setDefaultTimeout(60000);
    await putClock(opened, ahead);
    return opened;
  };
  return {
    url,
    browser,
    now: () => Date.now() + ahead,
    page,
    async coach() {
      const opened = await page();
      await opened.goto(`${url}/sign-in`);
      // The page may still settle under the pointer: a hand that meets nothing taps again.
      const enter = async (): Promise<boolean> => {
        await opened.locator('::-p-text(Enter the demo)').click();
        return opened.waitForSelector('::-p-aria(Places)', { timeout: 15000 }).then(
          () => true,
          () => false,
        );
      };
      if (!(await enter())) await enter().catch(() => false);
      await opened.waitForSelector('::-p-aria(Places)', { timeout: 30000 }).catch(async () => {
        throw new Error(
          `the demo was not entered; the page shows:\n${await opened.evaluate(() => document.body.innerText)}`,
        );
      });
      return opened;
    },
    async beside(first) {
      const opened = await first.browserContext().newPage();
      opened.setDefaultTimeout(60000);
      await putClock(opened, ahead);
      return opened;
    },
    printed: () => printed,
    async tidy() {
      await Promise.all(contexts.splice(0).map((context) => context.close()));
    },
    kill: () => end('SIGKILL'),
    revive: start,
    async close() {
      await browser.close();
      await end('SIGTERM');
      // What a restore left beside it, and its backups, go with it.
      for (const name of readdirSync(dirname(data)))
        if (name.startsWith(basename(data))) rmSync(join(dirname(data), name), { recursive: true, force: true });
      rmSync(profile, { recursive: true, force: true });
    },
  };
}
