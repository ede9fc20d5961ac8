/** A folder of data filled with the demo: once for a run of many tests, which copy it, since filling takes longer than most walks. */
import { spawnSync } from 'node:child_process';
import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/** The folder that a run of tests has filled already. */
const ONCE = 'ANCHOR_TEST_FILLED';
/** … and the day on which it did: who is here today, in a demo of yesterday, is nobody. */
const DAY = 'ANCHOR_TEST_FILLED_ON';
const today = () => new Date().toDateString();

/**
 * A new folder with the demo in it; who asks removes it. The server must be built.
 * @throws Error with what filling said when it failed
 */
export function filledFolder() {
  const data = mkdtempSync(join(tmpdir(), 'anchor-hall-'));
  const once = process.env[ONCE];
  if (once && process.env[DAY] === today()) {
    cpSync(once, data, { recursive: true });
    return data;
  }
  const env = { ...process.env, ANCHOR_DATA: data, ANCHOR_DEMO: '1', LOG_LEVEL: 'warn' };
  const filled = spawnSync(process.execPath, ['dist/server/fill-demo.js'], { env, encoding: 'utf8' });
  if (filled.status !== 0) throw new Error(filled.stderr);
  return data;
}

/** Fills the folder that every later one of this run, and of what it starts, is copied from. */
export function fillOnce() {
  process.env[DAY] = today();
  process.env[ONCE] = filledFolder();
}

/** Removes it again. */
export function removeFilled() {
  if (process.env[ONCE]) rmSync(process.env[ONCE], { recursive: true, force: true });
  delete process.env[ONCE];
}
