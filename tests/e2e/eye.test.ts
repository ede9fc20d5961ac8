/** A coach's own eye: the round of practice, the placing check, and a second eye on a colleague's picture. */
import { afterAll, afterEach, beforeAll, describe, expect, test } from '@jest/globals';
import type { Page } from 'puppeteer-core';
import type { Deal } from '../../api/eye.js';
import { catalog } from '../../core/catalog/shipped.js';
import { pictureOf, truthOfHold, truthOfPicture } from '../../core/eye/deal.js';
import type { HoldItem, PictureItem } from '../../core/formats/eye.js';
import { nobody } from '../../core/person/circumstance.js';
import { openHall, type Hall } from '../../tools/harness.js';
import { pass } from '../../tools/page-clock.js';
import { stepsOf } from '../../web/views/eye/placed.js';
import { asOwner, choose, clickPoint, lookOf, press, sees, seesNot, settled, shown } from './steps.js';

let hall: Hall;
beforeAll(async () => {
  hall = await openHall();
});
afterEach(() => hall.tidy());
afterAll(() => hall?.close());

const eyePage = async (page: Page): Promise<void> => {
  await page.goto(`${hall.url}/eye`);
  await sees(page, 'Fault by fault');
  await settled(page);
};
/** The round that the page shows. */
async function dealOn(page: Page): Promise<Deal> {
  await page.waitForFunction(() => location.pathname.startsWith('/eye/rounds/'));
  return page.evaluate(
    async () => (await (await fetch(`/api/eye/deals/${location.pathname.split('/').pop()}`)).json()) as never,
  );
}
const padOf = (fault: string): string => catalog.faults.find((f) => f.id === fault)!.pad;
/** Starts a hold, taps every break so late, and lets it end. */
async function watched(page: Page, item: HoldItem, late: number): Promise<void> {
  const { breaks } = truthOfHold(item, catalog, nobody());
  await page.waitForSelector('section[aria-label="Simulated hold"] button.btn-main:not([disabled])');
  await press(page, 'Start');
  let t = 0;
  for (const b of breaks) {
    const at = Math.min(b.t + late, item.seconds - 0.2);
    await pass(page, at - t);
    t = at;
    await press(page, padOf(b.fault));
  }
  await pass(page, item.seconds - t + 0.5);
  await sees(page, 'What went in');
}

describe('your eye', () => {
  test('a round of holds: one position and fault chosen, tapped, left and come back to, and what it came to', async () => {
    const page = await hall.coach();
    await eyePage(page);
    await choose(page, '#eye-family', 'Front plank');
    await choose(page, '#eye-fault', 'Hips sag');
    await press(page, 'Three minutes of holds');
    const { dealt } = await dealOn(page);
    const items = dealt.items as HoldItem[];
    for (const item of items) {
      expect(item.family).toBe('front-plank');
      for (const f of item.faults) expect(f.fault).toBe('hip-sag');
    }
    let there = 0;
    for (const [i, item] of items.entries()) {
      if (i === 2) {
        // The battery was flat: what was tapped so far is here again.
        await page.waitForFunction(() => !document.querySelector('[role="status"]')?.textContent?.includes('…'));
        await page.waitForSelector('[data-draft="kept"]');
        await page.reload();
        await sees(page, `3 of ${items.length}`);
        await sees(page, /Your draft of/);
      }
      await watched(page, item, 0.5);
      const went = truthOfHold(item, catalog, nobody()).breaks.length > 0;
      if (went) there += 1;
      await sees(page, went ? /Hips sag went at \d+\.\d s[^:]*: seen, 0\.5 s late/ : 'Nothing went.');
      await press(page, i === items.length - 1 ? 'To the round’s result' : 'Next hold');
    }
    await sees(page, 'What it came to');
    await sees(page, new RegExp(`Faults seen\\s+${there} of ${there}`));
    // A round that was answered shows what it came to, whenever it is opened again.
    await page.reload();
    await sees(page, new RegExp(`Faults seen\\s+${there} of ${there}`));
    await press(page, 'To your eye');
    await sees(page, 'Fault by fault');
  });
  test('pictures by eye: named, read, said how sure; what was there is told, and counted', async () => {
    const page = await hall.coach();
    await eyePage(page);
    await press(page, 'Ten pictures');
    const { dealt } = await dealOn(page);
    for (const [i, item] of (dealt.items as PictureItem[]).entries()) {
      const { there } = truthOfPicture(item, catalog, nobody());
      await sees(page, `${i + 1} of ${dealt.items.length}`);
      const pads = await page.$$eval('ul[aria-labelledby="what-stands-out"] button', (all) =>
        all.map((b) => b.innerText),
      );
      for (const fault of there) if (pads.includes(padOf(fault))) await press(page, padOf(fault));
      await press(page, 'Sure');
      await press(page, 'See what was there');
      await sees(page, /Right\./);
      if (i === 1) {
        // What was told cannot be answered anew.
        await page.waitForSelector('[data-draft="kept"]');
        await page.reload();
        await sees(page, /Your draft of[\s\S]*What was there[\s\S]*Right\./);
      }
      await press(page, i === dealt.items.length - 1 ? 'To the round’s result' : 'Next picture');
    }
    await sees(page, 'What it came to');
    await press(page, 'To your eye');
    await sees(page, /Sure\s+\d+ % \(\d+ to \d+\)/);
  });
  test('the placing check: five pictures twice, then its error and date stand on the bench; let go, they are gone', async () => {
    const page = await hall.coach();
    await eyePage(page);
    await press(page, 'Do the check again');
    const { dealt } = await dealOn(page);
    const items = dealt.items as PictureItem[];
    for (const [step, i] of stepsOf(items.length).entries()) {
      await sees(page, `${step + 1} of ${2 * items.length}`);
      const { points } = pictureOf(items[i]!, catalog);
      await clickPoint(page, /Click the shoulder/, points.shoulder!);
      await clickPoint(page, /Now the ankle/, points.ankle!);
      await sees(page, /2 of 9 placed/);
      await press(page, 'The rest fits');
      await sees(page, /9 of 9 placed/);
      if (step === 0) {
        await page.waitForSelector('[data-draft="kept"]');
        await page.reload();
        await sees(page, /Your draft of[\s\S]*9 of 9 placed/);
      }
      await press(page, step === 2 * items.length - 1 ? 'To the result' : 'Next picture');
    }
    await sees(page, /over all points, on a body of average height/);
    const [, told] = /(± \d+\.\d cm) over all points/.exec((await shown(page)).replace(/\s+/g, ' '))!;
    await page.goto(`${hall.url}/bench`);
    await settled(page);
    await press(page, 'Use a picture');
    await press(page, 'Simulated camera');
    await press(page, 'Take this picture');
    await sees(page, `Points ${told}`);
    await sees(page, 'as you placed them on');
    await eyePage(page);
    await page.$$eval('details', (all) => all.forEach((d) => (d.open = true)));
    await page.locator('::-p-xpath(//li[contains(., "Placing check")][1]//button)').click();
    await page.waitForFunction((t) => !document.body.innerText.includes(t), {}, `${told}\n`);
  });
});

describe('two eyes', () => {
  test('a colleague’s picture is judged blind, both judgements stand side by side, and the studio sees where eyes differ', async () => {
    const coach = await hall.coach();
    const look = await lookOf(coach, 'Marit Solheim', (l) => l.mediaId !== null);
    const owner = await asOwner(hall);
    await eyePage(owner);
    await owner.locator(`a[href="/eye/blind/${look}"]`).click();
    await sees(owner, 'A second eye');
    const said = await shown(owner);
    // Nothing that was seen in it is told.
    expect(said).not.toMatch(/Body line|sag/i);
    await clickPoint(owner, /Click the shoulder/, [820, 385]);
    await clickPoint(owner, /Now the ankle/, [250, 420]);
    await press(owner, 'The rest fits');
    // The battery was flat: what was laid is here again.
    await owner.waitForSelector('[data-draft="kept"]');
    await owner.reload();
    await sees(owner, /Your draft of/);
    await press(owner, 'Keep it and compare');
    await sees(owner, 'judged the same picture blind');
    await sees(owner, /Body line\s+−?\d+\.\d° ± \d+\.\d°\s+−?\d+\.\d° ± \d+\.\d°\s+(agree|differ)/);
    await eyePage(owner);
    await owner.waitForFunction(
      (href) => document.querySelector(`a[href="${href}"]`) === null,
      {},
      `/eye/blind/${look}`,
    );
    await owner.goto(`${hall.url}/studio`);
    await sees(owner, /Halla Mooring and Jonna Reef/);
    await sees(owner, /Agree .* over \d+ things both judged/);
    await coach.goto(`${hall.url}/looks/${look}`);
    await sees(coach, 'Halla Mooring judged the same picture blind');
    await coach.goto(`${hall.url}/studio`);
    await settled(coach);
    await seesNot(coach, /things both judged/);
  });
  test('a round that a colleague played is played after them', async () => {
    const coach = await hall.coach();
    await eyePage(coach);
    await press(coach, 'Three minutes of holds');
    const { dealt } = await dealOn(coach);
    for (const [i, item] of (dealt.items as HoldItem[]).entries()) {
      await watched(coach, item, 0.4);
      await press(coach, i === dealt.items.length - 1 ? 'To the round’s result' : 'Next hold');
    }
    await sees(coach, 'What it came to');
    const owner = await asOwner(hall);
    await eyePage(owner);
    await press(owner, 'Holds that Jonna Reef played on');
    expect((await dealOn(owner)).dealt).toEqual(dealt);
  });
});
