/** What the interface tests do more than once, in a coach's words. */
import type { Page } from 'puppeteer-core';
import type { HistoryItem } from '../../api/observations.js';
import type { Hall } from '../../tools/harness.js';
import { bodyOf } from '../../core/body/anthropometry.js';
import { DEFAULT_CAMERA, simulatePicture, withFaults, type PoseFaults } from '../../core/body/simulate.js';
import { rungOf } from '../../core/catalog/index.js';
import { catalog } from '../../core/catalog/shipped.js';
import type { Point } from '../../core/geometry.js';
import type { Landmarks } from '../../core/landmarks.js';

/** How often a page is asked whether it shows what is waited for, ms: at every frame, asking costs more than the page itself. */
const ASKED = { polling: 50 };

/** Presses the first button, link or summary with a text. It is brought to the middle first: the header covers what lies under it. */
export async function press(page: Page, text: string): Promise<void> {
  const target = page.locator(
    `::-p-xpath(//*[self::button or self::a or self::summary][contains(normalize-space(.), "${text}")])`,
  );
  const found = await target.waitHandle();
  // What has just appeared under a finger takes no tap yet.
  await page.waitForFunction(() => document.querySelector('[data-fresh]') === null, ASKED);
  await found.evaluate((el) => el.scrollIntoView({ block: 'center' }));
  await target.click();
}

/** Waits until the page shows a text. */
export async function sees(page: Page, text: string | RegExp): Promise<void> {
  const [source, flags] =
    typeof text === 'string' ? [text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&'), ''] : [text.source, text.flags];
  await page
    .waitForFunction((s, f) => new RegExp(s, f).test(document.body.innerText), ASKED, source, flags)
    .catch(async () => {
      throw new Error(
        `the page does not show ${String(text)}; it shows:\n${await page.evaluate(() => document.body.innerText)}`,
      );
    });
}
/** Starts the clock of a hold. */
export async function started(page: Page): Promise<void> {
  await press(page, 'Start');
  await sees(page, 'line holds');
}
/** Ends a hold, answers why it ended and what else is asked, and keeps it. The button's first words tell whether all was answered. */
export async function ended(page: Page, ...answers: string[]): Promise<void> {
  for (const answer of ['End', ...answers, 'it and see']) await press(page, answer);
}
/** Waits until the page has its data and its letters, and nothing is being read. */
export async function settled(page: Page): Promise<void> {
  await page.waitForFunction(
    () =>
      document.readyState === 'complete' &&
      document.fonts.status === 'loaded' &&
      document.querySelector('h1') !== null &&
      document.querySelector('main')?.getAttribute('aria-busy') === 'false' &&
      !/Fetching …/.test(document.body.innerText),
    ASKED,
  );
}
/** Waits until the page shows no text like this. */
export async function seesNot(page: Page, text: RegExp): Promise<void> {
  await page.waitForFunction((s, f) => !new RegExp(s, f).test(document.body.innerText), ASKED, text.source, text.flags);
}
export const shown = (page: Page): Promise<string> => page.evaluate(() => document.body.innerText);

/** Waits until the interface is kept on this device. */
export const keptHere = (page: Page): Promise<unknown> =>
  page.evaluate(async () => {
    const registration = await navigator.serviceWorker.ready;
    if (registration.active?.state !== 'activated')
      await new Promise((resolve) => registration.active!.addEventListener('statechange', resolve, { once: true }));
  });

/** Types into the field with this label. */
export async function fill(page: Page, label: string, value: string): Promise<void> {
  await page
    .locator(`::-p-aria([name="${label}"][role="textbox"]), ::-p-aria([name="${label}"][role="spinbutton"])`)
    .fill(value);
}
/** Opens a list of choices. */
async function unfold(page: Page, selector: string): Promise<void> {
  const field = (await page.waitForSelector(selector))!;
  await page.waitForFunction(() => document.querySelector('[data-fresh]') === null, ASKED);
  await field.evaluate((el) => el.scrollIntoView({ block: 'center' }));
  // A searched list opens by the button beside its field.
  const searched = await field.evaluate((el) => el instanceof HTMLInputElement);
  const opener = searched ? `${selector} + button, ${selector} ~ button` : selector;
  // A list whose page is drawn anew under it shuts: it is opened again, as a hand would.
  for (let times = 0; times < 3; times += 1) {
    await page.locator(opener).click();
    const open = await page.waitForSelector('[role="listbox"]', { timeout: 4000 }).catch(() => null);
    if (open) return;
  }
}
/** The ids that a list of choices has, in its order. */
export async function choicesOf(page: Page, selector: string): Promise<string[]> {
  await unfold(page, selector);
  await page.waitForSelector('li[role="option"]');
  const ids = await page.$$eval('li[role="option"]', (all) => all.map((li) => (li as HTMLElement).dataset.id!));
  // The keys are the list's once it has the focus, or the field's that searches it.
  await page.waitForFunction(() => document.activeElement?.matches('[role="listbox"], input'));
  await page.keyboard.press('Escape');
  await page.waitForFunction(() => document.querySelector('[role="listbox"]') === null);
  return ids;
}
/** Opens a list of choices and takes the one that fits. */
async function take(page: Page, selector: string, option: string): Promise<void> {
  await unfold(page, selector);
  await page.locator(option).click();
  await page.waitForFunction(() => document.querySelector('[role="listbox"]') === null);
}
/** Takes the choice that says this. */
export const choose = (page: Page, selector: string, text: string): Promise<void> =>
  take(page, selector, `::-p-xpath(//li[@role="option"][contains(normalize-space(.), "${text}")])`);
/** Takes the choice with this id. */
export const pick = (page: Page, selector: string, id: string): Promise<void> =>
  take(page, selector, `li[role="option"][data-id="${id}"]`);
/** The id that is chosen in a list of choices. */
export const chosenIn = (page: Page, selector: string): Promise<string | undefined> =>
  page.$eval(selector, (el) => el.closest<HTMLElement>('[data-value]')?.dataset.value);

/** Landmarks as a careful finger would place them on the simulated camera's picture, in picture pixels. */
export function truth(
  rung: string,
  faults: PoseFaults,
  athlete: { stature: number; mass: number; sex: 'female' | 'male' },
): Landmarks {
  const body = bodyOf(athlete);
  return simulatePicture(withFaults(rungOf(catalog, 'front-plank', rung).pose, faults, body), body, DEFAULT_CAMERA)
    .points;
}

/** Sets a slider of the simulated camera. */
export const slide = (page: Page, id: string, value: number, of: 'sim' | 'film' = 'sim'): Promise<void> =>
  page.$eval(
    `#${of}-${id}`,
    (el, v) => {
      (el as HTMLInputElement).value = String(v);
      el.dispatchEvent(new Event('input', { bubbles: true }));
    },
    value,
  );

/** Where a picture pixel lies on the page now. */
export async function onPage(page: Page, p: Point): Promise<Point> {
  await page.waitForFunction(() => Number(document.querySelector<HTMLElement>('[data-scale]')?.dataset.scale) > 0.05);
  return page.$eval(
    '[data-scale]',
    (el, x, y) => {
      const box = el.getBoundingClientRect();
      const scale = Number((el as HTMLElement).dataset.scale);
      const [ox, oy] = (el as HTMLElement).dataset.origin!.split(',').map(Number) as [number, number];
      return [box.left + ox + x * scale, box.top + oy + y * scale] as [number, number];
    },
    p[0],
    p[1],
  );
}

/** Where a laid point lies, in picture pixels. */
const laid = (page: Page, name: string): Promise<[number, number]> =>
  page.$$eval(
    '[data-point]',
    (els, n) =>
      (els.find((e) => (e as HTMLElement).dataset.point === n) as HTMLElement).dataset.at!.split(',').map(Number) as [
        number,
        number,
      ],
    name,
  );

/** Clicks where a point is, once the page asks for it and the picture lies still under the hand. */
export async function clickPoint(page: Page, asks: RegExp, at: Point): Promise<void> {
  await sees(page, asks);
  let last = '';
  for (let tries = 0; tries < 100; tries += 1) {
    const [x, y] = await onPage(page, at);
    // A point may lie under a bar, as the feet of a handstand do: a hand scrolls first.
    const on = await page.evaluate(
      (px, py) => {
        if (py < 140 || py > innerHeight - 140) scrollBy(0, py - innerHeight / 2);
        const stage = document.querySelector('[data-scale]');
        return stage?.contains(document.elementFromPoint(px, py)) === true;
      },
      x,
      y,
    );
    const here = `${on} ${Math.round(x)} ${Math.round(y)}`;
    if (on && here === last) {
      await page.mouse.click(x, y);
      return;
    }
    last = here;
  }
  throw new Error(`the point cannot be clicked: ${last}`);
}

/** Takes a simulated picture and lays the points: two clicks, then hip and knee dragged to where they are. */
export async function placePicture(page: Page, sag: number, points: Landmarks): Promise<void> {
  await press(page, 'Use a picture');
  await press(page, 'Simulated camera');
  await page.waitForSelector('#sim-hipLine');
  await slide(page, 'hipLine', sag);
  await press(page, 'Take this picture');
  await clickPoint(page, /Click the shoulder/, points.shoulder!);
  await clickPoint(page, /Now the ankle/, points.ankle!);
  await sees(page, 'Rings are guesses');
  for (const name of ['hip', 'knee', 'elbow', 'wrist', 'ear'] as const) {
    // The template's guess is read back from the points it laid.
    const before = await laid(page, name);
    const from = await onPage(page, before);
    const to = await onPage(page, points[name]!);
    await page.mouse.move(...(from as [number, number]));
    await page.mouse.down();
    await page.mouse.move((from[0] + to[0]) / 2, (from[1] + to[1]) / 2 + 8, { steps: 3 });
    await page.mouse.move(...(to as [number, number]), { steps: 3 });
    await page.mouse.up();
    await page.waitForFunction(
      (n, x, y) => {
        const el = [...document.querySelectorAll<HTMLElement>('[data-point]')].find((e) => e.dataset.point === n)!;
        const [px, py] = el.dataset.at!.split(',').map(Number) as [number, number];
        return Math.hypot(px - x, py - y) < 4;
      },
      {},
      name,
      points[name]![0],
      points[name]![1],
    );
  }
  await press(page, 'The rest fits');
  await sees(page, 'All judged measures');
}

/** Puts a combobox on the person with this name. */
export async function pickPerson(page: Page, id: string, name: string): Promise<void> {
  await page.locator(`#${id}`).click();
  await page.locator(`#${id}`).fill(name.split(' ')[0]!);
  await page.locator(`::-p-xpath(//*[@role="option"][contains(normalize-space(.), "${name}")])`).click();
}

export const personId = (page: Page, name: string): Promise<string> =>
  page.evaluate(
    async (n) =>
      ((await (await fetch('/api/people?limit=200')).json()) as { items: { id: string; name: string }[] }).items.find(
        (p) => p.name === n,
      )!.id,
    name,
  );

/** A person's look that fits, once it is with the server: what waited on a device may be on its way. @throws when none comes */
export const lookOf = async (page: Page, name: string, fits: (look: HistoryItem) => boolean): Promise<string> => {
  const id = await personId(page, name);
  for (let tries = 0; tries < 100; tries += 1) {
    const items = await page.evaluate(
      async (p) => ((await (await fetch(`/api/people/${p}/looks?limit=50`)).json()) as { items: HistoryItem[] }).items,
      id,
    );
    const found = items.find(fits);
    if (found) return found.id;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  throw new Error(`${name} has no such look`);
};

/** A page with the demo's owner signed in. */
export async function asOwner(hall: Hall): Promise<Page> {
  const page = await hall.page();
  await page.goto(`${hall.url}/sign-in`);
  await page.locator('#email').fill('owner@harbour.example');
  await page.locator('#password').fill('tautline-2026');
  await press(page, 'Sign in');
  await page.waitForSelector('::-p-aria(Places)');
  return page;
}

/** Adds a person of 1.72 m and 70 kg; their id. */
export async function newPerson(hall: Hall, page: Page, name: string): Promise<string> {
  await page.goto(`${hall.url}/people`);
  await press(page, 'Add a person');
  await page.locator('#p-name').fill(name);
  await page.locator('#p-stature').fill('172');
  await page.locator('#p-mass').fill('70');
  await page.locator('form button.btn-main').click();
  await sees(page, /172 cm[\s\S]*70 kg/);
  return page.url().split('/').pop()!;
}
