/** A programme by link: opened on a phone without an account, done on the clock, without a network too; taken back; pain. */
import { afterAll, afterEach, beforeAll, describe, expect, test } from '@jest/globals';
import type { Page } from 'puppeteer-core';
import { openHall, type Hall } from '../../tools/harness.js';
import { pass } from '../../tools/page-clock.js';
import { axeFinds, layoutTroubles } from './layout.js';
import { keptHere, personId, pick, press, sees, seesNot, settled, shown } from './steps.js';

let hall: Hall;
beforeAll(async () => {
  hall = await openHall();
});
afterEach(() => hall.tidy());
afterAll(() => hall?.close());

const programmeOf = (page: Page, name: string): Promise<string> =>
  page.evaluate(
    async (n) =>
      ((await (await fetch('/api/programmes')).json()) as { id: string; name: string }[]).find((p) => p.name === n)!.id,
    name,
  );
/** A coach's page at somebody's programme, and the address of a new link to it. */
async function linked(name: string): Promise<{ coach: Page; address: string }> {
  const coach = await hall.coach();
  await coach.goto(`${hall.url}/plans/${await programmeOf(coach, name)}`);
  await press(coach, 'Make a link');
  const field = await coach.waitForSelector('input[aria-label="The link"]');
  return { coach, address: await field!.evaluate((el) => el.value) };
}
async function phone(address: string): Promise<Page> {
  const page = await hall.page();
  await page.setViewport({ width: 390, height: 844, deviceScaleFactor: 1, hasTouch: true, isMobile: true });
  await page.goto(address);
  return page;
}
/** Today's work: the demo's people have some, whatever day it is. */
async function onADay(page: Page): Promise<void> {
  await sees(page, 'Today');
  await page.waitForSelector('[role="radiogroup"]');
}
const seconds = (page: Page): Promise<number> =>
  page.$eval('[role="timer"]', (el) => parseInt((el as HTMLElement).innerText, 10));

describe('a programme by link', () => {
  test('opens on a phone: whose, until when, how each item is done; worked on the clock, said with one tap, read by the coach', async () => {
    const { coach, address } = await linked('Bram Oosterlo');
    const page = await phone(address);
    await sees(page, 'Bram’s programme');
    await sees(page, /From Jonna Reef · week \d of \d · opens until/);
    await seesNot(page, /Oosterlo/);
    await onADay(page);
    await settled(page);
    expect(await axeFinds(page)).toEqual([]);
    expect(await layoutTroubles(page)).toEqual([]);
    await press(page, 'How it is done');
    await sees(page, 'Check yourself');
    const first = await page.$eval('ol li h3', (h) => (h as HTMLElement).innerText.replace(/\s+/g, ' '));
    await press(page, 'Start');
    await sees(page, first);
    await press(page, 'Start');
    await sees(page, 'Get ready');
    expect(await axeFinds(page)).toEqual([]);
    expect(await layoutTroubles(page)).toEqual([]);
    await pass(page, 10.5);
    await sees(page, /Work · set 1/);
    const before = await seconds(page);
    await pass(page, 3);
    await page.waitForFunction(
      (b) => parseInt(document.querySelector<HTMLElement>('[role="timer"]')!.innerText, 10) <= b - 3,
      {},
      before,
    );
    await press(page, 'Pause');
    const stood = await seconds(page);
    await pass(page, 20);
    expect(await seconds(page)).toBe(stood);
    // A reload goes on where it was.
    await page.reload();
    await onADay(page);
    await press(page, 'Start');
    await sees(page, 'Paused');
    expect(await seconds(page)).toBe(stood);
    await press(page, 'Go on');
    await press(page, 'Done');
    await sees(page, 'where was it felt first?');
    await pick(page, '#solo-felt', 'belly');
    await sees(page, 'Get ready');
    await pass(page, 12);
    await press(page, 'Stopped here');
    await page.locator('button[aria-label="Back to the sheet"]').click();
    await page.waitForSelector('[role="radio"][aria-checked="true"]');
    expect(
      await page.$$eval('[role="radio"][aria-checked="true"]', (all) => all.map((r) => (r as HTMLElement).innerText)),
    ).toEqual(['Done', expect.stringMatching(/Partly|Not today/)]);
    await coach.reload();
    await sees(coach, /done \d/i);
    const logs = await coach.evaluate(
      async (id) =>
        (
          (await (await fetch(`/api/programmes/${id}`)).json()) as {
            logs: { by: string | null; felt: string | null; is: string }[];
          }
        ).logs,
      await programmeOf(coach, 'Bram Oosterlo'),
    );
    expect(logs.filter((l) => l.by === null)).toMatchObject([{ is: 'done', felt: 'belly' }, {}]);
  });

  test('without a network it opens again and keeps what was done; with one it is sent', async () => {
    const { coach, address } = await linked('Marit Solheim');
    const page = await phone(address);
    await sees(page, 'Marit’s programme');
    await onADay(page);
    await keptHere(page);
    await hall.kill();
    await page.reload();
    await sees(page, 'Marit’s programme');
    await sees(page, 'No network');
    await onADay(page);
    await page.locator('[role="radio"]:last-child').click();
    await sees(page, /1 kept on this device, sent later/);
    await page.reload();
    await sees(page, /1 kept on this device, sent later/);
    await hall.revive();
    await page.evaluate(() => window.dispatchEvent(new Event('online')));
    await seesNot(page, /kept on this device/);
    const id = await programmeOf(coach, 'Marit Solheim');
    const own = await coach.evaluate(
      async (p) =>
        ((await (await fetch(`/api/programmes/${p}`)).json()) as { logs: { by: string | null }[] }).logs.filter(
          (l) => l.by === null,
        ).length,
      id,
    );
    expect(own).toBe(1);
  });

  test('what was done alone is counted, and its best set moves the dates of the gate', async () => {
    const { coach, address } = await linked('Bram Oosterlo');
    const id = await personId(coach, 'Bram Oosterlo');
    const rung = async (): Promise<string> => {
      await coach.goto(`${hall.url}/ladders?person=${id}&at=hollow/straight`);
      await sees(coach, 'When the gate opens');
      await settled(coach);
      return coach.$eval('article[aria-labelledby="rung"]', (el) =>
        el.innerText.replace(/\s+/g, ' ').replace(/.*When the gate opens/, ''),
      );
    };
    const done = async (): Promise<number> =>
      coach.evaluate(
        async (p) =>
          ((await (await fetch(`/api/programmes/${p}`)).json()) as { adherence: { done: number } }).adherence.done,
        await programmeOf(coach, 'Bram Oosterlo'),
      );
    const [before, worked] = [await rung(), await done()];
    const page = await phone(address);
    await sees(page, 'Bram’s programme');
    await onADay(page);
    await press(page, 'Start');
    await page.waitForSelector('[role="timer"]');
    await press(page, 'Start');
    await sees(page, 'Get ready');
    const item = (): Promise<string> => page.$eval('h1', (h) => (h as HTMLElement).innerText);
    while (!(await item()).startsWith('Hollow hold') || !/Work/.test(await shown(page))) {
      await pass(page, 0.6);
      await page.locator('button[aria-label="Next"]').click();
    }
    await pass(page, 12.5);
    await press(page, 'Stopped here');
    await sees(page, 'Get ready');
    await pass(page, 0.6);
    await press(page, 'Done');
    await page.locator('button[aria-label="Back to the sheet"]').click();
    await sees(page, /stopped at 1\d s/);
    await seesNot(page, /kept on this device/);
    const after = await rung();
    expect(after).toMatch(/\d+ of \d+ sessions are the person’s own word/);
    const dates = (text: string): string => /(Even chance|No |Not |So far)[^.]*\.[^.]*\./.exec(text)?.[0] ?? text;
    expect(dates(after)).not.toBe(dates(before));
    expect(await done()).toBeGreaterThan(worked);
  });

  test('pain stops the day, is told to the coach, and leaves the item alone', async () => {
    const { coach, address } = await linked('Bram Oosterlo');
    const page = await phone(address);
    await sees(page, 'Bram’s programme');
    await onADay(page);
    await press(page, 'Pain, or something odd');
    await sees(page, 'Stop for today.');
    const items = await page.$$eval('ol li h3', (all) =>
      all.map((h) => (h as HTMLElement).innerText.replace(/\s+/g, ' ')),
    );
    const hollow = items.find((i) => i.startsWith('Hollow hold'))!;
    await page.locator('#solo-where').click();
    await page.locator(`::-p-xpath(//li[@role="option"][contains(normalize-space(.), "${hollow}")])`).click();
    await press(page, 'Tell my coach');
    await sees(page, 'leave it out until your coach has asked you about it');
    await coach.goto(
      `${hall.url}/plans/new?person=${await coach.evaluate(async () => ((await (await fetch('/api/people?limit=100')).json()) as { items: { id: string; name: string }[] }).items.find((p) => p.name === 'Bram Oosterlo')!.id)}`,
    );
    await coach.waitForSelector('[data-worked-out="true"]');
    expect(await coach.$('[data-item^="hollow/"]')).toBeNull();
  });

  test('its person removes it from a device: sheet, clock and what waits; the link opens it again', async () => {
    const { address } = await linked('Marit Solheim');
    const page = await phone(address);
    await onADay(page);
    await press(page, 'Start');
    await page.waitForSelector('[role="timer"]');
    const here = (): Promise<string[]> =>
      page.evaluate(() => Object.keys(localStorage).filter((k) => k.startsWith('anchor.solo')));
    await page.reload();
    await onADay(page);
    expect((await here()).some((k) => k.startsWith('anchor.solo-clock'))).toBe(true);
    await press(page, 'Remove from this device');
    await sees(page, 'the link opens it again');
    await press(page, 'Remove it');
    await sees(page, 'Nothing of it is on this device now');
    await page.evaluate(() => window.dispatchEvent(new Event('online')));
    expect(await here()).toEqual([]);
    await page.reload();
    await sees(page, 'Marit’s programme');
  });
  test('taken back it opens nothing, and nothing of it is left on the phone', async () => {
    const { coach, address } = await linked('Sunniva Brandt');
    const page = await phone(address);
    await sees(page, 'Sunniva’s programme');
    await press(coach, 'Take back');
    await page.reload();
    await sees(page, 'This link opens nothing');
    expect(await page.evaluate(() => Object.keys(localStorage).filter((k) => k.startsWith('anchor.solo')))).toEqual([]);
    await page.goto(`${hall.url}/s/0f0f0f0f-0f0f-0f0f-0f0f-0f0f0f0f0f0f`);
    await sees(page, 'This link opens nothing');
    expect(await shown(page)).not.toContain('Sunniva');
  });
});
