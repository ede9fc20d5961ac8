/** What comes in and goes out: tables looked at before they are kept, letters, a clip by link, a pad under the back. */
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { afterAll, afterEach, beforeAll, describe, expect, test } from '@jest/globals';
import type { ElementHandle, Page } from 'puppeteer-core';
import { openHall, type Hall } from '../../tools/harness.js';
import { pass } from '../../tools/page-clock.js';
import { axeFinds, layoutTroubles } from './layout.js';
import { newPerson, personId, pick, press, sees, seesNot, settled } from './steps.js';

let hall: Hall;
let dir: string;
beforeAll(async () => {
  dir = mkdtempSync(join(tmpdir(), 'records-'));
  hall = await openHall();
});
afterEach(() => hall.tidy());
afterAll(async () => {
  await hall?.close();
  rmSync(dir, { recursive: true, force: true });
});

/** Chooses a file in an input. */
async function give(page: Page, label: string, path: string): Promise<void> {
  const input = (await page.waitForSelector(`input[aria-label="${label}"]`)) as ElementHandle<HTMLInputElement>;
  await input.uploadFile(path);
}
function file(name: string, text: string): string {
  const path = join(dir, name);
  writeFileSync(path, text);
  return path;
}
/** Lets the page's clock go on while a device speaks: it does so by the world's. */
async function ticks(page: Page, seconds: number): Promise<void> {
  for (let i = 0; i < seconds * 5; i += 1) {
    await pass(page, 0.2);
    await new Promise((done) => setTimeout(done, 150));
  }
}
const troubles = async (page: Page): Promise<string[]> => {
  await page.evaluate(() => window.scrollTo(0, 0));
  return [...(await axeFinds(page)), ...(await layoutTroubles(page))];
};

describe('records come in', () => {
  test('a list of people: its problems by row, who is known, kept, taken back', async () => {
    const page = await hall.coach();
    await page.goto(`${hall.url}/people`);
    await press(page, 'Files');
    await press(page, 'Bring records in');
    await sees(page, 'The file');
    await give(page, 'File to bring in', file('bad.csv', 'Full name;Height (cm)\nTorleiv Aas;tall\n;170\n'));
    await sees(page, '2 problems');
    await sees(page, /Row 2, Height \(cm\)/);
    await sees(page, /Row 3, Full name/);
    expect(await troubles(page)).toEqual([]);
    expect(await page.$eval('button.btn-main[disabled]', (b) => (b as HTMLElement).innerText)).toBe('Take it in');
    await give(
      page,
      'File to bring in',
      file('good.csv', 'Full name;Height (cm)\nTorleiv Aas;181\nMarit Solheim;172\n'),
    );
    await sees(page, /adds 1 person, leaves 1 as it is/);
    await pick(page, '#import-known', 'leave');
    await page.waitForSelector('button.btn-main:not([disabled])');
    // By thumb and in the dark as well.
    await page.setViewport({ width: 390, height: 844 });
    await page.emulateMediaFeatures([{ name: 'prefers-color-scheme', value: 'dark' }]);
    expect(await troubles(page)).toEqual([]);
    await page.setViewport({ width: 1280, height: 800 });
    await page.emulateMediaFeatures([]);
    await press(page, 'Take it in');
    await sees(page, 'It is in: it adds 1 person.');
    expect(await personId(page, 'Torleiv Aas')).toBeTruthy();
    await press(page, 'Take it back');
    await page.locator('.btn-stop').click();
    await sees(page, 'Taken back');
    expect(
      await page.evaluate(async () => (await (await fetch('/api/people?search=Torleiv')).json()) as object),
    ).toMatchObject({
      total: 0,
    });
  });

  test('sets of one person: the day is asked about, the history has them', async () => {
    const page = await hall.coach();
    const id = await newPerson(hall, page, 'Vidar Nesje');
    await page.goto(`${hall.url}/people/${id}`);
    await press(page, 'Files');
    await press(page, 'Bring sets or looks in');
    await sees(page, 'Whose sets or looks');
    await give(
      page,
      'File to bring in',
      file('sets.csv', 'Date,Exercise,Seconds,Clean,Fault\n3/4/2026,Front plank,40,21,hips sag\n'),
    );
    await sees(page, 'can be read two ways');
    await pick(page, '#import-dates', 'day-first');
    await sees(page, /adds 1 set/);
    await press(page, 'Take it in');
    await sees(page, 'It is in');
    await page.goto(`${hall.url}/people/${id}`);
    await sees(page, /21\.0 s/);
    await sees(page, 'Hips sag');
  });
});

describe('letters', () => {
  test('the record is sent, and lies in the outbox as it left; the address is kept', async () => {
    const page = await hall.coach();
    const id = await newPerson(hall, page, 'Ragna Tveit');
    await page.goto(`${hall.url}/people/${id}`);
    await press(page, 'Send the record');
    await sees(page, 'Record for Ragna Tveit');
    await page.type('#letter-to', 'ragna@post.example');
    await page.type('#letter-note', 'As you asked.');
    expect(await axeFinds(page)).toEqual([]);
    await page.locator('form button.btn-main').click();
    await sees(page, 'Written to ragna@post.example');
    await press(page, 'Read it');
    await sees(page, 'Mail is simulated');
    await sees(page, 'As you asked.');
    await sees(page, /record\.pdf \(\d+ kB\)/);
    await page.goto(`${hall.url}/people/${id}`);
    await press(page, 'Send the record');
    await page.waitForFunction(
      () => document.querySelector<HTMLInputElement>('#letter-to')?.value === 'ragna@post.example',
    );
    await page.keyboard.press('Escape');
    // On a phone the menu of files lies within the screen.
    await page.setViewport({ width: 390, height: 844 });
    await press(page, 'Files');
    const menu = await (await page.waitForSelector('[role="menu"]'))!.boundingBox();
    expect(menu!.x).toBeGreaterThanOrEqual(0);
    expect(menu!.x + menu!.width).toBeLessThanOrEqual(390);
    expect(await axeFinds(page)).toEqual([]);
    await page.keyboard.press('Escape');
    await page.setViewport({ width: 1280, height: 800 });
    await press(page, 'Send the record');
    // What is typed and left is a draft.
    await page.type('#letter-note', 'Once more.');
    await page.waitForSelector('[data-draft="kept"]');
    await page.goto(`${hall.url}/people/${id}`);
    await page.waitForFunction(
      () => document.querySelector<HTMLTextAreaElement>('#letter-note')?.value === 'Once more.',
    );
  });
});

describe('a clip by link', () => {
  test('is sent from a phone with permission stated, waits in the inbox, and is looked at', async () => {
    const coach = await hall.coach();
    const programme = await coach.evaluate(
      async () =>
        ((await (await fetch('/api/programmes')).json()) as { id: string; name: string }[]).find(
          (p) => p.name === 'Bram Oosterlo',
        )!.id,
    );
    await coach.goto(`${hall.url}/plans/${programme}`);
    await press(coach, 'Make a link');
    const address = await (await coach.waitForSelector('input[aria-label="The link"]'))!.evaluate((el) => el.value);
    const phone = await hall.page();
    await phone.setViewport({ width: 390, height: 844, deviceScaleFactor: 1, hasTouch: true, isMobile: true });
    await phone.goto(address);
    await sees(phone, 'A clip or a picture for Jonna Reef');
    await give(phone, 'Clip or picture to send', resolve('tools/demo-clip.webm'));
    await sees(phone, 'What to look at');
    await phone.type('#solo-note', 'the last seconds');
    await phone.type('#solo-by', 'Bram Oosterlo');
    await phone
      .locator('#solo-send ~ form input[type="checkbox"], section[aria-labelledby="solo-send"] input[type="checkbox"]')
      .click();
    await settled(phone);
    expect(await axeFinds(phone)).toEqual([]);
    expect(await layoutTroubles(phone)).toEqual([]);
    await press(phone, 'Send it');
    await phone.waitForFunction(() => document.body.innerText.includes('It is with Jonna Reef now.'), {
      timeout: 60_000,
    });

    await coach.goto(`${hall.url}/inbox`);
    await sees(coach, 'the last seconds');
    await sees(coach, /sent in by link/);
    await coach.evaluate(() => {
      const row = [...document.querySelectorAll('li')].find((li) => li.innerText.includes('the last seconds'))!;
      [...row.querySelectorAll('a')].find((a) => a.innerText.trim() === 'Look')!.click();
    });
    await coach.waitForSelector('[data-clip="read"]', { timeout: 120_000 });
    expect(await coach.$eval('#person, input[role="combobox"]', (el) => (el as HTMLInputElement).value)).toBe(
      'Bram Oosterlo',
    );
  });
});

describe('a pad under the back', () => {
  test('says live what is kept, and the look keeps its series and the gap that it tells', async () => {
    const page = await hall.coach();
    const id = await newPerson(hall, page, 'Liv Haugen');
    await page.goto(`${hall.url}/bench?person=${id}&position=dead-bug&rung=opposite`);
    await settled(page);
    await pick(page, '#pad', 'hand');
    await press(page, 'Start');
    await ticks(page, 2);
    await sees(page, 'kept');
    // By keyboard: the slider goes down to nothing.
    await page.focus('input[aria-label="Pressure on the pad"]');
    await page.keyboard.press('Home');
    await ticks(page, 2);
    await sees(page, 'gone');
    await press(page, 'End');
    await sees(page, /Kept \d\.\d s \(± 2 s\), then slipping, gone at/);
    await sees(page, 'a gap for a flat hand');
    await press(page, 'Stopped by coach');
    await press(page, 'Not asked; keep it and see');
    await sees(page, 'Pressure under the low back.');
    // It is with the server a moment after its page is there.
    const kept = await page.waitForFunction(async () => {
      const answer = await fetch(`/api/looks/${location.pathname.split('/').at(-1)!}`);
      return answer.ok && ((await answer.json()) as { pad: [number, number][]; observation: { evidence: object } });
    });
    const look = (await kept.jsonValue()) as { pad: [number, number][]; observation: { evidence: object } };
    expect(look.pad.length).toBeGreaterThan(20);
    expect(look.observation.evidence).toMatchObject({ 'back-gap': 'flat-hand' });
    // A position that is not on the back has none.
    await page.goto(`${hall.url}/bench?person=${id}&position=front-plank&rung=forearm`);
    await sees(page, 'Tap what goes');
    await seesNot(page, /Pressure pad/);
  });
});
