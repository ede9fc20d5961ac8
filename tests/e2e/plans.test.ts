/** Programmes: worked out, changed by mouse, keyboard and in the table, kept in versions, logged, made anew; drafts and two devices. */
import { afterAll, afterEach, beforeAll, describe, expect, test } from '@jest/globals';
import type { ElementHandle, Page } from 'puppeteer-core';
import { openHall, type Hall } from '../../tools/harness.js';
import { choose, fill, personId, pick, press, sees, settled } from './steps.js';

let hall: Hall;
beforeAll(async () => {
  hall = await openHall();
});
afterEach(() => hall.tidy());
afterAll(() => hall?.close());

const itemsOn = (page: Page, day: string): Promise<string[]> =>
  page.$$eval(`[data-day="${day}"] [data-item]`, (all) => all.map((li) => (li as HTMLElement).dataset.item!));
const boxOf = async (page: Page, selector: string): Promise<{ x: number; y: number }> => {
  const element = (await page.waitForSelector(selector)) as ElementHandle<HTMLElement>;
  return (await element.boundingBox())!;
};
/** Until what was changed has been worked out. */
const workedOut = (page: Page): Promise<unknown> => page.waitForSelector('[data-worked-out="true"]');
const atVersion = (page: Page, version: number): Promise<unknown> =>
  page.waitForFunction(
    (v) => document.querySelector('section[aria-labelledby="plan-versions"] li b')?.textContent === String(v),
    {},
    version,
  );
/** A new programme of somebody, opened. */
async function begun(page: Page, name: string): Promise<void> {
  await page.goto(`${hall.url}/plans/new?person=${await personId(page, name)}`);
  await workedOut(page);
}
/** What the menu of an item says. */
async function menu(page: Page, day: string, item: string, says: string): Promise<void> {
  await page.locator(`[data-day="${day}"] [data-item="${item}"] button[aria-haspopup="menu"]`).click();
  await page.locator(`::-p-xpath(//*[@role="menuitem"][contains(normalize-space(.), "${says}")])`).click();
}

describe('a programme', () => {
  test('is worked out, an item is dragged to another day and stays there, undone, kept, and there after a reload', async () => {
    const page = await hall.coach();
    await begun(page, 'Ingeborg Quist');
    await settled(page);
    const [first] = await itemsOn(page, 'mon');
    await menu(page, 'wed', first!, 'Take it off this day');
    await page.waitForFunction(
      (i) => document.querySelector(`[data-day="wed"] [data-item="${i}"]`) === null,
      {},
      first!,
    );
    await workedOut(page);
    const from = await boxOf(page, `[data-day="mon"] [data-item="${first}"] .grip`);
    const to = await boxOf(page, '[data-day="wed"] ul');
    await page.mouse.move(from.x + 8, from.y + 20);
    await page.mouse.down();
    await page.mouse.move(from.x + 60, from.y + 24, { steps: 4 });
    await page.mouse.move(to.x + 40, to.y + 40, { steps: 12 });
    await page.mouse.up();
    await page.waitForFunction(
      (i) => document.querySelector(`[data-day="wed"] [data-item="${i}"]`)?.textContent?.includes('pinned here'),
      {},
      first!,
    );
    expect(await itemsOn(page, 'mon')).not.toContain(first);
    await press(page, 'Undo');
    await page.waitForFunction(
      (i) => document.querySelector(`[data-day="mon"] [data-item="${i}"]`) !== null,
      {},
      first!,
    );
    await menu(page, 'mon', first!, 'Move to Wednesday');
    await page.waitForFunction(
      (i) => document.querySelector(`[data-day="wed"] [data-item="${i}"]`) !== null,
      {},
      first!,
    );
    await workedOut(page);
    const before = await itemsOn(page, 'wed');
    await press(page, 'Keep');
    await atVersion(page, 1);
    await page.reload();
    await workedOut(page);
    expect(await itemsOn(page, 'wed')).toEqual(before);
    await page.goto(`${hall.url}/plans`);
    await sees(page, 'Ingeborg Quist');
  });

  test('its numbers are changed in the table, an item is swapped, added, left out everywhere and let in again', async () => {
    const page = await hall.coach();
    await begun(page, 'Nils Farrow');
    const [first, second] = await itemsOn(page, 'mon');
    await menu(page, 'mon', first!, 'Swap it');
    await pick(page, '#plan-other', 'side-plank/knees');
    await page.locator('[role="dialog"] .btn-main').click();
    await page.waitForSelector('[data-day="mon"] [data-item="side-plank/knees"]');
    await workedOut(page);
    await menu(page, 'mon', second!, 'Leave it out everywhere');
    await page.waitForFunction((i) => document.querySelector(`[data-item="${i}"]`) === null, {}, second!);
    await workedOut(page);
    await press(page, 'let it in again');
    await workedOut(page);
    await press(page, 'Table');
    await page.locator('input[aria-label^="Sets of Side plank"]').fill('2');
    await page.keyboard.press('Tab');
    await sees(page, /1 with numbers of your own/);
    await workedOut(page);
    await press(page, 'Board');
    await page.waitForFunction(() =>
      document.querySelector('[data-day="mon"] [data-item="side-plank/knees"]')?.textContent?.includes('2 ×'),
    );
    await page.locator('button[aria-label="Add to Friday"]').click();
    await pick(page, '#plan-other', 'wall-plank');
    await page.locator('[role="dialog"] .btn-main').click();
    await page.waitForSelector('[data-day="fri"] [data-item="wall-plank"]');
    // More minutes than there are: what is pinned last waits, and it is said.
    await fill(page, 'Minutes a day', '5');
    await page.keyboard.press('Tab');
    await sees(page, 'takes more minutes than there are');
  });

  test('what was done is said on its days and counted; a look makes it anew and says what changes', async () => {
    const page = await hall.coach();
    await page.goto(`${hall.url}/plans`);
    await press(page, 'Bram Oosterlo');
    await workedOut(page);
    await sees(page, /done \d+(\.\d)? of \d+ sets/i);
    const share = async (): Promise<number> =>
      Number(/sets,\s*(\d+)/.exec(await page.$eval('h1 + p', (p) => (p as HTMLElement).innerText))![1]);
    const before = await share();
    await page.locator('[role="radio"]').click();
    await page.waitForSelector('button[aria-label^="All of"]');
    for (const day of await page.$$('button[aria-label^="All of"]')) {
      await day.evaluate((el) => el.scrollIntoView({ block: 'center' }));
      await day.click();
    }
    await page.waitForFunction(() =>
      [...document.querySelectorAll('[data-item]')].every((li) => li.querySelector('.tag')?.textContent === 'done'),
    );
    await page.waitForFunction(
      (b) => Number(/sets,\s*(\d+)/.exec(document.querySelector<HTMLElement>('h1 + p')!.innerText)![1]) > b,
      {},
      before,
    );
    const after = await share();
    expect(after).toBeGreaterThan(before);
    await page.reload();
    await workedOut(page);
    expect(await share()).toBe(after);
    await press(page, 'Make anew');
    await workedOut(page);
    // Past days stay: the week that is over offers no change.
    await page.locator('[role="radio"]').click();
    await page.waitForFunction(() => document.querySelector('ol[aria-label="Week 1"]') !== null);
    expect(await page.$('[data-day] .grip')).toBeNull();
  });

  test('half made it is a draft that is there again; what a second device kept first is not gone over', async () => {
    const page = await hall.coach();
    await begun(page, 'Gwen Applegarth');
    await press(page, 'Keep');
    await atVersion(page, 1);
    const address = page.url();
    const other = await hall.coach();
    await other.goto(address);
    await workedOut(other);
    // The first changes and goes away.
    await page.locator('button[aria-label="Tuesday"]').click();
    await page.waitForSelector('[data-day="tue"]');
    await workedOut(page);
    await press(page, 'All programmes');
    await sees(page, 'kept on this device as a draft');
    // The second keeps a change meanwhile.
    await other.locator('button[aria-label="Saturday"]').click();
    await other.waitForSelector('[data-day="sat"]');
    await workedOut(other);
    await press(other, 'Keep as a new version');
    await atVersion(other, 2);
    await page.goto(address);
    await sees(page, /Your draft of .* is here again/);
    await page.waitForSelector('[data-day="tue"]');
    await workedOut(page);
    await press(page, 'Keep as a new version');
    await sees(page, 'Two versions of the programme');
    await sees(page, /Days[\s\S]*Yours[\s\S]*tue[\s\S]*sat/);
    await press(page, 'Go back to the page');
    await sees(page, 'What you entered is still here');
    await press(page, 'Begin anew');
    await page.waitForSelector('[data-day="sat"]');
    expect(await page.$('[data-day="tue"]')).toBeNull();
  });

  test('the same for a group: everybody has a programme of their own', async () => {
    const page = await hall.coach();
    await page.goto(`${hall.url}/plans`);
    await press(page, 'Marit Solheim');
    await workedOut(page);
    await press(page, 'For a group');
    await choose(page, '#plan-group', 'Climbing squad');
    await press(page, 'Give it to them');
    await page.waitForFunction(
      () =>
        document.querySelectorAll('ul[aria-label="Given to"] li').length > 1 &&
        !document.body.innerText.includes('Working …'),
    );
    const given = await page.$$eval('ul[aria-label="Given to"] li', (all) => all.map((li) => li.innerText));
    expect(given.filter((g) => g.includes('has one now')).length).toBeGreaterThan(1);
    await press(page, 'Close');
    await press(page, 'All programmes');
    for (const says of given.filter((g) => g.includes('has one now'))) await sees(page, says.split(' has one')[0]!);
  });
});
