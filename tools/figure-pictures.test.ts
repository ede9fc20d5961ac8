import { readFileSync } from 'node:fs';
import { describe, expect, test } from '@jest/globals';
import { difference, KEPT, pictureOf, POSES, SIZE } from './figure-pictures.js';

/**
 * A picture may differ by so much of the whole scale before it counts as changed: rasterisers of other machines round edges otherwise.
 * A limb that moves by a tenth of its length differs by more, which the last test shows.
 */
const TOLERANCE = 0.008;
const kept = JSON.parse(readFileSync(KEPT, 'utf8')) as Record<string, string>;
const before = (name: string): Buffer => Buffer.from(kept[name]!, 'base64');

describe('the figure as pixels', () => {
  test('twenty poses are kept', () => {
    expect(Object.keys(POSES)).toHaveLength(20);
    expect(Object.keys(kept)).toEqual(Object.keys(POSES));
  });
  test.each(Object.entries(POSES))('%s looks as it did', async (name, pose) => {
    const now = await pictureOf(pose);
    expect(now).toHaveLength(SIZE.width * SIZE.height);
    expect(difference(now, before(name))).toBeLessThan(TOLERANCE);
    // Something is drawn: an empty sheet is like no figure.
    expect(now.filter((level) => level < 128).length).toBeGreaterThan(20);
  });
  test('a pose that is another by a few degrees, or another pose, is told apart', async () => {
    const pose = POSES['hollow/straight']!;
    expect(difference(await pictureOf({ ...pose, hip: pose.hip + 12 }), before('hollow/straight'))).toBeGreaterThan(
      TOLERANCE,
    );
    expect(difference(await pictureOf({ ...pose, neck: pose.neck + 25 }), before('hollow/straight'))).toBeGreaterThan(
      TOLERANCE,
    );
    expect(difference(before('front-plank/forearm'), before('front-plank with hip-sag'))).toBeGreaterThan(TOLERANCE);
  });
});
