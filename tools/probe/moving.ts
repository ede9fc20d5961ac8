/** Kills while a studio is moved to a database server: afterwards it is not there at all, or whole; moved again it is whole. */
import { spawn } from 'node:child_process';
import { existsSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Knex } from 'knex';
import { seededRandom } from '../../core/statistics.js';
import { fingerprintOf } from '../../server/database/copy.js';
import { openDatabase } from '../../server/database/open.js';
import { postgresAt } from '../../server/database/postgres.js';
import { TABLES } from '../../server/database/tables.js';
import { dropDatabase, freshDatabase } from '../../server/testing-database.js';
import { pause, tally, type Tried } from './server.js';

/** Looks of the studio that is moved. */
const LOOKS = 3000;

async function filled(dir: string): Promise<void> {
  const db = await openDatabase(dir);
  await db('accounts').insert({
    id: 'a',
    email: 'a@hall.example',
    name: 'A',
    role: 'owner',
    password_hash: 'x',
    created_at: '',
  });
  await db('people').insert({ id: 'p', name: 'P', sex: 'female', stature: 1.715, created_at: '' });
  const look = { person_id: 'p', started_at: '2026-05-20T10:00:00.000Z', position: 'hollow', made_by: 'a' };
  const rows = Array.from({ length: LOOKS }, (_, n) => ({
    ...look,
    id: `look-${n}`,
    record: JSON.stringify({ n, x: 'x'.repeat(2000) }),
  }));
  await db.batchInsert('observations', rows, 200);
  await db.destroy();
}
const printsOf = async (db: Knex): Promise<string> => {
  const all: unknown[] = [];
  for (const table of TABLES) if (table.name !== 'studio_settings') all.push(await fingerprintOf(db, table));
  return JSON.stringify(all);
};
/** Runs the move. @param until ms after which it is killed; to its end where left out */
const moved = (from: string, to: string, share: string, until?: number): Promise<void> =>
  new Promise((resolve) => {
    const child = spawn(process.execPath, ['--import', 'tsx', 'tools/move.ts', from, to], {
      env: { ...process.env, ANCHOR_DATA: share },
      stdio: 'ignore',
    });
    child.once('exit', () => resolve());
    if (until !== undefined) void pause(until).then(() => child.kill('SIGKILL'));
  });

export async function probeKillsWhileMoving(kills: number, seed = 5): Promise<Tried> {
  const found = tally('kills while moving to a server');
  const random = seededRandom(seed);
  const base = mkdtempSync(join(tmpdir(), 'anchor-moving-'));
  const [from, share] = [join(base, 'folder'), join(base, 'share')];
  const kept = process.env.ANCHOR_DATABASE;
  delete process.env.ANCHOR_DATABASE;
  let [nothing, whole] = [0, 0];
  try {
    await filled(from);
    const source = await openDatabase(from);
    const before = await printsOf(source);
    await source.destroy();
    const trial = await freshDatabase();
    const began = Date.now();
    await moved(from, trial, join(base, 'trial'));
    const took = Date.now() - began;
    await dropDatabase(trial);
    for (let k = 0; k < kills; k += 1) {
      const address = await freshDatabase();
      await moved(from, address, share, (0.4 + 1.1 * random()) * took);
      const db = postgresAt(address);
      const people = (await db.schema.hasTable('people')) ? ((await db('people').select('id')) as unknown[]).length : 0;
      if (people === 0) nothing += 1;
      else {
        whole += 1;
        found.check((await printsOf(db)) === before, () => `kill ${k}: rows are there that are not as they were`);
        found.check(existsSync(join(share, 'studio-id')), () => `kill ${k}: a database without its folder`);
      }
      if (people === 0) await moved(from, address, share);
      found.check((await printsOf(db)) === before, () => `kill ${k}: moved again it is not as it was`);
      const opened = await openDatabase(share, address).then(
        async (one) => (await one.destroy(), ''),
        (error: Error) => error.message,
      );
      found.check(opened === '', () => `kill ${k}: it does not open: ${opened}`);
      await db.destroy();
      await dropDatabase(address);
      rmSync(share, { recursive: true, force: true });
    }
    const again = await openDatabase(from);
    found.check((await printsOf(again)) === before, () => 'the folder that was moved is not as it was');
    await again.destroy();
    found.notes.push(
      `${nothing} left nothing, ${whole} were whole; ${LOOKS} looks move in ${(took / 1000).toFixed(1)} s`,
    );
  } finally {
    if (kept !== undefined) process.env.ANCHOR_DATABASE = kept;
    rmSync(base, { recursive: true, force: true });
  }
  return found;
}
