import { readFileSync } from 'node:fs';
import { describe, expect, test } from '@jest/globals';
import { chartTheme, lineLook, upright } from './chart-theme.js';

const css = readFileSync('web/styles/main.css', 'utf8');
/** Tokens that a surface sets, from the first place where it is named. */
const tokensOf = (from: string): Set<string> => {
  const start = css.indexOf(from);
  const block = css.slice(start, css.indexOf('}', start));
  return new Set([...block.matchAll(/(--[\w-]+):/g)].map(([, name]) => name!));
};

describe('the look of charts', () => {
  test('every colour is a token that light, dark and paper set, and none stands as a figure', () => {
    const text = JSON.stringify(chartTheme);
    expect(text).not.toMatch(/#[0-9a-f]{3,8}\b|rgb/i);
    const used = [...text.matchAll(/var\((--[\w-]+)\)/g)].map(([, name]) => name!);
    expect(used.length).toBeGreaterThan(8);
    for (const surface of [':root {', "[data-theme='dark'] {", '@media print {']) {
      const set = tokensOf(surface);
      expect([surface, used.filter((name) => !set.has(name))]).toEqual([surface, []]);
    }
  });
  test('five lines are told apart by their marks alone, and neighbours by their strokes', () => {
    const looks = [0, 1, 2, 3, 4].map(lineLook);
    expect(new Set(looks.map((l) => l.symbol)).size).toBe(5);
    expect(new Set(looks.map((l) => l.color)).size).toBe(5);
    looks.slice(1).forEach((l, i) => expect(l.lineStyle.type).not.toBe(looks[i]!.lineStyle.type));
    expect(lineLook(5).color).toBe(lineLook(0).color);
  });
  test('an upright axis has its name and a unit on every mark', () => {
    expect(upright('Clean', 's', { max: 60 })).toMatchObject({
      name: 'Clean',
      min: 0,
      max: 60,
      axisLabel: { formatter: '{value} s' },
    });
  });
});
