import { expect, test } from '@jest/globals';
import { readConfig } from './config.js';

test('a studio’s address is what was told, or this machine’s where nobody else opens it', () => {
  const address = (env: NodeJS.ProcessEnv): string | null => readConfig(env).address;
  expect(address({})).toBe('http://localhost:4173');
  expect(address({ PORT: '5000', HOST: '::1' })).toBe('http://localhost:5000');
  expect(address({ HOST: '0.0.0.0' })).toBeNull();
  expect(address({ ANCHOR_TRUST_PROXY: '1' })).toBeNull();
  expect(address({ HOST: '0.0.0.0', ANCHOR_ADDRESS: 'https://hall.example/door?x=1' })).toBe('https://hall.example');
  for (const wrong of ['hall.example', 'ftp://hall.example', ''])
    expect(() => address({ ANCHOR_ADDRESS: wrong })).toThrow('ANCHOR_ADDRESS');
});
