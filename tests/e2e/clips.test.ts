/** Clips: filmed by the simulated camera with a sag at a known second, read, set right by hand, kept; and files that are no clips. */
import { afterAll, afterEach, beforeAll, describe, expect, test } from '@jest/globals';
import { BufferTarget, EncodedPacket, EncodedVideoPacketSource, Mp4OutputFormat, Output } from 'mediabunny';
import type { ElementHandle, Page } from 'puppeteer-core';
import type { Look } from '../../api/observations.js';
import { openHall, type Hall } from '../../tools/harness.js';
import { pass } from '../../tools/page-clock.js';
import { axeFinds, layoutTroubles } from './layout.js';
import { asOwner, choose, newPerson, pickPerson, press, sees, seesNot, settled, shown, slide } from './steps.js';

let hall: Hall;
beforeAll(async () => {
  hall = await openHall();
});
afterEach(() => hall.tidy());
afterAll(() => hall?.close());

/** A coach's page that remembers the clip which it shows, as the device's own folder would. */
async function coach(): Promise<Page> {
  const page = await hall.coach();
  await page.evaluateOnNewDocument(() => {
    const make = URL.createObjectURL.bind(URL);
    URL.createObjectURL = (of) => {
      (window as unknown as { shownClip: unknown }).shownClip = of;
      return make(of);
    };
  });
  return page;
}
const onBench = async (page: Page, person: string): Promise<void> => {
  await page.goto(`${hall.url}/bench?person=${person}&position=front-plank&rung=forearm`);
  await settled(page);
  await press(page, 'Use a clip');
  await page.waitForSelector('input[aria-label="Clip file"]');
};
interface Filmed {
  length: number;
  from: number;
  rate: number;
  most: number;
  mended?: number;
}
/** Films with the simulated camera and waits until the clip is read. */
async function filmed(page: Page, of: Filmed, kind: 'WebM' | 'MP4'): Promise<void> {
  await press(page, 'Simulated camera');
  await page.waitForSelector('#film-most');
  for (const [key, value] of Object.entries({ breath: 0, mended: 0, ...of })) await slide(page, key, value, 'film');
  if (kind === 'MP4') await choose(page, '#film-kind', 'MP4');
  await press(page, 'Film it');
  await page.waitForSelector('[data-clip]', { timeout: 180_000 });
  await read(page);
}
const read = (page: Page): Promise<unknown> => page.waitForSelector('[data-clip="read"]', { timeout: 120_000 });
const cleanOn = async (page: Page): Promise<number> => Number(/([\d.]+)\s*clean seconds/.exec(await shown(page))![1]);
/** The clear limit for a sag, as the strip shows it. */
const limitOn = async (page: Page): Promise<number> => Number(/Hips sag from (\d+)/.exec(await shown(page))![1]);
const breaksOn = (page: Page): Promise<string[]> =>
  page.$$eval('ul[aria-label="Breaks"] button', (all) =>
    all.map((b) => (b as HTMLElement).innerText.replace(/\s+/g, ' ')),
  );
/** Gives the page a file to choose: bytes, or a part of the clip that it shows. */
const give = (page: Page, name: string, bytes: number[] | { share: number }, to = 'Clip file'): Promise<void> =>
  page.evaluate(
    async (as, of, label) => {
      const whole = Array.isArray(of)
        ? new Uint8Array(of)
        : new Uint8Array(await (window as unknown as { shownClip: Blob }).shownClip.arrayBuffer());
      const part = Array.isArray(of) ? whole : whole.slice(0, Math.round(whole.length * of.share));
      const files = new DataTransfer();
      files.items.add(new File([part], as, { type: 'video/mp4' }));
      const input = document.querySelector<HTMLInputElement>(`input[aria-label="${label}"]`)!;
      input.files = files.files;
      input.dispatchEvent(new Event('change', { bubbles: true }));
    },
    name,
    bytes,
    to,
  );

describe('a clip on the bench', () => {
  test('the second at which a sag passes the limit, a point set right, a reload, and the look that comes of it', async () => {
    const page = await coach();
    const id = await newPerson(hall, page, 'Tilde Ekholm');
    await onBench(page, id);
    await filmed(page, { length: 7, from: 3, rate: 8, most: 18 }, 'WebM');
    const crossed = 3 + (await limitOn(page)) / 8;
    const clean = await cleanOn(page);
    expect(Math.abs(clean - crossed)).toBeLessThan(0.5);
    expect(await breaksOn(page)).toEqual([expect.stringMatching(/Hips sag/)]);
    // On a screen and on a phone in the dark: nothing small, cut, sideways, and axe finds nothing.
    const troubles = async (): Promise<string[]> => {
      // What lies under a bar when the page has moved is another matter.
      await page.evaluate(() => window.scrollTo(0, 0));
      return [...(await axeFinds(page)), ...(await layoutTroubles(page))];
    };
    expect(await troubles()).toEqual([]);
    await page.emulateMediaFeatures([{ name: 'prefers-color-scheme', value: 'dark' }]);
    await page.setViewport({ width: 390, height: 844, hasTouch: true });
    expect(await troubles()).toEqual([]);
    await page.emulateMediaFeatures([]);
    await page.setViewport({ width: 1280, height: 800 });
    // A break is gone to, and the point stands on its frame.
    await page.locator('ul[aria-label="Breaks"] button').click();
    await page.waitForFunction(
      (t) => Math.abs(Number(document.querySelector<HTMLElement>('[data-t]')!.dataset.t) - t) < 0.5,
      {},
      crossed,
    );
    // The hip is set too high on one frame: the whole line was straighter than it was found, so the sag comes later.
    await press(page, 'Set points right on this frame');
    const hip = await page.waitForSelector('li[data-point="hip"] button');
    await hip!.click();
    for (let i = 0; i < 6; i += 1) await page.locator('::-p-aria([name="Move it up"][role="button"])').click();
    await sees(page, '1 set by hand');
    await page.waitForFunction(
      (before) => Number(/([\d.]+)\s*clean seconds/.exec(document.body.innerText)?.[1]) > before + 0.05,
      {},
      clean,
    );
    const corrected = await cleanOn(page);
    await page.waitForSelector('[data-draft="kept"]');
    // What was read and set is there after a reload.
    await page.reload();
    await settled(page);
    await sees(page, 'set by hand');
    await page.waitForFunction(
      (is) => Number(/([\d.]+)\s*clean seconds/.exec(document.body.innerText)?.[1]) === is,
      {},
      corrected,
    );
    await press(page, 'Keep it and see');
    await sees(page, 'What was seen');
    expect(Math.abs((await cleanOn(page)) - corrected)).toBeLessThan(0.15);
    await seesNot(page, /not yet sent/);
    const look = await page.evaluate(
      async () => (await (await fetch(`/api/looks/${location.pathname.split('/').pop()}`)).json()) as Look,
    );
    expect(look.anchors).toEqual([expect.objectContaining({ name: 'hip' })]);
    expect(look.observation.frames.length).toBeGreaterThan(80);
    expect(Object.keys(look.observation.frames[0]!.points)).not.toContain('toe');
    // Nothing is left behind for the next.
    await onBench(page, id);
    await sees(page, 'Drop a clip here');
  });

  test('a clip is kept with its look, played, measured on, taken out, deleted; another waits in the inbox until it is looked at', async () => {
    const page = await coach();
    const id = await newPerson(hall, page, 'Aslaug Lunde');
    await page.goto(`${hall.url}/people/${id}`);
    await press(page, 'Record');
    await page.locator('form [role="switch"]').click();
    await press(page, 'Save');
    await sees(page, 'clips may be kept');
    await onBench(page, id);
    await filmed(page, { length: 4, from: 1, rate: 20, most: 18 }, 'WebM');
    await press(page, 'Keep it and see');
    await press(page, 'Play it, measure on it');
    await page.waitForFunction(() => (document.querySelector('video')?.readyState ?? 0) >= 2);
    await sees(page, 'It is kept by the studio');
    // Between named points, by keys; and two taps, which another device would see as well.
    await press(page, 'Angle');
    await press(page, 'Or between named points');
    await choose(page, '#mark-1', 'Shoulder');
    await choose(page, '#mark-2', 'Hip');
    await choose(page, '#mark-3', 'Knee');
    await sees(page, /1[5-9]\d\.\d° ± \d/);
    await press(page, 'Distance');
    const area = (await (await page.$('svg[data-t]'))!.boundingBox())!;
    for (const share of [0.3, 0.6]) await page.mouse.click(area.x + share * area.width, area.y + 0.3 * area.height);
    await sees(page, /\d cm ± \d/);
    expect(await axeFinds(page)).toEqual([]);
    await page.evaluate(() => {
      const made: string[] = [];
      Object.assign(window, { made });
      const make = URL.createObjectURL.bind(URL);
      URL.createObjectURL = (of) => {
        made.push((of as Blob).type);
        return make(of);
      };
    });
    for (const [button, type] of [
      ['Picture (PNG)', 'image/png'],
      ['Drawing (SVG)', 'image/svg+xml'],
      ['Clip with the line', 'video/webm'],
    ] as const) {
      await press(page, button);
      await page.waitForFunction((t) => (window as unknown as { made: string[] }).made.includes(t), {}, type);
    }
    await page.reload();
    await sees(page, /\d cm ± \d/);
    // A colleague watches it blind: nothing that was seen is told before both stand side by side.
    const look = new URL(page.url()).pathname.split('/')[2]!;
    const owner = await asOwner(hall);
    await owner.setViewport({ width: 390, height: 844, isMobile: true, hasTouch: true });
    await owner.goto(`${hall.url}/eye`);
    await owner.locator(`a[href="/eye/blind/${look}"]`).click();
    await sees(owner, 'Watch it once, as on the floor');
    await seesNot(owner, /clean seconds|° ±/);
    expect(await layoutTroubles(owner)).toEqual([]);
    await press(owner, 'Start');
    await owner.waitForFunction(() => document.querySelector('video')!.currentTime > 0.8);
    await press(owner, 'Hips sag');
    await sees(owner, 'What you tapped');
    await sees(owner, /Hips sag at \d\.\d s/);
    // The battery was flat: what was tapped is here again.
    await owner.waitForSelector('[data-draft="kept"]');
    await owner.reload();
    await sees(owner, /Your draft of/);
    await sees(owner, /Hips sag at \d\.\d s/);
    expect(await layoutTroubles(owner)).toEqual([]);
    expect(await axeFinds(owner)).toEqual([]);
    await press(owner, 'Keep it and compare');
    await sees(owner, 'watched the same clip blind');
    await sees(owner, /Hips sag\s+\S+\s+seen/);
    await sees(owner, /Clean seconds\s+\d\.\d s\s+\d\.\d s\s+(agree|differ)/);
    await press(page, 'Delete the clip');
    await press(page, 'Delete it');
    await sees(page, 'The points are here, the clip is not');
    // Another clip, by the inbox.
    await onBench(page, id);
    await filmed(page, { length: 4, from: 1, rate: 20, most: 18 }, 'WebM');
    const bytes = await page.evaluate(async () => [
      ...new Uint8Array(await (window as unknown as { shownClip: Blob }).shownClip.arrayBuffer()),
    ]);
    await page.goto(`${hall.url}/inbox`);
    await pickPerson(page, 'inbox-who', 'Aslaug Lunde');
    await page.waitForFunction(() =>
      [...document.querySelectorAll('button')].some((b) => b.innerText.includes('Choose clips') && !b.disabled),
    );
    await give(page, 'no-clip.mp4', [1, 2, 3], 'Clips to put in');
    await sees(page, 'no clip that can be read');
    await give(page, 'from-home.webm', bytes, 'Clips to put in');
    await sees(page, 'from-home.webm waits now');
    await page.goto(hall.url);
    await press(page, 'clips and pictures wait');
    await sees(page, 'from-home.webm');
    expect(await layoutTroubles(page)).toEqual([]);
    await page.evaluate(() => {
      const row = [...document.querySelectorAll('li')].find((li) => li.innerText.includes('from-home.webm'))!;
      [...row.querySelectorAll('a')].find((a) => a.innerText.trim() === 'Look')!.click();
    });
    await read(page);
    await press(page, 'Keep it and see');
    await sees(page, 'What was seen');
    await page.waitForFunction(async () =>
      ((await (await fetch('/api/clips')).json()) as { clips: { name: string }[] }).clips.every(
        (c) => c.name !== 'from-home.webm',
      ),
    );
    // Both are played side by side, at the break.
    const looks = await page.evaluate(
      async (who) =>
        ((await (await fetch(`/api/people/${who}/looks`)).json()) as { items: { id: string }[] }).items.map(
          (l) => l.id,
        ),
      id,
    );
    await page.goto(`${hall.url}/people/${id}/compare?then=${looks[1]}&now=${looks[0]}`);
    await press(page, 'At the break');
    await press(page, 'Play both');
    await page.waitForFunction(() =>
      [...document.querySelectorAll<HTMLElement>('[aria-label="Played together"] svg[data-t]')].every(
        (svg) => Number(svg.dataset.t) > 1.5,
      ),
    );
  });

  test('a clip that may be seen through is read by its colours', async () => {
    const page = await coach();
    await onBench(page, await newPerson(hall, page, 'Ketil Brun'));
    const input = (await page.waitForSelector('input[aria-label="Clip file"]')) as ElementHandle<HTMLInputElement>;
    await input.uploadFile('tests/e2e/see-through.webm');
    await read(page);
    await sees(page, /clean seconds[^]*of 2\.\d s/);
  });

  test('reps are cut by themselves, with their tempo; what was none is left out, and the look counts the rest', async () => {
    const page = await coach();
    const id = await newPerson(hall, page, 'Runa Solvik');
    await page.goto(`${hall.url}/bench?person=${id}&position=overhead-squat&rung=supported`);
    await settled(page);
    await choose(page, '#view', 'From the side');
    await press(page, 'Use a clip');
    await press(page, 'Simulated camera');
    await page.waitForSelector('#film-reps');
    await slide(page, 'reps', 3, 'film');
    await slide(page, 'pause', 5, 'film');
    await slide(page, 'down', 10, 'film');
    await slide(page, 'up', 10, 'film');
    await press(page, 'Film it');
    await page.waitForSelector('[data-clip]', { timeout: 180_000 });
    await read(page);
    await sees(page, 'clean reps of 3');
    await sees(page, /Tempo 2 · 1 · 2: up [01]\.\d s too fast/);
    await page.locator('ol[aria-label="Reps"] button').click();
    await choose(page, '#rep-0', 'No rep');
    await sees(page, 'of 2');
    await press(page, 'Keep it and see');
    await sees(page, 'What was seen');
    await sees(page, /of 2 reps/);
    // The screen counts them from there.
    await page.goto(`${hall.url}/screen?person=${id}`);
    await press(page, 'From the side');
    // The clips are asked for when the page opens: the choice comes with them.
    await page.waitForSelector('button#screen-clip');
    await choose(page, '#screen-clip', '20');
    await sees(page, /From the side\s*2\/5/);
  });

  test('a squat is filmed and read from the front: reps, the knees that go in, and the lens that is told there too', async () => {
    const page = await coach();
    const id = await newPerson(hall, page, 'Solveig Aune');
    await page.goto(`${hall.url}/bench?person=${id}&position=overhead-squat&rung=free`);
    await settled(page);
    await choose(page, '#view', 'From the front');
    await press(page, 'Use a clip');
    await press(page, 'Simulated camera');
    await page.waitForSelector('#film-kneeIn');
    await slide(page, 'reps', 2, 'film');
    await slide(page, 'kneeIn', 22, 'film');
    await press(page, 'Film it');
    await page.waitForSelector('[data-clip]', { timeout: 180_000 });
    await read(page);
    await sees(page, '0 clean reps of 2');
    await sees(page, 'First to go: Knee goes in');
    await sees(page, 'Where the lens stood: 3 m away, 60 cm up');
    await press(page, 'Keep it and see');
    await sees(page, 'What was seen');
    await sees(page, 'Knee goes in');
  });

  test('MP4: one that recovers is a break marked so; a dip is none, and that clip is clean to its end', async () => {
    const page = await coach();
    const id = await newPerson(hall, page, 'Ivo Rask');
    await onBench(page, id);
    await filmed(page, { length: 7, from: 2, rate: 14, most: 18, mended: 4.5 }, 'MP4');
    expect(await breaksOn(page)).toEqual([expect.stringMatching(/Hips sag.*recovered/)]);
    await press(page, 'Other clip');
    await filmed(page, { length: 5, from: 2, rate: 40, most: 14, mended: 2.5 }, 'MP4');
    expect(await breaksOn(page)).toEqual([]);
    expect(await cleanOn(page)).toBeGreaterThan(4);
    // Reading ended half-way leaves what was read, and keeps nothing.
    await give(page, 'again.mp4', { share: 1 });
    await press(page, 'Stop reading');
    await page.waitForSelector('[data-clip="stopped"]');
    await press(page, 'Other clip');
    await sees(page, 'Drop a clip here');
    await page.goto(`${hall.url}/people/${id}`);
    await settled(page);
    await seesNot(page, /Forearm plank.*clean/);
  });

  test('a camera that looks on says what goes while it goes, is quiet when it is mended, and films what it sees', async () => {
    const page = await coach();
    const id = await newPerson(hall, page, 'Loa Sand');
    await onBench(page, id);
    await press(page, 'Simulated camera');
    await press(page, 'Look on live');
    const says = (text: string): Promise<unknown> =>
      page.waitForFunction(
        (t) => document.querySelector<HTMLElement>('[data-live]')?.innerText === t,
        { polling: 100 },
        text,
      );
    /** Waits until the camera has looked so often again: what it looked at then is what is drawn now. */
    const looked = async (times: number): Promise<void> => {
      const before = await page.$eval('[data-live]', (el) => Number((el as HTMLElement).dataset.live));
      await page.waitForFunction(
        (least) => Number(document.querySelector<HTMLElement>('[data-live]')!.dataset.live) >= least,
        { polling: 100 },
        before + times,
      );
    };
    await says('The line holds');
    // The simulated person moves by the page's clock: it sags from five seconds on, and is mended at nine.
    await pass(page, 7);
    await looked(3);
    await pass(page, 1.2);
    await says('Hips sag');
    await pass(page, 4.3);
    await looked(2);
    await says('The line holds');
    await press(page, 'Film it');
    await looked(6);
    await pass(page, 3);
    await sees(page, 'Stop, 3 s');
    await press(page, 'Stop,');
    await page.waitForSelector('[data-clip="read"], [role="alert"].note', { timeout: 60_000 });
    expect(await shown(page)).not.toMatch(/damaged|no clip/);
  });

  test('a file that is no clip, is empty, breaks off, or is packed as nothing that can be read: each gets its sentence', async () => {
    const page = await coach();
    const id = await newPerson(hall, page, 'Mira Holm');
    await onBench(page, id);
    await give(page, 'notes.mp4', [...Buffer.from('Bring the long bands on Tuesday.')]);
    await sees(page, 'This is no clip that can be read');
    await give(page, 'empty.mp4', []);
    await sees(page, 'This file is empty');
    await give(page, 'packed.mp4', await hevc());
    await sees(page, /packed as HEVC[\s\S]*H\.264/);
    // What can be read of a file that breaks off is read, and it is said where it ends.
    await filmed(page, { length: 5, from: 0, rate: 1, most: 0 }, 'WebM');
    await give(page, 'cut.webm', { share: 0.6 });
    await page.waitForSelector('[data-clip="reading"]');
    await read(page);
    await sees(page, 'The file breaks off after');
    await give(page, 'stub.webm', { share: 0.02 });
    await sees(page, /This file is damaged|This is no clip/);
  });
});

/** A file that says it is packed as HEVC; nothing in it is. */
async function hevc(): Promise<number[]> {
  const target = new BufferTarget();
  const output = new Output({ format: new Mp4OutputFormat(), target });
  const source = new EncodedVideoPacketSource('hevc');
  output.addVideoTrack(source);
  await output.start();
  const description = Uint8Array.from([
    1, 1, 96, 0, 0, 0, 144, 0, 0, 0, 0, 0, 93, 240, 0, 252, 253, 248, 248, 0, 0, 15, 0,
  ]);
  for (let i = 0; i < 3; i += 1)
    await source.add(new EncodedPacket(new Uint8Array(64), i === 0 ? 'key' : 'delta', i / 25, 1 / 25), {
      decoderConfig: { codec: 'hvc1.1.6.L93.90', codedWidth: 640, codedHeight: 360, description },
    });
  await output.finalize();
  return [...new Uint8Array(target.buffer!)];
}
