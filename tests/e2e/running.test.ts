/** A class that runs: begun from its plan, noted on by thumb and by a clicker, by two devices, without a server, and kept as looks. */
import { afterAll, afterEach, beforeAll, describe, expect, test } from '@jest/globals';
import type { Page } from 'puppeteer-core';
import { openHall, type Hall } from '../../tools/harness.js';
import { pass } from '../../tools/page-clock.js';
import { keptHere, press, sees, seesNot, settled, shown } from './steps.js';

let hall: Hall;
beforeAll(async () => {
  hall = await openHall();
});
afterEach(() => hall.tidy());
afterAll(() => hall?.close());

/** Begins today's class from its plan. */
async function begun(page: Page): Promise<string> {
  await page.goto(`${hall.url}/classes`);
  await press(page, 'Lunchtime, trunk basics');
  await sees(page, /proven best/);
  await settled(page);
  await press(page, 'Run it');
  await sees(page, 'Ready');
  return new URL(page.url()).pathname.split('/')[2]!;
}
const member = (n: number): string => `ul[aria-label="Members"] li:nth-child(${n}) button`;
const told = (page: Page, n: number): Promise<string> =>
  page.$eval(member(n), (el) => el.getAttribute('aria-label') ?? '');
const tells = (page: Page, n: number, what: string): Promise<unknown> =>
  page.waitForFunction(
    (s, w) => document.querySelector(s)?.getAttribute('aria-label')?.includes(w),
    {},
    member(n),
    what,
  );
const pad = 'ul[aria-label="Fault pads"] li:nth-child(1) button';
/** A name, then the first pad. */
async function noted(page: Page, n: number): Promise<void> {
  await page.locator(member(n)).click();
  await page.waitForSelector(`${member(n)}[aria-pressed="true"]`);
  await page.locator(pad).click();
  await page.waitForSelector(`${member(n)}[aria-pressed="false"]`);
}
const seconds = (page: Page): Promise<number> => page.$eval('[role="timer"]', (el) => Number(el.textContent));

describe('a class under way', () => {
  test('from its plan through five notes, a pain, a swap, a reload and a dead server to the records', async () => {
    const page = await hall.coach();
    await begun(page);
    await press(page, 'Start');
    await sees(page, 'Get ready');
    await pass(page, 12);
    await sees(page, /Work · round/);
    for (const n of [1, 2]) await noted(page, n);
    const fault = (await told(page, 1)).split(', ')[1]!;
    await page.reload();
    await sees(page, /Work · round/);
    await tells(page, 2, fault);
    await keptHere(page);
    await hall.kill();
    try {
      // The pad first, the name after; it is kept here.
      await page.locator(pad).click();
      await page.locator(member(3)).click();
      await tells(page, 3, fault);
      await sees(page, /Offline\. \d kept on this device/);
      await page.locator(member(4)).click();
      await press(page, 'Pain');
      await tells(page, 4, 'pain: no more of this today');
      await page.reload();
      await tells(page, 4, 'pain: no more of this today');
    } finally {
      await hall.revive();
    }
    await sees(page, 'Every note is kept.');
    // Through rest and the way to the next block into its first round.
    await pass(page, 78);
    await sees(page, /Front plank\s+Work · round 1 of 3/);
    await page.locator(member(1)).click();
    await press(page, 'Other version');
    await page.waitForSelector('[role="dialog"] li button');
    const wanted = await page.$eval('[role="dialog"] li:last-child button span', (el) =>
      // The version's name; what it takes stands behind it.
      el.textContent.split(' · ')[0]!.trim(),
    );
    await page.locator('[role="dialog"] li:last-child button').click();
    await page.waitForFunction(() => document.querySelector('[role="dialog"]') === null);
    await noted(page, 1);
    await press(page, 'End');
    await press(page, 'End it');
    await sees(page, 'What was noted');
    await sees(page, wanted);
    await sees(page, 'Keep 5 looks');
    // One was none.
    await page.locator('[role="switch"]').click();
    await press(page, 'Keep 4 looks');
    await sees(page, 'Kept: see why');
    await press(page, 'Kept: see why');
    await sees(page, 'in a class');
  });
  test('two devices note one class and see each other’s notes at once; one that is taken back goes from both', async () => {
    const first = await hall.coach();
    const id = await begun(first);
    const second = await hall.beside(first);
    await second.goto(`${hall.url}/runs/${id}`);
    await sees(second, 'Ready');
    // A page that is not seen draws nothing, and takes no click.
    await first.bringToFront();
    await press(first, 'Start');
    await pass(first, 15);
    await pass(second, 15);
    await sees(first, /Work · round/);
    await noted(first, 1);
    const fault = (await told(first, 1)).split(', ')[1]!;
    await second.bringToFront();
    await tells(second, 1, fault);
    await noted(second, 2);
    await first.bringToFront();
    await tells(first, 2, fault);
    await press(first, 'Undo');
    await second.bringToFront();
    await second.waitForFunction(
      (s, w) => !document.querySelector(s)?.getAttribute('aria-label')?.includes(`, ${w}`),
      {},
      member(1),
      fault,
    );
    expect(await told(second, 2)).toContain(fault);
  });
  test('a clicker turns the clock, and what it turned is taken back', async () => {
    const page = await hall.coach();
    await begun(page);
    await page.keyboard.press('Space');
    await sees(page, 'Get ready');
    await page.keyboard.press('PageDown');
    await sees(page, /Work · round/);
    const work = await seconds(page);
    await page.keyboard.press('+');
    await page.waitForFunction(
      (w) => Number(document.querySelector('[role="timer"]')?.textContent) === w + 10,
      {},
      work,
    );
    await pass(page, 5);
    await page.waitForFunction(
      (w) => Number(document.querySelector('[role="timer"]')?.textContent) === w + 5,
      {},
      work,
    );
    await page.keyboard.press('ArrowLeft');
    await page.waitForFunction(
      (w) => Number(document.querySelector('[role="timer"]')?.textContent) === w + 10,
      {},
      work,
    );
    await page.keyboard.press('Space');
    await sees(page, 'Paused');
    await pass(page, 60);
    expect(await seconds(page)).toBe(work + 10);
    await page.keyboard.press('z');
    await sees(page, /Rest|Work/);
    await seesNot(page, /Paused/);
  });
  test('a long press is pain; who left waits for nobody; what is seen in the rest asks for its second', async () => {
    const page = await hall.coach();
    await begun(page);
    await press(page, 'Start');
    await pass(page, 14);
    await sees(page, /Work · round/);
    await page.locator(member(2)).wait();
    const box = (await (await page.$(member(2)))!.boundingBox())!;
    await page.mouse.move(box.x + 20, box.y + 20);
    await page.mouse.down();
    await tells(page, 2, 'pain');
    await page.mouse.up();
    await page.locator(member(3)).click();
    await press(page, 'Left');
    await tells(page, 3, 'not here');
    await page.keyboard.press('PageDown');
    await sees(page, 'Rest');
    await noted(page, 1);
    await press(page, 'End');
    await press(page, 'End it');
    await sees(page, 'at which second?');
    await sees(page, 'One note lacks the second of a fault');
    await sees(page, /Not there, or left: \w+/);
    await page.locator('input[aria-invalid="true"]').fill('9');
    await page.keyboard.press('Tab');
    await sees(page, /9 of \d+ s clean/);
    await seesNot(page, /lacks the second/);
  });
});

describe('the wall', () => {
  test.each([
    [1280, 800],
    [1920, 1080],
  ])('is read from four metres at %i × %i, and shows nothing that is noted', async (width, height) => {
    const page = await hall.coach();
    const id = await begun(page);
    await press(page, 'Start');
    await pass(page, 15);
    await sees(page, /Work · round/);
    await noted(page, 1);
    const fault = (await told(page, 1)).split(', ')[1]!;
    await page.setViewport({ width, height });
    const smallest = (p: Page): Promise<number> =>
      p.$$eval('section[aria-label="For the hall"] *', (all) =>
        Math.min(
          ...all
            .filter(
              (el) =>
                !el.closest('.sr-only') &&
                [...el.childNodes].some((n) => n.nodeType === Node.TEXT_NODE && n.textContent!.trim() !== ''),
            )
            .map((el) => parseFloat(getComputedStyle(el).fontSize)),
        ),
      );
    expect(await smallest(page)).toBeGreaterThanOrEqual(height / 30);
    const wall = await hall.beside(page);
    await wall.setViewport({ width, height });
    await wall.goto(`${hall.url}/runs/${id}/wall`);
    await wall.waitForSelector('[role="timer"]');
    await pass(wall, 15);
    await sees(wall, /Work · round/);
    expect(await smallest(wall)).toBeGreaterThanOrEqual(height / 30);
    expect(await shown(wall)).not.toContain(fault);
    expect(await wall.$$('button')).toEqual([]);
  });
});

test('a screen that nobody is signed in at shows the class by a code, follows its clock, and is shut by the coach', async () => {
  const page = await hall.coach();
  await begun(page);
  await page.locator('button[aria-label="Wall"]').click();
  await press(page, 'A code for another screen');
  await page.waitForFunction(() => /^[A-Z2-9]{6}$/m.test(document.body.innerText));
  const [code] = /^[A-Z2-9]{6}$/m.exec(await shown(page))!;
  await press(page, 'Close');
  const wall = await hall.page();
  await wall.setViewport({ width: 1280, height: 800 });
  await wall.goto(hall.url);
  await press(wall, 'Show a class on this screen');
  await wall.locator('#wall-code').fill('ABCDEF');
  await press(wall, 'Show it');
  await sees(wall, 'A class with this code');
  await wall.locator('#wall-code').fill(code);
  await press(wall, 'Show it');
  await sees(wall, 'Ready');
  await wall.reload();
  await sees(wall, 'Ready');
  // Both devices stand still since they were opened, one after the other: a slow machine opens the second a minute later.
  const [first, second] = await Promise.all([page, wall].map((p) => p.evaluate(() => Date.now())));
  await pass(page, Math.max(0, second! - first!) / 1000);
  await page.bringToFront();
  await press(page, 'Start');
  await sees(page, 'Get ready');
  await keptHere(page);
  await wall.bringToFront();
  await pass(wall, 3);
  await sees(wall, 'Get ready');
  expect(await shown(wall)).not.toMatch(/last:/);
  await page.bringToFront();
  await page.locator('button[aria-label="Wall"]').click();
  await press(page, 'Shut the walls');
  await sees(page, 'Every wall of this class is shut.');
  await wall.bringToFront();
  await pass(wall, 3);
  await sees(wall, 'The coach has shut this wall');
});
