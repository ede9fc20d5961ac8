/** The day that tests and pictures live on: the same for server, filler, pages and tests, whatever day it is outside. */

/**
 * ISO instant at which every test begins: a Wednesday morning. `ANCHOR_TEST_NOW` names another (`npm run calendar` does).
 * A studio on its own clock begins here and goes on as time does; a page's clock stands until it is moved.
 */
export const TEST_NOW = new Date(process.env.ANCHOR_TEST_NOW ?? '2026-05-20T10:00:00Z').toISOString();

/** Time zone of the halls in tests, an IANA name. `ANCHOR_TEST_ZONE` names another. */
export const TEST_ZONE = process.env.ANCHOR_TEST_ZONE ?? 'UTC';

/** Milliseconds that a clock of the test day is ahead of the machine's, if it begins now. */
export const aheadNow = () => Date.parse(TEST_NOW) - Date.now();

/** What a server or a filler of the test day gets beside its other settings. */
export const testDayEnv = (ahead = aheadNow()) => ({
  ANCHOR_CLOCK_AHEAD: String(ahead),
  ANCHOR_DEMO_ZONE: TEST_ZONE,
});
