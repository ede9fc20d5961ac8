import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, afterEach, beforeAll, describe, expect, test } from '@jest/globals';
import type { Page } from 'puppeteer-core';
import { openHall, type Hall } from '../../tools/harness.js';
import { pass } from '../../tools/page-clock.js';
import { asOwner, ended, keptHere, lookOf, personId, press, sees, seesNot, settled, shown, started } from './steps.js';

let hall: Hall;
let web: string;
beforeAll(async () => {
  web = mkdtempSync(join(tmpdir(), 'anchor-web-'));
  cpSync('dist/web', web, { recursive: true });
  hall = await openHall({ web });
});
afterEach(() => hall.tidy());
afterAll(async () => {
  await hall?.close();
  rmSync(web, { recursive: true, force: true });
});

/** Waits until the account's copy on this device holds a read. */
const copied = (page: Page, name: string, id: string): Promise<unknown> =>
  page.waitForFunction(
    async (n, i) => {
      const db = await new Promise<IDBDatabase>((resolve) => {
        const open = indexedDB.open('upright-anchor');
        open.onsuccess = () => resolve(open.result);
      });
      const caches = await new Promise<{ client: { clientState: { queries: { queryKey: unknown[] }[] } } }[]>(
        (resolve) => {
          const all = db.transaction('caches').objectStore('caches').getAll();
          all.onsuccess = () => resolve(all.result as never);
        },
      );
      db.close();
      return caches.some((c) =>
        c.client.clientState.queries.some((q) => q.queryKey[1] === n && JSON.stringify(q.queryKey).includes(i)),
      );
    },
    { polling: 200 },
    name,
    id,
  );
const copies = (page: Page): Promise<number> =>
  page.evaluate(
    () =>
      new Promise<number>((resolve) => {
        const open = indexedDB.open('upright-anchor');
        open.onsuccess = () => {
          const all = open.result.transaction('caches').objectStore('caches').getAll();
          all.onsuccess = () => {
            open.result.close();
            resolve((all.result as unknown[]).length);
          };
        };
      }),
  );

describe('with the server down', () => {
  test('the application opens after a reload, people and ladders are read, a hold is watched, kept and looked at, and sent later', async () => {
    const page = await hall.coach();
    const id = await personId(page, 'Marit Solheim');
    await page.goto(`${hall.url}/ladders?person=${id}`);
    await sees(page, 'Next step');
    await copied(page, 'ladders.get', id);
    await page.goto(`${hall.url}/people/${id}`);
    await sees(page, 'Drills assigned');
    await settled(page);
    await copied(page, 'prescriptions.list', id);
    await copied(page, 'looks.list', id);
    await page.goto(`${hall.url}/people`);
    await sees(page, 'Marit Solheim');
    await keptHere(page);
    await copied(page, 'people.list', '"limit":50');
    await hall.kill();
    try {
      await page.reload();
      await sees(page, 'offline');
      await sees(page, 'Teo Aldana');
      await page.goto(`${hall.url}/people/${id}`);
      await sees(page, /172 cm[\s\S]*Drills assigned[\s\S]*version 1[\s\S]*Front plank, Forearms/);
      await page.goto(`${hall.url}/ladders?person=${id}`);
      await sees(page, /Next step\s+rule 6/);
      await page.goto(`${hall.url}/library?kind=drills&id=bridge`);
      await sees(page, 'Two counts at the top');
      await page.goto(`${hall.url}/bench?person=${id}`);
      await sees(page, 'Tap what goes');
      await started(page);
      await pass(page, 17);
      await press(page, 'Hips sag');
      await pass(page, 3);
      await ended(page, 'Position lost', 'Low back');
      await sees(page, /17\.0\s+clean seconds/);
      await sees(page, 'offline, 1 waiting');
      await press(page, 'Did not');
      await sees(page, 'Step 2 of');
      await page.locator('::-p-aria(Result of the test)').wait();
      await press(page, 'Positive');
      await sees(page, 'offline, 3 waiting');
      // Answers and mends that wait are there after a reload, and the look stands in the history and on the ladder.
      await page.reload();
      await sees(page, /17\.0\s+clean seconds/);
      await sees(page, 'Step 2 of');
      await page.locator('::-p-xpath(//summary[contains(., "The working")])').click();
      await sees(page, /: positive/);
      await page.goto(`${hall.url}/people/${id}`);
      await sees(page, /not yet sent[\s\S]*17\.0 s clean/);
      await page.goto(`${hall.url}/bench?person=${id}`);
      await sees(page, 'Last time: 17.0 s clean');
    } finally {
      await hall.revive();
    }
    await seesNot(page, /offline|waiting/);
    const look = await lookOf(page, 'Marit Solheim', (l) => l.clean === 17);
    await page.goto(`${hall.url}/looks/${look}`);
    await sees(page, 'Step 2 of');
    const stored = await page.evaluate(
      async (l) =>
        (await (await fetch(`/api/looks/${l}`)).json()) as { mends: object[]; observation: { tests: object } },
      look,
    );
    expect(stored.mends).toHaveLength(1);
    expect(Object.values(stored.observation.tests)).toEqual(['positive']);
  });

  test('pain that waits on this device stands against the next load at once', async () => {
    const page = await hall.coach();
    const id = await personId(page, 'Sunniva Brandt');
    await page.goto(`${hall.url}/bench?person=${id}`);
    await sees(page, 'Tap what goes');
    await keptHere(page);
    await copied(page, 'facts.get', id);
    await hall.kill();
    try {
      await started(page);
      await pass(page, 4);
      await press(page, 'Pain');
      await press(page, 'keep it and see');
      await sees(page, 'leave this position for now');
      await page.goto(`${hall.url}/bench?person=${id}`);
      await sees(page, 'Pain ended the last hold of this position');
    } finally {
      await hall.revive();
    }
    await seesNot(page, /offline|waiting/);
    await sees(page, 'Pain ended the last hold of this position');
  });
});

describe('whose copy it is', () => {
  test('signing out removes the account’s copy; another account on the device sees nothing of the first', async () => {
    const page = await hall.coach();
    const id = await personId(page, 'Bram Oosterlo');
    await page.goto(`${hall.url}/people/${id}`);
    await sees(page, 'Toes to the bar');
    await keptHere(page);
    await copied(page, 'people.get', id);
    expect(await copies(page)).toBe(1);
    await page.locator('::-p-aria(Account: Jonna Reef)').click();
    await press(page, 'Sign out');
    await sees(page, 'Sign in');
    expect(await copies(page)).toBe(0);
    await page.locator('#email').fill('assistant@harbour.example');
    await page.locator('#password').fill('tautline-2026');
    await press(page, 'Sign in');
    await sees(page, 'Casper Vane');
    await page.goto(`${hall.url}/people`);
    await sees(page, 'Nils Farrow');
    await copied(page, 'people.list', '"limit":50');
    await hall.kill();
    try {
      await page.reload();
      await sees(page, 'offline');
      await sees(page, 'Nils Farrow');
      expect(await shown(page)).not.toContain('Bram Oosterlo');
      await page.goto(`${hall.url}/people/${id}`);
      await sees(page, 'No connection');
      expect(await shown(page)).not.toContain('Toes to the bar');
      // Signing out without a network: nothing is left, and the server is told when it is back.
      await page.locator('::-p-aria(Account: Casper Vane)').click();
      await press(page, 'Sign out');
      await sees(page, 'Sign in');
      expect(await copies(page)).toBe(0);
    } finally {
      await hall.revive();
    }
    await page.goto(hall.url);
    await sees(page, 'Sign in');
    expect(
      await page.evaluate(async () => ((await (await fetch('/api/session')).json()) as { account: unknown }).account),
    ).toBeNull();
  });

  test('a studio that switches copies off leaves none on its devices', async () => {
    const page = await asOwner(hall);
    const set = async (): Promise<void> => {
      await page.goto(`${hall.url}/studio`);
      await page.locator('button[role="switch"]').click();
      await press(page, 'Keep the defaults');
      await sees(page, 'Kept.');
    };
    await page.goto(`${hall.url}/people`);
    await sees(page, 'Marit Solheim');
    await copied(page, 'people.list', '"limit":50');
    await set();
    await page.waitForFunction(
      () =>
        new Promise<boolean>((resolve) => {
          const open = indexedDB.open('upright-anchor');
          open.onsuccess = () => {
            const all = open.result.transaction('caches').objectStore('caches').count();
            all.onsuccess = () => {
              open.result.close();
              resolve(all.result === 0);
            };
          };
        }),
      { polling: 200 },
    );
    await page.reload();
    await sees(page, 'Kit room');
    await settled(page);
    expect(await copies(page)).toBe(0);
    await set();
  });
});

describe('a new version', () => {
  test('asks before it takes over', async () => {
    const page = await hall.coach();
    await keptHere(page);
    await page.reload();
    await sees(page, 'Here today');
    const worker = join(web, 'sw.js');
    const before = readFileSync(worker, 'utf8');
    writeFileSync(worker, `${before}\n// another version\n`);
    try {
      await page.evaluate(async () => void (await (await navigator.serviceWorker.ready).update()));
      await sees(page, 'A new version is ready');
      await press(page, 'Later');
      await seesNot(page, /A new version is ready/);
      await page.reload();
      await sees(page, 'A new version is ready');
      await Promise.all([page.waitForNavigation(), press(page, 'Take it')]);
      await sees(page, 'Here today');
      await seesNot(page, /A new version is ready/);
    } finally {
      writeFileSync(worker, before);
    }
  });
});
