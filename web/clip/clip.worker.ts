/**
 * Reads a clip: decodes it, has people found on some frames, and follows their points between. Frames are never kept: what is in memory
 * does not grow with the clip.
 */
import { BlobSource, Input, MP4, QTFF, VideoSampleSink, WEBM, type VideoSample } from 'mediabunny';
import { meant, middleOf, type DetectedPerson } from '../../core/clip/detected.js';
import { FOLLOWED, type RawFrame } from '../../core/clip/raw.js';
import { greyOf, pyramidOf, track, type Pyramid } from '../../core/clip/track.js';
import type { Point, Seconds } from '../../core/geometry.js';
import type { ClipAsked, ClipProblem, ClipSaid, DetectorAsked, DetectorSaid, Region } from './messages.js';
import { MAX_BYTES, MAX_SECONDS } from './limits.js';
import { opaqueSamples } from './opaque.js';

/** Frames a second that are looked at; more tell nothing that lasts a tenth of a second. */
const RATE = 15;
/** A little more often than that is the same. */
const EARLY: Seconds = 0.004;
/** Findings a second: as many as a clip of a minute has time for, fewer on a longer one. */
const FINDINGS = { most: 4, least: 1.5, ofAll: 240, close: 10 } as const;
/** Longest side of a picture that is looked at, px. */
const SIDE = 640;

const say = (said: ClipSaid): void => self.postMessage(said);

class Unreadable extends Error {
  constructor(
    readonly problem: ClipProblem,
    readonly codec?: string,
  ) {
    super(problem);
  }
}

/** Asks the detector; each answer belongs to its question. */
function detectorAt(port: MessagePort): (image: ImageBitmap) => Promise<DetectedPerson[]> {
  const waiting = new Map<number, (people: DetectedPerson[]) => void>();
  let asked = 0;
  port.onmessage = ({ data }: MessageEvent<DetectorSaid>) => {
    if (data.is !== 'found') return;
    waiting.get(data.id)?.(data.people);
    waiting.delete(data.id);
  };
  return (image) =>
    new Promise((resolve) => {
      const id = (asked += 1);
      waiting.set(id, resolve);
      port.postMessage({ is: 'detect', id, image } satisfies DetectorAsked, [image]);
    });
}

/** @throws Unreadable */
async function opened(file: Blob) {
  if (file.size === 0) throw new Unreadable('empty');
  if (file.size > MAX_BYTES) throw new Unreadable('too-large');
  const input = new Input({ source: new BlobSource(file), formats: [MP4, QTFF, WEBM] });
  if (!(await input.canRead().catch(() => false))) throw new Unreadable('not-a-clip');
  const track = await input.getPrimaryVideoTrack().catch(() => {
    throw new Unreadable('damaged');
  });
  if (!track) throw new Unreadable('no-picture');
  const codec = await track.getCodec();
  if (!(await track.canDecode())) throw new Unreadable('codec', codec ?? undefined);
  const length = await track.computeDuration().catch(() => {
    throw new Unreadable('damaged');
  });
  // What the file says of itself: more than can be read of it means that its end is missing.
  const said = await input.getDurationFromMetadata().catch(() => null);
  return { track, length, said };
}

/** Frames from one finding to the next, with what following them needs. */
interface Stretch {
  frames: { t: Seconds; pyramid: Pyramid }[];
  people: Promise<DetectedPerson[] | undefined>;
}

async function read({ file, from, to, region, close, detector }: ClipAsked): Promise<void> {
  const { track: video, length, said } = await opened(file);
  const [width, height] = [await video.getDisplayWidth(), await video.getDisplayHeight()];
  const first = await video.getFirstTimestamp();
  const end = Math.min(to ?? Infinity, length - first);
  if (end - from > MAX_SECONDS + 0.5) throw new Unreadable('too-long');
  const stats = await video.computePacketStats(100).catch(() => null);
  say({ is: 'facts', facts: { width, height, length: length - first, rate: stats?.averagePacketRate ?? 0 } });

  const k = Math.min(1, SIDE / Math.max(width, height));
  const [w, h] = [Math.max(1, Math.round(width * k)), Math.max(1, Math.round(height * k))];
  const canvas = new OffscreenCanvas(w, h);
  const context = canvas.getContext('2d', { willReadFrequently: true })!;
  const part: Region = region ?? { x: 0, y: 0, width, height };
  const look = detector ? detectorAt(detector) : null;
  const find = async (): Promise<DetectedPerson[] | undefined> => {
    if (!look) return undefined;
    const [x, y] = [Math.round(part.x * k), Math.round(part.y * k)];
    const image = await createImageBitmap(
      canvas,
      x,
      y,
      Math.max(1, Math.round(part.width * k)),
      Math.max(1, Math.round(part.height * k)),
    );
    const people = await look(image);
    return people.map((person) =>
      person.map(({ at, visible }) => ({ at: [part.x + at[0] * part.width, part.y + at[1] * part.height], visible })),
    );
  };

  const usual = Math.min(FINDINGS.most, Math.max(FINDINGS.least, FINDINGS.ofAll / Math.max(1, end - from)));
  const apart = 1 / (close ? FINDINGS.close : usual);
  /** Points that are followed, px of the small picture, and the last picture that they were seen on. */
  let points: (Point | null)[] = FOLLOWED.map(() => null);
  let last: Pyramid | null = null;
  let before: Point | null = null;

  /** Follows the points through a stretch that ends where people were looked for next. */
  const follow = async ({ frames, people }: Stretch): Promise<void> => {
    const found = await people;
    const person = found && meant(found, before);
    const raw = frames.map(({ t, pyramid }, i): RawFrame => {
      const moved: Record<number, Point | null> = {};
      if (last) {
        const there = FOLLOWED.flatMap((_, p) => (points[p] ? [p] : []));
        const now = track(
          last,
          pyramid,
          there.map((p) => points[p]!),
        );
        there.forEach((p, n) => {
          const [a, b] = [points[p]!, now[n]];
          moved[FOLLOWED[p]!] = b ? [(b[0] - a[0]) / k, (b[1] - a[1]) / k] : null;
          points[p] = b ?? null;
        });
      }
      last = pyramid;
      // Where somebody was found, that is what is followed from here.
      if (i === 0 && person) {
        before = middleOf(person);
        points = FOLLOWED.map((index) => [person[index]!.at[0] * k, person[index]!.at[1] * k]);
      }
      return { t, moved, ...(i === 0 && found !== undefined ? { person: person ?? null } : {}) };
    });
    say({ is: 'frames', frames: raw, upTo: frames.at(-1)!.t, people: found?.length ?? 0 });
  };

  const samples = (await video.canBeTransparent())
    ? opaqueSamples(video, first + from, first + end)
    : new VideoSampleSink(video).samples(first + from, first + end);
  let [stretch, waiting]: [Stretch | null, Stretch | null] = [null, null];
  let [taken, asked] = [-Infinity, -Infinity];
  const one = async (sample: VideoSample): Promise<void> => {
    const t = sample.timestamp - first - from;
    if (t < -EARLY || t - taken < 1 / RATE - EARLY) return;
    taken = t;
    sample.draw(context, 0, 0, w, h);
    const frame = { t: Math.max(0, t), pyramid: pyramidOf(greyOf(context.getImageData(0, 0, w, h).data, w, h)) };
    if (stretch && t - asked < apart - EARLY) {
      stretch.frames.push(frame);
      return;
    }
    // While the next finding is under way the stretch before it is followed.
    asked = t;
    const done = stretch;
    stretch = { frames: [frame], people: find() };
    if (waiting) await follow(waiting);
    waiting = done;
  };
  let broken: Seconds | null = null;
  try {
    for await (const sample of samples) {
      try {
        await one(sample);
      } finally {
        sample.close();
      }
    }
  } catch {
    if (taken === -Infinity) throw new Unreadable('damaged');
    broken = taken;
  }
  for (const left of [waiting, stretch]) if (left) await follow(left);
  if (taken === -Infinity) throw new Unreadable('damaged');
  // A file whose end is missing says so by stopping early.
  const missing = to === null && said !== null && said - length > 1;
  if (broken !== null || missing || end - from - taken > 1) say({ is: 'breaks-off', at: Math.max(0, taken) });
  say({ is: 'done' });
}

self.onmessage = ({ data }: MessageEvent<ClipAsked>) => {
  read(data).catch((error: unknown) => {
    say(
      error instanceof Unreadable
        ? { is: 'problem', problem: error.problem, codec: error.codec }
        : { is: 'problem', problem: 'damaged' },
    );
  });
};
