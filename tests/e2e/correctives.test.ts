import { afterAll, afterEach, beforeAll, describe, expect, test } from '@jest/globals';
import { catalog } from '../../core/catalog/shipped.js';
import { assignableRecord } from '../../core/prescribe/assignable.js';
import type { Page } from 'puppeteer-core';
import { openHall, type Hall } from '../../tools/harness.js';
import { axeFinds, layoutTroubles } from './layout.js';
import { asOwner, choose, lookOf, personId, pick, press, sees, seesNot, settled, shown } from './steps.js';

let hall: Hall;
beforeAll(async () => {
  hall = await openHall();
});
afterEach(() => hall.tidy());
afterAll(() => hall?.close());

/** The drills that a look page proposes, by name. */
const drillsOn = (page: Page): Promise<string[]> =>
  page.$$eval('section[aria-labelledby="drills"] li h3', (all) => all.map((h) => h.textContent.trim()));

describe('look → why → test → mend → correctives → sheet', () => {
  test('one after another, and what was assigned stands with the person', async () => {
    const page = await hall.coach();
    const look = await lookOf(page, 'Ruben Tjaden', (l) => l.clean !== null && l.top !== null);
    await page.goto(`${hall.url}/looks/${look}`);
    await sees(page, 'Next best test');
    await sees(page, 'clean seconds');
    const before = await shown(page);
    await press(page, 'Positive');
    await page.waitForFunction((b) => document.body.innerText !== b, {}, before);
    await press(page, 'Did not');
    await sees(page, 'Step 2 of');
    await press(page, 'Helped');
    await sees(page, 'That one helped');
    await sees(page, 'Drills for it');
    const proposed = await drillsOn(page);
    expect(proposed.length).toBeGreaterThanOrEqual(2);
    await page.locator(`::-p-aria(${proposed[1]} up)`).click();
    await page.waitForFunction(
      (first) => document.querySelector('section[aria-labelledby="drills"] li h3')?.textContent.trim() === first,
      {},
      proposed[1]!,
    );
    await press(page, 'Assign these drills');
    await page.locator('#a-note').fill('Before the noon tide.');
    await page.locator('form button.btn-main').click();
    await sees(page, 'Assigned, version 1');
    const href = await page.$eval('a[href*="sheet.pdf"]', (a) => a.getAttribute('href')!);
    const sheet = await page.evaluate(async (h) => {
      const answer = await fetch(h);
      const bytes = new Uint8Array(await answer.arrayBuffer());
      return {
        type: answer.headers.get('content-type'),
        start: String.fromCharCode(...bytes.slice(0, 5)),
        size: bytes.length,
      };
    }, href);
    expect(sheet).toMatchObject({ type: 'application/pdf', start: '%PDF-' });
    expect(sheet.size).toBeGreaterThan(10000);
    await page.goto(`${hall.url}/people/${await personId(page, 'Ruben Tjaden')}`);
    await sees(page, /Drills assigned[\s\S]*version 1[\s\S]*Look again/);
    expect((await shown(page)).indexOf(proposed[1]!)).toBeLessThan((await shown(page)).indexOf(proposed[0]!));
    // Changed where it is assigned: the next version, from today.
    await press(page, 'Change');
    await sees(page, 'It becomes version 2 from today.');
    await page.locator(`::-p-aria(Take ${proposed[0]} out)`).click();
    expect(await axeFinds(page)).toEqual([]);
    expect(await layoutTroubles(page)).toEqual([]);
    await press(page, 'Keep as version 2');
    await sees(page, /Drills assigned[\s\S]*version 2, from/);
    await sees(page, /Before: 1/);
    await page.waitForFunction(
      (name) => !document.querySelector('section[aria-labelledby="assigned"] ol')?.textContent.includes(name),
      {},
      proposed[0]!,
    );
  });

  test('a caution given, and the table edited by the owner, change the warnings of what is open', async () => {
    const page = await hall.coach();
    const id = await personId(page, 'Marit Solheim');
    const person = `${hall.url}/people/${id}`;
    // Of what stands on the sheet one that the caution leaves out, and one that it does not.
    const given = await page.evaluate(
      async (p) =>
        (
          (await (await fetch(`/api/people/${p}/prescriptions`)).json()) as { items: { drill: string }[] }[]
        )[0]!.items.map((i) => i.drill),
      id,
    );
    const records = given.map((d) => assignableRecord(catalog, d));
    const out = records.find((d) => d.excludedBy.includes('pregnancy'))!.name;
    const free = records.find((d) => !d.excludedBy.includes('pregnancy'))!.name;
    await page.goto(person);
    await sees(page, out);
    await seesNot(page, /is excluded by the caution/);
    await page.locator('::-p-xpath(//section[@aria-labelledby="cautions"]//button[contains(., "Add")])').click();
    await pick(page, '#c-which', 'pregnancy');
    await page.locator('section[aria-labelledby="cautions"] form button.btn-main').click();
    // Kept, not only asked for: who leaves before that leaves a draft.
    await page.waitForFunction(() => !document.querySelector('section[aria-labelledby="cautions"] form'));
    await page.goto(person);
    await sees(page, `${out} is excluded by the caution “pregnancy and after birth”`);
    await seesNot(page, new RegExp(`${free} is excluded`));
    const own = await asOwner(hall);
    await own.goto(`${hall.url}/studio`);
    await own
      .locator(
        '::-p-xpath(//h3[normalize-space(.)="Pregnancy and after birth"]/ancestor::li//button[contains(., "Open")])',
      )
      .click();
    await press(own, 'Change it');
    await choose(own, '#e-exclude', `Drill: ${free}`);
    await press(own, 'Leave out');
    await press(own, 'Left out with it');
    await own.locator(`::-p-aria(Allow Drill: ${out})`).click();
    await press(own, 'Keep the change');
    await sees(own, 'Changed here by Halla Mooring');
    await page.goto(person);
    await sees(page, `${free} is excluded by the caution “pregnancy and after birth”`);
    await seesNot(page, new RegExp(`${out} is excluded`));
    await press(own, 'Restore the shipped one');
    await press(own, 'Restore it');
    await sees(own, 'The shipped version is back');
    await page.goto(person);
    await sees(page, `${out} is excluded by the caution “pregnancy and after birth”`);
  });

  test('stop signs: a yes takes the drills off the look, a clear asking brings them back', async () => {
    const page = await hall.coach();
    const id = await personId(page, 'Bram Oosterlo');
    const look = await lookOf(page, 'Bram Oosterlo', (l) => l.clean !== null && l.top !== null);
    const answerAll = async (yes: number): Promise<void> => {
      await page.goto(`${hall.url}/people/${id}`);
      await press(page, 'Ask now');
      await page.waitForSelector('[role=radiogroup]');
      await page.$$eval(
        '[role=radiogroup]',
        (groups, n) => groups.forEach((g, i) => g.querySelectorAll<HTMLElement>('button')[i < n ? 1 : 0]!.click()),
        yes,
      );
      await page.locator('section[aria-labelledby="signs"] button.btn-main').click();
      await sees(page, 'Last asked');
    };
    await answerAll(1);
    await sees(page, 'Ask a licensed professional');
    await page.goto(`${hall.url}/looks/${look}`);
    await sees(page, 'licensed professional before training goes on');
    await settled(page);
    expect(await drillsOn(page)).toEqual([]);
    await answerAll(0);
    await page.goto(`${hall.url}/looks/${look}`);
    await sees(page, 'Assign these drills');
    expect((await drillsOn(page)).length).toBeGreaterThan(0);
  });
});

describe('screens', () => {
  test('reps counted by keys and taps, undone, kept, and laid beside the last one', async () => {
    const page = await hall.coach();
    const id = await personId(page, 'Marit Solheim');
    await page.goto(`${hall.url}/screen?person=${id}`);
    await sees(page, 'Tap what this rep shows');
    for (let i = 0; i < 4; i += 1) {
      if (i < 3) await press(page, 'Knee goes in');
      await press(page, 'Rep done');
    }
    await sees(page, 'in 3 of 4');
    await page.locator('::-p-aria(Take the last rep back)').click();
    await sees(page, 'in 3 of 3');
    await press(page, 'Rep done');
    await press(page, 'From the side');
    for (let i = 0; i < 4; i += 1) await press(page, 'Rep done');
    await page.locator('#t-knee-to-wall').fill('6');
    await press(page, 'Keep it and see');
    await sees(page, /beside the screen of/);
    await sees(page, /Knee goes in[\s\S]*3 of 4/);
    await page.goto(`${hall.url}/people/${id}`);
    await sees(page, /Movement screens[\s\S]*Knee goes in/);
  });
});

describe('the library is the studio’s own', () => {
  test('a shipped drill is changed, its record of changes read, and the shipped one restored', async () => {
    const page = await hall.coach();
    await page.goto(`${hall.url}/library?kind=drills&id=bridge`);
    await sees(page, 'Two counts at the top');
    await press(page, 'Change it');
    await page.locator('#e-name').fill('');
    await page.locator('#e-name').fill('Bridge by the slipway');
    await press(page, 'Keep the change');
    await sees(page, 'Changed here by Jonna Reef');
    await sees(page, 'Who changed what');
    await page.reload();
    await sees(page, 'Bridge by the slipway');
    await press(page, 'Who changed what');
    await sees(page, 'Jonna Reef: kept a version');
    await press(page, 'Restore the shipped one');
    await press(page, 'Restore it');
    await sees(page, 'The shipped version is back');
    expect(await shown(page)).not.toContain('Bridge by the slipway');
  });
  test('how often a test errs and a cause is there is changed with its meaning beside it, and restored', async () => {
    const page = await hall.coach();
    await page.goto(`${hall.url}/library?kind=tests&id=knees-in`);
    await sees(page, /Positive in \d+ of 100 people with/);
    await press(page, 'Change it');
    await sees(page, 'Must be less than the figure above.');
    await page.locator('#test-base').fill('');
    await page.locator('#test-base').fill('99');
    await page.keyboard.press('Tab');
    await press(page, 'Keep the change');
    await sees(page, /must be likelier than the base/);
    await page.locator('#test-base').fill('');
    await page.locator('#test-base').fill('7');
    await page.keyboard.press('Tab');
    await press(page, 'Keep the change');
    await sees(page, /in 7 of 100 with none of its causes/);
    await press(page, 'Restore the shipped one');
    await press(page, 'Restore it');
    await sees(page, 'The shipped version is back');
    await page.goto(`${hall.url}/library?kind=causes&id=lever`);
    await press(page, 'Change it');
    await sees(page, 'There before anything is known, of 100');
  });
  test('a copy is a drill of its own, found by search, and taken away again', async () => {
    const page = await hall.coach();
    await page.goto(`${hall.url}/library?kind=drills&id=dead-bug-legs`);
    await sees(page, 'Dead bug, legs only');
    await press(page, 'Copy to change');
    await page.locator('#e-name').fill('');
    await page.locator('#e-name').fill('Dead bug on the net loft floor');
    await press(page, 'Keep the copy');
    await sees(page, /Dead bug on the net loft floor[\s\S]*The studio’s own by Jonna Reef/);
    await page.goto(`${hall.url}/library?kind=drills`);
    await page.locator('input[type=search]').fill('net loft');
    await sees(page, '1 found');
    await press(page, 'Dead bug on the net loft floor');
    await press(page, 'Take “Dead bug on the net loft floor” away');
    await sees(page, 'Nothing uses it.');
    await press(page, 'Take it away');
    await sees(page, '“Dead bug on the net loft floor” is taken away.');
    await press(page, 'Undo');
    await sees(page, 'The studio’s own by Jonna Reef');
    await press(page, 'Take “Dead bug on the net loft floor” away');
    await press(page, 'Take it away');
    await sees(page, 'is taken away.');
    await page.goto(`${hall.url}/library?kind=drills`);
    await page.locator('input[type=search]').fill('net loft');
    await sees(page, '0 found');
  });
});
