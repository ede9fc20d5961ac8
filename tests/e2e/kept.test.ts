/** Two on one record, who saw what, the way out of a person, a backup restored, a second factor: as an owner walks through them. */
import { readdirSync } from 'node:fs';
import { afterAll, afterEach, beforeAll, describe, expect, test } from '@jest/globals';
import { Secret, TOTP } from 'otpauth';
import type { Page } from 'puppeteer-core';
import { openHall, type Hall } from '../../tools/harness.js';
import { axeFinds, layoutTroubles } from './layout.js';
import { asOwner, choose, fill, newPerson, personId, press, sees, seesNot, settled } from './steps.js';

let hall: Hall;
beforeAll(async () => {
  hall = await openHall();
});
afterEach(() => hall.tidy());
afterAll(() => hall.close());

const edit = async (page: Page, id: string): Promise<void> => {
  await page.goto(`${hall.url}/people/${id}?edit=1`);
  await page.waitForSelector('#p-goal');
  await settled(page);
};
const inOrder = async (page: Page): Promise<void> => {
  expect(await layoutTroubles(page)).toEqual([]);
  expect(await axeFinds(page)).toEqual([]);
};
const status = (page: Page, path: string): Promise<number> =>
  page.evaluate((p) => fetch(`/api${p}`).then((r) => r.status), path);

describe('two who change one person', () => {
  test('see both side by side, by mouse and by keys; what only one changed is kept of each', async () => {
    const [mine, theirs] = [await hall.coach(), await asOwner(hall)];
    const id = await personId(mine, 'Sunniva Brandt');
    await edit(mine, id);
    await edit(theirs, id);
    await fill(theirs, 'Goal', 'Straddle planche');
    await fill(theirs, 'E-mail', 'sunniva@quay.example');
    await press(theirs, 'Save');
    await sees(theirs, 'Straddle planche');
    await fill(mine, 'Goal', 'Front lever');
    await fill(mine, 'Notes', 'Works shifts.');
    await press(mine, 'Save');
    await sees(mine, 'Two versions of Sunniva Brandt');
    await sees(mine, /Kept without asking[\s\S]*Notes: Works shifts\./);
    await sees(mine, 'Choose one of each pair.');
    await inOrder(mine);
    await mine.setViewport({ width: 390, height: 844, hasTouch: true, isMobile: true });
    // Another kind of device reloads the page: the draft of the form is still there.
    await sees(mine, /Goal/);
    await mine.setViewport({ width: 1280, height: 800 });
    await edit(mine, id);
    await press(mine, 'Save');
    await sees(mine, 'Two versions of');
    // By keys alone: into the pair, to the second of it.
    await mine.focus('[role="radiogroup"] [role="radio"]');
    await mine.keyboard.press('ArrowRight');
    await press(mine, 'Keep what is chosen');
    await sees(mine, /Goal\s+Straddle planche/);
    await sees(mine, 'Works shifts.');
    await sees(mine, 'sunniva@quay.example');
  });
  test('a class under two hands: who was ticked by one and the name given by the other both stand', async () => {
    const page = await hall.coach();
    const id = await page.evaluate(async () => {
      const { token } = (await (await fetch('/api/session')).json()) as { token: string };
      const body = { id: crypto.randomUUID(), name: 'Noon', day: null, minutes: 30, kit: {}, members: [], blocks: [] };
      const headers = { 'content-type': 'application/json', 'x-anchor-token': token };
      await fetch('/api/classes', { method: 'POST', headers, body: JSON.stringify(body) });
      return body.id;
    });
    await page.goto(`${hall.url}/classes/${id}`);
    await sees(page, 'Noon');
    await settled(page);
    const other = await asOwner(hall);
    await other.evaluate(async (classId) => {
      const { token } = (await (await fetch('/api/session')).json()) as { token: string };
      const {
        by: _by,
        changedAt: _at,
        version,
        ...body
      } = (await (await fetch(`/api/classes/${classId}`)).json()) as Record<string, unknown>;
      const headers = {
        'content-type': 'application/json',
        'x-anchor-token': token,
        'if-match': `"${String(version)}"`,
      };
      await fetch(`/api/classes/${classId}`, {
        method: 'PUT',
        headers,
        body: JSON.stringify({ ...body, minutes: 50 }),
      });
    }, id);
    await fill(page, 'Name', 'Noon, late');
    await page.keyboard.press('Tab');
    await sees(page, /changed minutes meanwhile; that is kept too/);
    const stands = await page.evaluate(async (c) => (await fetch(`/api/classes/${c}`)).json() as Promise<object>, id);
    expect(stands).toMatchObject({ name: 'Noon, late', minutes: 50 });
  });
});

describe('who saw what', () => {
  test('is read by an owner, of one person and by one account; a coach is told whose it is', async () => {
    const coach = await hall.coach();
    const id = await personId(coach, 'Teo Lindqvist').catch(() => personId(coach, 'Marit Solheim'));
    await coach.goto(`${hall.url}/people/${id}`);
    await settled(coach);
    const owner = await asOwner(hall);
    await owner.goto(`${hall.url}/studio`);
    await press(owner, 'Who saw what');
    await sees(owner, 'nothing is missing');
    await sees(owner, /read the record/);
    await inOrder(owner);
    await choose(owner, '#trail-act', 'Signed in');
    await sees(owner, /signed in/);
    await seesNot(owner, /read the record/);
    expect(await status(coach, '/trail')).toBe(403);
    await coach.goto(`${hall.url}/trail`);
    await sees(coach, 'It takes an owner.');
  });
});

describe('a person’s way out', () => {
  test('everything in one file, archived, erased by the typed name; a receipt says nothing of them', async () => {
    const page = await asOwner(hall);
    const id = await newPerson(hall, page, 'Nora Ferris');
    expect(await status(page, `/people/${id}/everything.zip`)).toBe(200);
    await seesNot(page, /\bErase\b/);
    await press(page, 'Archive');
    await sees(page, 'Bring back');
    await press(page, 'Erase');
    await sees(page, 'Erase Nora Ferris?');
    const erase = () => page.$$eval('button', (all) => all.find((b) => b.innerText === 'Erase for good')!.disabled);
    await fill(page, 'Type the name: Nora Ferris', 'Nora');
    expect(await erase()).toBe(true);
    await fill(page, 'Type the name: Nora Ferris', 'Nora Ferris');
    expect(await erase()).toBe(false);
    await inOrder(page);
    await press(page, 'Erase for good');
    await sees(page, /Receipt [0-9A-F]{12}/);
    await sees(page, 'overwritten');
    await press(page, 'To the people');
    await sees(page, 'Add a person');
    expect(await status(page, `/people/${id}`)).toBe(404);
    await seesNot(page, /Nora Ferris/);
  });
});

describe('a backup', () => {
  test('is made, checked and restored from the page; the studio closes, opens as it was, and keeps what was beside it', async () => {
    const page = await asOwner(hall);
    await page.goto(`${hall.url}/backups`);
    await sees(page, 'No backup yet');
    await inOrder(page);
    await press(page, 'Make one now');
    await sees(page, 'Everything up to then is safe');
    await press(page, 'Check');
    await sees(page, /Whole: \d+ people, \d+ looks/);
    await choose(page, '#retention-months', '1 year');
    await sees(page, 'Nobody would be erased today.');
    await press(page, 'As it was');
    await newPerson(hall, page, 'After The Backup');
    await page.goto(`${hall.url}/backups`);
    await press(page, 'Restore');
    await sees(page, 'Restore this backup?');
    await fill(page, 'Your password', 'not the one');
    await press(page, 'Close the studio and restore');
    await sees(page, 'is not yours');
    await fill(page, 'Your password', 'tautline-2026');
    await press(page, 'Close the studio and restore');
    // Everybody signs in anew.
    await sees(page, 'Enter the demo');
    const again = await asOwner(hall);
    await again.goto(`${hall.url}/people`);
    await sees(again, 'Marit Solheim');
    await seesNot(again, /After The Backup/);
    await again.goto(`${hall.url}/backups`);
    await sees(again, 'As it was before a restore');
    await again.goto(`${hall.url}/trail`);
    await sees(again, 'restored a backup');
    await sees(again, 'nothing is missing');
    expect(readdirSync('.').filter((name) => name.endsWith('.restore.json'))).toEqual([]);
  });
});

describe('an account', () => {
  test('asks for a code beside the password once one is in use; a device is signed out from another', async () => {
    const page = await asOwner(hall);
    await page.goto(`${hall.url}/account`);
    await sees(page, 'Where you are signed in');
    await press(page, 'Begin');
    await page.waitForSelector('#second-code');
    await inOrder(page);
    const secret = await page.$$eval('.break-all', (all) => all[0]!.textContent.replaceAll(/\s/g, ''));
    const code = (steps = 0): string =>
      new TOTP({ secret: Secret.fromBase32(secret) }).generate({ timestamp: hall.now() + steps * 30_000 });
    await fill(page, 'The code that it shows now', code());
    await press(page, 'Take it into use');
    await page.waitForSelector('[aria-label="Codes for a lost device"]');
    const lost = await page.$$eval('[aria-label="Codes for a lost device"] li', (all) =>
      all.map((li) => li.textContent),
    );
    expect(lost).toHaveLength(10);
    await press(page, 'I have them');
    const other = await hall.page();
    await other.goto(`${hall.url}/sign-in`);
    await other.locator('#email').fill('owner@harbour.example');
    await other.locator('#password').fill('tautline-2026');
    await press(other, 'Sign in');
    await sees(other, 'Now the code from your device.');
    // Asked for, it is typed at once.
    await other.waitForFunction(() => document.activeElement?.id === 'second');
    await other.keyboard.type('000000');
    await press(other, 'Sign in');
    await sees(other, 'The code is not one of now');
    for (const wrong of ['000001', '000002']) {
      await other.locator('#second').fill(wrong);
      await press(other, 'Sign in');
    }
    await sees(other, 'Codes are taken again in 5 minutes');
    await other.locator('#second').fill(lost[0]!);
    await press(other, 'Sign in');
    await other.waitForSelector('::-p-aria(Places)');
    await page.reload();
    await sees(page, 'Sign out there');
    const before = await page.$$eval('button', (all) => all.filter((b) => b.innerText === 'Sign out there').length);
    await press(page, 'Sign out there');
    await page.waitForFunction(
      (n) => [...document.querySelectorAll('button')].filter((b) => b.innerText === 'Sign out there').length === n - 1,
      {},
      before,
    );
    await page.reload();
    await press(page, 'Take it away');
    await page.locator('#second-password').fill('tautline-2026');
    await page.locator('form .btn-stop').click();
    await sees(page, /Whoever learns your password/);
  });
});
