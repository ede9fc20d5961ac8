/** Classes planned: from a template, changed, worked out, set by hand, printed without its controls. */
import { afterAll, afterEach, beforeAll, describe, expect, test } from '@jest/globals';
import type { Page } from 'puppeteer-core';
import { openHall, type Hall } from '../../tools/harness.js';
import { choose, press, sees, settled, shown } from './steps.js';

let hall: Hall;
beforeAll(async () => {
  hall = await openHall();
}, 60000);
afterEach(() => hall.tidy());
afterAll(() => hall?.close());

const kept = (page: Page): Promise<void> => sees(page, 'Every change is kept.');

describe('a class', () => {
  test('of a template, with a group: who does what is worked out, changed, undone, and there again after a reload', async () => {
    const page = await hall.coach();
    await page.goto(`${hall.url}/classes`);
    await press(page, 'Trunk basics, half an hour');
    await sees(page, 'A template has no names.');
    await press(page, 'A class of it today');
    await sees(page, 'Add members and blocks');
    await choose(page, '#class-group', 'Lunch class');
    await sees(page, /gain \d+\.\d\d \(proven best\)/);
    await kept(page);
    const gain = async (): Promise<string> => /gain (\d+\.\d\d)/.exec(await shown(page))![1]!;
    const before = await gain();
    await sees(page, 'Whom to watch');
    await press(page, 'Add a block');
    await page.waitForFunction((g) => !document.body.innerText.includes(`gain ${g}`), {}, before);
    await kept(page);
    await press(page, 'Undo');
    await page.waitForFunction((g) => document.body.innerText.includes(`gain ${g}`), {}, before);
    await kept(page);
    await page.reload();
    await page.waitForFunction((g) => document.body.innerText.includes(`gain ${g}`), {}, before);
  });
  test('a version is set by hand and let go; without a box nobody is given one', async () => {
    const page = await hall.coach();
    await page.goto(`${hall.url}/classes`);
    await press(page, 'Lunchtime, trunk basics');
    await sees(page, /proven best/);
    const cells = 'button[aria-label*="Front plank:"]';
    await page.locator(cells).click();
    await page.waitForSelector('[role="dialog"] li button');
    const options = await page.$$eval('[role="dialog"] li button', (all) => all.map((b) => b.innerText));
    expect(options.length).toBeGreaterThan(1);
    // The second best is worth less, and stands below.
    const worth = options.map((o) => Number(/(\d\.\d\d)$/.exec(o.trim())![1]));
    expect(worth).toEqual([...worth].sort((a, b) => b - a));
    await page.locator('[role="dialog"] li:last-child button').click();
    await sees(page, 'set by hand');
    await sees(page, /less than without what was set by hand/);
    await kept(page);
    await page.locator('button[aria-label*="Front plank:"]').click();
    await press(page, 'Let the plan choose');
    await page.waitForFunction(() => !document.body.innerText.includes('less than without'));
    await kept(page);
    const box = (await page.$$('section[aria-labelledby="class-kit"] input'))[0]!;
    await box.click({ count: 3 });
    await page.keyboard.type('0');
    await page.keyboard.press('Tab');
    await kept(page);
    await page.waitForFunction(() => !/· box|^box$/m.test(document.querySelector('table')!.innerText));
  });
  test('is printed as a sheet: the plan and whom to watch, without the controls', async () => {
    const page = await hall.coach();
    await page.goto(`${hall.url}/classes`);
    await press(page, 'Lunchtime, trunk basics');
    await sees(page, /proven best/);
    await settled(page);
    await page.emulateMediaType('print');
    const visible = await page.$$eval(
      'button, input, nav',
      (all) => all.filter((el) => el.offsetParent !== null && !el.closest('table')).length,
    );
    expect(visible).toBe(0);
    expect(await shown(page)).toMatch(/Lunchtime, trunk basics[\s\S]*Who does what[\s\S]*Whom to watch/);
  });
  test('is taken away and put back', async () => {
    const page = await hall.coach();
    await page.goto(`${hall.url}/classes`);
    await sees(page, 'Hollow and arch');
    await page.locator('::-p-aria(Take Hollow and arch away)').click();
    await sees(page, '“Hollow and arch” is taken away.');
    await press(page, 'Undo');
    await page.waitForSelector('::-p-aria(Take Hollow and arch away)');
  });
});
