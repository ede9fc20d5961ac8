/**
 * `npm run move -- FROM TO`: a studio from its folder to a PostgreSQL server, or back. Each is a folder or an address
 * (`postgres://…`); ANCHOR_DATA names the folder of files that goes with an address.
 */
import { moveStudio, type Place } from '../server/database/move.js';
import { isAddress, plainAddress } from '../server/database/postgres.js';
import { runTool } from './run-tool.js';

const placeOf = (text: string): Place => {
  if (!isAddress(text)) return { dataDir: text };
  const dataDir = process.env.ANCHOR_DATA;
  if (dataDir === undefined)
    throw new Error(
      'Name the folder that the processes of the server’s studio share (pictures, clips) in ANCHOR_DATA.',
    );
  return { dataDir, address: text };
};

await runTool('move', 2, async ([from, to]) => {
  if (to === undefined) throw new Error('Say which: npm run move -- FROM TO');
  let rows = 0;
  await moveStudio(placeOf(from!), placeOf(to), (table, n) => {
    rows += n;
    process.stdout.write(`${table}: ${n}\n`);
  });
  const told = (place: string): string => (isAddress(place) ? plainAddress(place) : place);
  return `${told(to)} is the studio that ${told(from!)} was: ${rows} rows, each as it was. ${told(from!)} is as it was; keep it until you have looked, then let it go. Everybody signs in anew.`;
});
