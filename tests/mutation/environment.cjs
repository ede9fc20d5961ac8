/**
 * Where a mutant's tests run: after the first that fails the others are passed over. Jest ends a run after a file that failed, and here all tests
 * are one file; what is asked is only whether one notices.
 */
const { mixinJestEnvironment } = require('@stryker-mutator/jest-runner');
const { TestEnvironment } = require('jest-environment-node');

class UntilOneFails extends TestEnvironment {
  #failed = false;

  handleTestEvent(event) {
    if (event.name === 'test_done' && event.test.errors.length > 0) this.#failed = true;
    if (event.name === 'test_start' && this.#failed) event.test.mode = 'skip';
  }
}
module.exports = mixinJestEnvironment(UntilOneFails);
