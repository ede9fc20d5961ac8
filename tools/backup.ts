/** `npm run backup -- FILE`: the studio in one file, while its server goes on. */
import { readConfig } from '../server/config.js';
import { backup } from '../server/backup/archive.js';
import { runTool } from './run-tool.js';

await runTool('backup', 1, async ([file]) => {
  const { dataDir, database, clock } = readConfig(process.env);
  const { files } = await backup(dataDir, file!, clock(), database);
  const bytes = files.reduce((sum, f) => sum + f.bytes, 0);
  return `${file} holds ${files.length} files of ${dataDir}, ${(bytes / 1048576).toFixed(1)} MB, each with its hash. Nobody’s session is in it.`;
});
