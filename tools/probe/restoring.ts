/** Kills while a backup takes the studio's place: afterwards the old studio is there or the new one, whole, and it can be done again. */
import { readdirSync, rmSync } from 'node:fs';
import { basename, dirname, join } from 'node:path';
import Database from 'better-sqlite3';
import { seededRandom } from '../../core/statistics.js';
import { databaseFile } from '../../server/database/open.js';
import { PASSWORD, pause, probeServer, tally, type Tried } from './server.js';

/** Unpacking, the grace for the answer and the two renamings lie within so long, ms. */
const WITHIN = 2500;

export async function probeKillsWhileRestoring(kills: number, seed = 4): Promise<Tried> {
  const found = tally('kills while restoring');
  const random = seededRandom(seed);
  const server = await probeServer();
  const beside = (): string[] =>
    readdirSync(dirname(server.dir)).filter((n) => n.startsWith(`${basename(server.dir)}.`));
  const people = (): number => {
    const db = new Database(databaseFile(server.dir), { readonly: true });
    const { n } = db.prepare('select count(*) as n from people').get() as { n: number };
    found.check(db.pragma('integrity_check', { simple: true }) === 'ok', () => 'the database is damaged');
    db.close();
    return n;
  };
  let [restored, stayed] = [0, 0];
  try {
    let owner = await server.owner();
    await owner.send('POST', '/people', { name: 'In the backup' });
    const { name } = (await owner.send('POST', '/backups')).body as { name: string };
    for (let k = 0; k < kills; k += 1) {
      await owner.send('POST', '/people', { name: `After it ${k}` });
      const asking = owner.send('POST', `/backups/${name}/restore`, { password: PASSWORD });
      await pause(random() * WITHIN);
      await server.kill();
      await asking;
      await server.start();
      const now = people();
      found.check(now === 1 || now === 2, () => `kill ${k}: ${now} people, neither as before nor as in the backup`);
      if (now === 1) restored += 1;
      else stayed += 1;
      owner = await server.owner();
      const listed = await owner.send('GET', '/people');
      found.check(
        listed.status === 200 && (listed.body as { total: number }).total === now,
        () => `kill ${k}: the list answers ${listed.status}`,
      );
      const left = beside().filter((n) => n.endsWith('.restore.json'));
      found.check(left.length === 0, () => `kill ${k}: a note is left: ${left.join(', ')}`);
      // From one person again, whichever it is.
      for (const one of (listed.body as { items: { id: string; name: string }[] }).items)
        if (one.name !== 'In the backup') await owner.send('POST', `/people/${one.id}/erase`, { name: one.name });
    }
    found.notes.push(`${restored} stood as in the backup, ${stayed} as before`);
  } finally {
    await server.close();
    for (const left of beside()) rmSync(join(dirname(server.dir), left), { recursive: true, force: true });
  }
  return found;
}
