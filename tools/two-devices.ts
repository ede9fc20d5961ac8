/** How long a note of a class takes from a tap on one device to the screen of another. Part of `npm run bench`. */
import type { Page } from 'puppeteer-core';
import { openHall, type Hall } from './harness.js';

const NOTES = 20;
const member = (n: number): string => `ul[aria-label="Members"] li:nth-child(${n}) button`;
const pad = (n: number): string => `ul[aria-label="Fault pads"] li:nth-child(${n}) button`;

/** A device of its own, signed in. */
async function device(hall: Hall, path: string): Promise<Page> {
  const page = await (await hall.browser.createBrowserContext()).newPage();
  await page.goto(`${hall.url}/sign-in`);
  await page.locator('::-p-text(Enter the demo)').click();
  await page.waitForSelector('::-p-aria(Places)');
  await page.goto(`${hall.url}${path}`);
  return page;
}
/** Begins today's class of the demo and returns its run. */
const begun = (page: Page): Promise<string> =>
  page.evaluate(async () => {
    const { token } = (await (await fetch('/api/session')).json()) as { token: string };
    const classes = (await (await fetch('/api/classes')).json()) as { id: string; day: string | null }[];
    const [id, headers] = [crypto.randomUUID(), { 'content-type': 'application/json', 'x-anchor-token': token }];
    const { id: of } = classes.find((c) => c.day !== null)!;
    await fetch(`/api/classes/${of}/runs`, { method: 'POST', headers, body: JSON.stringify({ id }) });
    return id;
  });
/** What a member's button says, and since when: the page notes the instant at which it changes. */
const watched = (page: Page, n: number): Promise<void> =>
  page.$eval(member(n), (el) => {
    const seen = window as unknown as { changed: number };
    seen.changed = 0;
    new MutationObserver(() => (seen.changed ||= Date.now())).observe(el, {
      attributes: true,
      attributeFilter: ['aria-label'],
    });
  });

/** Median and slowest, ms. @throws where the application is not built or no browser is found */
export async function noteToOtherScreen(): Promise<{ median: number; slowest: number }> {
  const hall = await openHall();
  try {
    const first = await device(hall, '/classes');
    const id = await begun(first);
    await first.goto(`${hall.url}/runs/${id}`);
    const second = await device(hall, `/runs/${id}`);
    for (const page of [first, second]) await page.waitForSelector(member(2));
    await first.locator('::-p-text(Start)').click();
    // The lead-in is over.
    await first.keyboard.press('PageDown');
    await first.waitForSelector(`${pad(1)}:not([disabled])`);
    const took: number[] = [];
    for (let i = 0; i < NOTES; i += 1) {
      await watched(second, 1);
      const from = await first.evaluate(
        (name, fault) => {
          document.querySelector<HTMLElement>(name)!.click();
          document.querySelector<HTMLElement>(fault)!.click();
          return Date.now();
        },
        member(1),
        pad(1),
      );
      await second.waitForFunction('window.changed > 0', { polling: 5 });
      took.push(Number(await second.evaluate('window.changed')) - from);
      await watched(second, 1);
      // Taken back, so that the next is seen again.
      await first.keyboard.press('z');
      await second.waitForFunction('window.changed > 0', { polling: 5 });
    }
    took.sort((a, b) => a - b);
    return { median: took[NOTES / 2]!, slowest: took.at(-1)! };
  } finally {
    await hall.close();
  }
}
