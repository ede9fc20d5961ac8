/** What a coach kept is not lost: refused items, two pages, two accounts, a device's clock, an ended session, a closed studio entry. */
import { afterAll, afterEach, beforeAll, describe, expect, test } from '@jest/globals';
import type { Page } from 'puppeteer-core';
import { openHall, type Hall } from '../../tools/harness.js';
import { pass, setDate } from '../../tools/page-clock.js';
import { choicesOf, ended, fill, lookOf, personId, press, sees, seesNot, settled, started } from './steps.js';

let hall: Hall;
beforeAll(async () => {
  hall = await openHall();
});
afterEach(() => hall.tidy());
afterAll(() => hall?.close());

/** Waits until the result's page is on this device. */
const resultIsHere = (page: Page): Promise<unknown> => page.waitForSelector('[data-result-here]');
async function bench(page: Page, person: string, more = ''): Promise<void> {
  await page.goto(`${hall.url}/bench?person=${person}${more}`);
  await sees(page, 'Tap what goes');
  await settled(page);
  await resultIsHere(page);
}
async function hold(page: Page, seconds: number): Promise<void> {
  await started(page);
  await pass(page, seconds);
  await ended(page, 'Position lost');
}
/** Spoils the first look that waits on this device, as an earlier version of a page might have kept it. */
const spoil = (page: Page): Promise<unknown> =>
  page.evaluate(
    () =>
      new Promise<void>((resolve) => {
        const open = indexedDB.open('upright-anchor');
        open.onsuccess = () => {
          const items = open.result.transaction('items', 'readwrite').objectStore('items');
          items.getAll().onsuccess = (event) => {
            const [first] = (event.target as IDBRequest).result as { ask: { body: { observation: object } } }[];
            first!.ask.body.observation = { ...first!.ask.body.observation, target: -5 };
            items.put(first).onsuccess = () => {
              open.result.close();
              resolve();
            };
          };
        };
      }),
  );

describe('what waits on this device', () => {
  test('one that the server does not take lets the rest pass, says who and why, is mended and sent', async () => {
    const page = await hall.coach();
    const id = await personId(page, 'Teo Aldana');
    await bench(page, id);
    await hall.kill();
    try {
      await hold(page, 11);
      await sees(page, 'offline, 1 waiting');
      await spoil(page);
      for (const seconds of [12, 13]) {
        await page.evaluate(() => history.back());
        await sees(page, 'Tap what goes');
        await hold(page, seconds);
        await sees(page, 'not yet sent');
      }
    } finally {
      await hall.revive();
    }
    await sees(page, '1 not taken');
    await page.reload();
    await sees(page, /1 kept on this device is not taken by the server/);
    for (const seconds of [12, 13]) await lookOf(page, 'Teo Aldana', (l) => l.clean === seconds);
    await press(page, 'See what and why');
    await sees(page, /A look at Teo Aldana[\s\S]*target: must be more than 0/);
    await fill(page, 'target', '40');
    await press(page, 'Mend it and send');
    await sees(page, 'Everything is with the server.');
    await lookOf(page, 'Teo Aldana', (l) => l.clean === 11);
  });

  test('two pages of one hold: one has the clock, taps of both count, the other can take it', async () => {
    const first = await hall.coach();
    const id = await personId(first, 'Marit Solheim');
    await bench(first, id);
    await press(first, 'Start');
    await sees(first, 'line holds');
    const second = await hall.beside(first);
    await second.goto(`${hall.url}/bench`);
    await sees(second, 'Another page on this device holds the clock');
    await first.bringToFront();
    await pass(first, 5);
    await press(first, 'Hips sag');
    await second.bringToFront();
    await second.waitForSelector('[aria-pressed=true]:not(.btn)');
    await press(second, 'Chin pokes');
    await press(second, 'Hold it here');
    await seesNot(second, /Another page on this device/);
    await first.bringToFront();
    await sees(first, 'Another page on this device holds the clock');
    await second.bringToFront();
    await press(second, 'End');
    await press(second, 'Position lost');
    await press(second, 'keep it and see');
    await second.waitForFunction(() => location.pathname.startsWith('/looks/'));
    await seesNot(second, /not yet sent/);
    const look = second.url().split('/').pop()!;
    const events = await second.evaluate(
      async (l) =>
        ((await (await fetch(`/api/looks/${l}`)).json()) as { observation: { events: { fault: string }[] } })
          .observation.events,
      look,
    );
    expect(events.map((e) => e.fault).sort()).toEqual(['chin-poke', 'hip-sag']);
    await first.bringToFront();
    await sees(first, 'ended on another page');
  });

  test('a device whose date is set back in a hold measures it all the same', async () => {
    const page = await hall.coach();
    const id = await personId(page, 'Sunniva Brandt');
    await bench(page, id);
    await started(page);
    await pass(page, 8);
    await setDate(page, -3600);
    await pass(page, 6);
    await ended(page, 'Position lost');
    await sees(page, /14\.0\s+clean seconds/);
  });

  test('signing out with something unsent asks; locked it is nobody else’s, and comes back', async () => {
    const page = await hall.coach();
    const id = await personId(page, 'Sunniva Brandt');
    await bench(page, id);
    await hall.kill();
    try {
      await hold(page, 17);
      await sees(page, 'offline, 1 waiting');
      await page.locator('[aria-label^="Account:"]').click();
      await press(page, 'Sign out');
      await sees(page, /Before you sign out[\s\S]*1 thing is on this device/);
      await press(page, 'lock it here until I sign in again');
      await sees(page, 'Sign in to send 1');
    } finally {
      await hall.revive();
    }
    await page.reload();
    await fill(page, 'E-mail', 'assistant@harbour.example');
    await page.locator('#password').fill('tautline-2026');
    await press(page, 'Sign in');
    await sees(page, 'Casper Vane');
    await settled(page);
    await seesNot(page, /waiting|not taken/);
    await page.locator('[aria-label^="Account:"]').click();
    await press(page, 'Sign out');
    await press(page, 'Enter the demo');
    await sees(page, 'Jonna Reef');
    await lookOf(page, 'Sunniva Brandt', (l) => l.clean === 17);
  });

  test('a session that ended while something waits leads to the door and says how many', async () => {
    const page = await hall.coach();
    const id = await personId(page, 'Sunniva Brandt');
    await bench(page, id);
    await hall.kill();
    try {
      await hold(page, 19);
      await sees(page, 'offline, 1 waiting');
      await page.browserContext().deleteCookie(...(await page.browserContext().cookies()));
    } finally {
      await hall.revive();
    }
    await sees(page, 'Sign in to send 1');
    await press(page, 'Enter the demo');
    await sees(page, /19\.0\s+clean seconds/);
    await lookOf(page, 'Sunniva Brandt', (l) => l.clean === 19);
  });
});

describe('an account', () => {
  test('changes its own password with the one before', async () => {
    const page = await hall.page();
    await page.goto(`${hall.url}/sign-in`);
    await fill(page, 'E-mail', 'assistant@harbour.example');
    await page.locator('#password').fill('tautline-2026');
    await press(page, 'Sign in');
    await sees(page, 'Casper Vane');
    const change = async (before: string, next: string): Promise<void> => {
      await page.locator('[aria-label^="Account:"]').click();
      await press(page, 'Password, devices, code');
      await press(page, 'Change your password');
      await page.locator('#pw-before').fill(before);
      await page.locator('#pw-password').fill(next);
      await page.locator('#pw-again').fill(next);
      await press(page, 'Change it');
    };
    await change('not the one', 'oar-and-rowlock-7');
    await sees(page, 'is not your password');
    await press(page, 'Cancel');
    await change('tautline-2026', 'oar-and-rowlock-7');
    await sees(page, 'Your sessions on other devices have ended');
    await press(page, 'Close');
    await change('oar-and-rowlock-7', 'tautline-2026');
    await sees(page, 'Your sessions on other devices have ended');
  });
});

describe('taking away what people’s records speak of', () => {
  test('asks, names what uses it, keeps the history readable, and is undone', async () => {
    const page = await hall.coach();
    const id = await personId(page, 'Teo Aldana');
    await page.goto(`${hall.url}/lever?at=front-plank/forearm`);
    await press(page, 'Keep this as a version');
    await fill(page, 'Name', 'Slipway plank');
    await press(page, 'Keep');
    await sees(page, 'Take “Slipway plank” away');
    await bench(page, id, '&position=front-plank&rung=slipway-plank');
    await page.waitForFunction(
      () => document.querySelector('#version')?.closest<HTMLElement>('[data-value]')?.dataset.value === 'slipway-plank',
    );
    await hold(page, 21);
    await seesNot(page, /not yet sent/);
    await page.goto(`${hall.url}/lever?at=front-plank/slipway-plank`);
    await press(page, 'Take “Slipway plank” away');
    await sees(page, 'It is used by 1 look.');
    await press(page, 'Take it away');
    await sees(page, '“Slipway plank” is taken away.');
    await page.goto(`${hall.url}/people/${id}`);
    await sees(page, 'Front plank, Slipway plank');
    await bench(page, id, '&position=front-plank');
    const versions = await choicesOf(page, '#version');
    expect(versions).toContain('forearm');
    expect(versions).not.toContain('slipway-plank');
  });
});
