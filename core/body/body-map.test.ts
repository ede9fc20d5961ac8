import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { CAUTION_IDS, FELT_SITES } from '../formats/catalog.js';
import { bodyOf } from './anthropometry.js';
import { bodyMap, FELT_PLACES, PAIN_PLACES, siteAt, siteOfCaution, type MapSite, type MapView } from './body-map.js';

const anyBody = fc
  .record({
    stature: fc.double({ min: 1.2, max: 2.15, noNaN: true }),
    sex: fc.constantFrom('female' as const, 'male' as const, 'unspecified' as const),
  })
  .map((input) => bodyOf(input));
const views: MapView[] = ['front', 'rear'];

describe('the body map', () => {
  test('has every place that can be felt on one side or the other, and nothing for nowhere', () => {
    const on = new Set(views.flatMap((view) => bodyMap(bodyOf(), view).places.map((p) => p.site)));
    for (const site of FELT_SITES) expect([site, on.has(site as never)]).toEqual([site, site !== 'nowhere']);
  });
  test('the middle of a place answers that place, for every body', () => {
    fc.assert(
      fc.property(anyBody, fc.constantFrom(...views), (body, view) => {
        const map = bodyMap(body, view);
        for (const { site, at } of map.places)
          for (const asked of [FELT_PLACES, PAIN_PLACES] as readonly (readonly MapSite[])[])
            if (asked.includes(site)) expect(siteAt(map, at, body.stature, asked)).toBe(site);
      }),
    );
  });
  test('left and right are told alike; far from the body nothing is', () => {
    const body = bodyOf();
    fc.assert(
      fc.property(
        fc.constantFrom(...views),
        fc.double({ min: 0.001, max: 0.6, noNaN: true }),
        fc.double({ min: -0.2, max: 2.2, noNaN: true }),
        (view, x, y) => {
          const map = bodyMap(body, view);
          expect(siteAt(map, [x, y], body.stature, PAIN_PLACES)).toBe(siteAt(map, [-x, y], body.stature, PAIN_PLACES));
        },
      ),
    );
    expect(siteAt(bodyMap(body, 'front'), [0.6, 1.6], body.stature, FELT_PLACES)).toBeNull();
  });
  test('a tap beside a wrist is the wrist: a thumb is wider than it', () => {
    const body = bodyOf();
    const map = bodyMap(body, 'front');
    const wrist = map.places.find((p) => p.site === 'wrists')!;
    expect(siteAt(map, [wrist.at[0] + 0.06, wrist.at[1] - 0.03], body.stature, FELT_PLACES)).toBe('wrists');
    // A knee hurts, and is not where a hold is felt.
    const knee = map.places.find((p) => p.site === 'knees')!;
    expect(siteAt(map, knee.at, body.stature, FELT_PLACES)).not.toBe('knees');
  });
  test('everything lies in its box, and no outline is without size', () => {
    fc.assert(
      fc.property(anyBody, fc.constantFrom(...views), (body, view) => {
        const { outlines, box } = bodyMap(body, view);
        expect(outlines.map((o) => o.part)).toEqual(expect.arrayContaining(['trunk', 'seat', 'head', 'neck']));
        const outside = outlines
          .flatMap((o) => o.ring)
          .filter(([x, y]) => !(x > box.left && x < box.right && y > -0.03 * body.stature && y < box.top));
        expect(outside).toEqual([]);
      }),
    );
  });
  test('cautions of a joint have their place, cautions of the whole person none', () => {
    expect(CAUTION_IDS.filter((id) => siteOfCaution(id) !== null)).toEqual([
      'low-back',
      'neck',
      'shoulder',
      'wrist',
      'elbow',
      'hip',
      'knee',
      'abdominal-wall',
    ]);
    const on = new Set(views.flatMap((view) => bodyMap(bodyOf(), view).places.map((p) => p.site)));
    for (const id of CAUTION_IDS) {
      const site = siteOfCaution(id);
      if (site) expect(on.has(site)).toBe(true);
    }
  });
});
