/** How long a clip takes to be read against how long it plays, and what the detector costs; in a real browser. Part of `npm run bench`. */
import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import {
  BlobSource,
  BufferTarget,
  EncodedPacketSink,
  EncodedVideoPacketSource,
  Input,
  Output,
  WEBM,
  WebMOutputFormat,
} from 'mediabunny';
import type { ElementHandle, Page } from 'puppeteer-core';
import { press, settled, slide } from '../tests/e2e/steps.js';
import { openHall } from './harness.js';

const LENGTH = 20;
/** The longest clip that is read, nearly. */
const LONG = 170;

/** The clip over and over, as long as is wanted: its packets, with later times. */
async function repeated(clip: Blob, seconds: number): Promise<Uint8Array> {
  const input = new Input({ source: new BlobSource(clip), formats: [WEBM] });
  const track = (await input.getPrimaryVideoTrack())!;
  const config = (await track.getDecoderConfig())!;
  const length = await track.computeDuration();
  const target = new BufferTarget();
  const output = new Output({ format: new WebMOutputFormat(), target });
  const source = new EncodedVideoPacketSource((await track.getCodec())!);
  output.addVideoTrack(source);
  await output.start();
  for (let from = 0; from < seconds; from += length)
    for await (const packet of new EncodedPacketSink(track).packets())
      if (from + packet.timestamp < seconds)
        await source.add(packet.clone({ timestamp: from + packet.timestamp }), { decoderConfig: config });
  await output.finalize();
  return new Uint8Array(target.buffer!);
}
/** Memory of the browser's own processes that work for pages, MB; null where the system does not tell. */
function memory(): number | null {
  try {
    const lines = execFileSync('ps', ['-eo', 'rss,args'], { encoding: 'utf8' }).split('\n');
    const of = lines.filter((l) => /chrom/.test(l) && /--type=(renderer|gpu-process)/.test(l));
    return Math.round(of.reduce((sum, l) => sum + Number.parseInt(l, 10), 0) / 1024);
  } catch {
    return null;
  }
}
/** Reads a clip as long as may be: how long it takes, and the memory at a third and at the end. */
async function readLong(page: Page): Promise<{ seconds: number; third: number | null; end: number | null }> {
  const text = await page.evaluate(async () => {
    const reader = new FileReader();
    const read = new Promise((done) => (reader.onload = done));
    reader.readAsDataURL((window as unknown as { shownClip: Blob }).shownClip);
    await read;
    return reader.result as string;
  });
  const folder = mkdtempSync(join(tmpdir(), 'anchor-clip-'));
  try {
    const file = join(folder, 'long.webm');
    writeFileSync(file, await repeated(new Blob([Buffer.from(text.split(',')[1]!, 'base64')]), LONG));
    await press(page, 'Other clip');
    const input = (await page.waitForSelector('input[aria-label="Clip file"]')) as ElementHandle<HTMLInputElement>;
    const began = Date.now();
    await input.uploadFile(file);
    await page.waitForFunction(
      (third) => Number(/Read ([\d.]+) s/.exec(document.body.innerText)?.[1]) > third,
      { timeout: 300_000, polling: 200 },
      LONG / 3,
    );
    const third = memory();
    await page.waitForSelector('[data-clip="read"]', { timeout: 300_000 });
    return { seconds: (Date.now() - began) / 1000, third, end: memory() };
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

/** Reads the clip that is shown once more, from the same file. */
async function readAgain(page: Page): Promise<number> {
  await page.evaluate(() => {
    const files = new DataTransfer();
    files.items.add((window as unknown as { shownClip: File }).shownClip);
    const input = document.querySelector<HTMLInputElement>('input[aria-label="Clip file"]')!;
    input.files = files.files;
    input.dispatchEvent(new Event('change', { bubbles: true }));
  });
  const began = Date.now();
  await page.waitForSelector('[data-clip="reading"]');
  await page.waitForSelector('[data-clip="read"]', { timeout: 180_000 });
  return (Date.now() - began) / 1000;
}

/** Rows of the bench. @throws where no browser is found or nothing is built */
export async function clipRows(): Promise<[string, string, string][]> {
  const hall = await openHall();
  try {
    const page = await hall.coach();
    await page.evaluateOnNewDocument(() => {
      const make = URL.createObjectURL.bind(URL);
      URL.createObjectURL = (of) => {
        (window as unknown as { shownClip: unknown }).shownClip = of;
        return make(of);
      };
    });
    await page.goto(`${hall.url}/bench?position=front-plank&rung=forearm`);
    await settled(page);
    await press(page, 'Use a clip');
    await press(page, 'Simulated camera');
    await page.waitForSelector('#film-length');
    await slide(page, 'length', LENGTH, 'film');
    await press(page, 'Film it');
    await page.waitForSelector('[data-clip]', { timeout: 300_000 });
    const began = Date.now();
    await page.waitForSelector('[data-clip="read"]', { timeout: 180_000 });
    const first = (Date.now() - began) / 1000;
    const again = [await readAgain(page), await readAgain(page)];
    const usual = Math.min(...again);
    const long = await readLong(page);
    return [
      [
        `a clip of ${LENGTH} s (640×360, 15 a second) read in the browser`,
        `${usual.toFixed(1)} s: ${(usual / LENGTH).toFixed(2)} ×`,
        'under 1 ×',
      ],
      [
        `one of ${LONG} s, and the browser’s memory at a third and at the end`,
        `${long.seconds.toFixed(0)} s: ${(long.seconds / LONG).toFixed(2)} ×; ${long.third ?? '?'} and ${long.end ?? '?'} MB`,
        'flat',
      ],
      ['the detector’s start, with the first clip', `${Math.max(0, first - usual).toFixed(1)} s`, ''],
    ];
  } finally {
    await hall.close();
  }
}
