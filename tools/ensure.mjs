/** Makes sure that what a command needs is installed; says what to type where rights are missing. */
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { dirname, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = resolve(dirname(fileURLToPath(import.meta.url)), '..');

export function say(line) {
  process.stdout.write(`${line}\n`);
}

/** Runs a command in the project's folder with its output shown; ends the process when it fails. */
export function must(command, args, env = {}) {
  const result = spawnSync(command, args, { cwd: root, stdio: 'inherit', env: { ...process.env, ...env } });
  if (result.status !== 0) {
    say(`\n“${command} ${args.join(' ')}” failed.`);
    process.exit(result.status ?? 1);
  }
}

export function ensureNode() {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 19)) {
    say(`Node.js 20.19 or newer is needed; this is ${process.versions.node}.`);
    process.exit(1);
  }
}

/** Installs the packages when they are missing or the lock file has changed since. */
export function ensurePackages() {
  ensureNode();
  const hash = createHash('sha256')
    .update(readFileSync(`${root}/package-lock.json`))
    .digest('hex');
  const stamp = `${root}/node_modules/.anchor-installed`;
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === hash) return;
  say('Installing packages (the database driver is compiled, which takes some minutes) …');
  must('npm', ['ci', '--no-audit', '--no-fund']);
  mkdirSync(dirname(stamp), { recursive: true });
  writeFileSync(stamp, hash);
}

const BROWSERS = ['/usr/bin/chromium', '/usr/bin/chromium-browser', '/usr/bin/google-chrome'];

/** Path of the browser for the interface tests; installs Debian's where it is missing and allowed. */
export function ensureChromium() {
  const found = [process.env.CHROMIUM, ...BROWSERS].find((path) => path && existsSync(path));
  if (found) return found;
  const install = 'apt-get update && apt-get install -y --no-install-recommends chromium';
  if (process.getuid?.() !== 0) {
    say(
      `The interface tests need Chromium. Install it with:\n  sudo sh -c "${install}"\nor set CHROMIUM to a browser's path.`,
    );
    process.exit(1);
  }
  say('Installing Chromium for the interface tests …');
  must(
    'sh',
    [
      '-c',
      'apt-get -o DPkg::Lock::Timeout=300 update && apt-get -o DPkg::Lock::Timeout=300 install -y --no-install-recommends chromium',
    ],
    { DEBIAN_FRONTEND: 'noninteractive' },
  );
  return BROWSERS[0];
}
