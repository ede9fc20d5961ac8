import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, test } from '@jest/globals';
import { readsLikeText, saidInComponent, saidInProgram } from './said-in-pages.js';

const sources = readdirSync('web', { recursive: true, encoding: 'utf8' })
  .filter((name) => /\.(vue|ts)$/.test(name) && !/\.(test|d)\.ts$/.test(name))
  .map((name) => `web/${name}`)
  .sort();

test.each([
  ['a text', '<p>Keep it</p>', ['Keep it']],
  ['a text beside a value', '<p>{{ n }} to be sent</p>', ['to be sent']],
  ['a name of a control', '<button aria-label="Close"><X /></button>', ['Close']],
  ['a property that is read', '<PickOne label="judge by" />', ['judge by']],
  ['a choice of two', "<p>{{ on ? 'Let it move' : 'hold it still' }}</p>", ['Let it move', 'hold it still']],
  ['a single word among what is shown', "<p>{{ n === 1 ? 'rep' : `${n} reps` }}</p>", ['rep', 'reps']],
  ['a name with a value in it', '<p :aria-label="`Rep ${i} was`" />', ['Rep … was']],
  ['a name in a list', "<PickOne :choices=\"[{ id: 'a', name: 'All of them' }]\" />", ['All of them']],
])('%s is found', (_, template, said) => {
  expect(saidInComponent(`<template>${template}</template>`).map((s) => s.text)).toEqual(said);
});
test.each([
  '<p class="note min-h-12 text-lg">{{ wording.keepIt }} · {{ seconds }} s, 12 kg</p>',
  "<p :class=\"on ? 'btn btn-main' : 'btn btn-quiet'\" :style=\"{ transformOrigin: 'bottom left' }\" />",
  '<path d="M1 7 H45" :d="`M ${x} ${y} L 4 5`" stroke="var(--sea)" />',
  '<RouterLink :to="`/looks/${id}`" role="status" @click="mode = \'watch\'" />',
  '<div v-if="mode === \'watch\'" :key="kind" />',
])('nothing is said in %s', (template) => {
  expect(saidInComponent(`<template>${template}</template>`)).toEqual([]);
});
describe('in a script', () => {
  test('what is announced, thrown at a coach and named in a column is found', () => {
    const script = `announce(\`Set \${n} is kept.\`);
      const REFUSED = 'the server does not take it';
      throw new InputError('Take a smaller one');
      const columns = [{ id: 'name', title: 'Last look' }];`;
    expect(saidInProgram(script)).toEqual([
      'Set … is kept.',
      'the server does not take it',
      'Take a smaller one',
      'Last look',
    ]);
  });
  test('keys, addresses, classes, styles and what is thrown at programmers are not', () => {
    const script = `import { a } from './Some place.js';
      if (event.code === 'Space' || event.key === 'Escape') throw new Error('No room for it');
      document.querySelector('main p a'); const css = 'color-mix(in oklab, var(--soft) 38%)'; const to = 'btn btn-main';
      type Kind = 'Only one' | 'Two of them'; const file = 'classes.ics'; const type = 'image/png';`;
    expect(saidInProgram(script)).toEqual([]);
  });
  test.each([['Keep'], ['of a hundred'], ['Hold it still']])('%s reads like text', (text) => {
    expect(readsLikeText(text)).toBe(true);
  });
});

test('pages, parts and what they stand on take every text from words/', () => {
  const said = sources.flatMap((name) => {
    const source = readFileSync(name, 'utf8');
    const found = name.endsWith('.vue')
      ? saidInComponent(source)
      : saidInProgram(source).map((text) => ({ text, at: 'program' }));
    return found.map((s) => `${name}, ${s.at}: ${s.text}`);
  });
  expect(sources.length).toBeGreaterThan(300);
  expect(said).toEqual([]);
});

test('every text of words/pages is said somewhere', () => {
  const interfaces = sources.map((name) => readFileSync(name, 'utf8'));
  const unsaid = readdirSync('words/pages').flatMap((file) => {
    const objects = readFileSync(`words/pages/${file}`, 'utf8').matchAll(/export const (\w+) = \{\n([\s\S]*?)\n\};/g);
    return [...objects].flatMap(([, name, texts]) => {
      const taken = new RegExp(
        `import \\{ ${name}( as wording)? \\} from '[./]*words/pages/${file.replace('.ts', '.js')}'`,
      );
      const by = interfaces.filter((source) => taken.test(source));
      const called = name === 'anywhere' ? name : 'wording';
      return [...texts!.matchAll(/^ {2}(\w+):/gm)]
        .map(([, key]) => key!)
        .filter((key) => !by.some((source) => new RegExp(`\\b${called}(\\.${key}\\b|\\[)`).test(source)))
        .map((key) => `${file}: ${name}.${key}`);
    });
  });
  expect(unsaid).toEqual([]);
});
