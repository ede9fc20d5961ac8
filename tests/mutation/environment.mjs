/**
 * Where a mutant's tests run: after the first that fails the others are passed over. Jest ends a run after a file that failed, and here all tests
 * are one file; what is asked is only whether one notices.
 */
import Watched from '@stryker-mutator/jest-runner/jest-env/node';

export default class UntilOneFails extends Watched {
  constructor(...given) {
    super(...given);
    const tellsStryker = this.handleTestEvent;
    let failed = false;
    this.handleTestEvent = async (event, state) => {
      if (event.name === 'test_done' && event.test.errors.length > 0) failed = true;
      if (event.name === 'test_start' && failed) event.test.mode = 'skip';
      await tellsStryker(event, state);
    };
  }
}
