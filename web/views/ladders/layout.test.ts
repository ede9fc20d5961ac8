import { describe, expect, test } from '@jest/globals';
import { catalog } from '../../../core/catalog/shipped.js';
import { ladders, rungsOnLadder } from '../../../core/catalog/ladders.js';
import { graphLinks } from '../../../core/ladder/places.js';
import { layOutLadders } from './layout.js';

const [W, H] = [204, 54];
const all = ladders.flatMap((l) => rungsOnLadder(catalog, l).map((r) => `${r.family}/${r.id}`));
const links = graphLinks(catalog);

describe('the layout of ladders', () => {
  const laid = layOutLadders(all, links, W, H);
  const at = new Map(laid.nodes.map((n) => [n.id, n]));
  test('every rung has a place of its own, inside the drawing', () => {
    expect(laid.nodes.map((n) => n.id).sort()).toEqual([...all].sort());
    for (const n of laid.nodes) {
      expect(n.x - W / 2).toBeGreaterThanOrEqual(0);
      expect(n.x + W / 2).toBeLessThanOrEqual(laid.width + 0.5);
      for (const o of laid.nodes)
        if (o !== n) expect(Math.abs(o.x - n.x) >= W - 1 || Math.abs(o.y - n.y) >= H - 1).toBe(true);
    }
  });
  test('harder stands higher, on every rope and across', () => {
    for (const link of links) expect([link, at.get(link.to)!.y < at.get(link.from)!.y]).toEqual([link, true]);
    expect(laid.edges).toHaveLength(links.length);
  });
  test('links to what is not drawn are left out', () => {
    const own = rungsOnLadder(catalog, ladders[0]!).map((r) => `${r.family}/${r.id}`);
    const some = layOutLadders(own, links, W, H);
    expect(some.edges).toHaveLength(own.length - 1);
    expect(layOutLadders([], links, W, H)).toMatchObject({ nodes: [], edges: [] });
  });
});
