// Three projects: pure core (unit), the server against a real SQLite file (http), the interface in a real browser (e2e).
const common = {
  testEnvironment: 'node',
  extensionsToTreatAsEsm: ['.ts'],
  moduleNameMapper: { '^(\\.{1,2}/.*)\\.js$': '$1' },
  moduleFileExtensions: ['ts', 'js', 'mjs', 'json', 'node'],
  transform: {
    '^.+\\.ts$': [
      '@swc/jest',
      { jsc: { target: 'es2022', parser: { syntax: 'typescript' } }, module: { type: 'es6' } },
    ],
  },
};

export default {
  testTimeout: 300000,
  projects: [
    { ...common, displayName: 'unit', testMatch: ['<rootDir>/{core,words,api,web}/**/*.test.ts'] },
    { ...common, displayName: 'http', testMatch: ['<rootDir>/{server,tools}/**/*.test.ts'] },
    { ...common, displayName: 'e2e', testMatch: ['<rootDir>/tests/e2e/**/*.test.ts'] },
  ],
};
