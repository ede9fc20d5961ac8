/** Classes planned: from a template, changed, worked out, set by hand, printed without its controls. */
import { afterAll, afterEach, beforeAll, describe, expect, test } from '@jest/globals';
import type { Page } from 'puppeteer-core';
import { openHall, type Hall } from '../../tools/harness.js';
import { choose, press, sees, settled, shown } from './steps.js';

let hall: Hall;
beforeAll(async () => {
  hall = await openHall();
});
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
  test('a block is paced by breaths, stepped down, and dragged above another; cards and the sheet follow', async () => {
    const page = await hall.coach();
    await page.goto(`${hall.url}/classes`);
    await press(page, 'Lunchtime, trunk basics');
    await sees(page, /proven best/);
    const [, id] = await page.$$eval('[id^="pace-"]', (all) => all.map((el) => el.id.replace('pace-', '')));
    await choose(page, `#pace-${id}`, 'Breaths');
    await sees(page, /3 × 5 breaths, 4 s in and 6 s out, 20 s rest/);
    await page.locator('button[aria-label^="More of block 2"]').click();
    const field = (label: string) => `::-p-xpath(//li[.//*[@id="move-${id}"]]//label[contains(., "${label}")]/input)`;
    await page.locator(field('Easier version from second')).fill('30');
    await page.keyboard.press('Tab');
    await sees(page, /5 breaths, 4 s in and 6 s out, 20 s rest, easier from 30 s/);
    await sees(page, /then On the knees|then Hands on a raised surface/);
    await kept(page);
    const first = (): Promise<string> =>
      page.$eval('#move-warm, ol li:first-child input', (el) => (el as HTMLInputElement).value);
    const before = await first();
    await page.evaluate(() => scrollTo(0, 0));
    const [grip, above] = await page.$$eval('.grip', (all) =>
      [all[1]!, all[0]!].map((g) => {
        const box = g.getBoundingClientRect();
        return { x: box.left + box.width / 2, y: box.top + box.height / 2 };
      }),
    );
    await page.mouse.move(grip!.x, grip!.y);
    await page.mouse.down();
    for (let share = 0.1; share <= 1.01; share += 0.1)
      await page.mouse.move(grip!.x, grip!.y + share * (above!.y - 20 - grip!.y));
    await page.mouse.up();
    await page.waitForFunction(
      (was) => (document.querySelector('ol li:first-child input') as HTMLInputElement).value !== was,
      {},
      before,
    );
    await kept(page);
    const cards = await page.$eval('a[href$="cards.pdf"]', async (a) => (await fetch(a.href)).status);
    expect(cards).toBe(200);
    await press(page, 'Undo');
    await page.waitForFunction(
      (was) => (document.querySelector('ol li:first-child input') as HTMLInputElement).value === was,
      {},
      before,
    );
  });
});

test('a group over weeks: from the roster to its change, who is due, and its files', async () => {
  const page = await hall.coach();
  await page.goto(`${hall.url}/people`);
  await choose(page, '#group', 'Rescue-boat crew');
  await press(page, 'The group over weeks');
  await sees(page, 'Clean seconds over 8 weeks');
  await sees(page, /The mean of \d+ members|It takes 3 members/);
  const counts = (): Promise<string[]> =>
    page.$$eval('ol[aria-label*="by weeks"] li', (all) => all.map((li) => li.ariaLabel!));
  expect(await counts()).toHaveLength(8);
  await choose(page, '#weeks', '4 weeks');
  await sees(page, 'Clean seconds over 4 weeks');
  expect(await counts()).toHaveLength(4);
  const files = await page.$$eval('a[download]', (all) =>
    Promise.all(all.map(async (a) => [a.textContent.trim(), (await fetch(a.href)).status] as const)),
  );
  expect(files).toEqual([
    ['Table', 200],
    ['Workbook', 200],
  ]);
  await page.locator('section[aria-labelledby="group-members"] tbody a').click();
  await sees(page, 'Takeover index');
});
