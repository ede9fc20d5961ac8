/** The probe's kills on a database server of its own, which writes through to the disk. A part of `npm run test:postgres`. */
import { startPostgres } from './postgres.mjs';
import { runParts, writeColumn } from './probe/table.js';
import type { Tried } from './probe/server.js';

const quick = process.argv.includes('quick');
const server = await startPostgres();
process.env.ANCHOR_TEST_DATABASE = server.address;
// They read the address when they are loaded.
const { dropDatabase, freshDatabase } = await import('../server/testing-database.js');
const { probeKillsInWithdrawals, probeKillsWhileWriting } = await import('./probe/parts.js');
const { probeUploadsBesideWithdrawals } = await import('./probe/uploads.js');
const { probeKillsOfOneProcess } = await import('./probe/several.js');
const { probeKillsWhileMoving } = await import('./probe/moving.js');

/** A part on a database of its own. */
const onOwn = (part: () => Promise<Tried>) => async (): Promise<Tried> => {
  const address = await freshDatabase();
  process.env.ANCHOR_DATABASE = address;
  try {
    return await part();
  } finally {
    delete process.env.ANCHOR_DATABASE;
    await dropDatabase(address);
  }
};

try {
  const rows = await runParts([
    onOwn(() => probeKillsWhileWriting(quick ? 3 : 60, [200, 800])),
    onOwn(() => probeKillsInWithdrawals(quick ? 2 : 20, 40, 150)),
    onOwn(() => (quick ? probeUploadsBesideWithdrawals(60, 20) : probeUploadsBesideWithdrawals(5000, 1000))),
    onOwn(() => probeKillsOfOneProcess(quick ? 3 : 40)),
    () => probeKillsWhileMoving(quick ? 3 : 30),
  ]);
  if (!quick) writeColumn('server', rows, 'PostgreSQL with its own settings, on the same machine');
  process.exitCode = rows.some((r) => r.failed > 0) ? 1 : 0;
} finally {
  await server.stop();
}
