/** Every view for everybody: axe in light, dark, on a phone and at twice the size; layout by measures at six sizes of the screen. */
import { afterAll, afterEach, beforeAll, describe, expect, test } from '@jest/globals';
import type { Page } from 'puppeteer-core';
import { openHall, type Hall } from '../../tools/harness.js';
import { pass } from '../../tools/page-clock.js';
import { axeFinds, hiddenWhenFocused, layoutTroubles, OF_COLOURS } from './layout.js';
import { asOwner, personId, press, sees, settled } from './steps.js';

let hall: Hall;
beforeAll(async () => {
  hall = await openHall();
});
afterEach(() => hall.tidy());
afterAll(() => hall?.close());

interface Glance {
  width: number;
  height: number;
  deviceScaleFactor?: number;
  dark?: true;
  look: (page: Page) => Promise<string[]>;
}
const layout = async (page: Page): Promise<string[]> => [
  ...(await layoutTroubles(page)),
  ...(await hiddenWhenFocused(page)),
];
/** At 400 % of 1280 × 800 every page is still of use. */
const ofUse = async (page: Page): Promise<string[]> => [...(await sideways(page)), ...(await hiddenWhenFocused(page))];
const sideways = async (page: Page): Promise<string[]> => {
  const over = await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
  return over > 0 ? [`sideways by ${over}`] : [];
};
// axe first: the other scrolls.
const both = async (page: Page): Promise<string[]> => [...(await axeFinds(page)), ...(await layout(page))];
/** On an A4 sheet, upright and on its side, px at 96 an inch less margins of 14 mm. */
const SHEETS = [
  { width: 688, height: 1017 },
  { width: 1017, height: 688 },
];
/** What a view does wrong on paper: something only a screen answers, text past the edge, a column too narrow to read. */
async function onPaper(page: Page): Promise<string[]> {
  const found: string[] = [];
  await page.emulateMediaType('print');
  for (const sheet of SHEETS) {
    await page.setViewport(sheet);
    await settled(page);
    const troubles = await page.evaluate(() => {
      const said: string[] = [];
      const over = document.documentElement.scrollWidth - document.documentElement.clientWidth;
      if (over > 1) said.push(`past the edge by ${over} px`);
      for (const el of document.querySelectorAll('main *, header, nav')) {
        if (!el.checkVisibility() || el.closest('.sr-only, [inert]')) continue;
        const { width, height } = el.getBoundingClientRect();
        const text = (el as HTMLElement).innerText ?? '';
        if (el.matches('.btn:not(.btn-on), nav, header') && width > 1) said.push(`still there: ${text.slice(0, 30)}`);
        if (el.matches('p, li, dd, td') && text.length > 30 && width < 70 && height > 200)
          said.push(`a column of ${Math.round(width)} px: ${text.slice(0, 30)}`);
      }
      return said;
    });
    found.push(...troubles.map((t) => `on paper ${sheet.width} wide: ${t}`));
  }
  await page.emulateMediaType('screen');
  return found;
}
/** How a view is looked at once it is there: it is fetched once for a mouse and once for a thumb, and turned and sized under the eye. */
const GLANCES: Record<'by mouse' | 'by thumb', Glance[]> = {
  'by mouse': [
    { width: 1280, height: 800, look: both },
    { width: 1280, height: 800, dark: true, look: (page) => axeFinds(page, { only: OF_COLOURS }) },
    // What lies under a bar when it has the focus was seen at 1280 and is at 320: here nothing is in another place.
    { width: 1024, height: 768, look: layoutTroubles },
    // At 200 % the page is that of a small screen, which axe reads at 390.
    { width: 640, height: 400, deviceScaleFactor: 2, look: sideways },
    { width: 320, height: 200, look: ofUse },
  ],
  'by thumb': [
    { width: 390, height: 844, look: both },
    { width: 844, height: 390, look: layout },
    { width: 320, height: 700, look: layout },
  ],
};

/** Deals a round of practice to who is signed in. */
const dealt = (page: Page, kind: string): Promise<string> =>
  page.evaluate(async (k) => {
    const { token } = (await (await fetch('/api/session')).json()) as { token: string };
    const id = crypto.randomUUID();
    await fetch('/api/eye/deals', {
      method: 'POST',
      headers: { 'content-type': 'application/json', 'x-anchor-token': token },
      body: JSON.stringify({ id, kind: k }),
    });
    return id;
  }, kind);

const todaysClass = (page: Page): Promise<string> =>
  page.evaluate(
    async () =>
      ((await (await fetch('/api/classes')).json()) as { id: string; day: string | null }[]).find((c) => c.day)!.id,
  );

/** A class that ran, and was noted on. */
const ranClass = (page: Page): Promise<string> =>
  page.evaluate(async () => {
    const classes = (await (await fetch('/api/classes')).json()) as { id: string }[];
    const runs = await Promise.all(
      classes.map(async (c) => (await (await fetch(`/api/classes/${c.id}/runs`)).json()) as { id: string }[]),
    );
    return runs.flat()[0]!.id;
  });

const programmeOf = (page: Page): Promise<string> =>
  page.evaluate(async () => ((await (await fetch('/api/programmes')).json()) as { id: string }[])[0]!.id);

/** A group by its name. */
const groupOf = (page: Page, name: string): Promise<string> =>
  page.evaluate(
    async (n) =>
      ((await (await fetch('/api/groups')).json()) as { id: string; name: string }[]).find((g) => g.name === n)!.id,
    name,
  );
/** All views with their addresses. */
async function views(page: Page): Promise<[name: string, path: string][]> {
  const id = await personId(page, 'Marit Solheim');
  const items = await page.evaluate(
    async (p) =>
      ((await (await fetch(`/api/people/${p}/looks`)).json()) as { items: { id: string; mediaId: string | null }[] })
        .items,
    id,
  );
  const pictures = items.filter((i) => i.mediaId);
  return [
    ['floor', '/'],
    ['people', '/people'],
    ['person', `/people/${id}`],
    ['a group', `/groups/${await groupOf(page, 'Rescue-boat crew')}`],
    ['then and now', `/people/${id}/compare?then=${pictures.at(-1)!.id}&now=${pictures[0]!.id}`],
    ['bench', `/bench?person=${id}`],
    ['look of a hold', `/looks/${items.find((i) => !i.mediaId)!.id}`],
    ['look of a picture', `/looks/${pictures.at(-1)!.id}`],
    ['frames', `/looks/${pictures.at(-1)!.id}/frames`],
    ['inbox', '/inbox'],
    ['outbox', '/letters'],
    ['bring records in', '/in'],
    ['screen', `/screen?person=${id}`],
    ['ladders', `/ladders?person=${id}`],
    ['lever', `/lever?person=${id}`],
    ['positions', '/library?kind=positions&id=bird-dog'],
    ['drill', '/library?kind=drills&id=thwart-bridge'],
    ['studio', '/studio'],
    // Who saw what and backups are an owner's: their walk looks at them.
    ['your account', '/account'],
    ['classes', '/classes'],
    ['a class', `/classes/${await todaysClass(page)}`],
    ['a class under way', `/runs/${await ranClass(page)}`],
    ['the wall', `/runs/${await ranClass(page)}/wall`],
    ['after a class', `/runs/${await ranClass(page)}/after`],
    ['plans', '/plans'],
    ['a programme', `/plans/${await programmeOf(page)}`],
    ['a new programme', `/plans/new?person=${id}`],
    ['first steps', '/start'],
    ['a hold to try', '/try'],
    ['your eye', '/eye'],
    // Pictures are judged and placed with the parts of the bench; the second eye shows them.
    ['practice', `/eye/rounds/${await dealt(page, 'holds')}`],
    ['a second eye', `/eye/blind/${pictures[0]!.id}`],
    ['no such page', '/nowhere'],
  ];
}
/** The bench while the clock runs, and when it has stopped. */
async function running(page: Page): Promise<void> {
  await page.goto(`${hall.url}/bench?person=${await personId(page, 'Marit Solheim')}`);
  await sees(page, 'Tap what goes');
  await settled(page);
  await press(page, 'Start');
  await sees(page, 'line holds');
  await pass(page, 12);
  await press(page, 'Hips sag');
}
describe.each(['by mouse', 'by thumb'] as const)('%s', (way) => {
  const glances = GLANCES[way];
  const sized = async (page: Page, { width, height, deviceScaleFactor = 1, dark }: Glance): Promise<void> => {
    const touch = way === 'by thumb' ? { hasTouch: true, isMobile: true } : {};
    await page.setViewport({ width, height, deviceScaleFactor, ...touch });
    await page.emulateMediaFeatures([{ name: 'prefers-color-scheme', value: dark ? 'dark' : 'light' }]);
    await page.waitForFunction(
      (w, theme) => document.documentElement.clientWidth === w && document.documentElement.dataset.theme === theme,
      {},
      width,
      dark ? 'dark' : 'light',
    );
    // What follows the size by script has followed.
    await page.evaluate(() => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done))));
    await page.waitForFunction(() =>
      [...document.querySelectorAll('.own-width')].every((el) => el.scrollWidth <= el.clientWidth + 1),
    );
    await settled(page);
    await page.evaluate(() => scrollTo(0, 0));
  };
  /** What is wrong with the view that the page shows. */
  async function lookedAt(page: Page, name: string): Promise<string[]> {
    const found: string[] = [];
    for (const glance of glances) {
      await sized(page, glance);
      const at = `${name}, ${glance.width} × ${glance.height}${glance.dark ? ', dark' : ''}`;
      found.push(...(await glance.look(page)).map((what) => `${at}: ${what}`));
    }
    await sized(page, glances[0]!);
    return found;
  }

  test('nothing is cut, small, sideways or under a bar, and axe finds nothing', async () => {
    const page = await asOwner(hall);
    await sized(page, glances[0]!);
    const found: string[] = [];
    for (const [name, path] of await views(page)) {
      await page.goto(`${hall.url}${path}`);
      await settled(page);
      found.push(...(await lookedAt(page, name)));
      if (way === 'by mouse') {
        found.push(...(await onPaper(page)).map((what) => `${name}: ${what}`));
        await sized(page, glances[0]!);
      }
    }
    await running(page);
    found.push(...(await lookedAt(page, 'bench running')));
    await press(page, 'End');
    await sees(page, 'Where did they feel it first?');
    found.push(...(await lookedAt(page, 'bench ended')));
    await page.evaluate(() => localStorage.clear());
    const door = await hall.page();
    await door.goto(`${hall.url}/sign-in`);
    await sees(door, 'Sign in');
    found.push(...(await lookedAt(door, 'door')));
    await door.goto(`${hall.url}/wall`);
    await sees(door, 'Show a class here');
    found.push(...(await lookedAt(door, 'a wall without a code')));
    expect(found).toEqual([]);
  });
});

test('what is chosen is told apart where the system sets the colours', async () => {
  const page = await hall.coach();
  await page.emulateMediaFeatures([{ name: 'prefers-reduced-motion', value: 'reduce' }]);
  const client = await page.createCDPSession();
  await client.send('Emulation.setEmulatedMedia', { features: [{ name: 'forced-colors', value: 'active' }] });
  await page.goto(`${hall.url}/library?kind=drills`);
  await sees(page, 'Drills');
  await settled(page);
  const [on, off] = await page.evaluate(() =>
    ['true', 'false'].map(
      (pressed) => getComputedStyle(document.querySelector(`button[aria-pressed="${pressed}"]`)!).backgroundColor,
    ),
  );
  expect(on).not.toBe(off);
});

test.each(['light', 'dark'])('who asks for more contrast gets seven to one, in %s', async (theme) => {
  const page = await hall.coach();
  const client = await page.createCDPSession();
  await client.send('Emulation.setEmulatedMedia', {
    features: [
      { name: 'prefers-contrast', value: 'more' },
      { name: 'prefers-color-scheme', value: theme },
    ],
  });
  await page.goto(`${hall.url}/`);
  await settled(page);
  await page.waitForFunction((t) => document.documentElement.dataset.theme === t, {}, theme);
  expect(await axeFinds(page, { only: ['color-contrast-enhanced'] })).toEqual([]);
});

test('lines over a picture stand out from it: a dark casing under every light line', async () => {
  const page = await hall.coach();
  const [, path] = (await views(page)).find(([name]) => name === 'look of a picture')!;
  await page.goto(`${hall.url}${path}`);
  await settled(page);
  const strokes = await page.$$eval('svg[role="img"] polyline, svg[role="img"] line', (all) =>
    all.map((el) => [el.getAttribute('stroke'), Number(el.getAttribute('stroke-width'))] as const),
  );
  for (const [, width] of strokes.filter(([s]) => s === '#fff' || s === '#ff7a33'))
    expect(strokes.some(([s, w]) => s === '#1b2831' && w > width) || width > 4).toBe(true);
  expect(strokes.filter(([s]) => s === '#1b2831').length).toBeGreaterThanOrEqual(2);
});

test('a moving figure is held still by a press, and by the account’s menu; its name tells the angles', async () => {
  const page = await hall.coach();
  await page.goto(`${hall.url}/library?kind=drills&id=bridge`);
  const figure = await page.waitForSelector('button[title="Hold it still"]');
  expect(await figure!.evaluate((el) => el.getAttribute('aria-label'))).toMatch(/hip −?\d+°/);
  await figure!.click();
  await page.waitForSelector('button[title="Let it move"][aria-pressed="true"]');
  const drawn = (): Promise<string> => page.$eval('button[title="Let it move"] svg', (el) => el.innerHTML);
  const before = await drawn();
  await page.evaluate(() => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done))));
  expect(await drawn()).toBe(before);
  await page.locator('[aria-label^="Account:"]').click();
  await press(page, 'Hold figures still');
  await page.waitForFunction(() => document.querySelector('button[title]') === null);
});
