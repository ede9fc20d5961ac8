/** `npm run screenshots`: one current picture of each main view, from the demo's data, into docs/screenshots. */
import { mkdirSync } from 'node:fs';
import type { Page } from 'puppeteer-core';
import { openHall } from './harness.js';

const hall = await openHall();
const page: Page = await hall.coach();
const pause = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms));
mkdirSync('docs/screenshots', { recursive: true });

async function shoot(name: string, path?: string): Promise<void> {
  if (path) await page.goto(`${hall.url}${path}`);
  await page.waitForFunction(() => document.readyState === 'complete' && !/Fetching …/.test(document.body.innerText));
  await pause(1100);
  await page.screenshot({ path: `docs/screenshots/${name}.png` });
  process.stdout.write(`docs/screenshots/${name}.png\n`);
}
const press = (text: string): Promise<void> =>
  page.locator(`::-p-xpath(//*[self::button or self::a][contains(normalize-space(.), "${text}")])`).click();

await page.emulateMediaFeatures([{ name: 'prefers-reduced-motion', value: 'reduce' }]);
const person = await page.evaluate(
  async () => ((await (await fetch('/api/people?search=Marit')).json()) as { id: string }[])[0]!.id,
);
const looks = await page.evaluate(
  async (id) =>
    ((await (await fetch(`/api/people/${id}/looks`)).json()) as { items: { id: string; mediaId: string | null }[] })
      .items,
  person,
);
const pictures = looks.filter((l) => l.mediaId);

const door = await hall.page();
await door.setViewport({ width: 1280, height: 800 });
await door.goto(`${hall.url}/sign-in`);
await pause(900);
await door.screenshot({ path: 'docs/screenshots/sign-in.png' });
await shoot('floor', '/');
await shoot('people', '/people');
await shoot('person', `/people/${person}`);
await page.goto(`${hall.url}/bench?person=${person}`);
await pause(900);
await page.keyboard.press('Space');
await pause(2600);
await page.keyboard.press('Digit1');
await pause(1200);
await shoot('bench-watched');
await page.evaluate(() => localStorage.removeItem('anchor.hold'));
await page.goto(`${hall.url}/bench?person=${person}`);
await pause(700);
await press('Use a picture');
await press('Simulated camera');
await pause(600);
await page.$eval('#sim-hipLine', (el) => {
  (el as HTMLInputElement).value = '12';
  el.dispatchEvent(new Event('input', { bubbles: true }));
});
await shoot('bench-simulated-camera');
await press('Take this picture');
await pause(700);
const box = (await (await page.$('[data-scale]'))!.boundingBox())!;
await page.mouse.click(box.x + box.width * 0.688, box.y + box.height * 0.507);
await page.mouse.click(box.x + box.width * 0.204, box.y + box.height * 0.608);
await pause(400);
for (let i = 0; i < 3; i += 1) {
  await page.keyboard.down('Shift');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.up('Shift');
}
await shoot('bench-picture');
await shoot('look-hold', `/looks/${looks.find((l) => !l.mediaId)!.id}`);
await shoot('look-picture', `/looks/${pictures.at(-1)!.id}`);
await shoot('then-and-now', `/people/${person}/compare?then=${pictures.at(-1)!.id}&now=${pictures[0]!.id}`);
await shoot('library', '/library?kind=positions&id=bird-dog');
await shoot('library-drill', '/library?kind=drills&id=thwart-bridge');
await shoot('screen', `/screen?person=${person}`);
await shoot('ladders', `/ladders?person=${person}`);
await shoot('lever', `/lever?person=${person}&at=front-plank/straight-arm`);
await shoot('studio', '/studio');
await page.evaluate(() => localStorage.setItem('anchor.theme', 'dark'));
await shoot('look-picture-dark', `/looks/${pictures.at(-1)!.id}`);
await hall.close();
