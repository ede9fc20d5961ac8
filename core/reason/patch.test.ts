import { expect, test } from '@jest/globals';
import { answersAfter } from './patch.js';

test('answers that are changed, added and taken back; what is not named stays', () => {
  const before = { cue: 'mended', breath: 'steady' };
  expect(answersAfter(before, { breath: 'stopped', onset: 'late' })).toEqual({
    cue: 'mended',
    breath: 'stopped',
    onset: 'late',
  });
  expect(answersAfter(before, { breath: null })).toEqual({ cue: 'mended' });
  expect(answersAfter(before, { breath: undefined })).toEqual({ cue: 'mended' });
  expect(answersAfter(before, undefined)).toEqual(before);
  expect(before).toEqual({ cue: 'mended', breath: 'steady' });
});
test('none is left where all are taken back; a nought is an answer', () => {
  expect(answersAfter({ cue: 'mended' }, { cue: null })).toBeUndefined();
  expect(answersAfter(undefined, undefined)).toBeUndefined();
  expect(answersAfter(undefined, { 'leg-raise-passive': 0 })).toEqual({ 'leg-raise-passive': 0 });
});
