/** A clock that a test moves, put into a page before it loads: dates and durations stand still until they are told to go on. */
import { buildSync } from 'esbuild';
import type { Page } from 'puppeteer-core';

/**
 * The script that a page gets; it begins where the studio's clock is, so many ms ahead of the machine's. Only dates and the monotonic clock are replaced: timers, frames and the network go on, so the page
 * works as it does for a coach. Where a page is left off it is taken up again after a reload.
 */
const SOURCE = `
import FakeTimers from '@sinonjs/fake-timers';
const KEY = 'test.clock';
const saved = (() => { try { return Number(localStorage.getItem(KEY)) || 0; } catch { return 0; } })();
const clock = FakeTimers.install({ now: saved || Date.now() + TEST_CLOCK_AHEAD, toFake: ['Date', 'performance'] });
window.testClock = {
  set(ms) { clock.setSystemTime(Date.now() + ms); },
  pass(ms) { clock.tick(ms); try { localStorage.setItem(KEY, String(Date.now())); } catch {} },
};
`;
let script: string | undefined;
const built = (): string =>
  (script ??= buildSync({
    stdin: { contents: SOURCE, resolveDir: process.cwd() },
    bundle: true,
    write: false,
    format: 'iife',
    external: ['util', 'timers', 'timers/promises', 'node:*'],
    logLevel: 'silent',
  }).outputFiles[0]!.text);

/** @param ahead milliseconds that the studio's clock is ahead of the machine's */
export const putClock = (page: Page, ahead: number): Promise<unknown> =>
  page.evaluateOnNewDocument(`{ const TEST_CLOCK_AHEAD = ${ahead}; ${built()} }`);

/** Sets the device's date by so many seconds, as a person or a network does; durations go on as before. */
export const setDate = (page: Page, seconds: number): Promise<void> =>
  page.evaluate(
    (ms) => (window as unknown as { testClock: { set: (ms: number) => void } }).testClock.set(ms),
    seconds * 1000,
  );

/** Lets so many seconds pass on the page's clock, at once. */
export const pass = (page: Page, seconds: number): Promise<void> =>
  page.evaluate(
    (ms) => (window as unknown as { testClock: { pass: (ms: number) => void } }).testClock.pass(ms),
    seconds * 1000,
  );
