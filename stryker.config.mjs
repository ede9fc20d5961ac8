/** `npm run mutation`: what the core's tests let through. Each mutant is run by the unit tests of the core only. */
export default {
  testRunner: 'jest',
  testRunnerNodeArgs: ['--experimental-vm-modules', '--no-warnings'],
  jest: { projectType: 'custom', configFile: 'jest.mutation.mjs', enableFindRelatedTests: false },
  coverageAnalysis: 'perTest',
  mutate: ['core/{measure,judge,hold,reason,prescribe,ladder,statics,evaluate}/**/*.ts', '!core/**/*.test.ts'],
  reporters: ['clear-text', 'json', 'progress-append-only'],
  clearTextReporter: { logTests: false, allowColor: false, reportTests: false },
  jsonReporter: { fileName: 'reports/mutation.json' },
  tempDirName: '.stryker-tmp',
  concurrency: Number(process.env.MUTATION_WORKERS ?? 2),
  timeoutMS: 90000,
  ignorePatterns: ['dist', 'data', 'docs', 'reports', 'tests/e2e'],
  // Words are tested for what they must say, not letter by letter; what runs once at loading is data.
  mutator: { excludedMutations: ['StringLiteral', 'ObjectLiteral'] },
  ignoreStatic: true,
};
