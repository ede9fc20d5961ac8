/**
 * `npm run probe`: hostile and unlucky requests against the built server, in minutes. Writes its table into docs/reliability.md.
 * `-- quick` tries a little of each and writes nothing; `-- kills` (a part of a row's name) tries those rows and leaves the others.
 */
import {
  probeBodies,
  probeKillsInWithdrawals,
  probeKillsWhileWriting,
  probeLockedDatabase,
  probeLongWork,
  probeRoutes,
  probeStrangers,
} from './probe/parts.js';
import { probeBrowser } from './probe/browser.js';
import { probeKillsWhileRestoring } from './probe/restoring.js';
import { probeFullDisk } from './probe/full-disk.js';
import { probeUploadsBesideWithdrawals } from './probe/uploads.js';
import type { Tried } from './probe/server.js';
import { runParts, writeColumn } from './probe/table.js';

const words = process.argv.slice(2);
const quick = words.includes('quick');
/** By the names of their rows. */
const parts: Readonly<Record<string, () => Promise<Tried>>> = {
  'routes × roles × ids': probeRoutes,
  'mutated bodies': () => probeBodies(quick ? 500 : 10_000),
  'kills while writing and uploading': () => probeKillsWhileWriting(quick ? 3 : 120, [100, 600]),
  'kills in a withdrawal': () => probeKillsInWithdrawals(quick ? 3 : 40, 40, 60),
  'uploads beside withdrawals and erasures': () =>
    quick ? probeUploadsBesideWithdrawals(60, 20) : probeUploadsBesideWithdrawals(5000, 1000),
  'kills while restoring': () => probeKillsWhileRestoring(quick ? 3 : 40),
  'full disk': () => probeFullDisk(),
  'locked database': () => probeLockedDatabase(quick ? 1 : 8),
  'readers beside long work': () => probeLongWork(50),
  strangers: () => probeStrangers(quick ? 100 : 3000),
  'two pages and two accounts on one device': () => probeBrowser(quick ? 2 : 12),
};
const wanted = words.find((w) => w !== 'quick') ?? '';
const rows = await runParts(
  Object.entries(parts)
    .filter(([name]) => name.includes(wanted))
    .map(([, part]) => part),
);
if (!quick) writeColumn('file', rows, '');
process.exitCode = rows.length === 0 || rows.some((r) => r.failed > 0) ? 1 : 0;
