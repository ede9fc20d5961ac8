/**
 * How long a page takes on a phone that is three years old and one bar of network: the browser's own throttling, everything cold.
 * Part of `npm run bench`; needs the built application and a browser.
 */
import type { Page } from 'puppeteer-core';
import { openHall, type Hall } from './harness.js';

/** The browser's throttling: processor so many times slower; bits a second and round trip as a slow 4G line has them. */
const SLOWER = 4;
const LINE = {
  offline: false,
  latency: 150,
  downloadThroughput: (1.6e6 / 8) * 0.9,
  uploadThroughput: (750e3 / 8) * 0.9,
};
const RUNS = 3;

/** Runs in the page: notes when the first thing is drawn, when a page is of use, and what held it up. */
const watchFor = (when: string): string => `(() => {
  window.slow = { useful: null, longest: 0, shift: 0, painted: null };
  new PerformanceObserver((list) => { for (const e of list.getEntries()) slow.longest = Math.max(slow.longest, e.duration); }).observe({ type: 'longtask', buffered: true });
  new PerformanceObserver((list) => { for (const e of list.getEntries()) if (!e.hadRecentInput) slow.shift += e.value; }).observe({ type: 'layout-shift', buffered: true });
  new PerformanceObserver((list) => { for (const e of list.getEntries()) if (e.name === 'first-contentful-paint') slow.painted = e.startTime; }).observe({ type: 'paint', buffered: true });
  const look = () => {
    if (slow.useful === null && (${when})) slow.useful = performance.now();
    if (slow.useful === null) setTimeout(look, 30);
  };
  document.addEventListener('DOMContentLoaded', look);
})()`;

interface Took {
  useful: number;
  painted: number;
  longest: number;
  shift: number;
}
const median = (list: readonly number[]): number => [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)]!;

async function slowed(page: Page): Promise<void> {
  const client = await page.createCDPSession();
  await client.send('Network.enable');
  await client.send('Network.emulateNetworkConditions', LINE);
  await client.send('Emulation.setCPUThrottlingRate', { rate: SLOWER });
}

/** A device on which somebody is signed in: its cookies, and what it keeps of the account; its copies of scripts are gone. */
interface Known {
  cookies: object[];
  account: string;
}
/** Makes a page a known device's. */
async function known(page: Page, as: Known): Promise<void> {
  const context = page.browserContext();
  await context.setCookie(...(as.cookies as Parameters<typeof context.setCookie>));
  await page.evaluateOnNewDocument((account: string) => {
    if (location.protocol.startsWith('http')) localStorage.setItem('anchor.account', account);
  }, as.account);
}

/** One cold visit in a context of its own. */
async function visit(hall: Hall, path: string, when: string, as: Known | null): Promise<Took> {
  const context = await hall.browser.createBrowserContext();
  try {
    const page = await context.newPage();
    page.setDefaultTimeout(60_000);
    await page.setViewport({ width: 390, height: 844, isMobile: true, hasTouch: true });
    if (as) await known(page, as);
    await page.evaluateOnNewDocument(watchFor(when));
    await slowed(page);
    await page.goto(`${hall.url}${path}`, { waitUntil: 'domcontentloaded' });
    await page.waitForFunction('slow.useful !== null');
    // What follows close behind holds the page up too.
    await new Promise((resolve) => setTimeout(resolve, 1500));
    return (await page.evaluate('slow')) as Took;
  } finally {
    await context.close();
  }
}

/** What a device keeps of who was signed in last. */
const STORED = `localStorage.getItem('anchor.account')`;
const text = (pattern: string): string => `/${pattern}/.test(document.body.innerText)`;

/** Rows of the table: what, measured, wanted. @throws where the application is not built or no browser is found */
export async function slowPhoneRows(): Promise<[string, string, string][]> {
  const hall = await openHall();
  try {
    const page = await hall.browser.newPage();
    await page.goto(`${hall.url}/sign-in`);
    await page.locator('::-p-text(Enter the demo)').click();
    await page.waitForSelector('::-p-aria(Places)');
    const device: Known = {
      cookies: await page.browserContext().cookies(),
      account: (await page.evaluate(STORED)) as string,
    };
    const person = await page.evaluate(
      async () =>
        ((await (await fetch('/api/people?limit=200')).json()) as { items: { id: string; name: string }[] }).items.find(
          (p) => p.name === 'Marit Solheim',
        )!.id,
    );
    await page.close();
    const start = `[...document.querySelectorAll('button')].some((b) => /Start/.test(b.innerText) && !b.disabled)`;
    const visits: [string, string, string, number, Known | null][] = [
      ['sign-in', '/sign-in', `document.querySelector('#password') !== null`, 3, null],
      ['floor', '/', text('last look|never looked at'), 4, device],
      ['bench, Start can be pressed', `/bench?person=${person}`, start, 4.5, device],
      ['person with history', `/people/${person}`, text('Hips sag|first to go'), 5, device],
    ];
    const rows: [string, string, string][] = [];
    for (const [name, path, when, wanted, as] of visits) {
      const took: Took[] = [];
      for (let i = 0; i < RUNS; i += 1) took.push(await visit(hall, path, when, as));
      const of = (key: keyof Took): number => median(took.map((t) => t[key]));
      rows.push([
        `slow phone, cold: ${name}`,
        `${(of('useful') / 1000).toFixed(1)} s (first drawn ${(of('painted') / 1000).toFixed(1)} s, longest task ${of('longest').toFixed(0)} ms, shift ${of('shift').toFixed(2)})`,
        `${wanted} s, drawn in 1 s, no task over 200 ms`,
      ]);
    }
    rows.push(['slow phone: Keep to verdict', `${(await keepToVerdict(hall, person, device)).toFixed(2)} s`, '0.5 s']);
    return rows;
  } finally {
    await hall.close();
  }
}

/** Seconds from the tap on Keep to the verdict on the screen; the line is as slow as before. */
async function keepToVerdict(hall: Hall, person: string, as: Known): Promise<number> {
  const took: number[] = [];
  for (let i = 0; i < RUNS; i += 1) {
    const context = await hall.browser.createBrowserContext();
    const page = await context.newPage();
    page.setDefaultTimeout(60_000);
    await page.setViewport({ width: 390, height: 844, isMobile: true, hasTouch: true });
    await known(page, as);
    await slowed(page);
    await page.goto(`${hall.url}/bench?person=${person}`);
    await page.waitForSelector('[data-result-here]');
    const press = async (words: string): Promise<void> => {
      await page.waitForFunction(() => document.querySelector('[data-fresh]') === null);
      await page.locator(`::-p-xpath(//button[contains(normalize-space(.), "${words}")])`).click();
    };
    await press('Start');
    await new Promise((resolve) => setTimeout(resolve, 1500));
    await press('End');
    await press('Position lost');
    await page.waitForFunction(() =>
      [...document.querySelectorAll('button')].some((b) => b.innerText.includes('keep it and see') && !b.disabled),
    );
    took.push(
      (await page.evaluate(
        () =>
          new Promise<number>((resolve) => {
            const from = performance.now();
            [...document.querySelectorAll('button')].find((b) => b.innerText.includes('keep it and see'))!.click();
            const look = (): void => {
              if (/clean seconds/.test(document.body.innerText))
                requestAnimationFrame(() => resolve(performance.now() - from));
              else setTimeout(look, 16);
            };
            look();
          }),
      )) / 1000,
    );
    await context.close();
  }
  return median(took);
}
