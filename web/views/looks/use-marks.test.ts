/** @jest-environment <rootDir>/tests/setup/browser.mjs */
import { beforeEach, describe, expect, test } from '@jest/globals';
import { computed, ref, shallowRef } from 'vue';
import type { Mark } from '../../../api/observations.js';
import { evaluated, placedPlank } from '../../../core/testing.js';
import { useMarks } from './use-marks.js';

const record = placedPlank();
const detail = evaluated(record);
const { points } = record.frames[0]!;
const stored = shallowRef<Mark[]>([]);
const second = ref(0);
const marks = useMarks(
  computed(() => ({ marks: stored.value, detail })),
  computed(() => ({ t: second.value, points, step: 0.1 })),
  (next) => void (stored.value = next),
);
const REACH = 20;
beforeEach(() => {
  stored.value = [];
  second.value = 0;
  marks.stop();
});

describe('free measures on a frame', () => {
  test('are laid tap by tap, on the landmark that lies near, and are read with an error', () => {
    marks.begin('angle');
    for (const name of ['shoulder', 'hip', 'ankle'] as const)
      marks.down([points[name]![0] + 6, points[name]![1]], REACH);
    expect(marks.laying.value).toBeNull();
    expect(stored.value).toHaveLength(1);
    expect(stored.value[0]!.points[1]![0]).toBeCloseTo(points.hip![0], 0);
    const [read] = marks.all.value;
    expect(read!.read!.value).toBeGreaterThan(150);
    expect(read!.read!.sd).toBeGreaterThan(1);
  });
  test('belong to their second, are dragged by a point, and taken away', () => {
    marks.begin('distance');
    marks.down([10, 10], REACH);
    marks.down([210, 10], REACH);
    second.value = 3;
    expect(marks.here.value).toEqual([]);
    second.value = 0;
    const before = marks.here.value[0]!.read!.value;
    expect(marks.down([212, 12], REACH)).toBe(true);
    marks.move([410, 10]);
    expect(marks.here.value[0]!.read!.value).toBeCloseTo(2 * before, 1);
    marks.up(0);
    expect(stored.value[0]!.points[1]).toEqual([410, 10]);
    marks.remove(stored.value[0]!.id);
    expect(stored.value).toEqual([]);
  });
  test('are laid between named points; a name that is not there lays nothing; a button pressed twice lays none', () => {
    marks.between('angle', ['shoulder', 'hip', 'ankle']);
    expect(stored.value).toHaveLength(1);
    marks.between('distance', ['shoulder', 'shoulder-l']);
    expect(stored.value).toHaveLength(1);
    marks.begin('angle');
    marks.begin('angle');
    expect(marks.laying.value).toBeNull();
  });
  test('a place that was tapped is a hand’s, whatever the device found elsewhere', () => {
    const found = evaluated({ ...record, landmarkSd: 60 });
    const rough = useMarks(
      computed(() => ({ marks: stored.value, detail: found })),
      computed(() => ({ t: 0, points, step: 0.1 })),
      (next) => void (stored.value = next),
    );
    rough.begin('distance');
    rough.down([0, 0], 1);
    rough.down([300, 0], 1);
    rough.between('distance', ['shoulder', 'ankle']);
    const [free, onPoints] = rough.all.value;
    expect(onPoints!.read!.sd).toBeGreaterThan(2 * free!.read!.sd);
  });
});
