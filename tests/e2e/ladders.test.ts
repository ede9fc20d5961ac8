import { afterAll, afterEach, beforeAll, describe, expect, test } from '@jest/globals';
import type { Page } from 'puppeteer-core';
import { openHall, type Hall } from '../../tools/harness.js';
import { choicesOf, choose, lookOf, personId, pick, press, sees, settled, shown } from './steps.js';

let hall: Hall;
beforeAll(async () => {
  hall = await openHall();
});
afterEach(() => hall.tidy());
afterAll(() => hall?.close());

/** The load that the calculator shows, N·m. */
const load = async (page: Page): Promise<number> => Number(/(\d+) N·m/.exec(await shown(page))![1]);
const versus = async (page: Page): Promise<number> =>
  Number(/([\d.]+) of this version as it is/.exec(await shown(page))![1]);

describe('the lever calculator', () => {
  test('by keyboard: a slider moves the figure and the figures; back to what it was', async () => {
    const page = await hall.coach();
    await page.goto(`${hall.url}/lever?person=${await personId(page, 'Marit Solheim')}&at=front-plank/straight-arm`);
    await sees(page, 'of today’s “Forearms”');
    const before = await load(page);
    await page.focus('#k-handHeight');
    for (let i = 0; i < 40; i += 1) await page.keyboard.press('ArrowRight');
    await sees(page, /Hands raised\s+40 cm/);
    expect(await load(page)).toBeLessThan(before * 0.85);
    await page.focus('#k-elbowAhead');
    for (let i = 0; i < 20; i += 1) await page.keyboard.press('ArrowRight');
    const ahead = await load(page);
    await press(page, 'As it is');
    await sees(page, '1.00 of this version as it is');
    expect(await load(page)).toBe(before);
    expect(ahead).not.toBe(before);
  });
  test('by hand: dragging the elbow forward makes it heavier', async () => {
    const page = await hall.coach();
    await page.goto(`${hall.url}/lever?at=front-plank/forearm`);
    await sees(page, '1.00 of this version as it is');
    const box = (await (await page.waitForSelector('[data-grip="elbowAhead"]'))!.boundingBox())!;
    await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
    await page.mouse.down();
    await page.mouse.move(box.x + box.width / 2 + 50, box.y + box.height / 2, { steps: 5 });
    await page.mouse.up();
    expect(await versus(page)).toBeGreaterThan(1.1);
  });
  test('find the step: words, centimetres, and the figure takes it', async () => {
    const page = await hall.coach();
    await page.goto(`${hall.url}/lever?person=${await personId(page, 'Marit Solheim')}&at=front-plank/forearm`);
    await sees(page, 'of today’s “Forearms”');
    await press(page, 'Find');
    await sees(page, /Elbows .*hand-width.* ahead of the shoulders \(\d+ cm\)/);
    await page.locator('ul[aria-label="Steps"] button').click();
    await sees(page, '1.15 of today’s “Forearms”');
    await page.locator('#wanted').fill('3');
    await press(page, 'Find');
    await sees(page, 'No setting of this version gives that load');
  });
  test('a setting is kept as a version of the hall’s own, stands on the ladder, and is taken away', async () => {
    const page = await hall.coach();
    await page.goto(`${hall.url}/lever?at=front-plank/forearm`);
    await page.waitForSelector('#k-elbowAhead');
    await page.focus('#k-elbowAhead');
    for (let i = 0; i < 6; i += 1) await page.keyboard.press('ArrowRight');
    await press(page, 'Keep this as a version');
    await page.locator('#o-name').fill('Forearms, a thumb ahead');
    await page.locator('section[aria-labelledby="own"] form button.btn-main').click();
    await page.waitForFunction(() => location.search.includes('forearms-a-thumb-ahead'));
    await choose(page, '#v-rung', 'Forearms, a thumb ahead');
    await press(page, 'Take “Forearms, a thumb ahead” away');
    await press(page, 'Take it away');
    await page.waitForFunction(() => !location.search.includes('thumb'));
    expect((await choicesOf(page, '#v-rung')).filter((id) => id.includes('thumb'))).toEqual([]);
  });
});

describe('ladders', () => {
  test('a proposal is accepted on the look, shows on the ladder, and is taken back', async () => {
    const page = await hall.coach();
    const look = await lookOf(page, 'Nils Farrow', (l) => l.clean !== null);
    await page.goto(`${hall.url}/looks/${look}`);
    await sees(page, /Next step\s+rule 3/);
    await press(page, 'Accept');
    await sees(page, 'Accepted by Jonna Reef');
    await press(page, 'On the ladder');
    await sees(page, /Straight legs, arms beside\s+\d+ N·m · here/);
    await sees(page, /Decided[\s\S]*accepted, Hollow hold, Straight legs/);
    await page.goto(`${hall.url}/looks/${look}`);
    await press(page, 'Take it back');
    await sees(page, 'Decline');
  });
  test('the ladder shows where somebody stands, what is missing and how heavy each version is; keys climb it', async () => {
    const page = await hall.coach();
    await page.goto(`${hall.url}/ladders?person=${await personId(page, 'Marit Solheim')}`);
    await page.waitForSelector('section[aria-label="Front plank, hardest first"] [data-place="front-plank/forearm"]');
    const rung = (place: string): Promise<string> =>
      page.$eval(`[data-place="${place}"]`, (el) => el.closest('li')!.innerText.replace(/\s+/g, ' '));
    expect(await rung('front-plank/forearm')).toMatch(/80 N·m · here .*40 s, best 32\.5 s last \d+ [A-Z][a-z]{2}/);
    expect(await rung('front-plank/long-lever')).toMatch(/first ○ Forearms ○ Squeezed/);
    expect(
      await page.$$eval('section[aria-label="Front plank, hardest first"] svg[aria-label^="Gate"]', (all) =>
        all.map((el) => el.getAttribute('aria-label')),
      ),
    ).toContain('Gate worked on');
    // The version that somebody stands on is in view.
    expect(
      await page.$eval('[data-place="front-plank/forearm"]', (el) => {
        const [row, pane] = [el.getBoundingClientRect(), el.closest('section')!.getBoundingClientRect()];
        return row.top >= pane.top && row.bottom <= pane.bottom;
      }),
    ).toBe(true);
    await page.focus('[data-place="front-plank/forearm"]');
    await page.keyboard.press('ArrowUp');
    await page.waitForSelector('[data-place="front-plank/elbows-ahead"][aria-pressed="true"]');
    await page.keyboard.press('ArrowDown');
    await page.keyboard.press('ArrowDown');
    await page.waitForSelector('[data-place="front-plank/knees"][aria-pressed="true"]');
  });
  test('on paper it says whose it is and of which day, without what only a screen answers; so does a drill alone', async () => {
    const page = await hall.coach();
    await page.goto(`${hall.url}/ladders?person=${await personId(page, 'Marit Solheim')}`);
    await sees(page, 'here');
    await settled(page);
    await page.emulateMediaType('print');
    expect(await shown(page)).toMatch(/^\s*Marit Solheim\s+Front plank, \d+ [A-Z][a-z]+ 20\d\d/);
    const controls = (): Promise<number> =>
      page.$$eval(
        'input, [role="combobox"], [aria-haspopup]',
        (all) => all.filter((el) => el.checkVisibility()).length,
      );
    expect(await controls()).toBe(0);
    await page.emulateMediaType('screen');
    await page.goto(`${hall.url}/library?kind=drills&id=bridge`);
    await sees(page, 'On the back, heels a foot from the seat.');
    await settled(page);
    await page.emulateMediaType('print');
    expect(await shown(page)).not.toContain('Flattening breath');
    expect(await controls()).toBe(0);
    const paper = Buffer.from(await page.pdf({ format: 'A4' })).toString('latin1');
    expect(paper.match(/\/Type \/Page\b/g)).toHaveLength(1);
    await page.goto(`${hall.url}/library?kind=drills`);
    await sees(page, 'Flattening breath');
  });
  test('all ladders are a map that fits, is drawn nearer, and finds a version', async () => {
    const page = await hall.coach();
    await page.goto(`${hall.url}/ladders?person=${await personId(page, 'Marit Solheim')}`);
    await sees(page, 'All ladders');
    await page.locator('label ::-p-xpath(self::*//input[@type="checkbox"])').click();
    const pane = await page.waitForSelector('[data-map]');
    const fits = (): Promise<boolean> =>
      pane!.evaluate((el) => el.scrollWidth <= el.clientWidth + 1 && el.scrollHeight <= el.clientHeight + 1);
    await page.waitForFunction(() => document.querySelectorAll('[data-map] [data-place]').length > 80);
    expect(await fits()).toBe(true);
    await page.locator('button[aria-label="Nearer"]').click();
    await page.waitForFunction(() => {
      const el = document.querySelector('[data-map]')!;
      return el.scrollWidth > el.clientWidth;
    });
    await pick(page, '#map-find', 'dragon-flag/full');
    await page.waitForSelector('[data-place="dragon-flag/full"][aria-pressed="true"]');
    expect(
      await page.$eval('[data-place="dragon-flag/full"]', (el) => {
        const [node, box] = [el.getBoundingClientRect(), el.closest('[data-map]')!.getBoundingClientRect()];
        return node.left >= box.left && node.right <= box.right && node.top >= box.top && node.bottom <= box.bottom;
      }),
    ).toBe(true);
    await press(page, 'All of it');
    expect(await fits()).toBe(true);
  });
  test('declined with a reason, changed to another version', async () => {
    const page = await hall.coach();
    await page.goto(`${hall.url}/ladders?person=${await personId(page, 'Marit Solheim')}`);
    await sees(page, /Next step\s+rule 6/);
    await press(page, 'Decline');
    await page.locator('#st-why').fill('a night call-out yesterday');
    await page.locator('section[aria-labelledby="next-step"] form button.btn-main').click();
    await sees(page, 'Declined by Jonna Reef');
    await sees(page, 'a night call-out yesterday');
    await press(page, 'Take it back');
    await sees(page, 'Accept');
    await press(page, 'Change');
    await choose(page, '#st-to', 'On the knees, forearms');
    await page.locator('#st-why').fill('one easy week');
    await page.locator('section[aria-labelledby="next-step"] form button.btn-main').click();
    await sees(page, /Changed by Jonna Reef.*On the knees, forearms/);
    await sees(page, /On the knees, forearms\s+\d+ N·m · here/);
    await press(page, 'Take it back');
  });
  test('a gate that is shut says what is missing; the forecast says when, or that it cannot say', async () => {
    const page = await hall.coach();
    const id = await personId(page, 'Marit Solheim');
    await page.goto(`${hall.url}/ladders?person=${id}&at=front-plank/forearm`);
    await sees(page, /Missing:\s+\d+ s more, 40 s clean/);
    await sees(
      page,
      /Even chance from .* four in five from|if it goes on rising as it did, from .* if it levels off, not/,
    );
    await page.goto(`${hall.url}/ladders?person=${id}&at=front-plank/long-lever`);
    await sees(page, 'Not held yet');
    await sees(page, /asks for a forearm plank, three times 20 s/);
    expect(await shown(page)).not.toContain('Next step');
  });
  test('a gate between ladders is changed for the hall, taken out of force, and put back', async () => {
    const page = await hall.coach();
    await page.goto(`${hall.url}/ladders?person=${await personId(page, 'Marit Solheim')}&at=front-plank/minus-one`);
    await sees(page, 'asks for a forearm plank of 40 s');
    await page.locator('::-p-aria(Change the gate: a forearm plank of 40 s)').click();
    await page.locator('input[id^="g-s-"]').fill('30');
    await press(page, 'Keep the gate');
    await sees(page, '✓ asks for front plank, forearms, 30 s clean');
    await press(page, 'Restore the shipped gate');
    await sees(page, '○ asks for a forearm plank of 40 s');
    await page.locator('::-p-aria(Change the gate: a forearm plank of 40 s)').click();
    await page.locator('form input[type=checkbox]').click();
    await press(page, 'Keep the gate');
    await sees(page, 'Out of force here');
    await press(page, 'Put it back');
    await sees(page, '○ asks for a forearm plank of 40 s');
  });
  test('the way to a skill: the narrowest gate first, and a tap leads to it', async () => {
    const page = await hall.coach();
    await page.goto(`${hall.url}/ladders?person=${await personId(page, 'Bram Oosterlo')}`);
    await page.waitForSelector('#goal');
    await pick(page, '#goal', 'dragon-flag');
    await press(page, 'Add');
    await sees(page, /Dragon flag[\s\S]*Next to work on:/);
    await page.locator('::-p-xpath(//button[contains(., "Hollow hold, Arms overhead")])').click();
    await page.waitForFunction(
      () => location.search.includes('hollow/overhead') || location.search.includes('hollow%2Foverhead'),
    );
    await page.locator('::-p-aria(Drop Dragon flag)').click();
    await page.waitForFunction(() => !/Dragon flag\s+Drop/.test(document.body.innerText));
  });
  test('the arrow keys climb; all ladders are drawn with their gates', async () => {
    const page = await hall.coach();
    await page.goto(`${hall.url}/ladders?person=${await personId(page, 'Bram Oosterlo')}&at=hollow/straight`);
    await page.waitForSelector('[data-place="hollow/straight"]');
    await page.focus('[data-place="hollow/straight"]');
    await page.keyboard.press('ArrowUp');
    await sees(page, 'Both legs long, arms overhead by the ears');
    await page.locator('input[type=checkbox]').click();
    await page.waitForSelector('[data-place="carry/overhead"]');
    expect(await page.$$eval('[data-place]', (all) => all.length)).toBeGreaterThan(80);
  });
});
