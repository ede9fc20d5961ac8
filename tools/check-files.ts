/** `npm run -s check-files [-- FOLDER]`: records without files and files without records, counted and named; 1 where there are any. */
import { readConfig } from '../server/config.js';
import { openDatabase } from '../server/database/open.js';
import { checkFiles } from '../server/media/check-files.js';

const { dataDir, database } = readConfig({ ...process.env, ANCHOR_DATA: process.argv[2] ?? process.env.ANCHOR_DATA });
try {
  const db = await openDatabase(dataDir, database);
  try {
    const { records, missing, unknown, noted } = await checkFiles(db, dataDir);
    process.stdout.write(
      `${records} pictures and clips; ${missing.length} files missing, ${unknown.length} that no record names, ${noted} under way or about to go\n`,
    );
    for (const file of missing) process.stdout.write(`missing ${file}\n`);
    for (const file of unknown) process.stdout.write(`unknown ${file}\n`);
    process.exitCode = missing.length + unknown.length > 0 ? 1 : 0;
  } finally {
    await db.destroy();
  }
} catch (error) {
  process.stderr.write(`${(error as Error).message}\n`);
  process.exitCode = 2;
}
