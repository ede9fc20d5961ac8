// Three projects: pure core and the interface's own parts (unit), the server against a real SQLite file (http), the interface in a
// real browser (e2e). Tests of the interface's parts that name the browser environment run in jsdom with a device store in memory.
const swc = ['@swc/jest', { jsc: { target: 'es2022', parser: { syntax: 'typescript' } }, module: { type: 'es6' } }];
const common = {
  testEnvironment: 'node',
  extensionsToTreatAsEsm: ['.ts', '.vue'],
  moduleNameMapper: { '^(\\.{1,2}/.*)\\.js$': '$1' },
  moduleFileExtensions: ['ts', 'js', 'mjs', 'json', 'node', 'vue'],
  setupFiles: ['<rootDir>/tests/setup/seed.mjs'],
  transform: { '^.+\\.ts$': swc, '^.+\\.vue$': '<rootDir>/tests/setup/vue.mjs' },
};

export default {
  testTimeout: 900000,
  projects: [
    {
      ...common,
      displayName: 'unit',
      modulePathIgnorePatterns: ['<rootDir>/.stryker-tmp', '<rootDir>/dist'],
      testMatch: ['<rootDir>/{core,words,api,web,tests/docs,tests/told}/**/*.test.ts'],
    },
    { ...common, displayName: 'http', testMatch: ['<rootDir>/{server,tools,tests/process}/**/*.test.ts'] },
    {
      ...common,
      displayName: 'e2e',
      testMatch: ['<rootDir>/tests/e2e/**/*.test.ts'],
      globalSetup: '<rootDir>/tests/setup/fill-once.mjs',
      globalTeardown: '<rootDir>/tests/setup/fill-away.mjs',
    },
  ],
};
