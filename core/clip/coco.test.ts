import { describe, expect, test } from '@jest/globals';
import type { InputError } from '../formats/problems.js';
import { readCoco, writeCoco } from './coco.js';

/** Every point at (10 k, k), left points surer where asked for. */
const keypoints = (left = 0.9, right = 0.4): number[] =>
  Array.from({ length: 17 }, (_, k) => [10 * k, k, k === 0 ? 1 : k % 2 === 1 ? left : right]).flat();

describe('keypoints in COCO order', () => {
  test('a side view takes the side with the better scores; times come from the numbered pictures', () => {
    const { frames, side } = readCoco(
      [
        { image_id: 12, keypoints: keypoints() },
        { image_id: 'clip_000010.png', keypoints: keypoints() },
      ],
      { view: 'side', fps: 2 },
    );
    expect(side).toBe('left');
    expect(frames.map((f) => f.t)).toEqual([0, 1]);
    expect(frames[0]!.points.hip).toEqual([110, 11]);
    expect(readCoco([{ t: 3, keypoints: keypoints() }], { view: 'side', side: 'right' }).frames[0]!.points.hip).toEqual(
      [120, 12],
    );
  });
  test('from the front both sides; what has no score is not there', () => {
    const bare = keypoints();
    bare[3 * 15 + 2] = 0;
    const { frames } = readCoco([{ t: 0, keypoints: bare }], { view: 'front' });
    expect(frames[0]!.points['ankle-l']).toBeUndefined();
    expect(frames[0]!.points['ankle-r']).toEqual([160, 16]);
  });
  test('of several people on a picture the surest counts', () => {
    const other = keypoints().map((v, i) => (i % 3 === 0 ? v + 500 : v));
    const { frames } = readCoco(
      [
        { t: 0, keypoints: other, score: 0.4 },
        { t: 0, keypoints: keypoints(), score: 0.8 },
      ],
      { view: 'side' },
    );
    expect(frames).toHaveLength(1);
    expect(frames[0]!.points.hip).toEqual([110, 11]);
  });
  test('what is wrong is said where', () => {
    const problems = (data: unknown, fps?: number): string[] => {
      try {
        readCoco(data, { view: 'side', fps });
        return [];
      } catch (error) {
        return (error as InputError).problems.map((p) => `${p.path} ${p.message}`);
      }
    };
    expect(problems([{ t: 0, keypoints: [1, 2] }])[0]).toMatch(/^\[0\]\.keypoints must hold 51 numbers/);
    expect(problems([{ image_id: 3, keypoints: keypoints() }])).toEqual([
      '[0] has no time: give the pictures a second',
    ]);
    expect(problems([{ image_id: 'last', keypoints: keypoints() }], 25)).toEqual([
      '[0] has neither a time nor a numbered picture',
    ]);
    expect(problems([])[0]).toContain('holds nobody');
    expect(problems({}).length).toBeGreaterThan(0);
  });
  test('what was written is read again', () => {
    const { frames, side } = readCoco([{ t: 0, keypoints: keypoints() }], { view: 'side' });
    const again = readCoco(writeCoco(frames, side), { view: 'side' });
    expect(again).toEqual({ frames, side });
  });
});
