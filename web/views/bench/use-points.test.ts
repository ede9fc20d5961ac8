import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { usePoints } from './use-points.js';

describe('points with undo and redo', () => {
  test('a drag of many moves is one step back', () => {
    const handles = usePoints();
    handles.set({ hip: [0, 0] });
    handles.mark();
    for (let i = 1; i <= 30; i += 1) handles.move('hip', [i, i]);
    handles.undo();
    expect(handles.points.value.hip).toEqual([0, 0]);
    handles.redo();
    expect(handles.points.value.hip).toEqual([30, 30]);
  });
  test('a new move after an undo forgets the future; a removed point comes back', () => {
    const handles = usePoints();
    handles.set({ hip: [0, 0], lowback: [5, 5] });
    handles.remove('lowback');
    expect(handles.points.value.lowback).toBeUndefined();
    handles.undo();
    expect(handles.points.value.lowback).toEqual([5, 5]);
    handles.mark();
    handles.move('hip', [1, 1]);
    expect(handles.canRedo.value).toBe(false);
  });
  test('as many undos as steps always lead back to the start, as many redos to the end', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.integer(), fc.integer()), { minLength: 1, maxLength: 20 }), (moves) => {
        const handles = usePoints();
        handles.set({ hip: [0.5, 0.5] });
        for (const to of moves) {
          handles.mark();
          handles.move('hip', to);
        }
        const end = handles.points.value.hip;
        let steps = 0;
        while (handles.canUndo.value) {
          handles.undo();
          steps += 1;
        }
        expect(handles.points.value.hip).toEqual([0.5, 0.5]);
        for (let i = 0; i < steps; i += 1) handles.redo();
        expect(handles.points.value.hip).toEqual(end);
      }),
    );
  });
  test('the two clicks that lay the figure are taken back one by one', () => {
    const handles = usePoints();
    handles.begin([10, 20]);
    handles.mark();
    handles.set({ shoulder: [10, 20], ankle: [90, 25] });
    expect([handles.first.value, handles.points.value.ankle]).toEqual([null, [90, 25]]);
    handles.undo();
    expect([handles.first.value, handles.points.value]).toEqual([[10, 20], {}]);
    handles.undo();
    expect([handles.first.value, handles.canUndo.value]).toEqual([null, false]);
    handles.redo();
    handles.redo();
    expect(handles.points.value.shoulder).toEqual([10, 20]);
  });
  test('a drag that two fingers broke off leaves no step', () => {
    const handles = usePoints();
    handles.set({ hip: [0, 0] });
    handles.mark();
    handles.move('hip', [50, 50]);
    handles.forget();
    expect([handles.points.value.hip, handles.canUndo.value, handles.canRedo.value]).toEqual([[0, 0], false, false]);
  });
  test('another picture starts clean', () => {
    const handles = usePoints();
    handles.set({ hip: [1, 1] });
    handles.mark();
    handles.clear();
    expect([handles.points.value, handles.canUndo.value, handles.canRedo.value]).toEqual([{}, false, false]);
  });
});
