/** Two pages and two accounts on one device, with the server going and coming: every hold that was kept is with its person, once. */
import { seededRandom } from '../../core/statistics.js';
import { openHall } from '../harness.js';
import { pass } from '../page-clock.js';
import { tally, type Tried } from './server.js';
import type { Page } from 'puppeteer-core';

const press = async (page: Page, text: string): Promise<void> => {
  const target = page.locator(`::-p-xpath(//*[self::button or self::a][contains(normalize-space(.), "${text}")])`);
  const found = await target.waitHandle();
  // What has just appeared under a finger takes no tap yet.
  await page.waitForFunction(() => document.querySelector('[data-fresh]') === null);
  await found.evaluate((el) => el.scrollIntoView({ block: 'center' }));
  await target.click();
};
const sees = (page: Page, text: string): Promise<unknown> =>
  page.waitForFunction((t) => document.body.innerText.includes(t), {}, text);
const seesNot = (page: Page, text: string): Promise<unknown> =>
  page.waitForFunction((t) => !document.body.innerText.includes(t), {}, text);
interface Kept {
  id: string;
  by: string;
}

export async function probeBrowser(rounds: number, seed = 5): Promise<Tried> {
  const found = tally('two pages and two accounts on one device');
  const random = seededRandom(seed);
  const hall = await openHall();
  try {
    const page = await hall.coach();
    const person = await page.evaluate(async () => {
      const { items } = (await (await fetch('/api/people?search=Teo')).json()) as { items: { id: string }[] };
      return items[0]!.id;
    });
    const looks = (): Promise<Kept[]> =>
      page.evaluate(async (p) => {
        const { items } = (await (await fetch(`/api/people/${p}/looks?limit=200`)).json()) as {
          items: { id: string }[];
        };
        const whole = await Promise.all(
          items.map(async (i) => (await (await fetch(`/api/looks/${i.id}`)).json()) as Kept),
        );
        return whole.map(({ id, by }) => ({ id, by }));
      }, person);
    const before = new Set((await looks()).map((l) => l.id));
    const other = await hall.beside(page);
    const wanted: string[] = [];
    for (let round = 0; round < rounds; round += 1) {
      await page.bringToFront();
      await page.goto(`${hall.url}/bench?person=${person}`);
      await sees(page, 'Tap what goes');
      await page.waitForSelector('[data-result-here]');
      const down = random() < 0.6;
      await press(page, 'Start');
      await sees(page, 'line holds');
      let holder = page;
      if (random() < 0.5) {
        // The other page looks on, and takes the clock now and then.
        await other.bringToFront();
        await other.goto(`${hall.url}/bench`);
        await sees(other, 'Another page on this device holds the clock');
        if (random() < 0.5) {
          await press(other, 'Hold it here');
          await seesNot(other, 'Another page on this device holds the clock');
          holder = other;
        }
      }
      await holder.bringToFront();
      await pass(holder, 3 + Math.floor(random() * 20));
      if (down) await hall.kill();
      await press(holder, 'End');
      await press(holder, 'Position lost');
      await press(holder, 'keep it and see');
      await holder.waitForFunction(() => location.pathname.startsWith('/looks/'));
      wanted.push(holder.url().split('/').pop()!);
      if (down && random() < 0.5) {
        await holder.locator('[aria-label^="Account:"]').click();
        await press(holder, 'Sign out');
        await press(holder, 'lock it here until I sign in again');
        await sees(holder, 'Sign in to send');
        await hall.revive();
        await holder.reload();
        await holder.locator('#email').fill('assistant@harbour.example');
        await holder.locator('#password').fill('tautline-2026');
        await press(holder, 'Sign in');
        await sees(holder, 'Casper Vane');
        found.check(
          await holder.evaluate(() => !/waiting|not taken/.test(document.body.innerText)),
          () => `round ${round}: another account sees what waits`,
        );
        await holder.locator('[aria-label^="Account:"]').click();
        await press(holder, 'Sign out');
        await press(holder, 'Enter the demo');
        await sees(holder, 'Jonna Reef');
      } else if (down) await hall.revive();
      await holder.waitForFunction(
        () => !/waiting|not yet sent/.test(document.querySelector('header')?.innerText ?? ''),
      );
    }
    await page.bringToFront();
    await page.goto(`${hall.url}/people/${person}`);
    await sees(page, 'Drills assigned');
    const after = (await looks()).filter((l) => !before.has(l.id));
    for (const id of wanted)
      found.check(
        after.filter((l) => l.id === id && l.by === 'Jonna Reef').length === 1,
        () => `the hold ${id} is not with its person once, by who kept it`,
      );
    found.check(after.length === wanted.length, () => `${after.length} looks for ${wanted.length} holds`);
    found.notes.push(`${wanted.length} holds`);
  } finally {
    await hall.close();
  }
  return found;
}
