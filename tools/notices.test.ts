import { readFileSync } from 'node:fs';
import { expect, test } from '@jest/globals';
import { noticesOf, shippedPackages } from './notices.js';

test('every package that ships stands in NOTICES.txt with its version and licence', () => {
  const file = readFileSync('NOTICES.txt', 'utf8');
  const packages = shippedPackages();
  const { dependencies } = JSON.parse(readFileSync('package.json', 'utf8')) as { dependencies: Record<string, string> };
  for (const name of Object.keys(dependencies)) expect(packages.map((p) => p.name)).toContain(name);
  // What a machine of another kind installs beside is not asked for.
  for (const name of Object.keys(dependencies)) expect(file).toContain(`\n${name} ${dependencies[name]}: `);
  for (const { license } of packages) expect(license).not.toMatch(/^(AGPL|GPL|SSPL|BUSL)/);
});
test('a licence’s text stands once, with all it is for', () => {
  const one = { version: '1.0.0', license: 'MIT', text: 'Permission is granted' };
  const text = noticesOf([
    { name: 'a', ...one },
    { name: 'b', ...one },
  ]);
  expect(text.match(/Permission is granted/g)).toHaveLength(1);
  expect(text).toContain('a 1.0.0, b 1.0.0');
});
