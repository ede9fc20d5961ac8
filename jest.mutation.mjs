// The core's own tests alone, for `npm run mutation`: in one file, so that each mutant loads the core once.
import { fileURLToPath } from 'node:url';
import config from './jest.config.mjs';

const unit = config.projects.find((p) => p.displayName === 'unit');
export default {
  ...unit,
  testMatch: ['<rootDir>/tests/mutation/core.test.ts'],
  modulePathIgnorePatterns: ['<rootDir>/dist'],
  bail: 1,
  // Tells which tests reach which mutant, and ends with the first that fails.
  testEnvironment: fileURLToPath(new URL('tests/mutation/environment.mjs', import.meta.url)),
};
