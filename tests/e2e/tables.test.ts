/** Tables and forms as hands use them: put in order, columns chosen, pages turned; what is wrong said at its field. */
import { afterAll, afterEach, beforeAll, describe, expect, test } from '@jest/globals';
import type { Page } from 'puppeteer-core';
import { openHall, type Hall } from '../../tools/harness.js';
import { asOwner, fill, press, sees, seesNot, settled } from './steps.js';

let hall: Hall;
beforeAll(async () => {
  hall = await openHall();
});
afterEach(() => hall.tidy());
afterAll(() => hall?.close());

const column = (page: Page, n: number): Promise<string[]> =>
  page.$$eval('tbody tr', (rows, at) => rows.map((row) => (row.children[at] as HTMLElement).innerText.trim()), n);
const heads = (page: Page): Promise<string[]> =>
  page.$$eval('thead th', (all) => all.map((th) => (th as HTMLElement).innerText.trim()));
/** Presses a head of a column until it is ordered this way. */
async function ordered(page: Page, head: string, way: 'ascending' | 'descending'): Promise<void> {
  await press(page, head);
  await page.waitForFunction(
    (h, w) =>
      [...document.querySelectorAll('thead th')].find((th) => (th as HTMLElement).innerText.trim() === h)?.ariaSort ===
      w,
    {},
    head,
    way,
  );
}

describe('a table', () => {
  test('people by their last look, by the server; a column is left out by keys and stays so', async () => {
    const page = await hall.coach();
    await page.goto(`${hall.url}/people`);
    await settled(page);
    await page.waitForSelector('tbody tr');
    const byName = await column(page, 0);
    expect(byName).toEqual([...byName].sort((a, b) => a.localeCompare(b)));
    // Whoever was never looked at is the longest ago.
    await ordered(page, 'Last look', 'ascending');
    const neverAt = (page: Page, at: number): Promise<unknown> =>
      page.waitForFunction(
        (n) =>
          ([...document.querySelectorAll('tbody tr')].at(n)?.children[2] as HTMLElement)?.innerText.trim() === 'never',
        {},
        at,
      );
    await neverAt(page, 0);
    await ordered(page, 'Last look', 'descending');
    await neverAt(page, -1);

    const button = (await page.waitForSelector('::-p-xpath(//button[contains(., "Columns")])'))!;
    await button.focus();
    await page.keyboard.press('Enter');
    await page.waitForSelector('[role=switch]');
    // Group, last look, here: the third is turned off.
    for (let tab = 0; tab < 3; tab += 1) await page.keyboard.press('Tab');
    await page.keyboard.press('Space');
    await page.waitForFunction(
      () => ![...document.querySelectorAll('thead th')].some((th) => th.textContent?.trim() === 'Here'),
    );
    await page.keyboard.press('Escape');
    await page.waitForSelector('[role=switch]', { hidden: true });
    await page.reload();
    await page.waitForSelector('tbody tr');
    expect(await heads(page)).toEqual(['Name', 'Group', 'Last look', 'Cautions', 'Bench']);
  });
  test('drills are found, turned in pages, put in order and opened', async () => {
    const page = await hall.coach();
    await page.goto(`${hall.url}/library`);
    await page.waitForSelector('tbody tr');
    const first = await column(page, 0);
    expect(first.length).toBe(20);
    await press(page, 'Next');
    await sees(page, /21–40 of \d+/);
    expect(await column(page, 0)).not.toEqual(first);
    await ordered(page, 'Minutes', 'descending');
    const minutes = (await column(page, 2)).map(Number);
    expect(minutes).toEqual([...minutes].sort((a, b) => b - a));
    await page.click('tbody th a');
    await page.waitForFunction(() => new URLSearchParams(location.search).has('id'));
    await sees(page, 'Check yourself:');
  });
  test('an account is opened from its row and changed', async () => {
    const page = await asOwner(hall);
    await page.goto(`${hall.url}/studio`);
    await page.waitForSelector('button[aria-label="Change Casper Vane"]');
    await page.click('button[aria-label="Change Casper Vane"]');
    await press(page, 'Close account');
    await sees(page, 'Open again');
    expect((await column(page, 0)).map((name, i) => [name, i])).toContainEqual(['Casper Vane', 0]);
    expect((await column(page, 3))[0]).toBe('closed');
    await press(page, 'Open again');
    await sees(page, 'Close account');
  });
});

describe('a form, on a phone', () => {
  test('says at the field what is wrong, goes to it, and says it no more when it is mended', async () => {
    const page = await hall.coach();
    await page.setViewport({ width: 390, height: 844, hasTouch: true, isMobile: true });
    await page.goto(`${hall.url}/people`);
    await press(page, 'Add a person');
    await page.waitForSelector('#p-stature');
    await fill(page, 'Height (cm)', '17');
    const add = '::-p-xpath(//*[@role="dialog"]//button[normalize-space(.)="Add"])';
    await (await page.waitForSelector(add))!.tap();
    await sees(page, 'This is missing.');
    await page.waitForFunction(() => document.activeElement?.id === 'p-name');
    await sees(page, /This must be 1\.0–2\.6 m/);
    await fill(page, 'Name', 'Tilda Wren');
    await seesNot(page, /This is missing/);
    await fill(page, 'Height (cm)', '170');
    await seesNot(page, /This must be/);
    await (await page.waitForSelector(add))!.tap();
    await sees(page, '170 cm');
    expect(await page.$eval('h1', (h) => (h as HTMLElement).innerText)).toBe('Tilda Wren');
  });
});
