/** `npm run screenshots [-- FOLDER]`: one current picture of each main view, from the demo's data, into docs/screenshots. */
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import type { Page } from 'puppeteer-core';
import { asOwner, personId, press, sees, settled, slide } from '../tests/e2e/steps.js';
import { openHall } from './harness.js';
import { pass } from './page-clock.js';

const folder = process.argv[2] ?? 'docs/screenshots';
mkdirSync(folder, { recursive: true });
const hall = await openHall();
const page: Page = await hall.coach();
await page.emulateMediaFeatures([{ name: 'prefers-reduced-motion', value: 'reduce' }]);

async function shoot(name: string, path?: string, on = page): Promise<void> {
  if (path) await on.goto(`${hall.url}${path}`);
  await settled(on);
  // What moves has come to rest, and has been painted.
  await pass(on, 2);
  // A clock that runs is drawn ten times a second.
  await new Promise((resolve) => setTimeout(resolve, 250));
  await on.evaluate(() => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done))));
  await on.screenshot({ path: join(folder, `${name}.png`) });
  process.stdout.write(`${join(folder, name)}.png\n`);
}

const person = await personId(page, 'Marit Solheim');
const looks = await page.evaluate(
  async (id) =>
    ((await (await fetch(`/api/people/${id}/looks`)).json()) as { items: { id: string; mediaId: string | null }[] })
      .items,
  person,
);
const pictures = looks.filter((l) => l.mediaId);

await shoot('floor', '/');
const groupId = await page.evaluate(
  async () =>
    ((await (await fetch('/api/groups')).json()) as { id: string; name: string }[]).find((g) =>
      g.name.startsWith('Lunch'),
    )!.id,
);
await page.goto(`${hall.url}/groups/${groupId}`);
await sees(page, 'Clean seconds over');
await shoot('group');
await shoot('person', `/people/${person}`);
await page.goto(`${hall.url}/eye`);
await sees(page, 'Named for nothing');
await shoot('eye');
await page.goto(`${hall.url}/classes`);
await press(page, 'Lunchtime, trunk basics');
await sees(page, 'proven best');
await page.$eval('#class-plan', (el) => el.scrollIntoView());
await shoot('class');
await press(page, 'Run it');
await sees(page, 'Ready');
await press(page, 'Start');
await pass(page, 97);
await sees(page, 'Front plank');
const [names, pads] = ['ul[aria-label="Members"] li', 'ul[aria-label="Fault pads"] li'];
await page.locator(`${names}:nth-child(1) button`).click();
await page.locator(`${pads}:nth-child(1) button`).click();
await page.locator(`${names}:nth-child(3) button`).click();
await page.locator(`${pads}:nth-child(4) button`).click();
await page.locator(`${names}:nth-child(2) button`).click();
// The flash of the turn is over.
await page.waitForFunction(() => document.querySelector('.flash') === null);
await shoot('class-running');
const programme = await page.evaluate(
  async () =>
    ((await (await fetch('/api/programmes')).json()) as { id: string; name: string }[]).find((p) =>
      p.name.startsWith('Bram'),
    )!.id,
);
await page.goto(`${hall.url}/plans/${programme}`);
await page.waitForSelector('[data-worked-out="true"]');
await page.locator('[role="radio"]:nth-of-type(3)').click();
await shoot('plan');
await press(page, 'Make a link');
const link = await (await page.waitForSelector('input[aria-label="The link"]'))!.evaluate((el) => el.value);
await page.goto(`${hall.url}/bench?person=${person}`);
await settled(page);
await press(page, 'Use a picture');
await press(page, 'Simulated camera');
await page.waitForSelector('#sim-hipLine');
await slide(page, 'hipLine', 12);
await press(page, 'Take this picture');
await sees(page, 'Click the shoulder');
// The picture lies still: what is laid out above it has come.
let box = (await (await page.waitForSelector('[data-scale]'))!.boundingBox())!;
for (let still = 0; still < 5;) {
  await new Promise((done) => setTimeout(done, 100));
  const now = (await (await page.$('[data-scale]'))!.boundingBox())!;
  still = now.x === box.x && now.y === box.y && now.width === box.width ? still + 1 : 0;
  box = now;
}
await page.mouse.click(box.x + box.width * 0.688, box.y + box.height * 0.507);
await sees(page, 'Now the ankle');
await page.mouse.click(box.x + box.width * 0.204, box.y + box.height * 0.608);
await sees(page, 'Rings are guesses');
for (let i = 0; i < 3; i += 1) {
  await page.keyboard.down('Shift');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.up('Shift');
}
await press(page, 'The rest fits');
await sees(page, 'All judged measures');
await shoot('bench-picture');
await press(page, 'Use a clip');
// What is said of the picture's draft is said, and gone.
await sees(page, 'The picture is kept');
await page.locator('[role="status"] button').click();
await press(page, 'Simulated camera');
await page.waitForSelector('#film-most');
for (const [key, value] of [
  ['length', 14],
  ['from', 6],
  ['rate', 8],
  ['most', 16],
] as const)
  await slide(page, key, value, 'film');
await press(page, 'Film it');
await page.waitForSelector('[data-clip="read"]', { timeout: 180_000 });
await page.locator('ul[aria-label="Breaks"] button').click();
await shoot('bench-clip');
await shoot('look-picture', `/looks/${pictures.at(-1)!.id}`);
await shoot('then-and-now', `/people/${person}/compare?then=${pictures.at(-1)!.id}&now=${pictures[0]!.id}`);
await shoot('ladders', `/ladders?person=${person}`);
await shoot('lever', `/lever?person=${person}&at=front-plank/straight-arm`);
const owner = await asOwner(hall);
await shoot('studio', '/studio', owner);
await owner.goto(`${hall.url}/backups`);
await press(owner, 'Make one now');
await sees(owner, 'Everything up to then is safe');
await press(owner, 'Check');
await sees(owner, 'each as it was');
await pass(owner, 20);
await shoot('backups', undefined, owner);

// Two coaches, one person.
const both = await personId(page, 'Gwen Applegarth');
for (const on of [page, owner]) {
  await on.goto(`${hall.url}/people/${both}?edit=1`);
  await on.waitForSelector('#p-goal');
  await settled(on);
}
await owner.locator('#p-goal').fill('A pull-up by spring');
await owner.locator('#p-notes').fill('Knee is quiet on the bench.');
await owner.locator('#p-email').fill('gwen@lofting.example');
await press(owner, 'Save');
await sees(owner, 'A pull-up by spring');
await page.locator('#p-goal').fill('Straight-arm plank, forty seconds');
await page.locator('#p-notes').fill('Works shifts: mornings only.');
await page.locator('#p-mass').fill('71');
await press(page, 'Save');
await sees(page, 'Two versions of');
await page.locator('[role="radiogroup"] [role="radio"]').click();
await shoot('two-versions');
await press(page, 'Go back to the page');
await sees(page, 'Nothing was changed');
await press(page, 'Cancel');
await shoot('trail', '/trail', owner);

// Work alone, by link, on a telephone.
const phone = await hall.page();
await phone.setViewport({ width: 390, height: 844, deviceScaleFactor: 1, hasTouch: true, isMobile: true });
await phone.goto(link);
await sees(phone, 'Bram’s programme');
await shoot('solo', undefined, phone);

// On a telephone: a hold under both thumbs.
await page.setViewport({ width: 390, height: 844, deviceScaleFactor: 1, hasTouch: true, isMobile: true });
await page.goto(`${hall.url}/bench?person=${await personId(page, 'Teo Aldana')}`);
await settled(page);
await press(page, 'Start');
await pass(page, 21.4);
await page.keyboard.press('Digit1');
await pass(page, 9);
await shoot('phone-running');
await hall.close();
