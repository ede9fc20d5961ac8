import { afterAll, afterEach, beforeAll, describe, expect, test } from '@jest/globals';
import type { Page } from 'puppeteer-core';
import { openHall, type Hall } from '../../tools/harness.js';
import { bodyOf } from '../../core/body/anthropometry.js';
import { acrossAnchors } from '../../core/body/across.js';
import { DEFAULT_CAMERA, simulateAcross } from '../../core/body/simulate.js';
import { rungOf } from '../../core/catalog/index.js';
import { catalog } from '../../core/catalog/shipped.js';
import { depthsAcross } from '../../core/measure/lens-across.js';
import { landmarkLabel } from '../../core/landmarks.js';
import { pass } from '../../tools/page-clock.js';
import {
  asOwner,
  choicesOf,
  choose,
  clickPoint,
  ended,
  lookOf,
  personId,
  pick,
  press,
  sees,
  seesNot,
  settled,
  started,
} from './steps.js';

let hall: Hall;
beforeAll(async () => {
  hall = await openHall();
});
afterEach(() => hall.tidy());
afterAll(() => hall?.close());

/** A simulated picture from the view that is set up, with its points where the template lays them. */
async function pictured(page: Page): Promise<void> {
  await press(page, 'Use a picture');
  await press(page, 'Simulated camera');
  await page.waitForSelector('[id^="sim-"]');
  await press(page, 'Take this picture');
  await page.waitForSelector('[data-scale]');
}

describe('looked at from elsewhere than the side', () => {
  test('a squat from the front: two clicks lay both sides, knee and toe measures are judged', async () => {
    const page = await hall.coach();
    await page.goto(`${hall.url}/bench?person=${await personId(page, 'Marit Solheim')}&position=overhead-squat`);
    await page.waitForSelector('#view');
    await pick(page, '#view', 'front');
    await pictured(page);
    const body = bodyOf({ stature: 1.72, mass: 68, sex: 'female' });
    const { pose, chordEnd } = rungOf(catalog, 'overhead-squat', 'free');
    const { of } = depthsAcross('overhead-squat', 'front', pose, body, chordEnd);
    const camera = { ...DEFAULT_CAMERA, pixelsPerMetre: 290, lens: { distance: 3, height: 0.6 } };
    const { points } = simulateAcross('overhead-squat', 'front', body, {}, chordEnd, camera, of, pose);
    // Where it stood is known of a simulated camera, from the front as from the side.
    await sees(page, '3 m away, 60 cm up');
    await sees(page, 'Click the shoulder, left');
    for (const [i, name] of acrossAnchors('overhead-squat').entries()) {
      const asks = `${i === 0 ? 'Click the' : 'Now the'} ${landmarkLabel(name).toLowerCase()}`;
      await clickPoint(page, new RegExp(asks), points[name]!);
    }
    await sees(page, 'Rings are guesses');
    await press(page, 'The rest fits');
    await press(page, 'All judged measures');
    await sees(page, 'Knee against hip and ankle');
    await sees(page, /± \d+\.\d°, (left|right)/);
    const labels = await page.$$eval('[data-point]', (all) => all.map((e) => (e as HTMLElement).dataset.point!));
    expect(labels.length).toBeGreaterThanOrEqual(8);
    expect(new Set(labels).size).toBe(labels.length);
    await press(page, 'Keep it and see');
    await sees(page, 'What was seen');
    // The server is asked only when it has it.
    await seesNot(page, /not yet sent/);
    const look = page.url().split('/').pop()!;
    const measures = await page.evaluate(
      async (id) =>
        ((await (await fetch(`/api/looks/${id}/evaluation`)).json()) as { measures: { id: string }[] }).measures.map(
          (m) => m.id,
        ),
      look,
    );
    expect(measures).toEqual(expect.arrayContaining(['knee-track', 'toe-out', 'level-pelvis']));
  });
  test('a side plank is looked at from the front and above, on the side that is set', async () => {
    const page = await hall.coach();
    await page.goto(`${hall.url}/bench?person=${await personId(page, 'Marit Solheim')}&position=side-plank`);
    await page.waitForSelector('#side');
    expect(await choicesOf(page, '#view')).toEqual(['front', 'above']);
    await pick(page, '#side', 'right');
    await choose(page, '#version', 'Feet stacked');
    await started(page);
    await pass(page, 5);
    await press(page, 'Side sags');
    await pass(page, 6);
    await ended(page, 'Stopped by coach', 'Ribs, side');
    await sees(page, 'clean seconds');
    await seesNot(page, /not yet sent/);
    const look = page.url().split('/').pop()!;
    const side = await page.evaluate(
      async (id) =>
        ((await (await fetch(`/api/looks/${id}`)).json()) as { observation: { side: string } }).observation.side,
      look,
    );
    expect(side).toBe('right');
  });
});

describe('what the hall has chosen', () => {
  test('the owner’s default method judges a look that names none, and the owner takes it back', async () => {
    const page = await asOwner(hall);
    await page.goto(`${hall.url}/studio`);
    await page.waitForSelector('#s-method');
    await pick(page, '#s-method', 'quiet');
    await press(page, 'Keep the defaults');
    await sees(page, 'Kept.');
    await page.goto(`${hall.url}/bench`);
    await page.waitForSelector('#method');
    await page.waitForFunction(() => document.querySelector<HTMLElement>('#method')?.innerText.includes('Quiet'));
    await page.goto(`${hall.url}/studio`);
    await page.waitForSelector('#s-method');
    await pick(page, '#s-method', '');
    await press(page, 'Keep the defaults');
    await sees(page, 'Kept.');
  });
  test('stop signs that were never asked, or long ago, are called for on the bench and with the person', async () => {
    const page = await hall.coach();
    await page.goto(`${hall.url}/bench?person=${await personId(page, 'Gwen Applegarth')}`);
    await sees(page, 'Stop signs were asked long ago');
    await page.goto(`${hall.url}/people/${await personId(page, 'Edda Lorne')}`);
    await sees(page, 'Not asked yet: ask before the next load');
  });
  test('the drills on a look: minutes, a pin that stays, a swap that is undone', async () => {
    const page = await hall.coach();
    const look = await lookOf(page, 'Ingeborg Quist', (l) => l.clean !== null && l.top !== null);
    await page.goto(`${hall.url}/looks/${look}`);
    await sees(page, 'Drills for it');
    await settled(page);
    const names = (): Promise<string[]> =>
      page.$$eval('section[aria-labelledby="drills"] li h3', (all) => all.map((h) => h.textContent.trim()));
    const [first] = await names();
    await page.locator(`::-p-aria(Keep ${first!} whatever else changes)`).click();
    await page.$eval('section[aria-labelledby="drills"] input[type=range]', (el) => {
      el.value = '5';
      el.dispatchEvent(new Event('input', { bubbles: true }));
    });
    await page.waitForFunction(() => document.querySelectorAll('section[aria-labelledby="drills"] li h3').length <= 2);
    expect(await names()).toContain(first);
  });
});
