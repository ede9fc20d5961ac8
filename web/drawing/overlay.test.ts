import { describe, expect, test } from '@jest/globals';
import { bodyOf } from '../../core/body/anthropometry.js';
import { DEFAULT_CAMERA, simulatePicture } from '../../core/body/simulate.js';
import { rungOf } from '../../core/catalog/index.js';
import { catalog } from '../../core/catalog/shipped.js';
import { evaluated } from '../../core/testing.js';
import { observationSchema } from '../../core/formats/observation.js';
import { markStrokes, overlayOf, sameScaleBox, strokesOf, svgOf } from './overlay.js';

const look = (pixelsPerMetre: number) => {
  const shot = simulatePicture(rungOf(catalog, 'front-plank').pose, bodyOf(), { ...DEFAULT_CAMERA, pixelsPerMetre });
  return observationSchema.parse({
    format: 'upright-anchor/observation',
    version: 1,
    position: 'front-plank',
    view: 'side',
    picture: shot.picture,
    floor: shot.floor,
    frames: [{ t: 0, points: shot.points }],
  });
};

describe('overlay', () => {
  test('the line runs over shoulder, hip, knee and ankle; its band is four landmark errors wide', () => {
    const observation = look(480);
    const overlay = overlayOf(observation, evaluated(observation));
    expect(overlay.knots).toHaveLength(4);
    const { shoulder, ankle } = observation.frames[0]!.points;
    expect(overlay.ideal).toEqual([shoulder, ankle]);
    expect(overlay.band).toBeCloseTo(4 * 0.012 * Math.hypot(shoulder![0] - ankle![0], shoulder![1] - ankle![1]), 6);
  });
  test('a look without points has no line', () => {
    const observation = { ...look(480), frames: [] };
    expect(overlayOf(observation, evaluated(observation)).line).toBeNull();
  });
  test('windows of two looks at different distances show the body at the same size', () => {
    const share = (ppm: number): number => {
      const observation = look(ppm);
      const [, , width] = sameScaleBox(observation, 1.9)!.split(' ').map(Number);
      const { shoulder, ankle } = observation.frames[0]!.points;
      return Math.hypot(shoulder![0] - ankle![0], shoulder![1] - ankle![1]) / width!;
    };
    expect(share(300)).toBeCloseTo(share(520), 9);
  });
});

describe('a drawing as a file', () => {
  test('holds the line, the taut line and its knots, stands alone, and is well formed whatever is said in it', () => {
    const observation = look(480);
    const overlay = overlayOf(observation, evaluated(observation));
    const strokes = [
      ...strokesOf(overlay, 2),
      ...markStrokes(
        [
          [1, 2],
          [3, 4],
          [5, 6],
        ],
        '<90° & "more">',
        2,
      ),
    ];
    const svg = svgOf(observation.picture!, strokes, 'data:image/jpeg;base64,AA==');
    expect(svg).toContain(`points="${overlay.line!}"`);
    expect(svg.match(/<circle /g)).toHaveLength(overlay.knots.length + 3);
    expect(svg).toContain('&lt;90° &amp; &quot;more&quot;&gt;');
    expect(svg).toMatch(/^<svg [^>]*width="1280" height="720"[^>]*><image href="data:image\/jpeg;base64,AA=="/);
    expect(svg.match(/<(?!\/)/g)!.length - svg.match(/\/>/g)!.length).toBe(svg.match(/<\//g)!.length);
  });
  test('bare, for a frame that plays, has no knots and no band; without a body it has the floor alone', () => {
    const observation = look(480);
    const overlay = overlayOf(observation, evaluated(observation));
    expect(strokesOf(overlay, 2, { bare: true }).filter((s) => s.tag === 'circle')).toEqual([]);
    const nobody = { ...overlay, line: null };
    expect(strokesOf(nobody, 2).every((s) => s.tag === 'line')).toBe(true);
    expect(strokesOf({ ...nobody, floor: null }, 2)).toEqual([]);
  });
});
