/** On the built interface. */
import { readFileSync } from 'node:fs';
import { expect, test } from '@jest/globals';
import { firstLoad } from '../../tools/first-load.js';

test('the door, and what draws the body, come with at most 150 kB of scripts', () => {
  const { scripts, withFigure } = firstLoad();
  expect(scripts).toBeGreaterThan(60);
  expect(withFigure).toBeGreaterThan(scripts);
  expect(withFigure).toBeLessThanOrEqual(150);
});

test('what the door asks for ahead holds no catalogue', () => {
  const page = readFileSync('dist/web/index.html', 'utf8');
  const scripts = [...page.matchAll(/(?:src|href)="\/(assets\/[^"]+\.js)"/g)].map(([, name]) =>
    readFileSync(`dist/web/${name!}`, 'utf8'),
  );
  expect(scripts.length).toBeGreaterThan(5);
  expect(scripts.filter((text) => text.includes('Lying along a long roller'))).toEqual([]);
});
