import { expect, test } from '@jest/globals';
import { catalog } from '../catalog/shipped.js';
import { screens } from '../screen/screens.js';
import { patternsOf, touchedBy, touches } from './pattern.js';

test('a knee that goes in touches the drive of hip, knee and ankle, and no hold of the trunk', () => {
  expect(touches('knee-in', 'class-moves/climber')).toBe('squat');
  expect(touches('knee-in', 'front-plank/forearm')).toBeNull();
  expect(touches('arms-forward', 'hanging/passive')).toBe('overhead');
  expect(touches('tail-tucks', 'compression/seated')).toBe('hinge');
});
test('every position has a pattern, and every row of every screen touches some move', () => {
  for (const family of catalog.families) expect(patternsOf(family.id).length).toBeGreaterThan(0);
  const moves = catalog.rungs.map((r) => `${r.family}/${r.id}`);
  for (const row of screens.flatMap((s) => s.rows)) {
    expect(touchedBy(row.fault).length).toBeGreaterThan(0);
    expect(moves.some((m) => touches(row.fault, m))).toBe(true);
  }
});
