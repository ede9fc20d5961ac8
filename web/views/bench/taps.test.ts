import { describe, expect, test } from '@jest/globals';
import { padStateOf, tapCounts } from './taps.js';

const tap = (fault: string, state: 'on' | 'off', t: number) => ({ fault, state, t });

describe('a tap on a pad', () => {
  test('makes a fault clear, then gross; the tick mends it', () => {
    expect(padStateOf([], 'hip-sag')).toBe('off');
    const events = [tap('hip-sag', 'on', 3), tap('chin-poke', 'on', 4), tap('hip-sag', 'on', 5)];
    expect(padStateOf(events.slice(0, 1), 'hip-sag')).toBe('on');
    expect(padStateOf(events, 'hip-sag')).toBe('gross');
    expect(padStateOf([...events, tap('hip-sag', 'off', 7)], 'hip-sag')).toBe('off');
  });
  test('counts once within a slip of the finger, not beyond gross, and nothing is mended that was not there', () => {
    const events = [tap('hip-sag', 'on', 3)];
    expect(tapCounts(events, tap('hip-sag', 'on', 3.3))).toBe(false);
    expect(tapCounts(events, tap('chin-poke', 'on', 3.3))).toBe(true);
    expect(tapCounts(events, tap('hip-sag', 'on', 3.5))).toBe(true);
    expect(tapCounts([...events, tap('hip-sag', 'on', 4)], tap('hip-sag', 'on', 6))).toBe(false);
    expect(tapCounts([], tap('hip-sag', 'off', 3))).toBe(false);
  });
});
