// The core's own tests alone, for `npm run mutation`: in one file, so that each mutant loads the core once.
import config from './jest.config.mjs';

const unit = config.projects.find((p) => p.displayName === 'unit');
export default {
  ...unit,
  testMatch: ['<rootDir>/tests/mutation/core.test.ts'],
  modulePathIgnorePatterns: ['<rootDir>/dist'],
  bail: 1,
  // Tells which tests reach which mutant.
  testEnvironment: '@stryker-mutator/jest-runner/jest-env/node',
};
