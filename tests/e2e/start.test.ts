/** A new studio: from the one-time code to the first result, by thumb; and a hold that was begun with nobody named. */
import { afterAll, afterEach, beforeAll, describe, expect, test } from '@jest/globals';
import type { Page } from 'puppeteer-core';
import type { HistoryItem } from '../../api/observations.js';
import { openHall, type Hall } from '../../tools/harness.js';
import { pass } from '../../tools/page-clock.js';
import { axeFinds, layoutTroubles } from './layout.js';
import { choose, ended, personId, pick, press, sees, seesNot, settled, started } from './steps.js';

const troubles = async (page: Page): Promise<string[]> => [...(await axeFinds(page)), ...(await layoutTroubles(page))];
const looksOf = (page: Page, id: string): Promise<HistoryItem[]> =>
  page.evaluate(
    async (p) => ((await (await fetch(`/api/people/${p}/looks`)).json()) as { items: HistoryItem[] }).items,
    id,
  );

describe('a new studio', () => {
  let hall: Hall;
  beforeAll(async () => {
    hall = await openHall({ empty: true });
  });
  afterAll(() => hall?.close());

  test('owner, hall, a hold to try, the first person, the first result; left and come back to', async () => {
    const page = await hall.page();
    await page.setViewport({ width: 390, height: 844, deviceScaleFactor: 1, hasTouch: true, isMobile: true });
    await page.goto(hall.url);
    await page.locator('#code').fill(/code: (\w+)/.exec(hall.printed())![1]!);
    await page.locator('#name').fill('Ottilie Grand');
    await page.locator('#email').fill('ottilie@hall.example');
    await page.locator('#password').fill('tautline-2026');
    await press(page, 'Make me the owner');
    await sees(page, 'First steps');
    await settled(page);
    expect(await troubles(page)).toEqual([]);
    expect(await page.$$('[data-done]')).toHaveLength(0);
    // The hall: its name is asked for, its zone and units are chosen.
    await page.locator('[data-step="1"] input').fill('Slipway Hall');
    await pick(page, '#units', 'imperial');
    await press(page, 'Keep');
    await page.waitForSelector('[data-step="1"][data-done]');
    // A hold to try, without anybody: nothing of it is kept.
    await press(page, 'Try it on a drawn body');
    await page.waitForSelector('button.btn-main:not(:disabled)');
    await settled(page);
    expect(await troubles(page)).toEqual([]);
    await press(page, 'Start');
    await pass(page, 4);
    await press(page, 'Hips sag');
    await pass(page, 25);
    await sees(page, 'What went in');
    await press(page, 'To the result');
    await sees(page, /clean seconds/);
    await sees(page, /Hips sag[\s\S]*first to go/);
    await sees(page, 'Drills for it');
    expect(await troubles(page)).toEqual([]);
    // Left and come back to: by the floor, whose first button it is while nobody is there.
    await page.goto(`${hall.url}/`);
    await sees(page, 'Nobody is in this studio yet');
    expect(await page.$eval('a.btn-main', (el) => (el as HTMLElement).innerText.trim())).toBe('First steps');
    await page.goto(`${hall.url}/start`);
    await page.waitForSelector('[data-step="1"][data-done]');
    await page.waitForFunction(() => document.querySelector('[data-step="3"][data-done]') === null);
    // The first person, in three fields, in the units that were chosen.
    await press(page, 'Add a person');
    await sees(page, 'Height (inches)');
    await page.locator('#p-name').fill('Tilda Wren');
    await page.locator('#p-stature').fill('66');
    await page.locator('#p-mass').fill('140');
    await page.locator('[role="dialog"] form button.btn-main').click();
    await page.waitForSelector('[data-step="3"][data-done]');
    await press(page, 'Watch a hold');
    await sees(page, 'Tilda Wren');
    await started(page);
    await pass(page, 6);
    await press(page, 'Hips sag');
    await pass(page, 3);
    await ended(page, 'Position lost', 'Low back');
    await sees(page, /6\.0\s+clean seconds/);
    await seesNot(page, /not yet sent/);
    await page.goto(`${hall.url}/start`);
    await page.waitForSelector('[data-step="4"][data-done]');
    await sees(page, 'make a programme to do at home');
    await page.goto(`${hall.url}/`);
    await seesNot(page, /Nobody is in this studio yet/);
  });
});

describe('a hall at work', () => {
  let hall: Hall;
  beforeAll(async () => {
    hall = await openHall();
  });
  afterEach(() => hall.tidy());
  afterAll(() => hall?.close());

  test('a hold of somebody is named afterwards, through a reload, and stands in that person’s history', async () => {
    const page = await hall.coach();
    const id = await personId(page, 'Teo Aldana');
    const before = await looksOf(page, id);
    await page.goto(`${hall.url}/bench`);
    await sees(page, 'Nobody is chosen');
    await settled(page);
    await started(page);
    await pass(page, 9);
    await press(page, 'Hips sag');
    await pass(page, 2);
    await press(page, 'End');
    await press(page, 'Position lost');
    await sees(page, 'Whose hold was it?');
    await sees(page, 'Say whose it was');
    await page.reload();
    await sees(page, 'Whose hold was it?');
    await settled(page);
    expect(await troubles(page)).toEqual([]);
    await choose(page, '#whose', 'Teo Aldana');
    await seesNot(page, /Whose hold was it/);
    await press(page, 'it and see');
    await sees(page, /9\.0\s+clean seconds/);
    await seesNot(page, /not yet sent/);
    const after = await looksOf(page, id);
    expect(after).toHaveLength(before.length + 1);
    expect(after[0]).toMatchObject({ position: 'front-plank', clean: 9 });
  });

  /** Watches five seconds of somebody who is not named. */
  async function watchedNobody(page: Page): Promise<void> {
    await page.goto(`${hall.url}/bench`);
    await sees(page, 'Nobody is chosen');
    await settled(page);
    await started(page);
    await pass(page, 5);
    await press(page, 'End');
    await press(page, 'Stopped by coach');
  }
  test('a hold of somebody new, entered there; or let go, and nothing is kept', async () => {
    const page = await hall.coach();
    await watchedNobody(page);
    await press(page, 'Somebody new');
    await page.locator('#p-name').fill('Wanda Kiel');
    await page.locator('form button.btn-main').click();
    await press(page, 'it and see');
    await sees(page, 'Wanda Kiel');
    await seesNot(page, /not yet sent/);
    expect(await looksOf(page, await personId(page, 'Wanda Kiel'))).toHaveLength(1);
    await watchedNobody(page);
    await press(page, 'Throw this hold away');
    await press(page, 'Throw away');
    await page.waitForFunction(() => !Object.keys(localStorage).some((k) => k.startsWith('anchor.hold.')));
    await sees(page, 'Nobody is chosen');
  });

  test('what was done in passing is taken back where it is said: gone home, and archived', async () => {
    const page = await hall.coach();
    await page.goto(`${hall.url}/`);
    const gone = await page.waitForSelector('button[aria-label$="has gone home"]');
    const name = await gone!.evaluate((el) => el.getAttribute('aria-label')!.replace(' has gone home', ''));
    await gone!.click();
    await sees(page, `${name} has gone home.`);
    await page.waitForFunction(
      (n) => document.querySelector(`button[aria-label="${n} has gone home"]`) === null,
      {},
      name,
    );
    await press(page, 'Undo');
    await page.waitForSelector(`button[aria-label="${name} has gone home"]`);
    const id = await personId(page, 'Marit Solheim');
    await page.goto(`${hall.url}/people/${id}`);
    await press(page, 'Archive');
    await sees(page, 'Marit Solheim is archived.');
    await press(page, 'Undo');
    await sees(page, 'Archive');
    await seesNot(page, /Bring back/);
  });

  test('words are explained beside the keys, found by keyboard', async () => {
    const page = await hall.coach();
    await page.goto(`${hall.url}/library`);
    await settled(page);
    await page.keyboard.type('?');
    await sees(page, 'find a person, a position');
    await page.waitForFunction(() => document.activeElement?.getAttribute('role') === 'tab');
    await page.keyboard.press('ArrowRight');
    await sees(page, 'How long the line held before the first clear fault.');
    expect(await axeFinds(page)).toEqual([]);
    await page.keyboard.press('Escape');
    await page.waitForFunction(() => document.querySelector('[role="dialog"]') === null);
  });
});
