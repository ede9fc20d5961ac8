/** A folder of data filled with the demo of the test day: once for a run of many tests, which copy it, since filling takes longer than most walks. */
import { spawnSync } from 'node:child_process';
import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { testDayEnv } from './test-day.mjs';

/** The folder that a run of tests has filled already. */
const ONCE = 'ANCHOR_TEST_FILLED';

/**
 * A new folder with the demo in it; who asks removes it. The server must be built.
 * @throws Error with what filling said when it failed
 */
export function filledFolder() {
  const data = mkdtempSync(join(tmpdir(), 'anchor-hall-'));
  const once = process.env[ONCE];
  if (once) {
    cpSync(once, data, { recursive: true });
    return data;
  }
  const env = { ...process.env, ...testDayEnv(), ANCHOR_DATA: data, ANCHOR_DEMO: '1', LOG_LEVEL: 'warn' };
  const filled = spawnSync(process.execPath, ['dist/server/fill-demo.js'], { env, encoding: 'utf8' });
  if (filled.status !== 0) throw new Error(filled.stderr);
  return data;
}

/** Fills the folder that every later one of this run, and of what it starts, is copied from. */
export function fillOnce() {
  process.env[ONCE] = filledFolder();
}

/** Removes it again. */
export function removeFilled() {
  if (process.env[ONCE]) rmSync(process.env[ONCE], { recursive: true, force: true });
  delete process.env[ONCE];
}
