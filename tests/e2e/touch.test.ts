/** By thumb and by key, as a hall has it: a phone's screen, taps that come twice, two fingers, the keyboard alone, Back and a reload. */
import { afterAll, afterEach, beforeAll, describe, expect, test } from '@jest/globals';
import type { CDPSession, Page } from 'puppeteer-core';
import type { Point } from '../../core/geometry.js';
import { openHall, type Hall } from '../../tools/harness.js';
import { pass } from '../../tools/page-clock.js';
import { axeFinds, layoutTroubles } from './layout.js';
import { onPage, personId, pickPerson, press, sees, seesNot, settled } from './steps.js';

let hall: Hall;
beforeAll(async () => {
  hall = await openHall();
});
afterEach(() => hall.tidy());
afterAll(() => hall?.close());

async function phone(): Promise<{ page: Page; id: string }> {
  const page = await hall.coach();
  const id = await personId(page, 'Marit Solheim');
  await page.setViewport({ width: 390, height: 844, hasTouch: true, isMobile: true });
  return { page, id };
}
const at = (p: Point) => ({ x: p[0], y: p[1] });
/** A finger's way, or two fingers' at once, as the browser gets them. */
async function fingers(client: CDPSession, ways: readonly (readonly Point[])[]): Promise<void> {
  const step = (type: 'touchStart' | 'touchMove' | 'touchEnd', i: number): Promise<unknown> =>
    client.send('Input.dispatchTouchEvent', {
      type,
      touchPoints: type === 'touchEnd' ? [] : ways.map((way, id) => ({ ...at(way[i]!), id })),
    });
  await step('touchStart', 0);
  for (let i = 1; i < ways[0]!.length; i += 1) await step('touchMove', i);
  await step('touchEnd', 0);
}
const line = (from: Point, to: Point, steps = 8): Point[] =>
  Array.from({ length: steps + 1 }, (_, i) => [
    from[0] + ((to[0] - from[0]) * i) / steps,
    from[1] + ((to[1] - from[1]) * i) / steps,
  ]);
const laidAt = (page: Page, name: string): Promise<Point> =>
  page.$eval(
    `[data-point="${name}"]`,
    (el) => (el as HTMLElement).dataset.at!.split(',').map(Number) as [number, number],
  );
const zoomOf = (page: Page): Promise<number> =>
  page.$eval('[data-zoom]', (el) => Number((el as HTMLElement).dataset.zoom));
const chosenPoint = (page: Page): Promise<string> =>
  page.$eval('[data-point] [aria-pressed="true"]', (el) => el.closest<HTMLElement>('[data-point]')!.dataset.point!);

/** A picture on the stage, its first two points asked for. */
async function pictured(page: Page, id: string): Promise<void> {
  await page.goto(`${hall.url}/bench?person=${id}&position=front-plank&rung=forearm`);
  await press(page, 'Use a picture');
  await press(page, 'Simulated camera');
  await page.waitForSelector('#sim-hipLine');
  await press(page, 'Take this picture');
  await sees(page, 'Click the shoulder');
  await page.$eval('[data-scale]', (el) => el.scrollIntoView({ block: 'center' }));
}
async function laid(page: Page, id: string): Promise<void> {
  await pictured(page, id);
  for (const [p, next] of [
    [[880, 365], 'Now the ankle'],
    [[260, 440], 'Rings are guesses'],
  ] as const) {
    await page.touchscreen.tap(...((await onPage(page, p)) as [number, number]));
    await sees(page, next);
  }
  await page.$eval('[data-scale]', (el) => el.scrollIntoView({ block: 'center' }));
}

describe('the finder', () => {
  const hits = (page: Page): Promise<string[]> =>
    page.$$eval('[role="dialog"] [role="option"]', (all) => all.map((el) => (el as HTMLElement).innerText));
  test('by key: a version, a person and a place are found by a part of the name, and gone to', async () => {
    const page = await hall.coach();
    await sees(page, 'Here today');
    await page.keyboard.press('/');
    await page.waitForSelector('#finder');
    await page.keyboard.type('hollow-sh');
    await page.waitForFunction(() =>
      /Hollow-shaped/.test(document.querySelector('[role="option"]')?.textContent ?? ''),
    );
    await page.keyboard.press('Enter');
    await page.waitForFunction(() => location.pathname === '/ladders' && location.search.includes('hollow-shaped'));
    await page.waitForFunction(() => document.querySelector('[role="dialog"]') === null);
    await page.keyboard.down('Control');
    await page.keyboard.press('k');
    await page.keyboard.up('Control');
    await page.waitForSelector('#finder');
    await page.keyboard.type('solh');
    await page.waitForFunction(() =>
      /Marit Solheim/.test(document.querySelector('[role="option"]')?.textContent ?? ''),
    );
    await page.keyboard.press('Enter');
    await sees(page, 'Drills assigned');
    // A slash that is typed is a slash.
    await page.goto(`${hall.url}/people`);
    await sees(page, 'Marit Solheim');
    await page.locator('input[type="search"], form[role="search"] input').click();
    await page.keyboard.type('a/b');
    expect(await page.$('#finder')).toBeNull();
  });
  test('by thumb: opened from the header, the places stand there, a drill is found, Escape leads back', async () => {
    const { page } = await phone();
    await page.goto(hall.url);
    await sees(page, 'Here today');
    await page.locator('button[aria-label="Find anything"]').click();
    await page.waitForSelector('#finder');
    expect((await hits(page)).join(' ')).toMatch(/Floor[\s\S]*Bench[\s\S]*Your eye/);
    await page.locator('#finder').fill('nothing of that kind');
    await sees(page, 'Nothing is called that');
    await page.keyboard.press('Escape');
    await page.waitForFunction(() => document.querySelector('[role="dialog"]') === null);
    await page.locator('button[aria-label="Find anything"]').click();
    await page.waitForSelector('#finder');
    await page.locator('#finder').fill('bridge');
    await page.locator('::-p-xpath(//*[@role="option"][contains(., "drill")])').click();
    await page.waitForFunction(() => location.search.startsWith('?kind=drills'));
  });
});

describe('a hold on a phone', () => {
  test('where it was felt is answered on a body, and the list says the same; a tap on the same place takes it back', async () => {
    const { page, id } = await phone();
    await page.goto(`${hall.url}/bench?person=${id}`);
    await sees(page, 'Tap what goes');
    await settled(page);
    await press(page, 'Start');
    await sees(page, 'line holds');
    await pass(page, 12);
    await press(page, 'End');
    await sees(page, 'Where did they feel it first?');
    await pass(page, 1);
    await press(page, 'On a body');
    const rear = await page.waitForSelector('[data-body-map] [data-view="rear"]');
    await rear!.evaluate((el) => el.scrollIntoView({ block: 'center' }));
    /** Shares of the drawing's width and height. */
    const tap = async (x: number, y: number): Promise<void> => {
      const box = (await rear!.boundingBox())!;
      await page.touchscreen.tap(box.x + x * box.width, box.y + y * box.height);
    };
    const answered = (): Promise<string[]> =>
      page.$$eval('[role="group"][aria-label="Felt first"] button[aria-pressed="true"]', (all) =>
        all.map((b) => (b as HTMLElement).innerText.trim()),
      );
    const says = (what: string | null): Promise<unknown> =>
      page.waitForFunction(
        (w) =>
          (document.querySelector<HTMLElement>('[role="group"][aria-label="Felt first"] button[aria-pressed="true"]')
            ?.innerText ?? null) === w,
        {},
        what,
      );
    await tap(0.5, 0.4);
    await says('Low back');
    await tap(0.58, 0.78);
    await says('Calves');
    expect(await answered()).toEqual(['Calves']);
    await tap(0.58, 0.78);
    await says(null);
    // Beside the body nothing is answered.
    await tap(0.02, 0.95);
    expect(await answered()).toEqual([]);
    await press(page, 'List only');
    expect(await page.$('[data-body-map]')).toBeNull();
  });
  test('five taps from Start to a kept verdict, and none of them has to be looked for', async () => {
    const { page, id } = await phone();
    await page.goto(`${hall.url}/bench?person=${id}`);
    await sees(page, 'Tap what goes');
    await settled(page);
    await page.waitForSelector('[data-result-here]');
    let taps = 0;
    const tap = async (words: string): Promise<void> => {
      const button = await page.waitForSelector(
        `::-p-xpath(//button[contains(normalize-space(.), "${words}")][not(@disabled)])`,
      );
      await page.waitForFunction(() => document.querySelector('[data-fresh]') === null);
      // What is tapped lies on the screen as it is: nothing is swiped for.
      const box = (await button!.boundingBox())!;
      const y = box.y + box.height / 2;
      const seen = await button!.evaluate(
        (el, x, top) => el.contains(document.elementFromPoint(x, top)),
        box.x + box.width / 2,
        y,
      );
      expect({ words, seen }).toEqual({ words, seen: true });
      await page.touchscreen.tap(box.x + box.width / 2, y);
      taps += 1;
    };
    await tap('Start');
    await sees(page, 'line holds');
    await pass(page, 18);
    await tap('End');
    await tap('Position lost');
    await tap('Low back');
    await tap('Keep it and see');
    await sees(page, 'clean seconds');
    expect(taps).toBeLessThanOrEqual(6);
    expect(await page.evaluate(() => window.scrollY)).toBe(0);
  });
  test('the places are out of the way while the clock runs, and the bars hide no pad', async () => {
    const { page, id } = await phone();
    for (const [width, height] of [
      [390, 844],
      [844, 390],
    ] as const) {
      await page.setViewport({ width, height, hasTouch: true, isMobile: true });
      await page.goto(`${hall.url}/bench?person=${id}`);
      await sees(page, 'Tap what goes');
      await settled(page);
      await press(page, 'Start');
      await sees(page, 'line holds');
      expect(await page.$$eval('nav[aria-label="Places"]', (all) => all.some((n) => n.checkVisibility()))).toBe(false);
      const pads = await page.$$eval('[aria-label="Fault pads"] button', (all) =>
        all.slice(0, 6).map((pad) => {
          const box = pad.getBoundingClientRect();
          const there = document.elementFromPoint(box.x + box.width / 2, box.y + box.height / 2);
          return pad.contains(there);
        }),
      );
      expect({ width, pads }).toEqual({ width, pads: pads.map(() => true) });
      await press(page, 'End');
      await press(page, 'Throw this hold away');
      await press(page, 'Throw away');
    }
  });
  test('a bench that is opened for somebody else while a hold runs says whose it is, and is theirs afterwards', async () => {
    const { page, id } = await phone();
    const other = await personId(page, 'Teo Aldana');
    await page.goto(`${hall.url}/bench?person=${id}`);
    await sees(page, 'Tap what goes');
    await settled(page);
    await press(page, 'Start');
    await sees(page, 'line holds');
    await page.goto(`${hall.url}/bench?person=${other}`);
    await sees(page, 'Marit Solheim is on the clock.');
    await sees(page, 'Teo Aldana’s when it is kept or thrown away');
    await press(page, 'End');
    await press(page, 'Throw this hold away');
    await press(page, 'Throw away');
    await seesNot(page, /on the clock/);
    await sees(page, 'Teo Aldana');
  });
});

describe('a picture under fingers', () => {
  test('two fingers zoom it and move no point; one moves it by what it moved', async () => {
    const { page, id } = await phone();
    await laid(page, id);
    const client = await page.createCDPSession();
    const [hip, shoulder] = [await laidAt(page, 'hip'), await laidAt(page, 'shoulder')];
    const [a, b] = [await onPage(page, hip), await onPage(page, shoulder)];
    // Both fingers begin on points.
    await fingers(client, [line(a, [a[0] - 60, a[1]]), line(b, [b[0] + 40, b[1]])]);
    await page.waitForFunction(() => Number(document.querySelector<HTMLElement>('[data-zoom]')!.dataset.zoom) > 1.5);
    expect([await laidAt(page, 'hip'), await laidAt(page, 'shoulder')]).toEqual([hip, shoulder]);
    const under = await onPage(page, hip);
    const free: Point = [under[0] + 5, under[1] - 70];
    await fingers(client, [line(free, [free[0] + 30, free[1] + 10])]);
    const moved = await onPage(page, hip);
    expect(moved[0] - under[0]).toBeCloseTo(30, 0);
    expect(moved[1] - under[1]).toBeCloseTo(10, 0);
    expect(await laidAt(page, 'hip')).toEqual(hip);
  });
  test('a miss by 26 px takes the point, and moves it by what the finger moved', async () => {
    const { page, id } = await phone();
    await laid(page, id);
    const client = await page.createCDPSession();
    const hip = await laidAt(page, 'hip');
    const [x, y] = await onPage(page, hip);
    await fingers(client, [line([x, y - 26], [x, y - 6])]);
    const scale = await page.$eval('[data-scale]', (el) => Number((el as HTMLElement).dataset.scale));
    const after = await laidAt(page, 'hip');
    expect(after[0]).toBeCloseTo(hip[0], 0);
    expect(after[1] - hip[1]).toBeCloseTo(20 / scale, 0);
    expect(await zoomOf(page)).toBe(1);
  });
  test('ankle and heel are told apart: by the next button, seen closer, and nudged', async () => {
    const { page, id } = await phone();
    await laid(page, id);
    await page.locator('::-p-aria([name="Ankle"][role="button"])').click();
    await press(page, 'Closer');
    await page.waitForFunction(() => Number(document.querySelector<HTMLElement>('[data-zoom]')!.dataset.zoom) > 2);
    const [ankle, heel] = [
      await onPage(page, await laidAt(page, 'ankle')),
      await onPage(page, await laidAt(page, 'heel')),
    ];
    expect(Math.hypot(ankle[0] - heel[0], ankle[1] - heel[1])).toBeGreaterThan(34);
    await page.touchscreen.tap(...(heel as [number, number]));
    expect(await chosenPoint(page)).toBe('heel');
    const before = await laidAt(page, 'heel');
    await page.locator('::-p-aria(Move it left)').click();
    await page.waitForFunction(
      (x) => Number(document.querySelector<HTMLElement>('[data-point="heel"]')!.dataset.at!.split(',')[0]) < x,
      {},
      before[0],
    );
    expect((await laidAt(page, 'heel'))[1]).toBe(before[1]);
    await page.locator('::-p-aria(Undo)').click();
    await page.waitForFunction(
      (x) => Number(document.querySelector<HTMLElement>('[data-point="heel"]')!.dataset.at!.split(',')[0]) === x,
      {},
      before[0],
    );
  });
  test('both first taps can be taken back', async () => {
    const { page, id } = await phone();
    await laid(page, id);
    await page.locator('::-p-aria(Undo)').click();
    await sees(page, 'Now the ankle');
    await page.locator('::-p-aria(Undo)').click();
    await sees(page, 'Click the shoulder');
    await page.locator('::-p-aria(Redo)').click();
    await page.locator('::-p-aria(Redo)').click();
    await sees(page, 'Rings are guesses');
  });
});

describe('by keys alone', () => {
  test('the figure is laid and every point is moved', async () => {
    const page = await hall.coach();
    await pictured(page, await personId(page, 'Marit Solheim'));
    const key = async (name: Parameters<Page['keyboard']['press']>[0], times = 1): Promise<void> => {
      for (let i = 0; i < times; i += 1) await page.keyboard.press(name);
    };
    await page.keyboard.down('Shift');
    await key('ArrowRight', 3);
    await page.keyboard.up('Shift');
    await key('Enter');
    await sees(page, 'Now the ankle');
    await page.keyboard.down('Shift');
    await key('ArrowLeft', 6);
    await page.keyboard.up('Shift');
    await key('ArrowDown', 4);
    await key('Enter');
    await sees(page, 'Rings are guesses');
    const names = await page.$$eval('[data-point]', (all) => all.map((e) => (e as HTMLElement).dataset.point!));
    const moved = new Set<string>();
    for (let i = 0; i < names.length; i += 1) {
      await key(']');
      const name = await chosenPoint(page);
      const before = await laidAt(page, name);
      await key('ArrowUp');
      await page.waitForFunction(
        (n, y) => Number(document.querySelector<HTMLElement>(`[data-point="${n}"]`)!.dataset.at!.split(',')[1]) < y,
        {},
        name,
        before[1],
      );
      moved.add(name);
    }
    expect([...moved].sort()).toEqual([...names].sort());
    await page.keyboard.down('Control');
    await key('z');
    await page.keyboard.up('Control');
    await sees(page, 'All judged measures');
  });
  test('the list of keys opens with ?, keeps the keys to itself, and is shut with Escape', async () => {
    const page = await hall.coach();
    await page.goto(`${hall.url}/bench?person=${await personId(page, 'Marit Solheim')}`);
    await sees(page, 'Tap what goes');
    await settled(page);
    await page.keyboard.type('?');
    await sees(page, 'say the clock');
    await page.keyboard.press('Space');
    await page.keyboard.press('Escape');
    await page.waitForFunction(() => document.querySelector('[role="dialog"]') === null);
    await seesNot(page, /line holds/);
    await page.keyboard.press('Space');
    await sees(page, 'line holds');
    await pass(page, 7);
    await sees(page, '7.0');
    await page.keyboard.press('t');
    await page.waitForFunction(() =>
      [...document.querySelectorAll('[role="status"]')].some((e) => /7\.0 s on the clock/.test(e.textContent)),
    );
    await press(page, 'End');
    await page.waitForFunction(() => /Why did it end/.test(document.activeElement?.textContent ?? ''));
    await press(page, 'Throw this hold away');
    await press(page, 'Throw away');
  });
});

describe('work that is left is found again', () => {
  test('points on a picture, after a reload and after Back', async () => {
    const page = await hall.coach();
    const id = await personId(page, 'Marit Solheim');
    await laid(page, id);
    await page.waitForSelector('[data-draft="kept"]');
    await page.keyboard.press('ArrowUp');
    await page.waitForSelector('[data-draft="kept"]');
    const hip = await laidAt(page, 'hip');
    await page.reload();
    await sees(page, /Your draft of .* is here again/);
    await sees(page, 'Rings are guesses');
    expect(await laidAt(page, 'hip')).toEqual(hip);
    await press(page, 'People');
    await sees(page, 'The picture is kept on this device as a draft');
    await page.goBack();
    await sees(page, 'Rings are guesses');
    expect(await laidAt(page, 'hip')).toEqual(hip);
    await press(page, 'The rest fits');
    await sees(page, 'All judged measures');
    await press(page, 'Keep it and see');
    await sees(page, 'What was seen');
    await page.goto(`${hall.url}/bench?person=${id}`);
    await sees(page, 'Tap what goes');
    await seesNot(page, /Your draft/);
  });
  test('reps of a screen, a person half entered, a copy of a drill, pins and minutes', async () => {
    const page = await hall.coach();
    const id = await personId(page, 'Ruben Tjaden');
    await page.goto(`${hall.url}/screen?person=${id}`);
    await sees(page, 'Tap what this rep shows');
    await press(page, 'Toes turn out');
    await press(page, 'Rep done');
    await press(page, 'Rep done');
    await sees(page, '2/5');
    await press(page, 'Floor');
    await sees(page, 'The screen is kept on this device as a draft');
    await page.goBack();
    await sees(page, '2/5');
    await sees(page, 'in 1 of 2');

    await page.goto(`${hall.url}/people`);
    await press(page, 'Add a person');
    await page.locator('#p-name').fill('Half Entered');
    await page.keyboard.press('Escape');
    await sees(page, 'The form is kept on this device as a draft');
    await page.goto(`${hall.url}/people`);
    await press(page, 'Go on with it');
    await page.waitForFunction(() => document.querySelector<HTMLInputElement>('#p-name')?.value === 'Half Entered');
    // What has to be known before a load and a picture is asked for in the same place.
    await press(page, 'Cautions and permissions');
    await press(page, 'Neck');
    await page.locator('#p-born').fill('2016');
    await page.locator('[role="dialog"] [role="switch"]').click();
    await page.waitForSelector('#p-guardian');
    expect(await layoutTroubles(page)).toEqual([]);
    expect(await axeFinds(page)).toEqual([]);
    await press(page, 'Cancel');
    // It closes when the draft is gone from the device.
    await page.waitForFunction(() => document.querySelector('#p-name') === null);
    await page.reload();
    await sees(page, 'Add a person');
    await settled(page);
    await seesNot(page, /half entered/);

    await page.goto(`${hall.url}/library?kind=drills&id=bridge`);
    await press(page, 'Copy to change');
    await page.locator('#e-name').fill('Bridge on the quay');
    await press(page, 'Floor');
    await sees(page, 'The copy is kept on this device as a draft');
    await page.goto(`${hall.url}/library?kind=drills&id=bridge`);
    await page.waitForFunction(
      () => document.querySelector<HTMLInputElement>('#e-name')?.value === 'Bridge on the quay',
    );
    await press(page, 'Begin anew');
    await page.waitForFunction(
      () => document.querySelector<HTMLInputElement>('#e-name')?.value !== 'Bridge on the quay',
    );
  });
  test('drafts are asked about before signing out, and go with what is let go', async () => {
    const page = await hall.coach();
    await page.goto(`${hall.url}/screen?person=${await personId(page, 'Gwen Applegarth')}`);
    await sees(page, 'Tap what this rep shows');
    await press(page, 'Rep done');
    await sees(page, '1/5');
    await press(page, 'Floor');
    await sees(page, 'as a draft');
    await page.locator('[aria-label^="Account:"]').click();
    await press(page, 'Sign out');
    await sees(page, '1 draft is on this device');
    await press(page, 'Sign out and let it go');
    await press(page, 'Let it go');
    await sees(page, 'Enter the demo');
    await press(page, 'Enter the demo');
    await page.waitForSelector('::-p-aria(Places)');
    await page.goto(`${hall.url}/screen?person=${await personId(page, 'Gwen Applegarth')}`);
    await sees(page, 'Tap what this rep shows');
    await seesNot(page, /Your draft/);
  });
});

test('every page has its title and takes the focus; the person is picked by keys', async () => {
  const page = await hall.coach();
  const titled = (name: string): Promise<unknown> =>
    page.waitForFunction((title) => document.title === title, {}, `${name} · Upright Anchor`);
  await titled('Floor');
  await press(page, 'People');
  await titled('People');
  await page.waitForFunction(() => document.activeElement?.id === 'main');
  await press(page, 'Ladders');
  await titled('Ladders');
  await press(page, 'Bench');
  await page.waitForSelector('#who');
  await pickPerson(page, 'who', 'Teo Aldana');
  await sees(page, 'Tap what goes');
});
