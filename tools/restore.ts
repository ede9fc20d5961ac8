/** `npm run restore -- FILE [FOLDER]`: a studio back from its backup, into an empty folder, checked whole. */
import { readConfig } from '../server/config.js';
import { restore } from '../server/backup/archive.js';
import { runTool } from './run-tool.js';

await runTool('restore', 2, async ([file, folder]) => {
  const into = folder ?? readConfig(process.env).dataDir;
  const { files, madeAt } = await restore(file!, into);
  return `${into} is the studio of ${madeAt}: ${files.length} files, each as it was. Everybody signs in anew.`;
});
