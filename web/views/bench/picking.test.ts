import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { ref } from 'vue';
import type { Point } from '../../../core/geometry.js';
import { pointForDrag, pointForTap, reachOf } from './picking.js';
import { MAX_ZOOM, useViewport } from './use-viewport.js';

const crowd = [
  { name: 'ankle', at: [100, 100] as Point },
  { name: 'heel', at: [111, 100] as Point },
  { name: 'knee', at: [300, 100] as Point },
];
const asked = (press: Point, chosen: string | null = null, pointerType = 'touch') => ({
  points: crowd,
  press,
  chosen,
  pointerType,
});

describe('the point that a finger means', () => {
  test('a drag takes the nearest within a thumb’s reach, and nothing beyond it', () => {
    expect(pointForDrag(asked([326, 100]))).toBe('knee');
    expect(pointForDrag(asked([300, 135]))).toBeNull();
    expect(pointForDrag(asked([326, 100], null, 'mouse'))).toBeNull();
  });
  test('of ankle and heel, 11 px apart, a thumb’s drag takes the chosen one, a mouse’s the nearest', () => {
    expect(pointForDrag(asked([110, 104], 'ankle'))).toBe('ankle');
    expect(pointForDrag(asked([110, 104], 'ankle', 'mouse'))).toBe('heel');
    expect(pointForDrag(asked([110, 104], 'knee'))).toBe('heel');
  });
  test('taps on one spot go round the crowd', () => {
    const first = pointForTap(asked([101, 100]));
    const second = pointForTap(asked([101, 100], first));
    expect([first, second, pointForTap(asked([101, 100], second))]).toEqual(['ankle', 'heel', 'ankle']);
    expect(pointForTap(asked([200, 100], 'ankle'))).toBeNull();
  });
  test('whatever is taken lies within reach, and as many taps as there are points reach all of them', () => {
    const place = fc.tuple(fc.integer({ min: 0, max: 80 }), fc.integer({ min: 0, max: 80 }));
    fc.assert(
      fc.property(fc.array(place, { minLength: 1, maxLength: 8 }), place, (places, press) => {
        const points = places.map((at, name) => ({ name, at }));
        const near = points.filter((p) => Math.hypot(p.at[0] - press[0], p.at[1] - press[1]) <= reachOf('touch'));
        const had = new Set<number>();
        let chosen: number | null = null;
        for (let i = 0; i < near.length; i += 1) {
          chosen = pointForTap({ points, press, chosen, pointerType: 'touch' });
          if (chosen !== null) had.add(chosen);
        }
        expect([...had].sort()).toEqual(near.map((p) => p.name).sort());
      }),
    );
  });
});

describe('the picture under fingers', () => {
  const lay = () => useViewport({ width: ref(390), height: ref(300) }, () => ({ width: 1280, height: 720 }));
  test('two fingers that part by twice zoom by twice, and what lay under them stays under them', () => {
    const view = lay();
    const [a, b]: [Point, Point] = [view.toPicture([150, 120]), view.toPicture([250, 140])];
    const move = view.grip([
      [150, 120],
      [250, 140],
    ]);
    move([
      [100, 110],
      [300, 150],
    ]);
    expect(view.zoom.value).toBeCloseTo(2);
    expect(view.toScreen(a)[0]).toBeCloseTo(100, 6);
    expect(view.toScreen(b)[0]).toBeCloseTo(300, 6);
  });
  test('one finger moves a zoomed picture by what it moved, however many events it took', () => {
    const view = lay();
    view.zoomTo(3, [195, 150]);
    const held = view.toPicture([200, 160]);
    const move = view.grip([[200, 160]]);
    for (let i = 1; i <= 10; i += 1) move([[200 + 4 * i, 160]]);
    expect(view.toScreen(held)).toEqual([expect.closeTo(240, 6), expect.closeTo(160, 6)]);
  });
  test('zooming about a place leaves what lies there, and stops at the whole and at the closest', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 390 }),
        fc.integer({ min: 0, max: 300 }),
        fc.double({ min: 1.01, max: 8, noNaN: true }),
        (x, y, z) => {
          const view = lay();
          const [px, py] = [
            (x - view.origin.value[0]) / view.scale.value,
            (y - view.origin.value[1]) / view.scale.value,
          ];
          view.zoomTo(z, [x, y]);
          expect(view.toScreen([px, py])).toEqual([expect.closeTo(x, 4), expect.closeTo(y, 4)]);
          view.zoomTo(99);
          expect(view.zoom.value).toBe(MAX_ZOOM);
          view.zoomTo(0.1);
          expect([view.zoom.value, view.origin.value]).toEqual([1, lay().origin.value]);
        },
      ),
    );
  });
  test('a point that is shown lies in the middle', () => {
    const view = lay();
    view.show([900, 500], 4);
    expect(view.toScreen([900, 500])).toEqual([195, 150]);
  });
});
